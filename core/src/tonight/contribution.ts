import type { DoseToGive } from '#core/care';
import type { OutageCause } from '#core/hands';
import type { TimerKind, WorkKind } from '#core/doing';
import type { ParameterId } from '#core/readings';
import type { MoultSchool, StockAlarmReason, WatchHabitReason } from '#core/stock';
import type { HeldFact } from './held-fact';
import type { SlowReason } from './slow-harm';
import type { TestReasonId } from './test-plan';

/** What stands beside an alarm of the animals: what to ask first. */
export interface BesideAlarm {
  /** Nights since the last change; null where none is in the book. */
  changedNights: number | null;
  changeFraction: number;
  fresh: readonly string[];
}

/** What a slice adds to a visit, as data; sentences are made in `words`. */
export type ContributionReason =
  | { id: 'animals'; facts: { alarm: StockAlarmReason; kindName: string; beside: BesideAlarm | null } }
  | { id: 'losses'; facts: { deathsCount: number; livingCount: number | null; beside: BesideAlarm } }
  | { id: 'slow-harm'; facts: { finding: SlowReason; parameters: readonly ParameterId[]; grade: string } }
  | { id: 'routine-loses'; facts: { parameter: ParameterId; levels: readonly number[] } }
  | { id: 'leaves'; facts: { parameter: ParameterId; side: 'above' | 'below'; lo: number; hi: number | null } }
  | { id: 'test-due'; facts: { parameter: ParameterId; why: TestReasonId; dueInDays: number } }
  | { id: 'after-change'; facts: { changeEntryId: string } }
  | { id: 'moults'; facts: { schools: readonly MoultSchool[]; habits: readonly WatchHabitReason[] } }
  | { id: 'cycle'; facts: { ageDays: number; said: boolean; stocked: boolean } }
  | { id: 'drip'; facts: { arrivalId: string } }
  | { id: 'leftovers'; facts: { foodId: string; fedEntryId: string } }
  | { id: 'timer'; facts: { timer: TimerKind; note: string } }
  | { id: 'open-job'; facts: { work: WorkKind; openCount: number } }
  | { id: 'held'; facts: { held: HeldFact } }
  | { id: 'case'; facts: { due: boolean; state: 'better' | 'same' | 'worse' | null; signsCount: number } }
  | { id: 'course-due'; facts: { productName: string; what: 'dose' | 'change' | 'look' | 'end'; lateDays: number } }
  | { id: 'course'; facts: { productName: string; courseDay: number } }
  | { id: 'redose'; facts: { productName: string; give: DoseToGive; changeFraction: number } }
  | { id: 'filter-watch'; facts: { productName: string; parameters: readonly ParameterId[]; ended: boolean } }
  | { id: 'course-paused'; facts: { productName: string; pausedDays: number } }
  | { id: 'quarantine'; facts: { leftDays: number | null; free: boolean; lookedToday: boolean } }
  | { id: 'outage'; facts: { cause: OutageCause } }
  | { id: 'sponge-due'; facts: { shareFraction: number } }
  | { id: 'bed-due'; facts: { squaresCount: number } }
  | { id: 'moved'; facts: { goodDays: number; testedToday: boolean } }
  | { id: 'not-worked-out'; facts: { what: 'forecast' | 'advice' } }
  | { id: 'new'; facts: { what: string; name: string } };

export type ContributionSeverity = 'act' | 'watch' | 'note';

/** Where a contribution begins: a page of the app with its query, or nowhere. */
export interface Begins {
  path: string;
  query: Record<string, string>;
}

/**
 * What a slice has to say of a tank tonight. Tonight, shelf, phone, calendar and alarm bar show these and know no
 * slice; a new capability arrives as a contributor at the composition root.
 */
export interface Contribution {
  /** Unlike any other of the visit. */
  id: string;
  severity: ContributionSeverity;
  reason: ContributionReason;
  /** When it happened or began. */
  sinceEpochMs: number | null;
  /** When it must be seen to; null where nothing runs out. */
  dueEpochMs: number | null;
  /** Floods, runs dry or kills while nobody looks. */
  loud: boolean;
  begins: Begins | null;
  /** Among those of one severity the smaller comes first. */
  rank: number;
}

const severityOrder: Record<ContributionSeverity, number> = { act: 0, watch: 1, note: 2 };

/** The order in which they are shown: what must be acted on first, then by rank, then what is due sooner. */
export const inOrderOfNeed = (contributions: readonly Contribution[]): Contribution[] =>
  [...contributions].sort(
    (a, b) =>
      severityOrder[a.severity] - severityOrder[b.severity] ||
      a.rank - b.rank ||
      (a.dueEpochMs ?? Infinity) - (b.dueEpochMs ?? Infinity) ||
      (b.sinceEpochMs ?? 0) - (a.sinceEpochMs ?? 0) ||
      a.id.localeCompare(b.id),
  );
