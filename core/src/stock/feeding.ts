import { silent, type Explained, type Recorder } from '#core/explain';
import { guarded, ok, type Result } from '#core/result';
import type { Interval } from '#core/readings';
import { species, hourMs } from '#core/units';
import { massOfAdultG, type StockKind } from './kind';

export const feedingSchools = ['mass', 'clearance', 'few'] as const;
export type FeedingSchool = (typeof feedingSchools)[number];

/** A food of the almanac. */
export interface Food {
  id: string;
  name: string;
  purpose: 'daily' | 'protein' | 'calcium' | 'leaf' | 'young';
  /** Crude protein as a share of the food as fed. */
  proteinFraction: { lo: number; hi: number };
  /** How long it may stay in the water; null where it stays until it is eaten. */
  stayHours: { lo: number; hi: number } | null;
  note: string;
  sourceIds: readonly string[];
}

/** Jones 1931: protein is 6.25 times its nitrogen. */
export const proteinPerNitrogenRatio = 6.25;

/**
 * The nitrogen a ration brings, and the nitrate it becomes in this water if nothing takes it out.
 *
 * Nitrogen = food × protein / 6.25 (Jones 1931, from memory); all of it is taken to end as nitrate (× 4.4266): an upper
 * bound, since growth and plants keep a part and filters lose some.
 * @example nitrogenOf({ foodG: 1, proteinFraction: 0.4, netVolumeL: 100 }) // 64 mg N, up to 2.83 mg/L nitrate
 */
export function nitrogenOf(
  { foodG, proteinFraction, netVolumeL }: { foodG: number; proteinFraction: number; netVolumeL: number },
  note: Recorder = silent,
): Result<Explained<{ nitrogenG: number; no3MgPerL: number }>> {
  note.by('stock.nitrogen', 1);
  const guards = [
    { field: 'foodG', value: foodG, range: { lo: 0, hi: 10000, unit: 'g' } },
    { field: 'proteinFraction', value: proteinFraction, range: { lo: 0, hi: 1, unit: '' } },
    { field: 'netVolumeL', value: netVolumeL, range: { lo: 0.5, hi: 100000, unit: 'L' } },
  ];
  return guarded(guards, () => {
    note.source('jones-1931', 'ciaaw-2021');
    note.limit('upper-bound');
    const nitrogenG = note.step({
      id: 'nitrogen',
      label: 'Nitrogen in the food',
      unit: 'g',
      formula: 'food × protein / 6.25',
      terms: { food: foodG, protein: proteinFraction },
      by: (x) => (x.food * x.protein) / proteinPerNitrogenRatio,
    });
    const no3MgPerL = note.step({
      id: 'nitrate',
      label: 'As nitrate in the net volume',
      unit: 'mg/L',
      formula: 'nitrogen × 4.4266 × 1000 / litres',
      terms: { nitrogen: nitrogenG, perN: species.no3.molarGPerMol / species.n.molarGPerMol, litres: netVolumeL },
      by: (x) => (x.nitrogen * x.perN * 1000) / x.litres,
    });
    return ok(note.explained({ nitrogenG, no3MgPerL }));
  });
}

/**
 * A day's ration by living mass, as a span of the school's own.
 * Shrimp 3-5 % (common practice), other animals 1-2 % (common practice).
 * @example rationByMass({ bodyMassG: 1, group: 'shrimp' }) // 0.03 to 0.05 g a day
 */
export const rationByMass = ({
  bodyMassG,
  group,
}: {
  bodyMassG: number;
  group: 'shrimp' | 'other';
}): { loGPerDay: number; hiGPerDay: number } =>
  group === 'shrimp'
    ? { loGPerDay: 0.03 * bodyMassG, hiGPerDay: 0.05 * bodyMassG }
    : { loGPerDay: 0.01 * bodyMassG, hiGPerDay: 0.02 * bodyMassG };

