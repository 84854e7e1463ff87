import type { AnimalHabits, KindParameter, KindRange, StockKind } from './kind';

/** A few kinds as specs need them; the shipped ones are the almanac's, which the core does not know. Figures invented. */
const ranges = (given: Partial<Record<KindParameter, [number, number]>>): StockKind['ranges'] =>
  Object.fromEntries(
    Object.entries(given).map(([id, [lo, hi]]): [string, KindRange] => [
      id,
      { lo, hi, grade: 'common-practice', sourceIds: ['spec'], confidence: 'middle' },
    ]),
  );
const habits: AnimalHabits = {
  groupCount: { lo: 1, hi: null },
  sexRatio: '',
  food: 'omnivore',
  lifespanYears: { lo: 2, hi: 4 },
  maturityDays: 90,
  temperament: 'peaceful',
  preysOn: [],
  eatsPlants: false,
  digs: false,
  jumps: false,
  bed: 'any',
  crossGroup: null,
  brood: null,
  leastL: 10,
  leastLengthCm: 20,
  start: 'usual',
  biofilm: false,
};
const base: StockKind = {
  id: '',
  group: 'fish',
  scientificName: 'Specimen',
  commonName: '',
  strains: [],
  adultCm: 4,
  ranges: {},
  bearing: 'usual',
  salt: 'little',
  copper: 'usual',
  scaleless: false,
  medicineNote: '',
  note: '',
  animal: habits,
  plant: null,
};
const kind = (id: string, over: Partial<StockKind>, own: Partial<AnimalHabits> = {}): StockKind => ({
  ...base,
  id,
  commonName: id,
  ...over,
  animal: { ...habits, ...own },
});

export const softFish = kind(
  'soft fish',
  { ranges: ranges({ ghDegrees: [1, 8], ph: [5.5, 7], tempC: [22, 27] }) },
  { groupCount: { lo: 8, hi: null }, start: 'late' },
);
export const hardFish = kind(
  'hard fish',
  { adultCm: 6, ranges: ranges({ ghDegrees: [12, 25], ph: [7, 8.5], tempC: [22, 28] }) },
  {
    preysOn: ['shrimp-young'],
    brood: { mode: 'livebearer', days: { lo: 24, hi: 30 }, atC: 25, youngCount: { lo: 20, hi: 40 } },
  },
);
export const colonyShrimp = kind(
  'colony shrimp',
  {
    group: 'shrimp',
    adultCm: 2,
    ranges: ranges({ ghDegrees: [6, 14], khDegrees: [1, 10], ph: [6.4, 8], tempC: [18, 26] }),
  },
  {
    groupCount: { lo: 10, hi: null },
    biofilm: true,
    lifespanYears: { lo: 1, hi: 2 },
    crossGroup: 'colony',
    brood: { mode: 'carries-eggs', days: { lo: 25, hi: 30 }, atC: 23, youngCount: { lo: 25, hi: 25 } },
  },
);
export const hunter = kind(
  'hunter',
  { adultCm: 15, ranges: ranges({ ghDegrees: [4, 20], ph: [6, 8], tempC: [22, 28] }) },
  {
    preysOn: ['shrimp', 'snails', 'small-fish'],
    temperament: 'predatory',
    jumps: true,
    digs: true,
    eatsPlants: true,
    bed: 'sand',
    leastL: 200,
    leastLengthCm: 100,
  },
);
export const stemPlant: StockKind = {
  ...base,
  id: 'stem plant',
  group: 'plant',
  commonName: 'stem plant',
  adultCm: 40,
  ranges: ranges({ ghDegrees: [2, 15] }),
  animal: null,
  plant: { habit: 'stem', light: 'middle', co2: 'helps', trimDays: { lo: 10, hi: 21 }, carbonSensitive: false },
};
