import fc from 'fast-check';
import { unwrap } from '#core/result';
import { priceBound } from './fortnight-bound';
import { isEvening, leastGapDays, planLoad, planLoader, type FortnightInput } from './fortnight-cost';
import { bettered } from './fortnight-search';
import { fortnightPlan, greedyFortnight, type EveningTank, type IntegerSolver, type WaterKind } from './index';

const tank = (tankId: string, more: Partial<EveningTank> = {}): EveningTank => ({
  tankId,
  name: tankId,
  waterId: 'soft',
  changeL: 10,
  dueDays: 0,
  everyDays: 3,
  changeMinutes: 12,
  leavesAtDay: null,
  leavesParameter: null,
  urgent: false,
  ...more,
});
const water = (waterId: string, more: Partial<WaterKind> = {}): WaterKind => ({
  waterId,
  name: waterId,
  roFraction: 1,
  saltGPerL: 0.1,
  leadHours: 0,
  stirred: false,
  mixMinutes: 15,
  readyL: 0,
  ...more,
});
const works = {
  madeLPerH: 0.5,
  storesL: 40,
  storedL: 20,
  wasteRatio: 3,
  drums: [{ name: 'drum', volumeL: 30 }],
  evenings: [],
  eveningMinutes: 45,
};
const house = (more: Partial<FortnightInput> = {}): FortnightInput => ({
  tanks: [tank('a'), tank('b')],
  waters: [water('soft')],
  works,
  weekdayIndex: 3,
  untilHours: 2,
  nightsCount: 4,
  ...more,
});
const none = (input: FortnightInput): number[][] => input.tanks.map(() => []);
const far = { movesCount: 30_000 };

/** The least cost of all plans there are: every set of nights of every tank. */
function leastOfAll(input: FortnightInput): number {
  const { tanks, nightsCount = 14 } = input;
  const loader = planLoader(input);
  const rows = tanks.map(({ everyDays }) =>
    Array.from({ length: 2 ** nightsCount }, (_, bits) =>
      Array.from({ length: nightsCount }, (__, night) => night).filter((night) => (bits >> night) & 1),
    ).filter((own) => own.every((night, k) => k === 0 || night - (own[k - 1] ?? 0) >= leastGapDays(everyDays))),
  );
  const combined = rows.reduce<number[][][]>((plans, own) => plans.flatMap((p) => own.map((row) => [...p, row])), [[]]);
  return combined.reduce((least, plan) => {
    const { fits, costValue } = loader.load(plan);
    return fits ? Math.min(least, costValue) : least;
  }, Infinity);
}

const houses = fc
  .record({
    tanks: fc.array(
      fc.record({
        water: fc.constantFrom('soft', 'tap'),
        changeL: fc.integer({ min: 4, max: 24 }),
        dueDays: fc.integer({ min: -3, max: 4 }),
        everyDays: fc.constantFrom(2, 3, 7),
        changeMinutes: fc.integer({ min: 5, max: 25 }),
        leavesAtDay: fc.option(fc.integer({ min: 0, max: 5 })),
        urgent: fc.boolean(),
      }),
      { minLength: 1, maxLength: 3 },
    ),
    madeLPerH: fc.constantFrom(0, 0.3, 2),
    eveningMinutes: fc.constantFrom(30, 45, 90),
    evenings: fc.constantFrom<number[]>([], [3, 4, 6], [4]),
    readyL: fc.constantFrom(0, 12),
    leadHours: fc.constantFrom(0, 30),
    drums: fc.constantFrom([], [{ name: 'drum', volumeL: 30 }]),
  })
  .map(({ tanks, madeLPerH, eveningMinutes, evenings, readyL, leadHours, drums }) =>
    house({
      tanks: tanks.map(({ water: waterId, ...own }, i) => tank(`t${i}`, { ...own, waterId })),
      waters: [water('soft', { readyL, leadHours, roFraction: 0.8 }), water('tap', { roFraction: 0, leadHours: 24 })],
      works: { ...works, madeLPerH, eveningMinutes, evenings, drums },
    }),
  );

