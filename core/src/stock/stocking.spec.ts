import { stockingAdvice, type StockKind } from './index';
import { litresEachL, litresTakenL } from './stocking';
import { colonyShrimp, softFish, stemPlant } from './kinds.cases';

const fish = (over: Partial<StockKind> = {}, habits: Partial<NonNullable<StockKind['animal']>> = {}): StockKind => ({
  ...softFish,
  adultCm: 4,
  ...over,
  animal: { ...softFish.animal!, groupCount: { lo: 6, hi: null }, start: 'usual', biofilm: false, ...habits },
});
type Asked = Parameters<typeof stockingAdvice>[0];
const advice = (over: Partial<Asked> = {}) =>
  stockingAdvice({
    kind: fish(),
    netVolumeL: 100,
    ageWeeks: 20,
    cycled: true,
    school: 'patient',
    takenL: 0,
    presentCount: 0,
    plannedCount: 7,
    ...over,
  });
const warned = (over: Partial<Asked> = {}) => advice(over).warnings.map((w) => w.id);

describe('how many litres an animal takes', () => {
  it('a litre a centimetre up to 5 cm (common practice), by the square beyond (ours), half a litre at the least', () => {
    const of = (adultCm: number, group: StockKind['group'] = 'fish') => litresEachL({ adultCm, group });
    expect([of(4), of(5), of(10), of(0.3)]).toEqual([4, 5, 20, 0.5]);
    expect(of(5.001)).toBeGreaterThan(5);
  });
  it('shrimp and snails a tenth of that, a tenth of a litre at the least', () => {
    expect(litresEachL({ adultCm: 3, group: 'shrimp' })).toBeCloseTo(0.3, 9);
    expect(litresEachL({ adultCm: 4, group: 'snail' })).toBeCloseTo(0.4, 9);
    expect(litresEachL({ adultCm: 0.5, group: 'snail' })).toBe(0.1);
    expect(litresEachL({ adultCm: 3, group: 'crayfish' })).toBe(3);
  });
  it('what is taken counts the upper end, an open one by the lower; plants take none', () => {
    expect(litresTakenL([{ kind: fish(), count: { lo: 3, hi: 5 } }])).toBe(20);
    expect(litresTakenL([{ kind: fish(), count: { lo: 3, hi: null } }])).toBe(12);
    expect(litresTakenL([{ kind: fish(), count: { lo: null, hi: null } }])).toBe(0);
    expect(litresTakenL([{ kind: stemPlant, count: { lo: 3, hi: 5 } }])).toBe(0);
  });
});

describe('how many to begin with', () => {
  it('100 L carry 25 of 4 cm: begun with 9, then to 18 and 25, a fortnight apart', () => {
    const told = advice();
    expect(told.finalCount).toBe(25);
    expect(told.startCount).toEqual({ lo: 6, hi: 9 });
    expect(told.ramp).toEqual([
      { weekCount: 0, totalCount: 9 },
      { weekCount: 2, totalCount: 18 },
      { weekCount: 4, totalCount: 25 },
    ]);
  });
  it('what lives in it takes its litres; more than there are leaves none', () => {
    expect(advice({ takenL: 60 }).finalCount).toBe(10);
    expect(advice({ takenL: 200 }).finalCount).toBe(0);
    expect(advice({ netVolumeL: 8, takenL: 0 }).finalCount).toBe(2);
  });
  it('a kind that lives in pairs is not grown beyond its group', () => {
    const pair = fish({}, { groupCount: { lo: 2, hi: 2 } });
    expect(advice({ kind: pair }).ramp).toEqual([{ weekCount: 0, totalCount: 2 }]);
    const eight = fish({}, { groupCount: { lo: 2, hi: 8 } });
    expect(advice({ kind: eight }).ramp.at(-1)?.totalCount).toBe(8);
  });
  it('a huge water is filled in at most eight steps', () => {
    const lone = fish({}, { groupCount: { lo: 1, hi: null } });
    expect(advice({ kind: lone, netVolumeL: 10_000 }).ramp.length).toBeLessThanOrEqual(8);
  });
  it('a colony of shrimp begins with 15, between 6 and 29 (common practice); one that lives alone is no colony', () => {
    const colony = advice({ kind: colonyShrimp, plannedCount: 15 });
    expect([colony.startCount, colony.ramp]).toEqual([{ lo: 6, hi: 29 }, [{ weekCount: 0, totalCount: 15 }]] as never);
    const six = { ...colonyShrimp, animal: { ...colonyShrimp.animal!, groupCount: { lo: 6, hi: null } } };
    expect(advice({ kind: six }).startCount).toEqual({ lo: 6, hi: 29 });
    const lone = { ...colonyShrimp, animal: { ...colonyShrimp.animal!, groupCount: { lo: 1, hi: 1 } } };
    expect(advice({ kind: lone }).ramp[0]?.totalCount).not.toBe(15);
  });
  it('a plant is not stocked: as many as are planned, and nothing against it', () => {
    expect(advice({ kind: stemPlant, plannedCount: 3, cycled: false })).toEqual({
      startCount: { lo: 1, hi: 3 },
      ramp: [],
      finalCount: 3,
      warnings: [],
    });
  });
});

