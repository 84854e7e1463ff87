// @ts-check
/** The house checks: units in names, slice words, direction of imports, cycles, purity of the core. Prints what is wrong. */
import { readdirSync, readFileSync, statSync } from 'node:fs';
import path from 'node:path';
import { root } from './setup.mjs';

const layers = ['core', 'almanac', 'contracts', 'server', 'web'];
const mayImport = /** @type {Record<string, string[]>} */ ({
  core: ['core'],
  almanac: ['core', 'almanac'],
  contracts: ['core', 'contracts'],
  server: ['core', 'almanac', 'contracts', 'server'],
  web: ['core', 'almanac', 'contracts', 'web'],
});
const sliceWords = {
  core: [
    'units',
    'explain',
    'result',
    'checks',
    'tanks',
    'sources',
    'stock',
    'supplies',
    'readings',
    'water',
    'tonight',
    'almanac',
  ],
  almanac: ['parameters', 'practices', 'limits', 'sources', 'kinds', 'shelf', 'water'],
  contracts: [
    'shapes',
    'api',
    'book',
    'tanks',
    'sources',
    'stock',
    'supplies',
    'readings',
    'tonight',
    'almanac',
    'water',
  ],
  server: [
    'app',
    'db',
    'columns',
    'house',
    'demo',
    'tanks',
    'sources',
    'stock',
    'supplies',
    'readings',
    'water',
    'tonight',
    'book',
    'almanac',
  ],
  web: ['shell', 'ui', 'tanks', 'sources', 'stock', 'supplies', 'readings', 'water', 'tonight', 'book', 'almanac'],
};
const corePackages = [
  'temporal-polyfill',
  'ml-regression-theil-sen',
  '@stdlib/math-base-special-erfcx',
  'yalps',
  'pure-rand/generator/xoroshiro128plus',
];

/** @param {string} at @returns {string[]} */
const under = (at) =>
  readdirSync(at).flatMap((name) =>
    statSync(path.join(at, name)).isDirectory() ? under(path.join(at, name)) : [path.join(at, name)],
  );
const isTest = (/** @type {string} */ f) => /\.(spec|cases)\.ts$/.test(f);
const relative = (/** @type {string} */ f) => path.relative(root, f);
const sourceFiles = () => layers.flatMap((l) => under(path.join(root, l, 'src'))).filter((f) => f.endsWith('.ts'));

/** @param {string[]} files @returns {Promise<string[]>} */
export async function unitFaults(files) {
  const { default: ts } = await import('typescript');
  const suffixText = readFileSync(path.join(root, 'core/src/units/suffixes.ts'), 'utf8');
  const listIn = (/** @type {string} */ name) =>
    [...(new RegExp(`${name} = \\[([^\\]]*)\\]`).exec(suffixText)?.[1] ?? '').matchAll(/'([^']+)'/g)].map(
      (m) => m[1] ?? '',
    );
  const [suffixes, endings, names] = [
    listIn('unitSuffixes'),
    listIn('dimensionlessEndings'),
    listIn('dimensionlessNames'),
  ];
  if (suffixes.length < 10) throw new Error('The list of unit suffixes could not be read');
  const camel = (/** @type {string} */ name) => name.replace(/_(\w)/g, (_, c) => c.toUpperCase());
  const good = (/** @type {string} */ written, name = camel(written)) =>
    names.includes(name) ||
    [...suffixes, ...endings].some((s) => name.endsWith(s) || name === s.charAt(0).toLowerCase() + s.slice(1));
  const faults = /** @type {string[]} */ ([]);
  for (const file of files.filter((f) => !isTest(f) && !f.includes('/web/'))) {
    const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.ES2022, true);
    const numeric = (/** @type {import('typescript').TypeNode | undefined} */ type) =>
      type !== undefined && /^(number|number \| null|number \| undefined|null \| number)$/.test(type.getText(source));
    const column = (/** @type {import('typescript').Expression} */ e) =>
      /^(doublePrecision|integer|bigint|v\.number|finiteNumber|within)\b/.test(e.getText(source));
    /** @param {import('typescript').Node} node */
    const visit = (node) => {
      const named =
        ts.isPropertySignature(node) || ts.isPropertyDeclaration(node) || ts.isParameter(node)
          ? numeric(node.type)
            ? node.name.getText(source)
            : null
          : ts.isPropertyAssignment(node) && column(node.initializer)
            ? node.name.getText(source)
            : null;
      const exempt = ts.isParameter(node) && !ts.isParameterPropertyDeclaration(node, node.parent);
      if (named !== null && /^\w+$/.test(named) && !exempt && !good(named))
        faults.push(
          `${relative(file)}:${source.getLineAndCharacterOfPosition(node.getStart(source)).line + 1} «${named}» is a number without a unit in its name`,
        );
      if (named !== null && /ppm$|gallon/i.test(named))
        faults.push(`${relative(file)} «${named}»: ppm and gallon are no units for a name`);
      ts.forEachChild(node, visit);
    };
    visit(source);
  }
  return faults;
}

