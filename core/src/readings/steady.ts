import { roundTo } from './interval';
import { medianOf } from './own-normal';

export interface Sample {
  atEpochMs: number;
  value: number;
}
export type UnsteadyReason = 'nothing-heard' | 'settling' | 'rising' | 'falling' | 'jumping';
export interface Steadiness {
  steady: boolean;
  /** Middle of the last third of the window, rounded to the digit of the device; null while nothing has come in. */
  value: number | null;
  /** What is still missing; null once it is steady. */
  why: UnsteadyReason | null;
  /** How long it has been within its allowance. */
  heldForMs: number;
}

/** Long enough for an electrode; with fewer samples noise and settling cannot be told apart (ours). */
export const steadyWindowMs = 8000;
const leastSamplesCount = 6;

/**
 * Whether a live value has stopped settling. Over the last 8 s the first and the last third may differ by one digit at
 * most and all samples by three digits or 1 %. Of a probe that settles as `e^(-t/τ)` with τ up to 12 s the value taken is
 * then at most two digits short, and half a digit of rounding: between the middles of the thirds, 4.75 s apart at the
 * least, it moves by what is left times `2 sinh(2.4/τ)`.
 * A device that speaks seldom is given its last seven values. Thresholds are ours; that one waits until a pen is steady is common practice.
 * @example steadiness([{ atEpochMs: 0, value: 312 }], { nowEpochMs: 1000, resolution: 1 }).why // 'settling'
 */
export function steadiness(
  samples: readonly Sample[],
  { nowEpochMs, resolution, everyMs = 1000 }: { nowEpochMs: number; resolution: number; everyMs?: number },
): Steadiness {
  const windowMs = Math.max(steadyWindowMs, 7.5 * everyMs);
  const inWindow = samples.filter((s) => s.atEpochMs <= nowEpochMs && nowEpochMs - s.atEpochMs <= windowMs);
  const last = inWindow.at(-1);
  if (!last) return { steady: false, value: null, why: 'nothing-heard', heldForMs: 0 };
  const shown = (value: number): number => roundTo(Math.round(value / resolution) * resolution, 6);
  const unsteady = (why: UnsteadyReason): Steadiness => ({
    steady: false,
    value: shown(last.value),
    why,
    heldForMs: 0,
  });
  const spanMs = last.atEpochMs - (inWindow[0]?.atEpochMs ?? last.atEpochMs);
  if (inWindow.length < leastSamplesCount || spanMs < 0.85 * windowMs) return unsteady('settling');
  const values = inWindow.map((s) => s.value);
  const third = Math.max(2, Math.floor(values.length / 3));
  const value = medianOf(values.slice(-third));
  const drift = value - medianOf(values.slice(0, third));
  const spread = Math.max(...values) - Math.min(...values);
  if (Math.abs(drift) > resolution * 1.0001) return unsteady(drift > 0 ? 'rising' : 'falling');
  if (spread > Math.max(3 * resolution, 0.01 * Math.abs(value))) return unsteady('jumping');
  return { steady: true, value: shown(value), why: null, heldForMs: heldFor(samples, { value, resolution }) };
}

/**
 * Whether a probe has left the water it was last taken from: noise does not count, three digits or 2 % do (ours).
 * @example hasLeft({ value: 0, takenValue: 350, resolution: 1 }) // true, it hangs in the air
 */
export const hasLeft = ({
  value,
  takenValue,
  resolution,
}: {
  value: number;
  takenValue: number;
  resolution: number;
}): boolean => Math.abs(value - takenValue) > Math.max(3 * resolution, 0.02 * Math.abs(takenValue)) * 1.0001;

/** How far back the samples without a break lie within two digits (or 1 %) of the value now. */
function heldFor(samples: readonly Sample[], { value, resolution }: { value: number; resolution: number }): number {
  const room = Math.max(2 * resolution, 0.01 * Math.abs(value));
  const last = samples.at(-1)?.atEpochMs ?? 0;
  let since = last;
  for (let i = samples.length - 1; i >= 0; i--) {
    const sample = samples[i];
    if (!sample || Math.abs(sample.value - value) > room) break;
    since = sample.atEpochMs;
  }
  return last - since;
}
