import { sql } from 'drizzle-orm';
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
  it(`${requestsCount} requests made from the OpenAPI document: no failure of our own, no hang, nothing half written`, async () => {
    const fuzz = new Fuzz(openApi('test'), randomSeed);
    const [tank, source] = [id(), id()];
    await house.write(tankEntry(tank));
    await house.write(sourceEntry(source));
    await house.write(readingsEntry(tank, { ph: [7, 7], no3MgPerL: [10, 11] }));
    fuzz.ids.push(tank, source);
    const acknowledged: string[] = [];
    const refused: string[] = [];
    const seen = new Map<number, number>();
    const bad: string[] = [];
    for (let i = 0; i < requestsCount; i++) {
      const { method, path, body } = fuzz.next(i);
      // A stream never ends, and a fortnight takes its seconds.
      if (path.startsWith('/api/readings/live') || (path.startsWith('/api/water/fortnight') && i > 200)) continue;
      const response = await fetch(house.url + path, {
        method: method.toUpperCase(),
        signal: AbortSignal.timeout(answerMs),
        ...(body === undefined ? {} : { headers: { 'Content-Type': 'application/json' }, body }),
      }).catch((error: unknown) => String(error));
      if (typeof response === 'string') {
        bad.push(`${i} ${method} ${path}: ${response}`);
        continue;
      }
      await response.arrayBuffer();
      seen.set(response.status, (seen.get(response.status) ?? 0) + 1);
      if (response.status >= 500) bad.push(`${i} ${method} ${path} ${response.status}: ${body?.slice(0, 700) ?? ''}`);
      if (path === '/api/entries' && body !== undefined)
        (response.status === 201 ? acknowledged : refused).push(...idsIn(body));
    }
    expect(bad).toEqual([]);
    expect(seen.get(201))
      .withContext('some get through')
      .toBeGreaterThan(requestsCount / 200);
    expect(seen.get(400)).toBeGreaterThan(requestsCount / 20);
    const kept = new Set((await house.db.execute<{ id: string }>(sql`select id from entries`)).rows.map((r) => r.id));
    expect(acknowledged.filter((entryId) => !kept.has(entryId))).toEqual([]);
    const told = new Set(acknowledged);
    expect(refused.filter((entryId) => kept.has(entryId) && !told.has(entryId))).toEqual([]);
    expect((await house.get('/api/tonight')).status).toBe(200);
  }, 1_800_000);
});

function idsIn(body: string): string[] {
  try {
    const { entries } = JSON.parse(body) as { entries?: { id?: unknown }[] };
    return Array.isArray(entries) ? entries.flatMap((e) => (typeof e?.id === 'string' ? [e.id] : [])) : [];
  } catch {
    return [];
  }
}
