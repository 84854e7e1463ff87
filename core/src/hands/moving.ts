import { Temporal } from 'temporal-polyfill';
import { silent, type Recorder } from '#core/explain';
import { highEnd, type Interval } from '#core/readings';
import { firstFault, ok, refuse, type ReasonOf, type Result } from '#core/result';

export const moveSchools = ['all-in', 'all-out'] as const;
export type MoveSchool = (typeof moveSchools)[number];
/** What speaks for a school, or against moving at all. */
export type MoveReason = ReasonOf<{
  heavy: { movingKg: number };
  'rich-bed': Record<string, never>;
  'long-way': { hours: number };
  'light-enough': { movingKg: number };
  'roots-hold': Record<string, never>;
  'trip-soon': { onDay: string };
  ailing: Record<string, never>;
  'not-cycled': Record<string, never>;
  'in-course': Record<string, never>;
}>;
export interface MoveQuestion {
  /** Drained to the bed; null where nobody knows its size. */
  movingKg: number | null;
  lifting: 'one' | 'two' | 'more' | null;
  bed: 'none' | 'inert' | 'active';
  planted: boolean;
  hours: number;
  ailing: boolean;
  cycling: boolean;
  inCourse: boolean;
  /** The next journey that is in the book, as a date. */
  tripOn: string | null;
  today: string;
}
/** Longer on the way, the bed of a tank that is left in it stands without oxygen (ours, low grade). */
const longWayHours = 3;
const tripDays = 7;

/**
 * Which way a tank is better moved, and what says that it should not be moved now.
 *
 * All stays in keeps the bed and its bacteria; everything out is as good as starting anew, but what is too heavy to lift or
 * a rich bed that is shaken for hours leaves no choice. Common practice; the hours are ours, low grade.
 * @example moveAdvice(question).school // all-in
 */
export function moveAdvice(q: MoveQuestion): {
  school: MoveSchool;
  for: MoveReason[];
  against: MoveReason[];
} {
  const out: MoveReason[] = [
    ...(q.lifting === 'more' ? [{ id: 'heavy' as const, facts: { movingKg: q.movingKg ?? 0 } }] : []),
    ...(q.bed === 'active' && q.hours > 1 ? [{ id: 'rich-bed' as const, facts: {} }] : []),
    ...(q.hours > longWayHours ? [{ id: 'long-way' as const, facts: { hours: q.hours } }] : []),
  ];
  const stays: MoveReason[] = [
    ...(q.lifting === 'one' || q.lifting === 'two'
      ? [{ id: 'light-enough' as const, facts: { movingKg: q.movingKg ?? 0 } }]
      : []),
    ...(q.planted && q.bed !== 'none' ? [{ id: 'roots-hold' as const, facts: {} }] : []),
  ];
  const awayInDays =
    q.tripOn === null ? null : Temporal.PlainDate.from(q.today).until(Temporal.PlainDate.from(q.tripOn)).days;
  return {
    school: out.length > 0 ? 'all-out' : 'all-in',
    for: out.length > 0 ? out : stays,
    against: [
      ...(awayInDays !== null && awayInDays >= 0 && awayInDays <= tripDays
        ? [{ id: 'trip-soon' as const, facts: { onDay: q.tripOn ?? '' } }]
        : []),
      ...(q.ailing ? [{ id: 'ailing' as const, facts: {} }] : []),
      ...(q.cycling ? [{ id: 'not-cycled' as const, facts: {} }] : []),
      ...(q.inCourse ? [{ id: 'in-course' as const, facts: {} }] : []),
    ],
  };
}

/** How much of the old water goes along: the same water for the delicate, or less of what was stirred up. */
export const waterChoices = ['same', 'half', 'new'] as const;
export type WaterChoice = (typeof waterChoices)[number];
const oldShare: Record<WaterChoice, number> = { same: 0.8, half: 0.5, new: 0.2 };
/** A can that one person carries level: 20 kg with its own weight. */
const canL = 18;

/**
 * Old water to carry and new water to have ready, in litres and cans of 18 L.
 * @example waterToCarry({ netVolumeL: 54, choice: 'half' }) // 27 L old in 2 cans, 27 L new
 */
