import { dayMs, minuteMs } from '#core/units';
import { randomUUID } from 'node:crypto';
import type { AddressInfo } from 'node:net';
import { createServer } from 'node:http';
import path from 'node:path';
import pg from 'pg';
import pino from 'pino';
import { v7 } from 'uuid';
import { entryOf, type Kind, type NewEntry, type PayloadOf, type SentEntry } from '#contracts/book';
import type { Tonight } from '#contracts/tonight';
import type { Problem } from '#contracts/shapes';
import { UploadReader, PhotoRoom } from '../book';
import { migrateDb, openDb, type Db } from '../db';
import { WaterPlanner } from '../evening';
import { keeperId, openHouse, setUpHouse, steppingClock } from '../house';
import { Prospects } from '../judgement';
import { Devices } from '../readings';

import { createApp } from './app';
import { kinds } from './kinds';
import { Metrics } from './metrics';

export const tonightAt = '2026-03-14T21:30:00.000Z';
export const at = (daysAgo: number, minutes = 0): string =>
  new Date(Date.parse(tonightAt) - daysAgo * dayMs + minutes * minuteMs).toISOString();

export interface Answer<T> {
  status: number;
  type: string;
  body: T;
}
export interface TestHouse {
  db: Db;
  databaseUrl: string;
  url: string;
  port: number;
  get: <T>(where: string) => Promise<Answer<T>>;
  send: <T>(body: unknown, where?: string, init?: RequestInit) => Promise<Answer<T>>;
  write: (
    ...entries: SentEntry[]
  ) => Promise<Answer<Problem & { entries: { id: string; sequence: number; repeated: boolean }[] }>>;
  /** Another server on the same database, with nothing in common but that. */
  beside: () => Promise<TestHouse>;
  close: () => Promise<void>;
}

// A thread is started from its sources, which takes seconds where other lanes of the tests run beside it.
jasmine.DEFAULT_TIMEOUT_INTERVAL = 30_000;

/** Made once and copied for every house: each spec file has a database of its own, so that none sees another's tanks. */
async function clonedDatabase(): Promise<{ url: string; drop: () => Promise<void> }> {
  const [templateUrl, adminUrl] = [
    process.env['NIGHT_LEDGER_TEST_DATABASE'],
    process.env['NIGHT_LEDGER_TEST_ADMIN_DATABASE'],
  ];
  if (!templateUrl || !adminUrl) throw new Error('NIGHT_LEDGER_TEST_DATABASE and its admin are set by npm test');
  const template = new URL(templateUrl).pathname.slice(1);
  const clone = `spec_${randomUUID().replaceAll('-', '')}`;
  const asAdmin = async (work: (admin: pg.Client) => Promise<void>): Promise<void> => {
    const admin = new pg.Client({ connectionString: adminUrl });
    await admin.connect();
    try {
      await work(admin);
    } finally {
      await admin.end();
    }
  };
  await asAdmin(async (admin) => {
    // Nobody may be in a template while it is copied.
    await admin.query('select pg_advisory_lock(1)');
    const { db, close } = openDb({ url: templateUrl, connectionsCount: 1 });
    await migrateDb(db, path.resolve('server/migrations'));
    await close();
    await admin.query(`create database ${clone} template ${template} owner night_ledger`);
  });
  const url = new URL(templateUrl);
  url.pathname = `/${clone}`;
  return {
    url: url.href,
    drop: () =>
      asAdmin(async (admin) => {
        await admin.query(`drop database ${clone} with (force)`);
      }),
  };
}

/** The real app on a real PostgreSQL, as an ordinary role, with a clock that stands at half past nine. */
export async function openTestHouse(): Promise<TestHouse> {
  const database = await clonedDatabase();
  const first = openDb({ url: database.url, connectionsCount: 1 });
  await setUpHouse(first.db, {
    row: { name: 'Test house', demo: true, clockOffsetMs: 0, frozenAtEpochMs: null },
    zone: 'UTC',
  });
  await first.close();
  return servedFrom(database.url, database.drop);
}