describe('fourteen nights by search and by prices', () => {
  it('the search finds the best of all plans there are, in small houses of every kind', () => {
    fc.assert(
      fc.property(houses, (input) => {
        const found = bettered(input, none(input), far);
        expect(planLoad(input, found).fits).toBeTrue();
        expect(planLoad(input, found).costValue).toBeCloseTo(leastOfAll(input), 6);
      }),
      { seed: 5, numRuns: 40 },
    );
  });
  it('no plan is cheaper than the prices say, and the prices come near', () => {
    let [boundsSum, leastsSum] = [0, 0];
    fc.assert(
      fc.property(houses, (input) => {
        const least = leastOfAll(input);
        const boundValue = priceBound(input, { costValue: least * 1.2 + 1, roundsCount: 400 });
        expect(boundValue).toBeLessThanOrEqual(least + 1e-6);
        boundsSum += boundValue;
        leastsSum += least;
      }),
      { seed: 6, numRuns: 40 },
    );
    expect(boundsSum).toBeGreaterThan(0.88 * leastsSum);
  });
  it('prices of a house where nothing is short come to the best itself', () => {
    const input = house({ works: { ...works, eveningMinutes: 300, madeLPerH: 20, drums: [] } });
    const least = leastOfAll(input);
    expect(least).toBeGreaterThan(0.04);
    expect(priceBound(input, { costValue: least + 1, roundsCount: 600 })).toBeCloseTo(least, 2);
  });
  it('prices of a house with water for two changes of three come to the best itself, and no further', () => {
    const input = house({
      tanks: [tank('a'), tank('b'), tank('c')],
      works: { ...works, eveningMinutes: 300, madeLPerH: 0, storedL: 20, drums: [] },
    });
    const least = leastOfAll(input);
    const boundValue = priceBound(input, { costValue: least + 1, roundsCount: 1000 });
    expect(boundValue).toBeLessThanOrEqual(least + 1e-6);
    expect(boundValue).toBeCloseTo(least, 1);
  });
  it('is never dearer than what it began with, and the same each time', () => {
    const input = house({ nightsCount: 14, tanks: [0, 1, 2, 3, 4, 5].map((i) => tank(`t${i}`, { dueDays: i % 3 })) });
    const begin = greedyFortnight(input);
    const nights = input.tanks.map((t) =>
      begin.nights.filter((n) => n.changes.some((c) => c.tankId === t.tankId)).map((n) => n.nightIndex),
    );
    const better = bettered(input, nights, far);
    expect(planLoad(input, better).fits).toBeTrue();
    expect(planLoad(input, better).costValue).toBeLessThan(planLoad(input, nights).costValue);
    expect(bettered(input, nights, far)).toEqual(better);
    expect(bettered(input, better, { movesCount: 1 })).toEqual(better);
  });
  it('a tank is changed again within the fortnight, and on no closed evening', () => {
    const input = house({
      nightsCount: 14,
      tanks: [tank('a', { everyDays: 7, leavesAtDay: 1 })],
      works: { ...works, evenings: [1, 4] },
    });
    const [own = []] = bettered(input, none(input), far);
    expect(own.length).toBeGreaterThan(1);
    for (const night of own) expect(isEvening(input.works, { weekdayIndex: input.weekdayIndex, night })).toBeTrue();
  });
  it('where the programme finds nothing, the search plans and the prices say how far off it can be', () => {
    const idle: IntegerSolver = () => ({ state: 'none', values: [], costValue: 0, boundValue: -Infinity });
    const input = house({
      // The plain plan takes the latest tank and fills the evening with it; the other two would both have fitted.
      tanks: [tank('a', { dueDays: -3, changeMinutes: 30 }), tank('b'), tank('c')],
    });
    const plan = unwrap(fortnightPlan(input, { solver: idle, timeLimitMs: 4000, gapFraction: 0.3 }));
    expect(plan.by).toBe('search');
    expect(plan.costValue).toBeCloseTo(leastOfAll(input), 6);
    expect(plan.boundValue).toBeGreaterThan(0.7 * plan.costValue);
    expect(plan.gapFraction).toBeCloseTo(1 - plan.boundValue / plan.costValue, 9);
    expect(plan.finished).toBeTrue();
  });
});
