import { dayMs, hourMs } from '#core/units';
import fc from 'fast-check';
import { unwrap } from '#core/result';
import { colonyShrimp, hardFish, softFish, stemPlant } from './kinds.cases';
import {
  acclimationMethod,
  acclimationProgress,
  ammoniaDose,
  broodDays,
  broodForecast,
  cyclingState,
  dripPlan,
  drySalts,
  expectedFirstLosses,
  leftoverDue,
  nextFood,
  nextMeal,
  cycleAsked,
  nitrifierPace,
  nitrogenOf,
  nutrientsAdded,
  plannedFraction,
  poissonTail,
  populationOf,
  populationsOf,
  portionsFor,
  leastRations,
  livingMassG,
  pinchesOf,
  rationByMass,
  schoolRations,
  stockAlarms,
  trimDue,
  type CyclingInput,
  type Food,
  type StockEvent,
  type StockEventName,
} from './index';

const at = (value: number) => ({ lo: value, hi: value });
const day = dayMs;
const on = (n: number, value: number) => ({ atEpochMs: n * day, ...at(value) });

describe('a cycle', () => {
  const input: CyclingInput = {
    school: 'ammonia',
    startedAtEpochMs: 0,
    nowEpochMs: 20 * day,
    tan: [],
    no2: [],
    no3: [],
    fedAtEpochMs: [0],
    doses: [{ atEpochMs: 0, tanMgPerL: 2 }],
    stocked: false,
    tempC: 25,
    ph: 7.5,
  };
  const phase = (over: Partial<CyclingInput>) => cyclingState({ ...input, ...over }).phase;
  it('without an ammonia source nothing begins (common practice)', () => {
    expect(phase({ fedAtEpochMs: [], doses: [] })).toBe('no-source');
  });
  it('goes from ammonia to nitrite to ready: 2 mg/L and all nitrite gone within a day, nitrate there', () => {
    expect(phase({})).toBe('waiting');
    expect(phase({ tan: [on(5, 2)], no2: [on(5, 0)] })).toBe('ammonia');
    expect(phase({ tan: [on(12, 0.5)], no2: [on(12, 2)] })).toBe('nitrite');
    const done = {
      tan: [on(5, 2), on(20, 0)],
      no2: [on(12, 2), on(20, 0)],
      no3: [on(20, 40)],
      doses: [{ atEpochMs: 19 * day, tanMgPerL: 2 }],
      fedAtEpochMs: [19 * day],
    };
    expect(phase(done)).toBe('ready');
    expect(phase({ ...done, doses: [{ atEpochMs: 17 * day, tanMgPerL: 2 }] })).not.toBe('ready');
    expect(phase({ ...done, doses: [{ atEpochMs: 19 * day, tanMgPerL: 1 }] })).not.toBe('ready');
    expect(phase({ ...done, school: 'seeded', doses: [{ atEpochMs: 19 * day, tanMgPerL: 1 }] })).toBe('ready');
    expect(phase({ ...done, doses: [{ atEpochMs: 20 * day - hourMs, tanMgPerL: 2 }] })).not.toBe('ready');
    expect(phase({ ...done, no3: [] })).not.toBe('ready');
  });
  it('by food: not to be found in two tests three days apart; plants first: a week', () => {
    const clean = { tan: [on(3, 1), on(15, 0), on(18, 0)], no2: [on(9, 1), on(15, 0), on(18, 0)], no3: [on(15, 10)] };
    expect(phase({ ...clean, school: 'food' })).toBe('ready');
    expect(phase({ ...clean, school: 'plants' })).not.toBe('ready');
  });
  it('ready fades after a week unfed and is lost after three (our estimate); stocked, it holds', () => {
    const done = {
      tan: [on(5, 2), on(20, 0)],
      no2: [on(12, 2), on(20, 0)],
      no3: [on(20, 40)],
      doses: [{ atEpochMs: 19 * day, tanMgPerL: 2 }],
      fedAtEpochMs: [19 * day],
    };
    expect([23, 28, 45].map((n) => phase({ ...done, nowEpochMs: n * day }))).toEqual(['ready', 'fading', 'expired']);
    expect(phase({ ...done, nowEpochMs: 45 * day, stocked: true })).toBe('ready');
    expect(phase({ ...done, nowEpochMs: 45 * day, fedAtEpochMs: [44 * day] })).toBe('ready');
  });
  it('the forecast is stretched by cold and acid, and narrowed by falling nitrite', () => {
    const span = (over: Partial<CyclingInput>) => {
      const f = cyclingState({ ...input, nowEpochMs: 1 * day, ...over }).forecast;
      return f ? [f.loEpochMs / day, f.hiEpochMs / day] : [];
    };
    expect(span({})).toEqual([21, 42]);
    expect(Number(span({ tempC: 20 })[0])).toBeCloseTo(21 / Math.exp(-0.49), 3);
    expect(Number(span({ ph: 6.6 })[0])).toBeGreaterThan(40);
    const falling = cyclingState({
      ...input,
      nowEpochMs: 25 * day,
      tan: [on(20, 0)],
      no2: [on(16, 5), on(18, 4), on(20, 3), on(22, 2), on(24, 1)],
    }).forecast;
    expect(falling?.by).toBe('nitrite-falling');
    expect(Number(falling?.loEpochMs) / day).toBeCloseTo(25.5, 6);
    expect(Number(falling?.hiEpochMs) / day).toBeCloseTo(27.5, 6);
  });
  it('nitrifiers at 15 °C grow at 38 % of their pace at 25, and not at all at pH 6 (US EPA 1975, from memory)', () => {
    expect(unwrap(nitrifierPace({ tempC: 15, ph: 7.5 })).paceRatio).toBeCloseTo(Math.exp(-0.98), 9);
    // Slowed at pH 6, not stopped; nearly stopped at 5.5 (common practice), and stopped at 5.
    const pace = (ph: number) => unwrap(nitrifierPace({ tempC: 25, ph })).paceRatio;
    expect(pace(6)).toBeCloseTo(0.15, 9);
    expect(pace(6.25)).toBeCloseTo((0.15 + 1 - 0.833 * 0.7) / 2, 9);
    expect(pace(5.5)).toBeCloseTo(0.05, 9);
    expect(pace(5.25)).toBeCloseTo(0.025, 9);
    expect([pace(5), pace(4)]).toEqual([0, 0]);
    expect(unwrap(nitrifierPace({ tempC: 25, ph: 6.7 })).paceRatio).toBeCloseTo(1 - 0.833 * 0.5, 9);
    expect(nitrifierPace({ tempC: 60, ph: 7 }).ok).toBeFalse();
  });
  it('a tank asks for its cycle while it is cycling, or under eight weeks where nobody said a stage', () => {
    const asked = (stage: 'cycling' | 'running' | 'maturing' | null, ageDays: number, purpose = 'display') =>
      cycleAsked({ stage, ageDays, purpose });
    expect(asked('cycling', 90)).toEqual({ ageDays: 90, said: true });
    expect(asked(null, 55)).toEqual({ ageDays: 55, said: false });
    expect([asked(null, 56), asked('running', 5), asked('maturing', 5), asked(null, 5, 'resting')]).toEqual([
      null,
      null,
      null,
      null,
    ]);
  });
  it('2 mg/L in 100 L take 0.764 g of ammonium chloride, or 2.6 mL of a 10 % solution (atomic weights)', () => {
    expect(unwrap(ammoniaDose({ netVolumeL: 100, tanMgPerL: 2, source: { kind: 'salt' } })).value.amountG).toBeCloseTo(
      0.7637,
      3,
    );
    const solution = unwrap(
      ammoniaDose({ netVolumeL: 100, tanMgPerL: 2, source: { kind: 'solution', nh3Percent: 10, densityGPerMl: 0.96 } }),
    ).value;
    expect(solution.amountMl).toBeCloseTo((0.2 * 17.031) / 14.007 / 0.1 / 0.96, 3);
    expect(ammoniaDose({ netVolumeL: 100, tanMgPerL: 20, source: { kind: 'salt' } }).ok).toBeFalse();
  });
});

