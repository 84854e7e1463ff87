import { unwrap } from '#core/result';
import { rearranged } from './rearranged';
import { walk, type WalkGroup, type WalkTank } from './walk';

const tank = (id: string, group: WalkGroup, tools: string[] = ['hose'], minutes = 10): WalkTank => ({
  id,
  group,
  contacts: [],
  jobs: [{ id: 'change', minutes, tools }],
});
const tanks = [tank('a', 'healthy'), tank('b', 'healthy', ['net'], 4), tank('c', 'quarantine'), tank('d', 'sick')];
const plan = unwrap(walk({ tanks, minutes: 300, dipMinutes: 3 }));
const as = (...wantedIds: string[]) => rearranged({ tanks, plan, wantedIds, dipMinutes: 3 });

describe('a walk in the keeper’s own order', () => {
  it('in the order of hygiene nothing changes: the same stops, dips and minutes, no breach', () => {
    const same = as('a', 'b', 'c', 'd');
    expect(same.stops).toEqual(plan.stops);
    expect(same.minutes).toBe(plan.minutes);
    expect(same.breaches).toEqual([]);
  });
  it('within a group it may be turned round, and dips follow', () => {
    const turned = as('b', 'a', 'c', 'd');
    expect(turned.stops.map((s) => [s.tank, s.dips.join()])).toEqual([
      ['b', ''],
      ['a', ''],
      ['c', 'hose'],
      ['d', 'hose'],
    ]);
    // 10 + 4 + 10 + 10, and two dips of three minutes.
    expect(turned.minutes).toBe(40);
    expect(turned.breaches).toEqual([]);
  });
  it('a stop before cleaner ones is a breach, with all it may reach', () => {
    expect(as('d', 'a', 'b', 'c').breaches).toEqual([{ tank: 'd', group: 'sick', onto: ['a', 'b', 'c'] }]);
    expect(as('a', 'c', 'b', 'd').breaches).toEqual([{ tank: 'c', group: 'quarantine', onto: ['b'] }]);
  });
  it('what the order does not name goes where hygiene has it; what is not on the walk any more is left out', () => {
    expect(as('b', 'gone', 'd').stops.map((s) => s.tank)).toEqual(['b', 'a', 'c', 'd']);
    expect(as().stops.map((s) => s.tank)).toEqual(['a', 'b', 'c', 'd']);
  });
});
