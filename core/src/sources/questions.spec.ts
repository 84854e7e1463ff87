import { unwrap } from '#core/result';
import { catalogueCase } from '../readings/parameters.cases';
import { oxygenSaturation } from '#core/water';
import { waterQuestions } from './questions';
import type { Analysis } from './analysis';

const at = (value: number): { lo: number; hi: number } => ({ lo: value, hi: value });
const asked = (readings: Analysis, known = {}): string[] =>
  waterQuestions({ readings, catalogue: catalogueCase, known }).map((q) => q.kind);

describe('questions about a set of readings', () => {
  it('GH 12 cannot give 90 µS/cm (brief 02), with KH or without', () => {
    expect(asked({ ghDegrees: at(12), ec25UsPerCm: at(90) })).toEqual(['contradiction']);
    expect(asked({ ghDegrees: at(12), khDegrees: at(5), ec25UsPerCm: at(90) })).toEqual(['contradiction']);
    expect(asked({ ghDegrees: at(12), ec25UsPerCm: at(480) })).toEqual([]);
  });
  it('questions the stated waters of three Sulawesi lakes (common practice, T16)', () => {
    for (const [gh, kh, ec] of [
      [5, 4, 107],
      [7, 6, 175],
      [6, 4, 146],
    ] as const)
      expect(asked({ ghDegrees: at(gh), khDegrees: at(kh), ec25UsPerCm: at(ec) })).toContain('contradiction');
  });
  it('lets a softened tap be: GH 0 with 300 µS/cm (common practice, T17)', () => {
    expect(asked({ ghDegrees: at(0), ec25UsPerCm: at(300) })).toEqual([]);
  });
  it('asks about pH 74 and 64 °C with the likely mend', () => {
    const [ph] = waterQuestions({ readings: { ph: at(74) }, catalogue: catalogueCase });
    expect([ph?.kind, ph?.mend]).toEqual(['impossible', '7.4']);
    const [temp] = waterQuestions({ readings: { tempC: at(64) }, catalogue: catalogueCase });
    expect(temp?.kind).toBe('improbable');
    expect(temp?.mend).toContain('17.8');
  });
  it('asks about pH 5.5 with KH 8: more than 500 mg/L of CO2 by Plummer & Busenberg', () => {
    expect(asked({ ph: at(5.5), khDegrees: at(8) })).toEqual(['contradiction']);
    expect(asked({ ph: at(7.2), khDegrees: at(4) })).toEqual([]);
  });
  it('asks where the tank’s own model expected something else, but not within three half widths', () => {
    const expected = { no3MgPerL: { mean: 20, lo80: 16, hi80: 24 } };
    expect(asked({ no3MgPerL: at(45) }, { expected })).toEqual(['unexpected']);
    expect(asked({ no3MgPerL: at(30) }, { expected })).toEqual([]);
    expect(asked({ no3MgPerL: { lo: 30, hi: 60 } }, { expected })).toEqual([]);
  });
});

describe('oxygen in balance with air (Benson & Krause 1984, Standard Methods 4500-O)', () => {
  for (const [tempC, altitudeM, o2] of [
    [0, 0, 14.62],
    [10, 0, 11.29],
    [20, 0, 9.09],
    [25, 500, 7.77],
    [20, 2000, 7.088],
  ] as const)
    it(`is ${o2} mg/L at ${tempC} °C and ${altitudeM} m`, () => {
      expect(unwrap(oxygenSaturation({ tempC, altitudeM })).o2MgPerL).toBeCloseTo(o2, 1);
    });
});
