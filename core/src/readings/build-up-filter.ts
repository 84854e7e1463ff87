import {
  added,
  aged,
  beliefOf,
  changed,
  levelBells,
  momentsOf,
  productionBells,
  told,
  valueAbove,
  type BuildUpBelief,
} from './build-up-belief';
import {
  afterChange,
  afterDays,
  smoothedBack,
  still,
  type BuildUpState,
  type BuildUpTraits,
  type KnownChange,
  type Transition,
} from './build-up-state';
import { traitsOf } from './parameter';
import type { ParameterHabit } from './parameter-habit';
import type { Interval } from './interval';
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
/** The middle of what is believed (the median, which errs least) with the span that holds the truth four times in five; in the unit of the parameter. */
export interface Fan {
  mean: number;
  lo80: number;
  hi80: number;
}

/** How sure a change is: its litres to a twentieth, its source by what is known of it. */
const changeSdShare = 0.05;

/** How many stories are carried on: twelve are hardly better on the made-up tanks and six times the work. The noise is learnt with one. */
const storiesCount = 2;

/** Takes one event into the belief; readings also say how odd they were. No spreads: this runs some hundred thousand times a night. */
export function taken(
  belief: BuildUpBelief,
  event: BuildUpEvent,
  traits: BuildUpTraits,
  habit: ParameterHabit,
  partsCount = storiesCount,
): { belief: BuildUpBelief; logEvidenceRatio: number; oddFraction: number; steppedFraction: number } {
  if ('reading' in event) return told(belief, event.reading, traits, partsCount);
  return {
    belief: 'addValue' in event ? added(belief, additionOf(event)) : changed(belief, knownChange(event, habit)),
    logEvidenceRatio: 0,
    oddFraction: 0,
    steppedFraction: 0,
  };
}
const additionOf = ({ addValue }: { addValue: number }): { addValue: number; addSdValue: number } => ({
  addValue,
  addSdValue: Math.abs(addValue) * 0.15,
});

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
export const priorBelief = (habit: ParameterHabit, atDay: number): BuildUpBelief =>
  beliefOf({ shareFraction: 1, state: priorState(habit, atDay) });
/** What is believed of a parameter from its habit alone, on a day. */
export const priorState = (habit: ParameterHabit, atDay: number): BuildUpState => ({
  atDay,
  levelValue: habit.usualValue,
  productionPerDay: habit.productionPerDay,
  levelVarianceValue: habit.spreadValue ** 2,
  covarianceValue: 0,
  productionVarianceValue: habit.productionSdPerDay ** 2,
});

/** Events in the order of their days. */
export const byDay = (events: readonly BuildUpEvent[]): BuildUpEvent[] => [...events].sort((a, b) => a.atDay - b.atDay);

const checkpointEvery = 32;
/** A belief that can go on: the state now, and older ones to go on from when something earlier changes. */
export interface BuildUpTrack {
  parameter: ParameterId;
  traits: BuildUpTraits;
  eventCount: number;
  belief: BuildUpBelief;
  checkpoints: readonly { eventCount: number; belief: BuildUpBelief }[];
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
  const habit = traitsOf(parameter).habit;
  const checkpoints = [...(from?.checkpoints ?? [])];
  let eventCount = from?.eventCount ?? 0;
  let belief = from?.belief ?? priorBelief(habit, events[0]?.atDay ?? 0);
  for (const event of events.slice(eventCount)) {
    belief = taken(aged(belief, event.atDay - belief.atDay, traits), event, traits, habit).belief;
    eventCount += 1;
    if (eventCount % checkpointEvery === 0) checkpoints.push({ eventCount, belief });
  }
  return { parameter, traits, eventCount, belief, checkpoints };
}

/** The newest event taken in: the same work however long the book is. */
export function withNewest(track: BuildUpTrack, event: BuildUpEvent): BuildUpTrack {
  const habit = traitsOf(track.parameter).habit;
  const before = aged(track.belief, event.atDay - track.belief.atDay, track.traits);
  const { belief } = taken(before, event, track.traits, habit);
  const eventCount = track.eventCount + 1;
  const due = eventCount % checkpointEvery === 0;
  return {
    ...track,
    belief,
    eventCount,
    checkpoints: due ? [...track.checkpoints, { eventCount, belief }] : track.checkpoints,
  };
}

