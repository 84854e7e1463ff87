import { recorder } from '#core/explain';
import type { Result } from '#core/result';
import { absence } from './absence';
import { cooling } from './cooling';
import { oxygenHours } from './oxygen-hours';
import { portions } from './portions';

const valueOf = <T>(result: Result<T>): T => {
  if (!result.ok) throw new Error(JSON.stringify(result.refusal));
  return result.value;
};
const fieldOf = (result: Result<unknown>): string =>
  result.ok ? 'answered' : 'field' in result.refusal ? result.refusal.field : result.refusal.kind;

describe('oxygen in standing water', () => {
  const bag = { waterL: 10, tempC: 25, animalsG: 20, aerated: false, startMgPerL: 8, stopMgPerL: 3 };
  it('is the store by what is breathed: 50 mg against 16 and 3 mg/h at 25 °C, by hand', () => {
    const { hours, limit } = valueOf(oxygenHours(bag));
    expect(hours.lo).toBeCloseTo(50 / 16, 9);
    expect(hours.hi).toBeCloseTo(50 / 3, 9);
    expect(limit).toBe('oxygen');
  });
  it('lasts twice as long ten degrees cooler (Q10 = 2)', () => {
    const [warm, cool] = [bag, { ...bag, tempC: 15 }].map((b) => valueOf(oxygenHours(b)).hours);
    expect((cool?.lo ?? 0) / (warm?.lo ?? 1)).toBeCloseTo(2, 9);
    expect((cool?.hi ?? 0) / (warm?.hi ?? 1)).toBeCloseTo(2, 9);
  });
  it('starts at 95 % of saturation: 8.26 mg/L at 25 °C (Benson & Krause 1984)', () => {
    const { startMgPerL: _, ...rest } = bag;
    const { hours } = valueOf(oxygenHours(rest));
    expect(hours.lo).toBeCloseTo(((0.95 * 8.26 - 3) * 10) / 16, 1);
  });
  it('is no limit with an air pump, nor without animals, and says so', () => {
    for (const of of [
      { ...bag, aerated: true },
      { ...bag, animalsG: 0 },
    ])
      expect(valueOf(oxygenHours(of))).toEqual({ hours: { lo: null, hi: null }, limit: 'not-limited-by-oxygen' });
  });
  it('counts the surface at the slow end only, and never ends there where the surface gives enough', () => {
    const closed = valueOf(oxygenHours(bag)).hours;
    const open = valueOf(oxygenHours({ ...bag, surfaceCm2: 300 })).hours;
    expect(open.lo).toBe(closed.lo);
    expect(open.hi).toBeGreaterThan(closed.hi ?? Infinity);
    expect(valueOf(oxygenHours({ ...bag, surfaceCm2: 3000 })).hours.hi).toBeNull();
  });
  it('by a surface so small that it hardly counts is that of a closed box', () => {
    const closed = valueOf(oxygenHours(bag)).hours.hi ?? 0;
    expect(valueOf(oxygenHours({ ...bag, surfaceCm2: 0.01 })).hours.hi).toBeCloseTo(closed, 1);
  });
  it('takes the warmer of water and air for the hasty end, the cooler for the slow one', () => {
    const still = valueOf(oxygenHours(bag)).hours;
    const hot = valueOf(oxygenHours({ ...bag, tempOfAirC: 35 })).hours;
    expect((still.lo ?? 0) / (hot.lo ?? 1)).toBeCloseTo(2, 9);
    expect(hot.hi).toBe(still.hi);
    const cold = valueOf(oxygenHours({ ...bag, tempOfAirC: 15 })).hours;
    expect(cold.lo).toBe(still.lo);
    expect((cold.hi ?? 0) / (still.hi ?? 1)).toBeCloseTo(2, 9);
  });
  it('is over at once where it starts at its end; a stop above the start is refused', () => {
    expect(valueOf(oxygenHours({ ...bag, startMgPerL: 3 })).hours).toEqual({ lo: 0, hi: 0 });
    expect(valueOf(oxygenHours({ ...bag, startMgPerL: 2, stopMgPerL: undefined })).hours).toEqual({ lo: 0, hi: 0 });
    expect(fieldOf(oxygenHours({ ...bag, stopMgPerL: 8.1 }))).toBe('stopMgPerL');
  });
  it('refuses by field', () => {
    expect(fieldOf(oxygenHours({ ...bag, waterL: 0 }))).toBe('waterL');
    expect(fieldOf(oxygenHours({ ...bag, animalsG: -1 }))).toBe('animalsG');
    expect(fieldOf(oxygenHours({ ...bag, tempOfAirC: 60 }))).toBe('tempOfAirC');
    expect(fieldOf(oxygenHours({ ...bag, tempC: NaN }))).toBe('tempC');
  });
});

