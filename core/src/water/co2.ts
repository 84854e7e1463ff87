import { silent, type Explained, type Recorder } from '#core/explain';
import { because, guarded, ok, refuse, type Result } from '#core/result';
import { alkalinityMolPerL, carbonateConstants, carbonAt, co2MgPerLOf, ionicMolPerLFromKh } from './carbonate';

/**
 * Free CO2 from pH, carbonate hardness and temperature, by published constants with Davies activities.
 *
 * Units: KH in degrees, result mg/L. Range: pH 5-9.5, KH 0.1-30, 0-40 °C. Refuses where there is no carbonate to read it from.
 * Error: a tenth of a pH unit is 23-26 %; the formula itself is good to about 2 %. Too high wherever anything but
 * carbonate holds the pH (humics, phosphate, active soil).
 * Source: Plummer & Busenberg 1982; the trade's rule 3 × KH × 10^(7−pH) is shown beside it.
 * @example freeCo2({ ph: 7, khDegrees: 4, tempC: 25 }) // about 13.2 mg/L
 */
export function freeCo2(
  { ph, khDegrees, tempC }: { ph: number; khDegrees: number; tempC: number },
  note: Recorder = silent,
): Result<Explained<{ co2MgPerL: number }>> {
  note.by('water.free-co2', 1);
  const guards = [
    { field: 'ph', value: ph, range: { lo: 0, hi: 14, unit: '' } },
    { field: 'khDegrees', value: khDegrees, range: { lo: 0, hi: 60, unit: 'dKH' } },
    { field: 'tempC', value: tempC, range: { lo: 0, hi: 40, unit: '°C' } },
  ];
  return guarded(guards, () => {
    if (khDegrees < 0.1)
      return refuse({
        kind: 'method-invalid',
        method: 'water.free-co2',
        why: because('too-little-carbonate'),
      });
    if (ph < 5 || ph > 9.5)
      return refuse({
        kind: 'method-invalid',
        method: 'water.free-co2',
        why: because('ph-not-by-carbonate', { ph }),
      });
    note.source('plummer-1982', 'davies-activity');
    note.input({ id: 'ph', label: 'pH', value: ph, unit: '', origin: 'entered' });
    note.input({ id: 'khDegrees', label: 'Carbonate hardness', value: khDegrees, unit: 'dKH', origin: 'entered' });
    note.input({ id: 'tempC', label: 'Temperature', value: tempC, unit: '°C', origin: 'entered' });
    note.assume('ionic-strength');
    note.limit('carbonate-only');
    note.limit('ph-tenth');
    if (khDegrees < 1) note.limit('kh-step');
    const ionicMolPerL = note.step({
      id: 'ionic',
      label: 'Ionic strength',
      unit: 'mol/L',
      formula: '0.0008 × KH',
      terms: { kh: khDegrees },
      by: (x) => ionicMolPerLFromKh(x.kh),
    });
    const alkMolPerL = note.step({
      id: 'alk',
      label: 'Alkalinity',
      unit: 'mol/L',
      formula: 'KH × 0.35665 / 1000',
      terms: { kh: khDegrees },
      by: (x) => alkalinityMolPerL(x.kh),
    });
    const co2MgPerL = note.step({
      id: 'co2',
      label: 'Free CO2',
      unit: 'mg/L',
      formula: '[HCO3−] γ1 aH / K1, with [HCO3−] from the alkalinity less carbonate and hydroxide',
      terms: { ph, alk: alkMolPerL, t: tempC, ionic: ionicMolPerL },
      by: (x) =>
        co2MgPerLOf(
          carbonAt({
            ph: x.ph,
            alkMolPerL: x.alk,
            constants: carbonateConstants({ tempC: x.t, ionicMolPerL: x.ionic }),
          }).co2MolPerL,
        ),
    });
    note.step({
      id: 'rule',
      label: 'The trade’s rule, for comparison',
      unit: 'mg/L',
      formula: '3 × KH × 10^(7 − pH)',
      terms: { kh: khDegrees, ph },
      by: (x) => 3 * x.kh * 10 ** (7 - x.ph),
    });
    return co2MgPerL < 0
      ? refuse({
          kind: 'contradiction',
          fields: ['ph', 'khDegrees'],
          why: because('ph-too-high-for-carbonate'),
        })
      : ok(note.explained({ co2MgPerL }));
  });
}
