// @ts-check
/**
 * `npm run bench`: the promises about speed, measured and held against their limits; never part of the tests.
 * `npm run bench -- PART …` measures the parts named.
 */
import { execFileSync } from 'node:child_process';
import { readdirSync, readFileSync, statSync } from 'node:fs';
import path from 'node:path';
import { build } from './build.mjs';
import { prepared } from './bench-data.mjs';
import { measureGrid, measurePages, measureTonightPage } from './bench-grid.mjs';
import { measureGrowth } from './bench-growth.mjs';
import { anew, concluded, held, median, p95, said, show, timed } from './bench-report.mjs';
import { measureWriting, writer } from './bench-writing.mjs';
import { serveHouse, throwawayCluster } from './house.mjs';
import { ensureDatabase } from './postgres.mjs';
import { fail, step, Trouble } from './say.mjs';
import { checkNode, installChromium, installPackages, root } from './setup.mjs';

const tanksCount = 300;
const parts = [
  'core',
  'forecasts',
  'tonight',
  'grid',
  'pages',
  'search',
  'writing',
  'load',
  'statements',
  'first-load',
  'growth',
];
const only = process.argv.slice(2);
/** Of a key some 13 ms are script and layout, by the browser's own counters. */
const painted = 'the browser here paints without a graphics processor, which is most of it';
const wanted = (/** @type {string} */ part) => only.length === 0 || only.includes(part);

/** Made anew each time. @param {string} url */
const get = (url) => async () => {
  const answer = await fetch(anew(url));
  const body = await answer.arrayBuffer();
  if (!answer.ok) throw new Error(`${url} answered ${answer.status}: ${Buffer.from(body).toString()}`);
};

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

/** @param {string} url */
async function asked(url) {
  const answer = await fetch(url);
  await answer.arrayBuffer();
  if (!answer.ok) throw new Error(`${url} answered ${answer.status}`);
}

/** @typedef {{ url: string, databaseUrl: string, tank: string, tanks: string[] }} House */

/** Forecasts of all tanks on both cores, what other requests take meanwhile, and what a restart costs. @param {House} house @param {(options: { forgotten: boolean }) => Promise<House>} again */
async function forecasts({ url }, again) {
  const sheet = async (/** @type {string} */ of) => (await fetch(`${of}/api/tonight`)).json();
  const others = ['/api/house', '/api/entries?limit=20', '/api/sources'];
  const otherRequests = async (/** @type {string} */ of) => {
    /** @type {number[]} */
    const took = [];
    for (let i = 0; i < 20; i++)
      for (const where of others) {
        const start = performance.now();
        await get(`${of}${where}`)();
        took.push(performance.now() - start);
      }
    return took;
  };
  await otherRequests(url);
  const usual = p95(await otherRequests(url));
  const whole = async (/** @type {string} */ of, /** @type {() => Promise<unknown>} */ between) => {
    const from = performance.now();
    for (let { foreseen } = await sheet(of); foreseen.readyCount < foreseen.tanksCount; { foreseen } = await sheet(of))
      await between();
    return (performance.now() - from) / 1000;
  };
  // As the page asks: again after a second and a half.
  const cold = await whole(url, () => new Promise((r) => setTimeout(r, 1500)));
  held(`Forecasts of ${tanksCount} tanks, cold`, cold, { limit: 12, unit: 's' });
  /** @type {number[]} */
  const meanwhile = [];
  const busy = await again({ forgotten: true });
  await whole(busy.url, async () => void meanwhile.push(...(await otherRequests(busy.url))));
  held('Other requests meanwhile, 95th percentile beside their usual', p95(meanwhile) / usual, {
    limit: 2,
    unit: 'times',
    also: `${show(p95(meanwhile))} ms of ${meanwhile.length}, usually ${show(usual)} ms`,
  });
  const { url: anew } = await again({ forgotten: false });
  const start = performance.now();
  let { foreseen } = await sheet(anew);
  while (foreseen.readyCount < foreseen.tanksCount) ({ foreseen } = await sheet(anew));
  held(
    `Forecasts of ${tanksCount} tanks after a restart, the first sheet with them`,
    (performance.now() - start) / 1000,
    {
      limit: 1,
      unit: 's',
    },
  );
}