export function waterToCarry(
  { netVolumeL, choice }: { netVolumeL: number; choice: WaterChoice },
  note: Recorder = silent,
): Result<{ oldL: number; newL: number; cansCount: number }> {
  note.by('hands.water-to-carry', 1);
  const fault = firstFault([{ field: 'netVolumeL', value: netVolumeL, range: { lo: 0.1, hi: 1e5, unit: 'L' } }]);
  if (fault) return refuse(fault);
  const oldL = note.step({
    id: 'old',
    label: 'Old water to carry',
    unit: 'L',
    formula: 'net volume × share that goes along',
    terms: { volume: netVolumeL, share: oldShare[choice] },
    by: (x) => x.volume * x.share,
  });
  const newL = note.step({
    id: 'new',
    label: 'New water to have ready',
    unit: 'L',
    formula: 'net volume − old water',
    terms: { volume: netVolumeL, old: oldL },
    by: (x) => x.volume - x.old,
  });
  return ok({ oldL, newL, cansCount: Math.ceil(oldL / canL - noise) });
}
const noise = 1e-9;

/** Nitrogen in nitrate, by mass (IUPAC atomic weights: N 14.007, O 15.999). */
const nInNo3 = 14.007 / 62.004;
/**
 * Total ammonia, as nitrogen, that would come in a day if a move cost the filter its bacteria: what the tank now makes of it
 * is nitrate, one nitrogen of the one for one of the other. Plants eat some of it, so it may be more.
 *
 * mg/L a day of nitrate, the tank's own rise; below nothing it is nothing.
 * @example tanWithoutFilter({ no3MgPerLPerDay: { lo: 1, hi: 2 } }) // 0.23 to 0.45 mg/L a day
 */
export function tanWithoutFilter(
  { no3MgPerLPerDay }: { no3MgPerLPerDay: { lo: number; hi: number } },
  note: Recorder = silent,
): Result<{ tanMgPerLPerDay: { lo: number; hi: number } }> {
  note.by('hands.tan-without-filter', 1);
  const range = { lo: -1000, hi: 1000, unit: 'mg/L' };
  const fault = firstFault([
    { field: 'no3MgPerLPerDay.lo', value: no3MgPerLPerDay.lo, range },
    { field: 'no3MgPerLPerDay.hi', value: no3MgPerLPerDay.hi, range },
  ]);
  if (fault) return refuse(fault);
  const tanOf = (id: 'lo' | 'hi'): number =>
    note.step({
      id,
      label: `Total ammonia in a day, ${id === 'lo' ? 'lower' : 'upper'} end`,
      unit: 'mg/L',
      formula: 'nitrate a day × nitrogen in it',
      terms: { nitrate: Math.max(0, no3MgPerLPerDay[id]), nitrogen: nInNo3 },
      by: (x) => x.nitrate * x.nitrogen,
    });
  return ok({ tanMgPerLPerDay: { lo: tanOf('lo'), hi: tanOf('hi') } });
}

export const moveStepIds = [
  'plugs-off',
  'hardscape-out',
  'water-drawn',
  'animals-out',
  'plants-out',
  'drain',
  'bed-out',
  'carry',
  'way',
  'set-up',
  'bed-in',
  'water-in',
  'animals-in',
  'filter-on',
  'heater-on',
  'light-stays-off',
] as const;
export type MoveStepId = (typeof moveStepIds)[number];
export interface MoveStep {
  id: MoveStepId;
  /** From the beginning of the day's work. */
  atMinutes: number;
  minutes: number;
  peopleCount: number;
}
/** A hose drains about so many litres a minute; cans are filled and poured slower (common practice). */
const [drainLPerMinute, canLPerMinute] = [5, 4];
/** To catch and settle one fish without chasing, and one of a swarm that comes by the netful (ours, low grade). */
const [catchMinutes, swarmMinutes] = [1.5, 0.1];

/**
 * The day of a move as a timeline: the heater first and cooled, stones before water, animals out last of the water that is
 * drawn for them and in before the bed is touched again, the filter before the heater. Minutes by litres and heads.
 *
 * Rates are common practice, catching is ours, low grade. Minutes are whole.
 * @example moveTimeline({ school: 'all-in', netVolumeL: 54, oldL: 27, fishCount: 12, swarmCount: 0, wayMinutes: 40, lifting: 'two' })[0]
 * // plugs off, 15 minutes, one person
 */
