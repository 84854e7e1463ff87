// @ts-check
/**
 * Kills servers and the database under eight writers, and looks afterwards: nothing acknowledged is lost, nothing is
 * there twice, nothing is there half. `npm run kills` prints its figures; the tests run a few rounds of it.
 */
import { fileURLToPath } from 'node:url';
import { v7 } from 'uuid';
import { serveHouse, throwawayCluster } from './house.mjs';
import { startPooler } from './pooler.mjs';
import { ensureDatabase } from './postgres.mjs';
import { fail, step } from './say.mjs';

const writersCount = 8;
const parameters = ['ph', 'no3MgPerL', 'khDegrees'];
const waited = (/** @type {number} */ ms) => new Promise((r) => setTimeout(r, ms));

/** @typedef {{ acknowledged: Map<string, string>, sent: Map<string, string>, refused: string[] }} Tally */
/** @returns {Tally} */
const tally = () => ({ acknowledged: new Map(), sent: new Map(), refused: [] });

/** @param {string} subjectId @param {string} kind @param {object} payload */
const entryOf = (subjectId, kind, payload) => ({
  id: v7(),
  kind,
  kindVersion: 1,
  subjectId,
  happenedAt: new Date(Date.now() - 60_000).toISOString(),
  payload,
});
/** @param {string} url @param {object[]} entries */
const post = (url, entries) =>
  fetch(`${url}/api/entries`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ entries }),
    signal: AbortSignal.timeout(10_000),
  });

/** @param {string} url @param {number} count */
async function tanksOf(url, count) {
  const tanks = Array.from({ length: count }, () => v7());
  for (const [i, tank] of tanks.entries()) {
    const answer = await post(url, [
      entryOf(tank, 'set-up', {
        name: `Tank ${i} ${tank.slice(-6)}`,
        roundOrder: i + 1,
        purpose: 'display',
        practiceId: 'neocaridina-wide',
        bearing: 'usual',
        startedOn: '2025-01-02',
        measuredFillL: 60,
      }),
    ]);
    if (!answer.ok) throw new Error(await answer.text());
  }
  return tanks;
}

/**
 * Writes readings and notes without a pause until told to stop. @param {() => readonly string[]} urls @param {readonly string[]} tanks
 * @param {Tally} counted
 */
function writing(urls, tanks, counted) {
  let on = true;
  const writer = async (/** @type {number} */ n) => {
    for (let i = 0; on; i++) {
      const url = urls()[(i + n) % urls().length] ?? '';
      const tank = tanks[(i + n) % tanks.length] ?? '';
      const entry =
        i % 3 === 0
          ? entryOf(tank, 'note', { text: `note ${n} ${i}` })
          : entryOf(tank, 'readings', {
              context: 'routine',
              values: parameters.map((parameter) => ({ parameter, lo: 7, hi: 7.5, text: '7', enteredUnit: '' })),
            });
      counted.sent.set(entry.id, entry.kind);
      const answer = await post(url, [entry]).catch(() => null);
      if (answer?.ok) counted.acknowledged.set(entry.id, entry.kind);
      else if (answer && answer.status !== 503) counted.refused.push(`${answer.status} ${await answer.text()}`);
      if (!answer?.ok) await waited(40);
    }
  };
  const done = Promise.all(Array.from({ length: writersCount }, (_, n) => writer(n)));
  return async () => {
    on = false;
    await done;
  };
}

