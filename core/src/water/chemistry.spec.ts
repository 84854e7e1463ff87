import fc from 'fast-check';
import { caseOf, inputOf, publishedCases, toleranceOf } from '#core/checks';
import { recorder } from '#core/explain';
import { unwrap } from '#core/result';
import {
  aeratedPh,
  changeEffect,
  conductivityAt25,
  consistentHardness,
  freeCo2,
  leastConductivity,
  unionisedAmmonia,
} from './index';
import { carbonateConstants } from './carbonate';

describe('un-ionised ammonia (Emerson et al. 1975, from memory)', () => {
  for (const c of publishedCases.filter((x) => x.id.startsWith('nh3-pub')))
    it(`${c.id}: ${String(c.expected['percent'])} %`, () => {
      const percent =
        100 * unwrap(unionisedAmmonia({ ph: inputOf(c, 'pH'), tempC: inputOf(c, 'temp_C') })).value.fraction;
      expect(Math.abs(percent - Number(c.expected['percent']))).toBeLessThanOrEqual(
        toleranceOf(c, Number(c.expected['percent'])),
      );
    });
  it('the grid of 0-30 °C and pH 6-9 agrees within 0.6 %', () => {
    const rows = caseOf('nh3-grid').expected['rows'] as [number, number, number][];
    const off = rows.filter(
      ([tempC, ph, percent]) =>
        Math.abs(100 * unwrap(unionisedAmmonia({ ph, tempC })).value.fraction - percent) > 0.006 * percent,
    );
    expect(rows.length).toBeGreaterThan(100);
    expect(off).toEqual([]);
  });
  it('0.5 mg/L read as NH4 at 26 °C and pH 7.8 is 0.0144 mg/L NH3 as N', () => {
    const c = caseOf('nh3-tox-1');
    const nh3 =
      unwrap(unionisedAmmonia({ ph: 7.8, tempC: 26, tanMgPerL: (0.5 * 14.007) / 18.039 })).value.nh3AsNMgPerL ?? 0;
    expect(Math.abs(nh3 - Number(c.expected['NH3_N']))).toBeLessThanOrEqual(
      toleranceOf(c, Number(c.expected['NH3_N'])),
    );
  });
  it('refuses pH 15, −5 °C and negative ammonia', () => {
    for (const input of [
      { ph: 15, tempC: 25 },
      { ph: 7, tempC: -5 },
      { ph: 7, tempC: 25, tanMgPerL: -1 },
    ])
      expect(unionisedAmmonia(input).ok).toBeFalse();
  });
  it('writes its working down: inputs, steps that give their own value, source', () => {
    const explained = unwrap(unionisedAmmonia({ ph: 8, tempC: 25, tanMgPerL: 1 }, recorder()));
    expect(explained.inputs.map((i) => i.id)).toEqual(['ph', 'tempC', 'tanMgPerL']);
    expect(explained.steps.at(-1)?.value).toBe(explained.value.nh3AsNMgPerL);
    expect(explained.sourceIds).toContain('emerson-1975');
  });
});

describe('free CO2 (Plummer & Busenberg 1982, from memory)', () => {
  for (const c of publishedCases.filter((x) => /^co2-\d/.test(x.id)))
    it(`${c.id}: between I = 0 and Davies, within 2.5 %`, () => {
      const got = unwrap(freeCo2({ ph: inputOf(c, 'pH'), khDegrees: inputOf(c, 'dKH'), tempC: inputOf(c, 'temp_C') }))
        .value.co2MgPerL;
      const [low, high] = [Number(c.expected['co2_davies']), Number(c.expected['co2_I0'])];
      expect(got).toBeGreaterThan(low * 0.975);
      expect(got).toBeLessThan(high * 1.025);
    });
  it('the constants at 0 and 20 °C agree within 0.006 log units', () => {
    for (const id of ['carb-K-0', 'carb-K-20']) {
      const c = caseOf(id);
      const { k1, k2 } = carbonateConstants({ tempC: inputOf(c, 'temp_C'), ionicMolPerL: 0 });
      expect(-Math.log10(k1)).withContext(id).toBeCloseTo(Number(c.expected['pK1']), 2);
      expect(-Math.log10(k2)).withContext(id).toBeCloseTo(Number(c.expected['pK2']), 2);
    }
  });
  for (const c of publishedCases.filter((x) => x.id.startsWith('ph-air-')))
    it(`${c.id}: pH in balance with air within 0.03`, () => {
      const got = aeratedPh({ khDegrees: inputOf(c, 'dKH'), tempC: inputOf(c, 'temp_C') });
      expect(Math.abs(got - Number(c.expected['pH_davies']))).toBeLessThanOrEqual(0.03);
    });
  it('falls tenfold for a unit of pH', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 5.5, max: 7, noNaN: true }),
        fc.double({ min: 1, max: 20, noNaN: true }),
        (ph, khDegrees) => {
          const at = (p: number): number => unwrap(freeCo2({ ph: p, khDegrees, tempC: 25 })).value.co2MgPerL;
          return Math.abs(at(ph) / at(ph + 1) - 10) < 0.3;
        },
      ),
    );
    expect(freeCo2({ ph: 6.6, khDegrees: 4, tempC: 25 }).ok).toBeTrue();
  });
  it('refuses KH 0, pH 4 and 60 °C', () => {
    for (const input of [
      { ph: 7, khDegrees: 0, tempC: 25 },
      { ph: 4, khDegrees: 4, tempC: 25 },
      { ph: 7, khDegrees: 4, tempC: 60 },
    ])
      expect(freeCo2(input).ok).toBeFalse();
  });
});

