import { usualChangeMinutes } from '#core/water';
import type { WalkGroup, WalkJob, WalkTank } from './walk';

/** In their natural order at a stop. */
export const walkJobs = [
  'look',
  'leftovers',
  'open-job',
  'watch',
  'test',
  'trim',
  'bed',
  'sponge',
  'change',
  'dose',
  'feed',
  'again',
] as const;
export type WalkJobId = (typeof walkJobs)[number];

/** What is known of one visit, whichever slice it came from. */
export interface EveningVisit {
  id: string;
  purpose: string;
  doubtful: boolean;
  /** Somebody looked and fed already. */
  lookedTonight: boolean;
  step: 'leave' | 'change-now' | 'change' | 'test' | 'look' | 'none';
  /** Water was changed tonight: a second time only where it is urgent. */
  changedTonight: boolean;
  /** Litres of the change that is usual here. */
  changeL: number;
  testsCount: number;
  /** Tested each day until it is good again: after a move, after what hit the filter. Such a test never waits. */
  testMust: boolean;
  /** A case or a quarantine asks for its look today. */
  watchDue: boolean;
  /** Meals whose rest must come out. */
  leftoversCount: number;
  /** Animals that are fed tonight: none while the power is out, none where they were fed already. */
  feeds: boolean;
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
 * Each stop once: two devices may both say that one was made. One whose jobs were all made at its tank on that night
 * already is left out, so that its minutes are not taken twice.
 * @example madeOnce([{ tankId: 'a', on: '2026-03-14', jobs: ['look'] }, { tankId: 'a', on: '2026-03-14', jobs: ['look'] }]).length // 1
 */
export function madeOnce<T extends { tankId: string; on: string; jobs: readonly WalkJobId[] }>(
  stops: readonly T[],
): T[] {
  const made = new Set<string>();
  return stops.filter(({ tankId, on, jobs }) => {
    const fresh = jobs.filter((job) => !made.has(`${tankId} ${on} ${job}`));
    for (const job of fresh) made.add(`${tankId} ${on} ${job}`);
    return fresh.length > 0;
  });
}

/** What one stop says of one job: all of it where nothing else was done, half where only a look and a meal were. */
function taughtMinutes(id: WalkJobId, jobs: readonly WalkJobId[], minutes: number): number[] {
  if (!jobs.includes(id)) return [];
  if (jobs.length === 1) return [minutes];
  return jobs.every((job) => job === 'look' || job === 'feed') ? [minutes / jobs.length] : [];
}

/**
 * Minutes by this keeper's own record: the middle one of the last stops at which only that job was done, from three on.
 * Minutes. A stop of a look and a meal is halved between them; other stops of several jobs teach nothing of one of them.
 * @example habitMinutes([{ jobs: ['look'], minutes: 1 }, { jobs: ['look'], minutes: 2 }, { jobs: ['look'], minutes: 4 }]) // { look: 2 }
 */
export function habitMinutes(
  stops: readonly { jobs: readonly WalkJobId[]; minutes: number | undefined }[],
): HabitMinutes {
  const habit: Partial<Record<WalkJobId, number>> = {};
  for (const id of walkJobs) {
    const taken = stops
      .flatMap(({ jobs, minutes }) => (minutes === undefined ? [] : taughtMinutes(id, jobs, minutes)))
      .slice(-habitLastCount)
      .sort((a, b) => a - b);
    if (taken.length < habitStopsCount) continue;
    const at = (taken.length - 1) / 2;
    habit[id] = ((taken[Math.floor(at)] ?? 0) + (taken[Math.ceil(at)] ?? 0)) / 2;
  }
  return habit;
}

const usualMinutes = {
  look: 1,
  leftovers: 2,
  'open-job': 4,
  watch: 3,
  test: 4,
  dose: 5,
  bed: 15,
  sponge: 10,
  feed: 1,
  again: 3,
} as const;
/** Minutes of a job where there is no habit yet (common practice); a change and a trim go by litres and growth. */
export const usualWalkMinutes: Readonly<Partial<Record<WalkJobId, number>>> = usualMinutes;
/** What it costs to leave them for another evening, beside a change at its limit, which costs ten. Ours. */
const waitCosts = { trim: 1, bed: 1, sponge: 2 } as const;

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

type WalkStep = WalkJob & { id: WalkJobId };

/**
 * The jobs of a visit with their tools, minutes, and what may wait at what cost. Looking, feeding, doses, what is open,
 * what must come out and what must be done now never wait; a planned test and a planned change may. A dose follows the
 * change, which would carry it away; food follows both.
 * @example eveningTank(visit, {}).jobs.map((j) => j.id) // ['look', 'change', 'feed']
 */
export function eveningTank(visit: EveningVisit, habit: HabitMinutes): WalkTank {
  const minutesOf = (id: keyof typeof usualMinutes): number => habit[id] ?? usualMinutes[id];
  const may = (waitCost: number) => ({ mayWait: true, waitCost });
  const changes = visit.step === 'change-now' || (visit.step === 'change' && !visit.changedTonight);
  const of = (
    id: keyof typeof usualMinutes,
    { when, tools = [], timesCount = 1 }: { when: boolean; tools?: string[]; timesCount?: number },
    more: Partial<Pick<WalkJob, 'mayWait' | 'waitCost'>> = {},
  ): WalkStep[] => (when ? [{ id, minutes: minutesOf(id) * timesCount, tools, ...more }] : []);
  const jobs: WalkStep[] = [
    ...of('look', { when: !visit.lookedTonight }),
    ...of('leftovers', { when: visit.leftoversCount > 0, tools: ['siphon'], timesCount: visit.leftoversCount }),
    ...of('open-job', { when: visit.openJobsCount > 0 }),
    ...of('watch', { when: visit.watchDue }),
    ...of(
      'test',
      {
        when: visit.testsCount > 0 || visit.step === 'test' || visit.testMust,
        tools: ['syringe'],
        timesCount: Math.max(1, visit.testsCount),
      },
      visit.testMust ? {} : may(visit.step === 'test' ? 4 : 2),
    ),
    ...(visit.trimMinutes === null
      ? []
      : [
          {
            id: 'trim' as const,
            minutes: habit.trim ?? visit.trimMinutes,
            tools: ['scissors'],
            ...may(waitCosts.trim),
          },
        ]),
    ...of('bed', { when: visit.bedDue, tools: ['siphon'] }, may(waitCosts.bed)),
    // Not on the evening of a change or a dose: one injury at a time.
    ...of(
      'sponge',
      { when: visit.spongeDue && !changes && !visit.changedTonight && !visit.inCourse },
      may(waitCosts.sponge),
    ),
    ...(changes
      ? [
          {
            id: 'change' as const,
            minutes: habit.change ?? usualChangeMinutes(visit.changeL),
            tools: ['siphon', 'hose'],
            ...(visit.step === 'change' ? may(changeWaitCost(visit.leavesInDays)) : {}),
          },
        ]
      : []),
    ...of('dose', { when: visit.courseDue }),
    // Toxic water: what is eaten becomes more of it.
    ...of('feed', { when: visit.feeds && visit.step !== 'change-now' }),
    ...of('again', { when: changes || visit.changedTonight || visit.courseDue }),
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
