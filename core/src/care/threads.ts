import { Temporal } from 'temporal-polyfill';
import { courseOf, type CourseDay, type CourseFood, type CourseLabel } from './course';
import { quarantineClock, type QuarantineClock, type QuarantineEvent, type QuarantineSchool } from './quarantine';

export const careVerdicts = ['better', 'same', 'worse'] as const;
export type CareVerdict = (typeof careVerdicts)[number];
export const quarantineReasons = ['new', 'sick', 'refuge', 'exposed'] as const;
export type QuarantineReason = (typeof quarantineReasons)[number];

interface Head {
  entryId: string;
  tankId: string;
  atEpochMs: number;
}
export interface CoursePlan {
  agentId: string;
  productName: string;
  label: CourseLabel;
  repeats: number;
  split: boolean;
  netVolumeL: number;
  /** Of the calendar: day 1. */
  startOn: string;
  caseId?: string | undefined;
  /** The bottle it comes from, and how much of it is one pack of the plan. */
  supplyId?: string | undefined;
  doseValue?: number | undefined;
  /** What the product holds beside its first agent. */
  alsoAgentIds?: readonly string[] | undefined;
  /** Given in the food. */
  food?: CourseFood | undefined;
  /** The course that this is a part of: both begin of one plan and end together. */
  partOfId?: string | undefined;
}
/** Who ate of a medicated meal. */
export const mealAppetites = ['all', 'some', 'none'] as const;
export type MealAppetite = (typeof mealAppetites)[number];
/** What of its bottle so many packs are, in the supply's unit; null where it comes from none. */
export const takenOf = (
  { supplyId, doseValue }: CoursePlan,
  packs: number,
): { supplyId: string; value: number } | null =>
  supplyId === undefined || doseValue === undefined ? null : { supplyId, value: packs * doseValue };
/** How much of a bottle a plan takes, for each dose and in all, in the supply's unit. */
export const neededOf = (
  doseValue: number,
  { packsPerDose, packsTotal }: { packsPerDose: number; packsTotal: number },
): { perDoseValue: number; needValue: number } => ({
  perDoseValue: packsPerDose * doseValue,
  needValue: packsTotal * doseValue,
});
/** All agents of a product. */
export const agentIdsOf = ({ agentId, alsoAgentIds = [] }: CoursePlan): string[] => [agentId, ...alsoAgentIds];
export type CourseStep = Head &
  (
    | ({ step: 'started' } & CoursePlan)
    | { step: 'given' | 'changed' | 'missed'; courseId: string; day: number; ate?: MealAppetite | undefined }
    | { step: 'ended' | 'looked'; courseId: string; verdict: CareVerdict; note: string }
    | { step: 'paused' | 'resumed'; courseId: string; note: string }
    | { step: 'redosed'; courseId: string; changeEntryId: string }
  );
type LaterStep = Exclude<CourseStep, { step: 'started' }>;
export interface CareLook {
  atEpochMs: number;
  verdict: CareVerdict;
  note: string;
}
export type CourseDayState = 'done' | 'late' | 'due' | 'later' | 'dropped';
/** One course as it stands: what is due, what is late, how it ended. */
export interface CourseThread {
  courseId: string;
  tankId: string;
  plan: CoursePlan;
  packsPerDose: number;
  calendar: readonly (CourseDay & { state: CourseDayState })[];
  /** Which day of the course today is. */
  courseDay: number;
  ended: CareLook | null;
  looks: readonly CareLook[];
  missedCount: number;
  /** Doses that were given, with their moments. */
  given: readonly { day: number; atEpochMs: number; ate?: MealAppetite | undefined }[];
  /** Own changes whose share of the dose was given again. */
  redosedIds: readonly string[];
  /** Since when it rests; null while it runs. */
  pausedOn: string | null;
  /** Where it came from: the case of trouble it treats. */
  caseId: string | null;
}

/** Days counted from 1 on the first of them. */
const dayNumber = (startOn: string, on: string): number =>
  Temporal.PlainDate.from(startOn).until(Temporal.PlainDate.from(on), { largestUnit: 'days' }).days + 1;
/** The date of a day of a course. @example dateOfCourse('2026-03-01', 3) // 2026-03-03 */
export const dateOfCourse = (startOn: string, day: number): string =>
  Temporal.PlainDate.from(startOn)
    .add({ days: day - 1 })
    .toString();
const dateIn = (atEpochMs: number, zone: string): string =>
  Temporal.Instant.fromEpochMilliseconds(Math.trunc(atEpochMs)).toZonedDateTimeISO(zone).toPlainDate().toString();

