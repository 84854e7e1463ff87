import { dayMs, hourMs } from '#core/units';
import type { Interval } from '#core/readings';
import { highEnd } from '#core/readings';
import { redose } from './course';
import { agentIdsOf, dosePlanOf, type CourseThread } from './course-thread';
import { partOfDose, type DoseToGive } from './dose';
import type { QuarantineHappening, QuarantineThread } from './quarantine-thread';

/** Water that was changed in a tank. */
export interface WaterChanged {
  entryId: string;
  tankId: string;
  atEpochMs: number;
  changeFraction: number;
}

/**
 * What of an agent is still in the water: every dose that was given, less what each change since took along; nothing is
 * counted as decayed, because for most agents nobody knows how fast.
 * @example shareLeft({ givenEpochMs: [0], changes: [{ atEpochMs: 1, changeFraction: 0.5 }], nowEpochMs: 2 }) // 0.5 of a dose
 */
export function shareLeft({
  givenEpochMs,
  changes,
  nowEpochMs,
}: {
  givenEpochMs: readonly number[];
  changes: readonly Pick<WaterChanged, 'atEpochMs' | 'changeFraction'>[];
  nowEpochMs: number;
}): number {
  return givenEpochMs
    .filter((at) => at <= nowEpochMs)
    .reduce(
      (sum, at) =>
        sum +
        changes
          .filter((c) => c.atEpochMs > at && c.atEpochMs <= nowEpochMs)
          .reduce((share, c) => share * (1 - c.changeFraction), 1),
      0,
    );
}
/** An agent counts as present while more than this of a dose is left. */
export const presentFraction = 0.05;
/** Rounding of a product must not make the last twentieth count. */
const noise = 1e-9;
/** Usual changes until no more than that is left; 0 where it is so already, null where a change takes nothing. */
export function changesUntilGone({
  shareFraction,
  changeFraction,
}: {
  shareFraction: number;
  changeFraction: number;
}): number | null {
  if (shareFraction <= presentFraction) return 0;
  if (!(changeFraction > 0)) return null;
  if (changeFraction >= 1) return 1;
  return Math.ceil(Math.log(presentFraction / shareFraction) / Math.log(1 - changeFraction) - 1e-9);
}

/** An agent in a tank's water: of a course that runs, or of an ended one that has not left. */
export interface AgentIn {
  agentId: string;
  courseId: string;
  productName: string;
  /** Of one dose, by changes alone. */
  shareFraction: number;
  ended: boolean;
  /** Eaten: in the animals, not in the water. */
  inFood: boolean;
}
/**
 * Agents of courses that are in a tank's water: of running ones from their start on, of ended ones as long as changes have
 * left more than a twentieth of a dose.
 * @example agentsIn(courses, { tankId, changes: [], nowEpochMs })[0]?.shareFraction // 1 after one dose
 */
export function agentsIn(
  courses: readonly CourseThread[],
  { tankId, changes, nowEpochMs }: { tankId: string; changes: readonly WaterChanged[]; nowEpochMs: number },
): AgentIn[] {
  const own = changes.filter((c) => c.tankId === tankId);
  return courses.flatMap((c): AgentIn[] => {
    if (c.tankId !== tankId) return [];
    const ended = c.ended !== null;
    // What is eaten is in the animals: it counts while the course runs.
    const doses = c.plan.food === undefined ? c.given : [];
    const shareFraction = shareLeft({ givenEpochMs: doses.map((g) => g.atEpochMs), changes: own, nowEpochMs });
    return !ended || shareFraction > presentFraction + noise
      ? agentIdsOf(c.plan).map((agentId) => ({
          agentId,
          courseId: c.courseId,
          productName: c.plan.productName,
          shareFraction,
          ended,
          inFood: c.plan.food !== undefined,
        }))
      : [];
  });
}

/** Water changed on top of the label's changes since the last dose: what it took along is given again, and no more. */
export interface RedoseDue {
  changeEntryId: string;
  atEpochMs: number;
  changeFraction: number;
  give: DoseToGive;
}
/**
 * What a running course asks for after changes of the keeper's own: the dose of the replaced water only. A change on a day
 * of the calendar that has one is the label's own; one before the last dose was made up by that dose.
 */
export function redosesDue(
  of: CourseThread,
  { changes, dayOf }: { changes: readonly WaterChanged[]; dayOf: (atEpochMs: number) => number },
): RedoseDue[] {
  const last = of.given.reduce((latest, g) => Math.max(latest, g.atEpochMs), -Infinity);
  if (of.plan.food !== undefined || of.ended !== null || of.pausedOn !== null || !Number.isFinite(last)) return [];
  const labelDays = new Set(of.calendar.flatMap((d) => (d.do === 'change' ? [d.day] : [])));
  const lastDoseDay = Math.max(...of.calendar.flatMap((d) => (d.do === 'dose' ? [d.day] : [])));
  return changes.flatMap((c): RedoseDue[] => {
    const day = dayOf(c.atEpochMs);
    const asked = c.tankId === of.tankId && c.atEpochMs > last && !labelDays.has(day) && day <= lastDoseDay;
    if (!asked || of.redosedIds.includes(c.entryId)) return [];
    const again = redose({ doseMgPerL: 1, netVolumeL: of.plan.netVolumeL, changeFraction: c.changeFraction });
    if (!again.ok) return [];
    const share = again.value.doseMg / of.plan.netVolumeL;
    return [
      {
        changeEntryId: c.entryId,
        atEpochMs: c.atEpochMs,
        changeFraction: c.changeFraction,
        give: partOfDose(of.give, dosePlanOf(of.plan), share),
      },
    ];
  });
}

