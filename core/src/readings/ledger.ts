import { change, dose, fed, looked, topUp } from './ledger-doings';
import { count, seen, sign, signIn, stockOf } from './ledger-seen';
import {
  ask,
  blank,
  hasContent,
  here,
  isValue,
  subjectAt,
  type LedgerEntry,
  type LedgerInput,
  type LedgerLine,
  type LedgerPayload,
  type LedgerTrouble,
  type Reading,
  type Rule,
  type Section,
} from './ledger-state';
import { timeRead } from './ledger-time';
import { reading, valueFirst } from './ledger-values';
import { ledgerWords } from './ledger-words';

/**
 * Reads one line of the shorthand people write on masking tape into entries of the book.
 *
 * Understands, in any order: tanks (one, several, `all`, more of them later in the line), times, readings with units and
 * spans, `before change` and `after change`, changes, doses, feeding, counts and what was seen, notes in quotes. What is
 * not understood comes back as a note of its tank, and is named; what could mean two things, or stands before any tank is
 * named, comes back as a question; then nothing should be written.
 * @example ledgerLine({ line: 'library ph 6,1 gh 4', catalogue, subjects, nowEpochMs, zone }).entries.length // 1
 */
export function ledgerLine(input: LedgerInput): LedgerLine {
  const state: Reading = {
    input,
    words: ledgerWords(input.line),
    namesEndIndex: null,
    sections: [],
    questions: [],
    kept: [],
  };
  for (let at = 0; at < state.words.length;) {
    const closed = state.sections.at(-1);
    const before = closed ? sizeOf(closed) : 0;
    const used = rules.reduce((found, rule) => (found > 0 ? found : rule(state, at)), 0);
    if (closed && closed.closedBy.length > 0 && closed === state.sections.at(-1) && sizeOf(closed) > before)
      ask(state, state.words[at]?.text ?? '', { id: 'whose-is-it', facts: { names: closed.closedBy } });
    if (used === 0) {
      const text = state.words[at]?.text ?? '';
      // Before a tank is named it may be the name of one: then it is asked, and nothing goes into another's book.
      if (isValue(text) || state.namesEndIndex === null)
        ask(state, text, { id: isValue(text) ? 'value-alone' : 'unknown-word', facts: { text } });
      else keepWord(state, at, text);
    }
    at += Math.max(1, used);
  }
  askTwice(state);
  const entries = state.sections.flatMap((section) => entriesOf(state, section));
  const troubles = state.sections.flatMap((section) => troublesOf(state, section));
  if (input.line.trim() !== '' && entries.length + troubles.length === 0 && state.questions.length === 0)
    ask(state, input.line.trim(), { id: 'nothing-said', facts: {} });
  const keptTexts = state.kept.map((k) => k.item.payload.text);
  return { entries, troubles, questions: state.questions, keptTexts };
}
/** A word that is not understood is never dropped: it is kept as a note, with those beside it. */
function keepWord(state: Reading, at: number, text: string): void {
  const last = state.kept.at(-1);
  if (last?.endIndex === at) {
    last.item.payload.text += ` ${text}`;
    last.endIndex = at + 1;
    return;
  }
  const item = { kind: 'note' as const, payload: { text } };
  here(state).items.push(item);
  state.kept.push({ item, endIndex: at + 1 });
}
const idsOf = ({ input }: Reading, section: Section): string[] =>
  section.subjectIds.length > 0 ? section.subjectIds : input.openTankId ? [input.openTankId] : [];
/** Signs that were named, for each tank of the section; sources have none. */
function troublesOf(state: Reading, section: Section): LedgerTrouble[] {
  const findingIds = [...new Set([...signIn(state, section), ...section.findingIds])];
  return findingIds.length === 0
    ? []
    : idsOf(state, section).flatMap((subjectId) =>
        state.input.subjects.some((s) => s.id === subjectId && s.kind === 'tank') ? [{ subjectId, findingIds }] : [],
      );
}

const sizeOf = (s: Section): number =>
  s.items.length +
  s.readings.length +
  s.animals.length +
  Object.keys(s.seen).length +
  (s.looked ? 1 : 0) +
  s.findingIds.length;

/** One value of one tank at one time, twice in the line: which one is it? */
function askTwice(state: Reading): void {
  const seenAt = new Set<string>();
  for (const { subjectIds, atEpochMs, context: when, readings } of state.sections)
    for (const id of subjectIds)
      for (const { parameter, text } of readings) {
        const key = [id, atEpochMs, when, parameter].join(' ');
        if (seenAt.has(key)) ask(state, text, { id: 'value-twice', facts: { parameter } });
        seenAt.add(key);
      }
}

