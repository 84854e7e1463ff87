import type { BookPage } from '#contracts/book';
import type { Folio } from '#contracts/tanks';
import type { Tonight } from '#contracts/tonight';
import {
  at,
  entry,
  id,
  lookedEntry,
  noteEntry,
  openTestHouse,
  readingsEntry,
  strikeEntry,
  tankEntry,
  type TestHouse,
} from '../app/harness.cases';
import { kinds } from '../app/kinds';
import { readSubjectVersions } from './book-repo';
import { rebuildAll } from './projection';

let house: TestHouse;
let beside: TestHouse;
beforeAll(async () => {
  house = await openTestHouse();
  beside = await house.beside();
});
afterAll(async () => {
  await beside.close();
  await house.close();
});

const tank = async (): Promise<string> => {
  const subjectId = id();
  expect((await house.write(tankEntry(subjectId))).status).toBe(201);
  return subjectId;
};
const rowOf = async (tankId: string) => {
  const [subject] = await readSubjectVersions(house.db, [tankId]);
  if (!subject) throw new Error('no such subject');
  return subject;
};
/** What is derived is what a rebuild of the book makes of it. */
const expectAsRebuilt = async (tankId: string): Promise<void> => {
  const before = (await rowOf(tankId)).row;
  const folio = (await house.get<Folio>(`/api/tanks/${tankId}/folio`)).body;
  await rebuildAll(house.db, kinds);
  expect((await rowOf(tankId)).row).toEqual(before);
  expect((await house.get<Folio>(`/api/tanks/${tankId}/folio`)).body.history).toEqual(folio.history);
};

describe('an entry in one statement', () => {
  it('asks the database once, and twice where it does not know the subject', async () => {
    const tankId = await tank();
    const asked: string[] = [];
    const client = (house.db as unknown as { $client: { query: (...given: unknown[]) => unknown } }).$client;
    const query = client.query.bind(client);
    client.query = (...given) => {
      asked.push(JSON.stringify(given[0]));
      return query(...given);
    };
    try {
      await house.write(readingsEntry(tankId, { ph: [7, 7.1], no3MgPerL: [10, 20] }));
      expect(asked.length).toBe(2);
      await house.write(readingsEntry(tankId, { ph: [7, 7.2] }, at(0)));
      expect(asked.length).toBe(3);
      await house.write(lookedEntry(tankId));
      expect(asked.length).toBe(4);
    } finally {
      client.query = query;
    }
    await expectAsRebuilt(tankId);
  });

  it('gives each its number, which stands in what rides with the tank', async () => {
    const tankId = await tank();
    const first = await house.write(readingsEntry(tankId, { ph: [7, 7] }));
    const second = await house.write(readingsEntry(tankId, { ph: [6.9, 6.9] }));
    const [older, newer] = [first, second].map((a) => a.body.entries[0]?.sequence ?? 0);
    expect(newer).toBeGreaterThan(older ?? 0);
    // Both of one time: the later writing is the newer.
    expect((await rowOf(tankId)).row.newest['reading:ph']?.map((n) => [n.sequence, n['lo']])).toEqual([
      [newer, 6.9],
      [older, 7],
    ] as never);
  });

  it('of many tanks: all, or, where one is wrong, none', async () => {
    const tanks = [await tank(), await tank(), await tank()];
    expect((await house.write(...tanks.map((t) => lookedEntry(t)))).status).toBe(201);
    const [a = '', b = '', c = ''] = tanks;
    const refused = await house.write(lookedEntry(a), noteEntry(b, 'fine'), readingsEntry(c, { ph: [74, 74] }));
    expect([refused.status, refused.body.errors?.[0]?.field]).toEqual([400, 'entries.2.payload.values.0.lo']);
    const early = await house.write(lookedEntry(a, at(0)), lookedEntry(b, '2001-01-01T00:00:00.000Z'));
    expect(early.status).toBe(400);
    const ahead = await house.write(lookedEntry(a, at(-1)));
    expect(ahead.body.errors?.[0]?.message).toBe('lies in the future');
    expect((await house.write(lookedEntry(a), lookedEntry(id()))).status).toBe(404);
    for (const t of tanks) {
      const { entries } = (await house.get<BookPage>(`/api/entries?subject=${t}`)).body;
      expect(entries.map((e) => e.kind)).toEqual(['looked', 'set-up']);
      await expectAsRebuilt(t);
    }
  });

  it('sent again is acknowledged with its number; with other content it is a conflict, and nothing else is written', async () => {
    const [one, other] = [await tank(), await tank()];
    const sent = lookedEntry(one);
    const first = (await house.write(sent)).body.entries[0];
    const again = await house.write(sent);
    expect(again.body.entries[0]).toEqual({ ...first, repeated: true } as never);
    const changed = { ...sent, payload: { ...sent.payload, fed: false } } as typeof sent;
    expect((await house.write(lookedEntry(other), changed)).status).toBe(409);
    expect((await house.get<BookPage>(`/api/entries?subject=${other}`)).body.entries.length).toBe(1);
    // Part of it known already: the rest is written.
    const fresh = lookedEntry(other);
    expect((await house.write(sent, fresh)).body.entries.map((e) => e.repeated)).toEqual([true, false]);
    await expectAsRebuilt(other);
  });

  it('goes to no subject of another kind', async () => {
    const kindId = id();
    await house.write(
      entry(
        'source',
        kindId,
        { name: 'Rain', state: 'rain', chlorine: 'none', startedOn: '2025-12-04' } as never,
        at(100),
      ),
    );
    const refused = await house.write(lookedEntry(kindId));
    expect([refused.status, refused.body.errors?.[0]?.field]).toEqual([400, 'entries.0.subjectId']);
  });
});

