import { fanOf, productionFan, taken, type BuildUpTrack, type Fan, type FutureChange } from './build-up-filter';
import { habits } from './build-up-habits';
import { afterDays, type BuildUpState } from './build-up-state';
import type { Interval } from './interval';
import { medianOf } from './own-normal';

/** The belief on some days to come, with the changes that are planned until then. Days must rise. */
export function foreseen(
  track: BuildUpTrack,
  { days, future }: { days: readonly number[]; future: readonly FutureChange[] },
): { atDay: number; level: Fan; state: BuildUpState }[] {
  const habit = habits[track.parameter];
  const planned = [...future].sort((a, b) => a.atDay - b.atDay);
  let { state } = track;
  let plannedIndex = 0;
  return days.map((atDay) => {
    for (let next = planned[plannedIndex]; next && next.atDay <= atDay; next = planned[plannedIndex]) {
      plannedIndex += 1;
      if (next.atDay < track.state.atDay) continue;
      state = afterDays(state, next.atDay - state.atDay, track.traits).state;
      state = taken(state, next, track.traits, habit).state;
    }
    const there = afterDays(state, atDay - state.atDay, track.traits).state;
    return { atDay, level: fanOf(there, habit), state: there };
  });
}

export interface Routine {
  everyDays: number;
  changeFraction: number;
  sourceValue: number;
}
/** Two changes of one sitting are one. Ours. */
const sittingDays = 0.2;
/**
 * The habit of changes: their usual distance and size (medians); null under `leastCount` of them. Any order.
 * @example rhythmOf({ changes: weekly 20 %, leastCount: 3 }) // every 7 days, 0.2
 */
export function rhythmOf({
  changes,
  leastCount,
}: {
  changes: readonly { atDay: number; changeFraction: number }[];
  leastCount: number;
}): { everyDays: number; changeFraction: number } | null {
  if (changes.length < leastCount) return null;
  const atDays = changes.map((c) => c.atDay).sort((a, b) => a - b);
  const gaps = atDays.slice(1).map((atDay, i) => atDay - (atDays[i] ?? atDay));
  const rhythm = gaps.filter((days) => days > sittingDays);
  if (rhythm.length === 0) return null;
  return { everyDays: medianOf(rhythm), changeFraction: medianOf(changes.map((c) => c.changeFraction)) };
}
/** The routine that the last changes were, with its usual water; null under two of them, or of a water nobody knows. */
export function routineOf(changes: readonly FutureChange[], lastCount = 8): Routine | null {
  const recent = [...changes].sort((a, b) => a.atDay - b.atDay).slice(-lastCount);
  const rhythm = rhythmOf({ changes: recent, leastCount: 2 });
  const known = recent.flatMap((c) => (c.sourceValue === null ? [] : [c.sourceValue]));
  return rhythm && known.length > 0 ? { ...rhythm, sourceValue: medianOf(known) } : null;
}
/**
 * Where a routine settles: before each change at source + production x days / share, after it lower by that share.
 * @example settling({ routine: { everyDays: 7, changeFraction: 0.25, sourceValue: 0 }, productionPerDay: 15 / 7 }).peak // 60
 */
export function settling({ routine, productionPerDay }: { routine: Routine; productionPerDay: number }): {
  peak: number;
  trough: number;
} {
  const perRound = productionPerDay * routine.everyDays;
  const peak = routine.sourceValue + perRound / routine.changeFraction;
  return { peak, trough: peak - perRound };
}

/** Where the routine settles, as sure as production is known. */
export function settledFan(
  routine: Routine,
  state: BuildUpState,
  { floorValue }: { floorValue: number },
): { peak: Fan; trough: Fan } {
  const production = productionFan(state);
  const at = (productionPerDay: number): { peak: number; trough: number } => {
    const { peak, trough } = settling({ routine, productionPerDay });
    return { peak: Math.max(floorValue, peak), trough: Math.max(floorValue, trough) };
  };
  const [mean, lo, hi] = [at(production.mean), at(production.lo80), at(production.hi80)];
  return {
    peak: { mean: mean.peak, lo80: lo.peak, hi80: hi.peak },
    trough: { mean: mean.trough, lo80: lo.trough, hi80: hi.trough },
  };
}

/**
 * When a limit will be passed, as a span of days from the last event: the first day on which one in ten, and the first
 * on which nine in ten, of all likely courses are beyond it. `null` for an end that does not come within the horizon.
 */
export function crossing(
  track: BuildUpTrack,
  { band, future, horizonDays }: { band: Interval; future: readonly FutureChange[]; horizonDays: number },
): { side: 'above' | 'below'; lo: number; hi: number | null } | null {
  const start = track.state.atDay;
  const days = Array.from({ length: Math.floor(horizonDays) + 1 }, (_, i) => start + i);
  // Peaks stand just before a change, where the limit is passed first.
  const before = future.filter((c) => c.atDay > start && c.atDay <= start + horizonDays).map((c) => c.atDay - 1e-6);
  const seen = foreseen(track, { days: [...days, ...before].sort((a, b) => a - b), future });
  for (const side of ['above', 'below'] as const) {
    const edge = side === 'above' ? band.hi : band.lo;
    if (edge === null || (side === 'below' && edge <= 0)) continue;
    const first = (of: (fan: Fan) => number): number | null =>
      seen.find(({ level }) => (side === 'above' ? of(level) > edge : of(level) < edge))?.atDay ?? null;
    const early = first((fan) => (side === 'above' ? fan.hi80 : fan.lo80));
    const likely = first((fan) => fan.mean);
    const late = first((fan) => (side === 'above' ? fan.lo80 : fan.hi80));
    if (early !== null && likely !== null)
      return {
        side,
        lo: Math.max(0, Math.floor(early - start)),
        hi: late === null ? null : Math.ceil(late - start),
      };
  }
  return null;
}
