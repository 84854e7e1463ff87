import fc from 'fast-check';
import { caseOf, inputOf, toleranceOf } from '#core/checks';
import { recorder } from '#core/explain';
import { unwrap } from '#core/result';
import {
  alternating,
  blend,
  changeSequence,
  newWaterSpan,
  sensibleWaterSpan,
  conditionerDose,
  dripFor,
  dropsPerSecond,
  holdCeiling,
  hotAndCold,
  leastRhythm,
  mixTemperature,
  ramp,
  rampWeeks,
  routineCost,
  routineSettles,
  addedByTopUp,
  topUpCreep,
  whatIf,
  whatIfAtOnce,
  wiseSequence,
  type StepLimit,
  type WhatIfInput,
} from './index';

/** The plain recurrence, change after change: what the closed form must agree with. */
function playedOut(x: { productionPerDay: number; sourceValue: number; changeFraction: number; everyDays: number }): {
  peak: number;
  trough: number;
} {
  let [peak, trough] = [0, 0];
  for (let i = 0; i < 4000; i++) {
    peak = Math.max(0, trough + x.productionPerDay * x.everyDays);
    trough = (1 - x.changeFraction) * peak + x.changeFraction * x.sourceValue;
  }
  return { peak, trough };
}

describe('where a routine settles', () => {
  for (const id of ['nitrate-1', 'nitrate-3'])
    it(`${id}: peak and trough of the steady state (closed form)`, () => {
      const c = caseOf(id);
      const { value } = unwrap(
        routineSettles({
          productionPerDay: inputOf(c, 'p_per_day'),
          sourceValue: inputOf(c, 'c_in'),
          changeFraction: inputOf(c, 'fraction'),
          everyDays: inputOf(c, 'interval_days'),
        }),
      );
      expect(value.peak).toBeCloseTo(Number(c.expected['steady_peak']), 3);
    });
  it('T09 (common practice): 15 a week and a quarter weekly settle at 60 before and 45 after', () => {
    const { value } = unwrap(
      routineSettles({ productionPerDay: 15 / 7, sourceValue: 0, changeFraction: 0.25, everyDays: 7 }),
    );
    expect(value.peak).toBeCloseTo(60, 9);
    expect(value.trough).toBeCloseTo(45, 9);
  });
  it('agrees with change after change played out', () => {
    expect(
      fc.check(
        fc.property(
          fc.record({
            productionPerDay: fc.double({ min: 0, max: 5, noNaN: true }),
            sourceValue: fc.double({ min: 0, max: 50, noNaN: true }),
            changeFraction: fc.double({ min: 0.05, max: 1, noNaN: true }),
            everyDays: fc.integer({ min: 1, max: 30 }),
          }),
          (x) => {
            const { value } = unwrap(routineSettles(x));
            const played = playedOut(x);
            return Math.abs(value.peak - Math.max(played.peak, played.trough)) < 1e-6 * (1 + value.peak);
          },
        ),
      ).failed,
    ).toBeFalse();
  });
  it('hardness that is used up settles below the source', () => {
    const { value } = unwrap(
      routineSettles({ productionPerDay: -0.05, sourceValue: 4, changeFraction: 0.25, everyDays: 7 }),
    );
    expect(value.trough).toBeCloseTo(4 - (0.05 * 7) / 0.25, 6);
    expect(value.peak).toBeLessThan(4);
  });
  it('refuses no change at all', () => {
    expect(routineSettles({ productionPerDay: 1, sourceValue: 0, changeFraction: 0, everyDays: 7 }).ok).toBeFalse();
  });
});

