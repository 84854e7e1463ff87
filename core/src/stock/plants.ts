import { silent, type Explained, type Recorder } from '#core/explain';
import { firstFault, ok, refuse, type Result } from '#core/result';
import { atomicGPerMol, species, dayMs } from '#core/units';
import type { PlantHabit, StockKind } from './kind';

/** What a fertiliser brings, in mg per mL or per g of it, species named. */
export interface Fertiliser {
  id: string;
  name: string;
  form: 'liquid' | 'salt';
  no3MgPerMl: number;
  po4MgPerMl: number;
  kMgPerMl: number;
  mgMgPerMl: number;
  feMgPerMl: number;
  /** Liquid carbon: glutaraldehyde or its like; harms by overdose. */
  carbon: boolean;
}
const molar = {
  kno3: atomicGPerMol.k + species.no3.molarGPerMol,
  kh2po4: atomicGPerMol.k + 2 * atomicGPerMol.h + species.po4.molarGPerMol,
  k2so4: 2 * atomicGPerMol.k + species.so4.molarGPerMol,
};
/** Dry salts by their formulas: milligrams of each in a gram. */
export const drySalts: readonly Fertiliser[] = [
  salt('kno3', 'potassium nitrate', {
    no3MgPerMl: share(species.no3.molarGPerMol, molar.kno3),
    kMgPerMl: share(atomicGPerMol.k, molar.kno3),
  }),
  salt('kh2po4', 'potassium phosphate', {
    po4MgPerMl: share(species.po4.molarGPerMol, molar.kh2po4),
    kMgPerMl: share(atomicGPerMol.k, molar.kh2po4),
  }),
  salt('k2so4', 'potassium sulphate', { kMgPerMl: share(2 * atomicGPerMol.k, molar.k2so4) }),
];
function share(partGPerMol: number, wholeGPerMol: number): number {
  return (1000 * partGPerMol) / wholeGPerMol;
}
function salt(id: string, name: string, brings: Partial<Fertiliser>): Fertiliser {
  return {
    id,
    name,
    form: 'salt',
    no3MgPerMl: 0,
    po4MgPerMl: 0,
    kMgPerMl: 0,
    mgMgPerMl: 0,
    feMgPerMl: 0,
    carbon: false,
    ...brings,
  };
}

/** How much to feed plants; nitrate that a week's doses bring by each school (common practice), null where none is meant. */
export const dosingSchools = [
  { id: 'generous', weeklyNo3: { lo: 15, hi: 30 } },
  { id: 'lean', weeklyNo3: { lo: 2, hi: 7 } },
  { id: 'label', weeklyNo3: null },
  { id: 'none', weeklyNo3: null },
] as const;
export type DosingSchool = (typeof dosingSchools)[number]['id'];

export interface NutrientsAdded {
  no3MgPerLPerWeek: number;
  po4MgPerLPerWeek: number;
  kMgPerLPerWeek: number;
  feMgPerLPerWeek: number;
  /** Where the nitrate settles before a change, with a weekly change of this fraction and none taken up. */
  no3CeilingMgPerL: number | null;
}

/**
 * What a dose adds in a week, by net volume, and where it settles if plants took nothing.
 *
 * mg/L a week = amount × content × doses / litres; ceiling = weekly / change fraction (a geometric series).
 * Range: up to 1000 mL or g a dose, 21 doses a week. Source: mass balance; salts by atomic weights (CIAAW 2021).
 * @example nutrientsAdded({ fertiliser: drySalts[0], amountMl: 1, dosesPerWeek: 3, netVolumeL: 100 }) // nitrate 18.4 mg/L a week
 */
