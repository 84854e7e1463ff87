import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';

export type Db = NodePgDatabase;
export type Tx = Parameters<Parameters<Db['transaction']>[0]>[0];

// Sequences are bigint; they stay far under 2^53.
pg.types.setTypeParser(pg.types.builtins.INT8, Number);

export interface OpenDb {
  db: Db;
  pool: pg.Pool;
  close: () => Promise<void>;
}

export function openDb({ url, connectionsCount = 10 }: { url: string; connectionsCount?: number }): OpenDb {
  const pool = new pg.Pool({ connectionString: url, max: connectionsCount });
  // A connection lost while idle is replaced at the next query; without a listener it would end the process.
  pool.on('error', () => undefined);
  return { db: drizzle(pool, { casing: 'snake_case' }), pool, close: () => pool.end() };
}

export async function migrateDb(db: Db, migrationsFolder: string): Promise<void> {
  await migrate(db, { migrationsFolder });
}
