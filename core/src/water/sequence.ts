import { silent, type Explained, type Recorder } from '#core/explain';
import type { ParameterId, Water } from '#core/readings';
import { because, firstFault, ok, refuse, type NoFacts, type ReasonOf, type Result } from '#core/result';
import { changeAdvice, largestWiseFraction, type Bearing, type StepAdvice, type StepLimit } from './advice';
import { changeEffect } from './change';

const mostChanges = 400;

/**
 * How many changes of one size bring a value to a target, and the value after each.
 *
 * In the parameter's unit; the first change is after `everyDays` days. Refuses a target at or beyond the source: changes
 * come near it and never reach it. Source: mass balance. Sequences are planned to stop early: when the animals recover,
 * or when one dies after a step.
 * @example changeSequence({ value: 275, target: 170, sourceValue: 110, changeFraction: 0.2, everyDays: 2 }) // 5 changes, last on day 10
 */
export function changeSequence(
  {
    value,
    target,
    sourceValue,
    changeFraction,
    everyDays,
  }: { value: number; target: number; sourceValue: number; changeFraction: number; everyDays: number },
  note: Recorder = silent,
): Result<Explained<{ changes: number; after: number[]; lastAtDay: number }>> {
  note.by('water.sequence', 1);
  const range = { lo: 0, hi: 1e6, unit: '' };
  const fault = firstFault([
    { field: 'value', value, range },
    { field: 'target', value: target, range },
    { field: 'sourceValue', value: sourceValue, range },
    { field: 'changeFraction', value: changeFraction, range: { lo: 1e-6, hi: 1, unit: 'of the net volume' } },
    { field: 'everyDays', value: everyDays, range: { lo: 0.04, hi: 3650, unit: 'days' } },
  ]);
  if (fault) return refuse(fault);
  const falling = target < value;
  const there = (x: number): boolean => (falling ? x <= target + 1e-9 : x >= target - 1e-9);
  const reachable =
    there(value) ||
    (falling ? sourceValue < target : sourceValue > target) ||
    (changeFraction === 1 && there(sourceValue));
  if (!reachable)
    return refuse({
      kind: 'unreachable',
      target: String(target),
      why: because('source-near-never-beyond', { sourceValue }),
    });
  const after: number[] = [];
  let now = value;
  while (!there(now)) {
    if (after.length >= mostChanges)
      return refuse({
        kind: 'unreachable',
        target: String(target),
        why: because('too-many-changes', { mostCount: mostChanges }),
      });
    now = note.step({
      id: `after-${after.length + 1}`,
      label: `After change ${after.length + 1}`,
      unit: '',
      formula: '(1 − f) × before + f × source',
      terms: { f: changeFraction, before: now, source: sourceValue },
      by: (t) => (1 - t.f) * t.before + t.f * t.source,
    });
    after.push(now);
  }
  note.source('mass-balance');
  return ok(note.explained({ changes: after.length, after, lastAtDay: after.length * everyDays }));
}

/** What a keeper wants of the water: at most, at least, or about a value of one parameter. */
export interface WaterAim {
  parameter: ParameterId;
  value: number;
  side: 'at-most' | 'at-least';
}
export interface SequenceStep {
  day: number;
  changeFraction: number;
  changeL: number;
  before: Water;
  after: Water;
  steps: StepAdvice[];
}
/** Why an aim is not reached by changes. */
export type MissReason = ReasonOf<{
  'untested-source': NoFacts;
  'source-beyond': { sourceValue: number };
  'no-gain': NoFacts;
}>;
/** When to stop a sequence before its end. */
export type SequenceStop = 'goal' | 'recovered' | 'death';
const stops: readonly SequenceStop[] = ['goal', 'recovered', 'death'];
export interface WiseSequence {
  verdict: 'leave' | 'one' | 'sequence' | 'no-way';
  steps: SequenceStep[];
  /** Aims that these changes do not reach, and why. */
  missed: { parameter: ParameterId; why: MissReason }[];
  stops: readonly SequenceStop[];
}

const mostSteps = 60;
/** Less than this of a tank is not worth the wet hands. Ours. */
const leastFraction = 0.02;

/**
 * The shortest row of changes, each as large as these animals bear, that brings the water to what is aimed at; one where
 * one will do; none where nothing is to be mended. What the tank makes by itself between changes is counted in.
 *
 * `everyDays` days between changes; per-day limits hold within each. Refuses what `changeEffect` refuses.
 * Limits advise: an emergency is weighed by `planChange`, not here. Source: mass balance, the almanac's limits.
 */
