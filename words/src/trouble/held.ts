import type { HeldFact } from '#core/tonight';
import type { ActionId, Urgency } from '#core/trouble';
import { actionNames } from './trouble';

/** What animals were exposed to, as one line. */
const exposureTexts: Readonly<Record<string, string>> = {
  spray: 'Something was sprayed near the tank',
  'pet-drops-on-hands': 'Hands with a pet’s flea drops were in the water',
  'foam-after-lotion': 'Foam that stays, after hands with lotion',
  'chlorinated-water': 'Tap water with chlorine went in without conditioner',
  'power-cut': 'The power was away: nothing moved the water',
  'weak-flow': 'The filter hardly moves the water',
  'still-surface': 'Nothing moves the surface',
  'bed-gas-after-digging': 'Rotten eggs after the bed was dug',
  'bed-gas': 'The bed smells of rotten eggs where it was poked',
};
/** Signs that want air at once, as one line. */
const redFlagTexts: Readonly<Record<string, string>> = {
  gasping: 'They gasp at the surface',
  darting: 'They dart, crash or jump',
  'climbing-out': 'Animals climb out of the water',
  'twitching-shrimp': 'Shrimp twitch or lie on their backs',
  'many-deaths-in-a-day': 'Many died within a day',
  'all-kinds-within-hours': 'All kinds die within hours',
  'brown-gills': 'Their gills are brown',
  'oxygen-low': 'Too little oxygen, measured',
  'chlorine-measured': 'Chlorine in the tank, measured',
};
const extremeTexts: Readonly<Record<string, string>> = {
  'ph-extreme': 'A pH that nothing here bears',
  'temperature-extreme': 'Far too warm, or far too cold',
  'conductivity-extreme': 'Far too much salt for fresh water',
  'copper-with-fish': 'Copper, and no course that holds it there',
};
/** What somebody has to do, by how soon. */
const whenTexts: Readonly<Record<Urgency, string>> = {
  now: 'Now',
  today: 'Today',
  week: 'This week',
  watch: 'Watch it',
  none: '',
};

/** A finding that holds fast: what it is, the same shorter, and what is done first. */
export function heldWords({ sort, id, causeName, urgency, first }: HeldFact): {
  text: string;
  short: string;
  nextStep: string;
} {
  const text = {
    settled: `${causeName}, measured`,
    exposure: exposureTexts[id] ?? id,
    extreme: extremeTexts[id] ?? id,
    'red-flag': redFlagTexts[id] ?? id,
  }[sort];
  const steps = first.map((action) => `${actionNames[action as ActionId]}.`).join(' ');
  return {
    text,
    short: text,
    nextStep: `${whenTexts[urgency]}: ${steps === '' ? 'look again, test again.' : steps}`,
  };
}
