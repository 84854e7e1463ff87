import { productionFan, taken, type BuildUpTrack, type Fan, type FutureChange } from './build-up-filter';
import { traitsOf } from './parameter';
import type { ParameterHabit } from './parameter-habit';
import { aged, smallSampleRatio, withUnseenSteps, type BuildUpBelief } from './build-up-belief';
import type { BuildUpTraits } from './build-up-state';
import type { Interval } from './interval';
import { medianOf } from './own-normal';

/** Ahead of tonight production is taken to go on as it does: it steps this much more rarely than it may have unseen. */
const stepsAheadFraction = 0.1;
/**
 * The belief on some days to come, with the changes that are planned until then. Days must rise. Until `nowAtDay`
 * production may have stepped unseen; after it a forecast says what comes if it goes on as it does.
 */
export function foreseen(
  track: BuildUpTrack,
  { days, future, nowAtDay }: { days: readonly number[]; future: readonly FutureChange[]; nowAtDay: number },
): { atDay: number; belief: BuildUpBelief }[] {
  const habit = traitsOf(track.parameter).habit;
  const planned = [...future].sort((a, b) => a.atDay - b.atDay);
  const ahead = { ...track.traits, stepPerDay: track.traits.stepPerDay * stepsAheadFraction };
  let { belief } = track;
  const until = (atDay: number): BuildUpBelief => {
    const now = aged(belief, Math.min(nowAtDay, atDay) - belief.atDay, track.traits);
    return aged(now, atDay - now.atDay, ahead);
  };
  let plannedIndex = 0;
  return days.map((atDay) => {
    for (let next = planned[plannedIndex]; next && next.atDay <= atDay; next = planned[plannedIndex]) {
      plannedIndex += 1;
      if (next.atDay < track.belief.atDay) continue;
      belief = taken(until(next.atDay), next, track.traits, habit).belief;
    }
    return { atDay, belief: until(atDay) };
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
  { belief, traits }: { belief: BuildUpBelief; traits: BuildUpTraits },
  { floorValue }: { floorValue: number },
): { peak: Fan; trough: Fan } {
  const production = productionFan(belief, traits);
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

/** The plastic number: steps of its powers fill a square evenly (additive recurrence; Kuipers & Niederreiter 1974). */
const plastic = 1.324717957244746;
/** Pairs of standard normals, evenly spread (Box & Muller 1958 over the even points): the same courses every night. */
const evenPairs = Array.from({ length: 48 }, (_, i): readonly [number, number] => {
  const radius = Math.sqrt(-2 * Math.log(((i + 1) / plastic) % 1));
  const angle = 2 * Math.PI * (((i + 1) / plastic ** 2) % 1);
  return [radius * Math.cos(angle), radius * Math.sin(angle)];
});

/** Which share of all likely courses has been beyond the edge by each day from now: the first passing counts. */
function passedFractions(
  { belief, traits }: { belief: BuildUpBelief; traits: BuildUpTraits },
  {
    beyond,
    planned,
    horizonDays,
    habit,
  }: {
    beyond: (levelValue: number) => boolean;
    planned: readonly FutureChange[];
    horizonDays: number;
    habit: ParameterHabit;
  },
): Float64Array {
  const passed = new Float64Array(horizonDays + 1);
  const { returnPerDay, usualProductionPerDay } = traits;
  const wider = smallSampleRatio(belief);
  // What is left of the excess on each day is the same for every course.
  const leftFractions = Float64Array.from({ length: horizonDays + 1 }, (_, day) =>
    Math.exp(-returnPerDay * (day + 0.5)),
  );
  for (const { shareFraction, state } of withUnseenSteps(belief, traits)) {
    const levelSd = wider * Math.sqrt(state.levelVarianceValue);
    const lean = (wider * wider * state.covarianceValue) / levelSd;
    const ownSd = Math.sqrt(Math.max(0, wider * wider * state.productionVarianceValue - lean * lean));
    for (const [first, second] of evenPairs) {
      let level = state.levelValue + levelSd * first;
      const excess = state.productionPerDay + lean * first + ownSd * second - usualProductionPerDay;
      let next = 0;
      for (let day = 0; day <= horizonDays; day++) {
        if (beyond(level)) {
          passed[day] = (passed[day] ?? 0) + shareFraction / evenPairs.length;
          break;
        }
        // The change of a day is made after its peak.
        for (let change = planned[next]; change && change.atDay - belief.atDay < day + 0.5; change = planned[next]) {
          next += 1;
          level += change.changeFraction * ((change.sourceValue ?? habit.sourceValue) - level);
        }
        level += usualProductionPerDay + excess * (leftFractions[day] ?? 0);
        if (level < habit.floorValue) level = habit.floorValue;
      }
    }
  }
  for (let day = 1; day <= horizonDays; day++) passed[day] = (passed[day] ?? 0) + (passed[day - 1] ?? 0);
  return passed;
}

/**
 * When a limit will be passed, as a span of days from now (the last event, where nobody says): the first day by which
 * one in ten, and the first by which nine in ten, of all likely courses have passed it. Null for an end that does not
 * come within the horizon, and where fewer than half pass.
 */
export function crossing(
  track: BuildUpTrack,
  {
    band,
    future,
    horizonDays,
    nowAtDay = track.belief.atDay,
  }: { band: Interval; future: readonly FutureChange[]; horizonDays: number; nowAtDay?: number | undefined },
): { side: 'above' | 'below'; lo: number; hi: number | null } | null {
  const habit = traitsOf(track.parameter).habit;
  const belief = aged(track.belief, nowAtDay - track.belief.atDay, track.traits);
  const planned = future.filter((c) => c.atDay >= belief.atDay).sort((a, b) => a.atDay - b.atDay);
  for (const side of ['above', 'below'] as const) {
    const edge = side === 'above' ? band.hi : band.lo;
    if (edge === null || (side === 'below' && edge <= 0)) continue;
    const passed = passedFractions(
      { belief, traits: track.traits },
      {
        beyond: side === 'above' ? (level) => level > edge : (level) => level < edge,
        planned,
        horizonDays: Math.floor(horizonDays),
        habit,
      },
    );
    const first = (share: number): number | null => {
      const day = passed.findIndex((fraction) => fraction > share);
      return day < 0 ? null : day;
    };
    const [early, likely, late] = [first(0.1), first(0.5), first(0.9)];
    if (early !== null && likely !== null) return { side, lo: early, hi: late };
  }
  return null;
}