export function wiseSequence({
  netVolumeL,
  tank,
  source,
  aims,
  bearing,
  limits,
  everyDays,
  productionPerDay = {},
  mostFraction = 0.5,
  movedToday,
}: {
  netVolumeL: number;
  tank: Water;
  source: Water;
  aims: readonly WaterAim[];
  bearing: Bearing;
  limits: readonly StepLimit[];
  everyDays: number;
  productionPerDay?: Water;
  mostFraction?: number;
  movedToday?: Water;
}): Result<WiseSequence> {
  const fault = firstFault([
    { field: 'netVolumeL', value: netVolumeL, range: { lo: 0.1, hi: 1e6, unit: 'L' } },
    { field: 'everyDays', value: everyDays, range: { lo: 0.5, hi: 60, unit: 'days' } },
    { field: 'mostFraction', value: mostFraction, range: { lo: leastFraction, hi: 1, unit: '' } },
  ]);
  if (fault) return refuse(fault);
  const open = aims.filter((aim) => !reachedBy(aim, tank));
  if (open.length === 0) return ok({ verdict: 'leave', steps: [], missed: [], stops: [] });
  const missed = open.flatMap((aim) => {
    const why = outOfReach(aim, source);
    return why === null ? [] : [{ parameter: aim.parameter, why }];
  });
  const goals = open.filter((aim) => !missed.some((m) => m.parameter === aim.parameter));
  const steps: SequenceStep[] = [];
  let before = tank;
  while (goals.some((aim) => !reachedBy(aim, before)) && steps.length < mostSteps) {
    const step = stepFrom({
      before,
      source,
      goals,
      bearing,
      limits,
      netVolumeL,
      mostFraction,
      movedToday: steps.length === 0 ? movedToday : undefined,
    });
    if (!step.ok) return step;
    if (step.value === null) break;
    steps.push({ ...step.value, day: Math.round(steps.length * everyDays * 100) / 100 });
    // The goal is reached by a step, not by what the tank makes of it until the next.
    if (goals.every((aim) => reachedBy(aim, step.value?.after ?? {}))) break;
    before = aged(step.value.after, productionPerDay, everyDays);
    const last = steps.at(-2);
    // Where the tank makes as much as a change takes, more of the same leads nowhere.
    if (last && steps.length > 3 && goals.every((aim) => !closer(aim, last.after, step.value?.after ?? {}))) break;
  }
  const end = steps.at(-1)?.after ?? tank;
  for (const aim of goals)
    if (!reachedBy(aim, end)) missed.push({ parameter: aim.parameter, why: { id: 'no-gain', facts: {} } });
  const verdict = steps.length === 0 ? 'no-way' : steps.length === 1 ? 'one' : 'sequence';
  return ok({ verdict, steps, missed, stops: steps.length > 1 ? stops : [] });
}

const reachedBy = ({ parameter, value, side }: WaterAim, water: Water): boolean => {
  const now = water[parameter];
  if (now === undefined) return true;
  return side === 'at-most' ? now <= value + 1e-9 : now >= value - 1e-9;
};
function outOfReach({ parameter, value, side }: WaterAim, source: Water): MissReason | null {
  const there = source[parameter];
  if (there === undefined) return { id: 'untested-source', facts: {} };
  const beyond = side === 'at-most' ? there >= value : there <= value;
  return beyond ? { id: 'source-beyond', facts: { sourceValue: there } } : null;
}
const closer = ({ parameter, side }: WaterAim, was: Water, is: Water): boolean =>
  side === 'at-most'
    ? (is[parameter] ?? 0) < (was[parameter] ?? 0) - 1e-6
    : (is[parameter] ?? 0) > (was[parameter] ?? 0) + 1e-6;

function aged(water: Water, productionPerDay: Water, days: number): Water {
  const later: Water = { ...water };
  for (const [id, value] of Object.entries(productionPerDay) as [ParameterId, number][])
    if (later[id] !== undefined) later[id] = Math.max(0, (later[id] ?? 0) + value * days);
  return later;
}

/** The least change that reaches all goals, and no more than these animals bear. Null where that is next to nothing. */
function stepFrom({
  before,
  source,
  goals,
  bearing,
  limits,
  netVolumeL,
  mostFraction,
  movedToday,
}: {
  before: Water;
  source: Water;
  goals: readonly WaterAim[];
  bearing: Bearing;
  limits: readonly StepLimit[];
  netVolumeL: number;
  mostFraction: number;
  movedToday: Water | undefined;
}): Result<Omit<SequenceStep, 'day'> | null> {
  const wise = largestWiseFraction({ tank: before, source, bearing, limits, ...(movedToday ? { movedToday } : {}) });
  if (!wise.ok) return wise;
  const needed = Math.max(
    ...goals.map(({ parameter, value }) => {
      const [now, there] = [before[parameter] ?? value, source[parameter] ?? value];
      return now === there ? 0 : (now - value) / (now - there);
    }),
  );
  const fraction = Math.min(wise.value.changeFraction, mostFraction, Math.max(needed + 1e-9, 0));
  if (fraction < leastFraction && fraction < needed) return ok(null);
  const effect = changeEffect({ netVolumeL, changeFraction: fraction, tank: before, source });
  if (!effect.ok) return effect;
  const { after } = effect.value.value;
  const advice = changeAdvice({ bearing, before, after, limits, movedToday });
  if (!advice.ok) return advice;
  return ok({
    changeFraction: fraction,
    changeL: fraction * netVolumeL,
    before,
    after: { ...before, ...after },
    steps: advice.value.value.parameters,
  });
}
