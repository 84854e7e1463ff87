import { eq, sql } from 'drizzle-orm';
import type { SetUpPayload } from '#contracts/book';
import type { Resident } from '#core/stock';
import type { TankBearing } from '#core/water';
import type { Newest, SubjectState } from '../book';
import type { Db, Tx } from '../db';
import { tankSetups } from './tanks-table';

/** A tank with the set-up in force, and the newest few of all that was written about it. */
export interface TankRow {
  tankId: string;
  name: string;
  /** When it was set up, or begun anew. */
  startedOn: string;
  setUp: SetUpPayload;
  setUpEntryId: string;
  netVolumeL: number;
  /** The number of the entry that last moved its water, or said what it is or who lives in it, whichever server wrote it. */
  movedSequence: number;
  /** Rises with every kind of animal that the keeper describes or describes anew. */
  ownKindsSequence: number;
  lastDone: SubjectState;
  newest: Newest;
}
/** And who lives in it, as far as the book knows (`residents`), with what they all bear. */
export interface Tank extends TankRow {
  residents: readonly Resident[];
  bears: TankBearing;
}

export async function insertSetUps(tx: Tx, rows: (typeof tankSetups.$inferInsert)[]): Promise<void> {
  await tx.insert(tankSetups).values(rows);
}
export async function clearSetUps(tx: Tx, subjectId: string): Promise<void> {
  await tx.delete(tankSetups).where(eq(tankSetups.subjectId, subjectId));
}

/** The set-up in force at a time: the newest until then, or the first where the time lies before all. */
const inForce = (at: ReturnType<typeof sql>): ReturnType<typeof sql> => sql`
  order by (p.from_at <= ${at}) desc, case when p.from_at <= ${at} then p.from_at end desc, p.from_at limit 1`;
const instant = (atEpochMs: number): ReturnType<typeof sql> => sql`${new Date(atEpochMs).toISOString()}::timestamptz`;

/** For the statements of other slices: net volume in force for each of their rows, by its subject and time. */
export const netVolumeInForceOf = ({
  subjectId,
  at,
}: {
  subjectId: ReturnType<typeof sql>;
  at: ReturnType<typeof sql>;
}): ReturnType<typeof sql> => sql`
  (select p.net_volume_l from tank_setups p where p.subject_id = ${subjectId} and not p.struck ${inForce(at)})`;

/** Which writing of a tank's row is the one in force, and with which set-up: another mark, and the row is another. */
export interface TankMark extends Record<string, unknown> {
  tankId: string;
  version: string;
  setUpEntryId: string;
  ownKindsSequence: number;
}
export interface TanksAsked {
  atEpochMs: number;
  tankId?: string;
  /** Those that have ended, too; otherwise they are left out: of rounds, forecasts and lists. */
  ended?: boolean;
}
const runs = sql`(s.newest->'ending'->0->>'step') is distinct from 'ended'`;
/** The tanks of the house, or one of them, by their marks alone. */
export async function readTankMarks(db: Db, { atEpochMs, tankId, ended = false }: TanksAsked): Promise<TankMark[]> {
  const found = await db.execute<TankMark>(sql`
    select s.id as "tankId", s.xmin::text as version, u.entry_id as "setUpEntryId", k.sequence as "ownKindsSequence"
    from subjects s cross join lateral (
      select entry_id from tank_setups p where p.subject_id = s.id and not p.struck ${inForce(instant(atEpochMs))}
    ) u cross join (select coalesce(sum(moved_sequence), 0)::bigint as sequence from subjects where kind = 'own-kind') k
    where s.kind = 'tank' ${ended ? sql`` : sql`and ${runs}`} ${tankId === undefined ? sql`` : sql`and s.id = ${tankId}`}`);
  return found.rows;
}
/** Tanks that have ended and were not begun anew, the last one first. */
export async function readEndedTanks(db: Db): Promise<{ tankId: string; name: string; endedEpochMs: number }[]> {
  const found = await db.execute<{ tankId: string; name: string; endedEpochMs: number }>(sql`
    select s.id as "tankId", s.name, (s.newest->'ending'->0->>'atEpochMs')::float8 as "endedEpochMs"
    from subjects s where s.kind = 'tank' and not ${runs} order by 3 desc`);
  return found.rows;
}
/** Whole rows, each with the version that it is. */
export async function readTankRows(
  db: Db,
  { atEpochMs, tankIds }: { atEpochMs: number; tankIds: readonly string[] },
): Promise<(Omit<TankRow, 'ownKindsSequence'> & { version: string })[]> {
  const found = await db.execute<Omit<TankRow, 'ownKindsSequence'> & { version: string }>(sql`
    select s.id as "tankId", s.name, greatest(s.started_on, (select max(b.night_on) from entries b where b.subject_id = s.id and b.kind = 'ending' and b.payload ->> 'step' = 'begun-anew'
        and not exists (select 1 from strikes k where k.struck_entry_id = b.id)))::text as "startedOn", s.xmin::text as version, s.moved_sequence as "movedSequence",
      s.state as "lastDone", s.newest, u.entry_id as "setUpEntryId", u.net_volume_l as "netVolumeL", u.payload as "setUp"
    from subjects s cross join lateral (
      select entry_id, net_volume_l, payload from tank_setups p where p.subject_id = s.id and not p.struck ${inForce(instant(atEpochMs))}
    ) u where s.id = any(${sql.param([...tankIds])}::uuid[])`);
  return found.rows;
}

/** Every set-up of one tank with the time from which it held, oldest first. */
export async function readSetUps(
  db: Db,
  { tankId }: { tankId: string },
): Promise<{ fromEpochMs: number; setUp: SetUpPayload }[]> {
  const found = await db.execute<{ fromEpochMs: number; setUp: SetUpPayload }>(sql`
    select extract(epoch from from_at)::float8 * 1000 as "fromEpochMs", payload as "setUp" from tank_setups
    where subject_id = ${tankId} and not struck order by from_at`);
  return found.rows;
}

/** The net litres of a tank at a time, L; null where it never had a set-up. */
export async function netVolumeInForce(
  db: Db | Tx,
  { subjectId, at }: { subjectId: string; at: Date },
): Promise<number | null> {
  const volume = netVolumeInForceOf({ subjectId: sql`${subjectId}`, at: sql`${at.toISOString()}::timestamptz` });
  const found = await db.execute<{ netVolumeL: number | null }>(sql`select ${volume} as "netVolumeL"`);
  return found.rows[0]?.netVolumeL ?? null;
}
