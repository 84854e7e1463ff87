import { speech } from '../base/speech';
import type { HandsFound } from '#contracts/hands';
import { heldWords, handsPages } from '#words/hands';
import { spanText, unitOf } from '#words/units';
import { parameterLabel } from '../ui/kind-words';

/** What an absence did to a tank, value by value, in one sentence. */
export const heldText = (held: HandsFound['absences'][number]['held']): string =>
  held
    .map(({ parameter, verdict, reading }) => {
      const read = reading
        ? ` (${`${spanText(speech(), parameter, reading)} ${unitOf(speech(), parameter)}`.trim()})`
        : '';
      return `${heldWords[verdict](parameterLabel(parameter))}${read}`;
    })
    .join('; ') || handsPages.nothingWasForeseenToLeave;
