// @ts-check
/** `npm run dev`: server and pages rebuilt as their sources change, on the database of `npm start`. */
import { spawn } from 'node:child_process';
import { ensureDatabase, ownCluster } from './postgres.mjs';
import { fail, step } from './say.mjs';
import { checkNode, installPackages, root } from './setup.mjs';

async function main() {
  checkNode();
  installPackages();
  const cluster = process.env.DATABASE_URL ? null : await ownCluster();
  const databaseUrl = process.env.DATABASE_URL ?? (cluster ? await ensureDatabase(cluster, 'night_ledger') : '');
  const port = process.env.PORT ?? '4210';
  const children = [
    spawn(
      process.execPath,
      ['node_modules/@angular/cli/bin/ng.js', 'build', '--watch', '--configuration', 'production,kit'],
      { cwd: root, stdio: 'inherit' },
    ),
    spawn(process.execPath, ['--watch', '--import', 'tsx', 'server/src/app/main.ts'], {
      cwd: root,
      stdio: 'inherit',
      env: { ...process.env, DATABASE_URL: databaseUrl, PORT: port },
    }),
  ];
  step(`Pages and server follow the sources; open http://127.0.0.1:${port}. Ctrl-C ends both.`);
  const end = () => {
    children.forEach((child) => child.kill('SIGTERM'));
    cluster?.stop();
    process.exit(0);
  };
  process.on('SIGINT', end);
  process.on('SIGTERM', end);
}

main().catch(fail);
