// @ts-check
/**
 * Copies of the whole house, and the proof that they can be brought back:
 *   npm run backup -- take FILE        a dump of the database, while the house is in use
 *   npm run backup -- rehearse FILE    brings it back beside the house, derives everything anew, compares, throws it away
 *   npm run backup -- put-back FILE    brings it back in place of what is there (asks for --yes; the house must be stopped)
 * DATABASE_URL says which database; without it our own is meant.
 */
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, renameSync, statSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { serveHouse, throwawayCluster } from './house.mjs';
import { ensureDatabase, startCluster } from './postgres.mjs';
import { fail, step, Trouble } from './say.mjs';
import { checkNode, installPackages, installPostgres, root } from './setup.mjs';

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

/** What two databases must have alike. @param {string} databaseUrl */
async function contentOf(databaseUrl) {
  const { default: pg } = await import('pg');
  const db = new pg.Client({ connectionString: databaseUrl });
  await db.connect();
  const { rows } = await db.query(`select
    (select count(*)::int from entries) as "entriesCount",
    (select md5(coalesce(string_agg(id || payload_hash, ',' order by sequence), '')) from entries) as "entriesHash",
    (select count(*)::int from readings) as "readingsCount", (select count(*)::int from photos) as "photosCount",
    (select md5(coalesce(string_agg(id || name || state::text || newest::text, ',' order by id), '')) from subjects) as "derivedHash"`);
  await db.end();
  return rows[0];
}

/**
 * Brings a dump back into a cluster of its own, starts a server on it that derives everything anew, and says what it
 * holds. @param {string} file @returns {Promise<{ before: any, after: any }>}
 */
export async function rehearse(file) {
  const { cluster, end } = await throwawayCluster();
  try {
    const databaseUrl = await ensureDatabase(cluster, 'rehearsal');
    bringBack(file, databaseUrl);
    const before = await contentOf(databaseUrl);
    const house = await serveHouse({ databaseUrl, args: ['--rebuild'] });
    const health = await fetch(`${house.url}/api/health`);
    const tonight = await fetch(`${house.url}/api/tonight`);
    if (!health.ok || !tonight.ok) throw new Trouble('The house does not open on this copy.', await tonight.text());
    await tonight.arrayBuffer();
    await house.stop();
    return { before, after: await contentOf(databaseUrl) };
  } finally {
    end();
  }
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
    step(
      `It comes back whole: ${after.entriesCount} entries, ${after.readingsCount} readings, ${after.photosCount} photos.`,
    );
    return;
  }
  const own = process.env.DATABASE_URL ? null : await startCluster({ keep: path.join(root, '.data') });
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
      bringBack(file, databaseUrl);
      step('Brought back. Start the house as usual.');
    }
  } finally {
    if (own?.startedHere) own.stop();
  }
}

if (process.argv[1] === fileURLToPath(import.meta.url)) main().catch(fail);
