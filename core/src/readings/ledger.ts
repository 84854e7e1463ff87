import { refusalSentence } from '#core/result';
import { quantityNamed, unitNamed } from '#core/units';
import type { Interval } from './interval';
import { timeRead, type LedgerClock } from './ledger-time';
import { ledgerWords, plainWord, type LedgerWord } from './ledger-words';
import { parameterNamed, type Parameter, type ParameterId, type ReadBy } from './parameter';
import { parseReading, type ParsedReading } from './parse';

export interface LedgerSubject {
  id: string;
  name: string;
  kind: string;
}
export interface LedgerReading extends ParsedReading {
  parameter: ParameterId;
  text: string;
}
export const seenBehaviours = ['calm', 'restless', 'hiding', 'gasping', 'pale'] as const;
export const seenGrazing = ['usual', 'less', 'none'] as const;
/** What was seen of the animals, without saying which; counts are spans. */
export interface Seen {
  deaths?: Interval;
  moults?: Interval;
  berried?: Interval;
  young?: Interval;
  grazing?: (typeof seenGrazing)[number];
  behaviour?: (typeof seenBehaviours)[number];
}
export type LedgerContext = 'routine' | 'before-change' | 'after-change';
export interface LedgerChange {
  entered: { by: 'litres'; changeL: number } | { by: 'fraction'; changeFraction: number };
  sourceId: string;
  water: { tempC?: number };
  how: 'poured' | 'dripped';
}
export type LedgerPayload =
  | { kind: 'readings'; payload: { context: LedgerContext; values: LedgerReading[] } }
  | { kind: 'change'; payload: LedgerChange }
  | { kind: 'seen'; payload: Seen }
  | { kind: 'looked'; payload: { fed: boolean; fine: boolean } }
  | { kind: 'dose'; payload: { product: string; amountMl: number } }
  | { kind: 'fed'; payload: { foodId: string; foodG: number; school: 'mass' } }
  | { kind: 'note'; payload: { text: string } };
export type LedgerEntry = LedgerPayload & { subjectId: string; atEpochMs: number };
export interface LedgerQuestion {
  text: string;
  why: string;
}
export interface LedgerLine {
  entries: LedgerEntry[];
  /** What could not be understood; nothing is guessed and nothing is dropped. */
  questions: LedgerQuestion[];
}
export interface LedgerInput extends LedgerClock {
  line: string;
  catalogue: readonly Parameter[];
  subjects: readonly LedgerSubject[];
  foods?: readonly { id: string; name: string }[];
  /** The tank whose page is open: meant where the line names none. */
  openTankId?: string | undefined;
  /** What a parameter is read with, where the keeper has said. */
  readBy?: Partial<Record<ParameterId, ReadBy>>;
}

interface Section {
  subjectIds: string[];
  atEpochMs: number;
  context: LedgerContext;
  items: LedgerPayload[];
  readings: LedgerReading[];
  seen: Seen;
  looked: { fed: boolean; fine: boolean } | null;
}
interface Reading {
  input: LedgerInput;
  words: readonly LedgerWord[];
  sections: Section[];
  questions: LedgerQuestion[];
}
/** A rule takes words at a place and returns how many it used; 0 where it does not apply. */
type Rule = (state: Reading, at: number) => number;

const blank = (input: LedgerInput, from?: Section): Section => ({
  subjectIds: [],
  atEpochMs: from?.atEpochMs ?? input.nowEpochMs,
  context: 'routine',
  items: [],
  readings: [],
  seen: {},
  looked: null,
});
const here = (state: Reading): Section => {
  const last = state.sections.at(-1) ?? blank(state.input);
  if (state.sections.length === 0) state.sections.push(last);
  return last;
};
const hasContent = (s: Section): boolean =>
  s.items.length > 0 || s.readings.length > 0 || Object.keys(s.seen).length > 0 || s.looked !== null;
const isValue = (word: string): boolean => /^[<>~≈+-]?=?[\d.,]*\d/.test(word);

