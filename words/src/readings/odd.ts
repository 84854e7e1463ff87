import { intervalText, type OddReason } from '#core/readings';
import { labelOf, parameterOf } from '#words/book';
import { teller, type Sentences } from '#words/explain';

const unitOf = (id: string): string => {
  const unit = parameterOf(id)?.unit ?? '';
  return unit === '' ? '' : ` ${unit}`;
};

/** What is asked of a reading that is possible but unlikely, as a sentence without its stop. */
export const oddSentences: Sentences<OddReason> = {
  'outside-usual': ({ parameter, value, lo, hi }) =>
    `${labelOf(parameter)} ${value}${unitOf(parameter)} is outside what fresh-water tanks usually are (${lo} to ${hi})`,
  jumped: ({ parameter, last, gapValue }) =>
    `${labelOf(parameter)} was ${intervalText(last, parameterOf(parameter)?.decimalsCount ?? 2)} last time; this is ${Number(Math.abs(gapValue).toPrecision(2))}${unitOf(parameter)} ${gapValue > 0 ? 'higher' : 'lower'}`,
};
export const oddWords = teller<OddReason>(oddSentences);
