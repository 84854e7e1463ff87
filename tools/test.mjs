// @ts-check
/**
 * `npm test`: everything, on a machine where nothing was installed by hand; `npm test -- PART …` runs the parts named,
 * `npm test -- --changed` those that what is not committed yet can touch, `npm run night` what takes minutes by itself.
 * Two lanes side by side, because two cores are what there is. Ends with what each part took, and one plain line.
 */
import { execFileSync, spawn } from 'node:child_process';
import { cpSync, existsSync, readdirSync, statSync } from 'node:fs';
import path from 'node:path';
import { fail, step, Trouble } from './say.mjs';
import { checkNode, installChromium, installPackages, installPostgres, root } from './setup.mjs';
import { removeThrowaway, throwawayFolder } from './throwaway.mjs';

let passed = 0;
let failed = 0;
const byNight = process.argv.includes('--night');
/** @type {readonly string[]} */
let only = process.argv.slice(2).filter((a) => !a.startsWith('--'));
/** @type {{ name: string, good: number, bad: number, seconds: number }[]} */
const took = [];

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
      whatFailed(output.split('\n').filter((l) => !l.startsWith('npm warn')))
        .slice(-120)
        .join('\n'),
    );
  record({ name, good, bad, seconds: Math.round((Date.now() - began) / 1000) });
}
/** @param {{ name: string, good: number, bad: number, seconds: number }} ran */
function record(ran) {
  console.log(`  ${ran.name}: ${ran.good} passed, ${ran.bad} failed (${ran.seconds} s)`);
  took.push(ran);
  passed += ran.good;
  failed += ran.bad;
}

/** What a runner says of what failed, without all that it says of what held. @param {string[]} lines */
function whatFailed(lines) {
  const from = lines.findIndex((l) => /^Failures:|^ {2}1\) /.test(l));
  if (from >= 0) return lines.slice(from);
  const karma = lines.filter((l) => !/Executed \d+ of \d+|^\.*$|Initial chunk|\| {2}|^LOG/.test(l));
  return karma.length > 0 ? karma : lines;
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
const parts = ['lint', 'types', 'house', 'tools', 'core', 'migrations', 'server', 'karma', 'walks'];
const nightParts = ['fuzz', 'night-walks'];

