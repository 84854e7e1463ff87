import { medianOf } from './own-normal';

interface Point {
  x: number;
  y: number;
}
const pairSlopes = (points: readonly Point[]): number[] =>
  points.flatMap((a, i) => points.slice(i + 1).flatMap((b) => (b.x === a.x ? [] : [(b.y - a.y) / (b.x - a.x)])));

/** A share of the way through sorted values, between neighbours by line: of mirrored values the mirrored one. */
function quantileOf(sortedValues: readonly number[], shareFraction: number): number {
  const at = shareFraction * (sortedValues.length - 1);
  const [lower, upper] = [sortedValues[Math.floor(at)] ?? NaN, sortedValues[Math.ceil(at)] ?? NaN];
  return lower + (at - Math.floor(at)) * (upper - lower);
}

/**
 * The robust slope alone: the median of all pairwise slopes, the mean of the two middle ones where their number is even,
 * in y per x; null without a run. Source: Theil 1950, Sen 1968.
 * @example theilSenSlope([{ x: 0, y: 0 }, { x: 1, y: 1 }, { x: 2, y: 3 }, { x: 3, y: 3 }]) // 1
 */
export function theilSenSlope(points: readonly Point[]): number | null {
  const slopes = pairSlopes(points);
  return slopes.length === 0 ? null : medianOf(slopes);
}

/** Robust line with its spread: the middle half of all pairwise slopes, in y per x; null under four points or without a run. */
export function theilSenLine(
  points: readonly Point[],
): { value: number; lo: number; hi: number; interceptValue: number } | null {
  if (points.length < 4) return null;
  const slopes = pairSlopes(points).sort((a, b) => a - b);
  if (slopes.length === 0) return null;
  const value = medianOf(slopes);
  return {
    value,
    interceptValue: medianOf(points.map(({ x, y }) => y - value * x)),
    lo: quantileOf(slopes, 0.25),
    hi: quantileOf(slopes, 0.75),
  };
}
