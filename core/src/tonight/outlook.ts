import { dayMs } from '#core/units';
import {
  buildUp,
  byDay,
  crossing,
  ownNormal,
  routineOf,
  smoothed,
  tracked,
  type BuildUpEvent,
  type ChangedMind,
  type Fan,
  type FutureChange,
  type Interval,
  type OwnNormal,
  type Parameter,
  type ParameterId,
  type Routine,
  type BuildUpTraits,
} from '#core/readings';

/** How far a forecast is drawn, and how far ahead leaving the band is announced. */
export const horizonDays = 56;

/** What the build-up model says of one parameter of a tank tonight. Days are days from now. */
export interface Outlook {
  parameter: ParameterId;
  level: Fan;
  productionPerDay: Fan;
  routine: Routine | null;
  settles: { peak: Fan; trough: Fan } | null;
  forecast: readonly { day: number; mean: number; lo80: number; hi80: number }[];
  leaves: { side: 'above' | 'below'; lo: number; hi: number | null } | null;
  lastReading: ChangedMind | null;
  /** The noise of this tank, so that a course can be drawn from here. */
  traits: BuildUpTraits;
  /** What it usually reads in this tank; null while too little is known. */
  normal: OwnNormal | null;
  /** Levels after the last changes, oldest first, and what they say. */
  ratchet: { levels: readonly number[]; verdict: 'holds' | 'loses' | 'falls' } | null;
}

export interface OutlookInput {
  parameter: Parameter;
  readings: readonly (Interval & { atEpochMs: number })[];
  changes: readonly { atEpochMs: number; changeFraction: number; sourceValue: number | null }[];
  doses?: readonly { atEpochMs: number; addValue: number }[];
  band: Interval | null;
  nowEpochMs: number;
}

/** Readings and changes of one parameter as the model takes them, days before now being negative. */
export function eventsOf({
  readings,
  changes,
  doses = [],
  nowEpochMs,
}: Omit<OutlookInput, 'parameter' | 'band'>): BuildUpEvent[] {
  const dayOf = (atEpochMs: number): number => (atEpochMs - nowEpochMs) / dayMs;
  return byDay([
    ...readings.map(({ atEpochMs, lo, hi }) => ({ atDay: dayOf(atEpochMs), reading: { lo, hi } })),
    ...changes.map(({ atEpochMs, changeFraction, sourceValue }) => ({
      atDay: dayOf(atEpochMs),
      changeFraction,
      sourceValue,
    })),
    ...doses.map(({ atEpochMs, addValue }) => ({ atDay: dayOf(atEpochMs), addValue })),
  ]);
}

/** The changes to come if the routine goes on as it has: none where it has stopped for three of its rounds. */
export function routineAhead(routine: Routine | null, lastChangeDay: number): FutureChange[] {
  if (!routine || routine.everyDays < 0.5 || -lastChangeDay > 3 * routine.everyDays) return [];
  const first = Math.max(0.5, lastChangeDay + routine.everyDays);
  const count = Math.min(200, Math.floor((horizonDays - first) / routine.everyDays) + 1);
  return Array.from({ length: Math.max(0, count) }, (_, i) => ({
    atDay: first + i * routine.everyDays,
    changeFraction: routine.changeFraction,
    sourceValue: routine.sourceValue,
  }));
}

/**
 * Level, production, forecast and the days in which the band is left, if the present routine goes on. Null under three
 * readings: then the prior speaks louder than the tank. pH does not mix by volume, so its changes are left out.
 */