describe('what speaks against it tonight', () => {
  it('nothing, where nothing does', () => {
    expect(warned()).toEqual([]);
  });
  it('a tank that is not cycled, or of which the book does not know it', () => {
    expect(warned({ cycled: false })).toEqual(['not-cycled']);
    expect(advice({ cycled: false }).warnings[0]?.facts).toEqual({ known: true });
    expect(warned({ cycled: null })).toEqual(['not-cycled']);
    expect(advice({ cycled: null }).warnings[0]?.facts).toEqual({ known: false });
  });
  it('film must have grown: six weeks for the patient, two for the early, four for the experienced', () => {
    const grazer = fish({}, { biofilm: true });
    const of = (ageWeeks: number, over: Partial<Asked> = {}) =>
      warned({ kind: grazer, ageWeeks, ...over }).includes('not-matured');
    expect([of(5.9), of(6)]).toEqual([true, false]);
    expect([of(3.9, { experienced: true }), of(4, { experienced: true })]).toEqual([true, false]);
    expect([of(1.9, { school: 'early' }), of(2, { school: 'early' })]).toEqual([true, false]);
    expect(warned({ ageWeeks: 1 }))
      .withContext('who does not graze needs no film')
      .not.toContain('not-matured');
    expect(advice({ kind: grazer, ageWeeks: 5.9 }).warnings[0]?.facts).toEqual({
      ageWeeks: 5.9,
      school: 'patient',
      gateWeeks: 6,
    });
  });
  it('a kind for old tanks waits three months', () => {
    const late = fish({}, { start: 'late' });
    expect([warned({ kind: late, ageWeeks: 11.9 }), warned({ kind: late, ageWeeks: 12 })]).toEqual([['late-kind'], []]);
    expect(warned({ ageWeeks: 1 })).not.toContain('late-kind');
  });
  it('a tank that itself needs something done', () => {
    expect(warned({ acting: true })).toEqual(['acting']);
  });
  it('more than the water carries: 25 are borne, 26 are not, those that are there counted', () => {
    expect(warned({ presentCount: 18, plannedCount: 7 })).toEqual([]);
    const over = advice({ presentCount: 19, plannedCount: 7 });
    expect(over.warnings.map((w) => [w.id, w.grade])).toEqual([['full', 'ours']]);
    expect(over.warnings[0]?.facts).toEqual({ totalCount: 26, finalCount: 25 });
  });
  it('a crowd at once, only where none are there yet; the start itself is none', () => {
    expect(warned({ plannedCount: 9 })).toEqual([]);
    expect(warned({ plannedCount: 10 })).toEqual(['too-many']);
    expect(advice({ plannedCount: 10 }).warnings[0]?.facts).toEqual({ plannedCount: 10, mostCount: 9 });
    expect(warned({ presentCount: 6, plannedCount: 10 })).toEqual([]);
  });
  it('too few to show themselves, those that are there counted', () => {
    expect(warned({ plannedCount: 5 })).toEqual(['too-few']);
    expect(advice({ presentCount: 2, plannedCount: 3 }).warnings[0]?.facts).toEqual({ totalCount: 5, leastCount: 6 });
    expect(warned({ presentCount: 3, plannedCount: 3 })).toEqual([]);
  });
});
