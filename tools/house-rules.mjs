// @ts-check
/**
 * The rules of the house that no ready-made rule knows, as an ESLint plugin, and the configuration that lays them over
 * the layers. `tools/checks.spec.ts` plants a violation of each kind and sees it caught.
 */
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { root } from './setup.mjs';

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
if (suffixes.length < 10 || endings.length < 5 || names.length < 10)
  throw new Error('The list of unit suffixes could not be read');

const camel = (/** @type {string} */ name) => name.replace(/_(\w)/g, (_, c) => c.toUpperCase());
/** A list is named for what stands in it: `volumesL`, `levels`, `counts`. */
const singular = (/** @type {string} */ name) => name.replace(/ies$/, 'y').replace(/s$/, '');
const hasUnit = (/** @type {string} */ name) =>
  names.includes(name) ||
  [...suffixes, ...endings].some(
    (s) => name.endsWith(s) || name === s.charAt(0).toLowerCase() + s.slice(1) || name.endsWith(`${s}s`),
  );
const named = (/** @type {string} */ written, /** @type {boolean} */ list) => {
  const name = camel(written);
  return hasUnit(name) || (list && hasUnit(singular(name)));
};

/** @param {any} type @returns {'number' | 'list' | null} */
function numeric(type) {
  if (!type) return null;
  switch (type.type) {
    case 'TSNumberKeyword':
      return 'number';
    case 'TSUnionType': {
      const kinds = type.types.map(numeric);
      const others = type.types.filter(
        (/** @type {any} */ t, /** @type {number} */ i) =>
          kinds[i] === null && !['TSNullKeyword', 'TSUndefinedKeyword'].includes(t.type),
      );
      return others.length === 0 ? (kinds.find((/** @type {unknown} */ k) => k !== null) ?? null) : null;
    }
    case 'TSArrayType':
      return numeric(type.elementType) ? 'list' : null;
    case 'TSTypeOperator':
      return numeric(type.typeAnnotation);
    case 'TSTypeReference': {
      const of = type.typeArguments?.params ?? [];
      return ['Array', 'ReadonlyArray', 'Set', 'ReadonlySet'].includes(type.typeName?.name) && numeric(of[0])
        ? 'list'
        : null;
    }
    default:
      return null;
  }
}

/** @type {import('eslint').Rule.RuleModule} */
const unitsInNames = {
  meta: {
    type: 'problem',
    schema: [],
    messages: {
      unit: '«{{name}}» is a number without a unit in its name (core/units/suffixes)',
      never: '«{{name}}»: ppm and gallon are no units for a name',
    },
  },
  create(context) {
    /** @param {any} node @param {string} name @param {boolean} list */
    const check = (node, name, list) => {
      if (!/^[A-Za-z_]\w*$/.test(name) || name.startsWith('_')) return;
      if (/ppm$|gallon/i.test(name)) context.report({ node, messageId: 'never', data: { name } });
      else if (!named(name, list)) context.report({ node, messageId: 'unit', data: { name } });
    };
    /** @param {any} node */
    const field = (node) => {
      const kind = numeric(node.typeAnnotation?.typeAnnotation);
      if (kind && node.key?.type === 'Identifier') check(node, node.key.name, kind === 'list');
    };
    /** A number alone, `(value: number) => …`, is a formula's variable: the name of the function says what it is. @param {any} fn */
    const parameters = (fn) => {
      const params = fn.params.map((/** @type {any} */ p) =>
        p.type === 'AssignmentPattern' ? p.left : p.type === 'TSParameterProperty' ? p.parameter : p,
      );
      const numbers = params.filter((/** @type {any} */ p) => numeric(p.typeAnnotation?.typeAnnotation));
      const exported = /^Export/.test(fn.parent?.type ?? '') || /^Export/.test(fn.parent?.parent?.parent?.type ?? '');
      for (const p of numbers)
        if (
          p.type === 'Identifier' &&
          (exported || numbers.length > 1 || numeric(p.typeAnnotation?.typeAnnotation) === 'list')
        )
          check(p, p.name, numeric(p.typeAnnotation?.typeAnnotation) === 'list');
    };
    return {
      TSPropertySignature: field,
      PropertyDefinition: field,
      FunctionDeclaration: parameters,
      ArrowFunctionExpression: parameters,
      TSDeclareFunction: parameters,
      Property(node) {
        const { key, value } = /** @type {any} */ (node);
        const callee = value?.type === 'CallExpression' ? context.sourceCode.getText(value.callee) : '';
        const call = value?.type === 'CallExpression' ? context.sourceCode.getText(value) : '';
        const column = /^(doublePrecision|integer|bigint)\b/.test(call) || /^(v\.number|within)$/.test(callee);
        if ((column || value?.name === 'finiteNumber') && key?.type === 'Identifier') check(node, key.name, false);
      },
    };
  },
};

