import { recorder } from '#core/explain';
import { unwrap } from '#core/result';
import { doseToGive, isNearLabel, packsTaken, partOfDose, type DosePlan, type DoseToGive } from './dose';

/** A pack treats ten US gallons, 37.9 L: what a label of the trade says. */
const label = { packTreatsL: 37.9, doseDays: [1], changes: [] };
const plan = (netVolumeL: number, more: Partial<DosePlan> = {}): DosePlan => ({ netVolumeL, label, ...more });
const stock = (netVolumeL: number): Extract<DoseToGive, { by: 'stock' }> => {
  const give = unwrap(doseToGive(plan(netVolumeL, { stockSolution: true })));
  if (give.by !== 'stock') throw new Error(give.by);
  return give;
};

describe('a dose out of a stock solution', () => {
  it('14.7 L: 39 mL of one pack in 100 mL, to the whole mark of a syringe', () => {
    const { dissolvedPacksCount, waterMl, takeMl, packs, doseShare } = stock(14.7);
    expect([dissolvedPacksCount, waterMl, takeMl]).toEqual([1, 100, 39]);
    expect(packs).toBeCloseTo(0.39, 12);
    expect(doseShare).toBeCloseTo(0.39 / (14.7 / 37.9), 12);
  });
  it('below ten millilitres to the tenth: 3 L take 7.9 mL', () => {
    expect(stock(3).takeMl).toBe(7.9);
    expect(stock(3.79 * 1.05).takeMl).toBe(11);
  });
  it('below one millilitre the stock is made ten times thinner: 0.2 L take 5.3 mL of 1000', () => {
    expect([stock(0.2).waterMl, stock(0.2).takeMl]).toEqual([1000, 5.3]);
    expect([stock(0.379).waterMl, stock(0.379).takeMl]).toEqual([100, 1]);
    expect([stock(0.37).waterMl, stock(0.37).takeMl]).toEqual([1000, 9.8]);
  });
  it('more than a pack: as many as are begun are dissolved, each in 100 mL', () => {
    expect([stock(100).dissolvedPacksCount, stock(100).waterMl, stock(100).takeMl]).toEqual([3, 300, 264]);
    expect(stock(100).packs).toBeCloseTo(2.64, 12);
    expect([stock(75.8).dissolvedPacksCount, stock(75.8).takeMl]).toEqual([2, 200]);
  });
  it('shows its working: water × exact packs / packs dissolved', () => {
    const note = recorder();
    const give = unwrap(doseToGive(plan(14.7, { stockSolution: true }), note));
    const step = note.explained(give).steps.find((s) => s.id === 'take');
    expect(step?.value).toBe(39);
  });
});

describe('a dose out of what is in the box', () => {
  it('whole packs, as they are rounded; how much of the label’s dose that is stands beside it', () => {
    const give = unwrap(doseToGive(plan(60)));
    expect([give.by, give.packs]).toEqual(['packs', 2]);
    expect(give.doseShare).toBeCloseTo((2 * 37.9) / 60, 12);
  });
  it('what can be split is measured exactly, in the unit of its bottle where that is known', () => {
    const grams = unwrap(doseToGive(plan(60, { packsCanBeSplit: true, doseValue: 2, doseUnit: 'g' })));
    if (grams.by !== 'measure') throw new Error(grams.by);
    expect(grams.value).toBeCloseTo((2 * 60) / 37.9, 12);
    expect([grams.unit, grams.doseShare]).toEqual(['g', 1]);
    const bare = unwrap(doseToGive(plan(60, { packsCanBeSplit: true })));
    expect(bare.by === 'measure' && [bare.value, bare.unit]).toEqual([null, null]);
    const noUnit = unwrap(doseToGive(plan(60, { packsCanBeSplit: true, doseValue: 2 })));
    expect(noUnit.by === 'measure' && noUnit.unit).toBeNull();
  });
  it('in the food it is a meal, and nothing goes into the water', () => {
    const food = { bodyMassG: 200, percentOfBodyMass: 1, agentMgPerKgPerDay: 50 };
    expect(unwrap(doseToGive(plan(60, { food, label: { doseDays: [1], changes: [] } })))).toEqual({
      by: 'meal',
      packs: 0,
      doseShare: 1,
      foodG: 2,
      agentMg: 10,
    });
  });
  it('refuses what no label says, and fish that weigh nothing', () => {
    expect(doseToGive(plan(0)).ok).toBeFalse();
    expect(doseToGive({ netVolumeL: 60, label: { doseDays: [1], changes: [] } }).ok).toBeFalse();
    const food = { bodyMassG: 0, percentOfBodyMass: 1, agentMgPerKgPerDay: 50 };
    expect(doseToGive(plan(60, { food, label: { doseDays: [1], changes: [] } })).ok).toBeFalse();
  });
  it('of a stock solution whole packs leave the box; of anything else what goes into the water', () => {
    expect(packsTaken(stock(14.7))).toBe(1);
    expect(packsTaken(unwrap(doseToGive(plan(60))))).toBe(2);
  });
});

describe('a tenth off is no rounding any more', () => {
  it('90 and 110 % are near the label, beyond that they are not', () => {
    expect([0.9, 1, 1.1].map(isNearLabel)).toEqual([true, true, true]);
    expect([0.8999, 1.1001].map(isNearLabel)).toEqual([false, false]);
  });
});

describe('a part of a dose, for the water that was replaced', () => {
  it('of two whole packs a quarter is half a pack: 50 mL of one in 100 mL', () => {
    const whole = unwrap(doseToGive(plan(75.8)));
    const part = partOfDose(whole, plan(75.8), 0.25);
    expect(part).toEqual(jasmine.objectContaining({ by: 'stock', dissolvedPacksCount: 1, waterMl: 100, takeMl: 50 }));
    expect(part.doseShare).toBeCloseTo(0.25, 12);
  });
  it('of rounded packs it is a share of what was given, and says how much of the label’s dose that is', () => {
    const whole = unwrap(doseToGive(plan(60)));
    const part = partOfDose(whole, plan(60), 0.25);
    expect(part.packs).toBeCloseTo(0.5, 12);
    expect(part.doseShare).toBeCloseTo((0.5 * 37.9) / 60, 12);
  });
  it('of what can be split it is measured; of whole packs it never is', () => {
    const split = plan(60, { packsCanBeSplit: true, doseValue: 2, doseUnit: 'mL' });
    const part = partOfDose(unwrap(doseToGive(split)), split, 0.5);
    if (part.by !== 'measure') throw new Error(part.by);
    expect(part.value).toBeCloseTo(60 / 37.9, 12);
    expect(part.doseShare).toBe(0.5);
    expect(partOfDose(unwrap(doseToGive(split)), plan(60), 0.5).by).toBe('stock');
    expect(partOfDose(unwrap(doseToGive(plan(60))), split, 0.5).by).toBe('stock');
  });
  it('a meal stays a meal: food is not replaced with water', () => {
    const meal: DoseToGive = { by: 'meal', packs: 0, doseShare: 1, foodG: 2, agentMg: 10 };
    expect(partOfDose(meal, plan(60), 0.25)).toBe(meal);
  });
});