/**
 * Reads one line of the shorthand people write on masking tape into entries of the book.
 *
 * Understands, in any order: tanks (one, several, `all`, more of them later in the line), times, readings with units and
 * spans, `before change` and `after change`, changes, doses, feeding, counts and what was seen, notes in quotes. What is
 * not understood, or could mean two things, comes back as a question; then nothing should be written.
 * @example ledgerLine({ line: 'library ph 6,1 gh 4', catalogue, subjects, nowEpochMs, zone }).entries.length // 1
 */
export function ledgerLine(input: LedgerInput): LedgerLine {
  const state: Reading = { input, words: ledgerWords(input.line), sections: [], questions: [] };
  for (let at = 0; at < state.words.length;) {
    const used = rules.reduce((found, rule) => (found > 0 ? found : rule(state, at)), 0);
    if (used === 0) {
      const text = state.words[at]?.text ?? '';
      ask(
        state,
        text,
        isValue(text) ? `“${text}” has no parameter before it.` : `“${text}” is no tank, parameter or word we know.`,
      );
    }
    at += Math.max(1, used);
  }
  const entries = state.sections.flatMap((section) => entriesOf(state, section));
  if (input.line.trim() !== '' && entries.length === 0 && state.questions.length === 0)
    ask(state, input.line.trim(), 'Nothing was said about it.');
  return { entries, questions: state.questions };
}

const ask = (state: Reading, text: string, why: string): void => void state.questions.push({ text, why });

function entriesOf(state: Reading, section: Section): LedgerEntry[] {
  if (!hasContent(section)) return [];
  const ids =
    section.subjectIds.length > 0 ? section.subjectIds : state.input.openTankId ? [state.input.openTankId] : [];
  if (ids.length === 0) {
    const names = state.input.subjects.filter((s) => s.kind === 'tank').map((s) => s.name);
    ask(state, '', `Which tank? Name one: ${names.join(', ')}.`);
    return [];
  }
  const items: LedgerPayload[] = [
    ...(section.readings.length > 0
      ? [{ kind: 'readings' as const, payload: { context: section.context, values: section.readings } }]
      : []),
    ...section.items,
    ...(Object.keys(section.seen).length > 0 ? [{ kind: 'seen' as const, payload: section.seen }] : []),
    ...(section.looked ? [{ kind: 'looked' as const, payload: section.looked }] : []),
  ];
  return ids.flatMap((subjectId) => items.map((item) => ({ ...item, subjectId, atEpochMs: section.atEpochMs })));
}

const skipped = new Set(['and', 'then', 'with', 'is', 'reads', 'read', 'tested', 'at', 'mg', 'plus', '&', '+', '·']);
const joining: Rule = ({ words }, at) => (skipped.has(words[at]?.text.toLowerCase() ?? '') ? 1 : 0);

const note: Rule = (state, at) => {
  const word = state.words[at];
  if (word?.quoted) {
    if (word.text !== '') here(state).items.push({ kind: 'note', payload: { text: word.text } });
    return 1;
  }
  if (word?.plain !== 'note') return 0;
  const rest = state.words.slice(at + 1);
  if (rest[0]?.quoted) return 1;
  const text = rest
    .map((w) => w.text + (w.ends ? ',' : ''))
    .join(' ')
    .replace(/,$/, '');
  if (text === '') ask(state, 'note', 'The note is empty.');
  else here(state).items.push({ kind: 'note', payload: { text } });
  return state.words.length - at;
};

const time: Rule = (state, at) => {
  const read = timeRead(state.words.slice(at, at + 5), state.input);
  if (!read) return 0;
  if ('question' in read)
    ask(
      state,
      state.words
        .slice(at, at + read.usedCount)
        .map((w) => w.text)
        .join(' '),
      read.question,
    );
  else here(state).atEpochMs = read.atEpochMs;
  return read.usedCount;
};