/** What is wrong with the book afterwards. @param {string} databaseUrl @param {Tally} counted @returns {Promise<string[]>} */
async function wrongIn(databaseUrl, { acknowledged, sent, refused }) {
  const { default: pg } = await import('pg');
  const db = new pg.Client({ connectionString: databaseUrl });
  await db.connect();
  const rows = async (/** @type {string} */ text) => (await db.query(text)).rows;
  const there = await rows('select id::text, kind from entries');
  const ids = new Set(there.map((r) => r.id));
  const half = await rows(
    `select e.id from entries e where e.kind = 'readings' and (select count(*) from readings r where r.entry_id = e.id) <> jsonb_array_length(e.payload->'values')`,
  );
  const orphans = await rows('select entry_id from readings where entry_id not in (select id from entries)');
  // What rides with a tank is what its newest entry is.
  const behind = await rows(
    `select s.id from subjects s where s.kind = 'tank' and s.moved_sequence <> (select coalesce(max(e.sequence), 0) from entries e where e.subject_id = s.id and e.kind = 'readings')`,
  );
  await db.end();
  const lost = [...acknowledged.keys()].filter((id) => !ids.has(id));
  const strange = there.filter((r) => r.kind !== 'set-up' && !sent.has(r.id));
  return [
    ...(lost.length > 0 ? [`${lost.length} acknowledged entries are lost`] : []),
    ...(ids.size !== there.length ? ['an id is there twice'] : []),
    ...(half.length > 0 ? [`${half.length} sets of readings are there by half`] : []),
    ...(orphans.length > 0 ? [`${orphans.length} readings belong to no entry`] : []),
    ...(behind.length > 0 ? [`${behind.length} tanks do not know their newest entry`] : []),
    ...(strange.length > 0 ? [`${strange.length} entries were never sent`] : []),
    ...refused.slice(0, 3).map((r) => `refused: ${r.slice(0, 200)}`),
  ];
}

/** @typedef {{ kills: number, acknowledged: number, longestBackMs: number, wrong: string[] }} Outcome */

/** The time until a server writes again. @param {string} url @param {string} tank @param {Tally} counted */
async function backIn(url, tank, counted) {
  const start = performance.now();
  for (;;) {
    const entry = entryOf(tank, 'note', { text: 'back' });
    counted.sent.set(entry.id, entry.kind);
    const answer = await post(url, [entry]).catch(() => null);
    if (answer?.ok) {
      counted.acknowledged.set(entry.id, entry.kind);
      return performance.now() - start;
    }
    if (performance.now() - start > 30_000) throw new Error(`it does not come back: ${answer?.status ?? 'no answer'}`);
    await waited(20);
  }
}

/** @param {number} kills @returns {Promise<Outcome>} */
export async function killServer(kills) {
  const { cluster, end } = await throwawayCluster({ durable: true });
  try {
    const databaseUrl = await ensureDatabase(cluster, 'killed');
    let house = await serveHouse({ databaseUrl, args: ['--empty'] });
    const tanks = await tanksOf(house.url, 6);
    const counted = tally();
    let longestBackMs = 0;
    for (let i = 0; i < kills; i++) {
      const stop = writing(() => [house.url], tanks, counted);
      await waited(150 + Math.random() * 500);
      await house.stop('SIGKILL');
      await stop();
      house = await serveHouse({ databaseUrl, port: house.port });
      longestBackMs = Math.max(longestBackMs, await backIn(house.url, tanks[0] ?? '', counted));
    }
    await house.stop();
    return {
      kills,
      acknowledged: counted.acknowledged.size,
      longestBackMs,
      wrong: await wrongIn(databaseUrl, counted),
    };
  } finally {
    end();
  }
}

/** The database stops as in a power cut, and starts again. @param {number} kills @returns {Promise<Outcome>} */
export async function killDatabase(kills) {
  const { cluster, end } = await throwawayCluster({ durable: true });
  try {
    const databaseUrl = await ensureDatabase(cluster, 'cut');
    const house = await serveHouse({ databaseUrl, args: ['--empty'] });
    const tanks = await tanksOf(house.url, 6);
    const counted = tally();
    let longestBackMs = 0;
    for (let i = 0; i < kills; i++) {
      const stop = writing(() => [house.url], tanks, counted);
      await waited(150 + Math.random() * 500);
      cluster.crash();
      await waited(300);
      cluster.again();
      longestBackMs = Math.max(longestBackMs, await backIn(house.url, tanks[0] ?? '', counted));
      await stop();
    }
    await house.stop();
    return {
      kills,
      acknowledged: counted.acknowledged.size,
      longestBackMs,
      wrong: await wrongIn(databaseUrl, counted),
    };
  } finally {
    end();
  }
}