describe('holding a ceiling', () => {
  it('nitrate-req-1: two a day, 5 in the source, weekly, ceiling 40 takes 40 %', () => {
    const c = caseOf('nitrate-req-1');
    const { value } = unwrap(holdCeiling({ productionPerDay: 2, sourceValue: 5, ceiling: 40, everyDays: 7 }));
    expect(value.changeFraction).toBeCloseTo(Number(c.expected['fraction']), 9);
  });
  it('nitrate-req-3: over the whole tank is refused, with the rhythm it would take', () => {
    const told = holdCeiling({ productionPerDay: 3, sourceValue: 10, ceiling: 30, everyDays: 7 });
    const why = told.ok || told.refusal.kind !== 'unreachable' ? null : told.refusal.why;
    expect(why?.id === 'all-would-not-hold' && why.facts.neededEveryDays).toBeCloseTo(6.667, 3);
  });
  it('a ceiling at the source is out of reach for any change', () => {
    expect(holdCeiling({ productionPerDay: 1, sourceValue: 30, ceiling: 30, everyDays: 7 }).ok).toBeFalse();
  });
  it('more certainty takes more water', () => {
    const at = (certainty: 'even' | 'usual' | 'sure'): number =>
      unwrap(
        holdCeiling({
          productionPerDay: 1,
          productionSdPerDay: 0.3,
          certainty,
          sourceValue: 5,
          ceiling: 40,
          everyDays: 7,
        }),
      ).value.changeFraction;
    expect(at('even')).toBeLessThan(at('usual'));
    expect(at('usual')).toBeLessThan(at('sure'));
  });
  it('the least rhythm for that size is the week it came from', () => {
    const { value } = unwrap(leastRhythm({ productionPerDay: 2, sourceValue: 5, ceiling: 40, changeFraction: 0.4 }));
    expect(value.everyDays).toBeCloseTo(7, 9);
  });
});

describe('a row of changes', () => {
  it('T08 (common practice): 275 to 170 by fifths with 110: five, 178 after four, the last on day 10', () => {
    const { value } = unwrap(
      changeSequence({ value: 275, target: 170, sourceValue: 110, changeFraction: 0.2, everyDays: 2 }),
    );
    expect(value.changes).toBe(5);
    expect(value.after[3]).toBeCloseTo(177.584, 3);
    expect(value.after[4]).toBeCloseTo(Number(caseOf('change-3').expected['after']), 3);
    expect(value.lastAtDay).toBe(10);
  });
  it('T08: with 150 it takes nine, with 170 it never gets there', () => {
    expect(
      unwrap(changeSequence({ value: 275, target: 170, sourceValue: 150, changeFraction: 0.2, everyDays: 2 })).value
        .changes,
    ).toBe(9);
    expect(
      changeSequence({ value: 275, target: 170, sourceValue: 170, changeFraction: 0.2, everyDays: 2 }).ok,
    ).toBeFalse();
    expect(
      changeSequence({ value: 275, target: 100, sourceValue: 110, changeFraction: 0.2, everyDays: 2 }).ok,
    ).toBeFalse();
  });
  it('is nothing where the value is there already', () => {
    expect(
      unwrap(changeSequence({ value: 100, target: 100, sourceValue: 0, changeFraction: 0.2, everyDays: 2 })).value
        .changes,
    ).toBe(0);
  });
});

