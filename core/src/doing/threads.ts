import { byStart, outOfPlace, walked, type OutOfPlace, type PlaceReason, type ThreadTable } from '#core/threads';
import { closingChecksOf, stillOpen, type ClosingCheckId, type TimerKind, type WorkKind } from './works';

interface Head {
  entryId: string;
  tankId: string;
  atEpochMs: number;
  /** Its night. */
  on: string;
}
export type JobStep = Head &
  (
    | { step: 'started'; work: { kind: WorkKind } }
    | { step: 'ticked'; jobId: string; checks: readonly ClosingCheckId[] }
    | { step: 'broken-off'; jobId: string; reason: string }
  );
type Begun = Extract<JobStep, { step: 'started' }>;
/** Work is open until all its closing checks are ticked, or it was broken off; then nothing more is done of it. */
export const jobTable: ThreadTable<JobStep['step'], 'open' | 'broken-off'> = {
  opens: 'started',
  begun: 'open',
  moves: { open: { ticked: 'open', 'broken-off': 'broken-off' }, 'broken-off': {} },
};
const jobIdOf = (step: JobStep): string | null => (step.step === 'started' ? null : step.jobId);
const ticked = (kept: readonly ClosingCheckId[], step: JobStep): ClosingCheckId[] =>
  step.step === 'ticked' ? [...new Set([...kept, ...step.checks])] : [...kept];

/** A check that this work does not ask for; a work that is closed is not broken off. */
function refused(start: Begun, step: JobStep, kept: readonly ClosingCheckId[]): PlaceReason | null {
  if (step.step === 'broken-off')
    return stillOpen(start.work.kind, kept).length === 0 ? { id: 'not-asked', facts: { what: 'closed' } } : null;
  const asked: readonly string[] = closingChecksOf(start.work.kind);
  const odd = step.step === 'ticked' ? step.checks.find((c) => !asked.includes(c)) : undefined;
  return odd === undefined ? null : { id: 'not-asked', facts: { what: odd } };
}
const jobWalked = (start: Begun, own: readonly JobStep[]) =>
  walked<JobStep, 'open' | 'broken-off', readonly ClosingCheckId[]>({
    table: jobTable,
    start,
    later: own,
    kept: [],
    refuses: (step, kept) => refused(start, step, kept),
    after: ticked,
  });
/** Steps of jobs that stand where they cannot: after the end, before the start, of no job at all. */
export const jobOutOfPlace = (steps: readonly JobStep[]): OutOfPlace<JobStep>[] =>
  outOfPlace({
    steps,
    startIdOf: jobIdOf,
    outOf: (start, own) => (start.step === 'started' ? jobWalked(start, own).out : []),
  });

/** Work as it stands: what is ticked of it, what is still open, when the last of it was done; broken off, it is over. */
export interface JobThread<Step extends Begun = Begun> {
  start: Step;
  ticked: ClosingCheckId[];
  open: ClosingCheckId[];
  lastEpochMs: number;
  brokenOff: boolean;
}
/** Every job with the steps that count, as the book holds them. */
export function jobThreads<S extends JobStep>(steps: readonly S[]): JobThread<Extract<S, { step: 'started' }>>[] {
  const own = byStart<JobStep>(steps, jobIdOf);
  return steps.flatMap((start) => {
    if (start.step !== 'started') return [];
    const { kept, placed, state } = jobWalked(start, own(start.entryId));
    return [
      {
        start: start as Extract<S, { step: 'started' }>,
        ticked: [...kept],
        open: stillOpen(start.work.kind, kept),
        lastEpochMs: placed.at(-1)?.atEpochMs ?? start.atEpochMs,
        brokenOff: state === 'broken-off',
      },
    ];
  });
}

export type TimerStep = Head &
  ({ step: 'set'; timer: TimerKind; minutes: number; note: string } | { step: 'answered'; timerId: string });
export const timerTable: ThreadTable<TimerStep['step'], 'running' | 'answered'> = {
  opens: 'set',
  begun: 'running',
  moves: { running: { answered: 'answered' }, answered: {} },
};
const timerIdOf = (step: TimerStep): string | null => (step.step === 'set' ? null : step.timerId);
const timerWalked = (start: TimerStep, own: readonly TimerStep[]) =>
  walked<TimerStep, 'running' | 'answered', null>({ table: timerTable, start, later: own, kept: null });
/** Answered twice, by two devices, is answered: only what belongs to no timer, or came before it, has no place. */
export const timerOutOfPlace = (steps: readonly TimerStep[]): OutOfPlace<TimerStep>[] =>
  outOfPlace({
    steps,
    startIdOf: timerIdOf,
    outOf: (start, own) => timerWalked(start, own).out.filter(({ why }) => why.id !== 'not-now'),
  });
/** Timers that nobody has answered. */
export function timersRunning(steps: readonly TimerStep[]): Extract<TimerStep, { step: 'set' }>[] {
  const own = byStart(steps, timerIdOf);
  return steps.flatMap((start) =>
    start.step === 'set' && timerWalked(start, own(start.entryId)).state === 'running' ? [start] : [],
  );
}
