// @ts-check
/** A house of its own for tests, pictures and benchmarks: a throwaway PostgreSQL and the built server on free ports. */
import { spawn } from 'node:child_process';
import path from 'node:path';
import { ensureDatabase, freePort, startCluster } from './postgres.mjs';
import { root } from './setup.mjs';
import { mark, removeThrowaway, throwawayFolder } from './throwaway.mjs';

/**
 * A cluster of this run alone, in a folder that it made itself: where the keeper's own data is, is not asked.
 * @param {{ durable?: boolean }} [options]
 */
export async function throwawayCluster({ durable = false } = {}) {
  const keep = throwawayFolder();
  const cluster = await startCluster({ keep, throwaway: !durable }).catch((/** @type {unknown} */ error) => {
    removeThrowaway(keep);
    throw error;
  });
  if (!cluster.startedHere) throw new Error(`${cluster.dir} was running before this run made it`);
  mark(cluster.dir);
  return {
    cluster,
    end: () => {
      cluster.stop();
      removeThrowaway(cluster.dir);
      removeThrowaway(keep);
    },
  };
}

/**
 * @param {{ databaseUrl: string, args?: string[], port?: number, broker?: string }} options
 * @returns {Promise<{ url: string, port: number, process: import('node:child_process').ChildProcess, stop: (signal?: NodeJS.Signals) => Promise<void> }>}
 */
export async function serveHouse({ databaseUrl, args = [], port, broker = 'off' }) {
  const own = port ?? (await freePort());
  const server = spawn(process.execPath, [path.join(root, 'dist/server/main.js'), ...args], {
    cwd: root,
    env: {
      ...process.env,
      DATABASE_URL: databaseUrl,
      PORT: String(own),
      NIGHT_LEDGER_ZONE: 'UTC',
      NIGHT_LEDGER_MQTT: broker,
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const url = await new Promise((resolve, reject) => {
    server.once('exit', (code) => reject(new Error(`The server ended with ${code}`)));
    server.stdout.setEncoding('utf8').on('data', (/** @type {string} */ text) => {
      const ready = /READY (\S+)/.exec(text);
      if (ready) resolve(ready[1] ?? '');
      if (text.includes('FAILED')) reject(new Error(text));
    });
  });
  const stop = (/** @type {NodeJS.Signals} */ signal = 'SIGTERM') =>
    new Promise((/** @type {(value: void) => void} */ resolve) => {
      if (server.exitCode !== null || server.signalCode !== null) return resolve();
      server.once('exit', () => resolve());
      server.kill(signal);
    });
  return { url, port: own, process: server, stop };
}

/** The simulated instruments with their broker, as `npm run instruments` starts them. @param {{ port: number }} options */
export async function startInstruments({ port }) {
  const child = spawn(
    process.execPath,
    ['--import', 'tsx', path.join(root, 'tools/instruments/main.ts'), '--port', String(port)],
    { cwd: root, stdio: ['ignore', 'pipe', 'inherit'] },
  );
  await new Promise((resolve, reject) => {
    child.once('exit', (code) => reject(new Error(`The instruments ended with ${code}`)));
    child.stdout.setEncoding('utf8').on('data', (/** @type {string} */ text) => {
      if (text.includes('READY')) resolve(undefined);
    });
  });
  return { url: `mqtt://127.0.0.1:${port}`, stop: () => void child.kill('SIGTERM') };
}

/** @param {{ database: string, args?: string[], durable?: boolean, broker?: string }} options */
export async function openHouse({ database, args, durable, broker }) {
  const { cluster, end } = await throwawayCluster(durable === undefined ? {} : { durable });
  const databaseUrl = await ensureDatabase(cluster, database);
  const house = await serveHouse({ databaseUrl, ...(args ? { args } : {}), ...(broker ? { broker } : {}) });
  return {
    ...house,
    databaseUrl,
    cluster,
    close: async () => {
      await house.stop();
      end();
    },
  };
}

/**
 * Many houses in one cluster: what the first server makes of a way of starting (`args`) is laid by, and every other house
 * that begins so is a copy of its database.
 * @param {Record<string, { args: string[], broker?: string }>} asked by name
 * @returns {Promise<{ urls: Record<string, string>, close: () => Promise<void> }>}
 */
export async function openHouses(asked) {
  const { cluster, end } = await throwawayCluster();
  /** @type {Awaited<ReturnType<typeof serveHouse>>[]} */
  const opened = [];
  const close = async () => {
    await Promise.all(opened.map((house) => house.stop()));
    end();
  };
  try {
    /** @type {Map<string, string>} */
    const prepared = new Map();
    for (const { args } of Object.values(asked)) {
      const way = args.join(' ');
      if (prepared.has(way)) continue;
      const database = `prepared_${prepared.size}`;
      const first = await serveHouse({ databaseUrl: await ensureDatabase(cluster, database), args });
      await first.stop();
      prepared.set(way, database);
    }
    /** @type {Record<string, string>} */
    const urls = {};
    for (const [name, { args, broker }] of Object.entries(asked)) {
      const template = prepared.get(args.join(' ')) ?? '';
      const databaseUrl = await ensureDatabase(cluster, `house_${name.toLowerCase()}`, { template });
      const house = await serveHouse({ databaseUrl, args, ...(broker ? { broker } : {}) });
      opened.push(house);
      urls[name] = house.url;
    }
    return { urls, close };
  } catch (error) {
    await close();
    throw error;
  }
}