/** Three words in a row: a sentence in the making, which belongs into words/. */
const sentence = /[A-Za-z’]+[,:;.]? [a-z’]+[,:;.]? [a-z’]{2,}/;
/** Classes of the style sheet, side by side. */
const classes = /^(why )?small quiet\b/;
/** Steps of a working, units, salts and measures have their names where they are reckoned. */
const namesOfThings = ['label', 'formula', 'unit', 'name', 'names', 'shapeMeasures', 'salts', 'quantities'];
const lettered = /[A-Za-z]{2}/;
/** Units and names that are the same in every language. */
const sameEverywhere = /^(µS\/cm|CO2|mL|cm|mm|kg|mg|min|ppm|pH|GH|KH|TDS|Night Ledger|[^A-Za-z]*\W(L|g|cm|mg|µS)\W?)$/;
const readAttributes =
  /^(aria-label|ariaLabel|title|placeholder|word|label|hint|fault|nlCell|alt|filterPlaceholder|emptyFilterMessage|emptyMessage)$/;
/** What a template shows stands in words/, every word of it. @type {import('eslint').Rule.RuleModule} */
const templatesSayWords = {
  meta: {
    type: 'problem',
    schema: [],
    messages: { words: '«{{text}}» is shown: it stands in words/, the page says it' },
  },
  create(context) {
    /** @param {any} node @param {string} text */
    const check = (node, text) => {
      const said = text.trim();
      if (!lettered.test(said) || sameEverywhere.test(said)) return;
      context.report({ loc: node.loc ?? node.sourceSpan, messageId: 'words', data: { text: said.slice(0, 40) } });
    };
    /** @param {any} node @returns {string[]} */
    const strings = (node) => node.value?.ast?.strings ?? [];
    return /** @type {any} */ ({
      Text: (/** @type {any} */ node) => {
        if (!/^(code|style)$/.test(node.parent?.name ?? '')) check(node, node.value);
      },
      BoundText: (/** @type {any} */ node) => check(node, strings(node).join(' ')),
      TextAttribute: (/** @type {any} */ node) => {
        const ofOurs = node.name === 'name' && /^nl-/.test(node.parent?.name ?? '') && /^[A-Z]| /.test(node.value);
        if (readAttributes.test(node.name) || ofOurs) check(node, node.value);
      },
      BoundAttribute: (/** @type {any} */ node) => {
        if (readAttributes.test(node.name)) check(node, strings(node).join(' '));
      },
      LiteralPrimitive: (/** @type {any} */ node) => {
        if (typeof node.value === 'string' && sentence.test(node.value)) check(node, node.value);
      },
    });
  },
};

/** @type {import('eslint').Rule.RuleModule} */
const reasonsAreData = {
  meta: {
    type: 'problem',
    schema: [],
    messages: { sentence: '«{{text}}» reads like a sentence: the code gives ids and facts, words/ says them' },
  },
  create(context) {
    /** @param {any} node @returns {boolean} */
    const excused = (node) => {
      for (let at = node; at; at = at.parent) {
        if (at.type === 'Property' && namesOfThings.includes(at.key?.name)) return true;
        if (at.type === 'VariableDeclarator' && namesOfThings.includes(at.id?.name)) return true;
        if (at.callee?.name === 'assert') return true;
        // What stops the house is read by whoever mends it; a problem that is thrown is read by the keeper.
        if (at.type === 'ThrowStatement') return at.argument?.callee?.name !== 'RequestFault';
        if (at.type === 'Decorator' || at.callee?.object?.name === 'logger') return true;
      }
      return false;
    };
    /** @param {any} node @param {string} text */
    const check = (node, text) => {
      if (sentence.test(text) && !classes.test(text) && !excused(node))
        context.report({ node, messageId: 'sentence', data: { text: text.slice(0, 40) } });
    };
    return {
      Literal: (node) => {
        if (typeof node.value === 'string') check(node, node.value);
      },
      TemplateElement: (node) => check(node, node.value.cooked ?? ''),
    };
  },
};

