import type { Why } from './why';

/**
 * An expected failure is a value. The union is closed: every kind carries the numbers its sentence needs,
 * so that a screen, the API and the command line can all say the same thing.
 */
export type Refusal =
  | { kind: 'out-of-range'; field: string; value: number; lo: number; hi: number; unit: string; mend?: string }
  | { kind: 'not-a-number'; field: string; text: string; mend?: string }
  | { kind: 'unknown-unit'; field: string; text: string; known: string[] }
  | { kind: 'unknown-name'; field: string; text: string; known: string[] }
  | { kind: 'missing'; field: string; why: Why }
  | { kind: 'contradiction'; fields: string[]; why: Why }
  | { kind: 'method-invalid'; method: string; why: Why }
  | { kind: 'unreachable'; target: string; why: Why }
  | { kind: 'malformed'; field: string; why: Why }
  | {
      kind: 'conflict';
      /** The fewest targets that cannot all be met. */
      conflict: string[];
      why: Why;
      nearest: { massG: Record<string, number> };
      wouldHelp: string[][];
    };

export type Result<T> = { ok: true; value: T } | { ok: false; refusal: Refusal };

/** The answer, where there is one. */
export const ok = <T>(value: T): Result<T> => ({ ok: true, value });
/** No answer, and why: with the numbers that its sentence needs. */
export const refuse = <T = never>(refusal: Refusal): Result<T> => ({ ok: false, refusal });

/** A broken promise of our own is a bug and throws; a keeper's mistake is a `Refusal`. */
export function assert(condition: boolean, message: string): asserts condition {
  if (!condition) throw new Error(`Broken assumption: ${message}`);
}

/** Takes the value out where a refusal would be a bug (tests, data already checked at load). */
export function unwrap<T>(result: Result<T>): T {
  if (!result.ok) throw new Error(JSON.stringify(result.refusal));
  return result.value;
}