export function outlookOf(input: OutlookInput): Outlook | null {
  const { parameter, readings, band } = input;
  if (readings.length < 3) return null;
  const changes = parameter.mixes === 'by-chemistry' ? [] : input.changes;
  const events = eventsOf({ ...input, changes });
  const past = events.filter((e): e is FutureChange => 'changeFraction' in e);
  const routine = routineOf(past);
  const future = routineAhead(routine, past.at(-1)?.atDay ?? -Infinity);
  const known = tracked({ parameter: parameter.id, events });
  const { track } = known;
  const { traits } = track;
  // Days are counted from now, the model's horizon from its last event.
  const sinceDays = -(events.at(-1)?.atDay ?? 0);
  const days = Array.from({ length: horizonDays / 2 + 1 }, (_, i) => i * 2);
  const found = buildUp({
    parameter: parameter.id,
    events,
    horizonDays: days.map((d) => d + sinceDays),
    future,
    nowAtDay: 0,
    known,
  });
  const leaves = band && crossing(track, { band, future, horizonDays, nowAtDay: 0 });
  const [today] = found.forecast;
  return {
    parameter: parameter.id,
    level: today ? { mean: today.mean, lo80: today.lo80, hi80: today.hi80 } : found.level,
    productionPerDay: found.productionPerDay,
    routine: future.length > 0 ? routine : null,
    settles: future.length > 0 ? (found.settles ?? null) : null,
    forecast: found.forecast.map(({ mean, lo80, hi80 }, i) => ({ day: days[i] ?? 0, mean, lo80, hi80 })),
    leaves,
    lastReading: found.lastReading ?? null,
    traits,
    normal: ownNormal({ readings, leastMadValue: leastMadOf(parameter) }),
    ratchet: ratchetOf({ parameter, events, past, sinceDays, traits }),
  };
}

/** Half a step of what it is read with, or a twenty-fifth of a usual jump (ours): less than that is never unusual. */
const leastMadOf = ({ readBy, usualJump }: Parameter): number =>
  Math.max(readBy.kind === 'resolution' ? readBy.resolution / 2 : 0, usualJump.value / 25);

/** Less than a fiftieth of the level in four changes is pen and hand: three more µS/cm of 300 are no loss. Ours. */
const noiseFraction = 0.02;

/** The plainest check of all: does each change end higher than the last one did? */
function ratchetOf({
  parameter,
  events,
  past,
  traits,
}: {
  parameter: Parameter;
  events: readonly BuildUpEvent[];
  past: readonly FutureChange[];
  sinceDays: number;
  traits: BuildUpTraits;
}): Outlook['ratchet'] {
  if (past.length < 4) return null;
  const levels = smoothed({ parameter: parameter.id, events, traits })
    .filter((_, i) => 'changeFraction' in (events[i] ?? {}))
    .slice(-4)
    .map((s) => s.level);
  const means = levels.map((l) => l.mean);
  const halfWidth = levels.reduce((sum, l) => sum + (l.hi80 - l.lo80) / 2, 0) / levels.length;
  const rise = (means.at(-1) ?? 0) - (means[0] ?? 0);
  const steady = Math.abs(rise) < Math.max(halfWidth, noiseFraction * Math.abs(means[0] ?? 0));
  const monotone = means.every((m, i) => i === 0 || Math.sign(m - (means[i - 1] ?? m)) === Math.sign(rise));
  // What cannot be told apart as it is written has not moved.
  const figures = means.map((m) => m.toFixed(parameter.decimalsCount));
  const alike = figures.every((f) => f === figures[0]);
  return { levels: means, verdict: steady || alike || !monotone ? 'holds' : rise > 0 ? 'loses' : 'falls' };
}

/** What the last reading did to what was believed. */
export type MindReason = 'hardly-believed' | 'stepped' | 'changed-nothing' | 'moved';
/** From here on a reading is so odd that a second test is worth more than it. Ours. */
const oddFrom = 0.5;
/** From here on it is likelier than not that production changed for good since the test before. */
const steppedFrom = 0.5;

/**
 * How the last reading changed what was believed: hardly believed where it was most likely misread, stepped where
 * production has most likely changed for good since the test before, nothing where the
 * estimate moved by less than a third of what was open anyway or than it is written to.
 */
export function mindOf(
  { decimalsCount }: Pick<Parameter, 'decimalsCount'>,
  { expected, movedValue, oddFraction, steppedFraction }: ChangedMind,
): MindReason {
  if (oddFraction > oddFrom) return 'hardly-believed';
  if (steppedFraction > steppedFrom) return 'stepped';
  const half = (expected.hi80 - expected.lo80) / 2;
  return Math.abs(movedValue) < Math.max(half / 3, 0.5 * 10 ** -decimalsCount) ? 'changed-nothing' : 'moved';
}