const changing = [
  'set',
  'add',
  'delete',
  'clear',
  'push',
  'pop',
  'shift',
  'unshift',
  'splice',
  'sort',
  'reverse',
  'fill',
];
/** What a module keeps for itself leaks from whoever asked last to whoever asks next. @type {import('eslint').Rule.RuleModule} */
const noModuleState = {
  meta: {
    type: 'problem',
    schema: [],
    messages: {
      variable: '«{{name}}» may change and belongs to the module: whoever asks hands down what holds for them',
      changed: '«{{name}}» belongs to the module and is changed here: whoever asks hands down what holds for them',
    },
  },
  create(context) {
    /** @param {any} node */
    const ofModule = (node) => {
      if (node?.type !== 'Identifier') return null;
      for (let scope = /** @type {any} */ (context.sourceCode.getScope(node)); scope; scope = scope.upper) {
        const variable = scope.set.get(node.name);
        if (variable) return scope.type === 'module' && variable.defs[0]?.type === 'Variable' ? node.name : null;
      }
      return null;
    };
    /** @param {any} node @returns {any} */
    const rootOf = (node) => (node.type === 'MemberExpression' ? rootOf(node.object) : node);
    /** @param {any} node @param {any} target */
    const changed = (node, target) => {
      const name = ofModule(rootOf(target));
      if (name !== null) context.report({ node, messageId: 'changed', data: { name } });
    };
    return {
      'Program > VariableDeclaration, Program > ExportNamedDeclaration > VariableDeclaration'(/** @type {any} */ node) {
        if (node.kind !== 'const')
          for (const { id } of node.declarations)
            context.report({ node, messageId: 'variable', data: { name: id.name ?? '' } });
      },
      AssignmentExpression: (node) => changed(node, node.left),
      UpdateExpression: (node) => changed(node, node.argument),
      CallExpression(/** @type {any} */ node) {
        const { callee } = node;
        if (callee.type === 'MemberExpression' && changing.includes(callee.property.name)) changed(node, callee.object);
      },
    };
  },
};

/** @param {any} fn A function as it is declared or assigned. @returns {any} The statement that shows it to others, or null. */
const exportOf = (fn) =>
  [fn.parent, fn.parent?.parent?.parent].find((p) => p?.type === 'ExportNamedDeclaration') ?? null;

/** What others call says what it is: with units, ranges, source where it reckons. @type {import('eslint').Rule.RuleModule} */
const docstrings = {
  meta: { type: 'problem', schema: [], messages: { none: '«{{name}}» is public and says not what it is (/** … */)' } },
  create(context) {
    /** @param {any} fn */
    const check = (fn) => {
      const shown = exportOf(fn);
      const told = shown && context.sourceCode.getCommentsBefore(shown);
      if (told && !told.some((/** @type {any} */ c) => c.type === 'Block' && c.value.startsWith('*')))
        context.report({ node: fn, messageId: 'none', data: { name: fn.id?.name ?? fn.parent.id?.name ?? '' } });
    };
    return { FunctionDeclaration: check, 'VariableDeclarator > ArrowFunctionExpression': check };
  },
};

/** Milliseconds of an hour and a day are written once. @type {import('eslint').Rule.RuleModule} */
const oneSpan = {
  meta: {
    type: 'problem',
    schema: [],
    messages: { own: 'A span of time has a name: minuteMs to weekMs of #core/units' },
  },
  create: (context) => ({
    Literal(/** @type {any} */ node) {
      if ([3_600_000, 86_400_000, 604_800_000].includes(node.value)) context.report({ node, messageId: 'own' });
    },
  }),
};

/** Two numbers in a row are swapped one day. Ends of a span and decimals of a figure have their place. @type {import('eslint').Rule.RuleModule} */
const namedNumbers = {
  meta: {
    type: 'problem',
    schema: [],
    messages: { bare: 'Numbers side by side ({{names}}): hand them in by name, in one object' },
  },
  create(context) {
    /** @param {any} fn */
    const check = (fn) => {
      if (!exportOf(fn)) return;
      const names = fn.params
        .filter((/** @type {any} */ p) => p.typeAnnotation?.typeAnnotation?.type === 'TSNumberKeyword')
        .map((/** @type {any} */ p) => p.name)
        .filter((/** @type {string} */ name) => name !== 'decimalsCount');
      if (names.length > 1 && names.join() !== 'lo,hi')
        context.report({ node: fn, messageId: 'bare', data: { names: names.join(', ') } });
    };
    return { FunctionDeclaration: check, ArrowFunctionExpression: check };
  },
};

