import { sql } from 'drizzle-orm';
import { kindIds } from '#contracts/book';
import { Fuzz } from './fuzz.cases';
import { id, openTestHouse, readingsEntry, sourceEntry, tankEntry, type TestHouse } from './harness.cases';
import { openApi } from './openapi';

/** `npm run fuzz` sends twenty thousand. */
const requestsCount = Number(process.env['FUZZ_REQUESTS'] ?? 1200);
const randomSeed = Number(process.env['FUZZ_SEED'] ?? 20260314);
const answerMs = 20_000;

let house: TestHouse;
beforeAll(async () => (house = await openTestHouse()));
afterAll(() => house.close());

describe('every route, asked for what nobody should ask', () => {
  it(`${requestsCount} requests made from the OpenAPI document and every kind of the contract: no failure of our own, no hang, nothing half written`, async () => {
    const fuzz = new Fuzz(openApi('test'), randomSeed);
    const [tank, other, ending, source] = [id(), id(), id(), id()];
    await house.write(tankEntry(tank), tankEntry(other), tankEntry(ending), sourceEntry(source));
    await house.write(readingsEntry(tank, { ph: [7, 7], no3MgPerL: [10, 11] }));
    Object.assign(fuzz.subjects, { tank: [tank, other], ending: [ending], source: [source] });
    const acknowledged: string[] = [];
    const refused: string[] = [];
    const seen = new Map<number, number>();
    const kindsTaken = new Set<string>();
    const bad: string[] = [];
    for (let i = 0; i < requestsCount; i++) {
      const { method, path, body, headers } = fuzz.next(i);
      // A stream never ends, and a fortnight takes its seconds.
      if (method === 'get' && path.startsWith('/api/readings/live')) continue;
      if (path.startsWith('/api/water/fortnight') && i > 200) continue;
      const told = (text: string): void => {
        const sent = typeof body === 'string' ? body.slice(0, 700) : body ? 'compressed' : '';
        bad.push(`${i} ${method} ${path} ${text}: ${sent}`);
      };
      const response = await fetch(house.url + path, {
        method: method.toUpperCase(),
        headers,
        signal: AbortSignal.timeout(answerMs),
        ...(body === undefined ? {} : { body: body as BodyInit }),
      }).catch((error: unknown) => String(error));
      if (typeof response === 'string') {
        told(response);
        continue;
      }
      const text = await response.text();
      seen.set(response.status, (seen.get(response.status) ?? 0) + 1);
      if (response.status >= 500) told(String(response.status));
      // What is refused says where.
      if (response.status >= 400 && response.status < 500 && method !== 'head' && !text.includes('"errors":[{"field"'))
        told(`${response.status} names no field (${text})`);
      if (path === '/api/entries' && method === 'post' && typeof body === 'string') {
        const sent = entriesIn(body);
        (response.status === 201 ? acknowledged : refused).push(...sent.map((e) => e.id));
        if (response.status !== 201) continue;
        for (const { id: entryId, kind } of sent) {
          kindsTaken.add(kind);
          if (fuzz.entries.length < 2000) fuzz.entries.push(entryId);
        }
      }
    }
    expect(bad).toEqual([]);
    expect(seen.get(201))
      .withContext('some get through')
      .toBeGreaterThan(requestsCount / 200);
    expect(seen.get(400)).toBeGreaterThan(requestsCount / 20);
    // Every kind and every step has its turn, and a fifth of the kinds is taken as it was made.
    expect(fuzz.shapes.length).toBeGreaterThan(kindIds.length);
    expect(kindsTaken.size)
      .withContext([...kindsTaken].join(' '))
      .toBeGreaterThan(kindIds.length / 5);
    const kept = new Set((await house.db.execute<{ id: string }>(sql`select id from entries`)).rows.map((r) => r.id));
    expect(acknowledged.filter((entryId) => !kept.has(entryId))).toEqual([]);
    const told = new Set(acknowledged);
    expect(refused.filter((entryId) => kept.has(entryId) && !told.has(entryId))).toEqual([]);
    expect((await house.get('/api/tonight')).status).toBe(200);
  }, 1_800_000);
});

function entriesIn(body: string): { id: string; kind: string }[] {
  try {
    const { entries } = JSON.parse(body) as { entries?: { id?: unknown; kind?: unknown }[] };
    return Array.isArray(entries)
      ? entries.flatMap((e) => (typeof e?.id === 'string' ? [{ id: e.id, kind: String(e.kind) }] : []))
      : [];
  } catch {
    return [];
  }
}
