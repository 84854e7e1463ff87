/**
 * An expected failure is a value. The union is closed: every kind carries the numbers its sentence needs,
 * so that a screen, the API and the command line can all say the same thing.
 */
export type Refusal =
  | { kind: 'out-of-range'; field: string; value: number; lo: number; hi: number; unit: string; mend?: string }
  | { kind: 'not-a-number'; field: string; text: string; mend?: string }
  | { kind: 'unknown-unit'; field: string; text: string; known: string[] }
  | { kind: 'unknown-name'; field: string; text: string; known: string[] }
  | { kind: 'missing'; field: string; why: string }
  | { kind: 'contradiction'; fields: string[]; why: string }
  | { kind: 'method-invalid'; method: string; why: string }
  | { kind: 'unreachable'; target: string; why: string }
  | { kind: 'malformed'; field: string; why: string }
  | {
      kind: 'conflict';
      /** The fewest targets that cannot all be met. */
      conflict: string[];
      why: string;
      nearest: { massG: Record<string, number> };
      wouldHelp: string[][];
    };

export type Result<T> = { ok: true; value: T } | { ok: false; refusal: Refusal };

export const ok = <T>(value: T): Result<T> => ({ ok: true, value });
export const refuse = <T = never>(refusal: Refusal): Result<T> => ({ ok: false, refusal });

/** A broken promise of our own is a bug and throws; a keeper's mistake is a `Refusal`. */
export function assert(condition: boolean, message: string): asserts condition {
  if (!condition) throw new Error(`Broken assumption: ${message}`);
}

/** Takes the value out where a refusal would be a bug (tests, data already checked at load). */
export function unwrap<T>(result: Result<T>): T {
  if (!result.ok) throw new Error(refusalSentence(result.refusal));
  return result.value;
}

/** Ends at or above this are no ends: JSON has no infinity. */
const unbounded = 1e300;

const listed = (names: readonly string[]): string => names.join(', ');

/** One plain sentence for a refusal: what was wrong, and the likely mend where there is one. */
export function refusalSentence(refusal: Refusal): string {
  switch (refusal.kind) {
    case 'out-of-range': {
      const unit = refusal.unit ? ` ${refusal.unit}` : '';
      const range =
        refusal.hi < unbounded ? `between ${refusal.lo} and ${refusal.hi}${unit}` : `at least ${refusal.lo}${unit}`;
      return `${refusal.field} is ${refusal.value}${unit}; it can only be ${range}.${mended(refusal.mend)}`;
    }
    case 'not-a-number':
      return `“${refusal.text}” is not a number we can read for ${refusal.field}.${mended(refusal.mend)}`;
    case 'unknown-unit':
      return `“${refusal.text}” is not a unit known for ${refusal.field}. Known: ${listed(refusal.known)}.`;
    case 'unknown-name':
      return `“${refusal.text}” is not a known ${refusal.field}. Known: ${listed(refusal.known)}.`;
    case 'missing':
      return `${refusal.field} is missing: ${refusal.why}.`;
    case 'contradiction':
      return `${listed(refusal.fields)} cannot all be true: ${refusal.why}.`;
    case 'method-invalid':
      return `This cannot be computed here: ${refusal.why}.`;
    case 'malformed':
      return `${refusal.field} is not what is expected here: ${refusal.why}.`;
    case 'conflict':
      return `${listed(refusal.conflict)} cannot all be met: ${refusal.why}.`;
    case 'unreachable':
      return `${refusal.target} cannot be reached: ${refusal.why}.`;
  }
}

const mended = (mend: string | undefined): string => (mend === undefined ? '' : ` Perhaps ${mend}?`);
