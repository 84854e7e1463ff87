import { instantMs } from '#core/units';
import type { TroubleCase } from './signs';

export const caseStates = ['better', 'same', 'worse'] as const;
export type CaseState = (typeof caseStates)[number];
export const caseOutcomes = ['recovered', 'lost', 'given-up', 'was-nothing'] as const;
export type CaseOutcome = (typeof caseOutcomes)[number];

/** What is written of a case, step by step. */
export type CaseStep = { entryId: string; tankId: string; atEpochMs: number } & (
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

/**
 * Cases as threads of the book, the newest first. Later answers lie over earlier ones; what comes after the end, or
 * belongs to no case, is left out.
 * @example threadsOf([{ step: 'opened', … }, { step: 'closed', caseId, outcome: 'recovered', … }])
 */
export function threadsOf(steps: readonly CaseStep[]): TroubleThread[] {
  const threads = new Map<string, TroubleThread>();
  for (const step of [...steps].sort(
    (a, b) => a.atEpochMs - b.atEpochMs || Number(b.step === 'opened') - Number(a.step === 'opened'),
  )) {
    if (step.step === 'opened') {
      threads.set(step.entryId, {
        caseId: step.entryId,
        tankId: step.tankId,
        openedEpochMs: step.atEpochMs,
        firstSignEpochMs: step.firstSignEpochMs,
        findings: step.findings,
        struckIds: step.struckIds,
        steps: [step],
        lookAgainEpochMs: step.lookAgainEpochMs,
        state: null,
        closed: null,
      });
      continue;
    }
    const thread = threads.get(step.caseId);
    if (thread?.tankId !== step.tankId || thread.closed) continue;
    threads.set(step.caseId, { ...after(thread, step), steps: [...thread.steps, step] });
  }
  return [...threads.values()].sort((a, b) => b.openedEpochMs - a.openedEpochMs || a.caseId.localeCompare(b.caseId));
}
function after(thread: TroubleThread, step: Exclude<CaseStep, { step: 'opened' }>): TroubleThread {
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
  'entryId' | 'tankId' | 'atEpochMs' | 'firstSignEpochMs' | 'lookAgainEpochMs'
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
