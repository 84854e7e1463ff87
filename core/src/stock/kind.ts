import { rankedBy, type Interval, type RankedBy } from '#core/readings';
import type { Bearing, EvidenceGrade } from '#core/water';

export const stockGroups = ['fish', 'shrimp', 'crayfish', 'snail', 'plant'] as const;
export type StockGroup = (typeof stockGroups)[number];

/** Parameters a kind has a range for, hardness first: that is the order in which they decide. */
export const kindParameters = rankedBy('animalsRank');
export type KindParameter = RankedBy<'animalsRank'>;

/** One range of a kind, in the parameter's canonical unit. A low confidence warns, it never decides. */
export interface KindRange extends Interval {
  grade: EvidenceGrade;
  sourceIds: readonly string[];
  confidence: 'high' | 'middle' | 'low';
}

export const preys = ['fry', 'shrimp-young', 'shrimp', 'snails', 'small-fish'] as const;
export type Prey = (typeof preys)[number];
export const temperaments = ['peaceful', 'nippy', 'territorial', 'predatory'] as const;
export const bedNeeds = ['any', 'soft', 'sand', 'active'] as const;
export const plantHabits = ['stem', 'rosette', 'rhizome', 'carpet', 'moss', 'floating', 'bulb'] as const;
export type PlantHabit = (typeof plantHabits)[number];

export interface Brood {
  mode: 'livebearer' | 'egg-scatterer' | 'egg-layer' | 'mouthbrooder' | 'carries-eggs' | 'larval' | 'snail-eggs';
  /** From mating or berried to free young, at `atC`. */
  days: { lo: number; hi: number };
  atC: number;
  youngCount: { lo: number; hi: number };
}

export interface AnimalHabits {
  /** Least number for boldness, and a number beyond which it is a crowd to begin with; hi null where none is stated. */
  groupCount: { lo: number; hi: number | null };
  sexRatio: string;
  food: 'grazer' | 'omnivore' | 'carnivore' | 'herbivore' | 'filter-feeder';
  lifespanYears: { lo: number; hi: number };
  maturityDays: number;
  temperament: (typeof temperaments)[number];
  preysOn: readonly Prey[];
  eatsPlants: boolean;
  digs: boolean;
  jumps: boolean;
  /** Long fins or a slow way of swimming: its fins are nipped. */
  slow?: boolean | undefined;
  bed: (typeof bedNeeds)[number];
  /** Kinds of one group, and strains of one kind, interbreed. */
  crossGroup: string | null;
  brood: Brood | null;
  leastL: number;
  leastLengthCm: number;
  start: 'hardy' | 'usual' | 'late';
  /** Lives on biofilm: wants a matured tank, not only a cycled one. */
  biofilm: boolean;
}

export interface PlantNeeds {
  habit: PlantHabit;
  light: 'low' | 'middle' | 'high';
  co2: 'none' | 'helps' | 'needed';
  trimDays: { lo: number; hi: number };
  /** Liquid carbon by the label harms it. */
  carbonSensitive: boolean;
}

/** A kind of animal or plant, as the almanac or the keeper describes it. */
export interface StockKind {
  id: string;
  group: StockGroup;
  scientificName: string;
  commonName: string;
  strains: readonly string[];
  adultCm: number;
  ranges: Partial<Record<KindParameter, KindRange>>;
  bearing: Bearing;
  salt: 'bears' | 'little' | 'none';
  copper: 'sensitive' | 'usual';
  scaleless: boolean;
  /** What to know before any medicine; empty where nothing special is. */
  medicineNote: string;
  note: string;
  animal: AnimalHabits | null;
  plant: PlantNeeds | null;
}

/** The book's kinds with the keeper's laid over them, each in its place, and those the book does not know after them. */
export function kindsInForce({ book, own }: { book: readonly StockKind[]; own: readonly StockKind[] }): StockKind[] {
  const byId = new Map(own.map((k) => [k.id, k]));
  const bookIds = new Set(book.map((k) => k.id));
  return [...book.map((k) => byId.get(k.id) ?? k), ...own.filter((k) => !bookIds.has(k.id))];
}

/** Mass by length, W = 0.0125 L³: the middle of ordinary small fish (length-weight relation, from memory). */
export const massOfAdultG = (adultCm: number): number => 0.0125 * adultCm ** 3;