describe('bringing animals over', () => {
  const tank = { ghDegrees: at(7), khDegrees: at(3), ec25UsPerCm: at(300), tempC: at(24), ph: at(7) };
  const method = (bag: typeof tank & { tanMgPerL?: { lo: number; hi: number } }, transportHours = 1) =>
    acclimationMethod({ bag, tank, bearing: 'usual', transportHours }).method;
  it('floats where the waters are close, drips where hardness differs, releases at once after ammonia', () => {
    expect(method({ ...tank, tempC: at(20) })).toBe('float');
    expect(method({ ...tank, ghDegrees: at(12) })).toBe('drip');
    expect(method({ ...tank, ghDegrees: at(10) }, 20)).toBe('direct');
    expect(method({ ...tank, ghDegrees: at(12) }, 20)).toBe('match');
    expect(method({ ...tank, tanMgPerL: at(2) })).toBe('direct');
    expect(acclimationMethod({ bag: {}, tank, bearing: 'usual', transportHours: 1 }).method).toBe('drip');
  });
  it('T05: from pen 100 to 150, 125 is half way (common practice)', () => {
    const pen = (ppm: number) => ({ ...tank, ec25UsPerCm: at(ppm * 2) });
    const progress = acclimationProgress({ bag: pen(100), now: pen(125), tank: pen(150), bearing: 'usual' });
    expect(progress.coveredFraction).toBeCloseTo(0.5, 9);
    expect(progress.done).toBeFalse();
  });
  it('equal conductivity with unequal hardness is not done', () => {
    const bag = { ...tank, ghDegrees: at(1) };
    expect(acclimationProgress({ bag, now: { ...bag, ghDegrees: at(2) }, tank, bearing: 'usual' }).done).toBeFalse();
    expect(acclimationProgress({ bag, now: { ...bag, ghDegrees: at(6.6) }, tank, bearing: 'usual' }).done).toBeTrue();
    const unmeasured = acclimationProgress({ bag: { ec25UsPerCm: at(100) }, now: tank, tank, bearing: 'usual' });
    expect([unmeasured.done, unmeasured.needs]).toEqual([false, ['ghDegrees', 'tempC']]);
  });
  it('1 L in a box of 4 needs 4.5 L for nine tenths: 1/4 left after one filling, 2/5 of that after 1.5 L more; 25 drops a second in an hour', () => {
    const plan = unwrap(dripPlan({ bagL: 1, boxL: 4, bearing: 'usual' })).value;
    expect(plan.addedL).toBeCloseTo(4.5, 9);
    expect([plan.pourOffCount, plan.durationMinutes]).toEqual([1, 60]);
    expect(plan.dropsPerS).toBeCloseTo(25, 9);
    expect(plannedFraction({ bagL: 1, boxL: 4, rateLPerH: plan.rateLPerH, elapsedMinutes: 60 })).toBeCloseTo(0.9, 6);
  });
  it('a box that hardly holds more than the bag is refused', () => {
    expect(dripPlan({ bagL: 2, boxL: 2.5, bearing: 'usual' }).ok).toBeFalse();
  });
  it('what a plan promises is what its own filling and pouring gives; progress only rises', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 5, noNaN: true }),
        fc.double({ min: 2, max: 8, noNaN: true }),
        fc.double({ min: 0.5, max: 0.98, noNaN: true }),
        (bagL, times, targetFraction) => {
          const plan = unwrap(dripPlan({ bagL, boxL: bagL * times, bearing: 'delicate', targetFraction })).value;
          const reached = (share: number) =>
            plannedFraction({
              bagL,
              boxL: bagL * times,
              rateLPerH: plan.rateLPerH,
              elapsedMinutes: plan.durationMinutes * share,
            });
          return Math.abs(reached(1) - targetFraction) < 1e-6 && reached(0.4) <= reached(0.6) && reached(0) === 0;
        },
      ),
    );
    expect(expectedFirstLosses({ arrivedCount: 15 })).toEqual({ upToCount: 2, days: 14 });
  });
});

