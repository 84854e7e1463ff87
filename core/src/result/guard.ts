import { because } from './why';
import { refuse, type Refusal, type Result } from './result';

export interface NumberGuard {
  field: string;
  value: unknown;
  /** Lower and upper end of what can be, both included, in `unit`. */
  range: { lo: number; hi: number; unit: string };
}

/** The first fault among numbers that must be finite and in range, or null. Guards come first in every calculation. */
export function firstFault(guards: readonly NumberGuard[]): Refusal | null {
  for (const { field, value, range } of guards) {
    if (value === undefined || value === null) return { kind: 'missing', field, why: because('number-needed') };
    if (typeof value !== 'number' || !Number.isFinite(value))
      return { kind: 'not-a-number', field, text: typeof value === 'number' ? String(value) : typeof value };
    if (value < range.lo || value > range.hi) return { kind: 'out-of-range', field, value, ...range };
  }
  return null;
}

/** Runs `compute` when no guard is broken. */
export function guarded<T>(guards: readonly NumberGuard[], compute: () => Result<T>): Result<T> {
  const fault = firstFault(guards);
  return fault ? refuse(fault) : compute();
}
