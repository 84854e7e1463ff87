// @ts-check
/** `npm run bench`: the promises about speed, measured and reported as ratios; never part of the tests. */
import { execFileSync } from 'node:child_process';
import { readdirSync, readFileSync, statSync } from 'node:fs';
import path from 'node:path';
import { build } from './build.mjs';
import { serveHouse, throwawayCluster } from './house.mjs';
import { ensureDatabase } from './postgres.mjs';
import { fail, step } from './say.mjs';
import { checkNode, installChromium, installPackages, root } from './setup.mjs';
import { measureGrid } from './bench-grid.mjs';

const tanksCount = 300;
const readingsEach = 10;
const median = (/** @type {number[]} */ xs) => [...xs].sort((a, b) => a - b)[Math.floor(xs.length / 2)] ?? 0;
const p95 = (/** @type {number[]} */ xs) => [...xs].sort((a, b) => a - b)[Math.floor(xs.length * 0.95)] ?? 0;
const show = (/** @type {number} */ x) => x.toFixed(1);

/**
 * Fills a database with weekly tests of 300 tanks: entries and their projection, by set-based SQL of the same shape.
 * @param {import('pg').Client} db @param {number} weeks
 */
async function fill(db, weeks) {
  const setUp = JSON.stringify({
    name: '',
    rack: 'Rack',
    roundOrder: 1,
    purpose: 'display',
    practiceId: 'neocaridina-middle',
    bearing: 'usual',
    startedOn: '2010-01-01',
    measuredFillL: 60,
    overrides: [],
  });
  await db.query(
    `insert into subjects (id, kind, name, started_on, state) select gen_random_uuid(), 'tank', 'Tank ' || n, '2010-01-01', '{"setUp":{"atEpochMs":1262304000000,"done":{"id":"set-up","facts":{"name":"x"}}}}' from generate_series(1, ${tanksCount}) n`,
  );
  await db.query(
    `insert into entries (id, kind, kind_version, subject_id, happened_at, zone, night_on, written_at, written_by, payload, payload_hash) select gen_random_uuid(), 'set-up', 1, id, '2010-01-01', 'UTC', '2010-01-01', '2010-01-01', 'keeper', $1::jsonb || jsonb_build_object('name', name), 'bench' from subjects`,
    [setUp],
  );
  await db.query(
    `insert into tank_setups (entry_id, subject_id, from_at, net_volume_l, payload) select id, subject_id, happened_at, 60, payload from entries`,
  );
  const parameters = [
    'tempC',
    'ph',
    'ghDegrees',
    'khDegrees',
    'ec25UsPerCm',
    'no3MgPerL',
    'no2MgPerL',
    'tanMgPerL',
    'po4MgPerL',
    'caMgPerL',
  ].slice(0, readingsEach);
  const levels = [23, 7.1, 7, 3, 350, 12, 0.05, 0.1, 0.3, 30];
  await db.query(
    `insert into entries (id, kind, kind_version, subject_id, happened_at, zone, night_on, written_at, written_by, payload, payload_hash)
     select gen_random_uuid(), 'readings', 1, s.id, t.at, 'UTC', t.at::date, t.at, 'keeper', jsonb_build_object('context', 'routine', 'values', (select jsonb_agg(jsonb_build_object('parameter', p, 'lo', l, 'hi', l * 1.05, 'text', round(l::numeric, 2)::text, 'enteredUnit', '')) from unnest($1::text[], $2::float8[]) x(p, l))), 'bench'
     from subjects s cross join (select now() - n * interval '7 days' - interval '1 hour' as at from generate_series(0, ${weeks - 1}) n) t`,
    [parameters, levels],
  );
  await db.query(
    `insert into readings (entry_id, parameter, subject_id, happened_at, lo, hi, text, entered_unit, context, insisted)
     select e.id, v->>'parameter', e.subject_id, e.happened_at, (v->>'lo')::float8 * (1 + 0.02 * random()), (v->>'hi')::float8 * 1.03, v->>'text', '', 'routine', false from entries e cross join jsonb_array_elements(e.payload->'values') v where e.kind = 'readings'`,
  );
  await db.query(`update subjects s set newest = n.newest from (
      select subject_id, jsonb_object_agg('reading:' || parameter, items) as newest from (
        select subject_id, parameter, jsonb_agg(jsonb_build_object('atEpochMs', round(extract(epoch from happened_at) * 1000), 'sequence', 0, 'lo', lo, 'hi', hi) order by happened_at desc) as items
        from (select *, row_number() over (partition by subject_id, parameter order by happened_at desc) as rank from readings where happened_at > now() - interval '60 days') r where rank <= 6 group by 1, 2) x group by 1) n where n.subject_id = s.id`);
  await fillChanges(db, weeks);
  await fillStock(db, weeks);
  await db.query('analyze');
}

