import { minuteMs } from '#core/units';
import { createHash, randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import pino from 'pino';
import { loadAlmanac } from '#almanac/shelf';
import type { HouseKey } from '#contracts/tonight';
import { troubleFaults, troubleKnowledge } from '#almanac/trouble';
import { UploadReader, PhotoRoom, rebuildAll } from '../book';
import { houseThere, migrateDb, openDb, stateOf, type Db, type OpenDb } from '../db';
import { seedDemo, setUpEmpty } from '../demo';
import { doingContributions } from '../doing';
import { WaterPlanner } from '../evening';
import { handsContributions } from '../hands';
import {
  derivedVersion,
  keeperId,
  Lease,
  openHouse,
  readDerivedVersion,
  readHouse,
  realClock,
  visitOf,
  writeDerivedVersion,
  type HouseContext,
} from '../house';
import { Prospects } from '../judgement';
import { readTanks } from '../residents';
import { reasonOf } from '../problems';
import { Devices, linkDevices, type DevicesLink } from '../readings';
import { readEndedTanks, readSetUps } from '../tanks';
import { AlarmTeller, alarmRoot, alarmsIn } from './alarm-teller';

import { createApp } from './app';
import { Houses, type HousesDoor, type OpenedHouse } from './houses';
import { kinds } from './kinds';
import { Metrics } from './metrics';
import { ReadOnChange } from './read-on-change';
import { settingsFrom, type Settings } from './settings';

const root = path.resolve(
  path.dirname(fileURLToPath(import.meta.url)),
  process.env['NIGHT_LEDGER_BUNDLED'] ? '../..' : '../../..',
);
const logger = pino({ level: process.env['LOG_LEVEL'] ?? 'warn' });
const say = (text: string): void => void process.stdout.write(`${text}\n`);

/** The forecasting code as it was bundled: kept forecasts are those of just this code. From the sources nothing is kept. */
function codeMark(): string | null {
  if (!process.env['NIGHT_LEDGER_BUNDLED']) return null;
  return createHash('sha256')
    .update(readFileSync(path.join(root, 'dist/server/prospects-thread.js')))
    .digest('hex');
}

/** Where the tables of the house beside the first are. */
const otherSchema = 'second_house';
/** A server that was killed counts as standing for so long. */
const standingMs = minuteMs;
/** An alarm may be told so much late. */
const alarmsEveryMs = 3000;
const migrations = path.join(root, 'server/migrations');

/** A house with all that serves it: its connections, clock, devices, forecasts and threads. */
async function opened(
  { db, pool, close }: OpenDb,
  { settings, houses }: { settings: Settings; houses: () => HousesDoor },
): Promise<OpenedHouse & { house: HouseContext }> {
  const house = await openHouse(db);
  // Live values are heard by every server on this database; one of them writes what is gathered.
  const lease = new Lease(db, 'devices');
  if (settings.brokerUrl !== undefined) await lease.start();
  const devices = new Devices(db, house.clock, realClock(), () =>
    lease.isHeld ? 'this' : lease.isAnothers ? 'another' : 'unknown',
  );
  const link =
    settings.brokerUrl === undefined ? null : await linkDevices({ url: settings.brokerUrl, devices, logger });
  const alarms = link === null ? null : tellAlarms({ db, house, link, holds: () => lease.isHeld });
  const prospects = new Prospects(db, { code: codeMark() });
  try {
    const nowEpochMs = house.clock.nowEpochMs();
    await prospects.recall(await readTanks(db, { atEpochMs: nowEpochMs }), nowEpochMs);
  } catch (error) {
    logger.warn({ reason: reasonOf(error) }, 'the forecasts that were kept cannot be read');
  }
  const photos = new PhotoRoom(db, house.clock);
  const uploads = new UploadReader();
  const planner = new WaterPlanner();
  const metrics = new Metrics();
  metrics.watchProcess();
  metrics.gauge('database_connections', 'Connections to the database', () => pool.totalCount);
  metrics.gauge('database_connections_idle', 'Of these, free', () => pool.idleCount);
  metrics.gauge('database_waiting', 'Requests that wait for a connection', () => pool.waitingCount);
  metrics.gauge('forecasts_waiting', 'Tanks whose forecast is still to be made', () => prospects.waitingCount);
  metrics.gauge('devices_writer', 'Whether continuous data of devices is written by this server', () =>
    lease.isHeld ? 1 : 0,
  );
  const hosts = new Set(
    ['127.0.0.1', 'localhost', '[::1]', ...settings.extraHosts].map((host) => `${host}:${settings.port}`),
  );
  const app = createApp({
    metrics,
    prospects,
    photos,
    uploads,
    planner,
    devices,
    houses: { view: (request) => houses().view(request), open: (key) => houses().open(key) },
    deps: { db, house, kinds, by: keeperId },
    logger,
    version: settings.version,
    hosts,
    webRoot: path.join(root, 'dist/web/browser'),
  });
  return {
    house,
    key: house.row.demo ? 'demo' : 'own',
    name: () => house.row.name,
    listener: app,
    close: async () => {
      clearInterval(alarms ?? undefined);
      await link?.close();
      await lease.stop();
      await prospects.close();
      await photos.close();
      await uploads.close();
      await planner.close();
      await close();
    },
  };
}

/** Every few seconds what is loud is told to the broker, by the one server that writes what devices say. */
function tellAlarms({
  db,
  house,
  link,
  holds,
}: {
  db: Db;
  house: HouseContext;
  link: DevicesLink;
  holds: () => boolean;
}): NodeJS.Timeout {
  const teller = new AlarmTeller(
    (topic, text) => link.publish(topic, text),
    async (tankId) => (await readSetUps(db, { tankId })).at(-1)?.setUp.name ?? '',
    () => link.kept(alarmRoot),
  );
  // What is said is read when somebody wrote; whether it is due by now is asked each time.
  const said = new ReadOnChange(
    () => stateOf(db),
    (nowEpochMs) =>
      Promise.all([
        doingContributions({ deps: { db }, nowEpochMs }),
        handsContributions({ deps: { db }, nowEpochMs, zone: house.zoneAt(nowEpochMs) }),
        visitOf({ db, house }),
        readEndedTanks(db),
      ]),
  );
  const tell = async (): Promise<void> => {
    const nowEpochMs = house.clock.nowEpochMs();
    const [doing, hands, { speech }, ended] = await said.at(nowEpochMs);
    const over = new Set(ended.map((t) => t.tankId));
    await teller.tell(
      [doing, hands].flatMap((own) => alarmsIn(own, { nowEpochMs, speech })).filter((a) => !over.has(a.tankId)),
    );
  };
  let busy = false;
  return setInterval(() => {
    if (busy || !holds()) return;
    busy = true;
    void tell()
      // Told the next time; the page says that there is no broker.
      .catch((error: unknown) => {
        logger.debug({ reason: reasonOf(error) }, 'alarms not told');
      })
      .finally(() => (busy = false));
  }, alarmsEveryMs);
}

/** What rides with subjects has a shape of its own; a database from before it changed is derived anew from its book. */
async function derived(db: Db, { rebuild }: Settings): Promise<void> {
  const outgrown = (await readDerivedVersion(db)) < derivedVersion;
  if (!rebuild && !outgrown) return;
  say(`Rebuilt what is derived of ${await rebuildAll(db, kinds)} subjects.`);
  await writeDerivedVersion(db, derivedVersion);
}

async function main(): Promise<void> {
  const settings = settingsFrom(process.argv.slice(2), process.env);
  const faults = [...loadAlmanac().faults, ...troubleFaults(troubleKnowledge)];
  if (faults.length > 0)
    throw new Error(
      `The almanac has faults, so nothing is served:\n${faults.map((f) => `  - ${f.where}: ${f.what}`).join('\n')}`,
    );
  const first = openDb({ url: settings.databaseUrl });
  await migrateDb(first.db, migrations);
  const before = await readHouse(first.db);
  if (!before && settings.empty) await setUpEmpty(first.db, { zone: settings.zone });
  else if (!before) await seedDemo(first.db, { zone: settings.zone, tonightOn: settings.tonightOn, kinds, say });
  await derived(first.db, settings);
  if (settings.seedOnly) {
    await first.close();
    return;
  }
  // Asked for by both houses, and made of them.
  const door = (): HousesDoor => houses;
  const firstHouse = await opened(first, { settings, houses: door });
  const { frozenAtEpochMs } = firstHouse.house.row;
  if (
    settings.tonightOn !== undefined &&
    (frozenAtEpochMs === null || firstHouse.house.nightOnAt(frozenAtEpochMs) !== settings.tonightOn)
  )
    throw new Error('--tonight sets the clock of a new demo house; use it with --reset.');
  const openOther = async (key: HouseKey, told: (doneFraction: number) => void): Promise<OpenedHouse> => {
    const other = openDb({ url: settings.databaseUrl, schema: otherSchema });
    try {
      await migrateDb(other.db, migrations, otherSchema);
      const { zone } = settings;
      const there = await readHouse(other.db);
      if (!there && key === 'own') await setUpEmpty(other.db, { zone });
      else if (!there) await seedDemo(other.db, { zone, tonightOn: settings.tonightOn, kinds, say, told });
      await derived(other.db, settings);
      return await opened(other, { settings, houses: door });
    } catch (error) {
      logger.error({ reason: reasonOf(error) }, 'the other house cannot be opened');
      await other.close();
      throw error;
    }
  };
  const houses: Houses = new Houses(firstHouse, openOther, () => houseThere(first.db, otherSchema));
  await houses.reopen();
  // Says that a server stands on this database, to whoever would put another in its place.
  const standing = new Lease(first.db, `server ${randomUUID()}`, standingMs);
  await standing.start();
  const server = createServer(houses.listener);
  // Longer than a browser or a proxy keeps a line open, so that no question meets one that is just being closed.
  server.keepAliveTimeout = 75_000;
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject);
    server.listen(settings.port, settings.host, resolve);
  });
  say(`READY http://${settings.host}:${settings.port}`);
  const finish = async (): Promise<void> => {
    await standing.stop();
    await houses.close();
    process.exit(0);
  };
  const stop = (): void => {
    server.close(() => void finish());
    server.closeAllConnections();
  };
  process.on('SIGTERM', stop);
  process.on('SIGINT', stop);
}

main().catch((error: unknown) => {
  // The innermost reason: a failed query says only itself, the system or the database says why.
  say(`FAILED ${reasonOf(error)}`);
  process.exit(1);
});
