import fc from 'fast-check';
import { unwrap } from '#core/result';
import { brokenWeight, contactKinds, contactWeights, traceContacts, type Contact } from './trace';

const contact = (
  from: string,
  to: string,
  atDay: number,
  kind: Contact['kind'] = 'animals',
  broken = false,
): Contact => ({
  from,
  to,
  atDay,
  kind,
  broken,
});
const trace = (contacts: Contact[], more: { firstSignDay?: number; windowDays?: number } = {}) =>
  unwrap(traceContacts({ contacts, sick: 's', firstSignDay: 20, windowDays: 14, ...more }));
const told = (list: readonly { tank: string; risk: number }[]): string[] =>
  list.map((t) => `${t.tank} ${Number(t.risk.toFixed(4))}`);

describe('the trace', () => {
  it('a path carries the product of its weights; a broken contact that of a disinfected tool', () => {
    const { sources } = trace([contact('a', 'b', 10, 'net'), contact('b', 's', 12, 'hands')]);
    expect(told(sources)).toEqual(['b 0.3', 'a 0.21']);
    expect(told(trace([contact('a', 's', 10, 'animals', true)]).sources)).toEqual([`a ${brokenWeight}`]);
  });
  it('days never fall along a path; of one day they go in either order', () => {
    expect(told(trace([contact('a', 'b', 13), contact('b', 's', 12)]).sources)).toEqual(['b 1']);
    expect(told(trace([contact('b', 's', 12), contact('a', 'b', 12)]).sources)).toEqual(['b 1', 'a 1']);
  });
  it('contacts run one way only', () => {
    expect(trace([contact('s', 'a', 10)]).sources).toEqual([]);
    expect(told(trace([contact('s', 'a', 10)]).exposed)).toEqual(['a 1']);
  });
  it('sources within the window up to the first sign; exposed from the window on, after the sign, too', () => {
    const contacts = [contact('x', 's', 6), contact('y', 's', 5), contact('z', 's', 21), contact('s', 'late', 90)];
    expect(told(trace(contacts).sources)).toEqual(['x 1']);
    expect(told(trace(contacts).exposed)).toEqual(['late 1']);
    expect(trace([contact('s', 'old', 5)]).exposed).toEqual([]);
  });
  it('per tank the path of the highest risk; equal risks keep the shorter path', () => {
    const { exposed } = trace([contact('s', 'a', 10, 'hands'), contact('s', 'b', 10), contact('b', 'a', 11, 'water')]);
    expect(exposed.find((t) => t.tank === 'a')).toEqual(
      jasmine.objectContaining({ path: ['s', 'b', 'a'], contactIndices: [1, 2] }),
    );
    const same = trace([contact('s', 'b', 10), contact('b', 'a', 11), contact('s', 'a', 12)]).exposed;
    expect(same.find((t) => t.tank === 'a')?.path).toEqual(['s', 'a']);
  });
  it('a path of sources reads forward in time, too', () => {
    expect(trace([contact('a', 'b', 10), contact('b', 's', 12)]).sources[1]?.path).toEqual(['a', 'b', 's']);
  });
  it('refuses a tank that gives to itself, and days that are none', () => {
    expect(
      traceContacts({ contacts: [contact('a', 'a', 1)], sick: 's', firstSignDay: 2, windowDays: 3 }).ok,
    ).toBeFalse();
    expect(traceContacts({ contacts: [], sick: 's', firstSignDay: NaN, windowDays: 3 }).ok).toBeFalse();
    expect(traceContacts({ contacts: [], sick: 's', firstSignDay: 2, windowDays: -1 }).ok).toBeFalse();
  });
  /** Every path there is, walked one by one: slow, and nothing of the other way in it. */
  function everyPath(contacts: readonly Contact[], since: number): Map<string, number> {
    const best = new Map<string, number>();
    const walk = (at: string, day: number, risk: number, seen: readonly string[]): void => {
      for (const c of contacts) {
        if (c.from !== at || c.atDay < day || c.atDay < since || seen.includes(c.to)) continue;
        const next = risk * (c.broken === true ? 0.02 : contactWeights[c.kind]);
        best.set(c.to, Math.max(best.get(c.to) ?? 0, next));
        walk(c.to, c.atDay, next, [...seen, c.to]);
      }
    };
    walk('s', -Infinity, 1, ['s']);
    return best;
  }
  it('agrees with walking every path there is (small graphs, a second way)', () => {
    const tank = fc.constantFrom('s', 'a', 'b', 'c', 'd');
    const one = fc
      .record({
        from: tank,
        to: tank,
        atDay: fc.integer({ min: 0, max: 6 }),
        kind: fc.constantFrom(...contactKinds),
        broken: fc.boolean(),
      })
      .filter((c) => c.from !== c.to);
    fc.assert(
      fc.property(fc.array(one, { maxLength: 9 }), (contacts) => {
        const { exposed, sources } = trace(contacts, { firstSignDay: 4, windowDays: 3 });
        const want = everyPath(contacts, 1);
        expect(exposed.length).toBe(want.size);
        for (const { tank: id, risk } of exposed) expect(risk).toBeCloseTo(want.get(id) ?? NaN, 12);
        // Backward is forward with time and arrows turned.
        const turned = contacts
          .filter((c) => c.atDay <= 4 && c.atDay >= 1)
          .map((c) => ({ ...c, from: c.to, to: c.from, atDay: -c.atDay }));
        const back = everyPath(turned, -4);
        expect(sources.length).toBe(back.size);
        for (const { tank: id, risk } of sources) expect(risk).toBeCloseTo(back.get(id) ?? NaN, 12);
      }),
      { numRuns: 400 },
    );
  });
});