export function moveTimeline({
  school,
  netVolumeL,
  oldL,
  fishCount,
  swarmCount,
  wayMinutes,
  lifting,
}: {
  school: MoveSchool;
  netVolumeL: number;
  oldL: number;
  fishCount: number;
  /** Shrimp and snails. */
  swarmCount: number;
  wayMinutes: number;
  lifting: 'one' | 'two' | 'more' | null;
}): { steps: MoveStep[]; inBagsMinutes: number; wholeMinutes: number } {
  const carriers = lifting === 'one' ? 1 : lifting === 'more' ? 4 : 2;
  const out = school === 'all-out';
  const plan: { id: MoveStepId; minutes: number; peopleCount: number }[] = [
    // The heater cools before it is dry.
    { id: 'plugs-off', minutes: 15, peopleCount: 1 },
    { id: 'hardscape-out', minutes: 10, peopleCount: 1 },
    { id: 'water-drawn', minutes: oldL / canLPerMinute, peopleCount: 1 },
    ...(out ? [{ id: 'plants-out' as const, minutes: 20, peopleCount: 1 }] : []),
    { id: 'animals-out', minutes: Math.max(5, catchMinutes * fishCount + swarmMinutes * swarmCount), peopleCount: 1 },
    { id: 'drain', minutes: Math.max(0, netVolumeL - oldL) / drainLPerMinute, peopleCount: 1 },
    ...(out ? [{ id: 'bed-out' as const, minutes: 20, peopleCount: 1 }] : []),
    { id: 'carry', minutes: 15, peopleCount: carriers },
    { id: 'way', minutes: wayMinutes, peopleCount: 1 },
    { id: 'set-up', minutes: 20, peopleCount: carriers },
    ...(out ? [{ id: 'bed-in' as const, minutes: 30, peopleCount: 1 }] : []),
    { id: 'water-in', minutes: netVolumeL / canLPerMinute, peopleCount: 1 },
    { id: 'animals-in', minutes: 20, peopleCount: 1 },
    { id: 'filter-on', minutes: 5, peopleCount: 1 },
    // Under water and of its warmth before it is plugged in.
    { id: 'heater-on', minutes: 15, peopleCount: 1 },
    { id: 'light-stays-off', minutes: 0, peopleCount: 0 },
  ];
  const steps: MoveStep[] = [];
  let atMinutes = 0;
  for (const step of plan) {
    const minutes = Math.ceil(step.minutes);
    steps.push({ ...step, minutes, atMinutes });
    atMinutes += minutes;
  }
  const at = (id: MoveStepId): number => steps.find((s) => s.id === id)?.atMinutes ?? 0;
  return { steps, inBagsMinutes: at('filter-on') - at('animals-out'), wholeMinutes: atMinutes };
}

/** Of several tanks the small first and the precious last, some days between; a watch runs after each. */
export function moveOrder(
  tanks: readonly { tankId: string; netVolumeL: number; precious: boolean }[],
  { firstOn, apartDays }: { firstOn: string; apartDays: number },
): { tankId: string; on: string }[] {
  const first = Temporal.PlainDate.from(firstOn);
  return [...tanks]
    .sort((a, b) => Number(a.precious) - Number(b.precious) || a.netVolumeL - b.netVolumeL)
    .map(({ tankId }, i) => ({ tankId, on: first.add({ days: i * apartDays }).toString() }));
}

/** As near to nothing as a chart shows: its first step above it reads a quarter (ours). */
const cleanMgPerL = 0.25;
/**
 * How the water was on the day of a watch after a move: ammonia and nitrite both read today and at nothing are good; one of
 * them bad is bad; otherwise the day is not tested.
 */
export function movedDay(
  water: Readonly<Partial<Record<'tanMgPerL' | 'no2MgPerL', Interval & { atEpochMs: number }>>>,
  { today, on }: { today: string; on: (atEpochMs: number) => string },
): 'good' | 'bad' | 'untested' {
  const read = [water.tanMgPerL, water.no2MgPerL].filter((r) => r !== undefined && on(r.atEpochMs) === today);
  if (read.some((r) => r !== undefined && highEnd(r) > cleanMgPerL)) return 'bad';
  return read.length === 2 ? 'good' : 'untested';
}
