// @ts-check
/**
 * Copies of the whole house, and the proof that they can be brought back:
 *   npm run backup -- take FILE        a dump of the database, while the house is in use
 *   npm run backup -- rehearse FILE    brings it back beside the house, derives everything anew, compares, throws it away
 *   npm run backup -- put-back FILE    brings it back in place of what is there (asks for --yes; refused while the house runs)
 * DATABASE_URL says which database; without it our own is meant.
 */
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, renameSync, statSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { serveHouse, throwawayCluster } from './house.mjs';
import { ensureDatabase, ownCluster } from './postgres.mjs';
import { fail, step, Trouble } from './say.mjs';
import { checkNode, installPackages, installPostgres } from './setup.mjs';

/** @param {string} program @param {string[]} args */
function postgres(program, args) {
  const done = spawnSync(path.join(installPostgres(), program), args, { encoding: 'utf8', cwd: '/' });
  if (done.status !== 0)
    throw new Trouble(
      `${program} failed: ${done.stderr.trim().split('\n').slice(-3).join(' ')}`,
      'Nothing else was changed.',
    );
}

/** A dump that is whole or not there. @param {string} databaseUrl @param {string} file */
export function takeBackup(databaseUrl, file) {
  mkdirSync(path.dirname(path.resolve(file)), { recursive: true });
  const part = `${path.resolve(file)}.part`;
  postgres('pg_dump', [
    '--format=custom',
    '--no-owner',
    '--no-privileges',
    `--dbname=${databaseUrl}`,
    `--file=${part}`,
  ]);
  renameSync(part, path.resolve(file));
}
/** @param {string} file @param {string} databaseUrl An empty database, or one whose content is replaced */
export function bringBack(file, databaseUrl) {
  postgres('pg_restore', [
    ...['--clean', '--if-exists', '--no-owner', '--no-privileges', '--single-transaction'],
    `--dbname=${databaseUrl}`,
    path.resolve(file),
  ]);
}

/** @typedef {{ name: string, key: 'own' | 'demo', entriesCount: number, entriesHash: string, readingsCount: number, photosCount: number, derivedHash: string }} HouseContent */

/**
 * @template T @param {string} databaseUrl @param {(db: import('pg').Client) => Promise<T>} work
 */
async function connected(databaseUrl, work) {
  const { default: pg } = await import('pg');
  const db = new pg.Client({ connectionString: databaseUrl });
  await db.connect();
  try {
    return await work(db);
  } finally {
    await db.end();
  }
}

/** What two databases must have alike, of every house in them. @param {string} databaseUrl @returns {Promise<HouseContent[]>} */
export const contentOf = (databaseUrl) =>
  connected(databaseUrl, async (db) => {
    const { rows: schemas } = await db.query(
      `select quote_ident(n.nspname) as name from pg_class c join pg_namespace n on n.oid = c.relnamespace
       where c.relname = 'entries' and c.relkind = 'r' order by n.nspname`,
    );
    const houses = [];
    for (const { name: at } of schemas) {
      const { rows } = await db.query(`select
        (select name from ${at}.house) as name, (select case when demo then 'demo' else 'own' end from ${at}.house) as key,
        (select count(*)::int from ${at}.entries) as "entriesCount",
        (select md5(coalesce(string_agg(id || payload_hash, ',' order by sequence), '')) from ${at}.entries) as "entriesHash",
        (select count(*)::int from ${at}.readings) as "readingsCount", (select count(*)::int from ${at}.photos) as "photosCount",
        (select md5(coalesce(string_agg(id || name || state::text || newest::text, ',' order by id), '')) from ${at}.subjects) as "derivedHash"`);
      houses.push(rows[0]);
    }
    return houses;
  });

/**
 * Brings a dump back into a cluster of its own, starts a server on it that derives everything anew, opens every house of
 * it, and says what each holds. @param {string} file @returns {Promise<{ before: HouseContent[], after: HouseContent[] }>}
 */
export async function rehearse(file) {
  const { cluster, end } = await throwawayCluster();
  try {
    const databaseUrl = await ensureDatabase(cluster, 'rehearsal');
    bringBack(file, databaseUrl);
    const before = await contentOf(databaseUrl);
    const server = await serveHouse({ databaseUrl, args: ['--rebuild'] });
    try {
      for (const { name, key } of before) {
        const tonight = await fetch(`${server.url}/api/tonight`, { headers: { 'x-night-ledger-house': key } });
        const said = await tonight.text();
        if (!tonight.ok) throw new Trouble(`${name} does not open on this copy.`, said);
      }
    } finally {
      await server.stop();
    }
    return { before, after: await contentOf(databaseUrl) };
  } finally {
    end();
  }
}

/**
 * The dump in place of what is there. @param {string} file @param {string} databaseUrl
 * @throws where the house runs: what it wrote meanwhile would be lost, and it would go on with what is no longer there
 */
export async function putBack(file, databaseUrl) {
  const runs = await connected(databaseUrl, async (db) => {
    const { rows } = await db.query(
      `select count(*)::int as n from pg_stat_activity
       where datname = current_database() and pid <> pg_backend_pid() and backend_type = 'client backend'`,
    );
    const { rows: there } = await db.query("select to_regclass('public.leases') is not null as leases");
    if (!there[0].leases) return rows[0].n > 0;
    const { rows: serving } = await db.query(
      "select count(*)::int as n from public.leases where name like 'server %' and until > now()",
    );
    return rows[0].n + serving[0].n > 0;
  });
  if (runs)
    throw new Trouble(
      'The house runs on this database; nothing was changed.',
      'Stop it with Ctrl-C where it runs (a server that was killed counts as running for a minute), then run this again.',
    );
  bringBack(file, databaseUrl);
}

async function main() {
  const [command = '', file = ''] = process.argv.slice(2);
  if (!['take', 'rehearse', 'put-back'].includes(command) || file === '')
    throw new Trouble('Say take, rehearse or put-back, and a file.', 'npm run backup -- take house.dump');
  if (command !== 'take' && !existsSync(file)) throw new Trouble(`There is no ${file}.`, 'Give the path of a dump.');
  checkNode();
  installPackages();
  if (command === 'rehearse') {
    const { build } = await import('./build.mjs');
    await build();
    const { before, after } = await rehearse(file);
    if (JSON.stringify(before) !== JSON.stringify(after))
      throw new Trouble(
        `What is derived anew is not what was kept: ${JSON.stringify(before)} and ${JSON.stringify(after)}`,
        'The entries are the truth; start the house with --rebuild after bringing this copy back.',
      );
    for (const { name, entriesCount, readingsCount, photosCount } of after)
      step(`${name} comes back whole: ${entriesCount} entries, ${readingsCount} readings, ${photosCount} photos.`);
    return;
  }
  const own = process.env.DATABASE_URL ? null : await ownCluster();
  try {
    const databaseUrl = process.env.DATABASE_URL ?? (own ? await ensureDatabase(own, 'night_ledger') : '');
    if (command === 'take') {
      takeBackup(databaseUrl, file);
      step(
        `Taken: ${file}, ${(statSync(file).size / 1e6).toFixed(1)} MB. Rehearse it: npm run backup -- rehearse ${file}`,
      );
    } else {
      if (!process.argv.includes('--yes'))
        throw new Trouble('This replaces what is in the database now.', 'Stop the house, take a copy, then add --yes.');
      await putBack(file, databaseUrl);
      step('Brought back. Start the house as usual.');
    }
  } finally {
    if (own?.startedHere) own.stop();
  }
}

if (process.argv[1] === fileURLToPath(import.meta.url)) main().catch(fail);
