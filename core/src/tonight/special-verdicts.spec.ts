import { dayMs } from '#core/units';
import type { BandLine } from '#core/almanac';
import { caseOf, inputOf, toleranceOf } from '#core/checks';
import { unwrap } from '#core/result';
import { freeCo2, oxygenSaturation } from '#core/water';
import { chlorideGuard, chlorideInSaltFraction } from '../water/nitrite';
import { traitsOf, type DatedReading, type Parameter, type ParameterId } from '#core/readings';
import { catalogueCase } from '../readings/parameters.cases';
import { tankVerdict, type PhHolder, type TankVerdict } from './index';

const now = 400 * dayMs;
const band = (parameter: ParameterId, lo: number | null, hi: number | null): BandLine => ({
  parameter,
  lo,
  hi,
  grade: 'ours',
  sourceIds: ['ours'],
});
const at = (lo: number | null, hi = lo, daysAgo = 1): DatedReading => ({ lo, hi, atEpochMs: now - daysAgo * dayMs });
const more = (id: ParameterId, label: string, decimalsCount: number): Parameter => ({
  ...traitsOf(id),
  id,
  names: [],
  short: label,
  finerTest: 'a finer test',
  label,
  decimalsCount,
  readBy: { kind: 'resolution', resolution: 0.1 },
});
const catalogue = [
  ...catalogueCase,
  more('no2MgPerL', 'Nitrite', 2),
  more('clMgPerL', 'Chloride', 1),
  more('co2MgPerL', 'Free CO₂', 1),
  more('o2MgPerL', 'Dissolved oxygen', 1),
];
const bands = [band('no2MgPerL', 0, 0.25), band('co2MgPerL', 0, 30), band('o2MgPerL', 5, null), band('tempC', 22, 27)];
const judged = (readings: Partial<Record<ParameterId, DatedReading>>, phHolder: PhHolder = 'carbonate'): TankVerdict =>
  tankVerdict({
    catalogue,
    bands,
    history: {
      readings: Object.fromEntries(Object.entries(readings).map(([id, r]) => [id, [r]])),
      changes: [],
    },
    thresholds: { nh3AsNMgPerL: 0.05, no2MgPerL: 1, chlorideToNitriteRatio: 10, cl2MgPerL: 0.05 },
    chronicNh3AsNMgPerL: 0.02,
    phHolder,
    nowEpochMs: now,
    resting: false,
  });
const lineOf = (verdict: TankVerdict, id: ParameterId) => verdict.lines.find((l) => l.parameter === id);

describe('chloride against nitrite (SRAC 462, ten to one by mass; from memory)', () => {
  it('1 mg/L of nitrite with 5 of chloride lacks 5, which is 1.649 g of salt in 200 L', () => {
    const c = caseOf('nitrite-1');
    const guard = unwrap(chlorideGuard({ no2MgPerL: 1, clMgPerL: 5, wantedRatio: 10 })).value;
    expect(guard.clToNo2Ratio).toBe(5);
    expect(guard.missingClMgPerL).toBeCloseTo(Number(c.expected['cl_needed']), 9);
    const saltG = (guard.naclMgPerL * inputOf(c, 'volume_L')) / 1000;
    expect(Math.abs(saltG - Number(c.expected['nacl_g']))).toBeLessThanOrEqual(toleranceOf(c, saltG));
  });
  it('4.5 lb of salt in an acre-foot is 1 mg/L of chloride: the published rule is one by mass', () => {
    const c = caseOf('nacl-acrefoot');
    const clMgPerL = (4.5 * 453_592.37 * chlorideInSaltFraction) / 1_233_481.84;
    expect(Math.abs(clMgPerL - Number(c.expected['cl']))).toBeLessThanOrEqual(toleranceOf(c, 1));
  });
  it('no nitrite has no ratio and needs no salt; what cannot be is refused', () => {
    expect(unwrap(chlorideGuard({ no2MgPerL: 0, clMgPerL: 5, wantedRatio: 10 })).value).toEqual({
      clToNo2Ratio: null,
      missingClMgPerL: 0,
      naclMgPerL: 0,
    });
    expect(chlorideGuard({ no2MgPerL: -1, clMgPerL: 5, wantedRatio: 10 }).ok).toBeFalse();
  });
});

describe('the verdict on nitrite', () => {
  it('2 mg/L without a chloride reading is urgent, and names the test that would tell', () => {
    const got = judged({ no2MgPerL: at(1.5, 2) });
    expect([got.state, got.urgent, got.nextStep.kind, got.reason.id]).toEqual([
      'act',
      true,
      'change-now',
      'unguarded-nitrite',
    ]);
    expect(got.reason.facts.chloride).toEqual({ ratio: null, wantedRatio: 10, guards: false });
  });
  it('2 mg/L with 30 of chloride is over its band but not urgent; with 10 it is', () => {
    const guarded = judged({ no2MgPerL: at(1.5, 2), clMgPerL: at(30) });
    expect([guarded.state, guarded.urgent, guarded.reason.id]).toEqual(['act', false, 'guarded-nitrite']);
    expect(lineOf(guarded, 'no2MgPerL')?.clToNo2).toEqual({ lo: 15, hi: 20 });
    expect(judged({ no2MgPerL: at(1.5, 2), clMgPerL: at(10) }).urgent).toBeTrue();
  });
  it('a chloride reading of three weeks ago guards nothing', () => {
    expect(judged({ no2MgPerL: at(1.5, 2), clMgPerL: at(30, 30, 21) }).urgent).toBeTrue();
  });
  it('0.3 mg/L is over the band and no emergency; none is in band', () => {
    expect([judged({ no2MgPerL: at(0.3, 0.5) }).state, judged({ no2MgPerL: at(0.3, 0.5) }).urgent]).toEqual([
      'act',
      false,
    ]);
    expect(judged({ no2MgPerL: at(0, 0.05) }).state).toBe('settled');
  });
});

