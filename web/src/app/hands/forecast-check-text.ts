import { speech } from '../base/speech';
import type { HandsFound } from '#contracts/hands';
import { heldWords } from '#words/hands';
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
    .join('; ') || 'nothing was foreseen to leave its band, and nothing is read above it';
