import { eq, sql, type SQL } from 'drizzle-orm';
import type { Interval, ParameterId } from '#core/readings';
import type { ReadingsPayload } from '#contracts/book';
import type { ProjectedEntry } from '../book';
import type { Db, Tx } from '../db';
import { readings } from './readings-table';

/** All values of all entries in one statement with one parameter. */
export function readingRows(entries: readonly ProjectedEntry<ReadingsPayload>[]): SQL {
  const rows = entries.flatMap(({ id, subjectId, happenedAt, payload, struck }) =>
    payload.values.map(({ parameter, lo, hi, text, enteredUnit, basis, penFactor, kit, insisted = false }) => ({
      entry_id: id,
      subject_id: subjectId,
      happened_at: happenedAt,
      ...{ parameter, lo, hi, text, entered_unit: enteredUnit, basis, pen_factor: penFactor, insisted },
      kit_name: kit?.name,
      kit_version: kit?.version,
      context: payload.context,
      struck: struck.whole || struck.parameters.includes(parameter),
    })),
  );
  return sql`
    insert into readings (entry_id, parameter, subject_id, happened_at, lo, hi, text, entered_unit, basis, pen_factor, kit_name, kit_version, context, insisted, struck)
    select * from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) as n(entry_id uuid, parameter text, subject_id uuid, happened_at timestamptz, lo float8, hi float8, text text, entered_unit text, basis text, pen_factor float8, kit_name text, kit_version int, context text, insisted bool, struck bool)`;
}

export async function clearReadings(tx: Tx, subjectId: string): Promise<void> {
  await tx.delete(readings).where(eq(readings.subjectId, subjectId));
}

/** One reading of one parameter that is not struck. */
export interface ReadingRow {
  entryId: string;
  lo: number | null;
  hi: number | null;
  atEpochMs: number;
  text: string;
  insisted: boolean;
}
export interface NewestReadings extends Record<string, unknown> {
  subjectId: string;
  parameter: ParameterId;
  newest: ReadingRow[];
}
/** As many of one tank as its folio draws as hairs. */
const newestCount = 6;

/** The newest readings of every parameter of the tanks, by probes of the partial index: independent of the length of the book. */
export async function readNewestReadings(
  db: Db,
  { tankIds, parameters }: { tankIds: readonly string[]; parameters: readonly ParameterId[] },
): Promise<NewestReadings[]> {
  const found = await db.execute<NewestReadings>(sql`
    select t.id as "subjectId", p.parameter, n.newest
    from unnest(${sql.param([...tankIds])}::uuid[]) t(id) cross join unnest(${sql.param([...parameters])}::text[]) p(parameter) cross join lateral (
      select json_agg(json_build_object('entryId', r.entry_id, 'lo', r.lo, 'hi', r.hi, 'atEpochMs', extract(epoch from r.happened_at) * 1000, 'text', r.text, 'insisted', r.insisted)) as newest
      from (select * from readings x where x.subject_id = t.id and x.parameter = p.parameter and not x.struck order by x.happened_at desc, x.entry_id desc limit ${newestCount}) r
    ) n where n.newest is not null`);
  return found.rows;
}

/** The newest reading of each parameter of one tank by a time, of those since another. */
export async function readNewestBy(
  db: Db | Tx,
  { subjectId, atEpochMs, sinceEpochMs = 0 }: { subjectId: string; atEpochMs: number; sinceEpochMs?: number },
): Promise<Partial<Record<ParameterId, Interval>>> {
  const found = await db.execute<{ parameter: ParameterId; lo: number | null; hi: number | null }>(sql`
    select distinct on (parameter) parameter, lo, hi from readings
    where subject_id = ${subjectId} and not struck and happened_at <= ${new Date(atEpochMs).toISOString()}::timestamptz and happened_at >= ${new Date(sinceEpochMs).toISOString()}::timestamptz
    order by parameter, happened_at desc, entry_id desc`);
  return Object.fromEntries(found.rows.map(({ parameter, lo, hi }) => [parameter, { lo, hi }]));
}

export interface HistoryRow extends Record<string, unknown> {
  subjectId: string;
  parameter: ParameterId;
  lo: number | null;
  hi: number | null;
  atEpochMs: number;
}
/** Readings of several tanks since a time, newest first: what the model needs of each, and no more. */
export async function readHistories(
  db: Db,
  { tankIds, sinceEpochMs }: { tankIds: readonly string[]; sinceEpochMs: number },
): Promise<HistoryRow[]> {
  const found = await db.execute<HistoryRow>(sql`
    select subject_id as "subjectId", parameter, lo, hi, extract(epoch from happened_at)::float8 * 1000 as "atEpochMs" from readings
    where subject_id = any(${sql.param([...tankIds])}::uuid[]) and not struck and happened_at >= ${new Date(sinceEpochMs).toISOString()}::timestamptz order by happened_at desc, entry_id desc`);
  return found.rows;
}

/** A tank and a span of time. */
interface TimeSpan {
  tankId: string;
  fromEpochMs: number;
  toEpochMs: number;
}
/** The readings of spans of time, however far apart they lie in the book: what lies between is not read. */
export async function readWithin(db: Db, windows: readonly TimeSpan[]): Promise<HistoryRow[]> {
  if (windows.length === 0) return [];
  const iso = (atEpochMs: number): string => new Date(atEpochMs).toISOString();
  const found = await db.execute<HistoryRow>(sql`
    select distinct r.entry_id, r.subject_id as "subjectId", r.parameter, r.lo, r.hi, extract(epoch from r.happened_at)::float8 * 1000 as "atEpochMs"
    from unnest(${sql.param(windows.map((w) => w.tankId))}::uuid[], ${sql.param(windows.map((w) => iso(w.fromEpochMs)))}::timestamptz[], ${sql.param(windows.map((w) => iso(w.toEpochMs)))}::timestamptz[]) w(id, since, until)
    join readings r on r.subject_id = w.id and r.happened_at between w.since and w.until and not r.struck order by "atEpochMs"`);
  return found.rows;
}

/** All readings of one tank since a time, newest first; of one moment the one that was written last. */
export async function readHistory(
  db: Db,
  { tankId, sinceEpochMs }: { tankId: string; sinceEpochMs: number },
): Promise<(ReadingRow & { parameter: ParameterId })[]> {
  const found = await db.execute<ReadingRow & { parameter: ParameterId } & Record<string, unknown>>(sql`
    select entry_id as "entryId", parameter, lo, hi, extract(epoch from happened_at)::float8 * 1000 as "atEpochMs", text, insisted from readings
    where subject_id = ${tankId} and not struck and happened_at >= ${new Date(sinceEpochMs).toISOString()}::timestamptz order by happened_at desc, entry_id desc`);
  return found.rows;
}
