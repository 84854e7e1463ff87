// @ts-check
/**
 * `npm run mutate`: puts small mistakes into the code one by one and counts how many a spec notices.
 *
 *     npm run mutate                            all of it; writes the scores into docs/tests.md
 *     npm run mutate -- guards                  the core's rules that guard animals and people, whole
 *     npm run mutate -- core                    one in six of the core's declarations
 *     npm run mutate -- server                  the server's checks, whole
 *     npm run mutate -- scores                  the page anew from the last runs
 *     npm run mutate -- core/src/water/plan.ts  these files alone; writes nothing
 *     npm run mutate -- survivors plan.ts       what the last run left alive there
 *
 * Texts are not mutated (words are asserted where they matter), nor what runs once when a module is loaded.
 */
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { throwawayCluster } from './house.mjs';
import { ensureDatabase } from './postgres.mjs';
import { checkNode, installPackages, installPostgres, root } from './setup.mjs';

/**
 * @typedef {{ status: string, mutatorName: string, replacement?: string, location: { start: { line: number } } }} Mutant
 * @typedef {{ files: Record<string, { source: string, mutants: Mutant[] }> }} Report
 * @typedef {keyof typeof sets} SetName
 */

/** Rules that guard animals and people: held to more than the rest. */
const guards = [
  ...['advice', 'plan', 'sequence', 'conditioner', 'bearing', 'in-force'].map((f) => `core/src/water/${f}.ts`),
  ...['steps'].map((f) => `core/src/doing/${f}.ts`),
  ...['stocking', 'arrival'].map((f) => `core/src/stock/${f}.ts`),
  'core/src/tonight/round.ts',
  ...['urgency', 'first-aid', 'held-fast'].map((f) => `core/src/trouble/${f}.ts`),
  'core/src/care/may-dose.ts',
  ...['gate', 'meetings', 'lives', 'places', 'by-itself'].map((f) => `core/src/gate/${f}.ts`),
  'core/src/threads/threads.ts',
];
/** What is meant to be killed at least, in per cent. */
const aim = { guards: 80, core: 65 };
const sets = {
  guards: { mutate: guards, jasmine: 'jasmine.json', sampled: false },
  core: {
    sampled: true,
    mutate: ['core/src/**/*.ts', '!core/src/**/*.spec.ts', '!core/src/**/*.cases.ts', '!core/src/**/index.ts'],
    jasmine: 'jasmine.json',
  },
  server: {
    sampled: false,
    mutate: [
      ...['tanks/tanks-kinds', 'supplies/supplies-kinds', 'readings/readings-kind', 'readings/instrument-kinds'],
      ...['sources/unit-kind', 'stock/stock-checks', 'water/water-checks', 'water/change-kinds', 'doing/doing-kinds'],
    ].map((f) => `server/src/${f}.ts`),
    jasmine: 'jasmine.checks.json',
  },
};
const setNames = /** @type {SetName[]} */ (Object.keys(sets));
const folder = path.join(root, 'dist/mutation');
const reportOf = (/** @type {string} */ name) => path.join(folder, `${name}.json`);

/** @param {SetName} name @param {{ mutate?: readonly string[], report?: string, env?: Record<string, string> }} [options] */
function run(name, { mutate = sets[name].mutate, report = reportOf(name), env = {} } = {}) {
  mkdirSync(folder, { recursive: true });
  const config = path.join(folder, `${name}.config.json`);
  const text = {
    testRunner: 'jasmine',
    plugins: ['@stryker-mutator/jasmine-runner', path.join(root, 'tools/mutation-sample.mjs')],
    ignorers: sets[name].sampled && !report.endsWith('few.json') ? ['sampled'] : [],
    jasmineConfigFile: sets[name].jasmine,
    testRunnerNodeArgs: ['--import', 'tsx'],
    coverageAnalysis: 'perTest',
    mutate,
    mutator: { excludedMutations: ['StringLiteral'] },
    ignoreStatic: true,
    concurrency: Number(process.env['NIGHT_LEDGER_MUTATION_RUNNERS'] ?? 2),
    disableTypeChecks: false,
    ignorePatterns: ['dist', '.data', '.angular', 'docs', 'e2e', 'test-results'],
    tempDirName: 'dist/mutation/work',
    timeoutMS: name === 'server' ? 20_000 : 5000,
    reporters: ['json', 'progress-append-only'],
    jsonReporter: { fileName: report },
  };
  writeFileSync(config, JSON.stringify(text, null, 2));
  const done = spawnSync(process.execPath, ['node_modules/@stryker-mutator/core/bin/stryker.js', 'run', config], {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, ...env },
  });
  if (done.status !== 0) throw new Error(`${name}: the run ended with ${String(done.status)}`);
}

