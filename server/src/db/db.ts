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

type Asked = [
  query: string | pg.QueryConfig,
  values?: unknown[],
  done?: (error: Error | null, result?: unknown) => void,
];

/**
 * A line to the house whose tables are in a schema of their own. The schema is said anew in each transaction, and a
 * statement that stands alone gets one: behind a pooler every transaction may be another session, and what one session
 * was told must not hold for whoever has it next.
 */
function linesWithin(schema: string): typeof pg.Client {
  const begin = `set local search_path to ${pg.escapeIdentifier(schema)}`;
  return class extends pg.Client {
    private inTransaction = false;

    override query(...given: never): never {
      const [query, second, third] = given as Asked;
      const done = typeof second === 'function' ? (second as Asked[2]) : third;
      const values = Array.isArray(second) ? second : undefined;
      const answer = this.within(query, values);
      if (!done) return answer as never;
      answer.then(
        (result) => {
          done(null, result);
        },
        (error: unknown) => {
          done(error instanceof Error ? error : new Error(String(error)));
        },
      );
      return undefined as never;
    }
    private said(query: string | pg.QueryConfig, values?: unknown[]): Promise<unknown> {
      return super.query<pg.QueryResultRow, unknown[]>(query, values);
    }
    private async within(query: string | pg.QueryConfig, values?: unknown[]): Promise<unknown> {
      const text = typeof query === 'string' ? query : query.text;
      if (/^\s*begin\b/i.test(text)) {
        this.inTransaction = true;
        return this.said(`${text}; ${begin}`);
      }
      if (/^\s*(commit|rollback)\b(?!\s+to\b)/i.test(text)) {
        this.inTransaction = false;
        return this.said(query, values);
      }
      if (this.inTransaction) return this.said(query, values);
      await this.said(`begin; ${begin}`);
      try {
        const answer = await this.said(query, values);
        await this.said('commit');
        return answer;
      } catch (error) {
        await this.said('rollback').catch(() => undefined);
        throw error;
      }
    }
  };
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
    ...(schema === undefined ? {} : { Client: linesWithin(schema) }),
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

/**
 * What the machine could not do at this moment, though nothing is wrong with what was asked: no room on the disk or in
 * memory (class 53, 58030), a statement past its time or its wait for a lock (57014, 55P03), transactions that kept
 * ending each other.
 */
const forNowClasses = ['53'];
const forNowCodes = ['57014', '55P03', '58030', '40001', '40P01', 'ENOSPC', 'EDQUOT', 'EMFILE', 'ENFILE', 'ENOMEM'];
/** @example failedForNow(Object.assign(new Error(), { code: '53100' })) // true: the disk is full */
export function failedForNow(error: unknown): boolean {
  for (let inner: unknown = error, depth = 0; inner instanceof Error && depth < 8; inner = inner.cause, depth++) {
    const code = 'code' in inner ? String(inner.code) : '';
    if (forNowCodes.includes(code) || forNowClasses.some((c) => code.length === 5 && code.startsWith(c))) return true;
  }
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

/** Whether a house was made in this schema. */
export async function houseThere(db: Db, schema: string): Promise<boolean> {
  const { rows } = await db.execute<{ there: boolean }>(
    sql`select to_regclass(${`${schema}.house`}) is not null as there`,
  );
  if (rows[0]?.there !== true) return false;
  const made = await db.execute(sql`select 1 from ${sql.identifier(schema)}.house`);
  return made.rows.length > 0;
}
