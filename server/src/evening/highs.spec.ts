import { minuteMs } from '#core/units';
import {
  cheapest,
  fortnightPlan,
  greedyFortnight,
  recipe,
  saltIds,
  type EveningTank,
  type FortnightInput,
  type IntegerSolver,
} from '#core/water';
import { unwrap } from '#core/result';
import { integerSolver } from './highs';
import { WaterPlanner } from './planner';

const works = {
  madeLPerH: 1,
  storesL: 40,
  storedL: 20,
  wasteRatio: 3,
  drums: [{ name: 'drum', volumeL: 60 }],
  evenings: [1, 3, 5],
  eveningMinutes: 60,
};
const water = {
  waterId: 'soft',
  name: 'soft water',
  roFraction: 1,
  saltGPerL: 0.1,
  leadHours: 0,
  stirred: false,
  mixMinutes: 15,
  readyL: 0,
};
const tank = (i: number, more: Partial<EveningTank> = {}): EveningTank => ({
  tankId: `t${i}`,
  name: `T${i}`,
  waterId: 'soft',
  changeL: 8,
  dueDays: i,
  everyDays: 7,
  changeMinutes: 12,
  leavesAtDay: null,
  leavesParameter: null,
  urgent: false,
  ...more,
});
const room: FortnightInput = {
  tanks: [0, 1, 2, 3, 4].map((i) => tank(i)),
  waters: [water],
  works,
  weekdayIndex: 1,
  untilHours: 2,
};

describe('fourteen nights by integer programme', () => {
  let solver: IntegerSolver;
  beforeAll(async () => {
    solver = await integerSolver();
  });
  const planned = (input: FortnightInput, timeLimitMs = 8000) =>
    unwrap(fortnightPlan(input, { solver, timeLimitMs, gapFraction: 0.001 }));

  it('is no dearer than the plain plan, and within its own bound', () => {
    const plan = planned(room);
    expect(plan.finished).toBeTrue();
    expect(plan.costValue).toBeLessThanOrEqual(greedyFortnight(room).costValue + 1e-9);
    expect(plan.gapFraction).toBeLessThanOrEqual(0.02);
  });
  it('keeps to the evenings of the house, to its minutes and to the water that can be there', () => {
    const plan = planned(room);
    for (const night of plan.nights) {
      if (night.changes.length > 0) expect(night.evening).toBeTrue();
      expect(night.minutes).toBeLessThanOrEqual(works.eveningMinutes + 1e-6);
      expect(night.roL).toBeLessThanOrEqual(works.storesL + 1e-6);
    }
  });
  it('agrees with brute force on a small room: two tanks, three nights, every combination', () => {
    const small: FortnightInput = {
      ...room,
      tanks: [tank(0), tank(1, { leavesAtDay: 1 })],
      nightsCount: 3,
      works: { ...works, evenings: [], storedL: 8, madeLPerH: 0.25 },
    };
    // One tank a night is what the water allows; the best is the second tank on night 1 at the latest.
    const plan = planned(small);
    let best = Infinity;
    for (let a = -1; a < 3; a++)
      for (let b = -1; b < 3; b++) {
        const cost = costOf(small, [a, b]);
        if (cost !== null) best = Math.min(best, cost);
      }
    expect(plan.costValue).toBeCloseTo(best, 6);
  });
  it('knows when what stands is ready and when drums are free, as the plain reckoning does', () => {
    const slow = { ...water, leadHours: 168, stirred: true, standing: [{ readyAtDay: 3, volumeL: 16 }] };
    const drums = [{ name: 'can', volumeL: 30, freeAtDay: 4 }];
    const plan = planned({
      ...room,
      tanks: [tank(0), tank(1)],
      waters: [slow],
      works: { ...works, evenings: [], drums },
    });
    const nights = plan.nights.filter((n) => n.changes.length > 0);
    // Sixteen litres on the third night serve both; before that there is nothing, and nothing could be begun.
    expect(nights[0]?.nightIndex).toBe(3);
    expect(nights[0]?.changes.length).toBe(2);
    expect(nights[0]?.mixes).toEqual([]);
    expect(plan.nights.slice(0, 7).every((n) => n.mixes.length === 0)).toBeTrue();
  });
  it('what is urgent comes tonight, and says why', () => {
    const plan = planned({ ...room, tanks: [...room.tanks, tank(9, { urgent: true, dueDays: 5 })] });
    expect(plan.nights[0]?.changes.find((c) => c.tankId === 't9')?.why.id).toBe('wrong-now');
  });
  it('a hopeless time limit is refused; a short one gives the best so far with its gap', () => {
    expect(fortnightPlan(room, { solver, timeLimitMs: 0 }).ok).toBeFalse();
    const idle: IntegerSolver = () => ({ state: 'none', values: [], costValue: 0, boundValue: -Infinity });
    const plan = unwrap(fortnightPlan(room, { solver: idle, timeLimitMs: 50 }));
    expect(plan.by).toBe('search');
    expect(plan.costValue).toBeLessThan(greedyFortnight(room).costValue);
    // Seven rounds of prices are no bound worth the name; what is left is said as a gap.
    expect(plan.gapFraction).toBeCloseTo(1 - plan.boundValue / plan.costValue, 9);
  });
  it('no tank is no plan, not a fault', () => {
    expect(planned({ ...room, tanks: [] }).nights.every((n) => n.changes.length === 0)).toBeTrue();
  });
  it('solves the recipe’s programme to the same cost as the core’s own simplex (two libraries, one answer)', () => {
    const rows = [
      {
        coefficients: new Map([
          ['a', 2.3],
          ['b', 0.4],
          ['c', 1],
        ]),
        lo: 6,
        hi: 7,
      },
      {
        coefficients: new Map([
          ['a', 1],
          ['b', 3.1],
        ]),
        lo: 4,
      },
      { coefficients: new Map([['c', 1]]), hi: 2 },
    ];
    const costs = new Map([
      ['a', 1.3],
      ['b', 0.9],
      ['c', 0.7],
    ]);
    const names = [...costs.keys()];
    const answer = solver(
      {
        columns: names.map((n) => ({ costValue: costs.get(n) ?? 0, hi: 1e6, integer: false })),
        rows: rows.map(({ coefficients, ...ends }) => ({
          lo: 'lo' in ends ? (ends.lo ?? null) : null,
          hi: 'hi' in ends ? (ends.hi ?? null) : null,
          entries: [...coefficients].map(([n, v]): [number, number] => [names.indexOf(n), v]),
        })),
      },
      { timeLimitMs: 2000, gapFraction: 0 },
    );
    expect(answer.costValue).toBeCloseTo(cheapest({ rows, costs })?.costValue ?? NaN, 7);
  });
  it('fourteen salts and eight targets have an answer', () => {
    const told = unwrap(
      recipe({
        volumeL: 100,
        sources: [{ id: 'ro', name: 'pure', water: {} }],
        shelf: saltIds.map((saltId) => ({ saltId })),
        targets: [
          { quantity: 'ghDegrees', value: 6 },
          { quantity: 'khDegrees', value: 3 },
          { quantity: 'caMgRatio', value: 3 },
          { quantity: 'kMgPerL', value: 10 },
          { quantity: 'naMgPerL', value: 10, toleranceValue: 2 },
          { quantity: 'clMgPerL', value: 20, toleranceValue: 5, priorityRank: 2 },
          { quantity: 'so4MgPerL', value: 60, toleranceValue: 20, priorityRank: 2 },
          { quantity: 'ec25UsPerCm', value: 300, toleranceValue: 15, priorityRank: 2 },
        ],
      }),
    ).value;
    expect(told.targets.every((t) => t.within)).toBeTrue();
  });
});

