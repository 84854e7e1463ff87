import fc from 'fast-check';
import { caseOf } from '#core/checks';
import { recorder } from '#core/explain';
import { unwrap } from '#core/result';
import { netVolume, type RectangularTank } from './index';

const tank: RectangularTank = { lengthCm: 120, widthCm: 50, heightCm: 50, glassMm: 10, waterBelowRimCm: 0 };

describe('net volume of a rectangular tank', () => {
  it('vol-rect-1: 120 x 50 x 50 cm of 10 mm glass is 300 L gross and 277.5 L inside (geometry)', () => {
    const { expected } = caseOf('vol-rect-1');
    const { grossL, innerL, netL } = unwrap(netVolume(tank)).value;
    expect(grossL).toBeCloseTo(Number(expected['outer_L']), 6);
    expect(innerL).toBeCloseTo(Number(expected['inner_L']), 6);
    expect(netL).toBeCloseTo(innerL, 9);
  });
  it('a tank sold as 90 US gal, less bed and rock, holds 75-80 (common practice)', () => {
    const net =
      unwrap(
        netVolume({
          lengthCm: 122,
          widthCm: 46.5,
          heightCm: 60,
          glassMm: 10,
          waterBelowRimCm: 2,
          bedDepthCm: 2,
          rockKg: 10,
        }),
      ).value.netL / 3.785411784;
    expect(net).toBeGreaterThan(71);
    expect(net).toBeLessThan(80);
  });
  it('a bed takes its solid share, rock its mass over its density, wood its litres', () => {
    const { netL, innerL } = unwrap(
      netVolume({ ...tank, bedDepthCm: 5, bedSolidFraction: 0.5, rockKg: 26, rockDensityKgPerL: 2.6, woodL: 3 }),
    ).value;
    expect(innerL - netL).toBeCloseTo((118 * 48 * 5 * 0.5) / 1000 + 10 + 3, 9);
  });
  it('net never exceeds inner, inner never gross; more rock never means more water', () => {
    const cm = fc.double({ min: 20, max: 200, noNaN: true });
    fc.assert(
      fc.property(
        cm,
        cm,
        cm,
        fc.double({ min: 0, max: 20, noNaN: true }),
        fc.double({ min: 0, max: 5, noNaN: true }),
        (lengthCm, widthCm, heightCm, glassMm, rockKg) => {
          const at = (kg: number) =>
            unwrap(netVolume({ lengthCm, widthCm, heightCm, glassMm, waterBelowRimCm: 2, rockKg: kg })).value;
          const { netL, innerL, grossL } = at(rockKg);
          return netL <= innerL && innerL <= grossL && at(rockKg + 0.1).netL < netL;
        },
      ),
      { numRuns: 50 },
    );
    expect(unwrap(netVolume(tank)).value.displacedL).toBe(0);
  });
  it('shows its working, with the assumed packing of the bed', () => {
    const { steps, assumptions, value } = unwrap(
      netVolume({ ...tank, bedDepthCm: 4 }, recorder({ id: 'v', version: 1 })),
    );
    expect(steps.at(-1)?.value).toBe(value.netL);
    expect(assumptions.join()).toContain('60 %');
  });
  it('refuses glass thicker than the tank, a bed above the water, more rock than water, NaN and negatives', () => {
    const bad: Partial<RectangularTank>[] = [
      { glassMm: 100, widthCm: 15 },
      { bedDepthCm: 60 },
      { rockKg: 2000 },
      { lengthCm: NaN },
      { widthCm: -5 },
      { waterBelowRimCm: 55 },
    ];
    expect(bad.map((b) => netVolume({ ...tank, ...b }).ok)).toEqual(bad.map(() => false));
  });
});