describe('how many there are', () => {
  const event = (n: number, name: StockEventName, lo: number, hi = lo): StockEvent => ({
    atEpochMs: n * day,
    event: name,
    kindId: 'colony shrimp',
    strain: '',
    count: { lo, hi },
  });
  const count = (events: StockEvent[], n: number) =>
    populationOf({ kind: colonyShrimp, strain: '', events, nowEpochMs: n * day, tempC: 23 });
  it('T10: six berried females of about 25 young each are 150 within about 30 days (common practice)', () => {
    const brood = broodForecast({ kind: colonyShrimp, carrying: at(6), seenEpochMs: 0, tempC: 23 });
    expect(brood?.youngCount).toEqual({ lo: 150, hi: 150 });
    expect(Number(brood?.hiEpochMs) / day).toBe(30);
    expect(count([event(0, 'arrived', 15), event(50, 'berried', 6)], 85).count.hi).toBe(165);
    expect(count([event(0, 'present', 15)], 0).count).toEqual({ lo: 15, hi: 15 });
    expect(
      broodDays({ brood: { mode: 'carries-eggs', days: { lo: 25, hi: 30 }, atC: 23, youngCount: at(1) }, tempC: 33 }),
    ).toEqual({ lo: 12.5, hi: 15 });
  });
  it('a count sets it; the lower end falls between counts, the upper does not', () => {
    const pop = count([event(0, 'arrived', 15), event(100, 'counted', 40, 60), event(101, 'died', 2)], 300);
    expect(pop.lastCountedEpochMs).toBe(100 * day);
    expect(pop.count.hi).toBe(58);
    expect(pop.count.lo).toBeLessThan(38);
    expect(pop.count.lo).toBeGreaterThan(20);
  });
  it('moves and gifts take at both ends, never below nothing, whatever is written', () => {
    const name = fc.constantFrom(
      'arrived',
      'born',
      'died',
      'missing',
      'moved-out',
      'counted',
      'berried',
    ) as fc.Arbitrary<StockEventName>;
    const any = fc.record({
      n: fc.integer({ min: 0, max: 400 }),
      name,
      lo: fc.integer({ min: 0, max: 50 }),
      more: fc.integer({ min: 0, max: 20 }),
    });
    fc.assert(
      fc.property(fc.array(any, { maxLength: 20 }), (events) => {
        const pop = count(
          events.map((e) => event(e.n, e.name, e.lo, e.lo + e.more)),
          500,
        );
        return pop.points.every((p) => p.lo >= 0 && p.lo <= p.hi) && pop.count.lo <= pop.count.hi;
      }),
    );
    expect(
      populationsOf({ kinds: [colonyShrimp], events: [event(0, 'arrived', 5)], nowEpochMs: day, tempC: null })[0]?.count
        .hi,
    ).toBe(5);
  });
});