describe('conductivity', () => {
  for (const id of ['ec-temp-1', 'ec-temp-3'])
    it(`${id}: compensation to 25 °C is a division (Standard Methods 2510)`, () => {
      const c = caseOf(id);
      expect(
        unwrap(conductivityAt25({ ecUsPerCm: inputOf(c, 'ec'), tempC: inputOf(c, 'temp_C') })).ec25UsPerCm,
      ).toBeCloseTo(Number(c.expected['ec25']), 1);
    });
  it('the three source lakes’ hardness implies more conductivity than is stated (common practice)', () => {
    const lakes = [
      [5, 4, 107],
      [7, 6, 175],
      [6, 4, 146],
    ] as const;
    for (const [ghDegrees, khDegrees, ec25UsPerCm] of lakes)
      expect(consistentHardness({ ghDegrees, khDegrees, ec25UsPerCm }).ok).withContext(String(ec25UsPerCm)).toBeFalse();
  });
  it('GH 12 cannot give 90 µS/cm; a softened tap of GH 0 may well give 450 (common practice)', () => {
    expect(consistentHardness({ ghDegrees: 12, khDegrees: 0, ec25UsPerCm: 90 }).ok).toBeFalse();
    expect(consistentHardness({ ghDegrees: 0, khDegrees: 8, ec25UsPerCm: 450 }).ok).toBeTrue();
  });
  it('is under what the published salts of the same hardness measure: CaCl2 and MgCl2 at 5 meq/L (CRC)', () => {
    const least = unwrap(leastConductivity({ ghDegrees: 5 / 0.3566525, khDegrees: 0 })).ec25UsPerCm;
    for (const id of ['ec-CaCl2-0.005eq', 'ec-MgCl2-0.005eq'])
      expect(least).toBeLessThan(Number(caseOf(id).expected['ec']));
    expect(least).toBeLessThan(480.6);
  });
});

describe('pH of a mixture', () => {
  it('mix-tap60-ro40: pH 7.47 after mixing, where averaging says 7.04', () => {
    const effect = unwrap(
      changeEffect({
        netVolumeL: 100,
        changeL: 40,
        tank: { khDegrees: 10, ghDegrees: 14, ph: 7.6, tempC: 15 },
        source: { khDegrees: 0.2, ghDegrees: 0.1, ph: 6.2, tempC: 22 },
      }),
    ).value;
    expect(Math.abs((effect.after.ph ?? 0) - 7.47)).toBeLessThan(0.03);
    expect(effect.after.khDegrees).toBeCloseTo(6.08, 6);
    expect(effect.after.tempC).toBeCloseTo(17.8, 6);
  });
  it('equal parts of pH 6 and pH 8, both KH 1, give 6.30 and not 7.0', () => {
    const effect = unwrap(
      changeEffect({
        netVolumeL: 10,
        changeFraction: 0.5,
        tank: { khDegrees: 1, ph: 8, tempC: 25 },
        source: { khDegrees: 1, ph: 6, tempC: 25 },
      }),
    ).value;
    expect(Math.abs((effect.after.ph ?? 0) - 6.3)).toBeLessThan(0.03);
  });
  it('is not made up where KH or temperature of one water is unknown', () => {
    const effect = unwrap(
      changeEffect({ netVolumeL: 10, changeFraction: 0.5, tank: { ph: 8, tempC: 25 }, source: { ph: 6, tempC: 25 } }),
    ).value;
    expect(effect.after.ph).toBeUndefined();
    expect(effect.unknown).toEqual(['ph']);
  });
});
