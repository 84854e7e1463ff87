import { expect, test } from '@playwright/test';
import { v7 } from 'uuid';
import { ensureDatabase } from '../tools/postgres.mjs';
import { serveHouse, throwawayCluster } from '../tools/house.mjs';

interface Book {
  entries: { id: string; payload: { text?: string } }[];
}

test('the server is killed while writes are under way: every acknowledged entry is there, none twice; the outbox delivers the rest', async ({
  page,
}) => {
  const { cluster, end } = await throwawayCluster({ durable: true });
  const databaseUrl = await ensureDatabase(cluster, 'killed');
  let house = await serveHouse({ databaseUrl, args: ['--empty'] });
  try {
    const tank = v7();
    const post = (entries: object[]): Promise<Response> =>
      fetch(`${house.url}/api/entries`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ entries }),
      });
    const today = new Date().toISOString();
    const head = (kind: string) => ({ id: v7(), kind, kindVersion: 1, subjectId: tank, happenedAt: today });
    await post([
      {
        ...head('set-up'),
        payload: {
          name: 'Window',
          roundOrder: 1,
          purpose: 'display',
          practiceId: 'neocaridina-wide',
          bearing: 'usual',
          startedOn: today.slice(0, 10),
          measuredFillL: 40,
        },
      },
    ]);
    await page.goto(`${house.url}/tonight`);
    await page.getByRole('button', { name: /Looked, fed, fine/ }).waitFor();

    // Eight writers; the server is killed in the middle of it.
    const acknowledged = new Set<string>();
    const sent = new Map<string, object>();
    const writer = async (): Promise<void> => {
      for (let i = 0; i < 200; i++) {
        const entry = { ...head('note'), payload: { text: 'a note' } };
        sent.set(entry.id, entry);
        const answer = await post([entry]).catch(() => null);
        if (!answer) return;
        if (answer.ok) acknowledged.add(entry.id);
      }
    };
    const writing = Promise.all(Array.from({ length: 8 }, writer));
    await expect.poll(() => acknowledged.size).toBeGreaterThan(24);
    await house.stop('SIGKILL');
    await writing;

    // With the server gone the page keeps what is tapped, over a reload of the connection.
    await page.getByRole('button', { name: /Looked, fed, fine/ }).click();
    await expect(page.getByText('1 unsent, kept on this device')).toBeVisible();

    house = await serveHouse({ databaseUrl, port: house.port });
    await expect(page.getByText('1 unsent, kept on this device')).toBeHidden({ timeout: 30_000 });
    // What was not acknowledged is sent again under its own id.
    for (const [id, entry] of sent) if (!acknowledged.has(id)) expect((await post([entry])).status).toBe(201);
    const book = (await (await fetch(`${house.url}/api/book/export.json`)).json()) as Book;
    const ids = book.entries.map((e) => e.id);
    expect(new Set(ids).size).toBe(ids.length);
    expect([...sent.keys()].filter((id) => !ids.includes(id))).toEqual([]);
    expect(ids.length).toBe(sent.size + 2);
  } finally {
    await house.stop();
    end();
  }
});