describe('alarms', () => {
  const event = (n: number, name: StockEventName, lo: number, over: Partial<StockEvent> = {}): StockEvent => ({
    atEpochMs: n * day,
    event: name,
    kindId: 'colony shrimp',
    strain: '',
    count: at(lo),
    ...over,
  });
  const ids = (events: StockEvent[], n: number) => {
    const population = populationOf({ kind: colonyShrimp, strain: '', events, nowEpochMs: n * day, tempC: 23 });
    return stockAlarms({ kind: colonyShrimp, population, events, nowEpochMs: n * day }).map(
      (a) => `${a.reason.id}:${a.severity}`,
    );
  };
  it('the Poisson tail: 3 or more where 0.5 are expected is 1.44 % (tables of the distribution)', () => {
    expect(poissonTail({ seenCount: 3, expectedCount: 0.5 })).toBeCloseTo(0.0144, 4);
    expect(poissonTail({ seenCount: 10, expectedCount: 10 })).toBeCloseTo(0.5421, 4);
    expect(poissonTail({ seenCount: 0, expectedCount: 3 })).toBe(1);
  });
  it('five dead in a week are an alarm in a colony of 30 and background in one of 400', () => {
    expect(ids([event(0, 'counted', 30), event(98, 'died', 5)], 100)).toContain('deaths:act');
    expect(ids([event(0, 'counted', 400), event(98, 'died', 5)], 100)).not.toContain('deaths:act');
  });
  it('a tank that loses one a week by habit is not alarmed by one', () => {
    const habit = Array.from({ length: 24 }, (_, i) => event(10 + i * 7, 'died', 1));
    expect(
      ids([event(0, 'counted', 80), ...habit, event(183, 'died', 1)], 184).filter((x) => x.startsWith('deaths')),
    ).toEqual([]);
  });
  it('first losses are said to be expected; missing without bodies is a case of its own', () => {
    expect(ids([event(95, 'arrived', 15), event(98, 'died', 2)], 100)).toEqual(['first-losses:watch']);
    expect(ids([event(0, 'counted', 40), event(98, 'counted', 30)], 100)).toContain('missing:act');
    expect(ids([event(0, 'counted', 40), event(98, 'missing', 1)], 100)).toContain('missing:watch');
  });
  it('the early signs: not grazing, young not growing, no young for six weeks where there used to be', () => {
    expect(ids([event(0, 'counted', 40), event(99, 'sign', 0, { count: null, sign: 'not-grazing' })], 100)).toContain(
      'not-grazing:watch',
    );
    expect(
      ids([event(0, 'counted', 40), event(99, 'sign', 0, { count: null, sign: 'young-not-growing' })], 100),
    ).toContain('young-not-growing:watch');
    expect(ids([event(0, 'counted', 40), event(50, 'berried', 4), event(190, 'counted', 40)], 200)).toContain(
      'no-young:watch',
    );
    expect(ids([event(0, 'counted', 40), event(180, 'berried', 4), event(190, 'counted', 40)], 200)).not.toContain(
      'no-young:watch',
    );
  });
  it('T20: in a colony of 300 several moults a day are background; in one of 20 three are not (common practice)', () => {
    expect(ids([event(0, 'counted', 300), event(99.9, 'moulted', 6)], 100)).not.toContain('moults:watch');
    expect(ids([event(0, 'counted', 20), event(99.9, 'moulted', 4)], 100)).toContain('moults:watch');
  });
});

