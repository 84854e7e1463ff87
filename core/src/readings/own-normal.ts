import { dayMs } from '#core/units';
import { middle, type Interval } from './interval';

/** What a parameter usually reads in one tank, in the parameter's unit. */
export interface OwnNormal {
  lo: number;
  hi: number;
  medianValue: number;
  readingCount: number;
}

const lookBackDays = 180;
/** Fewer readings, or over a shorter time, and nothing is usual yet (ours). */
const leastReadingCount = 8;
const leastSpanDays = 28;
/** 0.6745 |x - median| / MAD beyond this is an outlier (Iglewicz & Hoaglin 1993). */
export const outlierScoreRatio = 3.5;
const madToSdRatio = 0.6745;

/** The middle value; the mean of the two middle ones where their number is even. Of nothing: NaN, so ask only of something. */
export function medianOf(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const half = Math.floor(sorted.length / 2);
  const upper = sorted[half] ?? NaN;
  return sorted.length % 2 === 1 ? upper : (upper + (sorted[half - 1] ?? upper)) / 2;
}

/**
 * Modified z score of each value: 0.6745 (x - median) / MAD. Where more than half of the values are equal the MAD is
 * nothing; `leastMadValue` (half a step of the kit) then stands in.
 *
 * Source: Iglewicz & Hoaglin 1993. Dimensionless.
 * @example modifiedZScores({ values: [10, 11, 10.5, 9.8, 10.2, 13], leastMadValue: 0 })[5] // 3.97
 */
export function modifiedZScores({
  values,
  leastMadValue,
}: {
  values: readonly number[];
  leastMadValue: number;
}): number[] {
  const centre = medianOf(values);
  const mad = Math.max(leastMadValue, medianOf(values.map((x) => Math.abs(x - centre))));
  return values.map((x) => (x === centre ? 0 : (madToSdRatio * (x - centre)) / mad));
}

/**
 * What this parameter usually reads in this tank: the span outside of which a reading is an outlier among those of the
 * last half year, the newest night left out. A climb or a fall that stands out of the scatter is taken out: what it began
 * from is usual, not where it has come to. Null under eight earlier readings or four weeks: nothing is usual yet.
 *
 * `leastMadValue` keeps a tank that never moved from calling one step of its kit unusual.
 */
export function ownNormal({
  readings,
  leastMadValue,
}: {
  readings: readonly (Interval & { atEpochMs: number })[];
  leastMadValue: number;
}): OwnNormal | null {
  const newest = Math.max(...readings.map((r) => r.atEpochMs));
  const earlier = readings.filter(
    (r) => newest - r.atEpochMs > dayMs / 2 && newest - r.atEpochMs <= lookBackDays * dayMs && r.lo !== null,
  );
  if (earlier.length < leastReadingCount) return null;
  const times = earlier.map((r) => r.atEpochMs);
  if (Math.max(...times) - Math.min(...times) < leastSpanDays * dayMs) return null;
  const values = earlier.map((r) => middle(r));
  const halfWidths = earlier.map((r) => (r.lo === null || r.hi === null ? 0 : (r.hi - r.lo) / 2));
  const least = Math.max(leastMadValue, medianOf(halfWidths));
  const spread = (levels: readonly number[], centreValue: number): number =>
    Math.max(least, medianOf(levels.map((x) => Math.abs(x - centreValue))));
  const inOrder = earlier
    .map((r) => ({ atEpochMs: r.atEpochMs, value: middle(r) }))
    .sort((a, b) => a.atEpochMs - b.atEpochMs);
  const trend = trendOf(inOrder);
  const straight = values.map((x, i) => x - trend * ((times[i] ?? 0) / dayMs));
  const mad = spread(straight, medianOf(straight));
  const reach = (outlierScoreRatio * mad) / madToSdRatio;
  const crept = Math.abs(trend) * ((Math.max(...times) - Math.min(...times)) / dayMs) > reach;
  // What crept away is not usual: the usual is what stood before it did.
  const centre = medianOf(crept ? firstThird(inOrder) : values);
  const around = crept ? reach : (outlierScoreRatio * spread(values, centre)) / madToSdRatio;
  return { lo: centre - around, hi: centre + around, medianValue: centre, readingCount: earlier.length };
}

/** So many of the newest readings show which way it goes. */
const trendReadingCount = 60;
interface Point {
  atEpochMs: number;
  value: number;
}
/** Change a day as the median of all slopes between two readings (Theil 1950, Sen 1968): a stray reading turns none of it. */
function trendOf(inOrder: readonly Point[]): number {
  const newest = inOrder.slice(-trendReadingCount);
  const slopes = newest.flatMap((b, i) =>
    newest
      .slice(0, i)
      .flatMap((a) => (b.atEpochMs > a.atEpochMs ? [(b.value - a.value) / ((b.atEpochMs - a.atEpochMs) / dayMs)] : [])),
  );
  return slopes.length > 0 ? medianOf(slopes) : 0;
}
/** Values of the oldest third, three at least. */
const firstThird = (inOrder: readonly Point[]): number[] =>
  inOrder.slice(0, Math.max(3, Math.floor(inOrder.length / 3))).map((r) => r.value);

/** On which side of what is usual a reading lies, wholly; null where any part of it is usual. */
export function unusualSide(reading: Interval, normal: Interval): 'above' | 'below' | null {
  if (reading.lo !== null && normal.hi !== null && reading.lo > normal.hi) return 'above';
  if (reading.hi !== null && normal.lo !== null && reading.hi < normal.lo) return 'below';
  return null;
}