const limits: readonly StepLimit[] = [
  {
    id: 'ec-change',
    parameter: 'ec25UsPerCm',
    per: 'change',
    measure: 'fraction',
    byBearing: {
      delicate: { value: 0.05, grade: 'ours' },
      usual: { value: 0.1, grade: 'ours' },
      robust: { value: 0.2, grade: 'ours' },
    },
    note: '',
    sourceIds: ['ours'],
  },
];
describe('the shortest wise sequence', () => {
  const base = {
    netVolumeL: 50,
    source: { ec25UsPerCm: 110, no3MgPerL: 0 },
    bearing: 'delicate' as const,
    limits,
    everyDays: 2,
  };
  it('leaves alone what is in order', () => {
    const told = unwrap(
      wiseSequence({
        ...base,
        tank: { ec25UsPerCm: 150 },
        aims: [{ parameter: 'ec25UsPerCm', value: 170, side: 'at-most' }],
      }),
    );
    expect(told.verdict).toBe('leave');
  });
  it('keeps every step within what these animals bear, and ends at the goal', () => {
    const told = unwrap(
      wiseSequence({
        ...base,
        tank: { ec25UsPerCm: 275 },
        aims: [{ parameter: 'ec25UsPerCm', value: 170, side: 'at-most' }],
      }),
    );
    expect(told.verdict).toBe('sequence');
    expect(told.steps.every((s) => s.steps.every((p) => p.within))).toBeTrue();
    expect(told.steps.at(-1)?.after.ec25UsPerCm).toBeLessThanOrEqual(170 + 1e-6);
    // 5 % a step: at least ln(275/170)/ln(1/0.95) steps.
    expect(told.steps.length).toBe(Math.ceil(Math.log(275 / 170) / -Math.log(0.95)));
    expect(told.stops.length).toBe(3);
  });
  it('is one change where one will do, and no larger than needed', () => {
    const told = unwrap(
      wiseSequence({
        ...base,
        bearing: 'robust',
        tank: { ec25UsPerCm: 200, no3MgPerL: 40 },
        aims: [{ parameter: 'no3MgPerL', value: 34, side: 'at-most' }],
      }),
    );
    expect(told.verdict).toBe('one');
    expect(told.steps[0]?.changeFraction).toBeCloseTo(0.15, 6);
  });
  it('says which aim the source can never give', () => {
    const told = unwrap(
      wiseSequence({
        ...base,
        tank: { ec25UsPerCm: 275 },
        aims: [{ parameter: 'ec25UsPerCm', value: 100, side: 'at-most' }],
      }),
    );
    expect(told.missed[0]?.why).toEqual({ id: 'source-beyond', facts: { sourceValue: 110 } });
    expect(told.verdict).toBe('no-way');
  });
  it('does not promise what the tank makes up again', () => {
    const told = unwrap(
      wiseSequence({
        ...base,
        tank: { ec25UsPerCm: 275 },
        productionPerDay: { ec25UsPerCm: 20 },
        aims: [{ parameter: 'ec25UsPerCm', value: 170, side: 'at-most' }],
      }),
    );
    expect(told.missed.map((m) => m.parameter)).toEqual(['ec25UsPerCm']);
  });
});

