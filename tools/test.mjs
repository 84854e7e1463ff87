// @ts-check
/** `npm test`: everything, on a machine where nothing was installed by hand. Ends with one plain line: N passed, N failed. */
import { spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, readdirSync, rmSync } from 'node:fs';
import path from 'node:path';
import { fail, step } from './say.mjs';
import { checkNode, installChromium, installPackages, installPostgres, root } from './setup.mjs';

let passed = 0;
let failed = 0;
const only = process.argv.slice(2).filter((a) => !a.startsWith('--'));

/**
 * Runs one part and counts what its runner says; a part that counts nothing is one check by its exit code.
 * @param {string} name @param {string[]} command @param {{ env?: Record<string, string>, count?: (output: string) => { good: number, bad: number } | null }} [options]
 */
function part(name, command, { env = {}, count } = {}) {
  if (only.length > 0 && !only.includes(name)) return;
  step(`${name} …`);
  const [file = '', ...args] = command;
  const done = spawnSync(file, args, {
    cwd: root,
    encoding: 'utf8',
    env: { ...process.env, ...env, FORCE_COLOR: '0', NO_COLOR: '1' },
    maxBuffer: 1 << 28,
  });
  const output = `${done.stdout}${done.stderr}`.replace(/\u001b\[[0-9;]*[A-Za-z]/g, '');
  const counted = count?.(output) ?? null;
  const good = counted?.good ?? (done.status === 0 ? 1 : 0);
  const bad = counted ? Math.max(counted.bad, done.status === 0 ? 0 : 1) : done.status === 0 ? 0 : 1;
  if (bad > 0 || (count && !counted))
    console.log(
      output
        .split('\n')
        .filter((l) => !l.startsWith('npm warn'))
        .slice(-120)
        .join('\n'),
    );
  console.log(`  ${name}: ${good} passed, ${bad} failed`);
  passed += good;
  failed += bad;
}

/** @param {RegExp} pattern @returns {(output: string) => { good: number, bad: number } | null} */
const jasmineCount = (pattern) => (output) => {
  const found = pattern.exec(output);
  return found ? { good: Number(found[1]) - Number(found[2]), bad: Number(found[2]) } : null;
};
const karmaCount = (/** @type {string} */ output) => {
  const total = /TOTAL: (?:(\d+) FAILED, )?(\d+) SUCCESS/.exec(output);
  if (total) return { good: Number(total[2]), bad: Number(total[1] ?? 0) };
  const executed = [...output.matchAll(/Executed (\d+) of (\d+).*?(SUCCESS|FAILED)/g)].at(-1);
  return executed ? { good: Number(executed[1]), bad: Number(executed[2]) - Number(executed[1]) } : null;
};
const playwrightCount = (/** @type {string} */ output) => ({
  good: Number(/(\d+) passed/.exec(output)?.[1] ?? 0),
  bad: Number(/(\d+) failed/.exec(output)?.[1] ?? 0) + Number(/(\d+) did not run/.exec(output)?.[1] ?? 0),
});

/** Fails when the schema has changed and no migration was made for it. */
function migrationsPart() {
  const copy = path.join(root, 'dist/migrations-check');
  rmSync(copy, { recursive: true, force: true });
  mkdirSync(path.dirname(copy), { recursive: true });
  cpSync(path.join(root, 'server/migrations'), copy, { recursive: true });
  const before = readdirSync(copy).length;
  part('migrations', [process.execPath, 'node_modules/drizzle-kit/bin.cjs', 'generate', '--name', 'left-over'], {
    env: { NIGHT_LEDGER_MIGRATIONS: './dist/migrations-check' },
    count: (output) =>
      output.includes('No schema changes') && readdirSync(copy).length === before
        ? { good: 1, bad: 0 }
        : { good: 0, bad: 1 },
  });
}

async function main() {
  checkNode();
  installPackages();
  const chromium = installChromium();
  installPostgres();
  const node = process.execPath;
  const tsc = (/** @type {string} */ project) => [node, 'node_modules/typescript/bin/tsc', '-p', project];
  part('lint', [node, 'node_modules/eslint/bin/eslint.js', '.']);
  part('types-core', tsc('core/tsconfig.json'));
  part('types-almanac', tsc('almanac/tsconfig.json'));
  part('types-contracts', tsc('contracts/tsconfig.json'));
  part('types-node', tsc('tsconfig.node.json'));
  part('house', [node, 'tools/checks.mjs'], {
    count: (o) => {
      const n = Number(/(\d) of 4 checks hold/.exec(o)?.[1] ?? 0);
      return { good: n, bad: 4 - n };
    },
  });
  const specs = /(\d+) specs?, (\d+) failures?/;
  part('core', [node, '--import', 'tsx', 'node_modules/jasmine/bin/jasmine.js', '--config=jasmine.json'], {
    count: jasmineCount(specs),
  });
  migrationsPart();
  if (only.length === 0 || only.includes('server')) await serverPart(specs);
  part('karma', [node, 'node_modules/@angular/cli/bin/ng.js', 'test', '--watch=false'], {
    env: { CHROME_BIN: chromium, NG_CLI_ANALYTICS: 'false' },
    count: karmaCount,
  });
  if (only.length === 0 || only.includes('walks')) {
    const { build } = await import('./build.mjs');
    await build();
    part('walks', [node, 'node_modules/@playwright/test/cli.js', 'test'], {
      env: { CHROME_BIN: chromium },
      count: playwrightCount,
    });
  }
  console.log(`\n${passed} passed, ${failed} failed`);
  process.exitCode = failed > 0 || passed === 0 ? 1 : 0;
}

/** @param {RegExp} specs */
async function serverPart(specs) {
  const { throwawayCluster } = await import('./house.mjs');
  const { ensureDatabase } = await import('./postgres.mjs');
  const { cluster, end } = await throwawayCluster();
  try {
    const databaseUrl = await ensureDatabase(cluster, 'specs');
    part(
      'server',
      [process.execPath, '--import', 'tsx', 'node_modules/jasmine/bin/jasmine.js', '--config=jasmine.server.json'],
      {
        env: {
          NIGHT_LEDGER_TEST_DATABASE: databaseUrl,
          NIGHT_LEDGER_TEST_ADMIN_DATABASE: cluster.adminUrl('postgres'),
        },
        count: jasmineCount(specs),
      },
    );
  } finally {
    end();
  }
}

main().catch(fail);
