import { mkdirSync, symlinkSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { ESLint } from 'eslint';
import tseslint from 'typescript-eslint';
import { controlFaults, importFaults, layers, nativeControls, silentButtons, sliceFaults } from './checks.mjs';
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
      'core/src/water/salt.ts',
      "import { water } from './index';\nexport const salt = water;\n",
    ],
    'a ring by types alone': [
      'no-ring-of-files',
      'core/src/result/index.ts',
      "import type { tonight } from '#core/tonight';\nexport const ok = 1;\nexport type T = typeof tonight;\n",
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
      'server/src/tanks/tanks-service.ts',
      "import { sql } from 'drizzle-orm';\nexport const x = sql;\n",
    ],
    'a database driver in a service': [
      'queries-in-repos',
      'server/src/tanks/tanks-service.ts',
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
  for (const [what, [rule, file, text]] of Object.entries(planted))
    it(`on ${what}`, async () => {
      plant('core/src/water/x.cases.ts', 'export const x = 1;\n');
      plant(file, text);
      expect((await importFaults(folder)).map((f) => f.split(':')[0])).toContain(rule);
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

describe('the checks on names, clock, chance and requests fire', () => {
  const eslint = new ESLint({
    overrideConfigFile: true,
    overrideConfig: [{ files: ['**/*.ts'], languageOptions: { parser: tseslint.parser } }, ...houseRules] as never,
  });
  const faultsOf = async (filePath: string, text: string): Promise<string[]> =>
    (await eslint.lintText(text, { filePath })).flatMap((r) => r.messages.map((m) => m.ruleId ?? m.message));
  const core = 'core/src/water/planted.ts';

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
      "let spoken = 'L';\nexport const speakIn = (u: string) => { spoken = u; };",
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
  };
  for (const [what, [rule, file, text]] of Object.entries(planted))
    it(`on ${what}`, async () => {
      expect(await faultsOf(file, text)).toContain(rule);
    });
  it('on nothing, where names carry their units and the time is handed in', async () => {
    expect(
      await faultsOf(
        core,
        `export interface A { volumeL: number; ph: number; doseCount: number | null; levelsMgPerL: readonly number[]; values: number[] }
         export const step = { label: 'Left in the tank', formula: 'litres times what is left' };
         export const f = (value: number): number => value; export const g = (nowEpochMs: number, tempC: number) => nowEpochMs + tempC;`,
      ),
    ).toEqual([]);
    expect(await faultsOf('server/src/house/clock.ts', 'export const now = Date.now();')).toEqual([]);
    expect(await faultsOf('web/src/app/base/api.ts', "void fetch('/api/house');")).toEqual([]);
  });
});