describe('cooling', () => {
  const tank = { waterL: 54, areaCm2: 9600, startC: 24, roomC: 18, insulation: 'glass' as const, hours: 6 };
  it('is Newton’s: each half life halves what is left of the difference', () => {
    const after = (hours: number) => valueOf(cooling({ ...tank, hours })).tempC.hi - tank.roomC;
    const share = after(6) / after(0);
    expect(after(0)).toBe(6);
    expect(after(12) / after(0)).toBeCloseTo(share ** 2, 12);
    expect(after(1e4)).toBeCloseTo(0, 6);
  });
  it('by hand: 54 L behind 0.96 m², 5 and 10 W/(m² K), six hours, water of 4180 J/(L K)', () => {
    const { lo, hi } = valueOf(cooling(tank)).tempC;
    expect(hi).toBeCloseTo(18 + 6 * Math.exp((-5 * 0.96 * 6 * 3600) / (54 * 4180)), 9);
    expect(lo).toBeCloseTo(18 + 6 * Math.exp((-10 * 0.96 * 6 * 3600) / (54 * 4180)), 9);
  });
  it('is slowest in a box, faster in blankets, fastest behind glass', () => {
    const [box, blanket, glass] = (['box', 'blanket', 'glass'] as const).map(
      (insulation) => valueOf(cooling({ ...tank, insulation })).tempC,
    );
    expect(box?.lo).toBeGreaterThanOrEqual(blanket?.hi ?? Infinity);
    expect(blanket?.lo).toBeGreaterThan(glass?.hi ?? Infinity);
  });
  it('warms in a warm car, its ends in order', () => {
    const { lo, hi } = valueOf(cooling({ ...tank, roomC: 34 })).tempC;
    expect(lo).toBeGreaterThan(24);
    expect(hi).toBeGreaterThan(lo);
    expect(hi).toBeLessThan(34);
  });
  it('keeps its working', () => {
    const note = recorder();
    valueOf(cooling(tank, note));
    expect(note.explained(0).steps.map((s) => s.id)).toEqual(['slow-rate', 'slow', 'fast-rate', 'fast']);
  });
  it('refuses by field', () => {
    expect(fieldOf(cooling({ ...tank, areaCm2: 0 }))).toBe('areaCm2');
    expect(fieldOf(cooling({ ...tank, hours: -1 }))).toBe('hours');
    expect(fieldOf(cooling({ ...tank, insulation: 'wool' as 'box' }))).toBe('insulation');
  });
});

