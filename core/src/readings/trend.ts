import { dayMs } from '#core/units';
import { middle, type Interval } from './interval';
import { theilSenSlope } from './slope';

export interface DatedReading extends Interval {
  atEpochMs: number;
  /** What a pen showed in ppm by a factor nobody knows; `lo` and `hi` are then all that it may mean. */
  penPpm?: Interval | undefined;
}
export interface DatedChange {
  atEpochMs: number;
  changeFraction: number;
  /** The value of this parameter in the water that went in, where known. */
  sourceValue: number | null;
}
export type Direction = 'rising' | 'falling' | 'steady' | 'unknown';

/**
 * Which way a parameter is heading by itself, net of the changes: a direction only, no dates.
 *
 * Each change is a known jump and is taken out before the slope is judged. Needs at least four readings; a movement
 * smaller than the width of the readings themselves, or one that chance would give, counts as steady. Where a change lies between two readings and the
 * source's value is not known, the answer is `unknown`. Source: Theil 1950, Sen 1968 (median of pairwise slopes);
 * Mann 1945, Kendall 1975 (whether it is a trend at all).
 * @example directionOf({ readings: four rising readings, changes: [] }) // 'rising'
 */
export function directionOf({
  readings,
  changes,
}: {
  readings: readonly DatedReading[];
  changes: readonly DatedChange[];
}): Direction {
  if (readings.length < 4) return 'unknown';
  const sorted = [...readings].sort((a, b) => a.atEpochMs - b.atEpochMs);
  const first = sorted[0];
  const last = sorted.at(-1);
  if (!first || !last || last.atEpochMs === first.atEpochMs) return 'unknown';
  let net = middle(first);
  const line = [{ x: 0, y: net }];
  for (const [i, reading] of sorted.slice(1).entries()) {
    const before = sorted[i];
    if (!before) continue;
    const expected = afterChanges({ levelValue: middle(before), changes, from: before, to: reading });
    if (expected === null) return 'unknown';
    net += middle(reading) - expected;
    line.push({ x: (reading.atEpochMs - first.atEpochMs) / dayMs, y: net });
  }
  const slope = theilSenSlope(line) ?? 0;
  const widths = sorted.map((r) => (r.lo === null || r.hi === null ? 0 : r.hi - r.lo));
  const typicalWidth = widths.reduce((sum, w) => sum + w, 0) / widths.length;
  const movement = slope * (line.at(-1)?.x ?? 0);
  if (Math.abs(movement) <= typicalWidth || !monotonic(line.map((p) => p.y))) return 'steady';
  return movement > 0 ? 'rising' : 'falling';
}

/** Mann-Kendall: more pairs must agree than chance gives (one-sided 5 %, normal approximation). */
function monotonic(levels: readonly number[]): boolean {
  const count = levels.length;
  let agreement = 0;
  for (let i = 0; i < count; i++)
    for (let j = i + 1; j < count; j++) agreement += Math.sign((levels[j] ?? 0) - (levels[i] ?? 0));
  return Math.abs(agreement) / Math.sqrt((count * (count - 1) * (2 * count + 5)) / 18) >= 1.645;
}

function afterChanges({
  levelValue,
  changes,
  from,
  to,
}: {
  levelValue: number;
  changes: readonly DatedChange[];
  from: DatedReading;
  to: DatedReading;
}): number | null {
  let expected = levelValue;
  for (const change of changes) {
    if (change.atEpochMs <= from.atEpochMs || change.atEpochMs > to.atEpochMs) continue;
    if (change.sourceValue === null) return null;
    expected = (1 - change.changeFraction) * expected + change.changeFraction * change.sourceValue;
  }
  return expected;
}