describe('free CO2 beside pH and KH', () => {
  const ends = (ph: number, kh: number): number => unwrap(freeCo2({ ph, khDegrees: kh, tempC: 25 })).value.co2MgPerL;
  it('is a span from the ends of both readings, and acts only where all of it is over the limit', () => {
    const got = judged({ ph: at(6.25, 6.35), khDegrees: at(3.5, 4.5), tempC: at(25) });
    const line = lineOf(got, 'co2MgPerL');
    expect(line?.latest?.lo).toBeCloseTo(ends(6.35, 3.5), 9);
    expect(line?.latest?.hi).toBeCloseTo(ends(6.25, 4.5), 9);
    expect([line?.state, got.state, got.nextStep.kind]).toEqual(['act', 'act', 'look']);
  });
  it('a span across the limit is said, and does not make the tank one that cannot be told', () => {
    const got = judged({ ph: at(6.6, 6.7), khDegrees: at(3.5, 4.5), tempC: at(25) });
    expect([lineOf(got, 'co2MgPerL')?.state, got.state]).toEqual(['unknown', 'settled']);
  });
  it('is not read where an active bed or tannins hold the pH, nor under KH 1, nor from last week’s pH', () => {
    const readings = { ph: at(6.25, 6.35), khDegrees: at(3.5, 4.5), tempC: at(25) };
    for (const holder of ['active-bed', 'tannins'] as const)
      expect(lineOf(judged(readings, holder), 'co2MgPerL')).toBeUndefined();
    expect(lineOf(judged({ ...readings, khDegrees: at(0.5, 1.5) }), 'co2MgPerL')).toBeUndefined();
    expect(lineOf(judged({ ...readings, ph: at(6.25, 6.35, 8) }), 'co2MgPerL')).toBeUndefined();
  });
  it('a measured one stands before a computed one', () => {
    const got = judged({ ph: at(6.25, 6.35), khDegrees: at(3.5, 4.5), tempC: at(25), co2MgPerL: at(18, 22) });
    expect(lineOf(got, 'co2MgPerL')?.latest?.lo).toBe(18);
  });
});

describe('how fast a value moves', () => {
  const ph = (latest: [number, number], before: [number, number], apartDays: number, perDay?: number): TankVerdict =>
    tankVerdict({
      catalogue,
      bands: [band('ph', 6, 8)],
      history: { readings: { ph: [at(...latest, 0), at(...before, apartDays)] }, changes: [] },
      thresholds: { nh3AsNMgPerL: 0.05, no2MgPerL: 1, chlorideToNitriteRatio: 10, cl2MgPerL: 0.05 },
      chronicNh3AsNMgPerL: 0.02,
      ...(perDay === undefined ? {} : { perDay: { ph: perDay } }),
      nowEpochMs: now,
      resting: false,
    });
  it('in band, but 0.7 in a day where 0.3 are borne, is no "leave it alone"', () => {
    const got = ph([7.55, 7.65], [6.75, 6.85], 1, 0.3);
    expect([got.state, got.reason.id, got.nextStep.kind]).toEqual(['drifting', 'fast', 'look']);
    expect(got.reason.facts.fast?.movedValue).toBeCloseTo(0.7, 9);
    expect([got.reason.facts.fast?.days, got.reason.facts.fast?.perDayValue]).toEqual([1, 0.3]);
  });
  it('the same over three days is borne; readings a week apart say nothing of a day; no limit, no word', () => {
    expect(ph([7.55, 7.65], [6.75, 6.85], 3, 0.3).state).toBe('settled');
    expect(ph([7.85, 7.95], [6.05, 6.15], 7, 0.1).state).toBe('settled');
    expect(ph([7.55, 7.65], [6.75, 6.85], 1).state).toBe('settled');
  });
  it('only what must have moved counts: spans that touch have not', () => {
    expect(ph([6.8, 7.8], [6, 6.8], 1, 0.3).state).toBe('settled');
  });
});

describe('oxygen and heat (Benson & Krause 1984)', () => {
  it('30 °C says that water holds 7.6 mg/L at most; 24 °C says nothing', () => {
    expect(judged({ tempC: at(30) }).reason.facts.heat?.o2MgPerL).toBeCloseTo(7.56, 2);
    expect(lineOf(judged({ tempC: at(24) }), 'tempC')?.reason.facts.heat).toBeUndefined();
  });
  it('a measured oxygen is given as a share of what the water can hold, and acts under 5 mg/L', () => {
    const got = judged({ tempC: at(25), o2MgPerL: at(4, 4.2) });
    const held = unwrap(oxygenSaturation({ tempC: 25 })).o2MgPerL;
    expect([got.state, got.nextStep.kind]).toEqual(['act', 'look']);
    expect(got.reason.facts.oxygen?.ofSaturationFraction).toBeCloseTo(4.1 / held, 9);
  });
  it('is never asked for by itself', () => {
    expect(judged({ tempC: at(25) }).lines.map((l) => l.parameter)).not.toContain('o2MgPerL');
  });
});
