// @ts-check
/** What must be on the machine before anything else can run. Needs nothing but Node.js. */
import { execFileSync, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { step, Trouble } from './say.mjs';

export const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '..');
export const isRoot = typeof process.getuid === 'function' && process.getuid() === 0;

export function checkNode() {
  const [major = 0, minor = 0] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19))
    throw new Trouble(
      `Node.js ${process.versions.node} is too old.`,
      'Install Node.js 20.19 or newer, then run the same command again.',
    );
}

/** Packages from the lock file, when they are not there or the lock has changed. */
export function installPackages() {
  const lock = createHash('sha256')
    .update(readFileSync(path.join(root, 'package-lock.json')))
    .digest('hex');
  const stamp = path.join(root, 'node_modules', '.night-ledger-lock');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  step('Installing packages from the lock file (half a minute to two minutes) …');
  const done = spawnSync('npm', ['ci', '--ignore-scripts', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: root,
    // Standard output belongs to whoever asked: a calculation prints its answer there and nothing else.
    stdio: ['ignore', 2, 2],
  });
  if (done.status !== 0)
    throw new Trouble(
      'npm could not install the packages.',
      'Read the lines above. Most often the registry cannot be reached or the disk is full; mend that and run the same command again.',
    );
  writeFileSync(stamp, lock);
}

/** @param {string[]} names @param {string} what */
function aptInstall(names, what) {
  if (spawnSync('apt-get', ['--version']).status !== 0)
    throw new Trouble(
      `${what} is not installed, and there is no apt-get here.`,
      `Install ${names.join(' ')} by your system's own means, then run the same command again.`,
    );
  const sudo = isRoot ? [] : ['sudo', '-n'];
  if (!isRoot && spawnSync('sudo', ['-n', 'true']).status !== 0)
    throw new Trouble(
      `${what} is not installed, and this user may not install it.`,
      `Ask someone who may to run: apt-get install --no-install-recommends ${names.join(' ')}`,
    );
  step(`Installing ${what} from Debian's packages …`);
  const run = (/** @type {string[]} */ args) => {
    const [command = '', ...rest] = [...sudo, 'env', 'DEBIAN_FRONTEND=noninteractive', 'apt-get', '-qq', ...args];
    return spawnSync(command, rest, { stdio: ['ignore', 'ignore', 'inherit'] }).status === 0;
  };
  run(['update']);
  if (!run(['install', '-y', '--no-install-recommends', ...names]))
    throw new Trouble(
      `apt-get could not install ${what}.`,
      'Read the lines above; run apt-get update, and the same command again.',
    );
}

/** The newest installed PostgreSQL of 15 or later; PATH is not relied on. @returns {string | null} */
export function postgresBin() {
  const base = '/usr/lib/postgresql';
  if (!existsSync(base)) return null;
  const found = readdirSync(base)
    .filter((v) => Number(v) >= 15 && existsSync(path.join(base, v, 'bin', 'initdb')))
    .sort((a, b) => Number(b) - Number(a));
  return found[0] ? path.join(base, found[0], 'bin') : null;
}

/** PostgreSQL from Debian's packages, without the distribution's own cluster. @returns {string} */
export function installPostgres() {
  const there = postgresBin();
  if (there) return there;
  const folder = '/etc/postgresql-common/createcluster.d';
  const noCluster = 'create_main_cluster = false\n';
  if (isRoot) {
    mkdirSync(folder, { recursive: true });
    writeFileSync(path.join(folder, 'no-main.conf'), noCluster);
  } else spawnSync('sudo', ['-n', 'sh', '-c', `mkdir -p ${folder} && printf '${noCluster}' > ${folder}/no-main.conf`]);
  aptInstall(['postgresql'], 'PostgreSQL');
  const bin = postgresBin();
  if (!bin)
    throw new Trouble(
      'PostgreSQL 15 or newer is still not there after installing it.',
      "This system's packages may be too old; install PostgreSQL 15 or newer, or set DATABASE_URL to one that runs elsewhere.",
    );
  return bin;
}

/** For the tests of two servers behind a pooler. @returns {string} */
export function installPooler() {
  const there = '/usr/sbin/pgbouncer';
  if (!existsSync(there)) aptInstall(['pgbouncer'], 'the pooler (for the tests)');
  return there;
}

/** @returns {string} */
export function installChromium() {
  const given = process.env.CHROME_BIN;
  const candidates = [...(given ? [given] : []), '/usr/bin/chromium', '/usr/bin/chromium-browser'];
  const there = candidates.find((c) => existsSync(c));
  if (there) return there;
  aptInstall(['chromium'], 'Chromium (for the tests)');
  return '/usr/bin/chromium';
}

/** @param {string} command @param {string[]} args */
export const output = (command, args) => execFileSync(command, args, { encoding: 'utf8' });