/** Sixteen clients reading what a house of several people reads, four writes a second. @param {House} house */
async function underLoad({ url, tanks }) {
  const paths = [
    '/api/tonight',
    '/api/house',
    '/api/entries?limit=100',
    ...tanks.slice(0, 5).map((t) => `/api/tanks/${t}/folio?days=365`),
  ];
  /** @type {number[]} */
  const took = [];
  const until = performance.now() + 15_000;
  // Somebody writes meanwhile, so that answers have to be made anew.
  const write = writer(`${url}/api/entries`, tanks[9] ?? '');
  const writing = setInterval(() => void write(), 250);
  await Promise.all(
    Array.from({ length: 16 }, async (_, client) => {
      for (let i = client; performance.now() < until; i++) {
        const start = performance.now();
        // As the pages ask: what nobody has changed since is known.
        await asked(`${url}${paths[i % paths.length]}`);
        took.push(performance.now() - start);
      }
    }),
  );
  clearInterval(writing);
  const perSecond = took.length / 15;
  held('Reads by 16 clients at once, median', median(took), {
    limit: 58,
    unit: 'ms',
    also: `${show(perSecond)} a second`,
  });
  held('Reads by 16 clients at once, 95th percentile', p95(took), { limit: 251, unit: 'ms' });
}

async function core() {
  for (const file of ['bench-fits', 'bench-build-up', 'bench-water', 'bench-trouble', 'bench-hands'])
    execFileSync(process.execPath, ['--import', 'tsx', `tools/${file}.ts`], { cwd: root, stdio: 'inherit' });
}

/** What only a browser can tell, on a house of a year. */
async function inBrowser() {
  const { cluster, end } = await throwawayCluster({ durable: true });
  try {
    const databaseUrl = await ensureDatabase(cluster, 'browser');
    await prepared(databaseUrl, { weeks: 52, tanksCount });
    const one = await serveHouse({ databaseUrl });
    try {
      // The forecasts of a house that was just opened take both cores; the pages are measured after them.
      await get(`${one.url}/api/tonight`)();
      await new Promise((done) => setTimeout(done, 40_000));
      held(
        `Tonight's page, from the answer to its first frame, ${tanksCount} tanks`,
        median(await measureTonightPage(one.url, installChromium())),
        {
          limit: 150,
          unit: 'ms',
          reason: painted,
        },
      );
      const grid = await measureGrid(one.url, installChromium());
      said(
        `Bench grid of ${grid.rows} x ${grid.cells / grid.rows}; ${grid.arrived} of ${grid.typedCount} values arrived`,
      );
      held('Bench grid opens', grid.openedMs, {
        limit: 1000,
        unit: 'ms',
        reason:
          'a browser that was just started fetches and compiles all scripts first; opened again it takes some 0.8 s',
      });
      held('Bench grid, a key', grid.keyMedianMs, {
        limit: 30,
        unit: 'ms',
        also: `95th percentile ${show(grid.keyP95Ms)} ms`,
        reason: painted,
      });
      held('Bench grid, longest frame', grid.longestFrameMs, { limit: 60, unit: 'ms', reason: painted });
      const pages = await measurePages(one.url, installChromium());
      const [heaviest] = [...pages].sort((a, b) => b.bytes - a.bytes);
      const [slowest] = [...pages].sort((a, b) => b.changeMs - a.changeMs);
      if (heaviest && slowest) {
        held('Heaviest page beyond the first load, charts apart', heaviest.bytes / 1000, {
          limit: 160,
          unit: 'kB',
          also: heaviest.where,
          reason:
            'the first page with a table fetches the table of the library, which holds its own date picker, select and number field',
        });
        held('Change of page, median', median(pages.map((p) => p.changeMs)), {
          limit: 150,
          unit: 'ms',
          also: `slowest ${slowest.where}, ${show(slowest.changeMs)} ms`,
          reason: painted,
        });
      }
    } finally {
      await one.stop();
    }
  } finally {
    end();
  }
}

