import { outOfPlace, walked, type OutOfPlace, type ThreadTable } from '#core/threads';

interface Head {
  entryId: string;
  /** The tank, or the water that a batch is of. */
  tankId: string;
  atEpochMs: number;
  on: string;
}
export type SequenceThreadStep = Head & ({ step: 'planned' } | { step: 'ended'; sequenceId: string });
export const sequenceTable: ThreadTable<SequenceThreadStep['step'], 'running' | 'ended'> = {
  opens: 'planned',
  begun: 'running',
  moves: { running: { ended: 'ended' }, ended: {} },
};
/** Ends of sequences that have no place: of none, before it was planned, twice. */
export const sequenceOutOfPlace = (steps: readonly SequenceThreadStep[]): OutOfPlace<SequenceThreadStep>[] =>
  outOfPlace({
    steps,
    startIdOf: (s) => (s.step === 'planned' ? null : s.sequenceId),
    outOf: (start, own) =>
      walked<SequenceThreadStep, 'running' | 'ended', null>({ table: sequenceTable, start, later: own, kept: null })
        .out,
  });

export type BatchThreadStep = Head &
  ({ step: 'made' } | { step: 'measured' | 'corrected' | 'accepted' | 'left' | 'thrown-away'; batchId: string });
/** What was thrown away is neither measured nor mended any more. */
export const batchTable: ThreadTable<BatchThreadStep['step'], 'there' | 'gone'> = {
  opens: 'made',
  begun: 'there',
  moves: {
    there: { measured: 'there', corrected: 'there', accepted: 'there', left: 'there', 'thrown-away': 'gone' },
    gone: {},
  },
};
/** Steps of batches that stand where they cannot: used after it was poured away, of no batch at all. */
export const batchOutOfPlace = (steps: readonly BatchThreadStep[]): OutOfPlace<BatchThreadStep>[] =>
  outOfPlace({
    steps,
    startIdOf: (s) => (s.step === 'made' ? null : s.batchId),
    outOf: (start, own) =>
      walked<BatchThreadStep, 'there' | 'gone', null>({ table: batchTable, start, later: own, kept: null }).out,
  });
