import { and, asc, desc, eq, inArray, sql, type SQL, type AnyColumn } from 'drizzle-orm';
import { kindsWhere, kindAsRead, writtenAs, type Kind } from '#contracts/book';
import type { Db, Tx } from '../db';
import { entries, strikes, subjects, wordsOf } from './book-table';

/** An entry, by the kind as which it is read, and the name under which it was written. */
export type EntryRow = Omit<typeof entries.$inferSelect, 'kind'> & { kind: Kind; writtenKind: string };
const rowRead = (row: typeof entries.$inferSelect): EntryRow => ({
  ...row,
  kind: kindAsRead(row.kind, row.payload),
  writtenKind: row.kind,
});
/** Entries of some kinds, under whatever name they were written. */
const ofKinds = (of: { kind: AnyColumn | SQL; payload: AnyColumn | SQL }, kinds: readonly string[]): SQL =>
  sql`(${sql.join(
    [
      sql`${of.kind} = any(${sql.param([...kinds])}::text[])`,
      ...writtenAs(kinds).map(
        ({ kind, steps }) =>
          sql`(${of.kind} = ${kind} and ${of.payload} ->> 'step' = any(${sql.param(steps)}::text[]))`,
      ),
    ],
    sql` or `,
  )})`;
export type SubjectRow = typeof subjects.$inferSelect;
export type NewEntryRow = Omit<typeof entries.$inferInsert, 'sequence'>;

