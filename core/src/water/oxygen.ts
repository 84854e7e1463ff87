import { guarded, ok, type Result } from '#core/result';

/**
 * Oxygen that fresh water holds in balance with air, mg/L.
 *
 * Range 0-40 °C, 0-4000 m. Source: Benson & Krause 1984 (as in Standard Methods 4500-O); pressure by the standard
 * atmosphere. Error under 0.1 mg/L for fresh water.
 * @example oxygenSaturation({ tempC: 25, altitudeM: 0 }) // 8.26 mg/L
 */
export function oxygenSaturation({
  tempC,
  altitudeM = 0,
}: {
  tempC: number;
  altitudeM?: number;
}): Result<{ o2MgPerL: number }> {
  const guards = [
    { field: 'tempC', value: tempC, range: { lo: 0, hi: 40, unit: '°C' } },
    { field: 'altitudeM', value: altitudeM, range: { lo: -430, hi: 4000, unit: 'm' } },
  ];
  return guarded(guards, () => {
    const t = tempC + 273.15;
    const atSeaLevel = Math.exp(
      -139.34411 + 1.575701e5 / t - 6.642308e7 / t ** 2 + 1.2438e10 / t ** 3 - 8.621949e11 / t ** 4,
    );
    const pressureAtm = (1 - 2.25577e-5 * altitudeM) ** 5.25588;
    const vapourAtm = Math.exp(11.8571 - 3840.7 / t - 216961 / t ** 2);
    const theta = 0.000975 - 1.426e-5 * tempC + 6.436e-8 * tempC ** 2;
    const share =
      (pressureAtm * (1 - vapourAtm / pressureAtm) * (1 - theta * pressureAtm)) / ((1 - vapourAtm) * (1 - theta));
    return ok({ o2MgPerL: atSeaLevel * share });
  });
}
