import { sql } from 'drizzle-orm';
import { kindIds, kindList } from '#contracts/book';
import { usualUnits } from '#core/units';
import { lineWords } from '#words/book';
import { speechIn } from '#words/units';
import { KindRegistry, notInDiary, type KindModules } from '../book';
import { newestFaults } from '../tanks';
import { openTestHouse, type TestHouse } from './harness.cases';
import { kinds } from './kinds';

let house: TestHouse;
beforeAll(async () => (house = await openTestHouse()));
afterAll(() => house.close());

describe('the kinds as the server registers them', () => {
  it('set-ups, sources, own kinds, supplies, instruments and strikes are projected before all else', () => {
    const first = ['set-up', 'source', 'own-kind', 'supply', 'instrument', 'strike'];
    expect([...kinds.inOrder.slice(0, first.length)].sort()).toEqual([...first].sort() as never);
    expect([...kinds.inOrder].sort()).toEqual([...kindIds].sort());
    expect(kinds.reachesBack('strike') && kinds.reachesBack('set-up')).toBeTrue();
    expect(kinds.reachesBack('change') || kinds.reachesBack('fact')).toBeFalse();
  });
  it('a kind that brings a subject into being and names none does not start', () => {
    const modules = Object.fromEntries(kindIds.map((kind) => [kind, {}])) as unknown as KindModules;
    expect(() => new KindRegistry(modules)).toThrowError(/set-up seeds subjects, but names none/);
  });
  it('every example has a line in plain words that says no id', () => {
    for (const { id, example, version } of kindList) {
      const line = lineWords(speechIn(usualUnits), id, kinds.read(id, version, example) as never, () => 'Lobby');
      expect(line.trim()).withContext(id).not.toBe('');
      expect(line)
        .withContext(id)
        .not.toMatch(/[0-9a-f]{8}-|undefined|NaN/);
    }
  });
  it('the index of the diary leaves out exactly the kinds that say so', async () => {
    const { rows } = await house.db.execute<{ indexdef: string }>(
      sql`select indexdef from pg_indexes where indexname = 'entries_diary'`,
    );
    const left = [...(rows[0]?.indexdef ?? '').matchAll(/'([a-z-]+)'::text/g)].map((m) => m[1] ?? '');
    expect(left.sort()).toEqual([...notInDiary].sort());
  });
  it('what rides with a tank is held to its slots', () => {
    const item = { atEpochMs: 1, sequence: 1 };
    expect(newestFaults({ 'reading:ph': [{ ...item, lo: 6, hi: 7 }] })).toEqual([]);
    expect(newestFaults({ 'reading:salt': [{ ...item, lo: 6, hi: 7 }] })).toEqual(['reading:salt is of nothing known']);
    expect(newestFaults({ stage: [{ ...item, stage: 'dancing' }] })).toEqual(['stage.0 is not of its shape']);
    expect(newestFaults({ 'stage:x': [{ ...item, stage: 'running' }] })).toEqual(['stage:x is of nothing known']);
    expect(newestFaults({ mood: [item] })).toEqual(['mood is no slot of a tank']);
    expect(newestFaults({ sight: Array.from({ length: 2 }, () => ({ ...item, sight: 'clear' })) })).toEqual([
      'sight keeps 2, not 1',
    ]);
  });
});