/** @param {string[]} files */
export function importFaults(files) {
  const faults = /** @type {string[]} */ ([]);
  for (const file of files) {
    const layer = relative(file).split('/')[0] ?? '';
    const code = readFileSync(file, 'utf8').replace(/\/\*[\s\S]*?\*\//g, '');
    for (const [, name = ''] of code.matchAll(/(?:from|import)\s*\(?\s*'([^']+)'/g)) {
      const own = /^#(core|almanac|contracts)\//.exec(name)?.[1];
      if (own && !mayImport[layer]?.includes(own)) faults.push(`${relative(file)}: ${layer} must not import ${name}`);
      if (name.startsWith('.') && !relative(path.resolve(path.dirname(file), name)).startsWith(`${layer}/`))
        faults.push(`${relative(file)}: reaches out of its layer to ${name}`);
      if (layer === 'core' && !isTest(file) && !own && !name.startsWith('.') && !corePackages.includes(name))
        faults.push(`${relative(file)}: the core may not use ${name}`);
      const deep = /^\.\.\/([\w-]+)\/([\w-]+)$/.exec(name);
      if (deep && ['server', 'core', 'contracts'].includes(layer) && !isTest(file) && !file.endsWith('db/schema.ts'))
        faults.push(`${relative(file)}: reaches into the slice ${deep[1]} past its index (${name})`);
    }
    if (/export \*/.test(code)) faults.push(`${relative(file)}: export * hides what a slice shows`);
    if (
      layer === 'core' &&
      !isTest(file) &&
      /\bDate\.now\b|\bMath\.random\b|\bnew Date\(\)|\bperformance\.now\b|\bconsole\./.test(code)
    )
      faults.push(`${relative(file)}: the core reads no clock, no chance and prints nothing`);
  }
  return faults;
}

function sliceFaults() {
  return Object.entries(sliceWords).flatMap(([layer, words]) => {
    const folder = path.join(root, layer, layer === 'web' ? 'src/app' : 'src');
    return readdirSync(folder)
      .filter((name) => statSync(path.join(folder, name)).isDirectory() && !words.includes(name))
      .map((name) => `${layer}: “${name}” is no slice word`);
  });
}

/** Import cycles between files, from the bundler's own graph; type-only imports do not run and do not count. @returns {Promise<string[]>} */
async function cycleFaults() {
  const { build } = await import('esbuild');
  const files = sourceFiles().filter((f) => !isTest(f) && !f.includes('/web/'));
  const { metafile } = await build({
    entryPoints: files.map(relative),
    absWorkingDir: root,
    bundle: true,
    packages: 'external',
    platform: 'node',
    format: 'esm',
    metafile: true,
    write: false,
    outdir: 'none',
    logLevel: 'error',
  });
  const graph = new Map(
    Object.entries(metafile.inputs).map(([file, { imports }]) => [
      file,
      imports.filter((i) => !i.external).map((i) => i.path),
    ]),
  );
  const state = new Map();
  const faults = /** @type {string[]} */ ([]);
  /** @param {string} file @param {string[]} trail */
  const walk = (file, trail) => {
    if (state.get(file) === 'open')
      faults.push(`import cycle: ${[...trail.slice(trail.indexOf(file)), file].join(' > ')}`);
    if (state.has(file)) return;
    state.set(file, 'open');
    for (const next of graph.get(file) ?? []) walk(next, [...trail, file]);
    state.set(file, 'done');
  };
  for (const file of graph.keys()) walk(file, []);
  return faults;
}

/** @returns {Promise<{ passed: number, faults: string[] }>} */
export async function houseChecks() {
  const files = sourceFiles();
  const results = [await unitFaults(files), importFaults(files), sliceFaults(), await cycleFaults()];
  return { passed: results.filter((r) => r.length === 0).length, faults: results.flat() };
}

if (process.argv[1] === path.join(root, 'tools/checks.mjs')) {
  const { passed, faults } = await houseChecks();
  faults.forEach((f) => console.log(f));
  console.log(`${passed} of 4 checks hold`);
  process.exitCode = faults.length > 0 ? 1 : 0;
}
