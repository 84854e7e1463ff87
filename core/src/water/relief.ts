import type { Water } from '#core/readings';
import { emergencyIn, type Emergency, type EmergencyThresholds } from './advice';
import { changeEffect } from './change';

/**
 * The most of a tank at once in an emergency: animals, heater and filter need water to stay in. Ours; common practice is
 * half to four fifths.
 */
export const mostInEmergencyFraction = 0.8;
/** More changes than this in one evening relieve nobody: the cause, or another water. Ours. */
const mostChangesCount = 6;
/** Where nothing was measured that a change could be sized by: half, then look (common practice). */
const unmeasuredFraction = 0.5;

export interface Relief {
  /** Share of each change. */
  changeFraction: number;
  changesCount: number;
  /** Whether it was sized by what is dangerous, or is the usual half. */
  by: 'measured' | 'usual';
}

/** New water that nobody tested for it counts as free of what is dangerous; its pH, untested, as the tank's own. */
const freeOfIt = (source: Water): Water => ({ tanMgPerL: 0, no2MgPerL: 0, cl2MgPerL: 0, ...source });

function afterChange(tank: Water, source: Water, changeFraction: number): Water | null {
  const effect = changeEffect({ netVolumeL: 1, changeFraction, tank, source: freeOfIt(source) });
  return effect.ok ? { ...tank, ...effect.value.value.after } : null;
}

/**
 * How much must be changed so that what makes waiting dangerous is no emergency any more: the smallest share that does, or
 * as many changes of four fifths as it takes; half where nothing measured sizes it (gasping, contamination). Null where
 * these changes do not relieve it: the new water holds it too, or raises pH so that of less ammonia more is toxic.
 *
 * Shares of the net volume; the pH of the fresh mixture where both waters are known, the tank's own otherwise.
 * Source: mass balance; thresholds from the almanac (Emerson et al. 1975 for the toxic part).
 * @example reliefOf({ tank: { no2MgPerL: 4 }, source: {}, emergency: nitrite, thresholds }) // 0.75 once, under 1 mg/L
 */
export function reliefOf({
  tank,
  source,
  emergency,
  thresholds,
}: {
  tank: Water;
  source: Water;
  emergency: Emergency;
  thresholds: EmergencyThresholds;
}): Relief | null {
  const measured = emergencyIn({ water: tank, thresholds });
  if (measured === null) return { changeFraction: unmeasuredFraction, changesCount: 1, by: 'usual' };
  // What is measured sizes the change, whatever else was seen.
  const over = (water: Water | null): boolean => water === null || emergencyIn({ water, thresholds }) !== null;
  let before = tank;
  for (let changesCount = 1; changesCount <= mostChangesCount; changesCount++) {
    const most = afterChange(before, source, mostInEmergencyFraction);
    if (!over(most)) {
      const changeFraction = changesCount === 1 ? least(before, source, over) : mostInEmergencyFraction;
      const atLeast = emergency.kind === 'gasping' ? Math.max(changeFraction, unmeasuredFraction) : changeFraction;
      return { changeFraction: atLeast, changesCount, by: 'measured' };
    }
    if (most === null) return null;
    before = most;
  }
  return null;
}

/** Bisection: what is dangerous falls with the share. Rounded up to the whole per cent, so that it is below and not at it. */
function least(tank: Water, source: Water, over: (water: Water | null) => boolean): number {
  let [low, high] = [0, mostInEmergencyFraction];
  for (let i = 0; i < 24; i++) {
    const middle = (low + high) / 2;
    if (over(afterChange(tank, source, middle))) low = middle;
    else high = middle;
  }
  return Math.min(mostInEmergencyFraction, Math.ceil(100 * high) / 100);
}
