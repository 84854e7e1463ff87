import { change, dose, fed, looked, topUp } from './ledger-doings';
import { count, seen } from './ledger-seen';
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
 * not understood, or could mean two things, comes back as a question; then nothing should be written.
 * @example ledgerLine({ line: 'library ph 6,1 gh 4', catalogue, subjects, nowEpochMs, zone }).entries.length // 1
 */
export function ledgerLine(input: LedgerInput): LedgerLine {
  const state: Reading = { input, words: ledgerWords(input.line), sections: [], questions: [] };
  for (let at = 0; at < state.words.length;) {
    const used = rules.reduce((found, rule) => (found > 0 ? found : rule(state, at)), 0);
    if (used === 0) {
      const text = state.words[at]?.text ?? '';
      ask(state, text, { id: isValue(text) ? 'value-alone' : 'unknown-word', facts: { text } });
    }
    at += Math.max(1, used);
  }
  const entries = state.sections.flatMap((section) => entriesOf(state, section));
  if (input.line.trim() !== '' && entries.length === 0 && state.questions.length === 0)
    ask(state, input.line.trim(), { id: 'nothing-said', facts: {} });
  return { entries, questions: state.questions };
}

function entriesOf(state: Reading, section: Section): LedgerEntry[] {
  if (!hasContent(section)) return [];
  const ids =
    section.subjectIds.length > 0 ? section.subjectIds : state.input.openTankId ? [state.input.openTankId] : [];
  if (ids.length === 0) {
    const names = state.input.subjects.filter((s) => s.kind === 'tank').map((s) => s.name);
    ask(state, '', { id: 'which-tank', facts: { names } });
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
    ask(state, word.text, { id: 'ambiguous', facts: { text: word.text, names: found.map((s) => s.name) } });
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
  subject,
  joining,
];
