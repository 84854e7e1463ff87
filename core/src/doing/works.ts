import { minuteMs } from '#core/units';
/** Work at a tank besides a change of water. */
export const otherWorks = ['bed', 'sponge', 'trim', 'dip', 'dose', 'move', 'absence'] as const;
export type OtherWork = (typeof otherWorks)[number];
export const works = ['change', ...otherWorks] as const;
export type WorkKind = (typeof works)[number];

export const timerKinds = [
  ...(['drip', 'fill', 'ageing', 'hose', 'pump', 'look', 'dip', 'plant-dip', 'air', 'filter', 'heater'] as const),
] as const;
export type TimerKind = (typeof timerKinds)[number];
/** What stands in the solution must come out of it when the time is up. */
export const isDip = (timer: TimerKind): boolean => timer === 'dip' || timer === 'plant-dip';
/** What floods, runs dry or kills while nobody looks: loud, and on every page until it is answered. */
export const alarming: readonly TimerKind[] = ['hose', 'pump', 'fill', 'dip', 'plant-dip', 'filter', 'heater'];
/** Whether this timer is loud when it runs out: water that runs, a dip, a heater that is off. */
export const isAlarming = (timer: string): boolean => (alarming as readonly string[]).includes(timer);

const closingByWork = {
  change: ['heater', 'filter', 'light', 'lid', 'animals', 'taps'],
  bed: ['heater', 'filter', 'light', 'lid', 'animals', 'taps'],
  sponge: ['heater', 'filter', 'lid', 'animals'],
  trim: ['cuttings', 'light', 'lid', 'animals'],
  dip: ['counted', 'rinsed', 'put-away', 'animals'],
  dose: ['air', 'put-away', 'animals'],
  move: ['heater', 'filter', 'light', 'lid', 'animals', 'taps', 'steady'],
  absence: ['heater', 'filter', 'lid', 'taps', 'feeder', 'written'],
} as const satisfies Record<WorkKind, readonly string[]>;
export type ClosingCheckId = (typeof closingByWork)[WorkKind][number];

/** What must be so at the end of a work, in the order in which one looks. Forgetting the end is the classic harm. */
export const closingChecksOf = (work: WorkKind): readonly ClosingCheckId[] => closingByWork[work];
export const allClosingIds = [...new Set(works.flatMap((w) => [...closingByWork[w]]))] as [
  ClosingCheckId,
  ...ClosingCheckId[],
];

/** What is still unticked of a work. */
export const stillOpen = (work: WorkKind, ticked: readonly string[]): ClosingCheckId[] =>
  closingChecksOf(work).filter((id) => !ticked.includes(id));

export interface WorkSpan {
  work: WorkKind;
  startedEpochMs: number;
  endedEpochMs: number;
}
/** So many of a kind are needed before minutes are said to be known. Ours. */
export const leastSpansCount = 3;
/** Longer than this and it was put aside, not done. Ours. */
const longestMinutes = 480;

/**
 * Minutes that a kind of work takes this keeper: the median of the last nine that were closed within eight hours; null
 * under three.
 * @example learntMinutes('sponge', spansOfTenMinutes) // 10
 */
export function learntMinutes(work: WorkKind, spans: readonly WorkSpan[]): number | null {
  const minutes = spans
    .filter((s) => s.work === work && s.endedEpochMs > s.startedEpochMs)
    .sort((a, b) => b.endedEpochMs - a.endedEpochMs)
    .map((s) => (s.endedEpochMs - s.startedEpochMs) / minuteMs)
    .filter((m) => m <= longestMinutes)
    .slice(0, 9);
  if (minutes.length < leastSpansCount) return null;
  const sorted = [...minutes].sort((a, b) => a - b);
  const half = (sorted.length - 1) / 2;
  return ((sorted[Math.floor(half)] ?? 0) + (sorted[Math.ceil(half)] ?? 0)) / 2;
}
