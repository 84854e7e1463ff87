import { dayMs } from '#core/units';
import fc from 'fast-check';
import { caseOf, inputOf } from '#core/checks';
import {
  ammoniaOfChloramineRatio,
  blendDisagrees,
  blendOf,
  analysisReport,
  chargeBalance,
  chlorineMeaning,
  looksSoftened,
  movementOf,
  pettitt,
  unitState,
  type UnitLog,
} from './index';

const at = (value: number) => ({ lo: value, hi: value });
const day = dayMs;

describe('the consistency of an analysis', () => {
  it('GH 12 cannot give 90 µS/cm; three lake waters of the trade state less than their hardness implies (T16, common practice)', () => {
    const holds = (gh: number, kh: number, ec: number) =>
      analysisReport({ ghDegrees: at(gh), khDegrees: at(kh), ec25UsPerCm: at(ec) }).checks[0]?.holds;
    expect(holds(12, 5, 90)).toBeFalse();
    expect([holds(5, 4, 107), holds(7, 6, 175)]).toEqual([false, false]);
    expect(holds(6, 4, 146)).toBeFalse();
    expect(holds(11, 7, 430)).toBeTrue();
  });
  it('hard-camg-1: Ca 40 and Mg 10 mg/L are 7.9 dGH (Standard Methods 2340 B, from memory); 3 dGH beside them is questioned', () => {
    const { expected, inputs } = caseOf('hard-camg-1');
    const ions = { caMgPerL: at(Number(inputs['Ca_mgL'])), mgMgPerL: at(inputOf(caseOf('hard-camg-1'), 'Mg_mgL')) };
    const report = (gh: number) => analysisReport({ ...ions, ghDegrees: at(gh) }).checks[0];
    expect(report(Number(expected['dGH']))?.holds).toBeTrue();
    expect(report(3)?.holds).toBeFalse();
    const why = report(3)?.why;
    expect(why?.id === 'hardness' && why.facts.impliedGhDegrees).toBeCloseTo(Number(expected['dGH']), 1);
  });
  it('sodium chloride balances to nothing, and 100 mg/L of sodium alone does not (Standard Methods 1030 E)', () => {
    const salt = chargeBalance({ naMgPerL: at(22.98977), clMgPerL: at(35.45) });
    expect(salt.cationsMeqPerL.lo).toBeCloseTo(1, 9);
    expect(Math.abs(salt.differenceFraction)).toBeLessThan(1e-9);
    expect(chargeBalance({ naMgPerL: at(100) }).differenceFraction).toBe(1);
  });
  it('names the likeliest wrong value: the one in every broken check and in none that holds', () => {
    const whole = {
      caMgPerL: at(60),
      mgMgPerL: at(10),
      naMgPerL: at(15),
      clMgPerL: at(30),
      so4MgPerL: at(45),
      hco3MgPerL: at(160),
      khDegrees: at(7.35),
      ghDegrees: at(10.7),
      ec25UsPerCm: at(430),
    };
    expect(analysisReport(whole).suspect).toBeNull();
    expect(analysisReport(whole).checks.every((c) => c.holds)).toBeTrue();
    expect(analysisReport({ ...whole, ghDegrees: at(3) }).suspect).toBe('ghDegrees');
    const chloride = analysisReport({ ...whole, clMgPerL: at(300) });
    expect(chloride.checks.find((c) => c.id === 'charge')?.holds).toBeFalse();
    expect(chloride.candidates).toEqual(['naMgPerL', 'clMgPerL', 'so4MgPerL']);
    expect(analysisReport(whole).candidates).toEqual([]);
  });
  it('a partial analysis says what it could not test, and a span is given every doubt', () => {
    const partial = analysisReport({ ghDegrees: at(8), ec25UsPerCm: at(300) });
    expect(partial.checks).toEqual([]);
    expect(partial.untestable.find((u) => u.id === 'conductivity')?.needs).toEqual(['khDegrees']);
    expect(
      analysisReport({ ghDegrees: { lo: 2, hi: 12 }, khDegrees: at(1), ec25UsPerCm: at(90) }).checks[0]?.holds,
    ).toBeTrue();
  });
  it('softened: GH 0 with a pen at 150-225 ppm (T17, common practice); RO is not taken for it', () => {
    expect(looksSoftened({ ghDegrees: at(0), ec25UsPerCm: { lo: 214, hi: 450 } })).toBeTrue();
    expect(looksSoftened({ ghDegrees: at(0), ec25UsPerCm: at(5), khDegrees: at(0) })).toBeFalse();
  });
});

