import { dayMs, weekMs } from '#core/units';
import { medianOf, rhythmOf, type Fan, type Interval, type ParameterId } from '#core/readings';
import { leavesUnchanged, usualChangeMinutes } from './evening';

/** A change that was made, as a routine is read from it. */
export interface DoneChange {
  atEpochMs: number;
  changeFraction: number;
  changeL: number;
  sourceId: string;
  how: 'poured' | 'dripped';
  /** The sequence it was a step of. */
  sequenceId: string | null;
}
/** What the keeper said is to be done from a time on. */
export interface SaidRoutine {
  saidEpochMs: number;
  everyDays: number;
  changeFraction: number;
  sourceId: string;
  /** Another water every second time. */
  otherSourceId?: string | undefined;
  how: 'poured' | 'dripped';
  changeMinutes: number;
  /** Led in over weeks: step 0 holds in the first. */
  ramp: readonly { everyDays: number; changeFraction: number }[];
}
export interface RoutineNow {
  everyDays: number;
  changeFraction: number;
  sourceId: string;
  how: 'poured' | 'dripped';
  changeMinutes: number;
  by: 'keeper' | 'habit';
}

/**
 * The routine of a tank tonight: the keeper's word before the habit of the last changes; null where neither is known.
 * `past` newest first.
 */
export function routineInForce({
  said,
  past,
  nowEpochMs,
}: {
  said: SaidRoutine | null;
  past: readonly DoneChange[];
  nowEpochMs: number;
}): RoutineNow | null {
  return said ? saidRoutine(said, past, nowEpochMs) : habitOf(past);
}

/** While it is led in, the week's own step holds; of two waters in turn the one that was not poured last. */
function saidRoutine(said: SaidRoutine, past: readonly DoneChange[], nowEpochMs: number): RoutineNow {
  const { saidEpochMs, everyDays, changeFraction, sourceId, otherSourceId, how, changeMinutes, ramp } = said;
  const step = ramp[Math.max(0, Math.floor((nowEpochMs - saidEpochMs) / weekMs))];
  const turn = otherSourceId !== undefined && past[0]?.sourceId === sourceId ? otherSourceId : sourceId;
  return {
    everyDays: step?.everyDays ?? everyDays,
    changeFraction: step?.changeFraction ?? changeFraction,
    sourceId: turn,
    how,
    changeMinutes,
    by: 'keeper',
  };
}

/** So many changes make a habit. Ours. */
const leastHabitCount = 3;
/**
 * What has been done the last times: their usual distance (to the half day) and size, with the newest water; null under
 * three changes. `past` newest first.
 * @example habitOf(three changes of 20 % a week apart) // every 7 days, 20 %
 */
export function habitOf(past: readonly DoneChange[]): RoutineNow | null {
  const [newest] = past;
  const changes = past.map(({ atEpochMs, changeFraction }) => ({ atDay: atEpochMs / dayMs, changeFraction }));
  const rhythm = rhythmOf({ changes, leastCount: leastHabitCount });
  if (!newest || !rhythm) return null;
  return {
    everyDays: Math.max(0.5, Math.round(rhythm.everyDays * 2) / 2),
    changeFraction: rhythm.changeFraction,
    sourceId: newest.sourceId,
    how: newest.how,
    changeMinutes: usualChangeMinutes(medianOf(past.map((c) => c.changeL))),
    by: 'habit',
  };
}

export interface PlannedSequence {
  sequenceId: string;
  plannedEpochMs: number;
  sourceId: string;
  changes: readonly { atDay: number; changeFraction: number }[];
}
export interface OpenStep {
  sequenceId: string;
  sourceId: string;
  changeFraction: number;
  /** From 1. */
  stepIndex: number;
  stepsCount: number;
  dueEpochMs: number;
}
/** The next step of the newest sequence that was neither ended nor done to its last change; null where none is open. */
export function openStep({
  planned,
  endedIds,
  past,
}: {
  /** Oldest first. */
  planned: readonly PlannedSequence[];
  endedIds: ReadonlySet<string>;
  past: readonly DoneChange[];
}): OpenStep | null {
  for (const plan of [...planned].reverse()) {
    if (endedIds.has(plan.sequenceId)) continue;
    const doneCount = past.filter((c) => c.sequenceId === plan.sequenceId).length;
    const next = plan.changes[doneCount];
    if (!next) continue;
    return {
      sequenceId: plan.sequenceId,
      sourceId: plan.sourceId,
      changeFraction: next.changeFraction,
      stepIndex: doneCount + 1,
      stepsCount: plan.changes.length,
      dueEpochMs: plan.plannedEpochMs + next.atDay * dayMs,
    };
  }
  return null;
}

/** What is due next and when, days from now (below 0 it is late), to the tenth of a day. */
export function nextChange({
  routine,
  sequence,
  lastEpochMs,
  nowEpochMs,
}: {
  routine: RoutineNow;
  sequence: OpenStep | null;
  /** Of the last change; where there was none, when the routine was said. */
  lastEpochMs: number;
  nowEpochMs: number;
}): { waterId: string; changeFraction: number; dueDays: number } {
  const dueDays = sequence
    ? (sequence.dueEpochMs - nowEpochMs) / dayMs
    : routine.everyDays - (nowEpochMs - lastEpochMs) / dayMs;
  return {
    waterId: sequence?.sourceId ?? routine.sourceId,
    changeFraction: sequence?.changeFraction ?? routine.changeFraction,
    dueDays: Math.round(dueDays * 10) / 10,
  };
}

/** Further ahead than this a forecast without a change says too little. Ours. */
const seenAheadDays = 56;

/** Which parameter leaves its band first if no water is changed, and in how many days; null where none does in eight weeks. */
export function leavesFirst({
  outlooks,
  bands,
}: {
  outlooks: readonly { parameter: ParameterId; level: Fan; productionPerDay: Fan }[];
  bands: readonly (Interval & { parameter: ParameterId })[];
}): { parameter: ParameterId; atDay: number } | null {
  let first: { parameter: ParameterId; atDay: number } | null = null;
  for (const { parameter, level, productionPerDay } of outlooks) {
    const band = bands.find((b) => b.parameter === parameter);
    const atDay = band ? leavesUnchanged({ level, productionPerDay, band }) : null;
    if (atDay === null || atDay > seenAheadDays || (first && first.atDay <= atDay)) continue;
    first = { parameter, atDay };
  }
  return first;
}