/**
 * Two servers behind a transaction pooler: one of them is killed in turn while both are written to; in the end both tell
 * the same. @param {number} kills @returns {Promise<Outcome>}
 */
export async function killOneOfTwo(kills) {
  const { cluster, end } = await throwawayCluster({ durable: true });
  const databaseUrl = await ensureDatabase(cluster, 'two');
  const pooler = await startPooler(cluster);
  try {
    const through = pooler.url('two');
    // The first makes the house; the others find it.
    const houses = [await serveHouse({ databaseUrl: through, args: ['--empty'] })];
    houses.push(await serveHouse({ databaseUrl: through }));
    const tanks = await tanksOf(houses[0]?.url ?? '', 6);
    const counted = tally();
    let longestBackMs = 0;
    for (let i = 0; i < kills; i++) {
      const stop = writing(() => houses.map((h) => h.url), tanks, counted);
      await waited(200 + Math.random() * 400);
      const killed = houses[i % 2];
      const other = houses[(i + 1) % 2];
      if (!killed || !other) break;
      await killed.stop('SIGKILL');
      // The other goes on.
      longestBackMs = Math.max(longestBackMs, await backIn(other.url, tanks[i % 6] ?? '', counted));
      houses[i % 2] = await serveHouse({ databaseUrl: through, port: killed.port });
      await waited(150);
      await stop();
    }
    const wrong = await wrongIn(databaseUrl, counted);
    for (const where of ['/api/tonight', '/api/entries?limit=200', ...tanks.map((t) => `/api/tanks/${t}/folio`)]) {
      const told = [];
      for (const { url } of houses) {
        let answer = /** @type {any} */ ({});
        for (;;) {
          answer = await (await fetch(`${url}${where}`)).json();
          if (!answer.foreseen || answer.foreseen.readyCount === answer.foreseen.tanksCount) break;
          await waited(50);
        }
        told.push(answer);
      }
      if (!alike(told[0], told[1])) wrong.push(`the two do not tell the same of ${where}`);
    }
    for (const house of houses) await house.stop();
    return { kills, acknowledged: counted.acknowledged.size, longestBackMs, wrong };
  } finally {
    await pooler.stop();
    end();
  }
}

const minuteMs = 60_000;
/** The same but for the moment at which it was told. @param {any} one @param {any} other @param {string} [key] @returns {boolean} */
export function alike(one, other, key = '') {
  if (key === 'nowAt') return true;
  if (typeof one === 'number' && typeof other === 'number' && key.endsWith('EpochMs'))
    return Math.abs(one - other) < minuteMs;
  if (typeof one !== 'object' || typeof other !== 'object' || one === null || other === null) return one === other;
  const keys = new Set([...Object.keys(one), ...Object.keys(other)]);
  return [...keys].every((k) => alike(one[k], other[k], k));
}

async function main() {
  const { build } = await import('./build.mjs');
  await build();
  let faults = 0;
  for (const [what, kills, run] of /** @type {const} */ ([
    ['The server', 30, killServer],
    ['The database', 10, killDatabase],
    ['One of two servers behind a pooler', 10, killOneOfTwo],
  ])) {
    step(`${what}, ${kills} times under ${writersCount} writers …`);
    const { acknowledged, longestBackMs, wrong } = await run(kills);
    console.log(
      `${what}: killed ${kills} times; ${acknowledged} acknowledged entries, ${wrong.length === 0 ? 'none lost, none twice, none half' : wrong.join('; ')}; standing again it writes within ${(longestBackMs / 1000).toFixed(1)} s`,
    );
    faults += wrong.length;
  }
  if (faults > 0) process.exitCode = 1;
}

if (process.argv[1] === fileURLToPath(import.meta.url)) main().catch(fail);
