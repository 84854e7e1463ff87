import type { DoseReason } from '#core/care';
import type { NoFacts, ReasonOf } from '#core/result';
import type { PlaceReason } from '#core/threads';

/** The threads that entries belong to, by the name of what they are. */
export type ThreadName =
  | 'course'
  | 'quarantine'
  | 'tool'
  | 'case'
  | 'outage'
  | 'absence'
  | 'move'
  | 'walk'
  | 'job'
  | 'timer'
  | 'drip'
  | 'sequence'
  | 'batch'
  | 'tank';

/** Why an entry is asked about, or not taken. */
export type GateReason = ReasonOf<{
  'out-of-place': { thread: ThreadName; why: PlaceReason };
  /** What was written already would lose its place by it. */
  displaces: { thread: ThreadName; count: number; step: string; on: string };
  'unknown-agent': NoFacts;
  'no-course-agent': { agentId: string };
  prescription: NoFacts;
  label: NoFacts;
  'dose-share': { doseShare: number };
  'more-litres': { givenL: number; netVolumeL: number };
  /** Another dose of this course stands in the book of the same evening. */
  'second-tonight': { day: number };
  'no-part': NoFacts;
  'part-of-part': NoFacts;
  'runs-already': { thread: ThreadName; sinceOn: string };
  /** Whom or what it would harm, and where: null in the tank itself. */
  harm: { reasons: readonly DoseReason[]; belowName: string | null };
  people: { reasons: readonly DoseReason[] };
  'no-change': NoFacts;
  'no-dip': { leastMinutes: number | null };
  'half-a-bed': { shareFraction: number };
  'animals-left': { kindIds: readonly string[] };
  'still-runs': { threads: readonly ThreadName[] };
}>;
/**
 * What stands in the way of an entry. `reason` may be answered by a reason that is kept with it in that field, `answer` by
 * saying so in that field; what is `refused` is not taken as it is, and what is `final` is taken by no way in, whatever
 * is said.
 */
export interface GateFault {
  field: string;
  ask: 'refused' | 'reason' | 'answer';
  final: boolean;
  reason: GateReason;
}
/** The gate says no to a field; the keeper cannot go on by a reason. */
export const refuse = (field: string, reason: GateReason): GateFault => ({
  field,
  ask: 'refused',
  final: false,
  reason,
});
/** The gate lets it pass with a reason of the keeper’s, kept with the entry. */
export const askReason = (reason: GateReason): GateFault => ({
  field: 'overrideReason',
  ask: 'reason',
  final: false,
  reason,
});
/** A reason that says something. */
export const saysWhy = ({ overrideReason = '' }: { overrideReason?: string | undefined }): boolean =>
  overrideReason.trim() !== '';
