import type { AnimalHabits, Brood, KindParameter, KindRange, PlantNeeds, StockKind } from '#core/stock';
import type { Bearing, EvidenceGrade } from '#core/water';

type Span = readonly [lo: number | null, hi: number | null];
interface Ranges {
  t: Span;
  ph: Span;
  gh: Span;
  kh?: Span;
  ec?: Span;
}

const range = (span: Span, sourceId: string, grade: EvidenceGrade, confidence: KindRange['confidence']): KindRange => ({
  lo: span[0],
  hi: span[1],
  grade,
  sourceIds: [sourceId],
  confidence,
});

/** Temperature, pH and GH are of the named handbook; KH and conductivity, which handbooks seldom state, common practice. */
function rangesOf({ t, ph, gh, kh, ec }: Ranges, sourceId: string, grade: EvidenceGrade): StockKind['ranges'] {
  const confidence = 'middle';
  const ranges: Partial<Record<KindParameter, KindRange>> = {
    ghDegrees: range(gh, sourceId, grade, confidence),
    tempC: range(t, sourceId, grade, confidence),
    ph: range(ph, sourceId, grade, confidence),
  };
  if (kh) ranges.khDegrees = range(kh, 'trade-shrimp', 'common-practice', 'middle');
  if (ec) ranges.ec25UsPerCm = range(ec, 'trade-shrimp', 'common-practice', 'low');
  return ranges;
}

export interface Animal {
  cm: number;
  group?: readonly [number, number | null];
  bearing?: Bearing;
  salt?: StockKind['salt'];
  scaleless?: boolean;
  medicine?: string;
  note?: string;
  strains?: readonly string[];
  sexes?: string;
  food?: AnimalHabits['food'];
  years: readonly [number, number];
  matureDays?: number;
  temperament?: AnimalHabits['temperament'];
  preys?: AnimalHabits['preysOn'];
  eatsPlants?: boolean;
  digs?: boolean;
  jumps?: boolean;
  slow?: boolean;
  bed?: AnimalHabits['bed'];
  cross?: string;
  brood?: readonly [
    mode: Brood['mode'],
    days: readonly [number, number],
    atC: number,
    young: readonly [number, number],
  ];
  leastL: number;
  longCm: number;
  start?: AnimalHabits['start'];
  biofilm?: boolean;
}

export function animal(
  group: Exclude<StockKind['group'], 'plant'>,
  { sourceId, grade }: { sourceId: string; grade: EvidenceGrade },
) {
  return (id: string, scientificName: string, commonName: string, ranges: Ranges, a: Animal): StockKind => ({
    id,
    group,
    scientificName,
    commonName,
    strains: a.strains ?? [],
    adultCm: a.cm,
    ranges: rangesOf(ranges, sourceId, grade),
    bearing: a.bearing ?? 'usual',
    salt: a.salt ?? (group === 'fish' ? 'little' : 'none'),
    copper: group === 'fish' ? 'usual' : 'sensitive',
    scaleless: a.scaleless ?? false,
    medicineNote:
      a.medicine ??
      (group === 'fish'
        ? a.scaleless
          ? 'Scaleless: label doses for scaleless fish only.'
          : ''
        : 'Nothing with copper, nothing against worms or snails.'),
    note: a.note ?? '',
    animal: {
      groupCount: { lo: a.group?.[0] ?? 1, hi: a.group?.[1] ?? null },
      sexRatio: a.sexes ?? '',
      food: a.food ?? (group === 'fish' ? 'omnivore' : 'grazer'),
      lifespanYears: { lo: a.years[0], hi: a.years[1] },
      maturityDays: a.matureDays ?? 180,
      temperament: a.temperament ?? 'peaceful',
      preysOn: a.preys ?? [],
      eatsPlants: a.eatsPlants ?? false,
      digs: a.digs ?? false,
      jumps: a.jumps ?? false,
      slow: a.slow ?? false,
      bed: a.bed ?? 'any',
      crossGroup: a.cross ?? null,
      brood: a.brood
        ? {
            mode: a.brood[0],
            days: { lo: a.brood[1][0], hi: a.brood[1][1] },
            atC: a.brood[2],
            youngCount: { lo: a.brood[3][0], hi: a.brood[3][1] },
          }
        : null,
      leastL: a.leastL,
      leastLengthCm: a.longCm,
      start: a.start ?? 'usual',
      biofilm: a.biofilm ?? false,
    },
    plant: null,
  });
}

export const plant = (
  id: string,
  scientificName: string,
  commonName: string,
  ranges: Ranges,
  p: Omit<PlantNeeds, 'trimDays' | 'carbonSensitive'> & {
    cm: number;
    trim: readonly [number, number];
    carbonSensitive?: boolean;
    note?: string;
  },
): StockKind => ({
  id,
  group: 'plant',
  scientificName,
  commonName,
  strains: [],
  adultCm: p.cm,
  ranges: rangesOf(ranges, 'kasselmann', 'published'),
  bearing: 'robust',
  salt: 'none',
  copper: 'usual',
  scaleless: false,
  medicineNote: '',
  note: p.note ?? '',
  animal: null,
  plant: {
    habit: p.habit,
    light: p.light,
    co2: p.co2,
    trimDays: { lo: p.trim[0], hi: p.trim[1] },
    carbonSensitive: p.carbonSensitive ?? false,
  },
});
