import fc from 'fast-check';
import { caseOf, inputOf } from '#core/checks';
import { recorder } from '#core/explain';
import { unwrap } from '#core/result';
import {
  changeAdvice,
  changeEffect,
  changeEffectSpan,
  emergencyIn,
  largestWiseFraction,
  neededFraction,
  oneClassLower,
  planChange,
  residual,
  type PlanInput,
  type StepLimit,
  type WaterSpan,
} from './index';

const even = (value: number): StepLimit['byBearing'] => ({
  delicate: { value, grade: 'ours' },
  usual: { value: value * 2, grade: 'ours' },
  robust: { value: value * 3, grade: 'ours' },
});
const limits: readonly StepLimit[] = [
  {
    id: 'temp',
    parameter: 'tempC',
    per: 'change',
    measure: 'value',
    byBearing: even(1),
    note: '',
    sourceIds: ['ours'],
  },
  { id: 'gh', parameter: 'ghDegrees', per: 'day', measure: 'value', byBearing: even(1), note: '', sourceIds: ['ours'] },
  {
    id: 'ec',
    parameter: 'ec25UsPerCm',
    per: 'change',
    measure: 'fraction',
    byBearing: even(0.05),
    note: '',
    sourceIds: ['ours'],
  },
];
const thresholds = { nh3AsNMgPerL: 0.05, no2MgPerL: 1, chlorideToNitriteRatio: 10, cl2MgPerL: 0.05 };

describe('effect of a change', () => {
  it('change-1: 40 mg/L, 30 % with 0, leaves 28 (mass balance)', () => {
    expect(
      unwrap(changeEffect({ netVolumeL: 240, changeL: 72, tank: { no3MgPerL: 40 }, source: { no3MgPerL: 0 } })).value
        .after.no3MgPerL,
    ).toBeCloseTo(Number(caseOf('change-1').expected['after']), 6);
  });
  it('change-3: five changes of 20 % from 275 with 110 end at 164.07 (common practice, mass balance)', () => {
    const c = caseOf('change-3');
    let level = inputOf(c, 'c0');
    for (let i = 0; i < 5; i++)
      level =
        unwrap(
          changeEffect({
            netVolumeL: 100,
            changeFraction: 0.2,
            tank: { ec25UsPerCm: level },
            source: { ec25UsPerCm: 110 },
          }),
        ).value.after.ec25UsPerCm ?? 0;
    expect(level).toBeCloseTo(Number(c.expected['after']), 3);
  });
  it('temp-mix-1: 30 % at 18 °C into 26 °C gives 23.6 °C (heat balance)', () => {
    expect(
      unwrap(changeEffect({ netVolumeL: 120, changeL: 36, tank: { tempC: 26 }, source: { tempC: 18 } })).value.after
        .tempC,
    ).toBeCloseTo(23.6, 9);
  });
  it('60 L of a tank that holds 240 L net is 25 %', () => {
    expect(
      unwrap(changeEffect({ netVolumeL: 240, changeL: 60, tank: { no3MgPerL: 1 }, source: { no3MgPerL: 0 } })).value
        .changeFraction,
    ).toBe(0.25);
  });
  it('what only one of the waters tells is unknown afterwards, never taken as 0', () => {
    const { after, unknown } = unwrap(
      changeEffect({
        netVolumeL: 10,
        changeFraction: 0.5,
        tank: { ghDegrees: 4, no3MgPerL: 10 },
        source: { ghDegrees: 8 },
      }),
    ).value;
    expect(after).toEqual({ ghDegrees: 6 });
    expect(unknown).toEqual(['no3MgPerL']);
  });
  it('lies between tank and source for every fraction, and conserves mass', () => {
    const value = fc.double({ min: 0, max: 500, noNaN: true });
    expect(() =>
      fc.assert(
        fc.property(value, value, fc.double({ min: 0, max: 1, noNaN: true }), (x, c, f) => {
          const after =
            unwrap(
              changeEffect({ netVolumeL: 100, changeFraction: f, tank: { no3MgPerL: x }, source: { no3MgPerL: c } }),
            ).value.after.no3MgPerL ?? -1;
          return (
            after >= Math.min(x, c) - 1e-9 &&
            after <= Math.max(x, c) + 1e-9 &&
            Math.abs(100 * after - ((100 - 100 * f) * x + 100 * f * c)) < 1e-6
          );
        }),
      ),
    ).not.toThrow();
  });
  it('refuses a 300 % change, −5 L, 0 L net, NaN, and litres that contradict the fraction', () => {
    const tank = { no3MgPerL: 10 };
    const bad = [
      { netVolumeL: 100, changeL: 300 },
      { netVolumeL: 100, changeL: -5 },
      { netVolumeL: 0, changeL: 1 },
      { netVolumeL: 100, changeFraction: NaN },
      { netVolumeL: 100, changeL: 10, changeFraction: 0.5 },
      { netVolumeL: 100 },
    ];
    expect(bad.map((b) => changeEffect({ ...b, tank, source: tank }).ok)).toEqual([
      false,
      false,
      false,
      false,
      false,
      false,
    ]);
  });
  it('spans stay spans: 20-40 with 30 % of 5-10 gives 15.5-31; an open end stays open', () => {
    const after = changeEffectSpan({
      changeFraction: 0.3,
      tank: { no3MgPerL: { lo: 20, hi: 40 }, ghDegrees: { lo: 4, hi: null } },
      source: { no3MgPerL: { lo: 5, hi: 10 }, ghDegrees: { lo: 0, hi: 0 } },
    });
    expect(after.no3MgPerL).toEqual({ lo: 15.5, hi: 31 });
    expect(after.ghDegrees?.hi).toBeNull();
  });
});