/** The subjects a run of words names: whole names first, then the one whose name begins so. */
function subjectAt(
  state: Reading,
  at: number,
  kinds: readonly string[],
): { found: LedgerSubject[]; usedCount: number } {
  const known = state.input.subjects.filter((s) => kinds.includes(s.kind));
  for (let usedCount = Math.min(state.words.length - at, 6); usedCount > 0; usedCount--) {
    const run = state.words.slice(at, at + usedCount);
    if (run.some((w) => w.quoted)) continue;
    const said = run.map((w) => w.plain).join('');
    const whole = known.filter((s) => plainWord(s.name) === said);
    if (whole.length > 0) return { found: whole, usedCount };
    if (run.slice(0, -1).some((w) => w.ends)) continue;
    const begun = known.filter((s) => said.length >= 3 && plainWord(s.name).startsWith(said));
    if (begun.length > 0) return { found: begun, usedCount };
  }
  return { found: [], usedCount: 0 };
}

const subject: Rule = (state, at) => {
  const word = state.words[at];
  if (!word || word.quoted) return 0;
  const everyTank = word.plain === 'all' || word.plain === 'everything';
  const { found, usedCount } = everyTank
    ? { found: state.input.subjects.filter((s) => s.kind === 'tank'), usedCount: 1 }
    : subjectAt(state, at, ['tank']);
  if (found.length === 0) return 0;
  if (found.length > 1 && !everyTank) {
    ask(state, word.text, `“${word.text}” may be ${found.map((s) => s.name).join(' or ')}.`);
    return usedCount;
  }
  let section = here(state);
  // A name at the end of the line belongs to what stands before it, where that has none.
  if (hasContent(section) && section.subjectIds.length > 0) {
    section = blank(state.input, section);
    state.sections.push(section);
  }
  section.subjectIds.push(...found.map((s) => s.id).filter((id) => !section.subjectIds.includes(id)));
  return usedCount;
};

const context: Rule = (state, at) => {
  const [first, second] = [state.words[at]?.plain, state.words[at + 1]?.plain];
  const said = /^(before|after)(change)?$/.exec(first ?? '');
  if (!said) return 0;
  here(state).context = said[1] === 'before' ? 'before-change' : 'after-change';
  return said[2] === undefined && second === 'change' ? 2 : 1;
};

const numberOf = (text: string): number => Number(text.replace(',', '.'));
/** An amount with its unit, glued or apart: `18 L`, `18L`, `30%`, `half`. */
function amountAt(state: Reading, at: number): { value: number; unit: string; usedCount: number } | null {
  const text = state.words[at]?.text ?? '';
  if (text.toLowerCase() === 'half') return { value: 50, unit: '%', usedCount: 1 };
  const glued = /^(\d+(?:[.,]\d+)?)([^\d\s].*)?$/.exec(text);
  if (!glued) return null;
  if (glued[2] !== undefined) return { value: numberOf(glued[1] ?? ''), unit: glued[2], usedCount: 1 };
  const [next, after] = [state.words[at + 1]?.text ?? '', state.words[at + 2]?.text ?? ''];
  const two = /^(us|imp)$/i.test(next) && /^gal/i.test(after);
  return { value: numberOf(glued[1] ?? ''), unit: two ? `${next} ${after}` : next, usedCount: two ? 3 : 2 };
}
function litres({ value, unit }: { value: number; unit: string }): number | null {
  const volume = quantityNamed('volume');
  if (!volume.ok) return null;
  const found = unitNamed({ quantity: volume.value, unit });
  return found.ok && unit !== '' ? value * found.value.factor : null;
}

/** A bare temperature with its unit: `23C`, `73 °F`. */
function temperatureAt(state: Reading, at: number): { parsed: ParsedReading; text: string; usedCount: number } | null {
  const parameter = state.input.catalogue.find((p) => p.id === 'tempC');
  const text = state.words[at]?.text ?? '';
  if (!parameter || !isValue(text)) return null;
  for (const usedCount of [1, 2]) {
    const said = usedCount === 1 ? text : `${text} ${state.words[at + 1]?.text ?? ''}`;
    if (!/^[<>~]?[\d.,-]+\s*°?[cf]$/i.test(said.trim())) continue;
    const parsed = parseReading({ parameter, text: said });
    if (parsed.ok) return { parsed: parsed.value, text: said, usedCount };
  }
  return null;
}

