import { aged } from './build-up-belief';
import type { BuildUpTraits } from './build-up-state';
import { traitsOf } from './parameter';
import type { ParameterHabit } from './parameter-habit';
import { priorBelief, taken, type BuildUpEvent } from './build-up-filter';
import type { ParameterId } from './parameter';

/** Powers of two by which this tank's noise differs from the usual: wander of the level, drift, scatter of readings. */
type Steps = readonly [wander: number, drift: number, scatter: number];

/** How far a tank's noise usually is from the habit of its parameter, in powers of two (log-normal priors; ours). */
const priorSdSteps: Steps = [1, 0.75, 0.5];
const farthestStep = 5;
/** Enough to come within a step of the top on the synthetic tanks; keeps a refit of a whole tank under a blink. */
const mostTries = 24;
/** The noise is fitted to this many of the last readings: it changes with the keeper and the kit. */
export const fittedReadingCount = 40;

/** The traits of a tank as so many doublings from the habit of its parameter. */
export function traitsFrom(habit: ParameterHabit, [wander, drift, scatter]: Steps): BuildUpTraits {
  return {
    wanderValue: habit.wanderValue * 2 ** wander,
    driftPerDay: (habit.driftPerDay / Math.sqrt(30)) * 2 ** drift,
    usualProductionPerDay: habit.productionPerDay,
    returnPerDay: 1 / 400,
    readingValue: habit.readingValue * 2 ** scatter,
    readingFraction: habit.readingFraction * 2 ** scatter,
    misreadFraction: 0.02,
    jumpFraction: 0.005,
    jumpValue: habit.spreadValue,
    stepPerDay: habit.stepPerDay,
    stepValue: habit.productionSdPerDay * 0.3,
    mostPerDay: Math.abs(habit.productionPerDay) + 1.5 * habit.productionSdPerDay,
  };
}

function logPosterior(events: readonly BuildUpEvent[], habit: ParameterHabit, steps: Steps): number {
  const traits = traitsFrom(habit, steps);
  let belief = priorBelief(habit, events[0]?.atDay ?? 0);
  let sum = 0;
  for (const event of events) {
    const told = taken(aged(belief, event.atDay - belief.atDay, traits), event, traits, habit, 1);
    belief = told.belief;
    sum += told.logEvidenceRatio;
  }
  return steps.reduce((all, step, i) => all - 0.5 * (step / (priorSdSteps[i] ?? 1)) ** 2, sum);
}

/** The events from which noise is learnt: back to the 40th last reading. */
function recent(events: readonly BuildUpEvent[]): readonly BuildUpEvent[] {
  let readingCount = 0;
  for (let i = events.length - 1; i >= 0; i--) {
    const event = events[i];
    if (event && 'reading' in event) readingCount += 1;
    if (readingCount === fittedReadingCount) return events.slice(i);
  }
  return events;
}

/**
 * The noise of this tank and this keeper's tests: the most probable under log-normal priors around the parameter's
 * habit, found by walking downhill in powers of two. Deterministic. Fewer than four readings keep the habit.
 */
export function fittedTraits({
  parameter,
  events,
}: {
  parameter: ParameterId;
  events: readonly BuildUpEvent[];
}): BuildUpTraits {
  const habit = traitsOf(parameter).habit;
  const learntFrom = recent(events);
  if (learntFrom.filter((e) => 'reading' in e).length < 4) return traitsFrom(habit, [0, 0, 0]);
  let best: Steps = [0, 0, 0];
  let bestLog = logPosterior(learntFrom, habit, best);
  const known = new Map([[best.join(), bestLog]]);
  const valueAt = (steps: Steps): number => {
    const key = steps.join();
    const value = known.get(key) ?? logPosterior(learntFrom, habit, steps);
    known.set(key, value);
    return value;
  };
  for (let moved = true; moved;) {
    moved = false;
    for (const place of [0, 2, 1])
      for (const by of [-1, 1]) {
        const tried = best.map((s, i) => (i === place ? s + by : s)) as unknown as Steps;
        if (Math.abs(tried[place as 0]) > farthestStep) continue;
        if (known.size >= mostTries && !known.has(tried.join())) continue;
        const log = valueAt(tried);
        if (log <= bestLog + 1e-9) continue;
        [best, bestLog, moved] = [tried, log, true];
      }
  }
  return traitsFrom(habit, best);
}
