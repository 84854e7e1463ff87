import type { Water } from '#core/readings';
import { silent, type Explained, type Recorder } from '#core/explain';
import { guarded, ok, type Result } from '#core/result';

export interface UnionisedAmmonia {
  fraction: number;
  nh3AsNMgPerL?: number;
}

/**
 * The toxic, un-ionised share of total ammonia in fresh water.
 *
 * Units: TAN and result in mg/L as nitrogen. Range: pH 4-11, 0-40 °C; refuses outside. Error about 1 % inside.
 * Source: Emerson, Russo, Lund & Thurston 1975; T = 273.2 + t as in the paper. Fresh water only: salt lowers the share.
 * @example unionisedAmmonia({ ph: 8, tempC: 25 }) // fraction about 0.0538
 */
export function unionisedAmmonia(
  { ph, tempC, tanMgPerL }: { ph: number; tempC: number; tanMgPerL?: number | undefined },
  note: Recorder = silent,
): Result<Explained<UnionisedAmmonia>> {
  note.by('water.unionised-ammonia', 1);
  const guards = [
    { field: 'ph', value: ph, range: { lo: 4, hi: 11, unit: '' } },
    { field: 'tempC', value: tempC, range: { lo: 0, hi: 40, unit: '°C' } },
    ...(tanMgPerL === undefined
      ? []
      : [{ field: 'tanMgPerL', value: tanMgPerL, range: { lo: 0, hi: 1000, unit: 'mg/L as N' } }]),
  ];
  return guarded(guards, () => {
    note.source('emerson-1975');
    note.limit('fresh-water-only');
    note.input({ id: 'ph', label: 'pH', value: ph, unit: '', origin: 'entered' });
    note.input({ id: 'tempC', label: 'Temperature', value: tempC, unit: '°C', origin: 'entered' });
    const pKa = note.step({
      id: 'pka',
      label: 'Acid constant of ammonium',
      unit: '',
      formula: 'pKa = 0.09018 + 2729.92 / (273.2 + t)',
      terms: { t: tempC },
      by: ({ t }) => 0.09018 + 2729.92 / (273.2 + t),
    });
    const fraction = note.step({
      id: 'fraction',
      label: 'Share that is un-ionised',
      unit: '',
      formula: '1 / (1 + 10^(pKa − pH))',
      terms: { pKa, ph },
      by: (x) => 1 / (1 + 10 ** (x.pKa - x.ph)),
    });
    if (tanMgPerL === undefined) return ok(note.explained({ fraction }));
    note.input({ id: 'tanMgPerL', label: 'Total ammonia', value: tanMgPerL, unit: 'mg/L as N', origin: 'entered' });
    const nh3AsNMgPerL = note.step({
      id: 'nh3',
      label: 'Un-ionised ammonia',
      unit: 'mg/L as N',
      formula: 'share × total ammonia',
      terms: { fraction, tan: tanMgPerL },
      by: (x) => x.fraction * x.tan,
    });
    return ok(note.explained({ fraction, nh3AsNMgPerL }));
  });
}

/**
 * The toxic part of the ammonia of a water, mg/L as N; null where ammonia, pH or temperature is not known.
 * @example toxicAmmoniaOf({ ph: 8, tempC: 25, tanMgPerL: 1 }) // about 0.054
 */
export function toxicAmmoniaOf({ ph, tempC, tanMgPerL }: Water): number | null {
  if (ph === undefined || tempC === undefined || tanMgPerL === undefined) return null;
  const told = unionisedAmmonia({ ph, tempC, tanMgPerL });
  return told.ok ? (told.value.value.nh3AsNMgPerL ?? null) : null;
}
