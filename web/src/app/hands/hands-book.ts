import type { HandsStep } from '#core/hands';
import { nightOn } from '#core/tonight';
import type { ReadPayloadOf } from '#contracts/book';

/** Entries of the hands' work as the core reads them. */
export const stepsOf = (
  entries: readonly { entryId: string; subjectId: string; atEpochMs: number; payload: ReadPayloadOf<'hands'> }[],
  zone: string,
): HandsStep[] =>
  entries.map(({ entryId, subjectId, atEpochMs, payload }) => ({
    entryId,
    tankId: subjectId,
    atEpochMs,
    on: nightOn({ atEpochMs, zone }),
    ...payload,
  }));
