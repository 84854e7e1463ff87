import { silent, type Explained, type Recorder } from '#core/explain';
import { guarded, ok, type Result } from '#core/result';
import { atomicGPerMol } from '#core/units';

export interface ChlorideGuard {
  /** Mass of chloride to mass of nitrite ion; null where there is no nitrite to guard against. */
  clToNo2Ratio: number | null;
  /** Chloride that is missing to the wanted ratio, mg/L; 0 where it is reached. */
  missingClMgPerL: number;
  /** Plain salt (sodium chloride) that would bring it, mg/L of net volume. */
  naclMgPerL: number;
}

/** Share of chloride in sodium chloride by mass. */
export const chlorideInSaltFraction = atomicGPerMol.cl / (atomicGPerMol.na + atomicGPerMol.cl);

/**
 * How far chloride guards against nitrite, which is taken up in its place: the ratio of chloride to nitrite ion by mass.
 *
 * Units mg/L, nitrite as the ion NO2-. Range 0-500 mg/L nitrite, 0-40000 mg/L chloride. Source: SRAC 462, ten to one by
 * mass; whether the source means the ion or the nitrogen is not sure: the ion is taken, which asks for 3.28 times as much
 * chloride and so errs on the safe side.
 * @example chlorideGuard({ no2MgPerL: 1, clMgPerL: 5, wantedRatio: 10 }) // 5 mg/L of chloride missing, 8.24 mg/L of salt
 */
export function chlorideGuard(
  { no2MgPerL, clMgPerL, wantedRatio }: { no2MgPerL: number; clMgPerL: number; wantedRatio: number },
  note: Recorder = silent,
): Result<Explained<ChlorideGuard>> {
  note.by('water.chloride-guard', 1);
  const guards = [
    { field: 'no2MgPerL', value: no2MgPerL, range: { lo: 0, hi: 500, unit: 'mg/L' } },
    { field: 'clMgPerL', value: clMgPerL, range: { lo: 0, hi: 40_000, unit: 'mg/L' } },
    { field: 'wantedRatio', value: wantedRatio, range: { lo: 0, hi: 1000, unit: '' } },
  ];
  return guarded(guards, () => {
    note.source('srac-462');
    note.input({ id: 'no2MgPerL', label: 'Nitrite', value: no2MgPerL, unit: 'mg/L', origin: 'entered' });
    note.input({ id: 'clMgPerL', label: 'Chloride', value: clMgPerL, unit: 'mg/L', origin: 'entered' });
    note.limit('salt-harms');
    note.limit('salt-buys-time');
    const clToNo2Ratio =
      no2MgPerL === 0
        ? null
        : note.step({
            id: 'ratio',
            label: 'Chloride to nitrite, by mass',
            unit: '',
            formula: 'Cl / NO2',
            terms: { cl: clMgPerL, no2: no2MgPerL },
            by: (x) => x.cl / x.no2,
          });
    const missingClMgPerL = note.step({
      id: 'missing',
      label: 'Chloride missing to the ratio',
      unit: 'mg/L',
      formula: 'ratio × NO2 − Cl, not under 0',
      terms: { ratio: wantedRatio, no2: no2MgPerL, cl: clMgPerL },
      by: (x) => Math.max(0, x.ratio * x.no2 - x.cl),
    });
    const naclMgPerL = note.step({
      id: 'salt',
      label: 'Plain salt that would bring it',
      unit: 'mg/L of net volume',
      formula: 'missing chloride / share of chloride in sodium chloride',
      terms: { missing: missingClMgPerL, share: chlorideInSaltFraction },
      by: (x) => x.missing / x.share,
    });
    return ok(note.explained({ clToNo2Ratio, missingClMgPerL, naclMgPerL }));
  });
}