/** One water, and a change of every tank each fortnight. @param {import('pg').Client} db @param {number} weeks */
async function fillChanges(db, weeks) {
  const source = JSON.stringify({ name: 'Tap', state: 'tap-aged', chlorine: 'chlorine', startedOn: '2010-01-01' });
  await db.query(
    `insert into subjects (id, kind, name, started_on, state) values (gen_random_uuid(), 'source', 'Tap', '2010-01-01', '{}')`,
  );
  await db.query(
    `with e as (insert into entries (id, kind, kind_version, subject_id, happened_at, zone, night_on, written_at, written_by, payload, payload_hash) select gen_random_uuid(), 'source', 1, id, '2010-01-01', 'UTC', '2010-01-01', '2010-01-01', 'keeper', $1::jsonb, 'bench' from subjects where kind = 'source' returning id, subject_id, happened_at, payload)
     insert into source_setups (entry_id, subject_id, from_at, payload) select id, subject_id, happened_at, payload from e`,
    [source],
  );
  await db.query(
    `with e as (insert into entries (id, kind, kind_version, subject_id, happened_at, zone, night_on, written_at, written_by, payload, payload_hash)
       select gen_random_uuid(), 'change', 1, s.id, t.at, 'UTC', t.at::date, t.at, 'keeper', jsonb_build_object('entered', jsonb_build_object('by', 'litres', 'changeL', 12), 'sourceId', w.id, 'water', '{"no3MgPerL": 5, "ec25UsPerCm": 320, "ghDegrees": 7}'::jsonb, 'how', 'poured'), 'bench'
       from subjects s cross join (select id from subjects where kind = 'source') w cross join (select now() - n * interval '14 days' - interval '2 hours' as at from generate_series(0, ${Math.floor(weeks / 2) - 1}) n) t where s.kind = 'tank' returning id, subject_id, happened_at, payload)
     insert into changes (entry_id, subject_id, happened_at, source_id, change_l, change_fraction, how, water) select id, subject_id, happened_at, (payload ->> 'sourceId')::uuid, 12, 0.2, 'poured', payload -> 'water' from e`,
  );
}

/** Two kinds in every tank, each counted every second month. @param {import('pg').Client} db @param {number} weeks */
async function fillStock(db, weeks) {
  await db.query(
    `insert into entries (id, kind, kind_version, subject_id, happened_at, zone, night_on, written_at, written_by, payload, payload_hash)
     select gen_random_uuid(), 'stock', 1, s.id, t.at, 'UTC', t.at::date, t.at, 'keeper', jsonb_build_object('event', 'counted', 'kindId', k, 'strain', '', 'count', '{"lo": 40, "hi": 60}'::jsonb), 'bench'
     from subjects s cross join unnest(array['cherry-shrimp', 'ramshorn']) k cross join (select now() - n * interval '60 days' - interval '1 hour' as at from generate_series(0, ${Math.floor((7 * weeks) / 60)}) n) t where s.kind = 'tank'`,
  );
}

