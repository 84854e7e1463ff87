import type { WalkGroup, WalkTank } from './walk';

/** In their natural order at a stop. */
export const walkJobs = ['look', 'open-job', 'test', 'dose', 'trim', 'bed', 'sponge', 'change', 'again'] as const;
export type WalkJobId = (typeof walkJobs)[number];

/** What is known of one visit, whichever slice it came from. */
export interface EveningVisit {
  id: string;
  purpose: string;
  doubtful: boolean;
  /** Somebody looked and fed already. */
  lookedTonight: boolean;
  step: 'leave' | 'change-now' | 'change' | 'test' | 'look' | 'none';
  /** Litres of the change that is usual here. */
  changeL: number;
  testsCount: number;
  /** Days until a value leaves its band at the earliest; null where nothing is foreseen. */
  leavesInDays: number | null;
  courseDue: boolean;
  inCourse: boolean;
  inQuarantine: boolean;
  caseOpen: boolean;
  openJobsCount: number;
  /** Flow fell by a third. */
  spongeDue: boolean;
  /** Half of the bed was done, the other half waits. */
  bedDue: boolean;
  /** Minutes of the trimming that is due; null where none is. */
  trimMinutes: number | null;
  /** Tanks it touched lately. */
  contacts: readonly string[];
}
/** Minutes by this keeper's own record where there is one, else what is usual. */
export type HabitMinutes = Readonly<Partial<Record<WalkJobId, number>>>;
/** So many stops of one job alone make a habit. */
const habitStopsCount = 3;
/** Longer ago than this, a habit may have changed. */
const habitLastCount = 9;

/**
 * Minutes by this keeper's own record: the middle one of the last stops at which only that job was done, from three on.
 * Minutes. Stops of several jobs teach nothing of one of them.
 * @example habitMinutes([{ jobs: ['look'], minutes: 1 }, { jobs: ['look'], minutes: 2 }, { jobs: ['look'], minutes: 4 }]) // { look: 2 }
 */
export function habitMinutes(
  stops: readonly { jobs: readonly WalkJobId[]; minutes: number | undefined }[],
): HabitMinutes {
  const habit: Partial<Record<WalkJobId, number>> = {};
  for (const id of walkJobs) {
    const taken = stops
      .flatMap(({ jobs, minutes }) => (minutes !== undefined && jobs.length === 1 && jobs[0] === id ? [minutes] : []))
      .slice(-habitLastCount)
      .sort((a, b) => a - b);
    if (taken.length < habitStopsCount) continue;
    const at = (taken.length - 1) / 2;
    habit[id] = ((taken[Math.floor(at)] ?? 0) + (taken[Math.ceil(at)] ?? 0)) / 2;
  }
  return habit;
}

const usualMinutes = { look: 2, 'open-job': 4, test: 4, dose: 5, bed: 15, sponge: 10, again: 3 } as const;
/** Minutes of a job where there is no habit yet (common practice); a change and a trim go by litres and growth. */
export const usualWalkMinutes: Readonly<Partial<Record<WalkJobId, number>>> = usualMinutes;
/** What it costs to leave them for another evening, beside a change at its limit, which costs ten. Ours. */
const waitCosts = { trim: 1, bed: 1, sponge: 2 } as const;
/** A change: ten minutes and half a minute a litre (as the evening's water has it). */
const changeMinutes = (changeL: number): number => Math.round(10 + changeL / 2);

/**
 * The group a tank stands in: under treatment last, then quarantine, then what is in doubt. A new tank's animals stand
 * apart by its purpose.
 */
export function walkGroupOf(visit: EveningVisit): WalkGroup {
  if (visit.inCourse) return 'sick';
  if (visit.inQuarantine || visit.purpose === 'quarantine') return 'quarantine';
  return visit.doubtful || visit.caseOpen ? 'doubtful' : 'healthy';
}

/** So much it costs to leave a change for another evening: ten where the band is left tonight, one far from it. */
export const changeWaitCost = (leavesInDays: number | null): number =>
  leavesInDays === null ? 1 : Math.max(1, Math.round(10 / (1 + Math.max(0, leavesInDays))));

/**
 * The jobs of a visit with their tools, minutes, and what may wait at what cost. Looking, doses, what is open and what
 * must be done now never wait; a test and a planned change may.
 * @example eveningTank(visit, {}).jobs.map((j) => j.id) // ['look', 'change']
 */
export function eveningTank(visit: EveningVisit, habit: HabitMinutes): WalkTank {
  const minutesOf = (id: keyof typeof usualMinutes): number => habit[id] ?? usualMinutes[id];
  const may = (waitCost: number) => ({ mayWait: true, waitCost });
  const changes = visit.step === 'change' || visit.step === 'change-now';
  const jobs: (WalkTank['jobs'][number] & { id: WalkJobId })[] = [
    ...(visit.lookedTonight ? [] : [{ id: 'look' as const, minutes: minutesOf('look'), tools: [] }]),
    ...(visit.openJobsCount > 0 ? [{ id: 'open-job' as const, minutes: minutesOf('open-job'), tools: [] }] : []),
    ...(visit.testsCount > 0 || visit.step === 'test'
      ? [
          {
            id: 'test' as const,
            minutes: minutesOf('test') * Math.max(1, visit.testsCount),
            tools: ['syringe'],
            ...may(visit.step === 'test' ? 4 : 2),
          },
        ]
      : []),
    ...(visit.courseDue ? [{ id: 'dose' as const, minutes: minutesOf('dose'), tools: [] }] : []),
    ...(visit.trimMinutes !== null
      ? [
          {
            id: 'trim' as const,
            minutes: habit.trim ?? visit.trimMinutes,
            tools: ['scissors'],
            ...may(waitCosts.trim),
          },
        ]
      : []),
    ...(visit.bedDue
      ? [{ id: 'bed' as const, minutes: minutesOf('bed'), tools: ['siphon'], ...may(waitCosts.bed) }]
      : []),
    // Not on the evening of a change or a dose: one injury at a time.
    ...(visit.spongeDue && !changes && !visit.inCourse
      ? [{ id: 'sponge' as const, minutes: minutesOf('sponge'), tools: [], ...may(waitCosts.sponge) }]
      : []),
    ...(changes
      ? [
          {
            id: 'change' as const,
            minutes: habit.change ?? changeMinutes(visit.changeL),
            tools: ['siphon', 'hose'],
            ...(visit.step === 'change' ? may(changeWaitCost(visit.leavesInDays)) : {}),
          },
        ]
      : []),
    ...(changes || visit.courseDue ? [{ id: 'again' as const, minutes: minutesOf('again'), tools: [] }] : []),
  ];
  return {
    id: visit.id,
    group: walkGroupOf(visit),
    contacts: visit.contacts,
    jobs: withTheirOwn(jobs, changes && visit.step === 'change'),
  };
}
/** The look afterwards waits with the change it belongs to: of no minutes apart from it, and of no cost. */
function withTheirOwn<T extends { id: WalkJobId; minutes: number }>(jobs: readonly T[], mayWait: boolean): T[] {
  const again = jobs.find((j) => j.id === 'again');
  if (!again || !mayWait) return [...jobs];
  return jobs
    .filter((j) => j.id !== 'again')
    .map((j) => (j.id === 'change' ? { ...j, minutes: j.minutes + again.minutes } : j));
}
