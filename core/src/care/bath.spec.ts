import { unwrap } from '#core/result';
import { availableChlorinePercent, bathAfterBleach, bathOf, bleachDip, neutralise, type BathInput } from './bath';

const bath = (input: Partial<BathInput>) => unwrap(bathOf({ volumeL: 10, ...input }));
const refused = (input: Partial<BathInput>) => {
  const got = bathOf({ volumeL: 10, ...input });
  return got.ok ? null : got.refusal.kind;
};

describe('a bath', () => {
  it('of a solid is weighed: 30 g/L in 10 L are 300 g', () => {
    expect(bath({ targetGPerL: 30 })).toEqual({ massG: 300, activeMgPerL: 30_000 });
    expect(bath({ targetMgPerL: 10 })).toEqual({ massG: 0.1, activeMgPerL: 10 });
  });
  it('of a liquid is per litre of the finished mixture: the product’s own volume counts', () => {
    const { productMl = 0, activeMgPerL } = bath({ targetMgPerL: 3000, productPercent: 3 });
    expect((productMl * 30) / (10_000 + productMl)).toBeCloseTo(3, 9);
    expect(activeMgPerL).toBe(3000);
  });
  it('per cent by weight wants the density: 10 % of 1.2 kg/L is 120 g in a litre', () => {
    const { productMl = 0 } = bath({ targetGPerL: 20, productPercent: 10, productDensityKgPerL: 1.2 });
    expect((productMl * 120) / (10_000 + productMl)).toBeCloseTo(20, 9);
  });
  it('by a ratio: one part to 19 of water; without a strength what is in it is not known', () => {
    expect(bath({ ratio: 20 })).toEqual({ productMl: 500, activeMgPerL: null });
    expect(bath({ ratio: 19, productPercent: 5 }).activeMgPerL).toBeCloseTo(2500, 9);
  });
  it('refuses none and two ways to say it, and a strength that the product does not have', () => {
    expect([refused({}), refused({ ratio: 20, targetGPerL: 1 })]).toEqual(['missing', 'contradiction']);
    expect(refused({ targetGPerL: 30, productPercent: 3 })).toBe('out-of-range');
    expect(refused({ targetGPerL: 29, productPercent: 3 })).toBeNull();
    expect(refused({ volumeL: 0, ratio: 20 })).toBe('out-of-range');
    expect(refused({ targetMgPerL: NaN })).toBe('not-a-number');
  });
});

describe('bleach', () => {
  it('T14: a third of a US cup in 2.5 US quarts is about 1 to 30 (common practice)', () => {
    const { ratioOneTo } = unwrap(
      bleachDip({ waterL: 2.5 * 0.946353, productMl: 236.588 / 3, availableChlorinePercent: 5 }),
    );
    expect(ratioOneTo).toBeCloseTo(30, 0);
  });
  it('10 mL of 5 % in a litre holds 500 mg of chlorine in 1.01 L; and back (mass balance)', () => {
    const there = unwrap(bleachDip({ waterL: 1, productMl: 10, availableChlorinePercent: 5 }));
    expect(there.availableChlorineMgPerL).toBeCloseTo(500 / 1.01, 9);
    const back = unwrap(
      bleachDip({ waterL: 1, targetMgPerL: there.availableChlorineMgPerL, availableChlorinePercent: 5 }),
    );
    expect(back.productMl).toBeCloseTo(10, 9);
    expect(back.ratioOneTo).toBeCloseTo(100, 9);
  });
  it('200 mg/L takes 4 to 5 mL of 5 % a litre (IFAS, from memory)', () => {
    const { productMl } = unwrap(bleachDip({ waterL: 1, targetMgPerL: 200, availableChlorinePercent: 5 }));
    expect(productMl).toBeGreaterThan(4);
    expect(productMl).toBeLessThan(5);
  });
  it('refuses both, neither, and more than the bottle holds', () => {
    const kind = (more: { productMl?: number; targetMgPerL?: number }) => {
      const got = bleachDip({ waterL: 1, availableChlorinePercent: 5, ...more });
      return got.ok ? null : got.refusal.kind;
    };
    expect([
      kind({}),
      kind({ productMl: 1, targetMgPerL: 1 }),
      kind({ targetMgPerL: 50_000 }),
      kind({ productMl: 0 }),
    ]).toEqual(['missing', 'contradiction', 'out-of-range', 'out-of-range']);
  });
  it('a label by weight weighs 1.08, strong ones 1.21; hypochlorite holds 0.952; half is gone in half a year', () => {
    expect(availableChlorinePercent({ labelPercent: 5, says: 'available-chlorine-volume' })).toBe(5);
    expect(availableChlorinePercent({ labelPercent: 5, says: 'available-chlorine-weight' })).toBeCloseTo(5.4, 9);
    expect(availableChlorinePercent({ labelPercent: 12, says: 'available-chlorine-weight' })).toBeCloseTo(14.52, 9);
    expect(availableChlorinePercent({ labelPercent: 5, says: 'hypochlorite-volume' })).toBeCloseTo(4.76, 9);
    expect(availableChlorinePercent({ labelPercent: 5, says: 'hypochlorite-weight' })).toBeCloseTo(5.1408, 9);
    expect(
      availableChlorinePercent({ labelPercent: 5, says: 'available-chlorine-volume', openedDays: 182 }),
    ).toBeCloseTo(2.5, 9);
  });
  it('7 mg of thiosulfate pentahydrate for each mg of chlorine (2 x 248.18 / 70.9)', () => {
    const { thiosulfatePentahydrateMg } = unwrap(neutralise({ volumeL: 10, chlorineMgPerL: 2 }));
    expect(thiosulfatePentahydrateMg).toBe(140);
    expect(thiosulfatePentahydrateMg / 20).toBeCloseTo((2 * 248.18) / 70.9, 1);
    expect(neutralise({ volumeL: -1, chlorineMgPerL: 2 }).ok).toBeFalse();
  });
  it('the bath after it holds twice what takes a tenth of the dip’s chlorine: 7 mg for each mg', () => {
    const bathG = (waterL: number, availableChlorineMgPerL: number): number =>
      unwrap(bathAfterBleach({ waterL, availableChlorineMgPerL })).thiosulfateG;
    expect(bathG(10, 1700)).toBeCloseTo((2 * 7 * 10 * 170) / 1000, 9);
    expect(bathG(2, 0)).toBe(0);
    expect(bathAfterBleach({ waterL: 0, availableChlorineMgPerL: 1700 }).ok).toBeFalse();
  });
});
