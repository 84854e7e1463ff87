import { eq, sql } from 'drizzle-orm';
import type { ParameterId } from '#core/readings';
import type { SourcePayload } from '#contracts/book';
import type { Db, Tx } from '../db';
import { sourceSetups } from './sources-table';

export async function insertSourceSetUps(tx: Tx, rows: (typeof sourceSetups.$inferInsert)[]): Promise<void> {
  await tx.insert(sourceSetups).values(rows);
}
export async function clearSourceSetUps(tx: Tx, subjectId: string): Promise<void> {
  await tx.delete(sourceSetups).where(eq(sourceSetups.subjectId, subjectId));
}

export interface SourceRow extends Record<string, unknown> {
  id: string;
  payload: SourcePayload;
}
export interface AnalysisRow extends Record<string, unknown> {
  subject_id: string;
  parameter: ParameterId;
  lo: number | null;
  hi: number | null;
  at_ms: number;
  text: string;
}

export async function readSources(db: Db, atEpochMs: number): Promise<SourceRow[]> {
  const at = new Date(atEpochMs).toISOString();
  const found = await db.execute<SourceRow>(sql`
    select s.id, u.payload from subjects s cross join lateral (
      select payload from source_setups p where p.subject_id = s.id and not p.struck order by (p.from_at <= ${at}::timestamptz) desc, p.from_at desc limit 1
    ) u where s.kind = 'source' order by s.name`);
  return found.rows;
}
/** The newest analysis of every parameter of every source. */
export async function readAnalyses(db: Db): Promise<AnalysisRow[]> {
  const found = await db.execute<AnalysisRow>(sql`
    select distinct on (r.subject_id, r.parameter) r.subject_id, r.parameter, r.lo, r.hi, extract(epoch from r.happened_at)::float8 * 1000 as at_ms, r.text
    from readings r join subjects s on s.id = r.subject_id and s.kind = 'source' where not r.struck order by r.subject_id, r.parameter, r.happened_at desc, r.entry_id desc`);
  return found.rows;
}

/** Analyses of one source; where each came from stands in the entry itself. */
export async function readAnalysisHistory(
  db: Db,
  { sourceId, sinceEpochMs }: { sourceId: string; sinceEpochMs: number },
): Promise<(AnalysisRow & { origin: 'supplier-report' | 'own-test' | null })[]> {
  const found = await db.execute<AnalysisRow & { origin: 'supplier-report' | 'own-test' | null }>(sql`
    select r.subject_id, r.parameter, r.lo, r.hi, extract(epoch from r.happened_at)::float8 * 1000 as at_ms, r.text, e.payload ->> 'origin' as origin
    from readings r join entries e on e.id = r.entry_id
    where r.subject_id = ${sourceId} and not r.struck and r.happened_at >= ${new Date(sinceEpochMs).toISOString()}::timestamptz order by r.happened_at desc`);
  return found.rows;
}