describe('feeding', () => {
  it('T11: shrimp eat 3-5 % of body mass a day: ten of 2 cm, a gram together, 0.03-0.05 g (common practice)', () => {
    expect(rationByMass({ bodyMassG: 1, group: 'shrimp' })).toEqual({ loGPerDay: 0.03, hiGPerDay: 0.05 });
  });
  it('rations of an absence: shrimp by their school and the others by theirs, both at the lower end', () => {
    const all = [
      { kind: colonyShrimp, count: { lo: 5, hi: 10 } },
      { kind: softFish, count: { lo: 4, hi: 4 } },
      { kind: stemPlant, count: { lo: 9, hi: 9 } },
    ];
    const found = leastRations(all);
    expect(found.map((r) => r.percentPerDay)).toEqual([jasmine.any(Number), jasmine.any(Number)]);
    expect(found[0]?.percentPerDay).toBeCloseTo(3, 9);
    expect(found[1]?.percentPerDay).toBeCloseTo(1, 9);
    expect(found[0]?.massG).toBeCloseTo(livingMassG(all.slice(0, 1)).hi, 9);
    expect(found[1]?.massG).toBeCloseTo(livingMassG(all.slice(1)).hi, 9);
    expect(leastRations(all.slice(2))).toEqual([]);
  });
  it('a breeding colony is young, half-grown and adult: a hundred shrimp of 2 cm weigh 4.4 g, not 10', () => {
    const of = (lo: number, hi = lo, kind = colonyShrimp) => livingMassG([{ kind, count: { lo, hi } }]);
    // (1/27 + 8/27 + 1) / 3 = 0.444 of adults of 0.1 g.
    expect(of(100).lo).toBeCloseTo((100 * 0.1 * (1 / 27 + 8 / 27 + 1)) / 3, 9);
    expect(of(19).lo).toBeCloseTo(1.9, 9);
    expect(of(20).lo).toBeCloseTo((2 * (36 / 27)) / 3, 9);
    const lone = { ...colonyShrimp, animal: { ...colonyShrimp.animal!, brood: null } };
    expect(of(100, 120, lone)).toEqual({ lo: jasmine.any(Number) as never, hi: jasmine.any(Number) as never });
    expect(of(100, 120, lone).hi).toBeCloseTo(12, 9);
  });
  it('the three schools give their own figures: daily, as the last meals teach, two or three times a week', () => {
    const dayG = { lo: 0.3, hi: 0.5 };
    const [mass, cleared, few] = schoolRations({ dayG, learntG: 0.22 });
    expect([mass?.school, mass?.mealG.lo, mass?.weekG.hi]).toEqual(['mass', 0.3, 3.5]);
    expect([cleared?.mealG, cleared?.weekG.lo]).toEqual([{ lo: 0.22, hi: 0.22 }, 0.22 * 7]);
    expect([few?.mealG, few?.weekG]).toEqual([dayG, { lo: 0.6, hi: 1.5 }]);
    expect(schoolRations({ dayG, learntG: null })[1]?.mealG).toEqual({ lo: 0.3, hi: 0.3 });
    expect([pinchesOf(0.05), pinchesOf(0.12), pinchesOf(0.01)]).toEqual([1, 2.5, 0]);
  });
  it('1 g of food of 40 % protein brings 64 mg nitrogen, up to 2.83 mg/L nitrate in 100 L (Jones 1931; atomic weights)', () => {
    const { nitrogenG, no3MgPerL } = unwrap(nitrogenOf({ foodG: 1, proteinFraction: 0.4, netVolumeL: 100 })).value;
    expect(nitrogenG).toBeCloseTo(0.064, 9);
    expect(no3MgPerL).toBeCloseTo(2.833, 3);
    expect(nitrogenOf({ foodG: -1, proteinFraction: 0.4, netVolumeL: 100 }).ok).toBeFalse();
  });
  it('T12: gone in 10-15 min, a little more next time; left over, less (common practice)', () => {
    const meal = (clearedMinutes: number | null, n = 0) => ({ atEpochMs: n * day, foodG: 0.1, clearedMinutes });
    expect(nextMeal([meal(12)])?.foodG).toBeCloseTo(0.11, 9);
    expect(nextMeal([meal(null)])?.foodG).toBeCloseTo(0.08, 9);
    expect(nextMeal([meal(40)])?.foodG).toBeCloseTo(0.1, 9);
    expect(nextMeal([meal(40, 0), meal(40, 1), meal(12, 2)])?.foodG).toBeCloseTo(0.1, 9);
    expect(nextMeal([])).toBeNull();
  });
  const food = (id: string, purpose: Food['purpose'], stay: [number, number] | null): Food => ({
    id,
    name: id,
    purpose,
    proteinFraction: at(0.4),
    stayHours: stay && { lo: stay[0], hi: stay[1] },
    note: '',
    sourceIds: [],
  });
  it('T13: leftovers out after 6-8 h, gel within 24, frozen 10-12; leaves stay (common practice)', () => {
    expect(leftoverDue({ food: food('flake', 'daily', [6, 8]), fedEpochMs: 0 })).toEqual({
      loEpochMs: 6 * hourMs,
      hiEpochMs: 8 * hourMs,
    });
    expect(leftoverDue({ food: food('leaf', 'leaf', null), fedEpochMs: 0 })).toBeNull();
  });
  it('foods come round by purpose; portions for an absence skip the first two days', () => {
    const foods = [food('flake', 'daily', [6, 8]), food('worm', 'protein', [10, 12]), food('leaf', 'leaf', null)];
    expect(
      nextFood({
        foods,
        fed: [
          { foodId: 'flake', atEpochMs: 3 },
          { foodId: 'worm', atEpochMs: 1 },
          { foodId: 'leaf', atEpochMs: 2 },
        ],
      })?.id,
    ).toBe('worm');
    expect(portionsFor({ awayDays: 14, school: 'few', dailyG: 0.3 })).toEqual({ portionCount: 5, portionG: 0.3 });
    const count = (awayDays: number, school: 'few' | 'mass') =>
      portionsFor({ awayDays, school, dailyG: 0.3 }).portionCount;
    expect([count(1, 'mass'), count(2, 'mass'), count(3, 'mass'), count(4, 'mass'), count(12, 'mass')]).toEqual([
      0, 0, 1, 1, 5,
    ]);
    expect([count(2, 'few'), count(4, 'few'), count(5, 'few'), count(9, 'few')]).toEqual([0, 0, 1, 3]);
  });
});