/** Cost of one change a tank on the night that is said (−1: none), counted apart from the programme; null where water is short. */
function costOf(
  { tanks, works: w, untilHours, nightsCount = 14 }: FortnightInput,
  nights: readonly number[],
): number | null {
  let store = w.storedL;
  for (let night = 0; night < nightsCount; night++) {
    store = Math.min(w.storesL, store + w.madeLPerH * (night === 0 ? untilHours : 24));
    const used = tanks.reduce((sum, t, i) => sum + (nights[i] === night ? t.changeL : 0), 0);
    if (used > store + 1e-9) return null;
    store -= used;
  }
  const harm = (t: EveningTank, day: number, since: number | null): number => {
    const due = since === null ? t.dueDays : since + t.everyDays;
    const leaves =
      t.leavesAtDay === null
        ? null
        : since === null
          ? t.leavesAtDay
          : since + t.everyDays + Math.max(t.leavesAtDay - t.dueDays, 0);
    return (
      Math.max(0, day - due) / t.everyDays + (leaves === null ? 0 : (10 * Math.max(0, day - leaves)) / t.everyDays)
    );
  };
  let cost = 0;
  tanks.forEach((t, i) => {
    const night = nights[i] ?? -1;
    if (night >= 0) cost += harm(t, night, null) + Math.max(0, t.dueDays - night) / t.everyDays / 3;
    cost += 1.5 * harm(t, nightsCount, night >= 0 ? night : null);
  });
  for (const night of new Set(nights.filter((n) => n >= 0))) {
    const litres = tanks.reduce((sum, t, i) => sum + (nights[i] === night ? t.changeL : 0), 0);
    cost += 0.02 + 0.0001 * litres;
  }
  return cost;
}

describe('a programme that does not end in its time', () => {
  it(
    'is given up, and the search plans the nights: no dearer than the plain plan, every tank on a night',
    async () => {
      // Given up at once: a thread takes longer than that to start.
      const planner = new WaterPlanner(() => 1);
      const plan = await planner.planned(room, 2000);
      await planner.close();
      expect(plan.by).not.toBe('integer-programme');
      expect(plan.costValue).toBeLessThanOrEqual(greedyFortnight(room).costValue + 1e-9);
      const on = new Set(plan.nights.flatMap((n) => n.changes.map((c) => c.tankId)));
      expect(on.size).toBe(room.tanks.length);
    },
    minuteMs,
  );
  it('without a solver the plan is the search’s, and the prices still bound it', () => {
    const plan = unwrap(fortnightPlan(room, { solver: null, timeLimitMs: 1000 }));
    expect(plan.by).not.toBe('integer-programme');
    expect(plan.boundValue).toBeLessThanOrEqual(plan.costValue);
    expect(plan.gapFraction).toBeGreaterThanOrEqual(0);
  });
});
