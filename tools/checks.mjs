// @ts-check
/**
 * The house checks that need no types: what imports what (dependency-cruiser, .dependency-cruiser.mjs), what nobody uses
 * (knip), slice words, controls of the browser in pages, names that say nothing, brands, paths of a machine, titles of
 * pages, and the form of sources and templates (prettier). The rules on names, clock and chance are ESLint's
 * (tools/house-rules.mjs) and run with the lint. Prints what is wrong.
 */
import { createHash } from 'node:crypto';
import { readFileSync, readdirSync, statSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { cruise } from 'dependency-cruiser';
import extractTSConfig from 'dependency-cruiser/config-utl/extract-ts-config';
import { root } from './setup.mjs';

export const layers = ['core', 'almanac', 'contracts', 'words', 'server', 'web'];
const sliceWords = /** @type {Record<string, string[]>} */ ({
  core: [
    ...['units', 'explain', 'result', 'threads', 'gate', 'checks', 'tanks', 'sources', 'stock', 'supplies'],
    ...['readings', 'water', 'doing', 'tonight', 'almanac', 'trouble', 'before', 'care', 'hands'],
  ],
  almanac: ['parameters', 'practices', 'limits', 'sources', 'kinds', 'shelf', 'water', 'trouble', 'care'],
  contracts: [
    ...['shapes', 'api', 'book', 'gate', 'tanks', 'sources', 'stock', 'supplies', 'readings'],
    ...['tonight', 'almanac', 'water', 'doing', 'trouble', 'care', 'hands'],
  ],
  words: [
    ...[
      'app',
      'base',
      'problems',
      'shell',
      'ui',
      'units',
      'dates',
      'explain',
      'gate',
      'tanks',
      'sources',
      'stock',
      'supplies',
    ],
    ...['readings', 'water', 'doing', 'tonight', 'book', 'almanac', 'trouble', 'care', 'hands'],
  ],
  server: [
    ...[
      'app',
      'db',
      'columns',
      'problems',
      'threads',
      'house',
      'demo',
      'tanks',
      'sources',
      'residents',
      'stock',
      'supplies',
    ],
    ...[
      'readings',
      'water',
      'doing',
      'judgement',
      'evening',
      'tonight',
      'book',
      'almanac',
      'trouble',
      'care',
      'hands',
      'gate',
    ],
  ],
  web: [
    ...['base', 'shell', 'ui', 'tanks', 'sources', 'stock', 'supplies', 'readings', 'water', 'doing', 'tonight'],
    ...['book', 'almanac', 'trouble', 'care', 'hands'],
  ],
});

/** Folders of a layer that are no word of the trade or the house. @param {string} at @returns {string[]} */
export function sliceFaults(at) {
  return Object.entries(sliceWords).flatMap(([layer, words]) => {
    const folder = path.join(at, layer, layer === 'web' ? 'src/app' : 'src');
    return readdirSync(folder)
      .filter((name) => statSync(path.join(folder, name)).isDirectory() && !words.includes(name))
      .map((name) => `${layer}: “${name}” is no slice word`);
  });
}

/** Imports that the rules forbid, in the sources under a folder. @param {string} at @returns {Promise<string[]>} */
export async function importFaults(at) {
  const { default: config } = await import('../.dependency-cruiser.mjs');
  const { output } = await cruise(
    layers.map((layer) => `${layer}/src`),
    {
      .../** @type {any} */ (config.options),
      ruleSet: { forbidden: config.forbidden },
      validate: true,
      baseDir: at,
      outputType: 'json',
    },
    { ...config.options?.enhancedResolveOptions },
    { tsConfig: extractTSConfig(path.join(root, 'tsconfig.base.json')) },
  );
  const { summary } = JSON.parse(String(output));
  return summary.violations.map(
    (/** @type {{ rule: { name: string }, from: string, to: string }} */ v) => `${v.rule.name}: ${v.from} > ${v.to}`,
  );
}

/** Every control is the component library's. What is left to the browser, and why. @type {Record<string, string>} */
export const nativeControls = {
  'dialog ui/sheet.ts': 'the browser’s own top layer: above every alarm, focus kept inside, Escape closes',
  'input readings/bench-row.ts': 'our own drawing: three thousand cells answer a key at once',
  'datalist stock/arrival-screen.html': 'suggests strains and forbids none',
  'progress *': 'the bar of the library carries aria-level, which its role does not allow (axe)',
  'details *': 'is opened by the browser’s search within the page',
  'file *': 'opens the camera of a phone and the files of the device',
};
const wants = /** @type {Record<string, string | null>} */ ({
  ...{ select: null, progress: null, meter: null, dialog: null, datalist: null, details: null },
  ...{ button: 'pButton', input: 'pInputText', textarea: 'pTextarea' },
});
/** What may hold a button without a word beside it: it is seen at the button itself. Anything else says why (`nlWhy`). */
export const silentButtons = {
  'busy()': 'what it writes is on its way',
  'going()': 'the house is being opened',
  'making() !== null': 'the demo house is being made, and says how far it is',
  'planning()': 'the plan is being worked out, and says so',
  'runner.doneFraction() !== null': 'it runs, and its bar says how far it is',
  'isDone(s.tank, p.pass)': 'it is done and shown as done',
  '!c.open': 'a square of rock or wood, drawn as such',
  'g.startIndex + $index === 0': 'the first of a list goes no further up',
  'g.startIndex + $index === stopsCount() - 1': 'the last of a list goes no further down',
};
/** Controls of the browser that stand in a page without a reason, and buttons that are shut without a word. @param {string} at @returns {string[]} */
export function controlFaults(at) {
  const pages = path.join(at, 'web/src/app');
  return readdirSync(pages, { recursive: true, encoding: 'utf8' })
    .filter((file) => /\.(ts|html)$/.test(file) && !/\.(spec|cases)\.ts$/.test(file))
    .flatMap((file) => {
      const text = readFileSync(path.join(pages, file), 'utf8');
      const tags = text.matchAll(
        /<(select|progress|meter|dialog|datalist|details|button|input|textarea)\b((?:[^>"]|"[^"]*")*)>/g,
      );
      const bare = file.endsWith('field.ts')
        ? []
        : [...text.matchAll(/<label[^>]*>\s*<span class="name"\s*>[^<]*<\/span/g)];
      const named = bare.map(() => `field: a name and its control in web/src/app/${file} want nl-field`);
      const numbers = [...text.matchAll(/type="number"/g)];
      const counted = numbers.map(() => `field: a number in web/src/app/${file} wants nlIn`);
      const native = [...tags].flatMap(([, tag = '', attributes = '']) => {
        const kind = /type="file"/.test(attributes) ? 'file' : tag;
        const wanted = wants[tag];
        const shut = tag === 'button' ? /\[disabled\]="([^"]*)"/.exec(attributes)?.[1] : undefined;
        if (shut !== undefined && !(shut in silentButtons)) return [`silent-button: ${shut} in web/src/app/${file}`];
        if (wanted && new RegExp(`\\b${wanted}\\b`).test(attributes)) return [];
        const excused = `${kind} ${file.split(path.sep).join('/')}` in nativeControls || `${kind} *` in nativeControls;
        return excused ? [] : [`native-control: ${kind} in web/src/app/${file}`];
      });
      return [...native, ...named, ...counted];
    });
}

/** A place that says nothing of what stands there. */
const sayNothing = /(^|[/.-])(utils?|helpers?|commons?|misc|types|shared)([/.-]|$)/;
/** Words of brands, as fingerprints: what must not be written is not written here either. */
const brandPrints = new Set(
  readFileSync(path.join(root, 'tools/brand-prints.txt'), 'utf8').split('\n').filter(Boolean),
);
const printOf = (/** @type {string} */ word) =>
  createHash('sha256').update(`night-ledger:${word.toLowerCase()}`).digest('hex').slice(0, 12);
/** @type {Map<string, boolean>} */
const looked = new Map();
/** @param {string} word */
export function isBrand(word) {
  const known = looked.get(word);
  if (known !== undefined) return known;
  const brand = brandPrints.has(printOf(word));
  looked.set(word, brand);
  return brand;
}
/** A folder of somebody's machine, or a place packages came from. */
const ofAMachine = /(?<![\w.])\/(work|home|root|Users)\/[\w.-]+|registry\.[a-z]+js\.|"resolved"(?=: "http)/;
const texts = /\.(ts|mjs|cjs|html|scss|json|md|yml|txt|sql)$|^\.ci\/run$/;
const notOurs = ['package-lock.json', 'node_modules', 'dist', '.data', '.angular', '.git', 'test-results', 'coverage'];

/** Names that say nothing, brands, paths of a machine, in the texts under a folder: one line for each file and kind. @param {string} at @returns {string[]} */
export function textFaults(at) {
  /** @param {string} folder @returns {string[]} */
  const under = (folder) =>
    readdirSync(path.join(at, folder), { withFileTypes: true }).flatMap((entry) => {
      const file = path.posix.join(folder, entry.name);
      if (entry.isSymbolicLink() || (notOurs.includes(entry.name) && entry.isDirectory())) return [];
      return entry.isDirectory() ? under(file) : [file];
    });
  return under('.').flatMap((file) => {
    const faults = sayNothing.test(file) ? [`name: ${file} says nothing of what it holds`] : [];
    if (!texts.test(file) || file === 'tools/brand-prints.txt') return faults;
    const text = readFileSync(path.join(at, file), 'utf8');
    const lock = file === 'package-lock.json';
    const machine = ofAMachine.exec(text);
    if (machine) faults.push(`machine: “${machine[0]}” in ${file}`);
    const brand = lock ? undefined : text.match(/[A-Za-z]{4,}/g)?.find(isBrand);
    if (brand !== undefined) faults.push(`brand: “${brand}” in ${file}`);
    return faults;
  });
}

/** Pages without a title, in the table of pages under a folder. @param {string} at @returns {string[]} */
export function titleFaults(at) {
  const file = 'web/src/app/shell/pages.ts';
  const text = readFileSync(path.join(at, file), 'utf8');
  return text
    .split(/(?=\bpath: ')/)
    .slice(1)
    .filter((page) => /load(Component|Children)/.test(page) && !/title: titled\(\w+[.]\w+\)/.test(page))
    .map((page) => `title: “${/path: '([^']*)'/.exec(page)?.[1] ?? ''}” in ${file} has none`);
}

/** @param {string} file @param {string[]} args @returns {string[]} */
function told(file, args) {
  const done = spawnSync(process.execPath, [path.join(root, 'node_modules', file), ...args], {
    cwd: root,
    encoding: 'utf8',
  });
  return done.status === 0
    ? []
    : `${done.stdout}${done.stderr}`.split('\n').filter((line) => line.trim() && !line.includes('npm warn'));
}
const unusedFaults = () => told('knip/bin/knip.js', ['--no-progress', '--no-config-hints']);
const formFaults = () => told('prettier/bin/prettier.cjs', ['--check', '--log-level', 'warn', '.']);

if (process.argv[1] === path.join(root, 'tools/checks.mjs')) {
  const results = [
    await importFaults(root),
    unusedFaults(),
    sliceFaults(root),
    controlFaults(root),
    textFaults(root),
    titleFaults(root),
    formFaults(),
  ];
  results.flat().forEach((f) => console.log(f));
  const held = results.filter((r) => r.length === 0).length;
  console.log(`${held} of ${results.length} checks hold`);
  process.exitCode = held < results.length ? 1 : 0;
}