describe('what remains', () => {
  it('50 % once, twice 25 % and five times 10 % leave 0.5, 0.5625 and 0.59049', () => {
    const c = caseOf('change-equal-split');
    const left = [
      [0.5, 1],
      [0.25, 2],
      [0.1, 5],
    ].map(
      ([changeFraction = 0, changeCount = 0]) =>
        unwrap(residual({ changeFraction, changeCount })).value.remainingFraction,
    );
    expect(left[0]).toBeCloseTo(Number(c.expected['once50']), 9);
    expect(left[1]).toBeCloseTo(Number(c.expected['two25']), 9);
    expect(left[2]).toBeCloseTo(Number(c.expected['five10']), 9);
  });
  it('refuses 2.5 changes and a fraction of 3', () => {
    expect([
      residual({ changeFraction: 0.2, changeCount: 2.5 }).ok,
      residual({ changeFraction: 3, changeCount: 1 }).ok,
    ]).toEqual([false, false]);
  });
  it('40 down to 30 with clean water needs a quarter; 100 from 275 is out of reach with a source of 110 (common practice)', () => {
    expect(unwrap(neededFraction({ nowValue: 40, targetValue: 30, sourceValue: 0 })).changeFraction).toBe(0.25);
    expect(neededFraction({ nowValue: 275, targetValue: 100, sourceValue: 110 }).ok).toBe(
      Boolean(caseOf('change-unreachable').expected['reachable']),
    );
  });
});

