import { inArray, sql } from 'drizzle-orm';
import type { Db } from '../db';
import type { Prospect } from './prospect';
import { prospects } from './prospects-table';

export interface KeptProspect {
  tankId: string;
  mark: string;
  value: Prospect;
}

export async function readProspects(db: Db, tankIds: readonly string[]): Promise<KeptProspect[]> {
  const rows = await db
    .select({ tankId: prospects.tankId, mark: prospects.mark, value: prospects.value })
    .from(prospects)
    .where(inArray(prospects.tankId, [...tankIds]));
  return rows as KeptProspect[];
}

/** Keeps what is not kept yet, and returns what stands there instead of those that another server was first with. */
export async function keepProspects(
  db: Db,
  made: readonly (KeptProspect & { madeAt: Date })[],
): Promise<KeptProspect[]> {
  if (made.length === 0) return [];
  const kept = await db
    .insert(prospects)
    .values([...made])
    .onConflictDoUpdate({
      target: prospects.tankId,
      set: { mark: sql`excluded.mark`, value: sql`excluded.value`, madeAt: sql`excluded.made_at` },
      // Never over one that was made later.
      setWhere: sql`${prospects.mark} <> excluded.mark and ${prospects.madeAt} <= excluded.made_at`,
    })
    .returning({ tankId: prospects.tankId });
  const mine = new Set(kept.map((k) => k.tankId));
  const others = made.filter((m) => !mine.has(m.tankId)).map((m) => m.tankId);
  return others.length === 0 ? [] : readProspects(db, others);
}
