import { sql } from 'drizzle-orm';
import type { Water } from '#core/readings';
import type { ChangePayload } from '#contracts/book';
import type { Db } from '../db';

export interface PastChange extends Record<string, unknown> {
  entry_id: string;
  subject_id: string;
  at_ms: number;
  change_fraction: number;
  change_l: number;
  source_id: string;
  how: 'poured' | 'dripped';
  water: Water;
  sequence_id: string | null;
}
/** The newest changes of each tank, newest first. */
export async function readPastChanges(
  db: Db,
  { tankIds, limit }: { tankIds: readonly string[]; limit: number },
): Promise<PastChange[]> {
  const found = await db.execute<PastChange>(sql`
    select c.entry_id, t.id as subject_id, extract(epoch from c.happened_at)::float8 * 1000 as at_ms, c.change_fraction, c.change_l, c.source_id, c.how, c.water, e.payload ->> 'sequenceId' as sequence_id
    from unnest(${sql.param([...tankIds])}::uuid[]) t(id) cross join lateral (
      select * from changes x where x.subject_id = t.id and not x.struck order by x.happened_at desc limit ${limit}
    ) c join entries e on e.id = c.entry_id order by c.happened_at desc`);
  return found.rows;
}

export type AdvisedChange = PastChange & { advice: ChangePayload['advice'] | null };
/** Changes of one tank since a time with the advice that was given, oldest first. */
export async function readAdvisedChanges(
  db: Db,
  { tankId, sinceEpochMs }: { tankId: string; sinceEpochMs: number },
): Promise<AdvisedChange[]> {
  const found = await db.execute<AdvisedChange>(sql`
    select c.entry_id, c.subject_id, extract(epoch from c.happened_at)::float8 * 1000 as at_ms, c.change_fraction, c.change_l, c.source_id, c.how, c.water, null as sequence_id, e.payload -> 'advice' as advice
    from changes c join entries e on e.id = c.entry_id
    where c.subject_id = ${tankId} and not c.struck and c.happened_at >= ${new Date(sinceEpochMs).toISOString()}::timestamptz order by c.happened_at`);
  return found.rows;
}