describe('advice on a step', () => {
  const advise = (over: Partial<Parameters<typeof changeAdvice>[0]>) =>
    unwrap(
      changeAdvice(
        {
          bearing: 'delicate',
          before: { tempC: 25, ghDegrees: 6 },
          after: { tempC: 24.5, ghDegrees: 6.5 },
          limits,
          ...over,
        },
        recorder(),
      ),
    ).value;
  it('is wise within every limit, and exactly on one', () => {
    expect(advise({}).advice).toBe('wise');
    expect(advise({ after: { tempC: 24, ghDegrees: 7 } }).advice).toBe('wise');
  });
  it('is too large beyond one of them; the robust bear what the delicate do not', () => {
    expect(advise({ after: { tempC: 22.5 } }).advice).toBe('too-large');
    expect(advise({ after: { tempC: 22.5 }, bearing: 'robust' }).advice).toBe('wise');
  });
  it('a share of the level: 6 % of 300 µS/cm is over the delicate 5 %', () => {
    expect(advise({ before: { ec25UsPerCm: 300 }, after: { ec25UsPerCm: 318 } }).advice).toBe('too-large');
  });
  it('per-day limits count what was moved in the last 24 hours', () => {
    expect(advise({ after: { ghDegrees: 6.6 }, movedToday: { ghDegrees: 0.6 } }).advice).toBe('too-large');
  });
  it('an emergency turns the weighing round, and only where the change helps', () => {
    const emergency = { kind: 'ammonia', why: { id: 'told', facts: { text: 'x' } } } as const;
    const big = { before: { tempC: 25, ghDegrees: 4, tanMgPerL: 2 }, after: { tempC: 25, ghDegrees: 9, tanMgPerL: 1 } };
    expect(advise({ ...big }).advice).toBe('too-large');
    const turned = advise({ ...big, emergency });
    expect(turned.advice).toBe('lesser-harm');
    expect(turned.conditions.length).toBeGreaterThan(0);
    expect(advise({ ...big, after: { ...big.after, tanMgPerL: 2.5 }, emergency }).advice).toBe('too-large');
  });
  it('refuses an unknown bearing and an empty comparison', () => {
    expect(
      changeAdvice({ bearing: 'tough' as never, before: { tempC: 1 }, after: { tempC: 1 }, limits }).ok,
    ).toBeFalse();
    expect(changeAdvice({ bearing: 'usual', before: { tempC: 25 }, after: { ph: 7 }, limits }).ok).toBeFalse();
  });
  it('new arrivals count one class lower', () => {
    expect([oneClassLower('robust'), oneClassLower('usual'), oneClassLower('delicate')]).toEqual([
      'usual',
      'delicate',
      'delicate',
    ]);
  });
  it('finds emergencies: toxic ammonia at pH 8, nitrite without chloride, chlorine; not ammonia at pH 6', () => {
    expect(emergencyIn({ water: { tanMgPerL: 2, ph: 8, tempC: 25 }, thresholds })?.kind).toBe('ammonia');
    expect(emergencyIn({ water: { tanMgPerL: 2, ph: 6, tempC: 25 }, thresholds })).toBeNull();
    expect(emergencyIn({ water: { no2MgPerL: 2 }, thresholds })?.kind).toBe('nitrite');
    expect(emergencyIn({ water: { no2MgPerL: 2, clMgPerL: 20 }, thresholds })).toBeNull();
    expect(emergencyIn({ water: { cl2MgPerL: 0.1 }, thresholds })?.kind).toBe('chlorine');
  });
  it('the largest wise fraction is wise, and a little more is not', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 12, max: 22, noNaN: true }),
        fc.double({ min: 8, max: 20, noNaN: true }),
        (tempC, ghDegrees) => {
          const tank = { tempC: 25, ghDegrees: 5 };
          const source = { tempC, ghDegrees };
          const largest = unwrap(largestWiseFraction({ tank, source, bearing: 'usual', limits })).changeFraction;
          const at = (changeFraction: number): string =>
            unwrap(
              changeAdvice({
                bearing: 'usual',
                before: tank,
                after: unwrap(changeEffect({ netVolumeL: 1, changeFraction, tank, source })).value.after,
                limits,
              }),
            ).value.advice;
          return at(largest) === 'wise' && (largest === 1 || at(Math.min(1, largest + 0.001)) === 'too-large');
        },
      ),
    );
    expect(
      unwrap(largestWiseFraction({ tank: { tempC: 25 }, source: { tempC: 25 }, bearing: 'delicate', limits }))
        .changeFraction,
    ).toBe(1);
  });
  it('a plan carries spans, advice and the largest wise change together', () => {
    const plan = unwrap(
      planChange({
        netVolumeL: 50,
        changeFraction: 0.5,
        tank: { ghDegrees: { lo: 3.5, hi: 4.5 }, no3MgPerL: { lo: null, hi: 5 }, tempC: { lo: 24, hi: 24 } },
        source: { ghDegrees: { lo: 10, hi: 11 }, no3MgPerL: { lo: 0, hi: 2.5 } },
        newWaterC: 24,
        bearing: 'usual',
        newArrivals: true,
        limits,
        thresholds,
      }),
    );
    expect(plan.bearing).toBe('delicate');
    expect(plan.advice.value.advice).toBe('too-large');
    expect(plan.afterSpans.ghDegrees).toEqual({ lo: 6.75, hi: 7.75 });
    expect(plan.afterSpans.no3MgPerL).toEqual({ lo: 0, hi: 3.75 });
    expect(plan.largestWiseFraction).toBeCloseTo(1 / 6.5, 3);
    expect(plan.largestBy).toBe('limits');
  });
  it('where no measured value sets a limit half is the most, unless waiting does harm; what nobody tested is named', () => {
    const alike: WaterSpan = { tempC: { lo: 24, hi: 24 }, ghDegrees: { lo: 8, hi: 8 } };
    const asked = (over: Partial<PlanInput>) =>
      unwrap(
        planChange({
          netVolumeL: 100,
          changeFraction: 0.3,
          tank: alike,
          source: alike,
          bearing: 'robust',
          newArrivals: false,
          limits,
          thresholds,
          ...over,
        }),
      );
    expect([asked({}).largestWiseFraction, asked({}).largestBy]).toEqual([0.5, 'half']);
    const gasping = asked({ emergency: { kind: 'gasping', why: { id: 'gasping', facts: {} } } });
    expect([gasping.largestWiseFraction, gasping.largestBy]).toEqual([0.8, 'stays-wet']);
    expect(asked({}).untested).toContain('ec25UsPerCm');
    expect(asked({}).untested).not.toContain('ghDegrees');
    expect(asked({ source: { tempC: { lo: 24, hi: 24 } } }).untested).toContain('ghDegrees');
  });
});
