import type { StockKind } from '#core/stock';
import { animal } from './make';

const shrimp = animal('shrimp', { sourceId: 'trade-shrimp', grade: 'common-practice' });
const bookShrimp = animal('shrimp', { sourceId: 'karge-klotz', grade: 'published' });
const crayfish = animal('crayfish', { sourceId: 'trade-shrimp', grade: 'common-practice' });
const snail = animal('snail', { sourceId: 'dillon-2000', grade: 'published' });
const carries = (days: readonly [number, number], atC: number, young: readonly [number, number]) =>
  ['carries-eggs', days, atC, young] as const;
const colony = { group: [10, null], biofilm: true, leastL: 10, longCm: 25, matureDays: 90 } as const;

/** Shrimp and crayfish: bands of the trade, or Karge & Klotz, from memory. */
export const shrimpKinds: readonly StockKind[] = [
  shrimp('cherry-shrimp', 'Neocaridina davidi', 'cherry shrimp', { t: [18, 26], ph: [6.4, 8], gh: [6, 14], kh: [1, 10], ec: [250, 600] }, { ...colony, cm: 2.5, years: [1, 2], cross: 'neocaridina', strains: ['red', 'blue', 'yellow', 'orange', 'black', 'wild'], brood: carries([25, 30], 23, [20, 30]), start: 'hardy' }),
  shrimp('snowball-shrimp', 'Neocaridina zhangjiajiensis', 'snowball shrimp', { t: [20, 26], ph: [6.4, 8], gh: [6, 14], kh: [1, 10], ec: [250, 600] }, { ...colony, cm: 2.5, years: [1, 2], cross: 'neocaridina', strains: ['white', 'blue'], brood: carries([25, 30], 23, [20, 30]) }),
  shrimp('bee-shrimp', 'Caridina logemanni', 'bee shrimp', { t: [19, 24], ph: [5.5, 6.8], gh: [3, 8], kh: [0, 2], ec: [150, 320] }, { ...colony, cm: 2.5, years: [1.2, 2], bearing: 'delicate', bed: 'active', cross: 'bee', strains: ['black and white', 'red and white', 'golden'], brood: carries([28, 35], 22, [20, 30]), start: 'late' }),
  shrimp('taiwan-bee', 'Caridina logemanni (bred)', 'Taiwan bee shrimp', { t: [19, 23], ph: [5.2, 6.4], gh: [4, 6], kh: [0, 1], ec: [150, 250] }, { ...colony, cm: 2.5, years: [1.2, 2], bearing: 'delicate', bed: 'active', cross: 'bee', strains: ['blue', 'wine', 'panda'], brood: carries([28, 35], 22, [15, 30]), start: 'late' }),
  shrimp('tiger-shrimp', 'Caridina mariae', 'tiger shrimp', { t: [20, 25], ph: [6, 7.5], gh: [4, 12], kh: [0, 6], ec: [150, 450] }, { ...colony, cm: 2.8, years: [1.2, 2], cross: 'bee', strains: ['wild', 'orange-eyed blue'], brood: carries([25, 32], 23, [20, 30]) }),
  bookShrimp('cardinal-shrimp', 'Caridina dennerli', 'white-spotted cardinal shrimp', { t: [26, 30], ph: [7.4, 8.6], gh: [4, 8], kh: [3, 7], ec: [100, 250] }, { ...colony, cm: 2, years: [1, 2], bearing: 'delicate', brood: carries([20, 28], 28, [8, 15]), start: 'late' }),
  bookShrimp('orange-delight', 'Caridina glaubrechti', 'red orchid shrimp', { t: [26, 30], ph: [7.6, 8.6], gh: [4, 8], kh: [3, 7], ec: [100, 250] }, { ...colony, cm: 2, years: [1, 2], bearing: 'delicate', brood: carries([20, 28], 28, [8, 15]), start: 'late' }),
  bookShrimp('algae-shrimp', 'Caridina multidentata', 'algae shrimp', { t: [18, 27], ph: [6, 8], gh: [3, 20], kh: [1, 12] }, { cm: 5, group: [3, null], years: [3, 8], leastL: 45, longCm: 45, jumps: true, bearing: 'robust', start: 'hardy', matureDays: 240, brood: ['larval', [30, 42], 23, [0, 0]], note: 'young need brackish water: no increase in a tank' }),
  bookShrimp('babaulti', 'Caridina babaulti', 'green babaulti shrimp', { t: [20, 27], ph: [6.5, 7.8], gh: [4, 15], kh: [1, 8] }, { ...colony, cm: 3, years: [1.2, 2], brood: carries([25, 32], 24, [15, 30]) }),
  bookShrimp('bamboo-shrimp', 'Atyopsis moluccensis', 'fan shrimp', { t: [22, 28], ph: [6.5, 7.8], gh: [5, 15], kh: [2, 10] }, { cm: 8, group: [2, null], years: [3, 5], leastL: 80, longCm: 80, food: 'filter-feeder', biofilm: true, start: 'late', brood: ['larval', [35, 60], 25, [0, 0]], note: 'stands in the flow and strains it; young need brackish water' }),
  bookShrimp('vampire-shrimp', 'Atya gabonensis', 'giant fan shrimp', { t: [23, 29], ph: [6.5, 7.8], gh: [5, 20], kh: [3, 12] }, { cm: 13, group: [1, null], years: [5, 8], leastL: 120, longCm: 100, food: 'filter-feeder', biofilm: true, start: 'late', note: 'stands in the flow and strains it; young need brackish water' }),
  bookShrimp('red-nose-shrimp', 'Caridina gracilirostris', 'red-nose shrimp', { t: [22, 28], ph: [6.5, 8], gh: [5, 20], kh: [2, 12] }, { cm: 3.5, group: [6, null], years: [1, 3], leastL: 40, longCm: 45, bearing: 'delicate', brood: ['larval', [25, 35], 25, [0, 0]], note: 'young need brackish water' }),
  bookShrimp('ring-arm-shrimp', 'Macrobrachium assamense', 'ring-arm prawn', { t: [20, 27], ph: [6.5, 7.8], gh: [5, 18], kh: [2, 12] }, { cm: 7, group: [1, 2], years: [2, 4], leastL: 80, longCm: 80, temperament: 'predatory', food: 'carnivore', preys: ['small-fish', 'shrimp', 'shrimp-young', 'fry', 'snails'] }),
  crayfish('orange-dwarf-crayfish', 'Cambarellus patzcuarensis', 'orange dwarf crayfish', { t: [16, 25], ph: [6.5, 8], gh: [6, 20], kh: [3, 15] }, { cm: 5, group: [1, null], years: [1.5, 2], leastL: 40, longCm: 45, matureDays: 120, jumps: true, brood: carries([25, 40], 22, [20, 60]), preys: ['shrimp-young', 'snails'], food: 'omnivore', sexes: 'one male to two females' }),
  crayfish('brazos-crayfish', 'Cambarellus texanus', 'Brazos dwarf crayfish', { t: [14, 26], ph: [6.5, 8], gh: [6, 20], kh: [3, 15] }, { cm: 4, group: [1, null], years: [1.5, 2], leastL: 40, longCm: 45, matureDays: 120, brood: carries([21, 35], 22, [20, 50]), preys: ['shrimp-young', 'snails'], food: 'omnivore' }),
  crayfish('blue-crayfish', 'Procambarus alleni', 'blue crayfish', { t: [18, 26], ph: [6.5, 8.2], gh: [8, 25], kh: [4, 18] }, { cm: 12, group: [1, 1], years: [3, 5], leastL: 100, longCm: 80, temperament: 'predatory', digs: true, jumps: true, eatsPlants: true, food: 'omnivore', preys: ['small-fish', 'shrimp', 'shrimp-young', 'snails', 'fry'], note: 'may not be kept or released where law forbids it; carries crayfish plague' }),
];

