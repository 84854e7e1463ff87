// @ts-check
/**
 * `npm start`: installs what is missing, builds when the sources changed, starts PostgreSQL on loopback, migrates,
 * seeds the demo house if the database is new, serves, and says where. Safe to run twice and to interrupt.
 */
import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import path from 'node:path';
import { createInterface } from 'node:readline/promises';
import { fail, step, Trouble } from './say.mjs';
import { checkNode, installPackages, root } from './setup.mjs';

const args = process.argv.slice(2);
const known = ['--empty', '--reset', '--tonight', '--yes', '--rebuild', '--help'];

function checkArgs() {
  const wrong = args.find((a, i) => !known.includes(a) && args[i - 1] !== '--tonight');
  if (wrong)
    throw new Trouble(
      `“${wrong}” is not an option.`,
      `Known: ${known.join(', ')}. With npm, put -- first: npm start -- --tonight 2026-03-14`,
    );
  const at = args.indexOf('--tonight');
  const on = args[at + 1] ?? '';
  if (at >= 0 && (!/^\d{4}-\d{2}-\d{2}$/.test(on) || Number.isNaN(Date.parse(on))))
    throw new Trouble(`“${on}” is not a date.`, 'Write it as 2026-03-14.');
}

const help = `npm start -- [options]
  --empty               a new database starts without the demo house
  --reset               forget this database and start anew (asks first; --yes answers)
  --tonight 2026-03-14  the demo house on that evening, its clock stopped (with a new or reset database)
  --rebuild             make all that is derived from the book anew
  DATABASE_URL          use that PostgreSQL instead of our own;  PORT  listen there instead of 4210`;

/** @param {number} port */
async function checkPort(port) {
  const free = await new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(false));
    probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)));
  });
  if (free) return;
  const ours = await fetch(`http://127.0.0.1:${port}/api/house`).then(
    (r) => r.ok,
    () => false,
  );
  if (ours)
    throw new Trouble(
      `Night Ledger is running already at http://127.0.0.1:${port}`,
      'Open that address; or stop it with Ctrl-C where it runs, or set PORT to another number.',
    );
  throw new Trouble(
    `Port ${port} is taken by another program.`,
    'Stop that program, or choose another port: PORT=4211 npm start',
  );
}

async function sure() {
  if (args.includes('--yes')) return true;
  if (!process.stdin.isTTY)
    throw new Trouble(
      '--reset forgets everything in this database, and nobody is there to ask.',
      'Add --yes if that is meant.',
    );
  const ask = createInterface({ input: process.stdin, output: process.stdout });
  const answer = await ask.question('Forget everything in this database and start anew? Type yes: ');
  ask.close();
  return answer.trim().toLowerCase() === 'yes';
}

async function main() {
  if (args.includes('--help')) return void console.log(help);
  checkArgs();
  checkNode();
  const port = Number(process.env.PORT ?? 4210);
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new Trouble(
      `PORT ${process.env.PORT} is not a port number.`,
      'Choose one from 1024 to 65535: PORT=4211 npm start',
    );
  await checkPort(port);
  const external = process.env.DATABASE_URL;
  if (args.includes('--reset') && external)
    throw new Trouble(
      '--reset does not touch a database that DATABASE_URL names.',
      'Empty that database by its own means.',
    );
  const reset = args.includes('--reset') && (await sure());
  if (args.includes('--reset') && !reset) return void console.log('Nothing was changed.');
  installPackages();
  const { build } = await import('./build.mjs');
  await build();
  const { ensureDatabase, dropDatabase, ownCluster } = await import('./postgres.mjs');
  const cluster = external ? null : (step('Starting PostgreSQL on loopback …'), await ownCluster());
  if (cluster && reset) await dropDatabase(cluster, 'night_ledger');
  const databaseUrl = external ?? (cluster ? await ensureDatabase(cluster, 'night_ledger') : '');
  step('Migrating, and writing the demo house if the database is new …');
  serve({ databaseUrl, port, cluster });
}

/** @param {{ databaseUrl: string, port: number, cluster: import('./postgres.mjs').Cluster | null }} options */
function serve({ databaseUrl, port, cluster }) {
  const server = spawn(process.execPath, ['--enable-source-maps', path.join(root, 'dist/server/main.js'), ...args], {
    cwd: root,
    stdio: ['ignore', 'pipe', 'inherit'],
    detached: true,
    env: { ...process.env, DATABASE_URL: databaseUrl, PORT: String(port) },
  });
  let ending = false;
  const end = (/** @type {number} */ code) => {
    if (ending) return;
    ending = true;
    const finish = () => {
      if (cluster?.startedHere) step('Stopping PostgreSQL …');
      cluster?.stop();
      process.exit(code);
    };
    if (server.exitCode !== null || server.signalCode !== null) return finish();
    server.once('exit', finish);
    server.kill('SIGTERM');
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => end(0));
  server.stdout.setEncoding('utf8').on('data', (/** @type {string} */ text) =>
    text
      .split('\n')
      .filter(Boolean)
      .forEach((line) => report(line)),
  );
  server.once('exit', (code) => end(code ?? 1));
}

/** @param {string} line */
function report(line) {
  if (line.startsWith('READY '))
    console.log(
      `\nNight Ledger is open at ${line.slice(6)}\nOpen that address in a browser on this machine. Ctrl-C closes the house; nothing is lost.\n`,
    );
  else if (line.startsWith('FAILED '))
    console.error(`\nThe server did not start: ${line.slice(7)}\n${remedyFor(line)}\n`);
  else step(line.trim());
}

/** @param {string} line */
function remedyFor(line) {
  if (line.includes('ECONNREFUSED') || line.includes('28P01'))
    return 'Remedy: see that the PostgreSQL of DATABASE_URL runs and takes that user and password.';
  if (line.includes('EADDRINUSE')) return 'Remedy: choose another port: PORT=4211 npm start';
  if (line.includes('53100') || line.includes('ENOSPC'))
    return 'Remedy: the disk is full; free some space and start again.';
  if (line.includes('NIGHT_LEDGER_ZONE')) return 'Remedy: name a zone of the time zone database, or leave it out.';
  if (line.includes('--tonight')) return 'Remedy: npm start -- --reset --tonight 2026-03-14';
  return 'Remedy: read the line above; `npm start -- --reset` begins with a new database.';
}

main().catch(fail);
