import { eq, sql } from 'drizzle-orm';
import type { Water } from '#core/readings';
import type { ChangePayload } from '#contracts/book';
import type { Db, Tx } from '../db';
import { netVolumeInForceOf } from '../tanks';
import { changes } from './water-table';

export interface ProjectedChange {
  entryId: string;
  subjectId: string;
  happenedAt: Date;
  payload: ChangePayload;
  struck: boolean;
}

/** One statement: each change with the set-up in force at its time, or the first one where it came before all. */
export async function insertChanges(tx: Tx, rows: readonly ProjectedChange[]): Promise<Map<string, number>> {
  const sent = rows.map(({ entryId, subjectId, happenedAt, payload, struck }) => ({
    entry_id: entryId,
    subject_id: subjectId,
    happened_at: happenedAt.toISOString(),
    source_id: payload.sourceId,
    how: payload.how,
    water: payload.water,
    advice: payload.advice?.advice ?? null,
    struck,
    litres: payload.entered.by === 'litres' ? payload.entered.changeL : null,
    fraction: payload.entered.by === 'fraction' ? payload.entered.changeFraction : null,
  }));
  const inserted = await tx.execute<{ entry_id: string; change_fraction: number }>(sql`
    insert into changes (entry_id, subject_id, happened_at, source_id, change_l, change_fraction, how, water, advice, struck)
    select n.entry_id, n.subject_id, n.happened_at, n.source_id, coalesce(n.litres, n.fraction * s.net_volume_l), coalesce(n.fraction, n.litres / s.net_volume_l), n.how, n.water, n.advice, n.struck
    from jsonb_to_recordset(${JSON.stringify(sent)}::jsonb) as n(entry_id uuid, subject_id uuid, happened_at timestamptz, source_id uuid, litres float8, fraction float8, how text, water jsonb, advice text, struck bool)
    cross join lateral (select ${netVolumeInForceOf({ subjectId: sql`n.subject_id`, at: sql`n.happened_at` })} as net_volume_l) s
    where s.net_volume_l is not null returning entry_id, change_fraction`);
  return new Map(inserted.rows.map((r) => [r.entry_id, r.change_fraction]));
}
export async function clearChanges(tx: Tx, subjectId: string): Promise<void> {
  await tx.delete(changes).where(eq(changes.subjectId, subjectId));
}

/** A change that is not struck, as the tank had it. */
export interface PastChange {
  entryId: string;
  subjectId: string;
  atEpochMs: number;
  changeFraction: number;
  changeL: number;
  sourceId: string;
  sourceName: string | null;
  how: 'poured' | 'dripped';
  water: Water;
  sequenceId: string | null;
}
const pastColumns = sql`c.entry_id as "entryId", c.subject_id as "subjectId", extract(epoch from c.happened_at)::float8 * 1000 as "atEpochMs",
  c.change_fraction as "changeFraction", c.change_l as "changeL", c.source_id as "sourceId", c.how, c.water`;

/** The newest changes of each tank since a time, newest first. */
export async function readChanges(
  db: Db | Tx,
  { tankIds, sinceEpochMs = 0, limit }: { tankIds: readonly string[]; sinceEpochMs?: number; limit: number },
): Promise<PastChange[]> {
  const since = new Date(sinceEpochMs).toISOString();
  const found = await db.execute<PastChange & Record<string, unknown>>(sql`
    select ${pastColumns}, s.name as "sourceName", e.payload ->> 'sequenceId' as "sequenceId"
    from unnest(${sql.param([...tankIds])}::uuid[]) t(id) cross join lateral (
      select * from changes x where x.subject_id = t.id and not x.struck and x.happened_at >= ${since}::timestamptz order by x.happened_at desc limit ${limit}
    ) c join entries e on e.id = c.entry_id left join subjects s on s.id = c.source_id order by c.happened_at desc`);
  return found.rows;
}

/** When water was changed within spans of time, however far apart they lie in the book. */
export async function readChangedWithin(
  db: Db,
  windows: readonly { tankId: string; fromEpochMs: number; toEpochMs: number }[],
): Promise<{ subjectId: string; atEpochMs: number }[]> {
  if (windows.length === 0) return [];
  const iso = (atEpochMs: number): string => new Date(atEpochMs).toISOString();
  const found = await db.execute<{ subjectId: string; atEpochMs: number }>(sql`
    select distinct c.entry_id, c.subject_id as "subjectId", extract(epoch from c.happened_at)::float8 * 1000 as "atEpochMs"
    from unnest(${sql.param(windows.map((w) => w.tankId))}::uuid[], ${sql.param(windows.map((w) => iso(w.fromEpochMs)))}::timestamptz[], ${sql.param(windows.map((w) => iso(w.toEpochMs)))}::timestamptz[]) w(id, since, until)
    join changes c on c.subject_id = w.id and c.happened_at between w.since and w.until and not c.struck order by "atEpochMs"`);
  return found.rows;
}

export type AdvisedChange = Omit<PastChange, 'sourceName' | 'sequenceId'> & { advice: ChangePayload['advice'] | null };
/** Changes of one tank since a time with the advice that was given, oldest first. */
export async function readAdvisedChanges(
  db: Db,
  { tankId, sinceEpochMs }: { tankId: string; sinceEpochMs: number },
): Promise<AdvisedChange[]> {
  const found = await db.execute<AdvisedChange & Record<string, unknown>>(sql`
    select ${pastColumns}, e.payload -> 'advice' as advice
    from changes c join entries e on e.id = c.entry_id
    where c.subject_id = ${tankId} and not c.struck and c.happened_at >= ${new Date(sinceEpochMs).toISOString()}::timestamptz order by c.happened_at`);
  return found.rows;
}

export interface BatchUse {
  entryId: string;
  subjectId: string;
  name: string;
  changeL: number;
  atEpochMs: number;
  batchId: string;
}
/** Changes that took their water from a batch, oldest first. */
export async function readBatchUses(db: Db | Tx, sinceEpochMs: number): Promise<BatchUse[]> {
  const found = await db.execute<BatchUse & Record<string, unknown>>(sql`
    select c.entry_id as "entryId", c.subject_id as "subjectId", s.name, c.change_l as "changeL", extract(epoch from c.happened_at)::float8 * 1000 as "atEpochMs", e.payload ->> 'batchId' as "batchId"
    from changes c join entries e on e.id = c.entry_id join subjects s on s.id = c.subject_id
    where not c.struck and c.happened_at >= ${new Date(sinceEpochMs).toISOString()}::timestamptz and e.payload ? 'batchId' order by c.happened_at`);
  return found.rows;
}
