import type { GateKind, GateRow } from './facts';

/** What is read over all lives of a tank: its ends themselves, and tools, which outlive the tank they are at home in. */
const ofAllLives: readonly GateKind[] = ['ending', 'tool'];

const beginnings = (rows: readonly GateRow[]): number[] =>
  rows.flatMap((r) => (r.kind === 'ending' && r.payload.step === 'begun-anew' ? [r.atEpochMs] : []));

/**
 * Rows of the life of a tank in which a time lies. Begun anew it is another tank: what ran and lived in it before is over,
 * and what is written now belongs to none of it.
 */
export function lifeAt(rows: readonly GateRow[], atEpochMs: number): readonly GateRow[] {
  const begun = beginnings(rows);
  if (begun.length === 0) return rows;
  const from = lifeBeganAt(rows, atEpochMs);
  const to = Math.min(Infinity, ...begun.filter((at) => at > atEpochMs));
  return rows.filter((r) => ofAllLives.includes(r.kind) || (r.atEpochMs >= from && r.atEpochMs < to));
}
/** When that life began: 0 where it is the first. */
export const lifeBeganAt = (rows: readonly GateRow[], atEpochMs: number): number =>
  Math.max(0, ...beginnings(rows).filter((at) => at <= atEpochMs));
/** All rows of a kind, life by life. */
export function lives(kind: GateKind, rows: readonly GateRow[]): readonly (readonly GateRow[])[] {
  const begun = ofAllLives.includes(kind) ? [] : beginnings(rows);
  return begun.length === 0 ? [rows] : [0, ...begun].map((from) => lifeAt(rows, from));
}
