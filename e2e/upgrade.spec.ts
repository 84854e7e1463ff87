import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import pg from 'pg';
import { v7 } from 'uuid';
import { entryOf } from '#contracts/book';
import type { Folio } from '#contracts/tanks';
import type { Tonight } from '#contracts/tonight';
import { contentOf, putBack, rehearse, takeBackup } from '../tools/backup.mjs';
import { serveHouse, throwawayCluster } from '../tools/house.mjs';
import { ensureDatabase } from '../tools/postgres.mjs';
import { removeThrowaway, throwawayFolder } from '../tools/throwaway.mjs';

/** The book as rows, whatever else a version keeps beside it. */
async function bookOf(databaseUrl: string): Promise<unknown[]> {
  const db = new pg.Client({ connectionString: databaseUrl });
  await db.connect();
  const { rows } = await db.query<object>(
    'select id, sequence, kind, kind_version, subject_id, happened_at, zone, night_on, written_at, payload, payload_hash from entries order by sequence',
  );
  await db.end();
  return rows;
}

test('a house of the version before opens as it was; a copy of it is taken, rehearsed and brought back', async () => {
  const { cluster, end } = await throwawayCluster();
  const keep = throwawayFolder();
  try {
    const databaseUrl = await ensureDatabase(cluster, 'upgraded');
    const db = new pg.Client({ connectionString: databaseUrl });
    await db.connect();
    await db.query(readFileSync(path.join(import.meta.dirname, 'previous.sql'), 'utf8'));
    await db.end();
    const before = await bookOf(databaseUrl);
    expect(before.length).toBeGreaterThan(35);

    let house = await serveHouse({ databaseUrl });
    expect(await bookOf(databaseUrl)).toEqual(before);
    const sheet = (await (await fetch(`${house.url}/api/tonight`)).json()) as Tonight;
    expect(sheet.tanks.map((t) => t.name).sort()).toEqual(['Library', 'Porch']);
    const library = sheet.tanks.find((t) => t.name === 'Library')?.tankId ?? '';
    const folio = async (): Promise<Folio> =>
      (await (await fetch(`${house.url}/api/tanks/${library}/folio?days=20000`)).json()) as Folio;
    const told = await folio();
    // Twenty were written, one is struck.
    expect(told.history.ph?.length).toBe(19);
    expect(told.changes.length).toBe(10);
    // What is derived is derived in today's shape: the number of the last entry that moved the water.
    const asked = new pg.Client({ connectionString: databaseUrl });
    await asked.connect();
    const { rows } = await asked.query<{ name: string; moved: number }>(
      "select name, moved_sequence::int as moved from subjects where kind = 'tank' order by name",
    );
    await asked.end();
    expect(rows.map((r) => r.moved > 20)).toEqual([true, false]);

    const file = path.join(keep, 'house.dump');
    takeBackup(databaseUrl, file);
    const note = entryOf(
      'note',
      { id: v7(), subjectId: library, happenedAt: new Date().toISOString() },
      { text: 'written after the copy' },
    );
    const written = await fetch(`${house.url}/api/entries`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ entries: [note] }),
    });
    expect(written.status).toBe(201);

    // Beside the house, which stays as it is wherever it keeps its data: what is derived anew of the copy is what was kept.
    const standing = await contentOf(databaseUrl);
    const named = process.env['NIGHT_LEDGER_PGDATA'] ?? '';
    process.env['NIGHT_LEDGER_PGDATA'] = cluster.dir;
    const rehearsed = await rehearse(file);
    process.env['NIGHT_LEDGER_PGDATA'] = named;
    expect(await contentOf(databaseUrl)).toEqual(standing);
    expect(rehearsed.after).toEqual(rehearsed.before);
    expect(rehearsed.after.map((of) => of.entriesCount)).toEqual([before.length]);

    // In its place: as it was when the copy was taken; not while the house runs.
    await expect(putBack(file, databaseUrl)).rejects.toThrow('The house runs');
    expect(await contentOf(databaseUrl)).toEqual(standing);
    await house.stop();
    await putBack(file, databaseUrl);
    house = await serveHouse({ databaseUrl });
    expect(await bookOf(databaseUrl)).toEqual(before);
    expect((await folio()).history).toEqual(told.history);
    await house.stop();
  } finally {
    removeThrowaway(keep);
    end();
  }
});