describe('two servers on one database', () => {
  it('write to the same tanks in turns and at once: nothing is lost, both tell the same, and a rebuild tells it too', async () => {
    const tanks = [await tank(), await tank()];
    const servers = [house, beside];
    const sent = new Map<string, string>();
    // In turns: what the one remembers of a tank is old each time.
    for (let i = 0; i < 6; i++)
      for (const server of servers)
        for (const tankId of tanks) {
          const reading = readingsEntry(tankId, { ph: [7 + i / 100, 7 + i / 100], no3MgPerL: [i, i] }, at(10 - i));
          expect((await server.write(reading)).status).toBe(201);
          sent.set(reading.id, tankId);
        }
    // At once, a strike of the other's among them.
    await Promise.all(
      Array.from({ length: 24 }, async (_, i) => {
        const [server, tankId = ''] = [servers[i % 2] ?? house, tanks[i % 2 ? (i >> 1) % 2 : i % 3 === 0 ? 1 : 0]];
        const reading = readingsEntry(tankId, { khDegrees: [i, i] }, at(0, -i));
        sent.set(reading.id, tankId);
        expect((await server.write(reading)).status).toBe(201);
      }),
    );
    const [[struck = '', of = ''] = []] = sent;
    await beside.write(strikeEntry(of, struck));
    for (const tankId of tanks) {
      const told = await Promise.all(servers.map((s) => s.get<Folio>(`/api/tanks/${tankId}/folio`)));
      expect(told[0]?.body.history).toEqual(told[1]?.body.history ?? {});
      const { entries } = (await house.get<BookPage>(`/api/entries?subject=${tankId}&limit=200`)).body;
      const own = [...sent].filter(([, t]) => t === tankId).map(([e]) => e);
      expect(own.filter((e) => !entries.some((x) => x.id === e))).toEqual([]);
      await expectAsRebuilt(tankId);
    }
  });
  it('know at once who lives where, whichever of them it was told', async () => {
    const tankId = await tank();
    await house.get<Tonight>('/api/tonight');
    await beside.get<Tonight>('/api/tonight');
    const stock = (server: TestHouse, event: 'arrived' | 'died', count: number): Promise<unknown> =>
      server.write(
        entry('stock', tankId, { event, kindId: 'bee-shrimp', strain: '', count: { lo: count, hi: count } }, at(3)),
      );
    const asked = async (server: TestHouse): Promise<unknown> => {
      const { bears, lines, bandsByDate } = (await server.get<Folio>(`/api/tanks/${tankId}/folio`)).body;
      return [bears, bandsByDate.at(-1)?.bands, lines.map((l) => l.band)];
    };
    const nobody = await asked(beside);
    await stock(house, 'arrived', 30);
    const told = await asked(house);
    expect(told).not.toEqual(nobody);
    expect(await asked(beside)).toEqual(told);
    await stock(beside, 'died', 30);
    expect(await asked(house)).toEqual(nobody);
  });
});