/** @param {string} databaseUrl @param {number} weeks */
async function prepared(databaseUrl, weeks) {
  const first = await serveHouse({ databaseUrl, args: ['--empty'] });
  await first.stop();
  const { default: pg } = await import('pg');
  const db = new pg.Client({ connectionString: databaseUrl });
  await db.connect();
  await fill(db, weeks);
  const { rows } = await db.query(
    "select (select count(*) from entries) as entries, (select count(*) from readings) as readings, (select id from subjects where kind = 'tank' limit 1) as tank",
  );
  await db.end();
  return rows[0];
}

/** @param {() => Promise<unknown>} work @param {number} times */
async function timed(work, times) {
  const took = [];
  for (let i = 0; i < times + 3; i++) {
    const start = performance.now();
    await work();
    if (i >= 3) took.push(performance.now() - start);
  }
  return took;
}

/** @param {string} url @param {string} tank */
const writer = (url, tank) => async () => {
  const { v7 } = await import('uuid');
  const values = ['tempC', 'ph', 'ghDegrees', 'khDegrees', 'ec25UsPerCm', 'no3MgPerL', 'no2MgPerL', 'po4MgPerL'].map(
    (parameter, i) => ({
      parameter,
      lo: [23, 7, 7, 3, 350, 10, 0, 0.1][i],
      hi: [23.1, 7.1, 8, 4, 351, 20, 0.1, 0.25][i],
      text: '1',
      enteredUnit: '',
    }),
  );
  const entry = {
    id: v7(),
    kind: 'readings',
    kindVersion: 1,
    subjectId: tank,
    happenedAt: new Date().toISOString(),
    payload: { context: 'routine', values },
  };
  const answer = await fetch(`${url}/api/entries`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ entries: [entry] }),
  });
  if (!answer.ok) throw new Error(await answer.text());
  await answer.arrayBuffer();
};

/** The same rows by a bare transaction on one connection. @param {import('pg').Client} db @param {string} tank */
async function bare(db, tank) {
  const { v7 } = await import('uuid');
  const id = v7();
  const now = new Date().toISOString();
  await db.query('begin');
  await db.query(
    "insert into entries (id, kind, kind_version, subject_id, happened_at, zone, night_on, written_at, written_by, payload, payload_hash) values ($1, 'readings', 1, $2, $3::timestamptz, 'UTC', ($3::timestamptz)::date, $3::timestamptz, 'keeper', $4, 'x')",
    [
      id,
      tank,
      now,
      JSON.stringify({
        context: 'routine',
        values: Array.from({ length: 8 }, () => ({ parameter: 'ph', lo: 7, hi: 7.1, text: '1', enteredUnit: '' })),
      }),
    ],
  );
  const rows = ['tempC', 'ph', 'ghDegrees', 'khDegrees', 'ec25UsPerCm', 'no3MgPerL', 'no2MgPerL', 'po4MgPerL'];
  await db.query(
    `insert into readings (entry_id, parameter, subject_id, happened_at, lo, hi, text, entered_unit, context, insisted) values ${rows.map((p) => `($1, '${p}', $2, $3, 7, 7.1, '1', '', 'routine', false)`).join(', ')}`,
    [id, tank, now],
  );
  await db.query(
    'update subjects set state = jsonb_set(state, \'{readings}\', \'{"atEpochMs":1,"text":"x"}\') where id = $1',
    [tank],
  );
  await db.query('commit');
}

/** Statements the server sends for one request, counted by PostgreSQL's own log. @param {string} log @param {() => Promise<unknown>} work */
async function statementsOf(log, work) {
  const before = statSync(log).size;
  await work();
  await new Promise((r) => setTimeout(r, 300));
  return readFileSync(log, 'utf8')
    .slice(before)
    .split('\n')
    .filter((l) => /execute|statement:/.test(l))
    .map((l) => l.replace(/.*(execute [^:]*|statement): /, '').trim())
    .filter((l) => !/^(begin|commit|rollback)/i.test(l));
}