/** So many days later from a day on. */
interface Shift {
  fromDay: number;
  days: number;
}
const moved = (calendar: readonly CourseDay[], shifts: readonly Shift[]): CourseDay[] =>
  shifts.reduce<CourseDay[]>(
    (all, { fromDay, days }) => all.map((d) => (d.day >= fromDay ? { ...d, day: d.day + days } : d)),
    [...calendar],
  );
/**
 * What moved the calendar, in the order it was written: a dose that was missed moves itself and all after it by a day, given
 * later and never twice at once; a pause moves what was to come by its length.
 */
function shiftsOf(
  own: readonly LaterStep[],
  { dayOf, todayDay }: { dayOf: (atEpochMs: number) => number; todayDay: number },
): { shifts: Shift[]; pausedEpochMs: number | null } {
  const shifts: Shift[] = [];
  let paused: LaterStep | null = null;
  for (const step of own) {
    if (step.step === 'missed') shifts.push({ fromDay: step.day, days: 1 });
    if (step.step === 'paused') paused ??= step;
    if ((step.step === 'resumed' || step.step === 'ended') && paused) {
      const fromDay = dayOf(paused.atEpochMs);
      shifts.push({ fromDay, days: Math.max(0, dayOf(step.atEpochMs) - fromDay) });
      paused = null;
    }
  }
  if (paused) {
    const fromDay = dayOf(paused.atEpochMs);
    // Nothing comes due while it rests: what is next stays a day ahead.
    shifts.push({ fromDay, days: Math.max(0, todayDay - fromDay) + 1 });
  }
  return { shifts, pausedEpochMs: paused?.atEpochMs ?? null };
}

/**
 * Courses as threads of the book, the newest first; steps that belong to none are left out.
 * @example courseThreads(steps, { today: '2026-03-14', zone: 'UTC' })[0]?.calendar
 */
export function courseThreads(
  steps: readonly CourseStep[],
  { today, zone }: { today: string; zone: string },
): CourseThread[] {
  const ordered = [...steps].sort((a, b) => a.atEpochMs - b.atEpochMs);
  return ordered
    .flatMap((start) => (start.step === 'started' ? threadOf(start, ordered, { today, zone }) : []))
    .reverse();
}
function threadOf(
  start: Extract<CourseStep, { step: 'started' }>,
  all: readonly CourseStep[],
  { today, zone }: { today: string; zone: string },
): CourseThread[] {
  const planned = courseOf({
    netVolumeL: start.netVolumeL,
    label: start.label,
    food: start.food,
    repeats: start.repeats,
    packsCanBeSplit: start.split,
  });
  if (!planned.ok) return [];
  const own = all.filter(
    (s): s is LaterStep => s.step !== 'started' && s.courseId === start.entryId && s.tankId === start.tankId,
  );
  const days = (step: LaterStep['step']): number[] =>
    own.flatMap((s) => (s.step === step && 'day' in s ? [s.day] : []));
  const looksOf = (step: LaterStep['step']): CareLook[] =>
    own.flatMap((s) =>
      s.step === step && 'verdict' in s ? [{ atEpochMs: s.atEpochMs, verdict: s.verdict, note: s.note }] : [],
    );
  const [ended = null] = looksOf('ended');
  const looks = looksOf('looked');
  const now = dayNumber(start.startOn, today);
  const dayAt = (atEpochMs: number): number => dayNumber(start.startOn, dateIn(atEpochMs, zone));
  const { shifts, pausedEpochMs } = shiftsOf(own, { dayOf: dayAt, todayDay: now });
  const stateOf = (d: CourseDay): CourseDayState => {
    const done =
      d.do === 'look'
        ? looks.some((l) => dayAt(l.atEpochMs) >= d.day)
        : days(d.do === 'dose' ? 'given' : 'changed').includes(d.day);
    if (done) return 'done';
    // What is over asks for nothing but its looks.
    if (ended && d.do !== 'look') return 'dropped';
    return d.day < now ? 'late' : d.day === now ? 'due' : 'later';
  };
  return [
    {
      courseId: start.entryId,
      tankId: start.tankId,
      plan: start,
      packsPerDose: planned.value.packsPerDose,
      calendar: moved(planned.value.calendar, shifts).map((d) => ({ ...d, state: stateOf(d) })),
      courseDay: now,
      ended,
      looks,
      missedCount: days('missed').length,
      given: own.flatMap((s) =>
        s.step === 'given'
          ? [{ day: s.day, atEpochMs: s.atEpochMs, ...(s.ate === undefined ? {} : { ate: s.ate }) }]
          : [],
      ),
      redosedIds: own.flatMap((s) => (s.step === 'redosed' ? [s.changeEntryId] : [])),
      pausedOn: pausedEpochMs === null ? null : dateIn(pausedEpochMs, zone),
      caseId: start.caseId ?? null,
    },
  ];
}
/** What a course asks for today: what is late before what is due; a look only after its end. */
export const dueOf = (of: CourseThread): CourseThread['calendar'] =>
  of.calendar.filter(
    (d) =>
      of.pausedOn === null &&
      (d.state === 'late' || d.state === 'due') &&
      (of.ended === null ? d.do !== 'look' : d.do === 'look'),
  );