describe('weeks away', () => {
  const nitrate = { parameter: 'no3MgPerL', now: { lo: 18, hi: 22 }, productionPerDay: { lo: 1, hi: 2 }, ceiling: 40 };
  const leaves = (value: object, days = 30) =>
    valueOf(absence({ days, perParameter: [{ ...nitrate, ...value }] })).leaves;
  it('leaves earliest by the upper ends, likely by the middles', () => {
    expect(leaves({})).toEqual([{ parameter: 'no3MgPerL', earliestDay: 9, likelyDay: 20 / 1.5 }]);
  });
  it('leaves sooner by what evaporates: the value found again in the balance', () => {
    const [left] = leaves({ evaporationFractionPerDay: 0.01 });
    const day = left?.earliestDay ?? 0;
    expect(day).toBeLessThan(9);
    expect((22 + 2 * day) / (1 - 0.01 * day)).toBeCloseTo(40, 9);
  });
  it('by evaporation alone, where nothing is made', () => {
    const [left] = leaves({
      now: { lo: 30, hi: 30 },
      productionPerDay: { lo: 0, hi: 0 },
      evaporationFractionPerDay: 0.02,
    });
    expect(30 / (1 - 0.02 * (left?.earliestDay ?? 0))).toBeCloseTo(40, 9);
  });
  it('says day 0 for what is above already or stands at it', () => {
    expect(leaves({ now: { lo: 41, hi: 45 } })).toEqual([{ parameter: 'no3MgPerL', earliestDay: 0, likelyDay: 0 }]);
    expect(leaves({ now: { lo: 40, hi: 40 } })[0]?.earliestDay).toBe(0);
  });
  it('leaves out what stays below through it, and names what leaves on its last day', () => {
    expect(leaves({}, 8.9)).toEqual([]);
    expect(leaves({}, 9).length).toBe(1);
    expect(leaves({ productionPerDay: { lo: -2, hi: -1 } })).toEqual([]);
  });
  it('has no likely day where the middle never gets there', () => {
    expect(leaves({ productionPerDay: { lo: -3, hi: 2 } })).toEqual([
      { parameter: 'no3MgPerL', earliestDay: 9, likelyDay: null },
    ]);
  });
  it('names the first to leave first', () => {
    const given = { days: 30, perParameter: [nitrate, { ...nitrate, parameter: 'ghDegrees', ceiling: 24 }] };
    expect(valueOf(absence(given)).leaves.map((l) => l.parameter)).toEqual(['ghDegrees', 'no3MgPerL']);
  });
  it('refuses by field', () => {
    const of = (value: object, days = 5) => fieldOf(absence({ days, perParameter: [{ ...nitrate, ...value }] }));
    expect(of({ now: { lo: 5, hi: 4 } })).toBe('perParameter.0.now');
    expect(of({ productionPerDay: { lo: 5, hi: 4 } })).toBe('perParameter.0.productionPerDay');
    expect(of({ evaporationFractionPerDay: 0.6 })).toBe('perParameter.0.evaporationFractionPerDay');
    expect(of({ ceiling: NaN })).toBe('perParameter.0.ceiling');
    expect(of({}, -1)).toBe('days');
  });
});

describe('portions', () => {
  const shoal = [
    { massG: 0.5, count: 10, percentPerDay: 2 },
    { massG: 3, count: 2, percentPerDay: 1 },
  ];
  it('are one day’s ration each, the first so many days after leaving', () => {
    const { portionsG } = valueOf(portions({ days: 10, animals: shoal, feedEveryDays: 3 }));
    expect(portionsG.length).toBe(3);
    for (const g of portionsG) expect(g).toBeCloseTo(0.16, 12);
  });
  it('are none for less than one turn, one on its very day', () => {
    const count = (days: number, feedEveryDays: number) =>
      valueOf(portions({ days, animals: shoal, feedEveryDays })).portionsG.length;
    expect(count(2, 3)).toBe(0);
    expect(count(3, 3)).toBe(1);
    expect(count(0.9, 0.3)).toBe(3);
  });
  it('refuse by field', () => {
    const of = (value: object) => fieldOf(portions({ days: 5, animals: shoal, feedEveryDays: 1, ...value }));
    expect(of({ feedEveryDays: 0 })).toBe('feedEveryDays');
    expect(of({ days: 1e6 })).toBe('days');
    expect(of({ animals: [{ massG: 1, count: 1, percentPerDay: 101 }] })).toBe('animals.0.percentPerDay');
    expect(of({ animals: [{ massG: -1, count: 1, percentPerDay: 1 }] })).toBe('animals.0.massG');
  });
});
