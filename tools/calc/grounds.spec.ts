import * as v from 'valibot';
import { sources } from '#almanac/sources';
import { calculations } from './registry';
import { grounds, plainGrounds } from './grounds';

/** Names of calculations that rest on nothing anybody could look up. */
const groundless = (known: Readonly<Record<string, string>>): string[] =>
  calculations
    .filter(({ name, input, example, run }) => {
      const result = run(v.parse(input, example) as never);
      const named = result.ok ? result.value.sourceIds.length > 0 : false;
      return !named && known[name] === undefined;
    })
    .map(({ name }) => name);

describe('every calculation rests on something', () => {
  it('a source in its answer, or a ground of its own', () => {
    expect(groundless(grounds)).toEqual([]);
  });
  it('and the check fires: without grounds more than fifty would rest on nothing', () => {
    expect(groundless({}).length).toBeGreaterThan(50);
    expect(groundless({})).toContain('care.bleach');
  });
  it('what is named as a ground exists, and each calculation that has one, too', () => {
    const known: ReadonlySet<string> = new Set([...sources.map((s) => s.id), ...plainGrounds]);
    expect(Object.values(grounds).filter((g) => !known.has(g))).toEqual([]);
    const names = new Set(calculations.map((c) => c.name));
    expect(Object.keys(grounds).filter((name) => !names.has(name))).toEqual([]);
  });
});
