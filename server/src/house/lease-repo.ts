import { and, eq, sql } from 'drizzle-orm';
import type { Db } from '../db';
import { leases } from './lease-table';

/** Takes or renews a lease in one statement, by the database's own clock; false where another holds it. */
export async function tookLease(
  db: Db,
  { name, holder, lastsMs }: { name: string; holder: string; lastsMs: number },
): Promise<boolean> {
  const { rows } = await db.execute(sql`
    insert into leases (name, holder, until) values (${name}, ${holder}, now() + ${lastsMs} * interval '1 millisecond')
    on conflict (name) do update set holder = excluded.holder, until = excluded.until
      where leases.holder = excluded.holder or leases.until < now()
    returning holder`);
  return rows.length > 0;
}
export async function giveLeaseBack(db: Db, { name, holder }: { name: string; holder: string }): Promise<void> {
  await db.delete(leases).where(and(eq(leases.name, name), eq(leases.holder, holder)));
}