const watchAfterDays = 7;
const watched = ['tanMgPerL', 'no2MgPerL'] as const;
export type Watched = (typeof watched)[number];
/**
 * Which of ammonia and nitrite still wants its test today: daily from the first dose until a week after the end, because
 * the filter may have been hit. Empty where both were read today, or nothing is to be watched.
 */
export function filterWatch(
  of: CourseThread,
  {
    readOn,
    today,
    dayOf,
  }: { readOn: ReadonlyMap<string, string>; today: string; dayOf: (atEpochMs: number) => string },
): Watched[] {
  if (of.given.length === 0) return [];
  if (of.ended !== null) {
    const endedDays = (Date.parse(today) - Date.parse(dayOf(of.ended.atEpochMs))) / dayMs;
    if (endedDays > watchAfterDays) return [];
  }
  return watched.filter((p) => readOn.get(p) !== today);
}

/** What must hold before animals leave a quarantine, each answered from the book where it can be. */
export type ExitCriterionId = 'time' | 'no-sign' | 'no-death' | 'no-medicine' | 'eats' | 'water' | 'sentinels';
export interface ExitCriterion {
  id: ExitCriterionId;
  /** Null: the book does not say. */
  met: boolean | null;
}
/** Tank-mates of little worth stand beside the new for so long (common practice). */
export const sentinelDays = 14;
const eatsFrom = 2;
const lookHours = 72;
/**
 * The exit criteria of a quarantine as the book answers them: its days, no sign, no death and no medicine for two weeks,
 * eats well at the last look of three days, ammonia and nitrite at nothing in that time.
 */
export function exitCriteria(
  of: QuarantineThread,
  {
    water,
    nowEpochMs,
    today,
  }: { today: string; water: Readonly<Partial<Record<Watched, Interval & { atEpochMs: number }>>>; nowEpochMs: number },
): ExitCriterion[] {
  const blocked = of.clock?.blockedBy ?? [];
  const since = nowEpochMs - lookHours * hourMs;
  const look = of.looks.filter((l) => l.atEpochMs >= since).at(-1);
  const read = watched.map((p) => water[p]).filter((r) => r !== undefined && r.atEpochMs >= since);
  const clean = read.every((r) => r !== undefined && highEnd(r) <= cleanMgPerL);
  return [
    ...(of.clock === null
      ? []
      : ([
          { id: 'time', met: !blocked.includes('time') && !blocked.includes('sign-open') },
          { id: 'no-sign', met: !blocked.includes('sign') && !blocked.includes('sign-open') },
        ] as const)),
    { id: 'no-death', met: !blocked.includes('death') },
    { id: 'no-medicine', met: !blocked.includes('treatment') },
    { id: 'eats', met: look === undefined ? null : look.appetiteCount >= eatsFrom },
    { id: 'water', met: read.length < watched.length ? (read.length > 0 && !clean ? false : null) : clean },
    ...(of.sentinels === null
      ? []
      : [
          {
            id: 'sentinels' as const,
            met:
              Date.parse(today) - Date.parse(of.sentinels.on) >= sentinelDays * dayMs &&
              !blocked.includes('sign') &&
              !blocked.includes('sign-open') &&
              !blocked.includes('death'),
          },
        ]),
  ];
}
/** As near to nothing as a chart shows: its first step above it reads a quarter. Ours. */
const cleanMgPerL = 0.25;

/** Entries of the book that set the clock of a quarantine, whichever side reads them. */
export type ClockEntry = { tankId: string; on: string } & (
  | { kind: 'arrival' }
  | { kind: 'stock'; event: string }
  | { kind: 'shared'; disinfected: boolean }
  | { kind: 'course-ended' }
);
/** What of the book sets a clock: arrivals, deaths, wet contacts, treatments that ended. */
export const quarantineHappenings = (entries: readonly ClockEntry[]): QuarantineHappening[] =>
  entries.flatMap((e): QuarantineHappening[] => {
    const of = (kind: QuarantineHappening['event']['kind']): QuarantineHappening[] => [
      { tankId: e.tankId, event: { on: e.on, kind } },
    ];
    switch (e.kind) {
      case 'arrival':
        return of('arrival');
      case 'course-ended':
        return of('treatment-ended');
      case 'shared':
        return e.disinfected ? [] : of('wet-contact');
      case 'stock':
        return e.event === 'died' ? of('death') : e.event === 'arrived' || e.event === 'moved-in' ? of('arrival') : [];
    }
  });
