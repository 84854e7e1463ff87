import { unwrap } from '#core/result';
import {
  decidingHold,
  heldPerDay,
  lapsedRoutine,
  litreCost,
  mixCost,
  recipe,
  routineCost,
  routineHolds,
  sdOf80,
} from './index';

describe('what water costs', () => {
  const prices = { perM3Value: 5, wasteRatio: 3 };
  it('a litre of pure water takes four from the tap at 3 : 1, and its powder by the gram (arithmetic)', () => {
    const gh = { name: 'GH mineral', gPerL: 0.1, perGValue: 0.03 };
    expect(litreCost({ roFraction: 1, prices, powders: [gh] }).perLValue).toBeCloseTo(0.023, 12);
    expect(litreCost({ roFraction: 0, prices, powders: [] }).perLValue).toBeCloseTo(0.005, 12);
    expect(litreCost({ roFraction: 0.4, prices, powders: [] }).perLValue).toBeCloseTo(0.011, 12);
  });
  it('names what has no price, once, and counts it as nothing', () => {
    const salt = { name: 'gypsum', gPerL: 0.1, perGValue: null };
    const told = litreCost({ roFraction: 1, prices: { perM3Value: null, wasteRatio: 3 }, powders: [salt, salt] });
    expect(told).toEqual({ perLValue: 0, unpriced: ['tap water', 'gypsum'] });
    expect(litreCost({ roFraction: 1, prices, powders: [{ ...salt, gPerL: 0 }] }).unpriced).toEqual([]);
  });
  it('a mixture costs the sum of its parts', () => {
    const told = mixCost({
      waters: [
        { name: 'tap', volumeL: 24, perLValue: 0.005 },
        { name: 'RO', volumeL: 16, perLValue: 0.02 },
      ],
      powders: [{ name: 'gypsum', massG: 5, perGValue: 0.01 }],
    });
    expect(told.costValue).toBeCloseTo(0.12 + 0.32 + 0.05, 12);
  });
  it('a year of a routine costs its litres: 10 L a week at 0.02 is 10.4', () => {
    const cost = routineCost({
      netVolumeL: 100,
      changeFraction: 0.1,
      everyDays: 7,
      changeMinutes: 10,
      perLValue: 0.02,
    });
    expect(cost.moneyPerYearValue).toBeCloseTo((365.25 / 7) * 10 * 0.02, 9);
  });
  it('of two ways to the same hardness the cheaper is taken: salts and minerals by what they cost', () => {
    const asked = (mineralPerG: number, saltPerG: number) =>
      unwrap(
        recipe({
          volumeL: 100,
          sources: [{ id: 'ro', name: 'pure', water: {} }],
          shelf: [{ saltId: 'caso4-2h2o', costPerGFactor: saltPerG }],
          minerals: [
            {
              id: 'm',
              name: 'GH mineral',
              ghPerGPerL: 40,
              khPerGPerL: 0,
              ecPerGPerL: 2100,
              costPerGFactor: mineralPerG,
            },
          ],
          targets: [{ quantity: 'ghDegrees', value: 6 }],
          second: 'least-cost',
        }),
      ).value;
    // Three grams of gypsum in 100 L make a degree, two and a half of the mineral.
    const dearMineral = asked(1, 0.01);
    expect(dearMineral.massG['caso4-2h2o']).toBeGreaterThan(17);
    expect(dearMineral.mineralG['m'] ?? 0).toBeLessThan(1e-6);
    const dearSalt = asked(0.01, 1);
    expect(dearSalt.massG['caso4-2h2o'] ?? 0).toBeLessThan(1e-6);
    expect(dearSalt.mineralG['m']).toBeCloseTo(15, 0);
  });
});

