import { sql } from 'drizzle-orm';
import { kindsWhere, lifted, type Kind, type ReadPayloadOf } from '#contracts/book';
import type { Db, Tx } from '../db';

/** Kinds that an index of its own is kept for: the many readings and visits are not among them. */
export const diaryKinds: readonly Kind[] = kindsWhere((d) => d.diary);
/** The others, as the index names them; a test holds the two together. */
export const notInDiary: readonly Kind[] = kindsWhere((d) => !d.diary);

/** One entry that is not struck, its payload as its kind reads it. */
export type DiaryRow<K extends Kind = Kind> = {
  [Of in K]: {
    entryId: string;
    kind: Of;
    subjectId: string;
    atEpochMs: number;
    payload: ReadPayloadOf<Of>;
  };
}[K];

export interface DiaryQuery<K extends Kind> {
  kinds: readonly K[];
  subjectIds?: readonly string[];
  sinceEpochMs?: number;
}

interface RawRow extends Record<string, unknown> {
  id: string;
  kind: Kind;
  version: number;
  subject_id: string;
  at_ms: number;
  sequence: number;
  happened_at: string;
  payload: unknown;
}
/** So many are read at a time: a long diary is never one answer of the database. */
const pageRowsCount = 5000;

/** Entries of these kinds that are not struck, oldest first, however many; of some subjects or of all. */
export async function readDiary<K extends Kind>(
  { db }: { db: Db | Tx },
  { kinds, subjectIds, sinceEpochMs = 0 }: DiaryQuery<K>,
): Promise<DiaryRow<K>[]> {
  const all: DiaryRow<K>[] = [];
  let after: Pick<RawRow, 'happened_at' | 'sequence'> | null = null;
  for (;;) {
    const rows: RawRow[] = (
      await db.execute<RawRow>(sql`
        select e.id, e.kind, e.kind_version as version, e.subject_id, extract(epoch from e.happened_at)::float8 * 1000 as at_ms, e.happened_at::text as happened_at, e.sequence, e.payload
        from entries e
        where e.kind = any(${sql.param([...kinds])}::text[]) and e.kind not in ('set-up', 'source', 'readings', 'change', 'looked', 'note', 'strike')
          ${subjectIds === undefined ? sql`` : sql`and e.subject_id = any(${sql.param([...subjectIds])}::uuid[])`}
          and e.happened_at >= ${new Date(sinceEpochMs).toISOString()}::timestamptz
          ${after === null ? sql`` : sql`and (e.happened_at, e.sequence) > (${after.happened_at}::timestamptz, ${after.sequence})`}
          and not exists (select 1 from strikes s where s.struck_entry_id = e.id)
        order by e.happened_at, e.sequence limit ${pageRowsCount}`)
    ).rows;
    for (const { id, kind, version, subject_id, at_ms, payload } of rows)
      all.push({
        entryId: id,
        kind,
        subjectId: subject_id,
        atEpochMs: at_ms,
        payload: lifted(kind, version, payload),
      } as unknown as DiaryRow<K>);
    after = rows.length === pageRowsCount ? (rows.at(-1) ?? null) : null;
    if (after === null) return all;
  }
}

/** Those of one kind among them. */
export const ofKind = <K extends Kind>(rows: readonly DiaryRow[], kind: K): DiaryRow<K>[] =>
  rows.filter((row) => row.kind === kind) as unknown as DiaryRow<K>[];