const change: Rule = (state, at) => {
  if (!['out', 'changed', 'change', 'swapped'].includes(state.words[at]?.plain ?? '')) return 0;
  const amount = amountAt(state, at + 1);
  const label = state.words[at]?.text ?? '';
  if (!amount) {
    ask(state, label, 'How much was changed? Write it in litres or per cent, as in “out 18 L”.');
    return 1;
  }
  const changeL = litres(amount);
  const fraction = amount.unit === '%' ? amount.value / 100 : null;
  if (changeL === null && fraction === null) {
    ask(state, `${label} ${amount.value}`, 'Litres, gallons or per cent? Write the unit after the number.');
    return 2;
  }
  if (fraction !== null && (fraction <= 0 || fraction > 1)) {
    ask(state, `${label} ${amount.value} %`, 'A change is more than nothing and at most 100 %.');
    return 1 + amount.usedCount;
  }
  let i = at + 1 + amount.usedCount;
  let sourceId: string | null = null;
  let how: 'poured' | 'dripped' = 'poured';
  const water: { tempC?: number } = {};
  for (; i < state.words.length;) {
    const word = state.words[i]?.plain ?? '';
    if ('with from of in'.split(' ').includes(word)) i += 1;
    else if (['poured', 'pour', 'dripped', 'drip'].includes(word)) {
      how = word.startsWith('drip') ? 'dripped' : 'poured';
      i += 1;
    } else {
      const temperature = temperatureAt(state, i);
      if (temperature) {
        const { lo, hi } = temperature.parsed;
        if (lo !== null && hi !== null) water.tempC = Number(((lo + hi) / 2).toFixed(2));
        i += temperature.usedCount;
        continue;
      }
      const { found, usedCount } = subjectAt(state, i, ['source']);
      if (usedCount === 0 || sourceId !== null) break;
      if (found.length > 1) {
        ask(state, state.words[i]?.text ?? '', `Which water: ${found.map((s) => s.name).join(' or ')}?`);
        return i - at + usedCount;
      }
      sourceId = found[0]?.id ?? null;
      i += usedCount;
    }
  }
  const sources = state.input.subjects.filter((s) => s.kind === 'source');
  sourceId ??= sources.length === 1 ? (sources[0]?.id ?? null) : null;
  if (sourceId === null)
    ask(
      state,
      `${label} ${amount.value} ${amount.unit}`,
      `Which water went in${sources.length > 0 ? `: ${sources.map((s) => s.name).join(', ')}` : ''}?`,
    );
  else
    here(state).items.push({
      kind: 'change',
      payload: {
        entered:
          fraction === null ? { by: 'litres', changeL: changeL ?? 0 } : { by: 'fraction', changeFraction: fraction },
        sourceId,
        water,
        how,
      },
    });
  return i - at;
};

/** Words up to the next comma. */
function clauseFrom(state: Reading, at: number): LedgerWord[] {
  const end = state.words.findIndex((w, i) => i >= at && w.ends);
  return state.words.slice(at, end < 0 ? state.words.length : end + 1).filter((w) => !w.quoted);
}

const dose: Rule = (state, at) => {
  if (!['dosed', 'dose'].includes(state.words[at]?.plain ?? '')) return 0;
  const amount = amountAt(state, at + 1);
  const changeL = amount ? litres(amount) : null;
  if (!amount || changeL === null) {
    ask(state, 'dosed', 'How much, and of what? Write it as in “dosed 5 mL potassium”.');
    return 1;
  }
  const product = clauseFrom(state, at + 1 + amount.usedCount);
  if (product.length === 0) ask(state, `dosed ${amount.value} ${amount.unit}`, 'Of what?');
  else
    here(state).items.push({
      kind: 'dose',
      payload: { product: product.map((w) => w.text).join(' '), amountMl: Number((changeL * 1000).toPrecision(12)) },
    });
  return 1 + amount.usedCount + product.length;
};