export function nutrientsAdded(
  {
    fertiliser,
    amountMl,
    dosesPerWeek,
    netVolumeL,
    weeklyChangeFraction,
  }: {
    fertiliser: Fertiliser;
    /** Millilitres of a liquid, grams of a salt. */
    amountMl: number;
    dosesPerWeek: number;
    netVolumeL: number;
    weeklyChangeFraction?: number | undefined;
  },
  note: Recorder = silent,
): Result<Explained<NutrientsAdded>> {
  note.by('stock.nutrients', 1);
  const fault = firstFault([
    { field: 'amountMl', value: amountMl, range: { lo: 0, hi: 1000, unit: fertiliser.form === 'salt' ? 'g' : 'mL' } },
    { field: 'dosesPerWeek', value: dosesPerWeek, range: { lo: 0, hi: 21, unit: 'a week' } },
    { field: 'netVolumeL', value: netVolumeL, range: { lo: 0.5, hi: 100000, unit: 'L' } },
    { field: 'weeklyChangeFraction', value: weeklyChangeFraction ?? 0, range: { lo: 0, hi: 1, unit: '' } },
  ]);
  if (fault) return refuse(fault);
  note.source('mass-balance', 'ciaaw-2021');
  const added = (id: string, label: string, content: number): number =>
    note.step({
      id,
      label,
      unit: 'mg/L a week',
      formula: 'amount × content × doses / litres',
      terms: { amount: amountMl, content, doses: dosesPerWeek, litres: netVolumeL },
      by: (x) => (x.amount * x.content * x.doses) / x.litres,
    });
  const no3 = added('no3', 'Nitrate', fertiliser.no3MgPerMl);
  const ceiling =
    weeklyChangeFraction === undefined || weeklyChangeFraction <= 0
      ? null
      : note.step({
          id: 'ceiling',
          label: 'Nitrate before a change, in the end',
          unit: 'mg/L',
          formula: 'weekly / change fraction',
          terms: { weekly: no3, fraction: weeklyChangeFraction },
          by: (x) => x.weekly / x.fraction,
        });
  return ok(
    note.explained({
      no3MgPerLPerWeek: no3,
      po4MgPerLPerWeek: added('po4', 'Phosphate', fertiliser.po4MgPerMl),
      kMgPerLPerWeek: added('k', 'Potassium', fertiliser.kMgPerMl),
      feMgPerLPerWeek: added('fe', 'Iron', fertiliser.feMgPerMl),
      no3CeilingMgPerL: ceiling,
    }),
  );
}

/** Minutes to trim and replant, a litre of tank, densely planted: 45 L in about 45 min (common practice). */
const minutesPerL: Record<PlantHabit, number> = {
  stem: 1,
  carpet: 0.8,
  moss: 0.5,
  rosette: 0.3,
  bulb: 0.3,
  rhizome: 0.2,
  floating: 0.2,
};
export interface TrimDue {
  kindId: string;
  loEpochMs: number;
  hiEpochMs: number;
  workMinutes: number;
  stage: 'replant' | 'shape' | 'thin';
  habit: PlantHabit;
}

/**
 * When a plant is next due to be trimmed, how long that takes, and how: by its habit, and by this tank's own rhythm
 * where two trims and more are in the book (their median spacing, a third to either side).
 */
export function trimDue({
  kind,
  trimsAtEpochMs,
  plantedEpochMs,
  netVolumeL,
}: {
  kind: StockKind;
  trimsAtEpochMs: readonly number[];
  plantedEpochMs: number;
  netVolumeL: number;
}): TrimDue | null {
  const needs = kind.plant;
  if (!needs) return null;
  const sorted = [...trimsAtEpochMs].sort((a, b) => a - b);
  const gaps = sorted
    .slice(1)
    .map((t, i) => (t - (sorted[i] ?? t)) / dayMs)
    .sort((a, b) => a - b);
  const median = gaps[Math.floor(gaps.length / 2)];
  const days = median === undefined ? needs.trimDays : { lo: (median * 2) / 3, hi: (median * 4) / 3 };
  const from = sorted.at(-1) ?? plantedEpochMs;
  return {
    kindId: kind.id,
    loEpochMs: from + days.lo * dayMs,
    hiEpochMs: from + days.hi * dayMs,
    workMinutes: Math.max(5, Math.round((minutesPerL[needs.habit] * netVolumeL) / 5) * 5),
    stage: needs.habit === 'stem' ? (sorted.length < 3 ? 'replant' : 'shape') : 'thin',
    habit: needs.habit,
  };
}
