import type { HandsStep } from '#core/hands';
import type { DiaryRow } from '../book';

/** Entries of hands as the core folds them, each with the night it belongs to. */
export const stepsOf = (rows: readonly DiaryRow<'hands'>[]): HandsStep[] =>
  rows.map(({ entryId, subjectId, atEpochMs, nightOn, payload }) => ({
    entryId,
    tankId: subjectId,
    atEpochMs,
    on: nightOn,
    ...payload,
  }));