describe('a mixed batch', () => {
  const parts = [
    { partL: 60, analysis: { khDegrees: at(10), ghDegrees: at(12), ph: at(7.6) } },
    { partL: 40, analysis: { khDegrees: at(0.2), ghDegrees: { lo: null, hi: 1 }, ph: at(6.2) } },
  ];
  it('60 L of KH 10 and 40 L of KH 0.2 make KH 6.08 (mass balance); spans are kept; pH is not blended', () => {
    const blend = blendOf(parts);
    expect(blend.khDegrees?.lo).toBeCloseTo(6.08, 9);
    expect(blend.ghDegrees?.lo).toBeCloseTo(7.2, 9);
    expect(blend.ghDegrees?.hi).toBeCloseTo(7.6, 9);
    expect(blend.ph).toBeUndefined();
  });
  it('a drum that does not read as its parts say is named; one within a twentieth is not', () => {
    const expected = blendOf(parts);
    expect(blendDisagrees({ tested: { khDegrees: at(6.3), ghDegrees: at(11) }, expected })).toEqual(['ghDegrees']);
    expect(blendOf([])).toEqual({});
  });
});

describe('what moves in a source', () => {
  for (const id of ['stat-cp-1', 'stat-cp-3'])
    it(`${id}: the step lies where the least squares split lies (Pettitt 1979 as check, from memory)`, () => {
      const { inputs, expected } = caseOf(id);
      const series = (inputs['series'] as number[]).map((v, i) => ({ atEpochMs: i * day, ...at(v) }));
      const step = movementOf(series)?.step;
      expect(step?.atEpochMs).toBe(Number(expected['first_k']) * day);
      expect(step?.beforeValue).toBeCloseTo(Number(expected['mean_before']), 4);
      expect(step?.afterValue).toBeCloseTo(Number(expected['mean_after']), 4);
    });
  it('a step in the noise of a year of weekly tests is found, in the right weeks, where least squares alone say nothing', () => {
    // Two spreads of noise; the step is one and a half of them, from week 26 on.
    const noise = Array.from({ length: 52 }, (_, i) => Math.sin(12.9898 * (i + 1)) * 43758.5453).map(
      (x) => x - Math.floor(x) - 0.5,
    );
    const series = noise.map((x, i) => ({ atEpochMs: i * 7 * day, ...at(8 + 3.46 * x + (i >= 26 ? 1.5 : 0)) }));
    const step = movementOf(series)?.step;
    expect(Math.abs((step?.atEpochMs ?? 0) / (7 * day) - 26)).toBeLessThan(5);
    expect((step?.afterValue ?? 0) - (step?.beforeValue ?? 0)).toBeGreaterThan(0.9);
    expect(movementOf(noise.map((x, i) => ({ atEpochMs: i, ...at(x) })))?.step).toBeNull();
    // A kit in whole degrees and a step of less than half of one: nothing is named.
    const coarse = series.map((s) => ({ ...s, lo: s.lo - 2, hi: s.hi + 2 }));
    expect(movementOf(coarse)?.step).toBeNull();
  });
  for (const id of ['stat-cp-1', 'stat-cp-3'])
    it(`${id}: Pettitt’s K and its place (Pettitt 1979, from memory)`, () => {
      const { inputs, expected } = caseOf(id);
      const values = inputs['series'] as number[];
      const count = values.length;
      const told = pettitt(values);
      expect(told.splitIndex).toBe(Number(expected['pettitt_k']));
      expect(told.chanceFraction).toBeCloseTo(
        2 * Math.exp((-6 * Number(expected['pettitt_K']) ** 2) / (count ** 3 + count ** 2)),
        9,
      );
    });
  it('Pettitt’s K of eight readings, four low and four high, is 16: chance gives as much in 14 of 100', () => {
    const { splitIndex, chanceFraction } = pettitt([1, 2, 1, 2, 8, 9, 8, 9]);
    expect(splitIndex).toBe(4);
    expect(chanceFraction).toBeCloseTo(2 * Math.exp((-6 * 16 ** 2) / (512 + 64)), 12);
    expect(pettitt([5, 5, 5, 5]).chanceFraction).toBe(1);
  });
  it('noise is no step, three readings are too few, and order does not matter', () => {
    expect(movementOf([8, 9, 8, 9, 8, 9].map((gh, i) => ({ atEpochMs: i, ...at(gh) })))?.step).toBeNull();
    expect(movementOf([8, 14, 14].map((gh, i) => ({ atEpochMs: i, ...at(gh) })))?.step).toBeNull();
    const series = [3, 3, 3, 9, 9, 9].map((v, i) => ({ atEpochMs: i, ...at(v) }));
    expect(movementOf([...series].reverse())).toEqual(movementOf(series));
    expect(movementOf([])).toBeNull();
  });
});

