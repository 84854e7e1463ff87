import { silent, type Explained, type Recorder } from '#core/explain';
import type { Water } from '#core/readings';
import { because, firstFault, ok, refuse, type Result } from '#core/result';
import { degreeMeqPerL, degreeMmolPerL } from '#core/units';
import { aeratedPh, phAtCo2 } from './carbonate';
import { ionCharges, ionsOf, waterOfIons, type IonReading } from './ion-table';
import { ionOf, ions, ionsPerGram, noIons, saltNamed, type IonTable, type SaltId } from './salts';

/** From freshly mixed to a day of air; or nothing holds it, under half a degree of KH. */
export type PhBy = 'fresh-to-aired' | 'held-by-nothing';
export interface RecipeWater {
  water: Water;
  mmolPerL: IonTable;
  charges: { cationsMeqPerL: number; anionsMeqPerL: number; differenceFraction: number };
  /** By mass; null without magnesium. */
  caMgRatio: number | null;
  /** What a pen shows of it at its usual factors, ppm as the pen means it. */
  pen: { factor: number; penValue: number }[];
  /** Between 5 mg/L of carbon dioxide and balance with air; null where hardly any carbonate holds it. */
  phSpan: { lo: number; hi: number } | null;
  /** What the span of pH stands for. */
  phBy: PhBy;
}

/** A salt taken: by name, with the purity of its label. */
export interface SaltTaken {
  saltId: string;
  massG: number;
  purityFraction?: number;
}
export const penFactors = [0.5, 0.64, 0.7] as const;

/** Everything to be told of a water whose ions are known. */
export function recipeWaterOf(reading: { mmolPerL: IonTable; ecExcessUsPerCm: number }, tempC = 25): RecipeWater {
  const water = waterOfIons(reading);
  const khDegrees = water.khDegrees ?? 0;
  const held = khDegrees >= 0.5;
  return {
    water,
    mmolPerL: reading.mmolPerL,
    charges: ionCharges(reading.mmolPerL),
    caMgRatio: (water.mgMgPerL ?? 0) > 1e-9 ? (water.caMgPerL ?? 0) / (water.mgMgPerL ?? 1) : null,
    pen: penFactors.map((factor) => ({ factor, penValue: factor * (water.ec25UsPerCm ?? 0) })),
    phSpan: held ? { lo: phAtCo2({ khDegrees, tempC, co2MgPerL: 5 }), hi: aeratedPh({ khDegrees, tempC }) } : null,
    phBy: held ? 'fresh-to-aired' : 'held-by-nothing',
  };
}

/**
 * The water that weighed salts make of a source: each ion is the source's and what the salts set free.
 *
 * Grams, litres. Refuses a mass of nothing or less, a salt named twice, one not on the shelf, no volume, an impossible source.
 * Carbonates count as bicarbonate: calcium carbonate only dissolves with CO2, over days.
 * Source: stoichiometry with CIAAW 2021 weights; conductivity by `ionConductivity`.
 * @example recipeEffect({ volumeL: 100, source: {}, taken: [{ saltId: 'caso4-2h2o', massG: 12 }] }) // GH about 3.9
 */
export function recipeEffect(
  { volumeL, source, taken }: { volumeL: number; source: Water; taken: readonly SaltTaken[] },
  note: Recorder = silent,
): Result<Explained<RecipeWater>> {
  note.by('water.recipe-effect', 1);
  const start = ionsOf(source, note);
  return start.ok ? withSalts({ volumeL, start: start.value, taken }, note) : start;
}

/**
 * Salts of which more is weighed than dissolves, each with the most that does (g in this volume at 20 °C); calcium carbonate,
 * which dissolves only with CO2, is left out. Source: CRC Handbook.
 * @example undissolved({ volumeL: 10, taken: [{ saltId: 'caso4-2h2o', massG: 60 }] }) // 24 g at most
 */
