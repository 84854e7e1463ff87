import { dayMs } from '#core/units';
import { Temporal } from 'temporal-polyfill';
import { highEnd, type Interval } from '#core/readings';
import { goodDaysNeeded, goodDaysRunning, type HandsStep } from './threads';

/** A jug under the outlet, or a part that was cleaned. */
export type FlowStep = { tankId: string; atEpochMs: number } & (
  { step: 'flow'; secondsPerL: number } | { step: 'cleaned'; what: string }
);
/** A measure counts for a cleaning where it lies so near to it. */
const [beforeDays, afterDays] = [30, 7];
export interface FlowGain {
  tankId: string;
  cleanedEpochMs: number;
  /** Seconds for a litre at the last jug before and the first after. */
  beforeSecondsPerL: number;
  afterSecondsPerL: number;
  /** So much more flows, as a share of what flowed. */
  gainFraction: number;
}
/**
 * What cleaning a sponge or pre-filter did to the flow, where a jug was held under it within a month before and a week after.
 * @example flowGains(steps)[0]?.gainFraction // 0.5 where 15 s a litre became 10
 */
export function flowGains(steps: readonly FlowStep[]): FlowGain[] {
  return steps.flatMap((cleaned): FlowGain[] => {
    if (cleaned.step !== 'cleaned' || (cleaned.what !== 'sponge' && cleaned.what !== 'prefilter')) return [];
    const jugs = steps
      .flatMap((s) => (s.step === 'flow' && s.tankId === cleaned.tankId ? [s] : []))
      .sort((a, b) => a.atEpochMs - b.atEpochMs);
    const at = cleaned.atEpochMs;
    const before = jugs.filter((j) => j.atEpochMs <= at && j.atEpochMs >= at - beforeDays * dayMs).at(-1);
    const after = jugs.find((j) => j.atEpochMs > at && j.atEpochMs <= at + afterDays * dayMs);
    if (!before || !after) return [];
    return [
      {
        tankId: cleaned.tankId,
        cleanedEpochMs: at,
        beforeSecondsPerL: before.secondsPerL,
        afterSecondsPerL: after.secondsPerL,
        gainFraction: before.secondsPerL / after.secondsPerL - 1,
      },
    ];
  });
}

/** What a move cost: days until the water had been good for as many days running as are asked for; null while it was not. */
export interface MoveCost {
  entryId: string;
  tankId: string;
  movedOn: string;
  leastDays: number;
  tookDays: number | null;
  badDaysCount: number;
}
/** Every move of the book with what it took, beside the least it can take. */
export function moveCosts(steps: readonly HandsStep[]): MoveCost[] {
  return steps.flatMap((moved): MoveCost[] => {
    if (moved.step !== 'moved') return [];
    const days = steps.flatMap((s) => (s.step === 'move-day' && s.movedId === moved.entryId ? [s] : []));
    const over = days
      .map((d) => d.on)
      .sort()
      .find((on) => goodDaysRunning({ days: days.filter((d) => d.on <= on), today: on }).goodDays >= goodDaysNeeded);
    const from = Temporal.PlainDate.from(moved.on);
    return [
      {
        entryId: moved.entryId,
        tankId: moved.tankId,
        movedOn: moved.on,
        leastDays: goodDaysNeeded,
        tookDays: over === undefined ? null : from.until(Temporal.PlainDate.from(over)).days,
        badDaysCount: new Set(days.filter((d) => !d.good).map((d) => d.on)).size,
      },
    ];
  });
}

/** What a move stirs up has shown itself, or gone, within two weeks (common practice). */
const stirredDays = 14;
export interface Stirred<P extends string> {
  parameter: P;
  atEpochMs: number;
  reading: Interval;
}
/**
 * The highest reading of each value within two weeks after a move: what it brought. None where nothing was read.
 * @example stirredUp({ movedEpochMs: 0, readings: [{ parameter: 'tanMgPerL', lo: 0.5, hi: 1, atEpochMs: 1 }] })[0]?.reading.hi // 1
 */
export function stirredUp<P extends string>({
  movedEpochMs,
  readings,
}: {
  movedEpochMs: number;
  readings: readonly (Interval & { parameter: P; atEpochMs: number })[];
}): Stirred<P>[] {
  const highest = new Map<P, Stirred<P>>();
  for (const { parameter, atEpochMs, lo, hi } of readings) {
    if (atEpochMs < movedEpochMs || atEpochMs > movedEpochMs + stirredDays * dayMs) continue;
    const before = highest.get(parameter);
    if (!before || highEnd({ lo, hi }) > highEnd(before.reading))
      highest.set(parameter, { parameter, atEpochMs, reading: { lo, hi } });
  }
  return [...highest.values()].sort((a, b) => a.parameter.localeCompare(b.parameter));
}