describe('chlorine and chloramine', () => {
  const does = (chlorine: 'chlorine' | 'chloramine' | 'unknown', id: string) =>
    chlorineMeaning({ chlorine, state: 'tap-aged' }).find((p) => p.id === id)?.does;
  it('ageing settles chlorine and does nothing to chloramine, which passes the membrane too (common practice)', () => {
    expect([does('chlorine', 'ageing'), does('chloramine', 'ageing'), does('unknown', 'ageing')]).toEqual([
      'settles',
      'nothing',
      'nothing',
    ]);
    expect(does('chloramine', 'membrane')).toBe('nothing');
    expect(does('chloramine', 'conditioner')).toBe('settles');
  });
  it('1 mg/L of chloramine as Cl2 leaves 0.1976 mg/L ammonia nitrogen (stoichiometry)', () => {
    expect(ammoniaOfChloramineRatio).toBeCloseTo(0.1976, 4);
    const left = (cl2MgPerL: number) =>
      chlorineMeaning({ chlorine: 'chloramine', state: 'tap-aged', cl2MgPerL }).flatMap(({ reason }) =>
        reason.id === 'chloramine-ammonia' ? [reason.facts.tanMgPerL] : [],
      );
    expect(left(2)[0]).toBeCloseTo(0.395, 3);
    expect(left(0)).toEqual([]);
  });
  it('copper pipe, softener and rain bring their own cautions', () => {
    const ids = (state: 'softened' | 'rain', copperPipe = false) =>
      chlorineMeaning({ chlorine: 'none', state, copperPipe }).map((p) => p.id);
    expect(ids('softened', true)).toEqual(['copper', 'softener']);
    expect(ids('rain')).toEqual(['rain']);
  });
});

describe('the RO unit', () => {
  const line = (n: number, outUsPerCm: number | null, renewed: UnitLog['renewed'] = []): UnitLog => ({
    atEpochMs: n * 7 * day,
    madeL: n * 100,
    inUsPerCm: 430,
    betweenUsPerCm: 20,
    outUsPerCm,
    renewed,
  });
  it('rejects 1 − 20/430 = 95 %, and counts litres since the resin was new', () => {
    const state = unitState([line(0, 0, ['resin']), line(1, 0), line(2, 1)]);
    expect(state.rejectionFraction).toBeCloseTo(0.9535, 4);
    expect(state.litresSinceResinL).toBe(200);
  });
  it('10 ppm to the strict, 30 to the lenient (T07, common practice): 14-20 and 43-60 µS/cm by the pen’s factor', () => {
    const [strict, lenient] = unitState([]).forecasts;
    expect(strict?.limitUsPerCm.hi).toBe(20);
    expect(strict?.limitUsPerCm.lo).toBeCloseTo(14.3, 1);
    expect(lenient?.limitUsPerCm.hi).toBe(60);
  });
  it('a rise of 2 µS/cm in 100 L leaves 200-500 L to the strict school, more to the lenient; without a rise by earlier charges', () => {
    const rising = [line(0, 1, ['resin']), line(1, 2), line(2, 4), line(3, 6), line(4, 8), line(5, 10)];
    const [strict, lenient] = unitState(rising).forecasts;
    expect(strict?.by).toBe('rise');
    expect(strict?.leftL?.lo).toBeCloseTo((20 / 1.4 - 10) / 0.02, -1);
    expect(strict?.leftL?.hi).toBeCloseTo((20 - 10) / 0.02, -1);
    expect(Number(lenient?.leftL?.lo)).toBeGreaterThan(Number(strict?.leftL?.hi));
    const flat = unitState([line(0, 0, ['resin']), line(9, 20, ['resin']), line(10, 0), line(11, 0)]).forecasts[0];
    expect(flat?.by).toBe('earlier-charges');
    // One charge, changed after 900 L before any limit: at least so much, and no span of equal ends.
    expect(flat?.leftL).toEqual({ lo: 700, hi: null });
    const used = unitState([
      line(0, 0, ['resin']),
      line(4, 8),
      line(5, 16),
      line(6, 25),
      line(8, 61),
      line(9, 70, ['resin']),
      line(10, 0),
    ]).forecasts;
    // Strict: 14.3 to 20 µS/cm by the pen, passed between 400 and 600 L; lenient: 42.9 to 60, between 600 and 800.
    expect(used.map((f) => f.leftL)).toEqual([
      { lo: 300, hi: 500 },
      { lo: 500, hi: 700 },
    ]);
    expect(unitState([line(0, 0), line(1, 0)]).forecasts[0]?.state).toBe('unknown');
    expect(unitState([line(0, 1), line(1, 16)]).forecasts[0]?.state).toBe('reached');
  });
  it('litres left never fall below nothing while it is not reached', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 14, noNaN: true }), { minLength: 4, maxLength: 10 }), (outs) =>
        unitState(outs.map((out, n) => line(n, out))).forecasts.every((f) => f.leftL === null || f.leftL.lo >= 0),
      ),
    );
    expect(unitState([]).litresSinceResinL).toBe(0);
  });
});