describe('waters poured together', () => {
  for (const id of ['mix-tap60-ro40', 'mix-three'])
    it(`${id}: hardness and heat by volume, pH by chemistry`, () => {
      const c = caseOf(id);
      const parts = (c.inputs['sources'] as Record<string, number>[]).map((s) => ({
        volumeL: s['V'] ?? NaN,
        water: { khDegrees: s['dkh'] ?? NaN, ghDegrees: s['dgh'] ?? NaN, ph: s['pH'] ?? NaN, tempC: s['t'] ?? NaN },
      }));
      const { value } = unwrap(blend({ parts }));
      expect(value.water.ghDegrees).toBeCloseTo(Number(c.expected['dGH']), 6);
      expect(value.water.khDegrees).toBeCloseTo(Number(c.expected['dKH']), 6);
      expect(value.water.tempC).toBeCloseTo(Number(c.expected['temp_C']), 6);
      const ph = Number(c.expected['pH_davies']);
      expect(Math.abs((value.ph ?? 0) - ph)).toBeLessThan(toleranceOf(c, ph, 'pH_davies'));
    });
  it('after a day of air the same mixture stands at 8.49 (mix-aerated)', () => {
    const c = caseOf('mix-aerated-tap60-ro40');
    const { value } = unwrap(blend({ parts: [{ volumeL: 1, water: { khDegrees: 6.08, tempC: 17.8, ph: 7.47 } }] }));
    expect(Math.abs((value.phAerated ?? 0) - Number(c.expected['pH_I0']))).toBeLessThan(0.05);
  });
  it('pure water whose pH nobody measured hardly moves the mixture: 60 L of KH 10 at 7.6 and 40 L of none stay near 7.5', () => {
    const tap = { khDegrees: 10, ph: 7.6, tempC: 15 };
    const of = (pure: object): number =>
      unwrap(
        blend({
          parts: [
            { volumeL: 60, water: tap },
            { volumeL: 40, water: { khDegrees: 0, tempC: 22, ...pure } },
          ],
        }),
      ).value.ph ?? 0;
    expect(of({})).toBeCloseTo(of({ ph: 6.2 }), 1);
  });
  it('a temperature nobody told is supposed and said; the pH stays within a tenth of the published one', () => {
    const c = caseOf('mix-tap60-ro40');
    const parts = (c.inputs['sources'] as Record<string, number>[]).map((s) => ({
      volumeL: s['V'] ?? NaN,
      water: { khDegrees: s['dkh'] ?? NaN, ph: s['pH'] ?? NaN },
    }));
    const told = unwrap(blend({ parts }, recorder()));
    expect(Math.abs((told.value.ph ?? 0) - Number(c.expected['pH_davies']))).toBeLessThan(0.1);
    expect(told.value.water.tempC).toBeUndefined();
    expect(told.assumptions).toContain({ id: 'temperature-supposed', facts: { tempC: 25 } });
  });
  it('leaves out what only one of them knows, and pH where it cannot be computed', () => {
    const { value } = unwrap(
      blend({
        parts: [
          { volumeL: 1, water: { ghDegrees: 4, ph: 7 } },
          { volumeL: 1, water: { ghDegrees: 6, no3MgPerL: 2 } },
        ],
      }),
    );
    expect(value.water.ghDegrees).toBe(5);
    expect(value.unknown).toContain('no3MgPerL');
    expect(value.ph).toBeNull();
  });
  it('refuses six waters, none, and a litre less than nothing', () => {
    const part = { volumeL: 1, water: {} };
    expect(blend({ parts: [] }).ok).toBeFalse();
    expect(blend({ parts: Array.from({ length: 6 }, () => part) }).ok).toBeFalse();
    expect(blend({ parts: [{ volumeL: -1, water: {} }] }).ok).toBeFalse();
  });
  it('temp-mix-1: 36 L at 26 and 84 L at 18 °C give 20.4 °C', () => {
    expect(
      unwrap(
        mixTemperature({
          parts: [
            { volumeL: 36, tempC: 26 },
            { volumeL: 84, tempC: 18 },
          ],
        }),
      ).value.tempC,
    ).toBeCloseTo(20.4, 9);
  });
  it('temp-change-req: a 30 % change may be 22.17 °C so that 25.5 °C falls by one degree', () => {
    expect(newWaterSpan({ tankC: 25.5, changeFraction: 0.3, mostStepC: 1 })?.loC).toBeCloseTo(22.1667, 3);
  });
  it('60 L at 24 °C of 12 and 60 °C: 15 L of hot, cold first, with the scald caution', () => {
    const told = unwrap(hotAndCold({ volumeL: 60, wantedC: 24, coldC: 12, hotC: 60 }));
    expect(told.hotL).toBeCloseTo(15, 9);
    const hot = (hotC: number) =>
      unwrap(hotAndCold({ volumeL: 60, wantedC: 24, coldC: 12, hotC })).steps.flatMap((s) =>
        s.id === 'then-hot' ? [s.facts.scaldingC] : [],
      );
    expect(told.steps.map((s) => s.id)).toEqual(['cold-first', 'then-hot', 'stir-measure', 'mixer-tap']);
    expect([hot(60), hot(50), hot(50.1)]).toEqual([[60], [null], [50.1]]);
    expect(hotAndCold({ volumeL: 60, wantedC: 70, coldC: 12, hotC: 60 }).ok).toBeFalse();
  });
});

