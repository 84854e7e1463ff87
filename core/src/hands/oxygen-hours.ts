import { silent, type Recorder } from '#core/explain';
import { firstFault, ok, refuse, type Result } from '#core/result';
import { oxygenSaturation } from '#core/water';

export interface OxygenInput {
  waterL: number;
  tempC: number;
  animalsG: number;
  /** What the water drifts towards: the hasty end breathes at the warmer of the two, the slow one at the cooler. */
  tempOfAirC?: number | undefined;
  /** Open surface; left out, nothing is thought to come in through it. */
  surfaceCm2?: number | undefined;
  aerated: boolean;
  startMgPerL?: number | undefined;
  stopMgPerL?: number | undefined;
}
export interface OxygenHours {
  /** Until the water is down to where it stops; `null`: never by oxygen alone. */
  hours: { lo: number | null; hi: number | null };
  limit: 'oxygen' | 'not-limited-by-oxygen';
}

/** Respiration of fish and shrimp at 25 °C, an allometric estimate: small busy animals above, large resting ones below. */
const breathMgPerGPerH = { lo: 0.15, hi: 0.8 };
const q10 = 2;
const atC = 25;
/** Water in a tank with animals is seldom in full balance with the air. */
const usualShare = 0.95;
/** Where most animals of fresh water are in distress. */
const usualStopMgPerL = 3;
/** Still water takes oxygen through its surface so fast, an estimate for water that nothing moves. */
const stillTransferCmPerH = 1;
const bodyRange = { lo: 0, hi: 1e6, unit: 'g' };
const warmth = { lo: 0, hi: 40, unit: '°C' };

/**
 * Hours until animals in standing water have used its oxygen down to where it becomes dangerous.
 *
 * L, °C (0 to 40), g of animals, cm², mg/L; hours. Respiration 0.15 to 0.8 mg O2 per g and hour at 25 °C, doubled each
 * 10 °C: an estimate from published allometry, low grade, which is why the answer is a span; start at 95 % of saturation
 * unless said. The hasty end lets nothing in through the surface. Plants by night and the filter's own use are not
 * counted. Source: saturation by Benson & Krause 1984.
 * @example oxygenHours({ waterL: 10, tempC: 25, animalsG: 20, aerated: false }) // 3.0 to 16.2 hours
 */
export function oxygenHours(input: OxygenInput, note: Recorder = silent): Result<OxygenHours> {
  const { waterL, tempC, animalsG, tempOfAirC, surfaceCm2 = 0, aerated } = input;
  note.by('tanks.oxygen-hours', 1);
  const fault = firstFault([
    { field: 'waterL', value: waterL, range: { lo: 0.05, hi: 1e6, unit: 'L' } },
    { field: 'tempC', value: tempC, range: warmth },
    { field: 'animalsG', value: animalsG, range: bodyRange },
    ...(tempOfAirC === undefined ? [] : [{ field: 'tempOfAirC', value: tempOfAirC, range: warmth }]),
    { field: 'surfaceCm2', value: surfaceCm2, range: { lo: 0, hi: 1e7, unit: 'cm²' } },
  ]);
  if (fault) return refuse(fault);
  const saturated = oxygenSaturation({ tempC });
  if (!saturated.ok) return saturated;
  const { o2MgPerL } = saturated.value;
  const startMgPerL = input.startMgPerL ?? usualShare * o2MgPerL;
  const stopMgPerL = input.stopMgPerL ?? Math.min(usualStopMgPerL, startMgPerL);
  const ends = firstFault([
    { field: 'startMgPerL', value: startMgPerL, range: { lo: 0, hi: 40, unit: 'mg/L' } },
    { field: 'stopMgPerL', value: stopMgPerL, range: { lo: 0, hi: startMgPerL, unit: 'mg/L' } },
  ]);
  if (ends) return refuse(ends);
  if (aerated || animalsG === 0) {
    note.limit('not-limited-by-oxygen');
    return ok({ hours: { lo: null, hi: null }, limit: 'not-limited-by-oxygen' });
  }
  note.limit('breath-estimated');
  note.source('benson-krause-1984');
  const storeMg = note.step({
    id: 'store',
    label: 'Oxygen that may be used',
    unit: 'mg',
    formula: '(start − stop) × water',
    terms: { start: startMgPerL, stop: stopMgPerL, water: waterL },
    by: (x) => (x.start - x.stop) * x.water,
  });
  const use = (id: string, label: string, perG: number, warmC: number): number =>
    note.step({
      id,
      label,
      unit: 'mg/h',
      formula: 'rate × animals × Q10^((t − 25) / 10)',
      terms: { rate: perG, animals: animalsG, q10, t: warmC },
      by: (x) => x.rate * x.animals * x.q10 ** ((x.t - atC) / 10),
    });
  const hasty = use('hasty', 'Most use', breathMgPerGPerH.hi, Math.max(tempC, tempOfAirC ?? tempC));
  const slow = use('slow', 'Least use', breathMgPerGPerH.lo, Math.min(tempC, tempOfAirC ?? tempC));
  const inLPerH = (surfaceCm2 * stillTransferCmPerH) / 1000;
  const lo = storeMg / hasty;
  const hi = hoursWithSurface({ waterL, startMgPerL, stopMgPerL, balanceMgPerL: o2MgPerL, inLPerH, useMgPerH: slow });
  return ok({ hours: { lo, hi }, limit: 'oxygen' });
}

/** First order towards where use and surface are even; null where that lies above the stop. */
function hoursWithSurface(of: {
  waterL: number;
  startMgPerL: number;
  stopMgPerL: number;
  balanceMgPerL: number;
  inLPerH: number;
  useMgPerH: number;
}): number | null {
  if (of.inLPerH === 0) return ((of.startMgPerL - of.stopMgPerL) * of.waterL) / of.useMgPerH;
  const evenMgPerL = of.balanceMgPerL - of.useMgPerH / of.inLPerH;
  if (evenMgPerL >= of.stopMgPerL) return null;
  return (Math.log((of.startMgPerL - evenMgPerL) / (of.stopMgPerL - evenMgPerL)) * of.waterL) / of.inLPerH;
}
