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

/** So unlikely must a split be by chance to be named (Pettitt 1979). */
const leastChanceFraction = 0.05;

/**
 * Whether a series has one change of level, by ranks alone: where it is likeliest, and how likely chance gives as much.
 * Source: Pettitt 1979; K = max |U|, p = 2 exp(−6 K² / (n³ + n²)). Any unit; needs two values.
 * @example pettitt([1, 2, 1, 2, 8, 9, 8, 9]) // { splitIndex: 4, chanceFraction: 0.14 }
 */
export function pettitt(values: readonly number[]): { splitIndex: number; chanceFraction: number } {
  const count = values.length;
  let [best, splitIndex, u] = [0, 0, 0];
  for (let t = 0; t < count - 1; t++) {
    const own = values[t] ?? 0;
    // U grows by how many lie below this value, less those above it.
    u += values.reduce((sum, other) => sum + Math.sign(own - other), 0);
    if (Math.abs(u) > best) [best, splitIndex] = [Math.abs(u), t + 1];
  }
  return { splitIndex, chanceFraction: Math.min(1, 2 * Math.exp((-6 * best ** 2) / (count ** 3 + count ** 2))) };
}

/** The split of a series that leaves the least squares. */
function leastSquaresSplit(values: readonly number[]): { splitIndex: number; leftFraction: number } {
  let best = { at: 1, left: Infinity };
  for (let at = 1; at < values.length; at++) {
    const left = squares(values.slice(0, at)) + squares(values.slice(at));
    if (left < best.left) best = { at, left };
  }
  const whole = squares(values);
  return { splitIndex: best.at, leftFraction: whole === 0 ? 1 : best.left / whole };
}

/**
 * How a source has moved over a time: its range, and the one step that explains most of it.
 *
 * Two routes. The split of least squared error, where it takes half of the squares away and is wider than the readings
 * are coarse: that finds a step in few readings. Pettitt's test by ranks, where chance gives as much in fewer than one in
 * twenty and the means are half of a reading's width apart: that finds a step in the noise of many. Needs four readings.
 * Order does not matter. Source: least squares split; Pettitt 1979.
 * @example movementOf([{ atEpochMs: 0, lo: 8, hi: 8 }, …]) // { lo: 8, hi: 14, step: { beforeValue: 8, … } }
 */
export function movementOf(series: readonly DatedSpan[]): SourceMovement | null {
  if (series.length === 0) return null;
  const sorted = [...series].sort((a, b) => a.atEpochMs - b.atEpochMs);
  const values = sorted.map((s) => middle(s));
  const movement = { lo: Math.min(...values), hi: Math.max(...values) };
  if (sorted.length < 4) return { ...movement, step: null };
  const coarse = Math.max(...sorted.map((s) => (s.lo === null || s.hi === null ? 0 : s.hi - s.lo)));
  const parts = (at: number): { beforeValue: number; afterValue: number } => ({
    beforeValue: mean(values.slice(0, at)),
    afterValue: mean(values.slice(at)),
  });
  const apart = (at: number): number => Math.abs(parts(at).afterValue - parts(at).beforeValue);
  const [plain, ranked] = [leastSquaresSplit(values), pettitt(values)];
  const at =
    plain.leftFraction <= 0.5 && apart(plain.splitIndex) > Math.max(coarse, 1e-9)
      ? plain.splitIndex
      : ranked.chanceFraction < leastChanceFraction && apart(ranked.splitIndex) > Math.max(coarse / 2, 1e-9)
        ? ranked.splitIndex
        : null;
  const [last, first] = at === null ? [] : [sorted[at - 1], sorted[at]];
  return {
    ...movement,
    step:
      at !== null && last && first ? { afterEpochMs: last.atEpochMs, atEpochMs: first.atEpochMs, ...parts(at) } : null,
  };
}