function firstLoad() {
  const folder = path.join(root, 'dist/web/browser');
  const html = readFileSync(path.join(folder, 'index.html'), 'utf8');
  const seen = new Set();
  /** @param {string} name */
  const add = (name) => {
    if (seen.has(name)) return;
    seen.add(name);
    // Static imports of a chunk are loaded with it; dynamic ones are not.
    for (const [, next = ''] of readFileSync(path.join(folder, name), 'utf8').matchAll(
      /(?:from|import)\s*"\.\/([\w-]+\.js)"/g,
    ))
      add(next);
  };
  for (const [, name = ''] of html.matchAll(/(?:src|href)="([\w-]+\.(?:js|css))"/g)) add(name);
  const main = [...seen].find((n) => n.startsWith('main')) ?? '';
  const lazy = [...readFileSync(path.join(folder, main), 'utf8').matchAll(/import\("\.\/([\w-]+\.js)"\)/g)].map(
    (m) => m[1] ?? '',
  );
  const tonight = lazy.find((n) => readFileSync(path.join(folder, n), 'utf8').includes('nl-tonight'));
  if (tonight) add(tonight);
  const size = [...seen].reduce((sum, name) => sum + statSync(path.join(folder, `${name}.br`)).size, 0);
  const fonts = readdirSync(path.join(folder, 'media'))
    .filter(
      (f) =>
        /latin-wght-normal.*woff2$|latin-standard-normal.*woff2$|latin-opsz-normal.*woff2$/.test(f) &&
        !f.includes('-ext'),
    )
    .map((f) => `${f} ${Math.round(statSync(path.join(folder, 'media', f)).size / 1000)} kB`);
  return { kB: size / 1000, files: seen.size, fonts };
}

/** Forecasts of all tanks in their thread, and what other requests take meanwhile. @param {string} url */
async function forecasts(url) {
  const sheet = async () => {
    const answer = await fetch(`${url}/api/tonight`);
    if (!answer.ok) throw new Error(`/api/tonight answered ${answer.status}: ${await answer.text()}`);
    return answer.json();
  };
  const from = performance.now();
  /** @type {number[]} */
  const others = [];
  for (let { foreseen } = await sheet(); foreseen.readyCount < foreseen.tanksCount; { foreseen } = await sheet())
    for (let i = 0; i < 20; i++)
      for (const path of ['/api/house', '/api/entries?limit=20', '/api/sources']) {
        const start = performance.now();
        await (await fetch(`${url}${path}`)).arrayBuffer();
        others.push(performance.now() - start);
      }
  console.log(
    `Forecasts of ${tanksCount} tanks: ${((performance.now() - from) / 1000).toFixed(1)} s in a thread (limit 30); meanwhile ${others.length} other requests: 95th percentile ${show(p95(others))} ms (limit 100)`,
  );
}

