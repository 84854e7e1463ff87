import {
  byDay,
  fanOf,
  followed,
  productionFan,
  taken,
  type BuildUpEvent,
  type Fan,
  type FutureChange,
} from './build-up-filter';
import { fittedTraits } from './build-up-fit';
import { foreseen, routineOf, settledFan } from './build-up-forecast';
import { habits } from './build-up-habits';
import { afterDays, type BuildUpTraits } from './build-up-state';
import type { Interval } from './interval';
import type { ParameterId } from './parameter';

/** How much the last reading moved the belief, and what had been expected of it. */
export interface ChangedMind {
  expected: Fan;
  reading: Interval;
  movedValue: number;
  /** How odd the reading was, 0 to 1: one minus the share of the ordinary story. */
  oddFraction: number;
}
export interface BuildUp {
  level: Fan;
  productionPerDay: Fan;
  forecast: { day: number; atDay: number; mean: number; lo80: number; hi80: number }[];
  settles?: { peak: Fan; trough: Fan };
  lastReading?: ChangedMind;
  traits: BuildUpTraits;
}

/**
 * Level and production of one parameter between changes, from readings as spans and changes as known jumps: a
 * state-space model whose noise is fitted to this tank. Days are counted from any start; horizons from the last event.
 *
 * Values in the parameter's unit, production a day. Spans hold the truth four times in five. Sources: Kalman 1960;
 * Rauch, Tung & Striebel 1965; Durbin & Koopman 2012. Without events only the prior speaks.
 * @example buildUp({ parameter: 'no3MgPerL', events: [{ atDay: 0, reading: { lo: 9, hi: 11 } }], horizonDays: [7] })
 */
export function buildUp({
  parameter,
  events,
  horizonDays,
  future = [],
  traits: known,
}: {
  parameter: ParameterId;
  events: readonly BuildUpEvent[];
  horizonDays: readonly number[];
  future?: readonly FutureChange[];
  /** The noise of this tank, where it has been fitted already. */
  traits?: BuildUpTraits;
}): BuildUp {
  const habit = habits[parameter];
  const ordered = byDay(events);
  const traits = known ?? fittedTraits({ parameter, events: ordered });
  const track = followed({ parameter, events: ordered, traits });
  const lastDay = ordered.at(-1)?.atDay ?? 0;
  const days = horizonDays.map((d, i) => ({ day: d, i })).sort((a, b) => a.day - b.day);
  const seen = foreseen(track, { days: days.map((d) => lastDay + d.day), future });
  const forecast = days
    .map(({ day, i }, place) => ({
      i,
      day,
      atDay: lastDay + day,
      ...(seen[place]?.level ?? fanOf(track.state, habit)),
    }))
    .sort((a, b) => a.i - b.i)
    .map(({ i: _i, ...line }) => line);
  const past = ordered.filter((e): e is FutureChange => 'changeFraction' in e);
  const routine = routineOf(future.length >= 2 ? future : [...past, ...future]);
  const settles = routine && settledFan(routine, track.state, habit);
  const lastReading = changedMind({ parameter, events: ordered, traits });
  return {
    level: fanOf(track.state, habit),
    productionPerDay: productionFan(track.state),
    forecast,
    ...(settles ? { settles } : {}),
    ...(lastReading ? { lastReading } : {}),
    traits,
  };
}

/** What the newest reading did to the belief. */
export function changedMind({
  parameter,
  events,
  traits,
}: {
  parameter: ParameterId;
  events: readonly BuildUpEvent[];
  traits: BuildUpTraits;
}): ChangedMind | null {
  const lastIndex = events.reduce((found, e, i) => ('reading' in e ? i : found), -1);
  const last = events[lastIndex];
  if (!last || !('reading' in last)) return null;
  const before = followed({ parameter, events: events.slice(0, lastIndex), traits });
  if (before.eventCount === 0) return null;
  const aged = afterDays(before.state, last.atDay - before.state.atDay, traits).state;
  const told = taken(aged, last, traits, habits[parameter]);
  return {
    expected: fanOf(aged, habits[parameter]),
    reading: last.reading,
    movedValue: told.state.levelValue - aged.levelValue,
    oddFraction: told.oddFraction,
  };
}