/** A server process's worth of the app on a database: its own connections, memories and threads. */
async function servedFrom(databaseUrl: string, dropped: () => Promise<void>): Promise<TestHouse> {
  const { db, close } = openDb({ url: databaseUrl });
  const house = await openHouse(db, steppingClock(Date.parse(tonightAt)));
  const hosts = new Set<string>();
  const prospects = new Prospects(db, { code: 'spec' });
  const photos = new PhotoRoom(db, house.clock);
  const uploads = new UploadReader();
  const planner = new WaterPlanner();
  const server = createServer(
    createApp({
      metrics: new Metrics(),
      prospects,
      photos,
      uploads,
      planner,
      devices: new Devices(db, house.clock, house.clock),
      houses: {
        view: () => ({ open: 'demo', houses: [] }),
        open: () => undefined,
      },
      deps: { db, house, kinds, by: keeperId },
      logger: pino({ level: process.env['LOG_LEVEL'] ?? 'silent' }),
      version: 'test',
      hosts,
    }),
  );
  // The client keeps connections too; an idle one must not be closed under its hands.
  server.keepAliveTimeout = 0;
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { port } = server.address() as AddressInfo;
  hosts.add(`127.0.0.1:${port}`);
  const url = `http://127.0.0.1:${port}`;
  const answer = async <T>(response: Response): Promise<Answer<T>> => ({
    status: response.status,
    type: response.headers.get('content-type') ?? '',
    body: (await response.json()) as T,
  });
  const send = async <T>(body: unknown, where = '/api/entries', init: RequestInit = {}): Promise<Answer<T>> =>
    answer(
      await fetch(`${url}${where}`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: typeof body === 'string' ? body : JSON.stringify(body),
        ...init,
      }),
    );
  return {
    db,
    databaseUrl,
    url,
    port,
    send,
    get: async (where) => answer(await fetch(`${url}${where}`)),
    write: (...entries) => send({ entries }),
    beside: () => servedFrom(databaseUrl, () => Promise.resolve()),
    close: async () => {
      server.closeAllConnections();
      await new Promise((resolve) => server.close(resolve));
      await prospects.close();
      await photos.close();
      await uploads.close();
      await planner.close();
      await close();
      await dropped();
    },
  };
}

/** What the house has against the entries: each fault as its field within the payload, and the words beside it. */
export const refusedBy = async (house: TestHouse, ...entries: SentEntry[]): Promise<string[]> =>
  ((await house.write(...entries)).body.errors ?? []).map(
    (e) => `${e.field.split('.').slice(3).join('.')}: ${e.message}`,
  );

/** What a slice has to say of a tank, by the id of its reason. */
export const saidOf = (line: Tonight['tanks'][number], reasonId: string): Tonight['tanks'][number]['contributions'] =>
  line.contributions.filter((c) => c.reason.id === reasonId);

/** Tonight once the forecasts of all tanks are in it: a house of many does not wait for them. */
export async function wholeSheet(house: TestHouse): Promise<Tonight> {
  for (;;) {
    const { body } = await house.get<Tonight>('/api/tonight');
    if (body.foreseen.readyCount === body.foreseen.tanksCount) return body;
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
}

export const id = (): string => v7();
/** An entry of any kind, in the version that is written now. */
export const entry = <K extends Kind>(
  kind: K,
  subjectId: string,
  payload: PayloadOf<K>,
  happenedAt = at(1),
): Extract<NewEntry, { kind: K }> => entryOf(kind, { id: id(), subjectId, happenedAt }, payload);

/** A tank of 100 L measured filling, and the entries one writes to it. */
export const tankEntry = (
  subjectId: string,
  over: Partial<PayloadOf<'set-up'>> = {},
  happenedAt = at(100),
): Extract<NewEntry, { kind: 'set-up' }> =>
  entry(
    'set-up',
    subjectId,
    {
      name: `Tank ${subjectId.slice(-6)}`,
      roundOrder: 1,
      purpose: 'display',
      practiceId: 'neocaridina-wide',
      bearing: 'usual',
      startedOn: '2025-12-04',
      measuredFillL: 100,
      ...over,
    },
    happenedAt,
  );
export const sourceEntry = (subjectId: string): NewEntry =>
  entry(
    'source',
    subjectId,
    { name: `Source ${subjectId.slice(-6)}`, state: 'tap-aged', chlorine: 'none', startedOn: '2025-12-04' },
    at(100),
  );
export const readingsEntry = (
  subjectId: string,
  values: Partial<Record<string, [number | null, number | null]>>,
  happenedAt = at(1),
): Extract<NewEntry, { kind: 'readings' }> =>
  entry(
    'readings',
    subjectId,
    {
      context: 'routine',
      values: Object.entries(values).map(([parameter, [lo, hi] = [0, 0]]) => ({
        parameter: parameter as 'ph',
        lo,
        hi,
        text: `${String(lo)}-${String(hi)}`,
        enteredUnit: '',
      })),
    },
    happenedAt,
  );
export const changeEntry = (
  subjectId: string,
  sourceId: string,
  changeL: number,
  happenedAt = at(1),
): Extract<NewEntry, { kind: 'change' }> =>
  entry(
    'change',
    subjectId,
    { entered: { by: 'litres', changeL }, sourceId, water: { no3MgPerL: 0 }, how: 'poured' },
    happenedAt,
  );
export const strikeEntry = (subjectId: string, entryId: string, parameter?: 'ph'): NewEntry =>
  entry(
    'strike',
    subjectId,
    { entryId, reason: 'written to the wrong tank', ...(parameter ? { parameter } : {}) },
    at(0),
  );
export const lookedEntry = (subjectId: string, happenedAt = at(0)): NewEntry =>
  entry('looked', subjectId, { fed: true, fine: true }, happenedAt);
export const noteEntry = (subjectId: string, text: string, mark?: 'doubtful' | 'clear'): NewEntry =>
  entry('note', subjectId, { text, ...(mark ? { mark } : {}) }, at(0));
