import { middle, type Interval } from '#core/readings';

export interface DatedSpan extends Interval {
  atEpochMs: number;
}
export interface SourceMovement {
  lo: number;
  hi: number;
  /** The split of the series that leaves the least squares, where the step is wider than the readings are coarse. */
  step: { afterEpochMs: number; atEpochMs: number; beforeValue: number; afterValue: number } | null;
}

const mean = (values: readonly number[]): number => values.reduce((sum, v) => sum + v, 0) / values.length;
const squares = (values: readonly number[]): number => {
  const m = mean(values);
  return values.reduce((sum, v) => sum + (v - m) ** 2, 0);
};

/**
 * How a source has moved over a time: its range, and the one step that explains most of it.
 *
 * The step is the split of least squared error (as for a change of level); it is named only where it takes at least
 * half of the squares away and is wider than the readings themselves. Needs four readings. Order does not matter.
 * Source: least squares split; the published cases give Pettitt 1979 as check.
 * @example movementOf([{ atEpochMs: 0, lo: 8, hi: 8 }, …]) // { lo: 8, hi: 14, step: { beforeValue: 8, … } }
 */
export function movementOf(series: readonly DatedSpan[]): SourceMovement | null {
  if (series.length === 0) return null;
  const sorted = [...series].sort((a, b) => a.atEpochMs - b.atEpochMs);
  const values = sorted.map((s) => middle(s));
  const movement = { lo: Math.min(...values), hi: Math.max(...values) };
  if (sorted.length < 4) return { ...movement, step: null };
  const whole = squares(values);
  let best = { at: 0, left: Infinity };
  for (let at = 1; at < values.length; at++) {
    const left = squares(values.slice(0, at)) + squares(values.slice(at));
    if (left < best.left) best = { at, left };
  }
  const [beforeValue, afterValue] = [mean(values.slice(0, best.at)), mean(values.slice(best.at))];
  const coarse = Math.max(...sorted.map((s) => (s.lo === null || s.hi === null ? 0 : s.hi - s.lo)));
  const [last, first] = [sorted[best.at - 1], sorted[best.at]];
  const tells = best.left <= whole / 2 && Math.abs(afterValue - beforeValue) > Math.max(coarse, 1e-9);
  return {
    ...movement,
    step:
      tells && last && first
        ? { afterEpochMs: last.atEpochMs, atEpochMs: first.atEpochMs, beforeValue, afterValue }
        : null,
  };
}
