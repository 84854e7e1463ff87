import { mkdirSync, symlinkSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import angular from 'angular-eslint';
import { ESLint } from 'eslint';
import tseslint from 'typescript-eslint';
import {
  controlFaults,
  importFaults,
  isBrand,
  layers,
  nativeControls,
  silentButtons,
  sliceFaults,
  textFaults,
  titleFaults,
} from './checks.mjs';
import { houseRules } from './house-rules.mjs';
import { removeThrowaway, throwawayFolder } from './throwaway.mjs';

/** A check that never fires is none: each is shown a violation of its kind, planted in a house of its own. */
describe('the checks on imports fire', () => {
  let folder: string;
  const plant = (file: string, text: string): void => {
    const at = path.join(folder, file);
    mkdirSync(path.dirname(at), { recursive: true });
    writeFileSync(at, text);
  };
  beforeEach(() => {
    folder = throwawayFolder();
    const paths = ['core', 'almanac', 'contracts', 'words'].map((layer): [string, string] => [
      `#${layer}/*`,
      `./${layer}/src/*/index.ts`,
    ]);
    plant('package.json', JSON.stringify({ type: 'module', imports: Object.fromEntries<string>(paths) }));
    symlinkSync(path.resolve('node_modules'), path.join(folder, 'node_modules'));
    // A house in which nothing is wrong: what stands below is imported through its index.
    plant('core/src/result/index.ts', 'export const ok = 1;\n');
    plant(
      'core/src/water/index.ts',
      "import { ok } from '#core/result';\nexport const water = ok;\nexport { salt } from './salt';\n",
    );
    plant('core/src/water/salt.ts', 'export const salt = 2;\n');
    plant('core/src/tonight/index.ts', "import { water } from '#core/water';\nexport const tonight = water;\n");
    plant('almanac/src/kinds/index.ts', "import { ok } from '#core/result';\nexport const kinds = ok;\n");
    plant('contracts/src/book/index.ts', "import { ok } from '#core/result';\nexport const book = ok;\n");
    plant('words/src/book/index.ts', "import { book } from '#contracts/book';\nexport const words = book;\n");
    plant('server/src/db/index.ts', 'export const db = 1;\n');
    plant('server/src/book/index.ts', "export { read } from './book-service';\n");
    plant('server/src/book/book-repo.ts', "import { sql } from 'drizzle-orm';\nexport const rows = sql;\n");
    plant('server/src/book/book-service.ts', "import { rows } from './book-repo';\nexport const read = rows;\n");
    plant('server/src/tanks/index.ts', "import { read } from '../book';\nexport const tanks = read;\n");
    plant('server/src/water/index.ts', "import { tanks } from '../tanks';\nexport const water = tanks;\n");
    plant('web/src/app/base/index.ts', 'export const base = 1;\n');
    plant('web/src/app/ui/mark.ts', "import { base } from '../base/index';\nexport const mark = base;\n");
    plant('web/src/app/tonight/index.ts', "export { store } from './store';\n");
    plant('web/src/app/tonight/store.ts', "import { mark } from '../ui/mark';\nexport const store = mark;\n");
    plant('web/src/app/water/screen.ts', "import { store } from '../tonight';\nexport const screen = store;\n");
  });
  afterEach(() => {
    removeThrowaway(folder);
  });

  it('on nothing, where nothing is wrong', async () => {
    expect(await importFaults(folder)).toEqual([]);
  });

  const planted: Record<string, [rule: string, file: string, text: string]> = {
    'the core knowing the almanac': [
      'core-points-down',
      'core/src/water/bad.ts',
      "import { kinds } from '#almanac/kinds';\nexport const x = kinds;\n",
    ],
    'the core knowing the words': [
      'core-points-down',
      'core/src/water/bad.ts',
      "import { words } from '#words/book';\nexport const x = words;\n",
    ],
    'the core knowing the server, by its path': [
      'core-points-down',
      'core/src/water/bad.ts',
      "import { db } from '../../../server/src/db';\nexport const x = db;\n",
    ],
    'contracts knowing the words': [
      'contracts-points-down',
      'contracts/src/book/bad.ts',
      "import { words } from '#words/book';\nexport const x = words;\n",
    ],
    'the server knowing a page': [
      'server-points-down',
      'server/src/book/bad.ts',
      "import { base } from '../../../web/src/app/base';\nexport const x = base;\n",
    ],
    'a page knowing the server': [
      'web-points-down',
      'web/src/app/water/bad.ts',
      "import { db } from '../../../../server/src/db';\nexport const x = db;\n",
    ],
    'the core using a framework': [
      'core-uses-only-pure-packages',
      'core/src/water/bad.ts',
      "import express from 'express';\nexport const x = express;\n",
    ],
    'the core reading files': [
      'core-uses-only-pure-packages',
      'core/src/water/bad.ts',
      "import { readFileSync } from 'node:fs';\nexport const x = readFileSync;\n",
    ],
    'contracts knowing the database': [
      'knowledge-and-words-are-data',
      'contracts/src/book/bad.ts',
      "import { sql } from 'drizzle-orm';\nexport const x = sql;\n",
    ],
    'a ring of two files': [
      'no-ring-of-files',
      'core/src/water/bad.ts',
      "import { there } from './ringed';\nexport const here = there;\n",
    ],
    'a ring by types alone': [
      'no-ring-of-files',
      'core/src/result/bad.ts',
      "import type { back } from '../water/typed';\nexport type T = typeof back;\nexport const here = 1;\n",
    ],
    'a deep import within the core': [
      'core-slices-by-their-index',
      'core/src/tonight/bad.ts',
      "import { salt } from '../water/salt';\nexport const x = salt;\n",
    ],
    'a deep import on the server': [
      'server-slices-by-their-index',
      'server/src/tanks/bad.ts',
      "import { rows } from '../book/book-repo';\nexport const x = rows;\n",
    ],
    'words of a lower slice knowing those above': [
      'words-explain-knows-only-what-lies-below',
      'words/src/explain/bad.ts',
      "import { words } from '#words/book';\nexport const x = words;\n",
    ],
    'a deep import between web slices': [
      'web-slices-by-their-index',
      'web/src/app/water/bad.ts',
      "import { store } from '../tonight/store';\nexport const x = store;\n",
    ],
    'a deep import from another layer': [
      'other-layers-by-their-index',
      'server/src/book/bad.ts',
      "import { salt } from '../../../core/src/water/salt';\nexport const x = salt;\n",
    ],
    'a lower slice of the server knowing a higher': [
      'server-tanks-knows-only-what-lies-below',
      'server/src/tanks/bad.ts',
      "import { water } from '../water';\nexport const x = water;\n",
    ],
    'the kernel knowing a slice': [
      'server-ground-knows-no-slice',
      'server/src/db/bad.ts',
      "import { read } from '../book';\nexport const x = read;\n",
    ],
    'Tonight’s page knowing a slice': [
      'web-tonight-knows-only-what-lies-below',
      'web/src/app/tonight/bad.ts',
      "import { screen } from '../water/screen';\nexport const x = screen;\n",
    ],
    'the base of the web knowing a slice': [
      'web-ground-knows-no-slice',
      'web/src/app/base/bad.ts',
      "import { store } from '../tonight';\nexport const x = store;\n",
    ],
    'a mark knowing a slice': [
      'web-ui-knows-no-slice',
      'web/src/app/ui/bad.ts',
      "import { store } from '../tonight';\nexport const x = store;\n",
    ],
    'a lower slice of the core knowing a higher': [
      'core-result-knows-only-what-lies-below',
      'core/src/result/bad.ts',
      "import { salt } from '#core/water';\nexport const x = salt;\n",
    ],
    'a query in a service': [
      'queries-in-repos',
      'server/src/tanks/bad.ts',
      "import { sql } from 'drizzle-orm';\nexport const x = sql;\n",
    ],
    'a database driver in a service': [
      'queries-in-repos',
      'server/src/tanks/bad.ts',
      "import pg from 'pg';\nexport const x = pg;\n",
    ],
    'a page using the database': [
      'pages-ask-the-server',
      'web/src/app/water/bad.ts',
      "import pg from 'pg';\nexport const x = pg;\n",
    ],
    'a program using a test': [
      'program-uses-no-test',
      'core/src/water/bad.ts',
      "import { x } from './x.cases';\nexport const y = x;\n",
    ],
    'what is not there': [
      'everything-is-found',
      'core/src/water/bad.ts',
      "import { y } from './nowhere';\nexport const x = y;\n",
    ],
  };
  const plants = Object.entries(planted).map(([what, [rule, file, text]], i) => {
    const own = file.replace('bad', `bad-${i}`);
    return { what, rule, own, text: text.replaceAll('NAME', `bad-${i}`) };
  });
  it('each on its own breach, all of them found in one walk, and each in one line', async () => {
    plant('core/src/water/x.cases.ts', 'export const x = 1;\n');
    for (const { own, text } of plants) plant(own, text);
    const ringed = (what: string): string => path.basename(plants.find((p) => p.what === what)?.own ?? '', '.ts');
    plant(
      'core/src/water/ringed.ts',
      `import { here } from './${ringed('a ring of two files')}';\nexport const there = here;\n`,
    );
    plant(
      'core/src/water/typed.ts',
      `import { here } from '../result/${ringed('a ring by types alone')}';\nexport const back = here;\n`,
    );
    const faults = await importFaults(folder);
    for (const { what, rule, own } of plants)
      expect(faults.filter((f) => f.startsWith(`${rule}: ${own} `)).length)
        .withContext(what)
        .toBe(1);
    expect(plants.length).toBeGreaterThan(25);
  });
  it('on a folder that is no word of the trade', () => {
    for (const layer of layers)
      mkdirSync(path.join(folder, layer, layer === 'web' ? 'src/app' : 'src'), { recursive: true });
    expect(sliceFaults(folder)).toEqual([]);
    mkdirSync(path.join(folder, 'server/src/utils'));
    mkdirSync(path.join(folder, 'web/src/app/helpers'));
    expect(sliceFaults(folder)).toEqual(['server: “utils” is no slice word', 'web: “helpers” is no slice word']);
  });
  it('on controls of the browser in a page, in a template of its own or inside the component, and on nothing excused', () => {
    plant(
      'web/src/app/ui/good.html',
      '<button pButton type="button" (click)="a > b && go()">Go</button><input pInputText />',
    );
    plant('web/src/app/book/shut.html', '<button pButton [disabled]="!tank()">On</button>');
    plant('web/src/app/book/said.html', '<button pButton [nlWhy]="why()" [disabled]="busy()">On</button>');
    plant('web/src/app/ui/sheet.ts', 'const template = `<dialog aria-label="x"><details></details></dialog>`;');
    plant('web/src/app/book/bad.ts', 'const template = `<select name="kind"></select><input type="file" />`;');
    plant(
      'web/src/app/book/bad.html',
      '<button\n  type="button"\n  class="go">Go</button><dialog></dialog><input type="number" />',
    );
    plant('web/src/app/book/worse.html', '<label>\n<span class="name">Litres</span>\n<input pInputText /></label>');
    plant('web/src/app/ui/field.ts', '<label><span class="name">{{ name() }}</span><ng-content /></label>');
    plant('web/src/app/book/bad.spec.ts', 'const host = `<button>Go</button>`;');
    expect(controlFaults(folder).sort()).toEqual([
      'field: a name and its control in web/src/app/book/worse.html want nl-field',
      'field: a number in web/src/app/book/bad.html wants nlIn',
      'native-control: button in web/src/app/book/bad.html',
      'native-control: dialog in web/src/app/book/bad.html',
      'native-control: input in web/src/app/book/bad.html',
      'native-control: select in web/src/app/book/bad.ts',
      'silent-button: !tank() in web/src/app/book/shut.html',
    ]);
    for (const why of [...Object.values(nativeControls), ...Object.values(silentButtons)])
      expect(why.length).toBeGreaterThan(20);
  });
});

describe('the checks on texts fire', () => {
  let folder: string;
  const plant = (file: string, text: string): void => {
    const at = path.join(folder, file);
    mkdirSync(path.dirname(at), { recursive: true });
    writeFileSync(at, text);
  };
  beforeEach(() => {
    folder = throwawayFolder();
  });
  afterEach(() => {
    removeThrowaway(folder);
  });
  it('on files and folders whose names say nothing, each once', () => {
    plant('web/src/app/water/date-utils.ts', '');
    plant('core/src/helpers/salt.ts', '');
    plant('server/src/water/types.ts', '');
    plant('core/src/water/salt.ts', 'export const salt = 1;\n');
    expect(textFaults(folder).sort()).toEqual([
      'name: core/src/helpers/salt.ts says nothing of what it holds',
      'name: server/src/water/types.ts says nothing of what it holds',
      'name: web/src/app/water/date-utils.ts says nothing of what it holds',
    ]);
  });
  it('on a folder of somebody’s machine, and where packages came from', () => {
    const lock = (at: string): string => `{ "resolved": "${at}" }`;
    plant('docs/tests.md', `Run it in ${['', 'home', 'keeper', 'tanks'].join('/')} first.\n`);
    plant('package-lock.json', lock('https://packages.example/x.tgz'));
    plant('docs/architecture.md', 'Pages stand under /hands and /work-light.\n');
    expect(textFaults(folder).map((f) => f.split(':')[0])).toEqual(['machine', 'machine']);
  });
  it('on the word of a brand, which stands here only as a fingerprint', () => {
    const brand = Buffer.from('c2VhY2hlbQ==', 'base64').toString();
    expect(isBrand(brand)).toBeTrue();
    expect(isBrand(brand.toUpperCase())).toBeTrue();
    expect(['tetra', 'conditioner', 'equilibrium', 'prime'].some(isBrand)).toBeFalse();
    plant('server/src/demo/life.ts', `const bottle = '${brand} drops';\n`);
    expect(textFaults(folder)).toEqual([`brand: “${brand}” in server/src/demo/life.ts`]);
  });
  it('on a page without a title', () => {
    const page = (title: string): string => `{ path: 'tanks', ${title} loadComponent: async () => X }`;
    plant('web/src/app/shell/pages.ts', `[${page('title: titled(shellPages.tanks),')}, { path: '', redirectTo: 'x' }]`);
    expect(titleFaults(folder)).toEqual([]);
    plant('web/src/app/shell/pages.ts', `[${page('')}, ${page('title: titled(shellPages.tanks),')}]`);
    expect(titleFaults(folder)).toEqual(['title: “tanks” in web/src/app/shell/pages.ts has none']);
  });
});

describe('the checks on names, clock, chance and requests fire', () => {
  const eslint = new ESLint({
    overrideConfigFile: true,
    overrideConfig: [
      { files: ['**/*.ts'], languageOptions: { parser: tseslint.parser } },
      { files: ['**/*.html'], languageOptions: { parser: angular.templateParser } },
      ...houseRules,
    ] as never,
  });
  const faultsOf = async (filePath: string, text: string): Promise<string[]> =>
    (await eslint.lintText(text, { filePath })).flatMap((r) => r.messages.map((m) => m.ruleId ?? m.message));
  const core = 'core/src/water/planted.ts';
  const [service, page] = ['server/src/water/planted.ts', 'web/src/app/water/planted.ts'];
  const template = 'web/src/app/water/planted.html';

  const planted: Record<string, [rule: string, file: string, text: string]> = {
    'a field without a unit': ['house/units-in-names', core, 'export interface A { volume: number }'],
    'a list without a unit': ['house/units-in-names', core, 'export interface A { volumes: readonly number[] }'],
    'a set of numbers without a unit': [
      'house/units-in-names',
      core,
      'export interface A { volumes: ReadonlySet<number> }',
    ],
    'a number or nothing without a unit': [
      'house/units-in-names',
      core,
      'export interface A { volume: number | null }',
    ],
    'a parameter without a unit': ['house/units-in-names', core, 'export function f(volume: number): void {}'],
    'one of several parameters without a unit': [
      'house/units-in-names',
      core,
      'const f = (litresL: number, dose: number) => litresL + dose;',
    ],
    'a list as parameter without a unit': [
      'house/units-in-names',
      core,
      'const f = (doses: number[]) => doses.length;',
    ],
    'ppm in a name': ['house/units-in-names', core, 'export interface A { saltPpm: number }'],
    'a gallon in a name': ['house/units-in-names', core, 'export interface A { gallons: number }'],
    'a column without a unit': [
      'house/units-in-names',
      'server/src/water/planted-table.ts',
      'const t = { volume: doublePrecision() };',
    ],
    'a shape without a unit': [
      'house/units-in-names',
      'contracts/src/water/planted.ts',
      'const s = { volume: within(0, 5) };',
    ],
    'the clock in the core': ['no-restricted-properties', core, 'export const now = Date.now();'],
    'a date of now in the core': ['no-restricted-syntax', core, 'export const now = new Date();'],
    'any date in the core': ['no-restricted-syntax', core, "export const now = new Date('2026-03-14');"],
    'Temporal’s clock in the core': ['no-restricted-properties', core, 'export const now = Temporal.Now.instant();'],
    'a stopwatch in the core': ['no-restricted-properties', core, 'export const now = performance.now();'],
    'chance in the core': ['no-restricted-properties', core, 'export const x = Math.random();'],
    'ids made in the core': ['no-restricted-properties', core, 'export const x = crypto.randomUUID();'],
    'printing in the core': ['no-restricted-globals', core, "console.log('x');"],
    'waiting in the core': ['no-restricted-globals', core, 'setTimeout(() => 1, 5);'],
    'the clock in a service': [
      'no-restricted-properties',
      'server/src/water/planted.ts',
      'export const now = Date.now();',
    ],
    'a date of now in a service': [
      'no-restricted-syntax',
      'server/src/water/planted.ts',
      'export const now = new Date();',
    ],
    'a raw request in a page': ['no-restricted-globals', 'web/src/app/water/planted.ts', "void fetch('/api/house');"],
    'a raw stream in a page': [
      'no-restricted-globals',
      'web/src/app/water/planted.ts',
      "new EventSource('/api/live');",
    ],
    'another client in a page': [
      'no-restricted-imports',
      'web/src/app/water/planted.ts',
      "import { HttpClient } from '@angular/common/http';\nexport const x = HttpClient;",
    ],
    'a beacon in a page': [
      'no-restricted-properties',
      'web/src/app/water/planted.ts',
      "navigator.sendBeacon('/api/x');",
    ],
    'a sentence in the core': ['house/reasons-are-data', core, "export const why = 'the source is too hard';"],
    'a sentence with figures in the core': [
      'house/reasons-are-data',
      core,
      'export const why = (valueL: number) => `only ${valueL} litres are left in it`;',
    ],
    'units that the words keep for themselves': [
      'house/no-module-state',
      'words/src/units/planted.ts',
      "let spoken = 'L';\nexport const spokenNow = () => spoken;",
    ],
    'a memory of the words': [
      'house/no-module-state',
      'words/src/units/planted.ts',
      'const found = new Map<string, string>();\nexport const keep = (k: string) => found.set(k, k);',
    ],
    'a field of the module that is written': [
      'house/no-module-state',
      'words/src/units/planted.ts',
      "const spoken = { volume: 'L' };\nexport const speakIn = (u: string) => { spoken.volume = u; };",
    ],
    'export * of a slice': ['no-restricted-syntax', core, "export * from './salts';"],
    'text that is run': ['no-eval', page, "export const x = eval('1 + 1') as number;"],
    'a function made of text': ['no-new-func', service, "export const x = new Function('return 1');"],
    'a link that runs text': ['no-script-url', page, "export const x = 'javascript:go()';"],
    'printing on the server': ['no-console', service, "console.log('x');"],
    'printing in a page': ['no-console', page, "console.warn('x');"],
    'a file that a request waits for': ['no-restricted-syntax', service, "export const x = readFileSync('a');"],
    'a file that a request waits for, by its module': [
      'no-restricted-syntax',
      service,
      "export const x = fs.existsSync('a');",
    ],
    'a spec set aside': ['no-restricted-syntax', 'core/src/water/planted.spec.ts', "xit('holds', () => undefined);"],
    'a spec that stands alone': [
      'no-restricted-syntax',
      'server/src/water/planted.spec.ts',
      "fdescribe('holds', () => undefined);",
    ],
    'a walk set aside': ['no-restricted-syntax', 'e2e/planted.spec.ts', "test.skip('walks', () => undefined);"],
    'a walk that stands alone': [
      'no-restricted-syntax',
      'e2e/planted.spec.ts',
      "test.describe.only('walks', () => undefined);",
    ],
    'a public function that says nothing': ['house/docstrings', core, 'export const f = (volumeL: number) => volumeL;'],
    'a public function with a comment that is none': [
      'house/docstrings',
      core,
      '// Twice.\nexport function f(volumeL: number) { return 2 * volumeL; }',
    ],
    'a day in milliseconds of its own': [
      'house/one-span',
      service,
      'const day = 86_400_000;\nexport const f = () => day;',
    ],
    'numbers side by side': [
      'house/named-numbers',
      service,
      'export const f = (volumeL: number, tempC: number) => volumeL * tempC;',
    ],
    'a number without a unit in a page': ['house/units-in-names', page, 'export interface A { volume: number }'],
    'a number without a unit in the words': [
      'house/units-in-names',
      'words/src/units/planted.ts',
      'export interface A { volume: number }',
    ],
    'the clock in a page': ['no-restricted-properties', page, 'export const now = Date.now();'],
    'a date of now in a page': ['no-restricted-syntax', page, 'export const now = new Date();'],
    'a field that follows what is read anew': [
      'no-restricted-syntax',
      page,
      'export const a = linkedSignal(() => b()?.c ?? 1);',
    ],
    'a sentence in a page': ['house/reasons-are-data', page, "export const said = 'The change is in the book.';"],
    'a sentence in an answer': ['house/reasons-are-data', service, "export const said = 'is no water in the book';"],
    'a sentence put together': [
      'house/reasons-are-data',
      page,
      'export const said = (name: string) => `${name} is not in the book.`;',
    ],
    'a refusal that is thrown': [
      'house/reasons-are-data',
      service,
      "export const f = () => { throw new RequestFault(422, 'This is struck already'); };",
    ],
    'a word in a template': ['house/templates-say-words', template, '<h1>Water</h1>'],
    'words around a value': ['house/templates-say-words', template, '<p>{{ litres }} of water</p>'],
    'a label in a template': ['house/templates-say-words', template, '<p aria-label="Limits"></p>'],
    'the name of a field in a template': ['house/templates-say-words', template, '<nl-field name="Litres" />'],
    'a sentence in what a template reckons': [
      'house/templates-say-words',
      template,
      `<p>{{ late() ? 'It is due today' : '' }}</p>`,
    ],
    'a line commented out': ['house/no-dead-code', page, '// const x = volumeL * 2;\nexport const y = 1;'],
    'a call commented out': ['house/no-dead-code', service, '// this.load();\nexport const y = 1;'],
    'a block commented out': [
      'house/no-dead-code',
      core,
      '/*\nif (volumeL > 2) {\n  return;\n}\n*/\nexport const y = 1;',
    ],
  };
  for (const [what, [rule, file, text]] of Object.entries(planted))
    it(`on ${what}, once`, async () => {
      expect((await faultsOf(file, text)).filter((r) => r === rule).length).toBe(1);
    });
  it('on nothing, where names carry their units and the time is handed in', async () => {
    expect(
      await faultsOf(
        core,
        `// Twice as much, since the drum is read from below; see docs.
         export interface A { volumeL: number; ph: number; doseCount: number | null; levelsMgPerL: readonly number[]; values: number[] }
         export const step = { label: 'Left in the tank', formula: 'litres times what is left' };
         /** The same. */ export const f = (value: number): number => value;
         /** Both. */ export const g = ({ nowEpochMs, tempC }: { nowEpochMs: number; tempC: number }) => nowEpochMs + tempC;
         /** A span. */ export const h = (lo: number, hi: number) => hi - lo;`,
      ),
    ).toEqual([]);
    expect(await faultsOf('server/src/house/clock.ts', 'export const now = Date.now();')).toEqual([]);
    expect(await faultsOf('web/src/app/base/api.ts', "void fetch('/api/house');")).toEqual([]);
    expect(await faultsOf(template, '<h1>{{ say.water }}</h1><p>{{ litres }} mL</p>')).toEqual([]);
  });
});
