import { sql } from 'drizzle-orm';
import * as v from 'valibot';
import type { Kind } from '#contracts/book';
import type { Db, Tx } from '../db';
import type { KindModule, KindRegistry, NewestPatch, ProjectedEntry } from './kind';

/** What may belong to the newest few of a subject, without the places that every item begins with. */
export interface Newly {
  key: string;
  rest: readonly unknown[];
  keepCount: number;
}

/**
 * A kind of entry that is read from the book itself and projected into no table of its own: only its newest few ride
 * with the subject. Enough for what a page asks of one tank at a time, and nothing can drift from the book.
 */
export function diaryKind<S extends v.GenericSchema>({
  kind,
  on,
  schema,
  print,
  state,
  seeds,
  newly = () => [],
}: {
  kind: Kind;
  on: KindModule<unknown>['on'];
  schema: S;
  print: KindModule<v.InferOutput<S>>['print'];
  state?: KindModule<v.InferOutput<S>>['state'];
  seeds?: KindModule<v.InferOutput<S>>['seeds'];
  newly?: (payload: v.InferOutput<S>, entryId: string) => Newly[];
}): KindModule<v.InferOutput<S>> {
  const patches = (entry: ProjectedEntry<v.InferOutput<S>>): NewestPatch[] =>
    entry.struck.whole
      ? []
      : newly(entry.payload, entry.id).map(({ key, rest, keepCount }) => ({
          subjectId: entry.subjectId,
          key,
          item: [entry.happenedAt.getTime(), entry.sequence, ...rest],
          keepCount,
        }));
  return {
    kind,
    version: 1,
    on,
    reaches: seeds ? 'later-entries' : 'itself',
    read: (payload) => v.parse(schema, payload),
    print,
    ...(state ? { state } : {}),
    ...(seeds ? { seeds } : {}),
    project: (_tx, entries) => Promise.resolve(entries.flatMap(patches)),
  };
}

/** Kinds of entries that a diary is kept of: the index over them leaves the many readings and visits out. */
export const diaryKinds = [
  'fact',
  'unit',
  'stock',
  'arrival',
  'acclimation',
  'cycling',
  'fed',
  'cleared',
  'trim',
  'dose',
  'own-kind',
  'supply',
  'supply-log',
  'seen',
  'instrument',
  'calibration',
  'photo',
  'top-up',
  'recipe',
  'mineral',
  'works',
  'batch',
  'batch-step',
  'routine',
  'sequence',
  'job',
  'timer',
  'learnt',
] as const satisfies readonly Kind[];
export type DiaryKindName = (typeof diaryKinds)[number];

export interface DiaryRow extends Record<string, unknown> {
  entry_id: string;
  kind: DiaryKindName;
  subject_id: string;
  at_ms: number;
  payload: unknown;
}

export interface DiaryQuery {
  kinds: readonly DiaryKindName[];
  subjectIds?: readonly string[];
  sinceEpochMs?: number;
  limit?: number;
}
/** Entries of these kinds that are not struck, oldest first, as they were sent; of some subjects or of all. */
export async function readDiaryIn(
  db: Db | Tx,
  { kinds, subjectIds, sinceEpochMs = 0, limit = 20_000 }: DiaryQuery,
): Promise<(DiaryRow & { version: number })[]> {
  const found = await db.execute<DiaryRow & { version: number }>(sql`
    select e.id as entry_id, e.kind, e.kind_version as version, e.subject_id, extract(epoch from e.happened_at)::float8 * 1000 as at_ms, e.payload
    from entries e
    where e.kind = any(${sql.param([...kinds])}::text[]) and e.kind not in ('set-up', 'source', 'readings', 'change', 'looked', 'note', 'strike')
      ${subjectIds === undefined ? sql`` : sql`and e.subject_id = any(${sql.param([...subjectIds])}::uuid[])`}
      and e.happened_at >= ${new Date(sinceEpochMs).toISOString()}::timestamptz
      and not exists (select 1 from strikes s where s.struck_entry_id = e.id)
    order by e.happened_at desc, e.sequence desc limit ${limit}`);
  return found.rows.reverse();
}

/** The same, each payload read by its kind: defaults filled in, old versions lifted. */
export async function readDiary(
  { db, kinds }: { db: Db; kinds: KindRegistry },
  query: DiaryQuery,
): Promise<DiaryRow[]> {
  return (await readDiaryIn(db, query)).map(({ version, ...row }) => ({
    ...row,
    payload: kinds.of(row.kind).read(row.payload, version),
  }));
}
