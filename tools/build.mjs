// @ts-check
/** Builds server and pages when their sources have changed since the last build. */
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';
import { fail, step, Trouble } from './say.mjs';
import { root } from './setup.mjs';

const sources = [
  'core/src',
  'almanac/src',
  'contracts/src',
  'words/src',
  'server/src',
  'web',
  'angular.json',
  'package-lock.json',
  'tsconfig.base.json',
  'tools/build.mjs',
];

/** @param {string} at @returns {string[]} */
function filesUnder(at) {
  const full = path.join(root, at);
  if (!existsSync(full)) return [];
  if (statSync(full).isFile()) return [at];
  return readdirSync(full)
    .sort()
    .flatMap((name) => filesUnder(path.join(at, name)));
}

function fingerprint() {
  const hash = createHash('sha256');
  for (const file of sources.flatMap(filesUnder).filter((f) => !f.endsWith('.spec.ts')))
    hash.update(file).update(readFileSync(path.join(root, file)));
  return hash.digest('hex');
}

/** @param {{ force?: boolean }} [options] */
export async function build({ force = false } = {}) {
  const stamp = path.join(root, 'dist/.fingerprint');
  const now = fingerprint();
  if (!force && existsSync(stamp) && readFileSync(stamp, 'utf8') === now) return;
  step('Building the server …');
  await bundleServer();
  step('Building the pages (about half a minute) …');
  const done = spawnSync(
    process.execPath,
    ['node_modules/@angular/cli/bin/ng.js', 'build', '--configuration', 'production'],
    {
      cwd: root,
      stdio: ['ignore', 'pipe', 'inherit'],
      encoding: 'utf8',
      env: { ...process.env, NG_CLI_ANALYTICS: 'false' },
    },
  );
  if (done.status !== 0)
    throw new Trouble(
      `The pages could not be built.\n${done.stdout}`,
      'Read the lines above; after a change of sources that is where the fault is.',
    );
  compress(path.join(root, 'dist/web/browser'));
  writeFileSync(stamp, now);
}

export async function bundleServer() {
  const { build: bundle } = await import('esbuild');
  mkdirSync(path.join(root, 'dist/server'), { recursive: true });
  const common = /** @type {const} */ ({
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    packages: 'external',
    absWorkingDir: root,
    logLevel: 'error',
    define: { 'process.env.NIGHT_LEDGER_BUNDLED': '"1"', "process.env['NIGHT_LEDGER_BUNDLED']": '"1"' },
  });
  await bundle({ ...common, entryPoints: ['server/src/app/main.ts'], outfile: 'dist/server/main.js' });
  // Beside main, because a thread is found by its address from there.
  for (const thread of [
    'judgement/prospects-thread',
    'book/photo-thread',
    'book/unpacked-thread',
    'evening/fortnight-thread',
  ])
    await bundle({
      ...common,
      entryPoints: [`server/src/${thread}.ts`],
      outfile: `dist/server/${path.basename(thread)}.js`,
    });
}

/** Brotli and gzip beside every text file, so that nothing is compressed while it is served. @param {string} folder */
function compress(folder) {
  for (const name of readdirSync(folder)) {
    const file = path.join(folder, name);
    if (statSync(file).isDirectory()) compress(file);
    else if (/\.(js|css|html|json|svg|webmanifest)$/.test(name)) {
      const raw = readFileSync(file);
      writeFileSync(
        `${file}.br`,
        brotliCompressSync(raw, {
          params: { [constants.BROTLI_PARAM_QUALITY]: 11, [constants.BROTLI_PARAM_SIZE_HINT]: raw.length },
        }),
      );
      writeFileSync(`${file}.gz`, gzipSync(raw, { level: 9 }));
    }
  }
}

if (process.argv[1] === path.join(root, 'tools/build.mjs')) build({ force: true }).then(() => step('Built.'), fail);
