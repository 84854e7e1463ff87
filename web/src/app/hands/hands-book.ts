import type { HandsStep } from '#core/hands';
import type { ReadPayloadOf } from '#contracts/book';

/** Entries of the hands' work as the core reads them. */
export const stepsOf = (
  entries: readonly {
    entryId: string;
    subjectId: string;
    atEpochMs: number;
    nightOn: string;
    payload: ReadPayloadOf<'hands'>;
  }[],
): HandsStep[] =>
  entries.map(({ entryId, subjectId, atEpochMs, nightOn, payload }) => ({
    ...payload,
    entryId,
    tankId: subjectId,
    atEpochMs,
    on: nightOn,
  }));
