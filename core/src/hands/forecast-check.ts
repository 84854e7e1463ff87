import type { Interval } from '#core/readings';

/** What came of a value while nobody was there. */
export const heldVerdicts = ['as-foreseen', 'held', 'on-its-limit', 'not-read', 'unforeseen'] as const;
export type HeldVerdict = (typeof heldVerdicts)[number];
export interface HeldInput<P extends string = string> {
  /** What was foreseen to leave its band before the end, and by which end; above is not said. */
  foreseen: readonly { parameter: P; side?: 'below' | undefined }[];
  readings: readonly (Interval & { parameter: P; atEpochMs: number })[];
  /** Each band, canonical. */
  bands: Readonly<Partial<Record<string, Interval>>>;
  backEpochMs: number;
  /** Changes of water, whenever they were. */
  changedEpochMs: readonly number[];
}
export interface Held<P extends string = string> {
  parameter: P;
  verdict: HeldVerdict;
  /** The reading that tells; null where there is none. */
  reading: Interval | null;
}

/**
 * What was foreseen of an absence, held against the first reading of each value after coming home. A reading made after
 * water was changed says nothing of the weeks before; one that straddles the limit decides nothing. What was neither
 * foreseen nor found above its limit is left out. Our own rule.
 * @example heldAgainst({ foreseen: [{ parameter: 'no3MgPerL' }], readings: [], bands: { no3MgPerL: { lo: null, hi: 40 } }, backEpochMs: 0, changedEpochMs: [] })
 * // [{ parameter: 'no3MgPerL', verdict: 'not-read', reading: null }]
 */
export function heldAgainst<P extends string>({
  foreseen,
  readings,
  bands,
  backEpochMs,
  changedEpochMs,
}: HeldInput<P>): Held<P>[] {
  const changed = Math.min(Infinity, ...changedEpochMs.filter((at) => at >= backEpochMs));
  const first = new Map<P, HeldInput<P>['readings'][number]>();
  for (const r of [...readings].sort((a, b) => a.atEpochMs - b.atEpochMs))
    if (r.atEpochMs >= backEpochMs && r.atEpochMs <= changed && !first.has(r.parameter)) first.set(r.parameter, r);
  const asked = new Map(foreseen.map((f) => [f.parameter, f.side ?? 'above']));
  return [...new Set([...asked.keys(), ...first.keys()])].flatMap((parameter): Held<P>[] => {
    const [read, side] = [first.get(parameter), asked.get(parameter)];
    const limit = side === 'below' ? bands[parameter]?.lo : bands[parameter]?.hi;
    if (!read || typeof limit !== 'number')
      return side === undefined ? [] : [{ parameter, verdict: 'not-read', reading: null }];
    const reading = { lo: read.lo, hi: read.hi };
    const left = side === 'below' ? (read.hi ?? Infinity) < limit : (read.lo ?? -Infinity) > limit;
    if (left) return [{ parameter, verdict: side === undefined ? 'unforeseen' : 'as-foreseen', reading }];
    if (side === undefined) return [];
    const held = side === 'below' ? (read.lo ?? -Infinity) >= limit : (read.hi ?? Infinity) <= limit;
    return [{ parameter, verdict: held ? 'held' : 'on-its-limit', reading }];
  });
}
