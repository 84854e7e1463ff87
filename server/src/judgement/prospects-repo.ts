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

export async function keepProspects(db: Db, made: readonly (KeptProspect & { madeAt: Date })[]): Promise<void> {
  if (made.length === 0) return;
  await db
    .insert(prospects)
    .values([...made])
    .onConflictDoUpdate({
      target: prospects.tankId,
      set: { mark: sql`excluded.mark`, value: sql`excluded.value`, madeAt: sql`excluded.made_at` },
    });
}
