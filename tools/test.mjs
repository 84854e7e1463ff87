// @ts-check
/**
 * `npm test`: everything, on a machine where nothing was installed by hand; `npm test -- PART …` runs the parts named.
 * Two lanes side by side, because two cores are what there is. Ends with one plain line: N passed, N failed.
 */
import { spawn } from 'node:child_process';
import { cpSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { fail, step, Trouble } from './say.mjs';
import { checkNode, installChromium, installPackages, installPostgres, root } from './setup.mjs';
import { removeThrowaway, throwawayFolder } from './throwaway.mjs';

let passed = 0;
let failed = 0;
const only = process.argv.slice(2).filter((a) => !a.startsWith('--'));

/**
 * Runs one part and counts what its runner says; a part that counts nothing is one check by its exit code. What it
 * printed is shown only where something failed: parts run side by side.
 * @param {string} name @param {string[]} command @param {{ env?: Record<string, string>, count?: (output: string) => { good: number, bad: number } | null }} [options]
 */
async function part(name, command, { env = {}, count } = {}) {
  if (only.length > 0 && !only.includes(name)) return;
  const began = Date.now();
  const { status, output } = await told(command, env);
  const counted = count?.(output) ?? null;
  const good = counted?.good ?? (status === 0 ? 1 : 0);
  const bad = counted ? Math.max(counted.bad, status === 0 ? 0 : 1) : status === 0 ? 0 : 1;
  if (bad > 0 || (count && !counted))
    console.log(
      output
        .split('\n')
        .filter((l) => !l.startsWith('npm warn'))
        .slice(-160)
        .join('\n'),
    );
  console.log(`  ${name}: ${good} passed, ${bad} failed (${Math.round((Date.now() - began) / 1000)} s)`);
  passed += good;
  failed += bad;
}

/** @param {string[]} command @param {Record<string, string>} env @returns {Promise<{ status: number | null, output: string }>} */
function told([file = '', ...args], env) {
  return new Promise((resolve) => {
    const child = spawn(file, args, {
      cwd: root,
      stdio: ['ignore', 'pipe', 'pipe'],
      env: { ...process.env, ...env, FORCE_COLOR: '0', NO_COLOR: '1' },
    });
    let output = '';
    for (const stream of [child.stdout, child.stderr])
      stream.setEncoding('utf8').on('data', (/** @type {string} */ text) => (output += text));
    child.on('error', (error) => resolve({ status: 1, output: `${output}${error.message}` }));
    child.on('close', (status) => resolve({ status, output: output.replace(/\u001b\[[0-9;]*[A-Za-z]/g, '') }));
  });
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
async function migrationsPart() {
  const folder = throwawayFolder(path.join(root, 'dist'));
  const copy = path.join(folder, 'migrations');
  cpSync(path.join(root, 'server/migrations'), copy, { recursive: true });
  const before = readdirSync(copy).length;
  await part('migrations', [node, 'node_modules/drizzle-kit/bin.cjs', 'generate', '--name', 'left-over'], {
    env: { NIGHT_LEDGER_MIGRATIONS: `./${path.relative(root, copy)}` },
    count: (output) =>
      output.includes('No schema changes') && readdirSync(copy).length === before
        ? { good: 1, bad: 0 }
        : { good: 0, bad: 1 },
  });
  removeThrowaway(folder);
}

const node = process.execPath;
const specs = /(\d+) specs?, (\d+) failures?/;
const jasmine = (/** @type {string} */ config) => [
  ...[node, '--import', 'tsx', 'node_modules/jasmine/bin/jasmine.js'],
  `--config=${config}`,
];
const types = ['core', 'almanac', 'contracts', 'words'];
const parts = [
  ...['lint', ...types.map((t) => `types-${t}`), 'types-node', 'house', 'tools'],
  ...['core', 'migrations', 'server', 'karma', 'walks'],
];

/** What needs no browser, one after the other. */
async function firstLane() {
  for (const layer of types)
    await part(`types-${layer}`, [node, 'node_modules/typescript/bin/tsc', '-p', `${layer}/tsconfig.json`]);
  await part('types-node', [node, 'node_modules/typescript/bin/tsc', '-p', 'tsconfig.node.json']);
  await part('core', jasmine('jasmine.json'), { count: jasmineCount(specs) });
  await migrationsPart();
  await serverPart();
  await part('tools', jasmine('jasmine.tools.json'), { count: jasmineCount(specs) });
  await part('house', [node, 'tools/checks.mjs'], {
    count: (o) => {
      const [, held, all] = /(\d+) of (\d+) checks hold/.exec(o) ?? [];
      return { good: Number(held ?? 0), bad: Number(all ?? 1) - Number(held ?? 0) };
    },
  });
  await part('lint', [node, 'node_modules/eslint/bin/eslint.js', '.']);
}

/** What needs the browser. @param {string} chromium */
async function secondLane(chromium) {
  await part('karma', [node, 'node_modules/@angular/cli/bin/ng.js', 'test', '--watch=false'], {
    env: { CHROME_BIN: chromium, NG_CLI_ANALYTICS: 'false' },
    count: karmaCount,
  });
  if (only.length > 0 && !only.includes('walks')) return;
  const { build } = await import('./build.mjs');
  await build();
  await part('walks', [node, 'node_modules/@playwright/test/cli.js', 'test'], {
    env: { CHROME_BIN: chromium },
    count: playwrightCount,
  });
}

async function main() {
  const unknown = only.filter((name) => !parts.includes(name));
  if (unknown.length > 0) throw new Trouble(`There is no part “${unknown.join(', ')}”.`, `Parts: ${parts.join(', ')}`);
  checkNode();
  installPackages();
  const chromium = installChromium();
  installPostgres();
  step(only.length > 0 ? `${only.join(', ')} …` : 'Everything, in two lanes …');
  await Promise.all([firstLane(), secondLane(chromium)]);
  console.log(`\n${passed} passed, ${failed} failed`);
  process.exitCode = failed > 0 || passed === 0 ? 1 : 0;
}

async function serverPart() {
  if (only.length > 0 && !only.includes('server')) return;
  const { throwawayCluster } = await import('./house.mjs');
  const { ensureDatabase } = await import('./postgres.mjs');
  const { cluster, end } = await throwawayCluster();
  try {
    const databaseUrl = await ensureDatabase(cluster, 'specs');
    await part('server', jasmine('jasmine.server.json'), {
      env: {
        NIGHT_LEDGER_TEST_DATABASE: databaseUrl,
        NIGHT_LEDGER_TEST_ADMIN_DATABASE: cluster.adminUrl('postgres'),
      },
      count: jasmineCount(specs),
    });
  } finally {
    end();
  }
}

main().catch(fail);
