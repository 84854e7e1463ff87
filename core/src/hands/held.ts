import type { Interval } from '#core/readings';

/** What came of a value while nobody was there. */
export const heldVerdicts = ['as-foreseen', 'held', 'on-its-limit', 'not-read', 'unforeseen'] as const;
export type HeldVerdict = (typeof heldVerdicts)[number];
export interface HeldInput {
  /** What was foreseen to leave its band before the end. */
  foreseen: readonly string[];
  readings: readonly (Interval & { parameter: string; atEpochMs: number })[];
  /** The upper end of each band that has one, canonical. */
  ceilings: Readonly<Record<string, number>>;
  backEpochMs: number;
  /** Changes of water, whenever they were. */
  changedEpochMs: readonly number[];
}
export interface Held {
  parameter: string;
  verdict: HeldVerdict;
  /** The reading that tells; null where there is none. */
  reading: Interval | null;
}

/**
 * What was foreseen of an absence, held against the first reading of each value after coming home. A reading made after
 * water was changed says nothing of the weeks before; one that straddles the limit decides nothing. What was neither
 * foreseen nor found above its limit is left out. Our own rule.
 * @example heldAgainst({ foreseen: ['no3MgPerL'], readings: [], ceilings: { no3MgPerL: 40 }, backEpochMs: 0, changedEpochMs: [] })
 * // [{ parameter: 'no3MgPerL', verdict: 'not-read', reading: null }]
 */
export function heldAgainst({ foreseen, readings, ceilings, backEpochMs, changedEpochMs }: HeldInput): Held[] {
  const changed = Math.min(Infinity, ...changedEpochMs.filter((at) => at >= backEpochMs));
  const first = new Map<string, HeldInput['readings'][number]>();
  for (const r of [...readings].sort((a, b) => a.atEpochMs - b.atEpochMs))
    if (r.atEpochMs >= backEpochMs && r.atEpochMs <= changed && !first.has(r.parameter)) first.set(r.parameter, r);
  return [...new Set([...foreseen, ...first.keys()])].flatMap((parameter): Held[] => {
    const [read, ceiling, asked] = [first.get(parameter), ceilings[parameter], foreseen.includes(parameter)];
    if (!read || ceiling === undefined) return asked ? [{ parameter, verdict: 'not-read', reading: null }] : [];
    const reading = { lo: read.lo, hi: read.hi };
    const above = (read.lo ?? -Infinity) > ceiling;
    if (above) return [{ parameter, verdict: asked ? 'as-foreseen' : 'unforeseen', reading }];
    if (!asked) return [];
    return [{ parameter, verdict: (read.hi ?? Infinity) <= ceiling ? 'held' : 'on-its-limit', reading }];
  });
}