/** Nothing is left to give or change, and it was not closed. */
export const readyToEnd = (of: CourseThread): boolean =>
  of.ended === null && of.pausedOn === null && of.calendar.every((d) => d.do === 'look' || d.state === 'done');

const mealsTold = 2;
/** The last meals reached not all of them: what is not eaten does not heal. */
export const mealsRefused = (of: CourseThread): boolean => {
  const meals = of.plan.food === undefined ? [] : of.given.filter((g) => g.ate !== undefined).slice(-mealsTold);
  return (
    meals.length > 0 &&
    (meals.at(-1)?.ate === 'none' || (meals.length === mealsTold && meals.every((m) => m.ate !== 'all')))
  );
};

export type QuarantineStep = Head &
  (
    | { step: 'opened'; school: QuarantineSchool; reason: QuarantineReason; on: string }
    | { step: 'noted'; quarantineId: string; event: 'wet-contact' | 'sign' | 'sign-ended'; on: string; note: string }
    | { step: 'looked'; quarantineId: string; appetiteCount: number; note: string }
    | { step: 'sentinels'; quarantineId: string; kindId: string; count: number; on: string }
    | { step: 'left'; quarantineId: string; reason: string }
  );
/** What else of the book sets the clock of a quarantine. */
export interface QuarantineHappening {
  tankId: string;
  event: QuarantineEvent;
}
export interface QuarantineThread {
  quarantineId: string;
  tankId: string;
  school: QuarantineSchool;
  reason: QuarantineReason;
  openedOn: string;
  /** Null for a refuge: it has no clock of disease. */
  clock: QuarantineClock | null;
  lookedToday: boolean;
  looks: readonly { atEpochMs: number; appetiteCount: number }[];
  left: { atEpochMs: number; reason: string } | null;
  /** Sentinels that were put beside them; null where none were. */
  sentinels: { kindId: string; count: number; on: string } | null;
}

/**
 * Quarantines as threads of the book, the newest first, each with its clock as of today: by what was noted in it, and by
 * arrivals, deaths, wet contacts and ended treatments of its tank since it was opened.
 * @example quarantineThreads(steps, { happened, tempC: () => 25, today: '2026-03-14', zone: 'UTC' })
 */
export function quarantineThreads(
  steps: readonly QuarantineStep[],
  {
    happened,
    tempC,
    today,
    zone,
  }: {
    happened: readonly QuarantineHappening[];
    tempC: (tankId: string) => number;
    today: string;
    zone: string;
  },
): QuarantineThread[] {
  const ordered = [...steps].sort((a, b) => a.atEpochMs - b.atEpochMs);
  return ordered
    .flatMap((open): QuarantineThread[] => {
      if (open.step !== 'opened') return [];
      const own = ordered.filter(
        (s): s is Exclude<QuarantineStep, { step: 'opened' }> =>
          s.step !== 'opened' && s.quarantineId === open.entryId && s.tankId === open.tankId,
      );
      const [left = null] = own.flatMap((s) =>
        s.step === 'left' ? [{ atEpochMs: s.atEpochMs, reason: s.reason }] : [],
      );
      const until = left ? dateIn(left.atEpochMs, zone) : today;
      const events: QuarantineEvent[] = [
        { on: open.on, kind: 'arrival' as const },
        ...own.flatMap((s): QuarantineEvent[] => (s.step === 'noted' ? [{ on: s.on, kind: s.event }] : [])),
        ...happened.filter((h) => h.tankId === open.tankId && h.event.on >= open.on).map((h) => h.event),
      ].filter((e) => e.on <= until);
      const clock = quarantineClock({ school: open.school, tempC: tempC(open.tankId), events, today: until });
      return [
        {
          quarantineId: open.entryId,
          tankId: open.tankId,
          school: open.school,
          reason: open.reason,
          openedOn: open.on,
          clock: open.reason === 'refuge' || !clock.ok ? null : clock.value,
          lookedToday: own.some((s) => s.step === 'looked' && dateIn(s.atEpochMs, zone) === today),
          looks: own.flatMap((s) =>
            s.step === 'looked' ? [{ atEpochMs: s.atEpochMs, appetiteCount: s.appetiteCount }] : [],
          ),
          left,
          sentinels: own.flatMap((s) => (s.step === 'sentinels' ? [s] : [])).at(-1) ?? null,
        },
      ];
    })
    .reverse();
}