/** How the last meals went: why the next is larger, smaller or the same. */
export type MealReason = 'quickly-gone' | 'left-over' | 'slowly-gone';
export interface ClearedMeal {
  atEpochMs: number;
  foodG: number;
  /** Minutes until it was gone; null where some was left when one looked. */
  clearedMinutes: number | null;
}
/**
 * The next meal by clearance: gone within a quarter of an hour, a little more (a tenth); left over, a fifth less; gone
 * more slowly, the same. The last meals of this tank teach it: the middle one of the last three counts.
 * Rule: common practice; steps of a tenth and a fifth are ours.
 * @example nextMeal([{ atEpochMs: 0, foodG: 0.1, clearedMinutes: 12 }]) // { foodG: 0.11, why: … }
 */
export function nextMeal(meals: readonly ClearedMeal[]): { foodG: number; why: MealReason } | null {
  const last = [...meals].sort((a, b) => b.atEpochMs - a.atEpochMs).slice(0, 3);
  const [newest] = last;
  if (!newest) return null;
  const factors = last
    .map((m) => (m.clearedMinutes === null ? 0.8 : m.clearedMinutes <= 15 ? 1.1 : 1))
    .sort((a, b) => a - b);
  const factor = newest.clearedMinutes === null ? 0.8 : (factors[Math.floor(factors.length / 2)] ?? 1);
  const why = factor > 1 ? 'quickly-gone' : factor < 1 ? 'left-over' : 'slowly-gone';
  return { foodG: newest.foodG * factor, why };
}

/** The food whose purpose has waited longest: so that protein, calcium and leaf come round. */
export function nextFood({
  foods,
  fed,
}: {
  foods: readonly Food[];
  fed: readonly { foodId: string; atEpochMs: number }[];
}): Food | null {
  const lastOf = (food: Food): number =>
    Math.max(
      -1,
      ...fed.filter((f) => foods.find((x) => x.id === f.foodId)?.purpose === food.purpose).map((f) => f.atEpochMs),
    );
  return [...foods].sort((a, b) => lastOf(a) - lastOf(b))[0] ?? null;
}

/** When a food must be out of the water; null where it stays. */
export const leftoverDue = ({
  food,
  fedEpochMs,
}: {
  food: Food;
  fedEpochMs: number;
}): { loEpochMs: number; hiEpochMs: number } | null =>
  food.stayHours && {
    loEpochMs: fedEpochMs + food.stayHours.lo * hourMs,
    hiEpochMs: fedEpochMs + food.stayHours.hi * hourMs,
  };

/**
 * Portions for an absence: one for each meal of the school, at the lower end of the ration: underfed is safe, overfed is
 * not. The first two days need none.
 * @example portionsFor({ awayDays: 14, school: 'few', dailyG: 0.3 }) // 5 portions of 0.3 g
 */
export function portionsFor({
  awayDays,
  school,
  dailyG,
}: {
  awayDays: number;
  school: FeedingSchool;
  dailyG: number;
}): { portionCount: number; portionG: number } {
  const fedDays = Math.max(0, awayDays - 2);
  const portionCount = school === 'few' ? Math.floor((fedDays * 3) / 7) : Math.ceil(fedDays / 2);
  return { portionCount, portionG: dailyG };
}

/** Of a colony that breeds: young, half-grown and adult, as shares of its number and of an adult's length. Ours. */
const colonySpread = [
  { share: 1 / 3, ofAdultLength: 1 / 3 },
  { share: 1 / 3, ofAdultLength: 2 / 3 },
  { share: 1 / 3, ofAdultLength: 1 },
] as const;
/** From so many on a breeding kind is a colony with young in it. Ours. */
const colonyFromCount = 20;
const breedsHere = ({ animal }: StockKind): boolean =>
  ['carries-eggs', 'livebearer', 'snail-eggs'].includes(animal?.brood?.mode ?? '');