export function undissolved({
  volumeL,
  taken,
}: {
  volumeL: number;
  taken: readonly SaltTaken[];
}): { saltId: SaltId; name: string; mostG: number }[] {
  return taken.flatMap(({ saltId, massG, purityFraction = 1 }) => {
    const salt = saltNamed(saltId);
    if (!salt.ok || salt.value.needsCo2) return [];
    const mostG = (salt.value.solubleGPerL * volumeL) / purityFraction;
    return massG > mostG ? [{ saltId: salt.value.id, name: salt.value.name, mostG }] : [];
  });
}

/** The same, on a start whose ions are known already (a blend). */
export function withSalts(
  {
    volumeL,
    start,
    taken,
  }: { volumeL: number; start: Pick<IonReading, 'mmolPerL' | 'ecExcessUsPerCm'>; taken: readonly SaltTaken[] },
  note: Recorder = silent,
): Result<Explained<RecipeWater>> {
  const fault = firstFault([
    { field: 'volumeL', value: volumeL, range: { lo: 0.01, hi: 1e6, unit: 'L' } },
    ...taken.flatMap(({ saltId, massG, purityFraction = 1 }) => [
      { field: `massG.${saltId}`, value: massG, range: { lo: 1e-6, hi: 1e6, unit: 'g' } },
      { field: `purity.${saltId}`, value: purityFraction, range: { lo: 0.01, hi: 1, unit: '' } },
    ]),
  ]);
  if (fault) return refuse(fault);
  const twice = taken.find((t, i) => taken.findIndex((other) => other.saltId === t.saltId) !== i);
  if (twice)
    return refuse({ kind: 'contradiction', fields: ['massG'], why: because('stands-twice', { name: twice.saltId }) });
  note.input({ id: 'volumeL', label: 'Volume', value: volumeL, unit: 'L', origin: 'entered' });
  const added = noIons();
  for (const { saltId, massG, purityFraction = 1 } of taken) {
    const salt = saltNamed(saltId);
    if (!salt.ok) return salt;
    note.input({ id: saltId, label: salt.value.name, value: massG, unit: 'g', origin: 'entered' });
    const perGram = ionsPerGram({ salt: salt.value, purityFraction });
    for (const ion of ions)
      if (perGram[ion] > 0)
        added[ion] += note.step({
          id: `${saltId}-${ion}`,
          label: `${ionOf[ion].label} from ${salt.value.formula}`,
          unit: 'mmol/L',
          formula: 'grams × mmol per gram / litres',
          terms: { grams: massG, mmolPerG: perGram[ion], litres: volumeL },
          by: (t) => (t.grams * t.mmolPerG) / t.litres,
        });
    if (salt.value.needsCo2) note.limit('needs-co2', { name: salt.value.name });
  }
  for (const { name, mostG } of undissolved({ volumeL, taken })) note.limit('dissolves-only', { name, mostG });
  const mmolPerL = noIons();
  for (const ion of ions) mmolPerL[ion] = start.mmolPerL[ion] + added[ion];
  const told = recipeWaterOf({ mmolPerL, ecExcessUsPerCm: start.ecExcessUsPerCm });
  note.step({
    id: 'gh',
    label: 'GH',
    unit: '°dH',
    formula: '(Ca + Mg) / mmol per degree',
    terms: { Ca: mmolPerL.ca, Mg: mmolPerL.mg, degree: degreeMmolPerL },
    by: (t) => (t.Ca + t.Mg) / t.degree,
  });
  note.step({
    id: 'kh',
    label: 'KH',
    unit: '°dH',
    formula: 'HCO3 / meq per degree',
    terms: { HCO3: mmolPerL.hco3, degree: degreeMeqPerL },
    by: (t) => t.HCO3 / t.degree,
  });
  note.source('ciaaw-2021', 'crc-handbook', 'robinson-stokes-1959', 'davies-activity');
  note.limit('conductivity-by-ions');
  return ok(note.explained(told));
}
