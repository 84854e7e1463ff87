import fc from 'fast-check';
import { caseOf } from '#core/checks';
import { recorder } from '#core/explain';
import { unwrap } from '#core/result';
import {
  doseExcess,
  equipmentFindings,
  groundOf,
  netVolume,
  tankWeight,
  usualGeometry,
  type TankGeometry,
} from './index';

const tank: TankGeometry = { lengthCm: 120, widthCm: 50, heightCm: 50, glassMm: 10, waterBelowRimCm: 0 };

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
    const { steps, assumptions, value } = unwrap(netVolume({ ...tank, bedDepthCm: 4 }, recorder()));
    expect(steps.at(-1)?.value).toBe(value.netL);
    expect(assumptions).toContain({ id: 'bed-solid', facts: {} });
  });
  it('refuses glass thicker than the tank, a bed above the water, more rock than water, NaN and negatives', () => {
    const bad: Partial<TankGeometry>[] = [
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

describe('a tank of which only the outside is known', () => {
  // Thicknesses: common practice, from memory.
  it('has glass by its height, and water 3 cm below the rim', () => {
    const glass = (heightCm: number) => usualGeometry({ lengthCm: 60, widthCm: 30, heightCm }).glassMm;
    expect([30, 31, 40, 41, 50, 51, 60, 61].map(glass)).toEqual([5, 6, 6, 8, 8, 10, 10, 12]);
    expect(usualGeometry({ lengthCm: 60, widthCm: 30, heightCm: 34 }).waterBelowRimCm).toBe(3);
  });
  it('holds what geometry says: 58.8 x 28.8 cm, 34 less 3 less 0.6 high', () => {
    const { netL } = unwrap(netVolume(usualGeometry({ lengthCm: 60, widthCm: 30, heightCm: 34 }))).value;
    expect(netL).toBeCloseTo((58.8 * 28.8 * 30.4) / 1000, 6);
  });
});

describe('tanks of other shapes', () => {
  const litres = (shape: TankGeometry['shape'], over: Partial<TankGeometry>) =>
    unwrap(netVolume({ shape, lengthCm: 40, heightCm: 50, glassMm: 0, waterBelowRimCm: 0, ...over })).value.grossL;
  it('vol-cyl: 40 cm across and 50 high is 62.8 L (geometry)', () => {
    expect(litres('cylinder', {})).toBeCloseTo(Number(caseOf('vol-cyl').expected['L']), 3);
  });
  it('vol-bow: 90 long, 35 at the ends, 45 in the middle, 45 high is 169.0 L (geometry)', () => {
    const bow = litres('bow-front', { lengthCm: 90, widthCm: 35, bowCm: 45, heightCm: 45 });
    expect(bow / Number(caseOf('vol-bow').expected['L'])).toBeCloseTo(1, 3);
  });
  it('a hexagon of side 30 has 2338.3 cm² (3√3/2 a²), a cube of 40 cm is 64 L', () => {
    expect(unwrap(groundOf({ footprint: { shape: 'hexagon', lengthCm: 30 }, glassCm: 0 })).areaCm2).toBeCloseTo(
      2338.27,
      2,
    );
    expect(litres('cube', { heightCm: 40 })).toBe(64);
  });
  it('a bow that does not bow is a rectangle; one that reaches half the length is a half circle more', () => {
    expect(litres('bow-front', { lengthCm: 80, widthCm: 40, bowCm: 40 })).toBeCloseTo(160, 9);
    expect(litres('bow-front', { lengthCm: 80, widthCm: 40, bowCm: 80 })).toBeCloseTo(
      160 + (Math.PI * 1600 * 50) / 2000,
      6,
    );
  });
  it('front and back depth of the bed count by their mean; rock by displacement; sump adds', () => {
    const base = { ...tank, bedDepthCm: 4, bedBackCm: 8, bedSolidFraction: 0.5 };
    expect(unwrap(netVolume(base)).value.bedL).toBeCloseTo((118 * 48 * 6) / 1000, 9);
    expect(
      unwrap(netVolume(base)).value.netL - unwrap(netVolume({ ...base, rockL: 3, sumpL: 10, woodKg: 2 })).value.netL,
    ).toBeCloseTo(-5, 9);
  });
  it('refuses a bow front without its middle, a middle behind the ends, and a rectangle with one side', () => {
    const refused = [
      { shape: 'bow-front' as const, widthCm: 40 },
      { shape: 'bow-front' as const, widthCm: 40, bowCm: 30 },
      { shape: 'rectangle' as const, widthCm: undefined },
      { shape: 'hexagon' as const, lengthCm: 5, glassMm: 90 },
    ].map((over) => netVolume({ ...tank, ...over }).ok);
    expect(refused).toEqual([false, false, false, false]);
  });
});

describe('what a tank weighs', () => {
  const geometry = { lengthCm: 60, widthCm: 30, heightCm: 30, glassMm: 6, waterBelowRimCm: 2 };
  it('60 x 30 x 30 cm of 6 mm glass: 10.8 kg of glass (2.5 kg/L) and its water', () => {
    const w = unwrap(tankWeight({ geometry, bed: 'none' })).value;
    expect(w.glassKg).toBeCloseTo(((1800 + 180 * 30) * 0.6 * 2.5) / 1000, 9);
    expect(w.filledKg).toBeCloseTo(w.glassKg + unwrap(netVolume(geometry)).value.netL, 9);
    expect(w.lifting).toBe('one');
  });
  it('past 23 kg it takes two, past 46 more (NIOSH load constant, Waters et al. 1993)', () => {
    const lifting = (lengthCm: number, bedDepthCm: number) =>
      unwrap(tankWeight({ geometry: { ...geometry, lengthCm, bedDepthCm }, bed: 'inert' })).value.lifting;
    expect([lifting(60, 5), lifting(120, 6)]).toEqual(['two', 'more']);
  });
  it('its load as a share of what the shelf is rated for; no rating, no share', () => {
    expect(unwrap(tankWeight({ geometry, bed: 'none', ratedKg: 100 })).value.loadFraction).toBeCloseTo(0.56, 1);
    expect(unwrap(tankWeight({ geometry, bed: 'none' })).value.loadFraction).toBeNull();
    expect(tankWeight({ geometry, bed: 'none', ratedKg: -5 }).ok).toBeFalse();
  });
  it('T29: what is measured by a label of 100 L is a quarter more of 80 L net (common practice)', () => {
    expect(doseExcess({ labelL: 100, netL: 80 }).excessFraction).toBeCloseTo(0.25, 9);
    expect(doseExcess({ labelL: 54, netL: 54 }).excessFraction).toBe(0);
  });
});

describe('equipment', () => {
  const on = { on: true, detail: '' };
  const ids = (over: Partial<Parameters<typeof equipmentFindings>[0]>) =>
    equipmentFindings({ equipment: { filter: on }, smallAnimals: false, jumpers: false, ...over }).map(
      (f) => f.reason.id,
    );
  it('asks for a sponge with small animals and a lid with jumpers, until the book knows of them', () => {
    expect(ids({ smallAnimals: true, jumpers: true })).toEqual(['no-intake-sponge', 'no-lid']);
    expect(ids({ smallAnimals: true, jumpers: true, equipment: { filter: on, lid: on, 'intake-sponge': on } })).toEqual(
      [],
    );
  });
  it('no filter and no air is for tonight; heater off, CO2 in the dark and long light are said', () => {
    const off = { on: false, detail: '' };
    expect(ids({ equipment: { filter: off, air: off, heater: off } })).toEqual(['no-air', 'heater-off']);
    expect(ids({ equipment: { co2: on, light: { ...off, lightHours: 12 } } })).toEqual(['co2-dark', 'long-light']);
  });
});