async function main() {
  const unknown = only.filter((part) => !parts.includes(part));
  if (unknown.length > 0) throw new Trouble(`There is no part “${unknown.join(', ')}”.`, `Parts: ${parts.join(', ')}`);
  checkNode();
  installPackages();
  if (wanted('core')) await core();
  await build();
  const ofHouses = ['forecasts', 'tonight', 'pages', 'search', 'writing', 'load', 'statements'];
  if (ofHouses.some(wanted)) await houses();
  if (wanted('grid')) await inBrowser();
  if (wanted('growth')) await measureGrowth();
  if (wanted('first-load')) {
    const load = firstLoad();
    held('First load of Tonight, script and style as served', load.kB, {
      limit: 300,
      unit: 'kB',
      also: `${load.files} files; fonts apart: ${load.fonts.join(', ')}`,
      reason: 'the pages are rebuilt on the component library, and their size is settled there',
    });
  }
  if (!concluded()) process.exitCode = 1;
}

async function houses() {
  const { cluster, end } = await throwawayCluster({ durable: true });
  try {
    /** @param {string} name @param {number} weeks @returns {Promise<House & { stop: () => Promise<void> }>} */
    const opened = async (name, weeks) => {
      const databaseUrl = await ensureDatabase(cluster, name);
      const of = await prepared(databaseUrl, { weeks, tanksCount });
      said(`${name}: ${of.entries} entries, ${of.readings} readings`);
      return { ...(await serveHouse({ databaseUrl })), databaseUrl, tank: of.tank, tanks: of.tanks };
    };
    step(`One year and ten of ${tanksCount} tanks …`);
    const one = await opened('year', 52);
    let ten = await opened('decade', 520);
    const again = async (/** @type {{ forgotten: boolean }} */ { forgotten }) => {
      await ten.stop();
      if (forgotten) {
        const { default: pg } = await import('pg');
        const db = new pg.Client({ connectionString: ten.databaseUrl });
        await db.connect();
        await db.query('truncate prospects');
        await db.end();
      }
      ten = { ...ten, ...(await serveHouse({ databaseUrl: ten.databaseUrl })) };
      return ten;
    };
    if (wanted('forecasts')) await forecasts(ten, again);
    if (wanted('tonight')) {
      const year = median(await timed(get(`${one.url}/api/tonight`), 25));
      const decade = median(await timed(get(`${ten.url}/api/tonight`), 25));
      held(`Tonight, ${tanksCount} tanks and ten years`, decade, { limit: 200, unit: 'ms' });
      held('Tonight, ten years beside one', decade / year, { limit: 1.3, unit: 'times', also: `${show(year)} ms` });
    }
    if (wanted('pages')) {
      held(
        'Folio with a year of one tank',
        median(await timed(get(`${ten.url}/api/tanks/${ten.tank}/folio?days=365`), 40)),
        {
          limit: 50,
          unit: 'ms',
        },
      );
      for (const where of ['evening', 'build-up']) {
        const [long, short] = [
          median(await timed(get(`${ten.url}/api/water/${where}`), 25)),
          median(await timed(get(`${one.url}/api/water/${where}`), 25)),
        ];
        held(`/api/water/${where}, ten years`, long, {
          limit: 200,
          unit: 'ms',
          also: `${show(long / short)} times one year`,
        });
      }
    }
    if (wanted('search'))
      for (const words of ['nitrate', 'lid', 'looked', 'ph moults'])
        held(
          `Search of the whole book for “${words}”, 95th percentile`,
          p95(await timed(get(`${ten.url}/api/entries?limit=150&words=${encodeURIComponent(words)}`), 30)),
          { limit: 150, unit: 'ms' },
        );
    if (wanted('writing')) await measureWriting(ten);
    if (wanted('load')) await underLoad(ten);
    if (wanted('statements')) {
      const { default: pg } = await import('pg');
      const admin = new pg.Client({ connectionString: cluster.adminUrl('postgres') });
      await admin.connect();
      await admin.query("alter system set log_statement = 'all'");
      await admin.query('select pg_reload_conf()');
      await new Promise((r) => setTimeout(r, 700));
      const log = path.join(cluster.dir, 'server.log');
      const write = writer(`${ten.url}/api/entries`, ten.tank);
      await write();
      const written = await statementsOf(log, write);
      await get(`${ten.url}/api/tonight`)();
      const read = await statementsOf(log, get(`${ten.url}/api/tonight`));
      held('Statements for an entry with 8 readings', written.length, { limit: 1 });
      held('Statements for Tonight', read.length, { limit: 6 });
      await admin.end();
    }
    await one.stop();
    await ten.stop();
  } finally {
    end();
  }
}

main().catch(fail);