const fed: Rule = (state, at) => {
  if (state.words[at]?.plain !== 'fed') return 0;
  const amount = state.words[at].ends ? null : amountAt(state, at + 1);
  if (amount && /^(g|mg)$/.test(amount.unit)) {
    const clause = clauseFrom(state, at + 1 + amount.usedCount);
    const said = clause.map((w) => w.plain).join('');
    const foods = (state.input.foods ?? []).filter((f) => said !== '' && plainWord(f.name).includes(said));
    const food = foods.length === 1 ? foods[0] : foods.find((f) => plainWord(f.name) === said);
    if (food)
      here(state).items.push({
        kind: 'fed',
        payload: {
          foodId: food.id,
          foodG: amount.unit === 'mg' ? Number((amount.value / 1000).toPrecision(12)) : amount.value,
          school: 'mass',
        },
      });
    else
      ask(
        state,
        `fed ${amount.value} ${amount.unit}`,
        `Of which food${foods.length > 1 ? `: ${foods.map((f) => f.name).join(' or ')}` : ''}?`,
      );
    return 1 + amount.usedCount + clause.length;
  }
  const section = here(state);
  section.looked = { fed: true, fine: section.looked?.fine ?? false };
  return 1;
};

const looked: Rule = (state, at) => {
  const word = state.words[at]?.plain ?? '';
  if (!['looked', 'fine', 'ok', 'okay', 'well'].includes(word)) return 0;
  const section = here(state);
  section.looked = { fed: section.looked?.fed ?? false, fine: word !== 'looked' || (section.looked?.fine ?? false) };
  return 1;
};

const countWords: Record<string, 'deaths' | 'moults' | 'berried' | 'young'> = {
  moult: 'moults',
  moults: 'moults',
  moulted: 'moults',
  molt: 'moults',
  molts: 'moults',
  death: 'deaths',
  deaths: 'deaths',
  dead: 'deaths',
  died: 'deaths',
  berried: 'berried',
  carrying: 'berried',
  young: 'young',
  fry: 'young',
  shrimplets: 'young',
  babies: 'young',
};
const count: Rule = (state, at) => {
  const [first, second] = [state.words[at]?.text ?? '', state.words[at + 1]?.plain ?? ''];
  const what = countWords[second];
  const said = /^(no|\d{1,5})(?:-(\d{1,5}))?(\+)?$/i.exec(first);
  if (!what || !said) return 0;
  const lo = said[1]?.toLowerCase() === 'no' ? 0 : Number(said[1]);
  const hi = said[3] ? null : Number(said[2] ?? lo);
  if (hi !== null && hi < lo) ask(state, `${first} ${second}`, `${first} runs backwards.`);
  else if (here(state).seen[what]) ask(state, `${first} ${second}`, `${second} stand twice; which is it?`);
  else here(state).seen[what] = { lo, hi };
  return 2;
};

const seenWords: Record<string, Seen> = {
  eating: { grazing: 'usual' },
  grazing: { grazing: 'usual' },
  calm: { behaviour: 'calm' },
  hiding: { behaviour: 'hiding' },
  gasping: { behaviour: 'gasping' },
  restless: { behaviour: 'restless' },
  pale: { behaviour: 'pale' },
};
const seen: Rule = (state, at) => {
  const [first, second] = [state.words[at]?.plain ?? '', state.words[at + 1]?.plain ?? ''];
  const not = first === 'not' || first === 'no';
  const less = first === 'less';
  const found = seenWords[not || less ? second : first];
  if (!found || ((not || less) && found.grazing === undefined)) return 0;
  const said: Seen = not ? { grazing: 'none' } : less ? { grazing: 'less' } : found;
  const section = here(state);
  const clash = (['grazing', 'behaviour'] as const).find(
    (key) => said[key] !== undefined && section.seen[key] !== undefined && section.seen[key] !== said[key],
  );
  if (clash) ask(state, first, `“${first}” and “${String(section.seen[clash])}” cannot both be; which is it?`);
  else Object.assign(section.seen, said);
  return not || less ? 2 : 1;
};