describe('plants', () => {
  it('potassium nitrate is 61.3 % nitrate: 1 g three times a week in 100 L adds 18.4 mg/L, and settles at twice that with half changed (atomic weights)', () => {
    const [kno3] = drySalts;
    if (!kno3) throw new Error('no salt');
    const { no3MgPerLPerWeek, no3CeilingMgPerL, kMgPerLPerWeek } = unwrap(
      nutrientsAdded({ fertiliser: kno3, amountMl: 1, dosesPerWeek: 3, netVolumeL: 100, weeklyChangeFraction: 0.5 }),
    ).value;
    expect(no3MgPerLPerWeek).toBeCloseTo(18.4, 1);
    expect(kMgPerLPerWeek).toBeCloseTo(11.6, 1);
    expect(no3CeilingMgPerL).toBeCloseTo(2 * no3MgPerLPerWeek, 9);
    expect(nutrientsAdded({ fertiliser: kno3, amountMl: -1, dosesPerWeek: 3, netVolumeL: 100 }).ok).toBeFalse();
  });
  it('T24: a densely planted 45 L tank takes about 45 min; tops are replanted two or three times, then shaped (common practice)', () => {
    const due = (trims: number[]) =>
      trimDue({ kind: stemPlant, trimsAtEpochMs: trims, plantedEpochMs: 0, netVolumeL: 45 });
    expect(due([])?.workMinutes).toBe(45);
    expect([
      due([])?.stage,
      due([1, 2].map((n) => n * 14 * day))?.stage,
      due([1, 2, 3].map((n) => n * 14 * day))?.stage,
    ]).toEqual(['replant', 'replant', 'shape']);
    expect(Number(due([14 * day, 28 * day, 42 * day])?.loEpochMs) / day).toBeCloseTo(42 + (14 * 2) / 3, 6);
    expect(trimDue({ kind: softFish, trimsAtEpochMs: [], plantedEpochMs: 0, netVolumeL: 45 })).toBeNull();
    expect(hardFish.plant).toBeNull();
  });
});