describe('whether a routine holds', () => {
  const routine = { sourceValue: 5, changeFraction: 0.4, everyDays: 7 };
  it('by the span of production: 1 to 2 a day settles at 22.5 to 40 before a change (closed form c + p d / f)', () => {
    const told = unwrap(routineHolds({ ...routine, productionPerDay: { lo: 1, hi: 2 }, ceiling: 40, floor: null }));
    expect(told.state).toBe('holds');
    expect(told.peak.lo).toBeCloseTo(5 + 7 / 0.4, 9);
    expect(told.peak.hi).toBeCloseTo(40, 9);
    expect(told.trough.hi).toBeCloseTo(26, 9);
    const of = (ceiling: number | null, floor: number | null) =>
      unwrap(routineHolds({ ...routine, productionPerDay: { lo: 1, hi: 2 }, ceiling, floor })).state;
    expect(of(30, null)).toBe('unknown');
    expect(of(20, null)).toBe('exceeds');
    expect(of(null, null)).toBe('holds');
  });
  it('what is used up is held above its floor', () => {
    const of = (floor: number) =>
      unwrap(
        routineHolds({
          sourceValue: 4,
          changeFraction: 0.25,
          everyDays: 7,
          productionPerDay: { lo: -0.04, hi: -0.02 },
          ceiling: null,
          floor,
        }),
      ).state;
    // 4 − 0.02 × 28 = 3.44 and 4 − 0.04 × 28 = 2.88 before a change.
    expect(of(2.8)).toBe('holds');
    expect(of(3)).toBe('unknown');
    expect(of(3.5)).toBe('exceeds');
  });
  it('refuses a share of nothing', () => {
    const asked = { ...routine, changeFraction: 0, productionPerDay: { lo: 1, hi: 2 }, ceiling: 40, floor: null };
    expect(routineHolds(asked).ok).toBeFalse();
  });
  it('what is not held decides before what cannot be told, and the nearest to its limit among equals', () => {
    const line = (state: 'holds' | 'exceeds' | 'unknown', hi: number, ceiling = 40) => ({
      state,
      peak: { hi },
      trough: { lo: 1 },
      ceiling,
      floor: null,
    });
    const [calm, near, doubt, over] = [line('holds', 10), line('holds', 39), line('unknown', 41), line('exceeds', 60)];
    expect(decidingHold([calm, doubt, over, near])).toBe(over);
    expect(decidingHold([calm, doubt, near])).toBe(doubt);
    expect(decidingHold([calm, near])).toBe(near);
    expect(decidingHold([])).toBeNull();
  });
  it('four in five are 2.563 standard deviations wide (tables of the normal distribution)', () => {
    expect(sdOf80({ lo80: -1.28155, hi80: 1.28155 })).toBeCloseTo(1, 4);
    expect(sdOf80({ lo80: 2, hi80: 1 })).toBe(0);
  });
});

describe('a routine that is not kept', () => {
  it('is late by more than three days, and by more than half of its distance; left out are the changes that fell due', () => {
    expect(lapsedRoutine({ dueDays: -29, everyDays: 14 })).toEqual({ sinceDays: 29, missedCount: 3 });
    expect(lapsedRoutine({ dueDays: -7, everyDays: 14 })).toBeNull();
    expect(lapsedRoutine({ dueDays: -7.1, everyDays: 14 })).toEqual({ sinceDays: 7, missedCount: 1 });
    expect([lapsedRoutine({ dueDays: -3, everyDays: 1 }), lapsedRoutine({ dueDays: 2, everyDays: 7 })]).toEqual([
      null,
      null,
    ]);
    expect(lapsedRoutine({ dueDays: -3.5, everyDays: 1 })?.missedCount).toBe(4);
  });
});

describe('what a routine holds', () => {
  it('2 mg/L a day with 40 % a week from water of 5 to a ceiling of 40: as much as settles just there (mass balance)', () => {
    const held = heldPerDay({ ceiling: 40, sourceValue: 5, changeFraction: 0.4, everyDays: 7 });
    expect(held).toBe(2);
    const at = (productionPerDay: number) =>
      unwrap(
        routineHolds({
          productionPerDay: { lo: productionPerDay, hi: productionPerDay },
          sourceValue: 5,
          changeFraction: 0.4,
          everyDays: 7,
          ceiling: 40,
          floor: null,
        }),
      ).state;
    expect([at(2), at(2.01)]).toEqual(['holds', 'exceeds']);
    expect(heldPerDay({ ceiling: 5, sourceValue: 5, changeFraction: 0.4, everyDays: 7 })).toBeNull();
  });
});
