import { sql } from 'drizzle-orm';
import type { ParameterId, Water } from '#core/readings';
import type { SetUpPayload } from '#contracts/book';
import type { Newest, SubjectState } from '../book';
import type { Db } from '../db';

export interface TankRow extends Record<string, unknown> {
  id: string;
  name: string;
  started_on: string;
  state: SubjectState;
  newest: Newest;
  setup_entry_id: string;
  net_volume_l: number;
  payload: SetUpPayload;
}
export interface ReadingRow {
  entry_id: string;
  lo: number | null;
  hi: number | null;
  at_ms: number;
  text: string;
  insisted: boolean;
}
export interface ReadingsRow extends Record<string, unknown> {
  subject_id: string;
  parameter: ParameterId;
  newest: ReadingRow[];
}
export interface ChangeRow extends Record<string, unknown> {
  subject_id: string;
  entry_id: string;
  at_ms: number;
  change_fraction: number;
  change_l: number;
  how: string;
  water: Water;
  source_name: string | null;
}

/** As many of one tank as its folio draws as hairs. */
export const newestCount = 6;

/** Tanks with the set-up in force at a time; one row each. */
export async function readTanks(
  db: Db,
  { atEpochMs, tankId }: { atEpochMs: number; tankId?: string },
): Promise<TankRow[]> {
  const at = new Date(atEpochMs).toISOString();
  const found = await db.execute<TankRow>(sql`
    select s.id, s.name, s.started_on::text, s.state, s.newest, u.entry_id as setup_entry_id, u.net_volume_l, u.payload from subjects s cross join lateral (
      select entry_id, net_volume_l, payload from tank_setups p where p.subject_id = s.id and not p.struck
      order by (p.from_at <= ${at}::timestamptz) desc, case when p.from_at <= ${at}::timestamptz then p.from_at end desc, p.from_at limit 1
    ) u where s.kind = 'tank' ${tankId === undefined ? sql`` : sql`and s.id = ${tankId}`}`);
  return found.rows;
}

/** Every set-up of one tank with the day from which it held, oldest first. */
export async function readSetUps(
  db: Db,
  { tankId }: { tankId: string },
): Promise<{ from_ms: number; payload: SetUpPayload }[]> {
  const found = await db.execute<{ from_ms: number; payload: SetUpPayload }>(sql`
    select extract(epoch from from_at)::float8 * 1000 as from_ms, payload from tank_setups
    where subject_id = ${tankId} and not struck order by from_at`);
  return found.rows;
}

/** The newest readings of every parameter of the tanks, by probes of the partial index: independent of the length of the book. */
export async function readNewest(
  db: Db,
  { tankIds, parameters }: { tankIds: readonly string[]; parameters: readonly ParameterId[] },
): Promise<ReadingsRow[]> {
  const found = await db.execute<ReadingsRow>(sql`
    select t.id as subject_id, p.parameter, n.newest
    from unnest(${sql.param([...tankIds])}::uuid[]) t(id) cross join unnest(${sql.param([...parameters])}::text[]) p(parameter) cross join lateral (
      select json_agg(json_build_object('entry_id', r.entry_id, 'lo', r.lo, 'hi', r.hi, 'at_ms', extract(epoch from r.happened_at) * 1000, 'text', r.text, 'insisted', r.insisted)) as newest
      from (select * from readings x where x.subject_id = t.id and x.parameter = p.parameter and not x.struck order by x.happened_at desc limit ${newestCount}) r
    ) n where n.newest is not null`);
  return found.rows;
}

export async function readChanges(
  db: Db,
  { tankIds, sinceEpochMs, limit }: { tankIds: readonly string[]; sinceEpochMs?: number; limit: number },
): Promise<ChangeRow[]> {
  const since = new Date(sinceEpochMs ?? 0).toISOString();
  const found = await db.execute<ChangeRow>(sql`
    select t.id as subject_id, c.entry_id, extract(epoch from c.happened_at)::float8 * 1000 as at_ms, c.change_fraction, c.change_l, c.how, c.water, s.name as source_name
    from unnest(${sql.param([...tankIds])}::uuid[]) t(id) cross join lateral (
      select * from changes x where x.subject_id = t.id and not x.struck and x.happened_at >= ${since}::timestamptz order by x.happened_at desc limit ${limit}
    ) c left join subjects s on s.id = c.source_id`);
  return found.rows;
}

/** Readings of several tanks since a time, newest first: what the model needs of each, and no more. */
export async function readHistories(
  db: Db,
  { tankIds, sinceEpochMs }: { tankIds: readonly string[]; sinceEpochMs: number },
): Promise<{ subject_id: string; parameter: ParameterId; lo: number | null; hi: number | null; at_ms: number }[]> {
  const found = await db.execute<{
    subject_id: string;
    parameter: ParameterId;
    lo: number | null;
    hi: number | null;
    at_ms: number;
  }>(sql`
    select subject_id, parameter, lo, hi, extract(epoch from happened_at)::float8 * 1000 as at_ms from readings
    where subject_id = any(${sql.param([...tankIds])}::uuid[]) and not struck and happened_at >= ${new Date(sinceEpochMs).toISOString()}::timestamptz order by happened_at desc`);
  return found.rows;
}

/** All readings of one tank since a time, newest first. */
export async function readHistory(
  db: Db,
  { tankId, sinceEpochMs }: { tankId: string; sinceEpochMs: number },
): Promise<(ReadingRow & { parameter: ParameterId })[]> {
  const found = await db.execute<(ReadingRow & { parameter: ParameterId }) & Record<string, unknown>>(sql`
    select entry_id, parameter, lo, hi, extract(epoch from happened_at)::float8 * 1000 as at_ms, text, insisted from readings
    where subject_id = ${tankId} and not struck and happened_at >= ${new Date(sinceEpochMs).toISOString()}::timestamptz order by happened_at desc`);
  return found.rows;
}
