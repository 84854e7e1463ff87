/**
 * What may import what. Layers point one way; slices know each other through their index, and never in a ring; queries
 * live in repos. `npm test -- house` runs it, tools/checks.spec.ts plants violations and sees them caught.
 */
const layers = ['core', 'almanac', 'contracts', 'words', 'server', 'web'];
const below = /** @type {Record<string, string[]>} */ ({
  core: [],
  almanac: ['core'],
  contracts: ['core'],
  words: ['core', 'almanac', 'contracts'],
  server: ['core', 'almanac', 'contracts', 'words'],
  web: ['core', 'almanac', 'contracts', 'words'],
});
const test = '[.](spec|cases)[.]ts$';

/** Server: the kernel knows no slice; each slice knows the kernel and those named here. `app` and `demo` wire. */
const kernel = ['db', 'columns', 'problems', 'threads', 'house'];
const serverSlices = {
  book: [],
  tanks: ['book'],
  sources: ['book'],
  supplies: ['book'],
  readings: ['book', 'tanks'],
  doing: ['book'],
  trouble: ['book', 'tanks', 'sources', 'judgement'],
  care: ['book', 'tanks', 'water'],
  hands: ['book', 'residents', 'readings', 'judgement', 'water'],
  residents: ['book', 'tanks'],
  water: ['book', 'tanks', 'readings'],
  judgement: ['book', 'tanks', 'readings', 'water'],
  stock: ['book', 'tanks', 'residents', 'judgement', 'care'],
  evening: ['book', 'tanks', 'residents', 'sources', 'water', 'judgement'],
  tonight: ['book', 'tanks', 'residents', 'readings', 'water', 'judgement'],
  gate: ['book', 'tanks', 'readings', 'residents', 'water'],
  almanac: [],
};
/** Web: base and ui know no slice; the shell wires. */
const webSlices = {
  tonight: [],
  sources: [],
  supplies: [],
  almanac: [],
  readings: ['tonight', 'sources'],
  stock: ['tonight', 'sources'],
  book: ['tonight', 'sources', 'readings'],
  doing: ['stock'],
  trouble: ['tonight', 'stock', 'sources', 'readings', 'book'],
  care: ['tonight', 'stock'],
  hands: ['tonight', 'stock', 'care', 'doing'],
  water: ['tonight', 'sources', 'stock', 'doing'],
  tanks: ['tonight', 'stock', 'readings', 'book'],
};
/** Core, from the ground up. */
const coreSlices = {
  result: [],
  explain: ['result'],
  units: ['result', 'explain'],
  threads: ['result'],
  readings: ['result', 'explain', 'units'],
  tanks: ['result', 'explain', 'units', 'readings', 'threads'],
  doing: ['tanks', 'threads', 'units'],
  supplies: ['result', 'explain', 'units', 'readings'],
  almanac: ['result', 'readings', 'units', 'water'],
  checks: [],
};

/** Words: each says what its slice of the core gives. */
const wordsSlices = {
  units: [],
  dates: [],
  explain: [],
  tanks: [],
  doing: [],
  stock: [],
  supplies: [],
  almanac: [],
  trouble: [],
  care: [],
  hands: [],
  book: ['doing', 'tanks', 'trouble', 'care', 'hands'],
  readings: ['book'],
  water: ['book'],
  sources: ['book', 'readings'],
  tonight: ['doing', 'stock', 'hands', 'care', 'trouble'],
  gate: ['care', 'doing'],
};

/**
 * @param {Record<string, string[]>} slices @param {string} root @param {string[]} always
 * @returns {import('dependency-cruiser').IForbiddenRuleType[]}
 */
const allowed = (slices, root, always) =>
  Object.entries(slices).map(([slice, may]) => ({
    name: `${root.split('/')[0]}-${slice}-knows-only-what-lies-below`,
    severity: /** @type {const} */ ('error'),
    from: { path: `^${root}/${slice}/`, pathNot: test },
    to: { path: `^${root}/`, pathNot: `^${root}/(${[slice, ...may, ...always].join('|')})/` },
  }));
/**
 * @param {string} root @param {string[]} ground @param {string} slices
 * @returns {import('dependency-cruiser').IForbiddenRuleType}
 */
const wired = (root, ground, slices) => ({
  name: `${root.split('/')[0]}-ground-knows-no-slice`,
  severity: /** @type {const} */ ('error'),
  from: { path: `^${root}/(${ground.join('|')})/`, pathNot: test },
  to: { path: `^${root}/`, pathNot: `^${root}/(${ground.join('|')})/` },
  comment: `The ground of ${slices} is what all slices stand on.`,
});

