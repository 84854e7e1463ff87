import type { OddBatchCause, PhBy, WarmingStep } from '#core/water';
import { spokenTeller } from '#words/explain';
import { amount } from '#words/units';

/** What usually makes a batch odd. */
export const oddBatchWords: Record<OddBatchCause, string> = {
  'weighed-twice': 'weighed twice, or less water than was written down',
  'water-not-pure': 'the pure water is no longer pure: test it, the resin may be exhausted',
  'pen-off': 'the pen: rinse it and check it in its standard',
  'damp-powder': 'powder that has drawn water: heavier than it was, keep it closed and dry',
  'dying-scale': 'a scale with a dying battery: check it with a coin of known mass',
  'not-dissolved': 'not yet dissolved: stir, and measure again in an hour',
  'see-batches-before': 'the same as last time would be telling: look at the batches before',
};

/** What the span of pH of a mixture stands for. */
export const phByWords: Record<PhBy, string> = {
  'fresh-to-aired':
    'From freshly mixed, with some carbon dioxide in it, to a day of air. In the tank, bed, wood, plants and CO2 decide.',
  'held-by-nothing':
    'Under half a degree of KH nothing holds the pH: it is what air, bed and wood make of it, and a pen needs minutes to settle.',
};

/** How hot and cold are brought together. */
export const warmingWords = spokenTeller<WarmingStep>({
  'cold-first': ({ coldL }, speech) => `Cold first: ${amount(speech, 'volume', coldL, 1)}.`,
  'then-hot': ({ hotL, scaldingC }, speech) =>
    `Then ${amount(speech, 'volume', hotL, 1)} of hot${scaldingC === null ? '' : `; at ${amount(speech, 'temperature', scaldingC, 0)} it scalds: pour low and slowly, keep children away, thermometer before hand`}.`,
  'stir-measure': () =>
    'Stir, wait a minute, measure; mend with a litre at a time, then measure once more beside the tank.',
  'mixer-tap': () =>
    'At a mixer tap: set it by a thermometer in the running water, not by hand, and look again each drum: boilers drift.',
});
