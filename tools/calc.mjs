// @ts-check
/** `npm run --silent calc -- NAME < in.json`: every calculation of the core for scripts and for checks from outside. */
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { fail } from './say.mjs';
import { checkNode, installPackages, root } from './setup.mjs';

// Answers alone go to standard output.
console.log = console.error;

/** @param {string} at @returns {string[]} */
const under = (at) =>
  readdirSync(at)
    .sort()
    .flatMap((name) =>
      statSync(path.join(at, name)).isDirectory() ? under(path.join(at, name)) : [path.join(at, name)],
    );

async function bundled() {
  const files = ['core/src', 'almanac/src', 'tools/calc'].flatMap((folder) => under(path.join(root, folder)));
  const hash = createHash('sha256');
  for (const file of files) hash.update(readFileSync(file));
  const [outfile, stamp, now] = [
    path.join(root, 'dist/calc/main.js'),
    path.join(root, 'dist/calc/.fingerprint'),
    hash.digest('hex'),
  ];
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === now) return outfile;
  const { build } = await import('esbuild');
  await build({
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    packages: 'external',
    absWorkingDir: root,
    logLevel: 'error',
    entryPoints: ['tools/calc/main.ts'],
    outfile,
  });
  writeFileSync(stamp, now);
  return outfile;
}

async function main() {
  checkNode();
  installPackages();
  const { main: answer } = await import(pathToFileURL(await bundled()).href);
  process.exitCode = await answer(process.argv.slice(2));
}

main().catch(fail);