/** @type {import('dependency-cruiser').IConfiguration} */
export default {
  forbidden: [
    ...layers.map((layer) => ({
      name: `${layer}-points-down`,
      severity: /** @type {const} */ ('error'),
      from: { path: `^${layer}/src/` },
      to: { path: `^(${layers.join('|')})/src/`, pathNot: `^(${[layer, ...(below[layer] ?? [])].join('|')})/src/` },
    })),
    {
      name: 'no-ring-of-files',
      severity: /** @type {const} */ ('error'),
      from: { pathNot: test },
      to: { circular: true },
    },
    ...['core', 'almanac', 'contracts', 'words', 'server'].map((layer) => ({
      name: `${layer}-slices-by-their-index`,
      severity: /** @type {const} */ ('error'),
      from: { path: `^${layer}/src/([^/]+)/`, pathNot: `${test}|^server/src/(app|demo)/` },
      to: { path: `^${layer}/src/[^/]+/`, pathNot: `^${layer}/src/($1/|[^/]+/index[.]ts$)` },
    })),
    {
      name: 'other-layers-by-their-index',
      severity: /** @type {const} */ ('error'),
      from: { path: '^(server|web|words|contracts|almanac)/src/', pathNot: test },
      to: {
        path: '^(core|almanac|contracts|words)/src/',
        pathNot: '^(core|almanac|contracts|words)/src/[^/]+/index[.]ts$|^$1/',
      },
    },
    {
      name: 'web-slices-by-their-index',
      severity: /** @type {const} */ ('error'),
      from: { path: '^web/src/app/([^/]+)/', pathNot: `${test}|^web/src/app/shell/` },
      to: {
        path: '^web/src/app/[^/]+/',
        // `later….ts`: what a page fetches when it is wanted (`@defer`), apart from what the index gives at once.
        pathNot: '^web/src/app/($1|base|ui)/|^web/src/app/[^/]+/(index|later[a-z-]*)[.]ts$',
      },
    },
    wired('server/src', kernel, 'the server'),
    wired('web/src/app', ['base'], 'the web'),
    {
      name: 'web-ui-knows-no-slice',
      severity: /** @type {const} */ ('error'),
      from: { path: '^web/src/app/ui/', pathNot: test },
      to: { path: '^web/src/app/', pathNot: '^web/src/app/(ui|base)/' },
    },
    ...allowed(serverSlices, 'server/src', kernel),
    ...allowed(webSlices, 'web/src/app', ['base', 'ui']),
    ...allowed(coreSlices, 'core/src', []),
    ...allowed(wordsSlices, 'words/src', ['explain', 'units', 'dates']),
    {
      name: 'queries-in-repos',
      severity: /** @type {const} */ ('error'),
      from: { path: '^server/src/', pathNot: `${test}|-(repo|table)[.]ts$|^server/src/(db|columns)/` },
      to: { path: 'node_modules/(drizzle-orm|pg)/' },
    },
    {
      name: 'core-uses-only-pure-packages',
      severity: /** @type {const} */ ('error'),
      from: { path: '^core/src/', pathNot: test },
      to: {
        dependencyTypes: ['npm', 'npm-dev', 'core', 'npm-no-pkg', 'npm-unknown', 'unknown', 'undetermined'],
        pathNot:
          'node_modules/(temporal-polyfill|@stdlib/math-base-special-erfcx|@stdlib/stats-base-dists-beta-quantile|yalps|pure-rand)/',
      },
    },
    {
      name: 'knowledge-and-words-are-data',
      severity: /** @type {const} */ ('error'),
      from: { path: '^(almanac|contracts|words)/src/', pathNot: test },
      to: { path: 'node_modules/(@angular|primeng|echarts|rxjs|express|pg|drizzle-orm)/' },
    },
    {
      name: 'the-server-shows-no-pages',
      severity: /** @type {const} */ ('error'),
      from: { path: '^server/src/', pathNot: test },
      to: { path: 'node_modules/(@angular|primeng|echarts|rxjs)/' },
    },
    {
      name: 'pages-ask-the-server',
      severity: /** @type {const} */ ('error'),
      from: { path: '^web/src/', pathNot: test },
      to: { path: 'node_modules/(express|pg|drizzle-orm|mqtt|pino)/' },
    },
    {
      name: 'program-uses-no-test',
      severity: /** @type {const} */ ('error'),
      from: { path: '^(core|almanac|contracts|words|server|web)/src/', pathNot: `${test}|^core/src/checks/` },
      to: { path: test },
    },
    {
      name: 'everything-is-found',
      severity: /** @type {const} */ ('error'),
      from: { pathNot: test },
      to: { couldNotResolve: true },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'node', 'default', 'types'],
      extensions: ['.ts', '.mjs', '.js', '.json'],
    },
  },
};
