import { addDays, nightsBetween } from '#core/units';
import { inOrder, outOfPlace, walked, type OutOfPlace, type PlaceReason, type ThreadTable } from '#core/threads';
import { courseOf, type CourseDay, type CourseFood, type CourseLabel } from './course';
import { doseToGive, type DoseGivenUnit, type DosePlan, type DoseToGive } from './dose';

export const careVerdicts = ['better', 'same', 'worse'] as const;
export type CareVerdict = (typeof careVerdicts)[number];

/** What the book holds of a step of care, whatever it is. */
export interface CareHead {
  entryId: string;
  tankId: string;
  atEpochMs: number;
  /** Its night. */
  on: string;
}
export interface CoursePlan {
  agentId: string;
  productName: string;
  label: CourseLabel;
  repeats: number;
  split: boolean;
  netVolumeL: number;
  /** The night of day 1. */
  startOn: string;
  caseId?: string | undefined;
  /** The bottle it comes from, and how much of it is one pack of the plan. */
  supplyId?: string | undefined;
  doseValue?: number | undefined;
  doseUnit?: DoseGivenUnit | undefined;
  /** Packs are dissolved first, and a share of that is given. */
  stockSolution?: boolean | undefined;
  /** What the product holds beside its first agent. */
  alsoAgentIds?: readonly string[] | undefined;
  /** Given in the food. */
  food?: CourseFood | undefined;
  /** The course that this is a part of: both begin of one plan and end together. */
  partOfId?: string | undefined;
  /** Why it is done although something speaks against it. */
  overrideReason?: string | undefined;
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
/** What a dose of the plan is worked out from. */
export const dosePlanOf = (of: CoursePlan): DosePlan => ({ ...of, packsCanBeSplit: of.split });

export type CourseStep = CareHead &
  (
    | ({ step: 'started' } & CoursePlan)
    | {
        step: 'given' | 'changed' | 'missed';
        courseId: string;
        day: number;
        ate?: MealAppetite | undefined;
        overrideReason?: string | undefined;
      }
    | { step: 'ended' | 'looked'; courseId: string; verdict: CareVerdict; note: string }
    | { step: 'paused' | 'resumed'; courseId: string; note: string; overrideReason?: string | undefined }
    | { step: 'redosed'; courseId: string; changeEntryId: string; overrideReason?: string | undefined }
  );
export type CourseStart = Extract<CourseStep, { step: 'started' }>;
export type LaterCourseStep = Exclude<CourseStep, { step: 'started' }>;
export type CourseState = 'running' | 'resting' | 'ended';
/** What may follow what: nothing is given while it rests, and after its end it is only looked at. */
export const courseTable: ThreadTable<CourseStep['step'], CourseState> = {
  opens: 'started',
  begun: 'running',
  moves: {
    running: {
      given: 'running',
      changed: 'running',
      missed: 'running',
      redosed: 'running',
      looked: 'running',
      paused: 'resting',
      ended: 'ended',
    },
    resting: { resumed: 'running', looked: 'resting', ended: 'ended' },
    ended: { looked: 'ended' },
  },
};

/** A day of the plan, wherever it has moved to; what was done of it stays where it was done. */
interface Item extends CourseDay {
  doneEpochMs: number | null;
}
interface CourseKept {
  items: readonly Item[];
  pausedOnDay: number | null;
  redosedIds: readonly string[];
  missedCount: number;
}

const nothing = { pausedOnDay: null, redosedIds: [], missedCount: 0 };
/** What is still to come from a day on, so many days later: what was given stays given. */
const later = (items: readonly Item[], { fromDay, days }: { fromDay: number; days: number }): Item[] =>
  items.map((i) => (i.doneEpochMs === null && i.day >= fromDay ? { ...i, day: i.day + Math.max(0, days) } : i));

type DayStep = Extract<CourseStep, { day: number }>;
const isDayStep = (step: CourseStep): step is DayStep => 'day' in step;
const meantBy = ({ step }: DayStep): Item['do'] => (step === 'changed' ? 'change' : 'dose');
const openItem = (items: readonly Item[], step: DayStep): Item | undefined =>
  items.find((i) => i.do === meantBy(step) && i.day === step.day && i.doneEpochMs === null);

/** Why a step has no place though the table allows it: a day of nothing, one that was done, one that is still to come. */
function refused(start: CourseStart, step: CourseStep, kept: CourseKept): PlaceReason | null {
  const today = dayOf(start, step.on);
  if (step.step === 'redosed')
    return kept.redosedIds.includes(step.changeEntryId) ? { id: 'twice', facts: { what: 'redosed' } } : null;
  if (!isDayStep(step)) return null;
  if (today < 1) return { id: 'day-before-start', facts: { startOn: start.startOn } };
  const { day } = step;
  if (!openItem(kept.items, step))
    return kept.items.some((i) => i.do === meantBy(step) && i.day === day)
      ? { id: 'day-done', facts: { day, step: step.step } }
      : { id: 'day-of-nothing', facts: { day, step: step.step } };
  return day > today ? { id: 'day-to-come', facts: { day, todayDay: today } } : null;
}
function after(start: CourseStart, kept: CourseKept, step: CourseStep): CourseKept {
  const today = dayOf(start, step.on);
  switch (step.step) {
    case 'given':
    case 'changed': {
      const done = openItem(kept.items, step);
      return {
        ...kept,
        items: kept.items.map((i) => (i === done ? { ...i, doneEpochMs: step.atEpochMs } : i)),
      };
    }
    // It moves itself and all after it by a day: given later, and never twice at once.
    case 'missed':
      return {
        ...kept,
        items: later(kept.items, { fromDay: step.day, days: 1 }),
        missedCount: kept.missedCount + 1,
      };
    case 'redosed':
      return { ...kept, redosedIds: [...kept.redosedIds, step.changeEntryId] };
    case 'paused':
      return { ...kept, pausedOnDay: today };
    case 'resumed':
    case 'ended':
      return kept.pausedOnDay === null
        ? kept
        : {
            ...kept,
            pausedOnDay: null,
            items: later(kept.items, { fromDay: kept.pausedOnDay, days: today - kept.pausedOnDay }),
          };
    default:
      return kept;
  }
}
const dayOf = ({ startOn }: Pick<CoursePlan, 'startOn'>, on: string): number => nightsBetween(startOn, on) + 1;
/** The night of a day of a course. @example dateOfCourse('2026-03-01', 3) // 2026-03-03 */
export const dateOfCourse = (startOn: string, day: number): string => addDays({ on: startOn, days: day - 1 });

/** One course gone through; null where its label cannot be worked out. */
export function courseWalked(start: CourseStart, steps: readonly CourseStep[]) {
  const planned = courseOf({
    netVolumeL: start.netVolumeL,
    label: start.label,
    food: start.food,
    repeats: start.repeats,
    packsCanBeSplit: start.split,
  });
  const give = doseToGive(dosePlanOf(start));
  if (!planned.ok || !give.ok) return null;
  const walk = walked<CourseStep, CourseState, CourseKept>({
    table: courseTable,
    start,
    later: steps.filter((s) => s.step !== 'started' && s.courseId === start.entryId),
    kept: { ...nothing, items: planned.value.calendar.map((d): Item => ({ ...d, doneEpochMs: null })) },
    refuses: (step, kept) => refused(start, step, kept),
    after: (kept, step) => after(start, kept, step),
  });
  return { planned: planned.value, give: give.value, walk };
}

export interface CareLook {
  atEpochMs: number;
  on: string;
  verdict: CareVerdict;
  note: string;
}
export type CourseDayState = 'done' | 'late' | 'due' | 'later' | 'dropped';
/** One course as it stands: what is due, what is late, how it ended. */
export interface CourseThread {
  courseId: string;
  tankId: string;
  startedEpochMs: number;
  plan: CoursePlan;
  /** Each of its doses, as it is carried out. */
  give: DoseToGive;
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
  /** The night since which it rests; null while it runs. */
  pausedOn: string | null;
  /** Where it came from: the case of trouble it treats. */
  caseId: string | null;
}

/**
 * Courses as threads of the book, the newest first; steps that have no place in theirs are left out.
 * @example courseThreads(steps, { today: '2026-03-14' })[0]?.calendar
 */
export const courseThreads = (steps: readonly CourseStep[], { today }: { today: string }): CourseThread[] =>
  inOrder(steps)
    .flatMap((start) => (start.step === 'started' ? threadOf(start, { steps, today }) : []))
    .reverse();

function threadOf(
  start: CourseStart,
  { steps, today }: { steps: readonly CourseStep[]; today: string },
): CourseThread[] {
  const gone = courseWalked(start, steps);
  if (!gone) return [];
  const { walk, give } = gone;
  const placed = walk.placed.filter((s): s is LaterCourseStep => s.step !== 'started');
  const looksOf = (what: 'ended' | 'looked'): CareLook[] =>
    placed.flatMap((s) =>
      s.step === what && 'verdict' in s ? [{ atEpochMs: s.atEpochMs, on: s.on, verdict: s.verdict, note: s.note }] : [],
    );
  const [ended = null] = looksOf('ended');
  const looks = looksOf('looked');
  const now = dayOf(start, today);
  const { items, pausedOnDay } = walk.kept;
  // Nothing comes due while it rests: what is next stays a day ahead.
  const shown =
    pausedOnDay === null ? items : later(items, { fromDay: pausedOnDay, days: Math.max(0, now - pausedOnDay) + 1 });
  const stateOf = ({ do: what, day, doneEpochMs }: Item): CourseDayState => {
    if (what === 'look' ? looks.some((l) => dayOf(start, l.on) >= day) : doneEpochMs !== null) return 'done';
    // What is over asks for nothing but its looks.
    if (ended && what !== 'look') return 'dropped';
    return day < now ? 'late' : day === now ? 'due' : 'later';
  };
  return [
    {
      courseId: start.entryId,
      tankId: start.tankId,
      startedEpochMs: start.atEpochMs,
      plan: start,
      give,
      calendar: shown.map((item) => {
        const { doneEpochMs: _done, ...day } = item;
        return { ...day, state: stateOf(item) };
      }),
      courseDay: now,
      ended,
      looks,
      missedCount: walk.kept.missedCount,
      given: placed.flatMap((s) =>
        s.step === 'given'
          ? [{ day: s.day, atEpochMs: s.atEpochMs, ...(s.ate === undefined ? {} : { ate: s.ate }) }]
          : [],
      ),
      redosedIds: walk.kept.redosedIds,
      pausedOn: walk.state === 'resting' ? walk.sinceOn : null,
      caseId: start.caseId ?? null,
    },
  ];
}

/** Steps of courses that have no place: of no course of this tank, or of one where they cannot be. */
export const courseOutOfPlace = (steps: readonly CourseStep[]): OutOfPlace<CourseStep>[] =>
  outOfPlace({
    steps,
    startIdOf: (s) => (s.step === 'started' ? null : s.courseId),
    outOf: (start, own) => (start.step === 'started' ? (courseWalked(start, own)?.walk.out ?? []) : []),
  });

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
