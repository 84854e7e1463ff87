import { sql, type SQL } from 'drizzle-orm';
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';

export type { SQL };
export type Db = NodePgDatabase;
export type Tx = Parameters<Parameters<Db['transaction']>[0]>[0];

// Sequences are bigint; they stay far under 2^53.
pg.types.setTypeParser(pg.types.builtins.INT8, Number);

export interface OpenDb {
  db: Db;
  pool: pg.Pool;
  close: () => Promise<void>;
}

/**
 * A pool that takes back what breaks while it is out: a transaction that fails at its very beginning never returns its
 * connection, and ten of those would leave nobody a connection for ever.
 */
class ReturningPool extends pg.Pool {
  override connect(): Promise<pg.PoolClient>;
  override connect(done: Parameters<pg.Pool['connect']>[0]): void;
  override connect(done?: Parameters<pg.Pool['connect']>[0]): Promise<pg.PoolClient> | void {
    if (done) {
      super.connect(done);
      return;
    }
    return super.connect().then((client) => {
      const release = client.release.bind(client);
      let out = true;
      const giveBack = (broken?: Error | boolean): void => {
        client.removeListener('end', lost);
        if (out) release(broken);
        out = false;
      };
      const lost = (): void => {
        giveBack(true);
      };
      client.once('end', lost);
      client.release = giveBack;
      return client;
    });
  }
}

/** @param schema Where its tables are, where not in the usual place. */
export function openDb({
  url,
  connectionsCount = 10,
  schema,
}: {
  url: string;
  connectionsCount?: number;
  schema?: string;
}): OpenDb {
  const pool = new ReturningPool({
    connectionString: url,
    max: connectionsCount,
    connectionTimeoutMillis: 5_000,
    ...(schema === undefined ? {} : { options: `-c search_path=${schema}` }),
  });
  // A connection lost while idle is replaced at the next query; one lost while in use fails its query. Either also
  // says so as an event, which without a listener would end the process.
  pool.on('error', () => undefined);
  pool.on('connect', (client) => client.on('error', () => undefined));
  return { db: drizzle(pool, { casing: 'snake_case' }), pool, close: () => pool.end() };
}

const lostCodes = new Set(['ECONNREFUSED', 'ECONNRESET', 'EPIPE', 'ETIMEDOUT', 'ENOENT', 'EHOSTUNREACH', '53300']);
/** Classes of SQLSTATE: 08 connection exception, 57P operator intervention (shut down, starting up, terminated). */
const lostClasses = ['08', '57P'];
const lostMessages = ['Connection terminated', 'timeout exceeded when trying to connect', 'Client has encountered'];

/**
 * Whether a failure means that the database was not to be reached, however deep it is wrapped: then what was asked for
 * can be asked for again. @example lostConnection(Object.assign(new Error(), { code: '57P01' })) // true
 */
export function lostConnection(error: unknown): boolean {
  for (let inner: unknown = error, depth = 0; inner instanceof Error && depth < 8; inner = inner.cause, depth++) {
    const code = 'code' in inner ? String(inner.code) : '';
    if (lostCodes.has(code) || lostClasses.some((c) => code.length === 5 && code.startsWith(c))) return true;
    const { message } = inner;
    if (lostMessages.some((m) => message.startsWith(m))) return true;
    if (inner instanceof AggregateError && inner.errors.some((e) => lostConnection(e))) return true;
  }
  return false;
}

/** Whether a failure of the database has this SQLSTATE, however deep it is wrapped. */
function failedWith(error: unknown, code: string): boolean {
  for (let inner: unknown = error, depth = 0; inner instanceof Error && depth < 8; inner = inner.cause, depth++)
    if ('code' in inner && inner.code === code) return true;
  return false;
}
/** Whether a write failed because something with its key is there already (23505). */
export const alreadyThere = (error: unknown): boolean => failedWith(error, '23505');

/** Whether the database ended this transaction because it and another waited for each other (40P01, 40001). */
export const endedByDeadlock = (error: unknown): boolean => failedWith(error, '40P01') || failedWith(error, '40001');

/** How long the database takes to answer at all. */
export async function answersInMs(db: Db): Promise<number> {
  const began = performance.now();
  await db.execute(sql`select 1`);
  return performance.now() - began;
}

/**
 * The state of the database as this moment sees it: which transactions are in it. The same text means the same rows,
 * whichever server wrote them.
 */
export async function stateOf(db: Db): Promise<string> {
  const { rows } = await db.execute<{ state: string }>(sql`select pg_current_snapshot()::text as state`);
  return rows[0]?.state ?? '';
}

/** Two servers that are started at once both want to migrate: the one that comes second fails, and finds it done. */
const migratedMeanwhile = ['42P06', '42P07', '42701', '23505', '40P01'];
/** @param schema Of a house beside the first: its tables, and what was migrated of them, are in one schema. */
export async function migrateDb(db: Db, migrationsFolder: string, schema?: string): Promise<void> {
  for (let triesLeft = 5; ; triesLeft--) {
    try {
      if (schema !== undefined) await db.execute(sql`create schema if not exists ${sql.identifier(schema)}`);
      await migrate(db, { migrationsFolder, ...(schema === undefined ? {} : { migrationsSchema: schema }) });
      return;
    } catch (error) {
      if (triesLeft === 0 || !migratedMeanwhile.some((code) => failedWith(error, code))) throw error;
      await new Promise((resolve) => setTimeout(resolve, 500));
    }
  }
}

/** Whether tables of a house are in this schema. */
export async function schemaThere(db: Db, schema: string): Promise<boolean> {
  const { rows } = await db.execute<{ there: boolean }>(
    sql`select to_regclass(${`${schema}.house`}) is not null as there`,
  );
  return rows[0]?.there ?? false;
}
