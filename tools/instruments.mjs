// @ts-check
/** `npm run instruments`: simulated devices and a broker on loopback, for those who have no such instruments yet. */
import { spawn } from 'node:child_process';
import { fail } from './say.mjs';
import { checkNode, installPackages, root } from './setup.mjs';

const help = `npm run instruments -- [options]
  --port 4218            where the broker listens, on this machine only
  --only ph-pen,…        not all of them
  --seed 7               other chance
  --speed 60             an hour of the instruments in a minute`;

async function main() {
  if (process.argv.includes('--help')) return void console.log(help);
  checkNode();
  installPackages();
  const child = spawn(process.execPath, ['--import', 'tsx', 'tools/instruments/main.ts', ...process.argv.slice(2)], {
    cwd: root,
    stdio: ['ignore', 'inherit', 'inherit'],
  });
  for (const signal of /** @type {const} */ (['SIGINT', 'SIGTERM'])) process.on(signal, () => child.kill(signal));
  child.once('exit', (code) => process.exit(code ?? 0));
}

main().catch(fail);
