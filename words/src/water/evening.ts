import type { ParameterId } from '#core/readings';
import { labelOf } from '#words/book';

/** When a band is left if no water is changed, for the list of what is due. */
export const leavesUnchangedWords = (parameter: ParameterId, atDay: number): string =>
  atDay < 1
    ? `${labelOf(parameter)} may be out of its band`
    : `${labelOf(parameter)} may leave its band in about ${Math.round(atDay)} days without a change`;
