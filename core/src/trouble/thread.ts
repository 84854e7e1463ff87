import {
  byStart,
  inOrder,
  outOfPlace,
  walked,
  type OutOfPlace,
  type PlaceReason,
  type ThreadTable,
} from '#core/threads';
import { instantMs } from '#core/units';
import type { TroubleCase } from './signs';

export const caseStates = ['better', 'same', 'worse'] as const;
export type CaseState = (typeof caseStates)[number];
export const caseOutcomes = ['recovered', 'lost', 'given-up', 'was-nothing'] as const;
export type CaseOutcome = (typeof caseOutcomes)[number];

/** What is written of a case, step by step. */
export type CaseStep = { entryId: string; tankId: string; atEpochMs: number; on: string } & (
  | {
      step: 'opened';
      firstSignEpochMs: number;
      findings: TroubleCase['findings'];
      struckIds: readonly string[];
      lookAgainEpochMs: number | null;
    }
  | {
      step: 'looked';
      caseId: string;
      findings: TroubleCase['findings'];
      struckIds: readonly string[];
      state: CaseState;
      note: string;
      lookAgainEpochMs: number | null;
    }
  | { step: 'acted'; caseId: string; causeId: string; text: string; lookAgainEpochMs: number | null }
  | { step: 'closed'; caseId: string; outcome: CaseOutcome; causeId: string | null; note: string }
);
/** A case as it stands: what was seen last, what was done, when one looks again. */
export interface TroubleThread {
  caseId: string;
  tankId: string;
  openedEpochMs: number;
  firstSignEpochMs: number;
  findings: TroubleCase['findings'];
  struckIds: readonly string[];
  steps: readonly CaseStep[];
  lookAgainEpochMs: number | null;
  state: CaseState | null;
  closed: { atEpochMs: number; outcome: CaseOutcome; causeId: string | null; note: string } | null;
}

type Opened = Extract<CaseStep, { step: 'opened' }>;
type Later = Exclude<CaseStep, { step: 'opened' }>;
/** What comes after the end is another case. */
export const caseTable: ThreadTable<CaseStep['step'], 'open' | 'closed'> = {
  opens: 'opened',
  begun: 'open',
  moves: { open: { looked: 'open', acted: 'open', closed: 'closed' }, closed: {} },
};
/** Nobody looks again before they looked. */
function looksBack(step: CaseStep): PlaceReason | null {
  return 'lookAgainEpochMs' in step && step.lookAgainEpochMs !== null && step.lookAgainEpochMs < step.atEpochMs
    ? { id: 'not-asked', facts: { what: 'look-again' } }
    : null;
}
const caseWalked = (start: Opened, own: readonly CaseStep[]) =>
  walked<CaseStep, 'open' | 'closed', TroubleThread>({
    table: caseTable,
    start,
    later: own,
    kept: openedCase(start),
    refuses: looksBack,
    after: (thread, step) =>
      step.step === 'opened' ? thread : { ...after(thread, step), steps: [...thread.steps, step] },
  });
const startIdOf = (step: CaseStep): string | null => (step.step === 'opened' ? null : step.caseId);
/** Steps of cases that have no place: of no case of this tank, before it was opened, after it was closed. */
export const caseOutOfPlace = (steps: readonly CaseStep[]): OutOfPlace<CaseStep>[] =>
  outOfPlace({
    steps,
    startIdOf,
    outOf: (start, own) => (start.step === 'opened' ? caseWalked(start, own).out : []),
  });

const openedCase = (start: Opened): TroubleThread => ({
  caseId: start.entryId,
  tankId: start.tankId,
  openedEpochMs: start.atEpochMs,
  firstSignEpochMs: start.firstSignEpochMs,
  findings: start.findings,
  struckIds: start.struckIds,
  steps: [start],
  lookAgainEpochMs: start.lookAgainEpochMs,
  state: null,
  closed: null,
});
/**
 * Cases as threads of the book, the newest first. Later answers lie over earlier ones; what has no place is left out.
 * @example threadsOf([{ step: 'opened', … }, { step: 'closed', caseId, outcome: 'recovered', … }])
 */
export function threadsOf(steps: readonly CaseStep[]): TroubleThread[] {
  const own = byStart(steps, startIdOf);
  return inOrder(steps)
    .flatMap((start) => (start.step === 'opened' ? [caseWalked(start, own(start.entryId)).kept] : []))
    .sort((a, b) => b.openedEpochMs - a.openedEpochMs || a.caseId.localeCompare(b.caseId));
}
function after(thread: TroubleThread, step: Later): TroubleThread {
  switch (step.step) {
    case 'looked':
      return {
        ...thread,
        findings: { ...thread.findings, ...step.findings },
        struckIds: [...new Set([...thread.struckIds, ...step.struckIds])],
        state: step.state,
        lookAgainEpochMs: step.lookAgainEpochMs,
      };
    case 'acted':
      return { ...thread, lookAgainEpochMs: step.lookAgainEpochMs };
    case 'closed':
      return {
        ...thread,
        lookAgainEpochMs: null,
        closed: { atEpochMs: step.atEpochMs, outcome: step.outcome, causeId: step.causeId, note: step.note },
      };
  }
}

type Written = Omit<
  Extract<CaseStep, { step: 'opened' }>,
  'entryId' | 'tankId' | 'atEpochMs' | 'on' | 'firstSignEpochMs' | 'lookAgainEpochMs'
>;
/** As the book keeps it: moments as text. */
export type WrittenStep =
  | (Written & { firstSignAt: string; lookAgainAt: string | null })
  | {
      step: 'looked';
      caseId: string;
      findings: TroubleCase['findings'];
      struckIds: readonly string[];
      state: CaseState;
      note: string;
      lookAgainAt: string | null;
    }
  | { step: 'acted'; caseId: string; causeId: string; text: string; lookAgainAt: string | null }
  | { step: 'closed'; caseId: string; outcome: CaseOutcome; causeId: string | null; note: string };

/** A step as it is reckoned with. */
export function caseStepOf({
  payload,
  ...head
}: {
  entryId: string;
  tankId: string;
  atEpochMs: number;
  on: string;
  payload: WrittenStep;
}): CaseStep {
  const again = (at: string | null): number | null => (at === null ? null : instantMs(at));
  switch (payload.step) {
    case 'opened':
      return {
        ...head,
        step: 'opened',
        firstSignEpochMs: instantMs(payload.firstSignAt) ?? head.atEpochMs,
        findings: payload.findings,
        struckIds: payload.struckIds,
        lookAgainEpochMs: again(payload.lookAgainAt),
      };
    case 'looked':
      return { ...head, ...payload, lookAgainEpochMs: again(payload.lookAgainAt) };
    case 'acted':
      return { ...head, ...payload, lookAgainEpochMs: again(payload.lookAgainAt) };
    case 'closed':
      return { ...head, ...payload };
  }
}