async function main() {
  checkNode();
  installPackages();
  execFileSync(process.execPath, ['--import', 'tsx', 'tools/bench-fits.ts'], { cwd: root, stdio: 'inherit' });
  execFileSync(process.execPath, ['--import', 'tsx', 'tools/bench-build-up.ts'], { cwd: root, stdio: 'inherit' });
  execFileSync(process.execPath, ['--import', 'tsx', 'tools/bench-water.ts'], { cwd: root, stdio: 'inherit' });
  await build();
  const { cluster, end } = await throwawayCluster({ durable: true });
  const { default: pg } = await import('pg');
  try {
    step('One year of 300 tanks …');
    const smallUrl = await ensureDatabase(cluster, 'year');
    const small = await prepared(smallUrl, 52);
    step('Ten years of 300 tanks …');
    const largeUrl = await ensureDatabase(cluster, 'decade');
    const large = await prepared(largeUrl, 520);
    console.log(`  ${large.entries} entries, ${large.readings} readings`);
    const [one, ten] = [await serveHouse({ databaseUrl: smallUrl }), await serveHouse({ databaseUrl: largeUrl })];
    const get = (/** @type {string} */ url) => async () => void (await (await fetch(url)).arrayBuffer());
    await forecasts(ten.url);
    const year = median(await timed(get(`${one.url}/api/tonight`), 25));
    const decade = median(await timed(get(`${ten.url}/api/tonight`), 25));
    console.log(
      `Tonight, 300 tanks: ${show(decade)} ms on ten years (limit 200), ${show(year)} ms on one; ratio ${(decade / year).toFixed(2)} (limit 1.3)`,
    );
    const grid = await measureGrid(one.url, installChromium());
    console.log(
      `Bench grid ${grid.rows} x ${grid.cells / grid.rows}: open in ${show(grid.openedMs)} ms; ${grid.arrived} of ${grid.typedCount} typed values arrived; a key ${show(grid.keyMedianMs)} ms, 95th percentile ${show(grid.keyP95Ms)}; longest frame ${show(grid.longestFrameMs)} ms`,
    );
    const folio = median(await timed(get(`${ten.url}/api/tanks/${large.tank}/folio?days=365`), 40));
    console.log(`Folio with a year of one tank: ${show(folio)} ms (limit 50)`);
    for (const where of ['evening', 'build-up']) {
      const took = await timed(get(`${ten.url}/api/water/${where}`), 25);
      const took1 = await timed(get(`${one.url}/api/water/${where}`), 25);
      console.log(
        `/api/water/${where} of ${tanksCount} tanks: ${show(median(took))} ms on ten years (limit 200), ${show(median(took1))} ms on one; ratio ${(median(took) / median(took1)).toFixed(2)}`,
      );
    }
    for (const words of ['nitrate', 'lid', 'looked', 'ph moults']) {
      const took = await timed(get(`${ten.url}/api/entries?limit=150&words=${encodeURIComponent(words)}`), 30);
      console.log(`Search of the whole book for “${words}”: 95th percentile ${show(p95(took))} ms (limit 150)`);
    }
    const db = new pg.Client({ connectionString: largeUrl });
    await db.connect();
    const write = writer(ten.url, large.tank);
    const [ours, plain] = [median(await timed(write, 120)), median(await timed(() => bare(db, large.tank), 120))];
    console.log(
      `Entry with 8 readings: ${show(ours)} ms over HTTP, bare transaction ${show(plain)} ms; ratio ${(ours / plain).toFixed(2)} (limit 1.5)`,
    );
    const tanks = (await db.query("select id from subjects where kind = 'tank' limit 8")).rows.map((r) => r.id);
    const took = (await Promise.all(tanks.map((tank) => timed(writer(ten.url, tank), 60)))).flat();
    console.log(`8 writers at once: 95th percentile ${show(p95(took))} ms (limit 15), median ${show(median(took))} ms`);
    await db.end();
    const admin = new pg.Client({ connectionString: cluster.adminUrl('postgres') });
    await admin.connect();
    await admin.query("alter system set log_statement = 'all'");
    await admin.query('select pg_reload_conf()');
    await new Promise((r) => setTimeout(r, 700));
    const log = path.join(cluster.dir, 'server.log');
    const written = await statementsOf(log, write);
    const read = await statementsOf(log, get(`${ten.url}/api/tonight`));
    console.log(
      `Statements: ${written.length} for an entry with 8 readings (limit 4), ${read.length} for Tonight (limit 6)`,
    );
    await admin.end();
    await one.stop();
    await ten.stop();
  } finally {
    end();
  }
  const load = firstLoad();
  console.log(
    `First load of Tonight: ${show(load.kB)} kB script and style in ${load.files} files as served (limit 300); fonts apart: ${load.fonts.join(', ')}`,
  );
}

main().catch(fail);