/** The book of versions keeps what was; a comment says why. @type {import('eslint').Rule.RuleModule} */
const noDeadCode = {
  meta: { type: 'problem', schema: [], messages: { dead: 'Code that is commented out: take it away' } },
  create(context) {
    return {
      Program() {
        for (const { type, value, loc } of context.sourceCode.getAllComments()) {
          const lines =
            type === 'Line' ? [value.trim()] : value.startsWith('*') ? [] : value.split('\n').map((l) => l.trim());
          const dead = lines.some(
            (l) =>
              /^(const|let|return|import|export|await|throw|if \(|for \(|\} else)\b.*[;{(]/.test(l) ||
              /^[\w.]+\(.*\);?$/.test(l) ||
              /[=)]\s*.*;$/.test(l),
          );
          if (dead && loc) context.report({ loc, messageId: 'dead' });
        }
      },
    };
  },
};

const plugin = {
  rules: {
    'units-in-names': unitsInNames,
    'reasons-are-data': reasonsAreData,
    'templates-say-words': templatesSayWords,
    'no-module-state': noModuleState,
    docstrings,
    'named-numbers': namedNumbers,
    'one-span': oneSpan,
    'no-dead-code': noDeadCode,
  },
};

const clock = [
  { object: 'Date', property: 'now', message: 'The time is handed in.' },
  { object: 'Math', property: 'random', message: 'Chance is handed in, seeded.' },
  { object: 'performance', property: 'now', message: 'The time is handed in.' },
  { object: 'Temporal', property: 'Now', message: 'The time is handed in.' },
  { object: 'crypto', property: 'randomUUID', message: 'Ids are handed in.' },
  { object: 'crypto', property: 'getRandomValues', message: 'Chance is handed in, seeded.' },
];
const exportAll = {
  selector: 'ExportAllDeclaration',
  message: 'export * hides what a slice shows; name it.',
};
const newDate = {
  selector: "NewExpression[callee.name='Date']",
  message: 'The core reckons with epoch milliseconds and Temporal.',
};
const bareDate = {
  selector: "NewExpression[callee.name='Date'][arguments.length=0]",
  message: 'The only clock is house/clock.',
};
/** A signal that is linked to what is read anew takes what was typed with each reading: it follows a value. */
const linkedToReading = {
  selector:
    "CallExpression[callee.name='linkedSignal'] > ArrowFunctionExpression.arguments:first-child ChainExpression",
  message: 'What is read anew would take what was typed: link it to a computed of the value itself.',
};
const specs = ['**/*.spec.ts', '**/*.cases.ts'];
/** A spec that is set aside, or stands alone, tells nothing of the others. */
const wholeSpecs = [
  {
    selector: 'CallExpression[callee.name=/^(fit|fdescribe|xit|xdescribe|pending)$/]',
    message: 'Every spec runs, and all of them.',
  },
  {
    selector: 'CallExpression[callee.property.name=/^(only|skip|fixme)$/][callee.object.name=/^(test|describe|it)$/]',
    message: 'Every walk runs, and all of them.',
  },
  {
    selector: 'CallExpression[callee.property.name=/^(only|skip|fixme)$/][callee.object.property.name=/^(describe)$/]',
    message: 'Every walk runs, and all of them.',
  },
];
/** A request that waits for a file lets all others wait. */
const inTheBackground = [
  { selector: 'CallExpression[callee.name=/[a-z]Sync$/]', message: 'Files are read and written in the background.' },
  {
    selector: 'CallExpression[callee.property.name=/[a-z]Sync$/]',
    message: 'Files are read and written in the background.',
  },
];

/** @type {import('eslint').Linter.Config[]} */
export const houseRules = [
  {
    files: ['**/*.ts'],
    plugins: { house: plugin },
    rules: {
      'no-eval': 'error',
      'no-new-func': 'error',
      'no-script-url': 'error',
      'house/no-dead-code': 'error',
    },
  },
  {
    files: [
      'core/src/**/*.ts',
      'almanac/src/**/*.ts',
      'contracts/src/**/*.ts',
      'words/src/**/*.ts',
      'server/src/**/*.ts',
      'web/src/**/*.ts',
    ],
    ignores: specs,
    rules: { 'house/named-numbers': 'error' },
  },
  { files: ['**/src/**/*.ts', 'e2e/**/*.ts'], rules: { 'house/one-span': 'error' } },
  { files: ['core/src/**/*.ts'], ignores: specs, rules: { 'house/docstrings': 'error' } },
  { files: [...specs, 'e2e/**/*.ts'], rules: { 'no-restricted-syntax': ['error', ...wholeSpecs] } },
  {
    // The server tells its log, a page its keeper; what keeps a page from starting at all has only the console.
    files: ['server/src/**/*.ts', 'web/src/**/*.ts'],
    ignores: [...specs, 'web/src/main.ts'],
    rules: { 'no-console': 'error' },
  },
  {
    // Names of the chart library stand in the chart.
    files: ['words/src/**/*.ts', 'web/src/**/*.ts'],
    ignores: [...specs, 'web/src/app/ui/tide-chart.ts'],
    rules: { 'house/units-in-names': 'error' },
  },
  {
    files: ['core/src/**/*.ts', 'almanac/src/**/*.ts', 'contracts/src/**/*.ts', 'server/src/**/*.ts'],
    ignores: [...specs, 'server/src/demo/**'],
    plugins: { house: plugin },
    rules: { 'house/units-in-names': 'error' },
  },
  {
    files: ['core/src/**/*.ts', 'web/src/**/*.ts', 'server/src/**/*.ts'],
    // Told to whoever runs or mends the house, at its terminal; queries; layers of the style sheet; the demo house, whose words are its keeper's.
    ignores: [
      ...specs,
      ...['app/main', 'app/metrics', 'app/settings', 'app/openapi', 'house/**/*', 'db/**/*', 'demo/**/*'].map(
        (f) => `server/src/${f}.ts`,
      ),
      'server/src/**/*-repo.ts',
      'server/src/**/*-table.ts',
      'web/src/main.ts',
      'server/src/tanks/newest.ts',
    ],
    plugins: { house: plugin },
    rules: { 'house/reasons-are-data': 'error' },
  },
  {
    files: ['web/**/*.html'],
    ignores: ['**/*.spec.ts/**'],
    plugins: { house: plugin },
    rules: { 'house/templates-say-words': 'error' },
  },
  {
    // A memo of the core, keyed by what it was made of, tells nobody what another asked.
    files: ['words/src/**/*.ts', 'almanac/src/**/*.ts', 'contracts/src/**/*.ts'],
    ignores: specs,
    plugins: { house: plugin },
    rules: { 'house/no-module-state': 'error' },
  },
  {
    files: ['core/src/**/*.ts', 'words/src/**/*.ts', 'almanac/src/**/*.ts', 'contracts/src/**/*.ts'],
    ignores: specs,
    rules: {
      'no-restricted-properties': ['error', ...clock],
      'no-restricted-globals': ['error', 'setTimeout', 'setInterval', 'console', 'process', 'fetch', 'localStorage'],
      'no-restricted-syntax': ['error', exportAll, newDate],
    },
  },
  {
    files: ['server/src/**/*.ts'],
    ignores: [...specs, 'server/src/house/clock.ts'],
    rules: {
      'no-restricted-properties': [
        'error',
        ...clock.filter((c) => c.object !== 'performance' && c.object !== 'crypto'),
      ],
      'no-restricted-syntax': ['error', exportAll, bareDate, ...inTheBackground],
    },
  },
  {
    // Before the house opens its door, and in a thread of its own, nobody waits.
    files: ['server/src/app/app.ts', 'server/src/app/main.ts', 'server/src/book/unpacked.ts'],
    rules: { 'no-restricted-syntax': ['error', exportAll, bareDate] },
  },
  {
    files: ['web/src/**/*.ts'],
    ignores: [...specs, 'web/src/app/base/api.ts', 'web/src/app/base/live.ts', 'web/src/app/base/device-clock.ts'],
    rules: {
      'no-restricted-globals': [
        'error',
        ...['fetch', 'XMLHttpRequest', 'EventSource', 'WebSocket'].map((name) => ({
          name,
          message: 'The server is asked through base/api, by the route table.',
        })),
      ],
      'no-restricted-imports': [
        'error',
        {
          paths: ['rxjs/fetch', 'rxjs/ajax', 'rxjs/webSocket', '@angular/common/http'].map((name) => ({
            name,
            message: 'The server is asked through base/api, by the route table.',
          })),
        },
      ],
      'no-restricted-properties': [
        'error',
        { object: 'navigator', property: 'sendBeacon', message: 'Use base/api.' },
        { object: 'Date', property: 'now', message: 'The time is the house’s; of this device, base/device-clock.' },
      ],
      'no-restricted-syntax': [
        'error',
        exportAll,
        { ...bareDate, message: 'The time is the house’s; of this device, base/device-clock.' },
        linkedToReading,
      ],
    },
  },
];
