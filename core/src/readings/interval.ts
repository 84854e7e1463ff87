/** What a reading says: closed ends in the unit of its parameter; `null` is an open end. */
export interface Interval {
  lo: number | null;
  hi: number | null;
}

/** The lower end; open, it is minus infinity. */
export const lowEnd = (interval: Interval): number => interval.lo ?? -Infinity;
/** The upper end; open, it is infinity. */
export const highEnd = (interval: Interval): number => interval.hi ?? Infinity;

/** The middle of a closed interval, or its one known end; for drawing and for ordering, never for judging. */
export function middle(interval: Interval, floor = 0): number {
  if (interval.lo === null && interval.hi === null) return floor;
  if (interval.lo === null) return (Math.min(floor, interval.hi ?? floor) + (interval.hi ?? floor)) / 2;
  if (interval.hi === null) return interval.lo;
  return (interval.lo + interval.hi) / 2;
}

/**
 * The middle of a span for reckoning on; null where its top is open, because then nothing can be reckoned. What is read
 * as «less than» counts as half of it: the one reading of such spans everywhere.
 * @example closedMiddle({ lo: null, hi: 1 }) // 0.5
 */
export const closedMiddle = (interval: Interval): number | null => (interval.hi === null ? null : middle(interval));

/** Distance between two intervals, 0 where they touch or overlap. Negative when `b` lies below `a`. */
export function gapBetween({ from, to }: { from: Interval; to: Interval }): number {
  if (lowEnd(to) > highEnd(from)) return lowEnd(to) - highEnd(from);
  if (highEnd(to) < lowEnd(from)) return highEnd(to) - lowEnd(from);
  return 0;
}

/** A reading as the keeper would write it: `6.4`, `20–40`, `<5`, `>160`; a span no wider than the last digit is one figure. */
export function intervalText(interval: Interval, decimalsCount: number): string {
  const shown = (value: number): string => value.toFixed(decimalsCount);
  if (interval.lo === null && interval.hi === null) return 'not known';
  if (interval.lo === null) return `<${shown(interval.hi ?? 0)}`;
  if (interval.hi === null) return `>${shown(interval.lo)}`;
  const finest = 10 ** -decimalsCount;
  // `30–31` was read between two marks: both figures are meant. Half a step to each side of 30 is one figure.
  const isWritten = (value: number): boolean => Math.abs(value / finest - Math.round(value / finest)) < 1e-6;
  const areBothMeant = interval.lo < interval.hi && isWritten(interval.lo) && isWritten(interval.hi);
  if (interval.hi - interval.lo <= finest * 1.0001 && !areBothMeant) return shown((interval.lo + interval.hi) / 2);
  return `${shown(interval.lo)}–${shown(interval.hi)}`;
}

/** A value rounded to so many decimals, half away from nothing as the platform rounds. */
export const roundTo = (value: number, decimalsCount: number): number => Number(value.toFixed(decimalsCount));
