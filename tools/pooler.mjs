// @ts-check
/** A transaction pooler from Debian's packages between servers and database, for the tests and the kill runs. */
import { spawn } from 'node:child_process';
import { chmodSync, writeFileSync } from 'node:fs';
import { connect } from 'node:net';
import path from 'node:path';
import { freePort } from './postgres.mjs';
import { Trouble } from './say.mjs';
import { installPooler, isRoot } from './setup.mjs';
import { removeThrowaway, throwawayFolder } from './throwaway.mjs';

/** @param {number} port */
const answers = (port) =>
  new Promise((/** @type {(is: boolean) => void} */ resolve) => {
    const line = connect(port, '127.0.0.1', () => {
      line.destroy();
      resolve(true);
    });
    line.once('error', () => resolve(false));
  });

/** @param {import('./postgres.mjs').Cluster} cluster */
export async function startPooler(cluster) {
  const bin = installPooler();
  const keep = throwawayFolder();
  const port = await freePort();
  const file = (/** @type {string} */ name) => path.join(keep, name);
  writeFileSync(file('users.txt'), `"night_ledger" "${cluster.secrets.app}"\n`);
  writeFileSync(
    file('pooler.ini'),
    `[databases]
* = host=127.0.0.1 port=${cluster.port}
[pgbouncer]
listen_addr = 127.0.0.1
listen_port = ${port}
unix_socket_dir =
auth_type = plain
auth_file = ${file('users.txt')}
pool_mode = transaction
default_pool_size = 8
max_client_conn = 100
`,
  );
  // It does not run as root; the folder is a throwaway with a throwaway password in it.
  if (isRoot) for (const each of [keep, file('users.txt'), file('pooler.ini')]) chmodSync(each, 0o755);
  const [command = '', ...args] = [...(isRoot ? ['runuser', '-u', 'postgres', '--'] : []), bin, file('pooler.ini')];
  const child = spawn(command, args, { cwd: '/', stdio: ['ignore', 'ignore', 'pipe'] });
  let said = '';
  child.stderr.setEncoding('utf8').on('data', (/** @type {string} */ text) => (said += text));
  for (let tries = 0; !(await answers(port)); tries++) {
    if (tries > 100 || child.exitCode !== null)
      throw new Trouble(`The pooler did not start: ${said}`, 'Read the lines above.');
    await new Promise((r) => setTimeout(r, 50));
  }
  return {
    url: (/** @type {string} */ database) => cluster.url(database).replace(`:${cluster.port}/`, `:${port}/`),
    stop: async () => {
      if (child.exitCode === null) {
        const ended = new Promise((r) => child.once('exit', r));
        child.kill('SIGTERM');
        await ended;
      }
      removeThrowaway(keep);
    },
  };
}