describe('conditioner, drip, top-up, cost', () => {
  it('dechlor-1: 5 mL for 100 L at 1 mg/L by its label', () => {
    expect(
      unwrap(conditionerDose({ volumeL: 100, chlorineMgPerL: 1, labelMl: 5, labelL: 100, labelMgPerL: 1 })).value
        .doseMl,
    ).toBeCloseTo(5, 9);
  });
  it('refuses a label that names no strength', () => {
    expect(
      conditionerDose({ volumeL: 100, chlorineMgPerL: 1, labelMl: 5, labelL: 100, labelMgPerL: 0 }).ok,
    ).toBeFalse();
  });
  it('5 L/h is 28 drops a second at 20 drops a millilitre', () => {
    expect(dropsPerSecond(5)).toBeCloseTo(27.8, 1);
  });
  it('a step at its limit is dripped over four hours', () => {
    const step = {
      parameter: 'ghDegrees' as const,
      beforeValue: 4,
      afterValue: 5.12,
      stepValue: 1.12,
      limitValue: 1.12,
      per: 'day' as const,
      within: true,
      ruleId: 'gh',
      grade: 'ours' as const,
    };
    expect(dripFor({ changeL: 8, steps: [step] }).minutes).toBe(240);
    expect(dripFor({ changeL: 8, steps: [step] }).rateLPerH).toBeCloseTo(2, 9);
  });
  it('topoff-3: topping up with what holds 180 settles near 205', () => {
    const c = caseOf('topoff-3');
    const told = unwrap(
      topUpCreep({
        topUpLPerWeek: 7,
        topUpValue: 180,
        netVolumeL: 150,
        sourceValue: 180,
        changeFraction: 0.25,
        everyDays: 7,
      }),
    );
    const series = c.expected['series'] as number[];
    expect(told.settlesValue ?? 0).toBeGreaterThan(series.at(-1) ?? 0);
    expect(told.settlesValue).toBeCloseTo(205.2, 1);
  });
  it('pure and mineral water in turn: halves of 0 and 10 swing between a third and two thirds', () => {
    const told = unwrap(alternating({ productionPerDay: 0, sourceValues: [0, 10], changeFraction: 0.5, everyDays: 7 }));
    expect(told.afterValues[0]).toBeCloseTo(10 / 3, 9);
    expect(told.afterValues[1]).toBeCloseTo(20 / 3, 9);
  });
  it('a fifth of 100 L weekly is 1044 L a year', () => {
    const cost = routineCost({
      netVolumeL: 100,
      changeFraction: 0.2,
      everyDays: 7,
      changeMinutes: 30,
      roFraction: 0.5,
      wasteRatio: 3,
    });
    expect(cost.litresPerYearL).toBeCloseTo(1043.6, 1);
    expect(cost.wastedPerYearL).toBeCloseTo(1565.4, 1);
    expect(cost.workPerYearHours).toBeCloseTo(26.1, 1);
  });
  it('a new routine is led in, not switched', () => {
    const [from, to] = [
      { everyDays: 7, changeFraction: 0.1 },
      { everyDays: 7, changeFraction: 0.4 },
    ];
    expect(rampWeeks(from, to)).toBe(3);
    expect(ramp({ from, to, weeks: 3 }).map((w) => Math.round(100 * w.changeFraction))).toEqual([20, 30, 40]);
  });
});

