import {
  byDay,
  fanOf,
  followed,
  productionFan,
  taken,
  type BuildUpEvent,
  type BuildUpTrack,
  type Fan,
  type FutureChange,
} from './build-up-filter';
import { fittedTraits } from './build-up-fit';
import { foreseen, routineOf, settledFan } from './build-up-forecast';
import { traitsOf } from './parameter';
import { aged, momentsOf } from './build-up-belief';
import type { BuildUpTraits } from './build-up-state';
import type { Interval } from './interval';
import type { ParameterId } from './parameter';

/** How much the last reading moved the belief, and what had been expected of it. */
export interface ChangedMind {
  expected: Fan;
  reading: Interval;
  movedValue: number;
  /** How odd the reading was, 0 to 1: the share of the stories in which it was misread or the level jumped unseen. */
  oddFraction: number;
  /** How likely production has stepped since the reading before it, 0 to 1. */
  steppedFraction: number;
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
  nowAtDay,
  known,
}: {
  parameter: ParameterId;
  events: readonly BuildUpEvent[];
  horizonDays: readonly number[];
  future?: readonly FutureChange[];
  /** Until when production may have stepped unseen; the last event where nobody says. */
  nowAtDay?: number;
  /** The tank already followed over these events. */
  known?: Tracked | undefined;
}): BuildUp {
  const habit = traitsOf(parameter).habit;
  const ordered = byDay(events);
  const { track, lastReading } = known ?? tracked({ parameter, events: ordered });
  const { traits } = track;
  const lastDay = ordered.at(-1)?.atDay ?? 0;
  const days = horizonDays.map((d, i) => ({ day: d, i })).sort((a, b) => a.day - b.day);
  const seen = foreseen(track, { days: days.map((d) => lastDay + d.day), future, nowAtDay: nowAtDay ?? lastDay });
  const forecast = days
    .map(({ day, i }, place) => ({
      i,
      day,
      atDay: lastDay + day,
      ...fanOf(seen[place]?.belief ?? track.belief, traits, habit),
    }))
    .sort((a, b) => a.i - b.i)
    .map(({ i: _i, ...line }) => line);
  const past = ordered.filter((e): e is FutureChange => 'changeFraction' in e);
  const routine = routineOf(future.length >= 2 ? future : [...past, ...future]);
  const settles = routine && settledFan(routine, track, habit);
  return {
    level: fanOf(track.belief, traits, habit),
    productionPerDay: productionFan(track.belief, traits),
    forecast,
    ...(settles ? { settles } : {}),
    ...(lastReading ? { lastReading } : {}),
    traits,
  };
}

export interface Tracked {
  track: BuildUpTrack;
  lastReading: ChangedMind | null;
}
/** Fits the noise, follows the events (in the order of their days) and keeps what the newest reading did to the belief. */
export function tracked({ parameter, events }: { parameter: ParameterId; events: readonly BuildUpEvent[] }): Tracked {
  const habit = traitsOf(parameter).habit;
  const traits = fittedTraits({ parameter, events });
  const lastIndex = events.reduce((found, e, i) => ('reading' in e ? i : found), -1);
  const last = events[lastIndex];
  if (!last || !('reading' in last) || lastIndex === 0)
    return { track: followed({ parameter, events, traits }), lastReading: null };
  const before = followed({ parameter, events: events.slice(0, lastIndex), traits });
  const expected = aged(before.belief, last.atDay - before.belief.atDay, traits);
  const found = taken(expected, last, traits, habit);
  return {
    track: followed({ parameter, events, traits, from: before }),
    lastReading: {
      expected: fanOf(expected, traits, habit),
      reading: last.reading,
      movedValue: momentsOf(found.belief.parts).levelValue - momentsOf(expected.parts).levelValue,
      oddFraction: found.oddFraction,
      steppedFraction: found.steppedFraction,
    },
  };
}