/** What needs no browser, one after the other. */
async function firstLane() {
  // Each layer once, by what the layers under it declare; the pages are checked as they are built.
  await part('types', [node, 'node_modules/typescript/bin/tsc', '-b', 'tsconfig.node.json']);
  await specsPart('core', [await bundled('core', ['core/src', 'almanac/src', 'contracts/src', 'words/src'])]);
  await migrationsPart();
  await serverPart('server', parted(await bundled('server', ['server/src'])));
  await part('tools', jasmine('jasmine.tools.json'), { count: jasmineCount(specs) });
  await part('house', [node, 'tools/checks.mjs'], {
    count: (o) => {
      const [, held, all] = /(\d+) of (\d+) checks hold/.exec(o) ?? [];
      return { good: Number(held ?? 0), bad: Number(all ?? 1) - Number(held ?? 0) };
    },
  });
  await part('lint', [
    node,
    'node_modules/eslint/bin/eslint.js',
    '--format=./tools/one-line.mjs',
    ...(changed.length > 0 ? changed.filter(isLinted) : ['.']),
  ]);
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

/** What takes minutes by itself: 20,000 hostile requests; three hundred tanks, kills, the version before. @param {string} chromium */
async function night(chromium) {
  const { build } = await import('./build.mjs');
  await build();
  await part('night-walks', [node, 'node_modules/@playwright/test/cli.js', 'test'], {
    env: { CHROME_BIN: chromium, NIGHT_LEDGER_WALKS: 'night' },
    count: playwrightCount,
  });
  const fuzz = (await bundled('fuzz', ['server/src'])).filter((file) => file.includes('_fuzz.spec'));
  await serverPart('fuzz', [fuzz], { FUZZ_REQUESTS: '20000' });
}

/** Files that are not as the last commit has them. @type {string[]} */
let changed = [];
const isLinted = (/** @type {string} */ file) => /\.(ts|html|mjs)$/.test(file) && existsSync(path.join(root, file));
/** What a file can touch: the layers above its own see it, and every layer is checked for its form. @type {readonly [RegExp, readonly string[]][]} */
const touches = [
  [/^(core|almanac|contracts|words)\//, ['types', 'core', 'server', 'karma', 'walks']],
  [/^server\//, ['types', 'migrations', 'server', 'walks']],
  [/^web\//, ['karma', 'walks']],
  [/^e2e\//, ['types', 'walks']],
  [/^tools\//, ['types', 'tools']],
  [/^(package|tsconfig|angular|jasmine|playwright|eslint)/, parts],
  [/\.(ts|html|mjs|scss|json|md)$/, ['lint', 'house']],
];
function whatChanged() {
  const git = (/** @type {string[]} */ ...args) =>
    execFileSync('git', args, { cwd: root, encoding: 'utf8' }).split('\n');
  changed = [...git('diff', '--name-only', 'HEAD'), ...git('ls-files', '--others', '--exclude-standard')].filter(
    Boolean,
  );
  only = parts.filter((name) =>
    changed.some((file) => touches.some(([at, names]) => at.test(file) && names.includes(name))),
  );
  if (only.length === 0) throw new Trouble('Nothing has changed since the last commit.', 'npm test runs everything.');
}

async function main() {
  if (process.argv.includes('--changed')) whatChanged();
  const unknown = only.filter((name) => ![...parts, ...nightParts].includes(name));
  if (unknown.length > 0)
    throw new Trouble(
      `There is no part “${unknown.join(', ')}”.`,
      `Parts: ${parts.join(', ')}; by night ${nightParts.join(', ')}`,
    );
  checkNode();
  installPackages();
  const chromium = installChromium();
  installPostgres();
  step(only.length > 0 ? `${only.join(', ')} …` : byNight ? 'What is run by night …' : 'Everything, in two lanes …');
  const began = Date.now();
  await (byNight ? night(chromium) : Promise.all([firstLane(), secondLane(chromium)]));
  console.log(`\n${took.map((p) => `${p.name.padEnd(12)}${String(p.seconds).padStart(6)} s`).join('\n')}`);
  console.log(`${'together'.padEnd(12)}${String(Math.round((Date.now() - began) / 1000)).padStart(6)} s`);
  console.log(`\n${passed} passed, ${failed} failed`);
  process.exitCode = failed > 0 || passed === 0 ? 1 : 0;
}

/** Bundles of specs, made only where their part runs. @param {string} name @param {string[]} folders @returns {Promise<string[]>} */
async function bundled(name, folders) {
  if (only.length > 0 && !only.includes(name)) return [];
  const { bundleSpecs } = await import('./specs.mjs');
  return bundleSpecs(name, folders);
}
/** Two halves of about one length: the long ones are dealt out first. @param {string[]} files */
function parted(files) {
  /** @type {[string[], string[]]} */
  const halves = [[], []];
  const sizes = [0, 0];
  const sized = files.map((file) => ({ file, size: statSync(path.join(root, file)).size }));
  for (const { file, size } of sized.sort((a, b) => b.size - a.size)) {
    const shorter = (sizes[0] ?? 0) <= (sizes[1] ?? 0) ? 0 : 1;
    halves[shorter].push(file);
    sizes[shorter] = (sizes[shorter] ?? 0) + size;
  }
  return halves;
}

/** Bundled specs, each group in a process of its own, beside each other. @param {string} name @param {string[][]} groups @param {Record<string, string>} [env] */
async function specsPart(name, groups, env = {}) {
  if (only.length > 0 && !only.includes(name)) return;
  const began = Date.now();
  // The files are named; of the configuration it takes the order, and that a spec without an expectation fails.
  const runner = [node, '--enable-source-maps', 'node_modules/jasmine/bin/jasmine.js', '--config=jasmine.json'];
  const ran = await Promise.all(groups.map((files) => told([...runner, ...files], env)));
  const counted = ran.map(({ status, output }) => {
    const { good, bad } = jasmineCount(specs)(output) ?? { good: 0, bad: 1 };
    const failedHere = Math.max(bad, status === 0 ? 0 : 1);
    if (failedHere > 0) console.log(whatFailed(output.split('\n')).slice(-120).join('\n'));
    return { good, bad: failedHere };
  });
  const sum = (/** @type {'good' | 'bad'} */ which) => counted.reduce((all, c) => all + c[which], 0);
  record({ name, good: sum('good'), bad: sum('bad'), seconds: Math.round((Date.now() - began) / 1000) });
}

/** @param {string} name @param {string[][]} groups @param {Record<string, string>} [env] */
async function serverPart(name, groups, env = {}) {
  if (only.length > 0 && !only.includes(name)) return;
  const { throwawayCluster } = await import('./house.mjs');
  const { ensureDatabase } = await import('./postgres.mjs');
  const { cluster, end } = await throwawayCluster();
  try {
    await specsPart(name, groups, {
      ...env,
      NIGHT_LEDGER_TEST_DATABASE: await ensureDatabase(cluster, 'specs'),
      NIGHT_LEDGER_TEST_ADMIN_DATABASE: cluster.adminUrl('postgres'),
    });
  } finally {
    end();
  }
}

main().catch(fail);