/** Locks the subjects of a write in the order of their ids, so that no two writes wait for each other. */
export async function lockSubjects(tx: Tx, ids: readonly string[]): Promise<SubjectRow[]> {
  const found = await tx.execute<SubjectRow & Record<string, unknown>>(sql`
    select id, kind, name, started_on::text as "startedOn", moved_sequence as "movedSequence", state, newest from subjects where id = any(${sql.param([...ids])}::uuid[]) order by id for update`);
  return found.rows;
}
export async function readSubjects(db: Db | Tx, ids: readonly string[]): Promise<SubjectRow[]> {
  return ids.length === 0
    ? []
    : db
        .select()
        .from(subjects)
        .where(inArray(subjects.id, [...ids]));
}
/** The names of all subjects of a kind, by their ids. */
export async function namesOf(db: Db | Tx, kind: SubjectRow['kind']): Promise<Map<string, string>> {
  const rows = await db.select({ id: subjects.id, name: subjects.name }).from(subjects).where(eq(subjects.kind, kind));
  return new Map(rows.map((r) => [r.id, r.name]));
}
export async function insertSubjects(tx: Tx, rows: SubjectRow[]): Promise<void> {
  if (rows.length > 0) await tx.insert(subjects).values(rows).onConflictDoNothing();
}
export const insertRows = async (tx: Tx, rows: SQL): Promise<void> => {
  await tx.execute(rows);
};
export async function updateSubjects(tx: Tx, rows: readonly SubjectRow[]): Promise<void> {
  if (rows.length === 0) return;
  const ids = rows.map((r) => r.id);
  const columns = rows.map((r) => ({
    id: r.id,
    name: r.name,
    started_on: r.startedOn,
    moved_sequence: r.movedSequence,
    state: r.state,
    newest: r.newest,
  }));
  await tx.execute(sql`update subjects s set name = n.name, started_on = n.started_on, moved_sequence = n.moved_sequence, state = n.state, newest = n.newest
    from jsonb_to_recordset(${JSON.stringify(columns)}::jsonb) as n(id uuid, name text, started_on date, moved_sequence bigint, state jsonb, newest jsonb) where s.id = n.id and s.id = any(${sql.param(ids)}::uuid[])`);
}
/** Another subject of the kind that has this name: the one that is being made stands in the table already. */
export async function otherNamed(
  tx: Tx,
  { kind, name, exceptId }: { kind: SubjectRow['kind']; name: string; exceptId: string },
): Promise<string | null> {
  // Two at once with one name: the second waits here until the first is in the table, or gone.
  await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${`${kind} ${name.toLowerCase()}`}, 0))`);
  const [row] = await tx
    .select({ id: subjects.id })
    .from(subjects)
    .where(and(eq(subjects.kind, kind), sql`lower(name) = lower(${name})`, sql`${subjects.id} <> ${exceptId}`))
    .limit(1);
  return row?.id ?? null;
}

/** Those of the subjects whose name another of their kind has. */
export async function namesakes(tx: Tx, ids: readonly string[]): Promise<Pick<SubjectRow, 'id' | 'kind' | 'name'>[]> {
  const { rows } = await tx.execute<Pick<SubjectRow, 'id' | 'kind' | 'name'>>(sql`
    select s.id, s.kind, s.name from subjects s where s.id = any(${sql.param([...ids])}::uuid[])
      and exists (select 1 from subjects o where o.kind = s.kind and lower(o.name) = lower(s.name) and o.id <> s.id)`);
  return rows;
}

/** Writes what is not there yet; a repeated id writes nothing and is missing from the result. */
export async function insertEntries(tx: Tx, rows: NewEntryRow[]): Promise<Map<string, number>> {
  // One parameter for any number of rows: a row each of twelve parameters costs more than the writing itself.
  const written = await tx.execute<{ id: string; sequence: number }>(sql`
    insert into entries (id, kind, kind_version, subject_id, happened_at, zone, night_on, written_at, written_by, payload, payload_hash)
    select n."id", n."kind", n."kindVersion", n."subjectId", n."happenedAt", n."zone", n."nightOn", n."writtenAt", n."writtenBy", n."payload", n."payloadHash"
    from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) as n("id" uuid, "kind" text, "kindVersion" int, "subjectId" uuid, "happenedAt" timestamptz, "zone" text, "nightOn" date, "writtenAt" timestamptz, "writtenBy" text, "payload" jsonb, "payloadHash" text)
    on conflict (id) do nothing returning id, sequence`);
  return new Map(written.rows.map((r) => [r.id, r.sequence]));
}
/** A subject as it was read, and which writing of its row that was. */
export interface ReadSubject {
  row: SubjectRow;
  version: string;
}
export async function readSubjectVersions(db: Db, ids: readonly string[]): Promise<ReadSubject[]> {
  const { rows } = await db.execute<SubjectRow & { version: string }>(sql`
    select id, kind, name, started_on::text as "startedOn", moved_sequence as "movedSequence", state, newest, xmin::text as version from subjects where id = any(${sql.param([...ids])}::uuid[])`);
  return rows.map(({ version, ...row }) => ({ row, version }));
}

/** Stands in a subject's newest for the number that its entry gets in the same statement. */
export const sequenceToCome = Number.MAX_SAFE_INTEGER;
const numbered = (newest: string, sequence: string): string =>
  newest.replaceAll(`"sequence":${sequenceToCome}`, `"sequence":${sequence}`);

/**
 * One entry for each subject, its rows and what is known of the subject, in one statement: all of it, or, where a subject
 * is no longer as it was read, nothing. An id that is in the book already fails as a broken constraint.
 * Returns the numbers of the entries and the subjects as they now are.
 */
export async function insertAtOnce(
  db: Db,
  {
    entries: rows,
    subjects: laid,
    derived,
  }: { entries: readonly NewEntryRow[]; subjects: readonly ReadSubject[]; derived: readonly SQL[] },
): Promise<{ sequence: number; subject: ReadSubject }[]> {
  const after = laid.map(({ row, version }) => ({ ...row, version, newest: JSON.stringify(row.newest) }));
  const parts = derived.map(
    (insert, i) => sql`, ${sql.raw(`derived_${i}`)} as (${insert} where exists (select 1 from written))`,
  );
  const found = await db.execute<{ subjectId: string; sequence: number; version: string }>(sql`
    with known as materialized (
      select * from jsonb_to_recordset(${JSON.stringify(after)}::jsonb) as n("id" uuid, "version" text, "movedSequence" bigint, "state" jsonb, "newest" text)
    ), held as materialized (
      select s.id from subjects s join known n on n.id = s.id and n.version = s.xmin::text order by s.id for update of s
    ), written as (
      insert into entries (id, kind, kind_version, subject_id, happened_at, zone, night_on, written_at, written_by, payload, payload_hash)
      select n."id", n."kind", n."kindVersion", n."subjectId", n."happenedAt", n."zone", n."nightOn", n."writtenAt", n."writtenBy", n."payload", n."payloadHash"
      from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) as n("id" uuid, "kind" text, "kindVersion" int, "subjectId" uuid, "happenedAt" timestamptz, "zone" text, "nightOn" date, "writtenAt" timestamptz, "writtenBy" text, "payload" jsonb, "payloadHash" text)
      where (select count(*) from held) = ${laid.length}
      returning subject_id, sequence
    )${sql.join(parts)}, laid as (
      update subjects s set state = n.state, moved_sequence = case n."movedSequence" when ${sequenceToCome} then w.sequence else n."movedSequence" end, newest = replace(n.newest, ${`"sequence":${sequenceToCome}`}, '"sequence":' || w.sequence)::jsonb
      from known n join written w on w.subject_id = n.id where s.id = n.id
    )
    select subject_id as "subjectId", sequence, pg_current_xact_id()::xid::text as version from written`);
  return found.rows.flatMap(({ subjectId, sequence, version }) => {
    const of = laid.find((s) => s.row.id === subjectId);
    if (!of) return [];
    const newest = JSON.parse(numbered(JSON.stringify(of.row.newest), String(sequence))) as SubjectRow['newest'];
    const { movedSequence } = of.row;
    return [
      {
        sequence,
        subject: {
          version,
          row: { ...of.row, newest, movedSequence: movedSequence === sequenceToCome ? sequence : movedSequence },
        },
      },
    ];
  });
}
/** The first book of a house comes in as it was: with its numbers, and the gaps between them. */
export async function insertNumbered(tx: Tx, rows: (NewEntryRow & { sequence: number })[]): Promise<void> {
  await tx.execute(sql`
    insert into entries (id, sequence, kind, kind_version, subject_id, happened_at, zone, night_on, written_at, written_by, payload, payload_hash) overriding system value
    select n."id", n."sequence", n."kind", n."kindVersion", n."subjectId", n."happenedAt", n."zone", n."nightOn", n."writtenAt", n."writtenBy", n."payload", n."payloadHash"
    from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) as n("id" uuid, "sequence" bigint, "kind" text, "kindVersion" int, "subjectId" uuid, "happenedAt" timestamptz, "zone" text, "nightOn" date, "writtenAt" timestamptz, "writtenBy" text, "payload" jsonb, "payloadHash" text)`);
  await tx.execute(
    sql`select setval(pg_get_serial_sequence('entries', 'sequence'), (select max(sequence) from entries))`,
  );
}
export async function bookIsEmpty(tx: Tx): Promise<boolean> {
  const [row] = (await tx.execute<{ some: boolean }>(sql`select exists (select 1 from entries) as some`)).rows;
  return row?.some === false;
}
export async function entriesById(db: Db | Tx, ids: readonly string[]): Promise<EntryRow[]> {
  if (ids.length === 0) return [];
  const rows = await db
    .select()
    .from(entries)
    .where(inArray(entries.id, [...ids]));
  return rows.map(rowRead);
}
export async function entriesOfSubject(tx: Tx, subjectId: string): Promise<EntryRow[]> {
  const rows = await tx
    .select()
    .from(entries)
    .where(eq(entries.subjectId, subjectId))
    .orderBy(asc(entries.happenedAt), asc(entries.sequence));
  return rows.map(rowRead);
}
export async function insertStrikes(tx: Tx, rows: (typeof strikes.$inferInsert)[]): Promise<void> {
  await tx.insert(strikes).values(rows);
}
export async function clearStrikes(tx: Tx, subjectId: string): Promise<void> {
  await tx.delete(strikes).where(eq(strikes.subjectId, subjectId));
}
export async function strikesOf(db: Db | Tx, entryIds: readonly string[]): Promise<(typeof strikes.$inferSelect)[]> {
  return entryIds.length === 0
    ? []
    : db
        .select()
        .from(strikes)
        .where(inArray(strikes.struckEntryId, [...entryIds]));
}
export async function allSubjectIds(db: Db): Promise<string[]> {
  const rows = await db.selectDistinct({ id: entries.subjectId }).from(entries).orderBy(asc(entries.subjectId));
  return rows.map((r) => r.id);
}

export interface PageQuery {
  subjectId?: string | undefined;
  /** Each a list of words of which one must stand there; all lists must be met. */
  words?: readonly (readonly string[])[] | undefined;
  kinds?: readonly string[] | undefined;
  fromOn?: string | undefined;
  toOn?: string | undefined;
  struckOnly?: boolean | undefined;
  animal?: string | undefined;
  before?: { happenedAt: Date; sequence: number } | undefined;
  limit: number;
}
/** `lid & (ph | water)`, each the start of a word; what a query language could read is taken out of the words first. */
export const searchQuery = (words: readonly (readonly string[])[]): string =>
  words
    .map((some) => some.map((w) => w.toLowerCase().replace(/[^\p{L}\p{N}.]+/gu, '')).filter((w) => w !== ''))
    .filter((some) => some.length > 0)
    .map((some) => `(${some.map((w) => `'${w}':*`).join(' | ')})`)
    .join(' & ');

/** So many of the newest are looked through for the words before the index is asked: a common word is found there. */
const lookedThroughCount = 2000;

export async function pageOfEntries(db: Db, page: PageQuery): Promise<EntryRow[]> {
  const query = searchQuery(page.words ?? []);
  const conditions = and(...pageConditions(page));
  const newestFirst = [desc(entries.happenedAt), desc(entries.sequence)] as const;
  if (query === '') {
    const rows = await db
      .select()
      .from(entries)
      .where(conditions)
      .orderBy(...newestFirst)
      .limit(page.limit);
    return rows.map(rowRead);
  }
  const told = (of: Parameters<typeof wordsOf>[0]): SQL => sql`${wordsOf(of)} @@ to_tsquery('simple', ${query})`;
  const newest = db
    .select()
    .from(entries)
    .where(conditions)
    .orderBy(...newestFirst)
    .limit(lookedThroughCount)
    .as('newest');
  const common = await db
    .select()
    .from(newest)
    .where(told(newest))
    .orderBy(desc(newest.happenedAt), desc(newest.sequence))
    .limit(page.limit);
  if (common.length === page.limit) return common.map(rowRead);
  // A rare word: all that hold it by the index, and only then their order. Left to itself the planner would walk the
  // whole book in order and read every payload.
  const rare = await db.execute<{ id: string }>(sql`
    with found as materialized (select ${entries.id} as id, ${entries.happenedAt} as at, ${entries.sequence} as sequence from ${entries}
      where ${and(told(entries), conditions)})
    select id from found order by at desc, sequence desc limit ${page.limit}`);
  const rows = await entriesById(
    db,
    rare.rows.map((r) => r.id),
  );
  const placeOf = new Map(rare.rows.map((r, i) => [r.id, i]));
  return rows.sort((a, b) => (placeOf.get(a.id) ?? 0) - (placeOf.get(b.id) ?? 0));
}

const lifeKinds = kindsWhere((d) => d.namesLife);
const pageConditions = ({ kinds, fromOn, toOn, struckOnly, animal, subjectId, before }: PageQuery): SQL[] => [
  ...(kinds ? [ofKinds(entries, kinds)] : []),
  ...(fromOn ? [sql`${entries.nightOn} >= ${fromOn}::date`] : []),
  ...(toOn ? [sql`${entries.nightOn} <= ${toOn}::date`] : []),
  ...(struckOnly ? [sql`exists (select 1 from ${strikes} where ${strikes.struckEntryId} = ${entries.id})`] : []),
  // Kinds that name an animal have the index of the diary.
  ...(animal ? [sql`${entries.payload}->>'kindId' = ${animal} and ${inArray(entries.kind, lifeKinds)}`] : []),
  ...(subjectId ? [eq(entries.subjectId, subjectId)] : []),
  ...(before
    ? [
        sql`(${entries.happenedAt}, ${entries.sequence}) < (${before.happenedAt.toISOString()}::timestamptz, ${before.sequence})`,
      ]
    : []),
];
/** The book in order of writing, in pages, so that an export of any size streams. */
export async function pageBySequence(
  db: Db,
  { afterSequence, limit }: { afterSequence: number; limit: number },
): Promise<EntryRow[]> {
  const rows = await db
    .select()
    .from(entries)
    .where(sql`${entries.sequence} > ${afterSequence}`)
    .orderBy(asc(entries.sequence))
    .limit(limit);
  return rows.map(rowRead);
}

export interface RawDiaryRow {
  id: string;
  /** As it was written. */
  kind: string;
  version: number;
  subjectId: string;
  atEpochMs: number;
  sequence: number;
  /** As the database writes it: a place in the order, not a time to reckon with. */
  happenedAt: string;
  nightOn: string;
  payload: unknown;
}
/** Entries of some kinds that are not struck, oldest first, a page of them after a place in that order. */
export async function pageOfDiary(
  db: Db | Tx,
  {
    kinds,
    subjectIds,
    sinceEpochMs,
    after,
    limit,
    wholeLife,
  }: {
    kinds: readonly Kind[];
    subjectIds?: readonly string[] | undefined;
    sinceEpochMs: number;
    after: Pick<RawDiaryRow, 'happenedAt' | 'sequence'> | null;
    limit: number;
    wholeLife: boolean;
  },
): Promise<RawDiaryRow[]> {
  // A tank that was begun anew is another: what was written of it before stays in its book, and is read by nothing that
  // judges it. Its ends themselves stand, and so do tools, which outlive the tank they are at home in.
  const lives = sql`
    with lives as materialized (
      select b.subject_id, max(b.happened_at) as since from entries b
      where b.kind = 'ending' and b.payload ->> 'step' = 'begun-anew' and not exists (select 1 from strikes k where k.struck_entry_id = b.id)
      group by b.subject_id)`;
  // The kinds left out are those that the index of the diary leaves out.
  const found = await db.execute<RawDiaryRow & Record<string, unknown>>(sql`
    ${wholeLife ? sql`` : lives}
    select e.id, e.kind, e.kind_version as version, e.subject_id as "subjectId", extract(epoch from e.happened_at)::float8 * 1000 as "atEpochMs", e.happened_at::text as "happenedAt", e.night_on::text as "nightOn", e.sequence, e.payload
    from entries e ${wholeLife ? sql`` : sql`left join lives l on l.subject_id = e.subject_id`}
    where ${ofKinds({ kind: sql`e.kind`, payload: sql`e.payload` }, kinds)}
      ${wholeLife ? sql`` : sql`and (l.since is null or e.happened_at >= l.since or e.kind in ('ending', 'tool'))`} and e.kind not in ('set-up', 'source', 'readings', 'change', 'looked', 'note', 'strike')
      ${subjectIds === undefined ? sql`` : sql`and e.subject_id = any(${sql.param([...subjectIds])}::uuid[])`}
      and e.happened_at >= ${new Date(sinceEpochMs).toISOString()}::timestamptz
      ${after === null ? sql`` : sql`and (e.happened_at, e.sequence) > (${after.happenedAt}::timestamptz, ${after.sequence})`}
      and not exists (select 1 from strikes s where s.struck_entry_id = e.id)
    order by e.happened_at, e.sequence limit ${limit}`);
  return found.rows;
}