/** Snails: calcium and hardness after Dillon, from memory. */
export const snailKinds: readonly StockKind[] = [
  snail('nerite', 'Vittina natalensis', 'zebra nerite', { t: [20, 28], ph: [7, 8.5], gh: [6, 25], kh: [3, 18] }, { cm: 2.5, years: [2, 5], leastL: 20, longCm: 30, biofilm: true, brood: ['larval', [20, 40], 25, [0, 0]], note: 'eggs stay white on glass; young need brackish water' }),
  snail('horned-nerite', 'Clithon corona', 'horned nerite', { t: [22, 28], ph: [7, 8.5], gh: [6, 25], kh: [3, 18] }, { cm: 1.5, years: [3, 6], leastL: 10, longCm: 25, biofilm: true, brood: ['larval', [20, 40], 25, [0, 0]] }),
  snail('ramshorn', 'Planorbella duryi', 'ramshorn snail', { t: [16, 28], ph: [6.8, 8.2], gh: [5, 25], kh: [2, 18] }, { cm: 2.5, years: [1, 2], leastL: 5, longCm: 20, matureDays: 60, bearing: 'robust', brood: ['snail-eggs', [10, 20], 24, [5, 20]] }),
  snail('bladder-snail', 'Physella acuta', 'bladder snail', { t: [10, 28], ph: [6.5, 8.5], gh: [3, 30], kh: [1, 20] }, { cm: 1.2, years: [0.5, 1.2], leastL: 2, longCm: 10, matureDays: 45, bearing: 'robust', brood: ['snail-eggs', [6, 12], 24, [10, 40]] }),
  snail('trumpet-snail', 'Melanoides tuberculata', 'trumpet snail', { t: [18, 30], ph: [6.8, 8.5], gh: [4, 30], kh: [2, 20] }, { cm: 3, years: [2, 4], leastL: 10, longCm: 25, matureDays: 120, digs: false, bearing: 'robust', brood: ['livebearer', [30, 60], 24, [1, 10]], note: 'lives in the bed by day' }),
  snail('mystery-snail', 'Pomacea diffusa', 'apple snail', { t: [20, 28], ph: [7, 8.2], gh: [8, 25], kh: [4, 18] }, { cm: 5, years: [1, 3], leastL: 40, longCm: 45, matureDays: 120, brood: ['snail-eggs', [14, 28], 25, [50, 200]], note: 'lays above the water; forbidden in some countries' }),
  snail('rabbit-snail', 'Tylomelania sp.', 'rabbit snail', { t: [26, 30], ph: [7.4, 8.8], gh: [4, 15], kh: [3, 10] }, { cm: 8, years: [3, 6], leastL: 54, longCm: 60, bed: 'sand', brood: ['livebearer', [40, 60], 28, [1, 1]], bearing: 'delicate' }),
  snail('assassin-snail', 'Anentome helena', 'assassin snail', { t: [21, 28], ph: [6.8, 8.2], gh: [5, 20], kh: [3, 15] }, { cm: 2.5, years: [2, 4], leastL: 20, longCm: 30, temperament: 'predatory', food: 'carnivore', preys: ['snails', 'shrimp-young'], bed: 'sand', matureDays: 180, brood: ['snail-eggs', [40, 60], 25, [1, 1]] }),
  snail('pagoda-snail', 'Brotia pagodula', 'pagoda snail', { t: [21, 26], ph: [7, 8.2], gh: [6, 18], kh: [4, 12] }, { cm: 5, years: [3, 5], leastL: 60, longCm: 60, bearing: 'delicate', biofilm: true, brood: ['livebearer', [60, 90], 24, [1, 10]], note: 'wants flow and oxygen' }),
  snail('pond-snail', 'Lymnaea stagnalis', 'great pond snail', { t: [8, 24], ph: [7, 8.5], gh: [6, 30], kh: [4, 20] }, { cm: 6, years: [1, 3], leastL: 20, longCm: 30, eatsPlants: true, matureDays: 90, bearing: 'robust', brood: ['snail-eggs', [12, 25], 20, [50, 100]], note: 'may carry flukes from the wild' }),
];
