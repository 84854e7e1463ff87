import fc from 'fast-check';
import { degreeMeqPerL, degreeMmolPerL } from '#core/units';
import { unwrap } from '#core/result';
import { consistentHardness, leastConductivity } from './conductivity';
import { ionConductivity } from './ion-conductivity';
import { noIons } from './salts';

describe('whether a hardness and a conductivity can be of one water', () => {
  const mmol = fc.double({ min: 0.01, max: 7, noNaN: true });
  it('no water made of ions is refused: any calcium and magnesium with sulphate, bicarbonate, chloride and nitrate', () => {
    fc.assert(
      fc.property(mmol, mmol, mmol, mmol, mmol, (ca, mg, so4, hco3, no3) => {
        const cations = 2 * (ca + mg);
        const share = cations / Math.max(1e-9, 2 * so4 + hco3 + no3);
        // As many charges of either kind; sodium or chloride make up for what is missing.
        const table =
          share < 1
            ? { ...noIons(), ca, mg, so4, hco3, no3, na: 2 * so4 + hco3 + no3 - cations }
            : { ...noIons(), ca, mg, so4, hco3, no3, cl: cations - (2 * so4 + hco3 + no3) };
        const ghDegrees = (ca + mg) / degreeMmolPerL;
        const khDegrees = hco3 / degreeMeqPerL;
        if (ghDegrees > 60 || khDegrees > 60) return;
        const { ec25UsPerCm } = ionConductivity(table);
        expect(consistentHardness({ ghDegrees, khDegrees, ec25UsPerCm }).ok)
          .withContext(`GH ${ghDegrees}, KH ${khDegrees}, ${ec25UsPerCm} µS/cm`)
          .toBeTrue();
      }),
      { numRuns: 300 },
    );
  });
  it('magnesium sulphate of GH 50 and 56 is true water: 8.9 and 10 mmol/L at the 69 and 67 S cm²/eq of CRC (from memory)', () => {
    expect(consistentHardness({ ghDegrees: 50, khDegrees: 0, ec25UsPerCm: 17.8 * 69 }).ok).toBeTrue();
    expect(consistentHardness({ ghDegrees: 56, khDegrees: 0, ec25UsPerCm: 20 * 67 }).ok).toBeTrue();
  });
  it('half of what the least conductive water has is refused, soft and hard', () => {
    for (const ghDegrees of [3, 12, 35, 60])
      for (const khDegrees of [0, 5, 20]) {
        const { ec25UsPerCm } = unwrap(leastConductivity({ ghDegrees, khDegrees }));
        expect(consistentHardness({ ghDegrees, khDegrees, ec25UsPerCm: ec25UsPerCm / 2 }).ok).toBeFalse();
      }
  });
  it('rises with hardness, and with carbonate where it is not the anion of the hardness', () => {
    const least = (ghDegrees: number, khDegrees: number) =>
      unwrap(leastConductivity({ ghDegrees, khDegrees })).ec25UsPerCm;
    expect(least(0, 0)).toBe(0);
    for (let gh = 2; gh <= 60; gh += 2) expect(least(gh, 4)).toBeGreaterThan(least(gh - 2, 4));
    for (let kh = 22; kh <= 60; kh += 2) expect(least(20, kh)).toBeGreaterThan(least(20, kh - 2));
  });
});