function isUnitOf(parameter: Parameter, word: string): boolean {
  const quantity = quantityNamed(parameter.quantity);
  return quantity.ok && word !== '' && unitNamed({ quantity: quantity.value, unit: word }).ok;
}
function parameterAt(state: Reading, at: number): { parameter: Parameter; usedCount: number; name: string } | null {
  for (const usedCount of [2, 1]) {
    const run = state.words.slice(at, at + usedCount);
    if (run.length < usedCount || run.some((w) => w.quoted)) continue;
    const name = run.map((w) => w.text).join(' ');
    const found = parameterNamed({ catalogue: state.input.catalogue, name });
    if (found.ok) return { parameter: found.value, usedCount, name };
  }
  return null;
}

/** Words of a value: the number and, where it follows, a unit of two words or one; a unit that opens the next reading is not taken. */
function valueAt(state: Reading, at: number, parameter: Parameter): { text: string; usedCount: number } | null {
  const first = state.words[at];
  if (!first || !isValue(first.text)) return null;
  if (first.ends) return { text: first.text, usedCount: 1 };
  for (const wide of [3, 2, 1]) {
    const run = state.words.slice(at + 1, at + 1 + wide);
    const unit = run.map((w) => w.text).join(' ');
    if (run.length < wide || run.slice(0, -1).some((w) => w.ends) || !isUnitOf(parameter, unit)) continue;
    const opensAnother =
      wide === 1 && isValue(state.words[at + 2]?.text ?? '') && !run[0]?.ends && parameterAt(state, at + 1);
    if (!opensAnother) return { text: `${first.text} ${unit}`, usedCount: 1 + wide };
  }
  return { text: first.text, usedCount: 1 };
}

function keep(state: Reading, parameter: Parameter, said: string, name: string): void {
  const text = plainWord(name) === 'tds' && /^[<>~≈]?[\d.,-]+$/.test(said) ? `${said} ppm` : said;
  const parsed = parseReading({ parameter, text, readBy: state.input.readBy?.[parameter.id] });
  const section = here(state);
  if (!parsed.ok) ask(state, `${name} ${said}`, refusalSentence(parsed.refusal));
  else if (section.readings.some((r) => r.parameter === parameter.id))
    ask(state, `${name} ${said}`, `${parameter.label} stands twice for this tank; which one is it?`);
  else section.readings.push({ ...parsed.value, parameter: parameter.id, text });
}

const reading: Rule = (state, at) => {
  const word = state.words[at];
  if (!word || word.quoted) return 0;
  const glued = /^([a-zA-Z]+\d?)([<>~]?[\d.,].*)$/.exec(word.text);
  const named = parameterAt(state, at);
  if (!named && glued) {
    // `ph6.1` and `no310`: the longest name that leaves a value behind it.
    for (let cut = word.text.length - 1; cut > 1; cut--) {
      const found = parameterNamed({ catalogue: state.input.catalogue, name: word.text.slice(0, cut) });
      const rest = word.text.slice(cut);
      if (!found.ok || !isValue(rest)) continue;
      keep(state, found.value, rest, word.text.slice(0, cut));
      return 1;
    }
  }
  if (named) {
    const value = valueAt(state, at + named.usedCount, named.parameter);
    if (value) {
      keep(state, named.parameter, value.text, named.name);
      return named.usedCount + value.usedCount;
    }
    ask(state, named.name, `${named.parameter.label} has no value after it.`);
    return named.usedCount;
  }
  return 0;
};

/** `22.8C` says itself what it is; `6.1 ph` is a value before its name. */
const valueFirst: Rule = (state, at) => {
  const word = state.words[at];
  if (!word || !isValue(word.text)) return 0;
  const temperature = temperatureAt(state, at);
  const degrees = state.input.catalogue.find((p) => p.id === 'tempC');
  if (temperature && degrees) {
    keep(state, degrees, temperature.text, 't');
    return temperature.usedCount;
  }
  const named = word.ends ? null : parameterAt(state, at + 1);
  if (!named) return 0;
  const last = state.words[at + named.usedCount];
  if (!last?.ends && isValue(state.words[at + 1 + named.usedCount]?.text ?? '')) return 0;
  keep(state, named.parameter, word.text, named.name);
  return 1 + named.usedCount;
};

const rules: readonly Rule[] = [
  note,
  time,
  count,
  seen,
  change,
  dose,
  fed,
  looked,
  context,
  reading,
  valueFirst,
  subject,
  joining,
];