function entriesOf(state: Reading, section: Section): LedgerEntry[] {
  if (!hasContent(section)) {
    // A tank that was named with nothing said of it is not dropped in silence.
    const names = state.input.subjects.filter((s) => section.subjectIds.includes(s.id)).map((s) => s.name);
    if (names.length > 0 && state.questions.length === 0)
      ask(state, names.join(', '), { id: 'nothing-said', facts: {} });
    return [];
  }
  const ids = idsOf(state, section);
  if (ids.length === 0) {
    if (state.questions.some((q) => q.why.id === 'ambiguous')) return [];
    const names = state.input.subjects.filter((s) => s.kind === 'tank').map((s) => s.name);
    ask(state, '', { id: 'which-tank', facts: { names } });
    return [];
  }
  const items: LedgerPayload[] = [
    ...(section.readings.length > 0
      ? [{ kind: 'readings' as const, payload: { context: section.context, values: section.readings } }]
      : []),
    ...section.items,
    ...(section.looked ? [{ kind: 'looked' as const, payload: section.looked }] : []),
  ];
  return ids.flatMap((subjectId) =>
    [...items, ...seenOf(state, section, subjectId), ...stockOf(state, section, subjectId)].map((item) => ({
      ...item,
      subjectId,
      atEpochMs: section.atEpochMs,
    })),
  );
}

/** Where one kind lives alone, eggs that were seen are that kind's; what is left was seen of nobody in particular. */
function seenOf({ input }: Reading, { seen: said }: Section, tankId: string): LedgerPayload[] {
  const living = (input.animals ?? []).filter((a) => a.tankIds.includes(tankId));
  const [only] = living;
  const { berried, ...rest } = said;
  if (!berried || !only || living.length > 1 || berried.lo === null)
    return Object.keys(said).length > 0 ? [{ kind: 'seen', payload: said }] : [];
  const { kindId, strain } = only;
  const count = { lo: berried.lo, hi: berried.hi };
  return [
    ...(Object.keys(rest).length > 0 ? [{ kind: 'seen' as const, payload: rest }] : []),
    { kind: 'stock', payload: { event: 'berried', kindId, strain, count } },
  ];
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
    .map((w) => w.text + (w.insisted ? '!' : '') + (w.ends ? ',' : ''))
    .join(' ')
    .replace(/,$/, '');
  if (text === '') ask(state, 'note', { id: 'empty-note', facts: {} });
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

const subject: Rule = (state, at) => {
  const word = state.words[at];
  if (!word || word.quoted) return 0;
  const everyTank = word.plain === 'all' || word.plain === 'everything';
  const { found, usedCount } = everyTank
    ? { found: state.input.subjects.filter((s) => s.kind === 'tank'), usedCount: 1 }
    : subjectAt(state, at, ['tank']);
  if (found.length === 0) return 0;
  if (found.length > 1 && !everyTank) {
    ask(state, word.text, {
      id: 'ambiguous',
      facts: { text: word.text, names: found.map((s) => s.name).sort((a, b) => a.localeCompare(b)) },
    });
    return usedCount;
  }
  let section = here(state);
  const beside = state.namesEndIndex !== null && onlyJoining(state, state.namesEndIndex, at);
  // A name at the end of the line belongs to what stands before it, where that has none; names side by side belong together.
  if (hasContent(section) && section.subjectIds.length > 0 && !beside) {
    section = blank(state.input, section);
    state.sections.push(section);
  }
  section.subjectIds.push(...found.map((s) => s.id).filter((id) => !section.subjectIds.includes(id)));
  if (hasContent(section) && beside)
    section.closedBy = state.input.subjects.filter((s) => section.subjectIds.includes(s.id)).map((s) => s.name);
  state.namesEndIndex = at + usedCount;
  return usedCount;
};
const onlyJoining = (state: Reading, fromIndex: number, endIndex: number): boolean =>
  state.words.slice(fromIndex, endIndex).every((word) => skipped.has(word.text.toLowerCase()));

const context: Rule = (state, at) => {
  const [first, second, third] = state.words.slice(at, at + 3).map((w) => w.plain);
  const said = /^(before|after)(change)?$/.exec(first ?? '');
  if (!said) return 0;
  here(state).context = said[1] === 'before' ? 'before-change' : 'after-change';
  if (said[2] !== undefined) return 1;
  return second === 'water' && third === 'change' ? 3 : second === 'change' || second === 'wc' ? 2 : 1;
};

const rules: readonly Rule[] = [
  note,
  time,
  count,
  seen,
  change,
  topUp,
  dose,
  fed,
  looked,
  context,
  reading,
  valueFirst,
  sign({ mostCount: 4, leastCount: 2 }),
  subject,
  sign({ mostCount: 1, leastCount: 1 }),
  joining,
];
