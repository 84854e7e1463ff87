// @ts-check
/**
 * Specs, bundled once: `node` runs them at once instead of transpiling them file by file. Threads lie beside them under their
 * own names.
 */
import { readdirSync } from 'node:fs';
import path from 'node:path';
import { root } from './setup.mjs';

/** What runs in a thread of its own, and is found by its name beside whoever starts it. */
const thread = /(-thread|loops\.cases)\.ts$/;

/**
 * The specs under these folders as bundles in `dist/specs/NAME`; gives their files.
 * @param {string} name @param {readonly string[]} folders @returns {Promise<string[]>}
 */
export async function bundleSpecs(name, folders) {
  const { build } = await import('esbuild');
  const files = folders.flatMap((folder) =>
    readdirSync(path.join(root, folder), { recursive: true, encoding: 'utf8' }).map((file) => path.join(folder, file)),
  );
  const specs = files.filter((file) => file.endsWith('.spec.ts'));
  const outdir = path.join(root, 'dist/specs', name);
  // Threads are asked for beside the bundle; specs of one name in two slices are told apart by their folders.
  const entryPoints = Object.fromEntries([
    ...specs.map((file) => [file.replace(/\.ts$/, '').replaceAll(path.sep, '_'), file]),
    ...files.filter((file) => thread.test(file)).map((file) => [path.basename(file, '.ts'), file]),
  ]);
  await build({
    bundle: true,
    splitting: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    packages: 'external',
    absWorkingDir: root,
    logLevel: 'error',
    sourcemap: 'inline',
    sourcesContent: false,
    define: { 'process.env.NIGHT_LEDGER_BUNDLED': '"1"', "process.env['NIGHT_LEDGER_BUNDLED']": '"1"' },
    entryPoints,
    outdir,
  });
  return specs.map((file) =>
    path.join('dist/specs', name, `${file.replace(/\.ts$/, '').replaceAll(path.sep, '_')}.js`),
  );
}
