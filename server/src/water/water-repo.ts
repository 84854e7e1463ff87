import { eq, sql } from 'drizzle-orm';
import type { ChangePayload } from '#contracts/book';
import type { Db, Tx } from '../db';
import { changes } from './water-table';

export interface ChangeRow {
  entryId: string;
  subjectId: string;
  happenedAt: Date;
  payload: ChangePayload;
  struck: boolean;
}

/** One statement: each change with the set-up in force at its time, or the first one where it came before all. */
export async function insertChanges(tx: Tx, rows: readonly ChangeRow[]): Promise<Map<string, number>> {
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
    cross join lateral (
      select net_volume_l from tank_setups t where t.subject_id = n.subject_id and not t.struck
      order by (t.from_at <= n.happened_at) desc, case when t.from_at <= n.happened_at then t.from_at end desc, t.from_at limit 1
    ) s returning entry_id, change_fraction`);
  return new Map(inserted.rows.map((r) => [r.entry_id, r.change_fraction]));
}
export async function clearChanges(tx: Tx, subjectId: string): Promise<void> {
  await tx.delete(changes).where(eq(changes.subjectId, subjectId));
}

export async function netVolumeInForce(
  db: Db | Tx,
  { subjectId, at }: { subjectId: string; at: Date },
): Promise<number | null> {
  const found = await db.execute<{ net_volume_l: number }>(sql`
    select net_volume_l from tank_setups where subject_id = ${subjectId} and not struck
    order by (from_at <= ${at.toISOString()}::timestamptz) desc, case when from_at <= ${at.toISOString()}::timestamptz then from_at end desc, from_at limit 1`);
  return found.rows[0]?.net_volume_l ?? null;
}