/** The checks ask the real database: every spec file has a copy of its own. */
async function runServer(/** @type {{ mutate?: readonly string[], report?: string }} */ options = {}) {
  installPostgres();
  const { cluster, end } = await throwawayCluster();
  try {
    const url = await ensureDatabase(cluster, 'specs');
    run('server', {
      ...options,
      env: {
        NIGHT_LEDGER_TEST_DATABASE: url,
        NIGHT_LEDGER_TEST_ADMIN_DATABASE: cluster.adminUrl('postgres'),
      },
    });
  } finally {
    end();
  }
}

/** @param {string} file @returns {Report} */
const read = (file) => JSON.parse(readFileSync(file, 'utf8'));
const alive = (/** @type {Mutant} */ { status }) => status === 'Survived' || status === 'NoCoverage';
const dead = (/** @type {Mutant} */ { status }) => status === 'Killed' || status === 'Timeout';

/** @param {Mutant[]} mutants */
function scoreOf(mutants) {
  const killed = mutants.filter(dead).length;
  const all = killed + mutants.filter(alive).length;
  return { killed, all, percent: all === 0 ? 100 : (100 * killed) / all };
}
/** @param {string} name @param {Mutant[]} mutants */
const rowOf = (name, mutants) => {
  const { killed, all, percent } = scoreOf(mutants);
  return `| ${name} | ${all} | ${killed} | ${percent.toFixed(0)} % |`;
};
/** @param {[string, Mutant[]][]} rows */
const table = (rows) =>
  ['| | mistakes | noticed | |', '| --- | ---: | ---: | ---: |', ...rows.map((r) => rowOf(...r))].join('\n');

function writeScores() {
  const page = path.join(root, 'docs/tests.md');
  const rowsOf = (/** @type {SetName} */ name) =>
    Object.entries(read(reportOf(name)).files).map(
      ([file, { mutants }]) => /** @type {[string, Mutant[]]} */ ([file, mutants]),
    );
  const files = rowsOf('core');
  const ofGuards = [...rowsOf('guards'), ...rowsOf('server')];
  /** @type {Map<string, Mutant[]>} */
  const byFolder = new Map();
  for (const [name, mutants] of files)
    byFolder.set(path.dirname(name), [...(byFolder.get(path.dirname(name)) ?? []), ...mutants]);
  const all = (/** @type {[string, Mutant[]][]} */ rows) => rows.flatMap(([, mutants]) => mutants);
  const text = [
    `**Rules that guard animals and people** (at least ${aim.guards} %):\n`,
    table([...ofGuards, ['together', all(ofGuards)]]),
    `\n**The core, by folder** (at least ${aim.core} %):\n`,
    table([...byFolder, ['together', all(files)]]),
  ].join('\n');
  const was = readFileSync(page, 'utf8');
  const [before = '', after = ''] = was.split(/(?<=<!-- scores -->\n)[^]*(?=<!-- end of scores -->)/);
  writeFileSync(page, `${before}\n${text}\n\n${after}`);
  for (const [what, rows, least] of /** @type {[string, [string, Mutant[]][], number][]} */ ([
    ['guards', ofGuards, aim.guards],
    ['core', files, aim.core],
  ])) {
    const { percent } = scoreOf(all(rows));
    console.log(`${what}: ${percent.toFixed(1)} % noticed, ${least} % meant`);
    if (percent < least) process.exitCode = 1;
  }
}

/** @param {string} file @param {string} [part] */
function survivors(file, part = '') {
  for (const [name, { source, mutants }] of Object.entries(read(file).files)) {
    if (!name.includes(part)) continue;
    const lines = source.split('\n');
    const { percent } = scoreOf(mutants);
    console.log(`${name}: ${percent.toFixed(0)} %`);
    for (const { mutatorName, replacement = '', location } of mutants.filter(alive))
      console.log(
        `  ${location.start.line} ${mutatorName} [${lines[location.start.line - 1]?.trim().slice(0, 100) ?? ''}]` +
          ` => ${replacement.replace(/\s+/g, ' ').slice(0, 60)}`,
      );
  }
}

const [first = '', ...rest] = process.argv.slice(2).filter((a) => a !== '--');
if (first === 'survivors') {
  for (const name of [...setNames, 'few']) if (existsSync(reportOf(name))) survivors(reportOf(name), rest[0]);
} else {
  checkNode();
  installPackages();
  if (first.endsWith('.ts')) {
    const options = { mutate: [first, ...rest], report: reportOf('few') };
    if (first.startsWith('server/')) await runServer(options);
    else run('core', options);
    survivors(reportOf('few'));
  } else if (['', 'scores', ...setNames].includes(first)) {
    for (const name of setNames.filter((n) => first === '' || first === n))
      if (name === 'server') await runServer();
      else run(name);
    if (setNames.every((name) => existsSync(reportOf(name)))) writeScores();
  } else throw new Error(`“${first}” is no set: ${setNames.join(', ')}, survivors, scores, or files`);
}