/** After something was struck or written late: goes on from the last checkpoint before it, over the events as they now are. */
export function replayed(
  track: BuildUpTrack,
  { events, fromAtDay }: { events: readonly BuildUpEvent[]; fromAtDay: number },
): BuildUpTrack {
  const checkpoints = track.checkpoints.filter((c) => c.belief.atDay < fromAtDay);
  const last = checkpoints.at(-1);
  return followed({
    parameter: track.parameter,
    events,
    traits: track.traits,
    from: last ? { ...track, checkpoints, eventCount: last.eventCount, belief: last.belief } : undefined,
  });
}

/** Hindsight carries one story only, in which a step is a wider drift: as much as both allow in a day. */
const withStepsAsDrift = (traits: BuildUpTraits): BuildUpTraits => ({
  ...traits,
  stepPerDay: 0,
  driftPerDay: Math.hypot(
    traits.driftPerDay,
    Math.sqrt(traits.stepPerDay) * Math.max(traits.stepValue, Math.abs(traits.usualProductionPerDay)),
  ),
});

/** The level on the day of every event, knowing all that came later (fixed-interval smoothing). */
export function smoothed({
  parameter,
  events,
  traits: fitted,
}: {
  parameter: ParameterId;
  events: readonly BuildUpEvent[];
  traits: BuildUpTraits;
}): { atDay: number; level: Fan; productionPerDay: number }[] {
  const traits = withStepsAsDrift(fitted);
  const habit = traitsOf(parameter).habit;
  const steps: { filtered: BuildUpState; predicted: BuildUpState; by: Transition }[] = [];
  let belief = priorBelief(habit, events[0]?.atDay ?? 0);
  const here = (): BuildUpState => momentsOf(belief.parts);
  const passed = (next: BuildUpBelief, by: Transition): void => {
    steps.push({ filtered: here(), predicted: momentsOf(next.parts), by });
    belief = next;
  };
  const marks: number[] = [];
  for (const event of events) {
    const days = event.atDay - belief.atDay;
    passed(aged(belief, days, traits), afterDays(here(), days, traits).by);
    const next = taken(belief, event, traits, habit, 1).belief;
    if ('changeFraction' in event) passed(next, afterChange(here(), knownChange(event, habit)).by);
    else if ('reading' in event) belief = next;
    else passed(next, still);
    marks.push(steps.length);
  }
  const { readingsCount } = belief;
  const back: BuildUpState[] = Array.from({ length: steps.length + 1 });
  back[steps.length] = here();
  for (let i = steps.length - 1; i >= 0; i--) {
    const step = steps[i];
    const later = back[i + 1];
    if (step && later) back[i] = smoothedBack({ ...step, later });
  }
  return marks.flatMap((mark) => {
    const at = back[mark];
    if (!at) return [];
    const level = fanOf({ ...beliefOf({ shareFraction: 1, state: at }), readingsCount }, traits, habit);
    return [{ atDay: at.atDay, level, productionPerDay: at.productionPerDay }];
  });
}

/** The middle and the 80 % span of the level, never below its floor. */
export function fanOf(belief: BuildUpBelief, traits: BuildUpTraits, { floorValue }: { floorValue: number }): Fan {
  const fan = fanOfBells(levelBells(belief, traits));
  const kept = (value: number): number => Math.max(floorValue, value);
  return { mean: kept(fan.mean), lo80: kept(fan.lo80), hi80: kept(fan.hi80) };
}
/** The middle and the 80 % span of the daily production. */
export const productionFan = (belief: BuildUpBelief, traits: BuildUpTraits): Fan =>
  fanOfBells(productionBells(belief, traits));
const fanOfBells = (bells: Parameters<typeof valueAbove>[0]): Fan => ({
  mean: valueAbove(bells, 0.5),
  lo80: valueAbove(bells, 0.9),
  hi80: valueAbove(bells, 0.1),
});
