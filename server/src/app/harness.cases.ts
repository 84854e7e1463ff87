import type { AddressInfo } from 'node:net';
import { createServer } from 'node:http';
import path from 'node:path';
import pino from 'pino';
import { v7 } from 'uuid';
import type { NewEntry } from '#contracts/book';
import type { Tonight } from '#contracts/tonight';
import type { Problem } from '#contracts/shapes';
import { PhotoRoom } from '../book';
import { migrateDb, openDb, type Db } from '../db';
import { keeperId, openHouse, setUpHouse, steppingClock } from '../house';
import { Devices } from '../readings';
import { Prospects } from '../tonight';
import { WaterPlanner } from '../water';
import { createApp } from './app';
import { checks, kinds } from './kinds';

export const tonightAt = '2026-03-14T21:30:00.000Z';
export const at = (daysAgo: number, minutes = 0): string =>
  new Date(Date.parse(tonightAt) - daysAgo * 86_400_000 + minutes * 60_000).toISOString();

export interface Answer<T> {
  status: number;
  type: string;
  body: T;
}
export interface TestHouse {
  db: Db;
  url: string;
  port: number;
  get: <T>(where: string) => Promise<Answer<T>>;
  send: <T>(body: unknown, where?: string, init?: RequestInit) => Promise<Answer<T>>;
  write: (
    ...entries: NewEntry[]
  ) => Promise<Answer<Problem & { entries: { id: string; sequence: number; repeated: boolean }[] }>>;
  close: () => Promise<void>;
}

/** The real app on a real PostgreSQL, as an ordinary role, with a clock that stands at half past nine. */
export async function openTestHouse(): Promise<TestHouse> {
  const databaseUrl = process.env['NIGHT_LEDGER_TEST_DATABASE'];
  if (!databaseUrl) throw new Error('NIGHT_LEDGER_TEST_DATABASE is set by npm test');
  const { db, close } = openDb({ url: databaseUrl });
  await migrateDb(db, path.resolve('server/migrations'));
  await setUpHouse(db, {
    row: { name: 'Test house', demo: true, clockOffsetMs: 0, frozenAtEpochMs: null },
    zone: 'UTC',
  });
  const house = await openHouse(db, steppingClock(Date.parse(tonightAt)));
  const hosts = new Set<string>();
  const prospects = new Prospects(db);
  const photos = new PhotoRoom(db, house.clock);
  const planner = new WaterPlanner();
  const server = createServer(
    createApp({
      prospects,
      photos,
      planner,
      devices: new Devices(db, house.clock, house.clock),
      deps: { db, house, kinds, checks, by: keeperId },
      logger: pino({ level: 'silent' }),
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
    url,
    port,
    send,
    get: async (where) => answer(await fetch(`${url}${where}`)),
    write: (...entries) => send({ entries }),
    close: async () => {
      server.closeAllConnections();
      await new Promise((resolve) => server.close(resolve));
      await prospects.close();
      await photos.close();
      await planner.close();
      await close();
    },
  };
}

/** Tonight once the forecasts of all tanks are in it: a house of many does not wait for them. */
export async function wholeSheet(house: TestHouse): Promise<Tonight> {
  for (;;) {
    const { body } = await house.get<Tonight>('/api/tonight');
    if (body.foreseen.readyCount === body.foreseen.tanksCount) return body;
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
}

export const id = (): string => v7();
const head = <K extends NewEntry['kind']>(kind: K, subjectId: string, happenedAt: string) => ({
  id: id(),
  kind,
  kindVersion: 1 as const,
  subjectId,
  happenedAt,
});

/** A tank of 100 L measured filling, and the entries one writes to it. */
export const tankEntry = (
  subjectId: string,
  over: Partial<Extract<NewEntry, { kind: 'set-up' }>['payload']> = {},
  happenedAt = at(100),
): NewEntry => ({
  ...head('set-up', subjectId, happenedAt),
  payload: {
    name: `Tank ${subjectId.slice(-6)}`,
    roundOrder: 1,
    purpose: 'display',
    practiceId: 'neocaridina-wide',
    bearing: 'usual',
    startedOn: '2025-12-04',
    measuredFillL: 100,
    ...over,
  },
});
export const sourceEntry = (subjectId: string): NewEntry => ({
  ...head('source', subjectId, at(100)),
  payload: { name: `Source ${subjectId.slice(-6)}`, state: 'tap-aged', chlorine: 'none', startedOn: '2025-12-04' },
});
export const readingsEntry = (
  subjectId: string,
  values: Partial<Record<string, [number | null, number | null]>>,
  happenedAt = at(1),
): Extract<NewEntry, { kind: 'readings' }> => ({
  ...head('readings', subjectId, happenedAt),
  payload: {
    context: 'routine',
    values: Object.entries(values).map(([parameter, [lo, hi] = [0, 0]]) => ({
      parameter: parameter as 'ph',
      lo,
      hi,
      text: `${String(lo)}-${String(hi)}`,
      enteredUnit: '',
    })),
  },
});
export const changeEntry = (
  subjectId: string,
  sourceId: string,
  changeL: number,
  happenedAt = at(1),
): Extract<NewEntry, { kind: 'change' }> => ({
  ...head('change', subjectId, happenedAt),
  payload: { entered: { by: 'litres', changeL }, sourceId, water: { no3MgPerL: 0 }, how: 'poured' },
});
export const strikeEntry = (subjectId: string, entryId: string, parameter?: 'ph'): NewEntry => ({
  ...head('strike', subjectId, at(0)),
  payload: { entryId, reason: 'written to the wrong tank', ...(parameter ? { parameter } : {}) },
});
export const lookedEntry = (subjectId: string, happenedAt = at(0)): NewEntry => ({
  ...head('looked', subjectId, happenedAt),
  payload: { fed: true, fine: true },
});
export const noteEntry = (subjectId: string, text: string, mark?: 'doubtful' | 'clear'): NewEntry => ({
  ...head('note', subjectId, at(0)),
  payload: { text, ...(mark ? { mark } : {}) },
});