/**
 * Living mass for a ration, g: of a breeding colony a third each is taken as young, half-grown and adult (ours), whose mass
 * goes by the third power of length (W = 0.0125 L³, from memory), so that it weighs 44 % of as many adults.
 * @example livingMassG([{ kind: shrimp of 2 cm, count: { lo: 100, hi: 100 } }]) // 4.4 g, not 10
 */
export function livingMassG(residents: readonly { kind: StockKind; count: Interval }[]): { lo: number; hi: number } {
  const massOf = (kind: StockKind, count: number): number =>
    massOfAdultG(kind.adultCm) *
    count *
    (breedsHere(kind) && count >= colonyFromCount
      ? colonySpread.reduce((sum, { share, ofAdultLength }) => sum + share * ofAdultLength ** 3, 0)
      : 1);
  let [lo, hi] = [0, 0];
  for (const { kind, count } of residents) {
    if (!kind.animal) continue;
    lo += massOf(kind, count.lo ?? 0);
    hi += massOf(kind, count.hi ?? count.lo ?? 0);
  }
  return { lo: Math.min(lo, hi), hi: Math.max(lo, hi) };
}

/**
 * What the animals of a tank are given at least, as percent of their mass a day: shrimp and crayfish by their school, the
 * others by theirs, both at the lower end. For days on which nobody watches: little is the rule then (common practice).
 * @example leastRations([{ kind: shrimp of 2 cm, count: { lo: 100, hi: 100 } }]) // [{ massG: 4.4, count: 1, percentPerDay: 3 }]
 */
export function leastRations(
  residents: readonly { kind: StockKind; count: Interval }[],
): { massG: number; count: number; percentPerDay: number }[] {
  const picks = (kind: StockKind): boolean => kind.group === 'shrimp' || kind.group === 'crayfish';
  return (['shrimp', 'other'] as const).flatMap((group) => {
    const massG = livingMassG(residents.filter((l) => picks(l.kind) === (group === 'shrimp'))).hi;
    return massG === 0
      ? []
      : [{ massG, count: 1, percentPerDay: 100 * rationByMass({ bodyMassG: 1, group }).loGPerDay }];
  });
}

/** Dry food between the tips of two fingers, g. Ours, and fingers differ: weigh ten of your own once. */
const pinchG = 0.05;
/** A ration in pinches, to the half. @example pinchesOf(0.12) // 2.5 */
export const pinchesOf = (foodG: number): number => Math.round((2 * foodG) / pinchG) / 2;

/** Meals of a week by the school that feeds seldom (common practice). */
const fewMealsPerWeek = { lo: 2, hi: 3 };
export interface SchoolRation {
  school: FeedingSchool;
  mealG: { lo: number; hi: number };
  weekG: { lo: number; hi: number };
}
/**
 * What each school gives: by mass every day; by clearance as the last meals teach it, every day, beginning with the least
 * by mass; seldom, the same meal two or three times a week. All common practice.
 * @example schoolRations({ dayG: { lo: 0.3, hi: 0.5 }, learntG: null })[2].weekG // 0.6 to 1.5
 */
export function schoolRations({
  dayG,
  learntG,
}: {
  dayG: { lo: number; hi: number };
  /** What the last meals of this tank teach; null where none was looked after. */
  learntG: number | null;
}): SchoolRation[] {
  const times = ({ lo, hi }: { lo: number; hi: number }, least: number, most = least): { lo: number; hi: number } => ({
    lo: lo * least,
    hi: hi * most,
  });
  const cleared = { lo: learntG ?? dayG.lo, hi: learntG ?? dayG.lo };
  return [
    { school: 'mass', mealG: dayG, weekG: times(dayG, 7) },
    { school: 'clearance', mealG: cleared, weekG: times(cleared, 7) },
    { school: 'few', mealG: dayG, weekG: times(dayG, fewMealsPerWeek.lo, fewMealsPerWeek.hi) },
  ];
}