describe('what if', () => {
  const quiet = {
    wanderValue: 0,
    driftPerDay: 0,
    usualProductionPerDay: 2,
    returnPerDay: 0,
    readingValue: 0,
    readingFraction: 0,
    misreadFraction: 0,
    jumpFraction: 0,
    jumpValue: 0,
    stepPerDay: 0,
    stepValue: 0,
    mostPerDay: 1,
  };
  const base: WhatIfInput = {
    levelValue: 20,
    levelSdValue: 0,
    productionPerDay: 2,
    productionSdPerDay: 0,
    traits: quiet,
    routines: [{ id: 'now', name: 'now', everyDays: 7, changeFraction: 0.3, sourceValue: 5 }],
    days: 364,
    drawsCount: 20,
    randomSeed: 1,
    ceilingValue: 60,
  };
  it('without chance it ends in the closed form of the routine: 37.7 after a change, 51.7 before', () => {
    const [course] = unwrap(whatIfAtOnce(base)).courses;
    const last = course?.fan.slice(-8).map((f) => f.mean) ?? [];
    expect(Math.min(...last)).toBeCloseTo(37.667, 2);
    expect(Math.max(...last)).toBeCloseTo(51.667 - 2, 2);
    expect(course?.aboveFraction).toBe(0);
  });
  it('twice the food crosses the ceiling, and says on which day half of the courses have', () => {
    const told = unwrap(whatIfAtOnce({ ...base, routines: [{ ...base.routines[0]!, feedFactor: 2 }] })).courses[0];
    expect(told?.aboveFraction).toBe(1);
    expect(told?.halfAboveAtDay).toBeLessThan(60);
  });
  it('an absence and skipped changes leave more behind; a softer source less', () => {
    const of = (more: object): number => {
      const fan =
        unwrap(whatIfAtOnce({ ...base, days: 60, routines: [{ ...base.routines[0]!, ...more }] })).courses[0]?.fan ??
        [];
      return Math.max(...fan.map((f) => f.mean));
    };
    expect(of({ absence: { fromAtDay: 20, days: 30 } })).toBeGreaterThan(of({}));
    expect(of({ skipFraction: 0.5 })).toBeGreaterThan(of({}));
    expect(of({ sourceValue: 0 })).toBeLessThan(of({}));
  });
  it('the same seed gives the same courses, and doubt about today widens the fan', () => {
    const wide = { ...base, levelSdValue: 4, productionSdPerDay: 0.5, days: 60, drawsCount: 400 };
    expect(unwrap(whatIfAtOnce(wide))).toEqual(unwrap(whatIfAtOnce(wide)));
    const [fan] = unwrap(whatIfAtOnce(wide)).courses;
    const day30 = fan?.fan[30];
    expect((day30?.hi80 ?? 0) - (day30?.lo80 ?? 0)).toBeGreaterThan(10);
  });
  it('says how far it is, so that it can be stopped between', () => {
    const steps = whatIf({ ...base, drawsCount: 200 });
    const first = steps.next();
    expect(!first.done && first.value.doneFraction).toBeCloseTo(0.25, 9);
  });
  it('refuses five routines and none', () => {
    expect(whatIfAtOnce({ ...base, routines: [] }).ok).toBeFalse();
    expect(whatIfAtOnce({ ...base, routines: Array.from({ length: 5 }, () => base.routines[0]!) }).ok).toBeFalse();
  });
});

describe('what a top-up adds', () => {
  it('is what is in its water, spread over the tank: 5 L of 10 °dH into 100 L half a degree (mass balance)', () => {
    expect(addedByTopUp({ topUpL: 5, water: { ghDegrees: 10, ec25UsPerCm: 400 }, netVolumeL: 100 })).toEqual({
      ghDegrees: 0.5,
      ec25UsPerCm: 20,
    });
    expect(addedByTopUp({ topUpL: 5, water: {}, netVolumeL: 100 })).toEqual({});
  });
  it('pH and temperature do not add up', () => {
    expect(addedByTopUp({ topUpL: 5, water: { ph: 7, tempC: 20, khDegrees: 4 }, netVolumeL: 100 })).toEqual({
      khDegrees: 0.2,
    });
  });
});

describe('how warm new water may sensibly be', () => {
  const span = (changeFraction: number, tapC: number | null = 12) =>
    sensibleWaterSpan({ tankC: 25, changeFraction, mostStepC: 2, tapC });
  it('a small change would bear 5 to 45 degrees: no colder than the tap, no hotter than hands bear (common practice)', () => {
    expect(span(0.1)).toEqual({ loC: 12, hiC: 38 });
    expect(span(0.1, null)).toEqual({ loC: 5, hiC: 38 });
    expect(span(0.05, null)).toEqual({ loC: 4, hiC: 38 });
  });
  it('what is borne is narrower where the change is large', () => {
    expect(span(0.5)).toEqual({ loC: 21, hiC: 29 });
    expect(span(0.5, 23)).toEqual({ loC: 23, hiC: 29 });
  });
  it('nothing where nothing is changed, or the tap is warmer than what is borne', () => {
    expect([span(0), span(0.5, 30)]).toEqual([null, null]);
  });
});
