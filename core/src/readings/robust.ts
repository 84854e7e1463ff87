import { because, ok, refuse, type Result } from '#core/result';
import { doorFault } from '#core/units';
import { medianOf } from './own-normal';
import { theilSenLine } from './slope';

export interface RobustStatistics {
  pointsCount: number;
  medianValue: number;
  /** Median absolute deviation, and the standard deviation that it stands for (× 1.4826). */
  madValue: number;
  sdValue: number;
  /** Theil–Sen slope in y per x with the middle half of all pairwise slopes; null under four points. */
  slope: { value: number; lo: number; hi: number } | null;
}
/** MAD to standard deviation of a normal distribution: 1 / 0.6745. */
const sdOfMadRatio = 1.4826;

/**
 * Middle, spread and slope that one wild value does not move.
 *
 * y in any unit, x in any. Source: Theil 1950, Sen 1968 for the slope; Iglewicz & Hoaglin 1993 for the spread.
 * @example robustStatistics([{ x: 0, y: 1 }, { x: 1, y: 3 }, { x: 2, y: 5 }, { x: 3, y: 90 }]) // median 4, slope of the middle half
 */
export function robustStatistics(points: readonly { x: number; y: number }[]): Result<RobustStatistics> {
  const fault = doorFault({ points });
  if (fault) return refuse(fault);
  if (points.length === 0) return refuse({ kind: 'missing', field: 'points', why: because('nothing-given') });
  const values = points.map((p) => p.y);
  const medianValue = medianOf(values);
  const madValue = medianOf(values.map((y) => Math.abs(y - medianValue)));
  const line = theilSenLine(points);
  return ok({
    pointsCount: points.length,
    medianValue,
    madValue,
    sdValue: sdOfMadRatio * madValue,
    slope: line && { value: line.value, lo: line.lo, hi: line.hi },
  });
}
