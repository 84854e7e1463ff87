import {
  afterAddition,
  afterChange,
  afterDays,
  readingTaken,
  smoothedBack,
  still,
  type BuildUpState,
  type BuildUpTraits,
  type KnownChange,
  type Transition,
} from './build-up-state';
import { habits, type ParameterHabit } from './build-up-habits';
import type { Interval } from './interval';
import { z80Ratio } from './normal';
import type { ParameterId } from './parameter';

export type BuildUpEvent =
  | { atDay: number; reading: Interval }
  | { atDay: number; changeFraction: number; sourceValue: number | null }
  | { atDay: number; addValue: number };
export interface FutureChange {
  atDay: number;
  changeFraction: number;
  sourceValue: number | null;
}
/** A mean with the span that holds the truth four times in five; in the unit of the parameter. */
export interface Fan {
  mean: number;
  lo80: number;
  hi80: number;
}

/** How sure a change is: its litres to a twentieth, its source by what is known of it. */
const changeSdShare = 0.05;

/** Takes one event into the belief; readings also say how odd they were. No spreads: this runs some hundred thousand times a night. */
export function taken(
  state: BuildUpState,
  event: BuildUpEvent,
  traits: BuildUpTraits,
  habit: ParameterHabit,
): { state: BuildUpState; by: Transition; logEvidenceRatio: number; oddFraction: number } {
  if ('reading' in event) {
    const { state: told, logEvidenceRatio, oddFraction } = readingTaken(state, event.reading, traits);
    return { state: told, by: still, logEvidenceRatio, oddFraction };
  }
  const moved =
    'addValue' in event
      ? afterAddition(state, { addValue: event.addValue, addSdValue: Math.abs(event.addValue) * 0.15 })
      : afterChange(state, knownChange(event, habit));
  return { state: moved.state, by: moved.by, logEvidenceRatio: 0, oddFraction: 0 };
}

const knownChange = (
  { changeFraction, sourceValue }: { changeFraction: number; sourceValue: number | null },
  habit: ParameterHabit,
): KnownChange => ({
  changeFraction,
  sourceValue: sourceValue ?? habit.sourceValue,
  changeSdFraction: changeFraction * changeSdShare,
  sourceSdValue: sourceValue === null ? habit.spreadValue / 2 : habit.readingValue + Math.abs(sourceValue) * 0.03,
});

/** What is believed before anything was measured. */
export const priorState = (habit: ParameterHabit, atDay: number): BuildUpState => ({
  atDay,
  levelValue: habit.usualValue,
  productionPerDay: habit.productionPerDay,
  levelVarianceValue: habit.spreadValue ** 2,
  covarianceValue: 0,
  productionVarianceValue: habit.productionSdPerDay ** 2,
});

export const byDay = (events: readonly BuildUpEvent[]): BuildUpEvent[] => [...events].sort((a, b) => a.atDay - b.atDay);

const checkpointEvery = 32;
/** A belief that can go on: the state now, and older ones to go on from when something earlier changes. */
export interface BuildUpTrack {
  parameter: ParameterId;
  traits: BuildUpTraits;
  eventCount: number;
  state: BuildUpState;
  checkpoints: readonly { eventCount: number; state: BuildUpState }[];
}

/** Follows the events from a checkpoint, or from the beginning; they must be in the order of their days. */
export function followed({
  parameter,
  events,
  traits,
  from,
}: {
  parameter: ParameterId;
  events: readonly BuildUpEvent[];
  traits: BuildUpTraits;
  from?: BuildUpTrack | undefined;
}): BuildUpTrack {
  const habit = habits[parameter];
  const checkpoints = [...(from?.checkpoints ?? [])];
  let eventCount = from?.eventCount ?? 0;
  let state = from?.state ?? priorState(habit, events[0]?.atDay ?? 0);
  for (const event of events.slice(eventCount)) {
    state = taken(afterDays(state, event.atDay - state.atDay, traits).state, event, traits, habit).state;
    eventCount += 1;
    if (eventCount % checkpointEvery === 0) checkpoints.push({ eventCount, state });
  }
  return { parameter, traits, eventCount, state, checkpoints };
}

/** The newest event taken in: the same work however long the book is. */
export function withNewest(track: BuildUpTrack, event: BuildUpEvent): BuildUpTrack {
  const habit = habits[track.parameter];
  const aged = afterDays(track.state, event.atDay - track.state.atDay, track.traits).state;
  const { state } = taken(aged, event, track.traits, habit);
  const eventCount = track.eventCount + 1;
  const due = eventCount % checkpointEvery === 0;
  return {
    ...track,
    state,
    eventCount,
    checkpoints: due ? [...track.checkpoints, { eventCount, state }] : track.checkpoints,
  };
}

/** After something was struck or written late: goes on from the last checkpoint before it, over the events as they now are. */
export function replayed(
  track: BuildUpTrack,
  { events, fromAtDay }: { events: readonly BuildUpEvent[]; fromAtDay: number },
): BuildUpTrack {
  const checkpoints = track.checkpoints.filter((c) => c.state.atDay < fromAtDay);
  const last = checkpoints.at(-1);
  return followed({
    parameter: track.parameter,
    events,
    traits: track.traits,
    from: last ? { ...track, checkpoints, eventCount: last.eventCount, state: last.state } : undefined,
  });
}

/** The level on the day of every event, knowing all that came later (fixed-interval smoothing). */
export function smoothed({
  parameter,
  events,
  traits,
}: {
  parameter: ParameterId;
  events: readonly BuildUpEvent[];
  traits: BuildUpTraits;
}): { atDay: number; level: Fan; productionPerDay: number }[] {
  const habit = habits[parameter];
  const steps: { filtered: BuildUpState; predicted: BuildUpState; by: Transition }[] = [];
  let state = priorState(habit, events[0]?.atDay ?? 0);
  const passed = (next: BuildUpState, by: Transition): void => {
    steps.push({ filtered: state, predicted: next, by });
    state = next;
  };
  const marks: number[] = [];
  for (const event of events) {
    const aged = afterDays(state, event.atDay - state.atDay, traits);
    passed(aged.state, aged.by);
    const told = taken(state, event, traits, habit);
    if ('reading' in event) state = told.state;
    else passed(told.state, told.by);
    marks.push(steps.length);
  }
  const back: BuildUpState[] = Array.from({ length: steps.length + 1 });
  back[steps.length] = state;
  for (let i = steps.length - 1; i >= 0; i--) {
    const step = steps[i];
    const later = back[i + 1];
    if (step && later) back[i] = smoothedBack({ ...step, later });
  }
  return marks.flatMap((mark) => {
    const at = back[mark];
    return at ? [{ atDay: at.atDay, level: fanOf(at, habit), productionPerDay: at.productionPerDay }] : [];
  });
}

export function fanOf(state: BuildUpState, { floorValue }: { floorValue: number }): Fan {
  const half = z80Ratio * Math.sqrt(state.levelVarianceValue);
  const kept = (value: number): number => Math.max(floorValue, value);
  return { mean: kept(state.levelValue), lo80: kept(state.levelValue - half), hi80: kept(state.levelValue + half) };
}
export const productionFan = (state: BuildUpState): Fan => {
  const half = z80Ratio * Math.sqrt(state.productionVarianceValue);
  return { mean: state.productionPerDay, lo80: state.productionPerDay - half, hi80: state.productionPerDay + half };
};
