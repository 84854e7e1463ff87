import type { StockKind } from '#core/stock';
import { plant } from './make';

/** Aquarium plants: temperature, pH and GH after Kasselmann, quoted from memory; trims common practice. */
export const plantKinds: readonly StockKind[] = [
  plant('java-fern', 'Leptochilus pteropus', 'Java fern', { t: [18, 28], ph: [5, 8], gh: [1, 20] }, { cm: 30, habit: 'rhizome', light: 'low', co2: 'none', trim: [60, 120] }),
  plant('anubias', 'Anubias barteri', 'anubias', { t: [20, 28], ph: [5.5, 8], gh: [1, 20] }, { cm: 25, habit: 'rhizome', light: 'low', co2: 'none', trim: [90, 180] }),
  plant('bucephalandra', 'Bucephalandra sp.', 'bucephalandra', { t: [20, 28], ph: [5.5, 7.8], gh: [1, 15] }, { cm: 10, habit: 'rhizome', light: 'low', co2: 'helps', trim: [90, 180] }),
  plant('bolbitis', 'Bolbitis heudelotii', 'African water fern', { t: [20, 28], ph: [5, 7.5], gh: [1, 12] }, { cm: 40, habit: 'rhizome', light: 'low', co2: 'helps', trim: [60, 120], carbonSensitive: true }),
  plant('java-moss', 'Taxiphyllum barbieri', 'Java moss', { t: [15, 28], ph: [5, 8], gh: [1, 20] }, { cm: 5, habit: 'moss', light: 'low', co2: 'none', trim: [30, 60], carbonSensitive: true }),
  plant('christmas-moss', 'Vesicularia montagnei', 'Christmas moss', { t: [18, 26], ph: [5, 7.5], gh: [1, 15] }, { cm: 5, habit: 'moss', light: 'low', co2: 'helps', trim: [30, 60], carbonSensitive: true }),
  plant('riccia', 'Riccia fluitans', 'crystalwort', { t: [15, 30], ph: [5, 8], gh: [1, 20] }, { cm: 3, habit: 'moss', light: 'high', co2: 'helps', trim: [14, 28], carbonSensitive: true }),
  plant('vallisneria', 'Vallisneria spiralis', 'vallisneria', { t: [15, 30], ph: [6, 9], gh: [5, 30] }, { cm: 60, habit: 'rosette', light: 'middle', co2: 'none', trim: [30, 60], carbonSensitive: true, note: 'melts under liquid carbon' }),
  plant('sagittaria', 'Sagittaria subulata', 'dwarf sagittaria', { t: [16, 28], ph: [6, 8.5], gh: [3, 25] }, { cm: 20, habit: 'rosette', light: 'middle', co2: 'none', trim: [30, 60] }),
  plant('brown-crypt', 'Cryptocoryne wendtii', 'brown water trumpet', { t: [20, 28], ph: [5.5, 8], gh: [1, 20] }, { cm: 25, habit: 'rosette', light: 'low', co2: 'none', trim: [60, 120], note: 'melts when water changes fast, and comes back' }),
  plant('crypt-parva', 'Cryptocoryne parva', 'dwarf water trumpet', { t: [20, 27], ph: [6, 7.5], gh: [2, 15] }, { cm: 7, habit: 'carpet', light: 'middle', co2: 'helps', trim: [90, 180] }),
  plant('amazon-sword', 'Echinodorus grisebachii', 'Amazon sword', { t: [20, 28], ph: [5.5, 8], gh: [2, 18] }, { cm: 50, habit: 'rosette', light: 'middle', co2: 'helps', trim: [30, 60] }),
  plant('helanthium', 'Helanthium tenellum', 'pygmy chain sword', { t: [18, 28], ph: [5, 7.5], gh: [1, 14] }, { cm: 8, habit: 'carpet', light: 'middle', co2: 'helps', trim: [21, 42] }),
  plant('hairgrass', 'Eleocharis acicularis', 'hairgrass', { t: [10, 25], ph: [5, 7.5], gh: [1, 15] }, { cm: 12, habit: 'carpet', light: 'high', co2: 'helps', trim: [21, 42] }),
  plant('monte-carlo', 'Micranthemum tweediei', 'carpet pearlweed', { t: [18, 26], ph: [5.5, 7.5], gh: [1, 12] }, { cm: 4, habit: 'carpet', light: 'high', co2: 'needed', trim: [21, 42] }),
  plant('glossostigma', 'Glossostigma elatinoides', 'glossostigma', { t: [15, 26], ph: [5, 7.5], gh: [1, 12] }, { cm: 3, habit: 'carpet', light: 'high', co2: 'needed', trim: [14, 28] }),
  plant('rotala', 'Rotala rotundifolia', 'round-leaved rotala', { t: [18, 28], ph: [5.5, 7.5], gh: [1, 14] }, { cm: 50, habit: 'stem', light: 'middle', co2: 'helps', trim: [10, 21] }),
  plant('ludwigia', 'Ludwigia repens', 'creeping ludwigia', { t: [18, 28], ph: [5.5, 8], gh: [2, 18] }, { cm: 50, habit: 'stem', light: 'middle', co2: 'helps', trim: [14, 28] }),
  plant('hygrophila', 'Hygrophila polysperma', 'dwarf hygrophila', { t: [18, 30], ph: [5.5, 8], gh: [2, 20] }, { cm: 50, habit: 'stem', light: 'low', co2: 'none', trim: [10, 21] }),
  plant('bacopa', 'Bacopa caroliniana', 'bacopa', { t: [18, 28], ph: [6, 8], gh: [2, 18] }, { cm: 40, habit: 'stem', light: 'middle', co2: 'none', trim: [21, 42] }),
  plant('cabomba', 'Cabomba caroliniana', 'cabomba', { t: [15, 26], ph: [5, 7], gh: [1, 10] }, { cm: 60, habit: 'stem', light: 'high', co2: 'helps', trim: [14, 28], note: 'forbidden in some countries' }),
  plant('hornwort', 'Ceratophyllum demersum', 'hornwort', { t: [10, 28], ph: [6, 9], gh: [5, 30] }, { cm: 100, habit: 'stem', light: 'middle', co2: 'none', trim: [10, 21], carbonSensitive: true }),
  plant('water-wisteria', 'Hygrophila difformis', 'water wisteria', { t: [20, 28], ph: [5.5, 8], gh: [2, 18] }, { cm: 50, habit: 'stem', light: 'middle', co2: 'none', trim: [14, 28] }),
  plant('guppy-grass', 'Najas guadalupensis', 'guppy grass', { t: [15, 30], ph: [5.5, 8.5], gh: [2, 25] }, { cm: 60, habit: 'floating', light: 'middle', co2: 'none', trim: [10, 21] }),
  plant('frogbit', 'Limnobium laevigatum', 'Amazon frogbit', { t: [18, 30], ph: [5.5, 8], gh: [1, 20] }, { cm: 8, habit: 'floating', light: 'middle', co2: 'none', trim: [7, 14] }),
  plant('salvinia', 'Salvinia auriculata', 'salvinia', { t: [18, 30], ph: [5.5, 8], gh: [1, 20] }, { cm: 3, habit: 'floating', light: 'middle', co2: 'none', trim: [7, 14] }),
  plant('tiger-lotus', 'Nymphaea lotus', 'tiger lotus', { t: [22, 28], ph: [5.5, 8], gh: [2, 15] }, { cm: 50, habit: 'bulb', light: 'middle', co2: 'helps', trim: [14, 30] }),
];
