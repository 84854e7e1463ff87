import type { Fertiliser, Food } from '#core/stock';

const food = (
  id: string,
  name: string,
  purpose: Food['purpose'],
  protein: readonly [number, number],
  stay: readonly [number, number] | null,
  note: string,
): Food => ({
  id,
  name,
  purpose,
  proteinFraction: { lo: protein[0], hi: protein[1] },
  stayHours: stay && { lo: stay[0], hi: stay[1] },
  note,
  sourceIds: ['trade-shrimp', 'nrc-2011'],
});

/** Foods by purpose; protein as fed, of typical labels (from memory); how long each may stay is common practice. */
export const foods: readonly Food[] = [
  food('flakes', 'flakes', 'daily', [0.4, 0.5], [6, 8], 'Crushed small; goes off within a season of opening.'),
  food('granules', 'granules', 'daily', [0.35, 0.5], [6, 8], 'Sinks; the last ones find it too.'),
  food('shrimp-sticks', 'shrimp sticks', 'daily', [0.3, 0.4], [6, 8], 'For grazers; a match-head for ten.'),
  food('frozen', 'frozen insects, thawed', 'protein', [0.04, 0.08], [10, 12], 'Thawed and rinsed; the juice feeds algae.'),
  food('gel', 'gel food', 'protein', [0.06, 0.12], [20, 24], 'Out within a day.'),
  food('snail-shells', 'calcium mix', 'calcium', [0.1, 0.2], [10, 12], 'For shells and moults.'),
  food('spinach', 'blanched leaf', 'leaf', [0.02, 0.04], [20, 24], 'Blanched; unsprayed.'),
  food('leaf', 'dry brown leaf', 'leaf', [0.02, 0.06], null, 'Stays until only ribs are left.'),
  food('powder', 'fine powder', 'young', [0.3, 0.45], null, 'A pinch for young; under the bed at set-up only, by another school; never, by a third.'),
];
export const powderSchools = [
  { id: 'bed', label: 'under the bed at set-up', why: 'Feeds the bed once, and never again.' },
  { id: 'young', label: 'for the young', why: 'A pinch where young are expected, until they graze.' },
  { id: 'never', label: 'never', why: 'It clogs the bed and clouds the water.' },
] as const;

/** Example bottles; the keeper’s own label goes over them. Contents invented in the usual range: enter the label’s. */
export const exampleFertilisers: readonly Fertiliser[] = [
  { id: 'all-in-one', name: 'an all-in-one liquid (enter its label)', form: 'liquid', no3MgPerMl: 20, po4MgPerMl: 1, kMgPerMl: 15, mgMgPerMl: 3, feMgPerMl: 1, carbon: false },
  { id: 'liquid-carbon', name: 'a liquid carbon (by its label)', form: 'liquid', no3MgPerMl: 0, po4MgPerMl: 0, kMgPerMl: 0, mgMgPerMl: 0, feMgPerMl: 0, carbon: true },
];
