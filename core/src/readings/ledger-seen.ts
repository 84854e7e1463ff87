import { countRead } from './count';
import {
  ask,
  here,
  type LedgerAnimal,
  type LedgerPayload,
  type Reading,
  type Rule,
  type Section,
  type Seen,
} from './ledger-state';
import { plainWord } from './ledger-words';

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
const isWord = (state: Reading, i: number): boolean => countWords[state.words[i]?.plain ?? ''] !== undefined;
const isCount = (state: Reading, i: number): boolean => countRead(state.words[i]?.text ?? '').kind === 'count';

/** `platies`, `platys` and `platy` are one. */
const singular = (plain: string): string => plain.replace(/ies$/, 'y').replace(/s$/, '');
/** The animals a run of words names, the longest run first: by the whole name or by any of its words. */
function animalAt(state: Reading, at: number): { found: LedgerAnimal[]; usedCount: number } {
  for (const usedCount of [3, 2, 1]) {
    const run = state.words.slice(at, at + usedCount);
    if (run.length < usedCount || run.some((w) => w.quoted) || run.slice(0, -1).some((w) => w.ends)) continue;
    const said = run.map((w) => singular(w.plain));
    if (said.join('').length < 3) continue;
    const found = (state.input.animals ?? []).filter(({ name, strain }) => {
      const own = `${strain} ${name}`.split(/\s+/).map((w) => singular(plainWord(w)));
      return singular(plainWord(name)) === said.join('') || said.every((w) => w !== '' && own.includes(w));
    });
    if (found.length > 0) return { found, usedCount };
  }
  return { found: [], usedCount: 0 };
}

/** `3 moults`, `moults 3`, and of a kind that lives here `3 dead platy`, `3 platies dead`, `platy: 3 dead`. */
export const count: Rule = (state, at) => {
  const turned = isWord(state, at) && !state.words[at]?.ends && isCount(state, at + 1);
  // `moults 3 berried`: whose is the three?
  if (turned && !state.words[at + 1]?.ends && isWord(state, at + 2) && !isCount(state, at + 3)) return 0;
  const countPlace = turned ? at + 1 : at;
  const said = countRead(state.words[countPlace]?.text ?? '');
  if (said.kind === 'none') return 0;
  const between = turned ? { found: [], usedCount: 0 } : animalAt(state, at + 1);
  const wordPlace = turned ? at : at + 1 + between.usedCount;
  const [word, text] = [state.words[wordPlace]?.plain ?? '', state.words[countPlace]?.text ?? ''];
  const what = countWords[word];
  if (!what) return 0;
  const end = Math.max(countPlace, wordPlace) + 1;
  const after =
    between.usedCount > 0 || state.words[end - 1]?.ends ? { found: [], usedCount: 0 } : animalAt(state, end);
  const usedCount = end - at + after.usedCount;
  if (said.kind === 'backwards') ask(state, `${text} ${word}`, { id: 'count-backwards', facts: { text } });
  else if (between.usedCount + after.usedCount > 0)
    here(state).animals.push({ what, count: { lo: said.lo, hi: said.hi }, named: [...between.found, ...after.found] });
  else if (here(state).seen[what]) ask(state, `${text} ${word}`, { id: 'count-twice', facts: { text: word } });
  else here(state).seen[what] = { lo: said.lo, hi: said.hi };
  return usedCount;
};

const events = { deaths: 'died', moults: 'moulted', berried: 'berried', young: 'born' } as const;
/** What was counted of named animals, for one tank: of those that live in it. */
export function stockOf(state: Reading, { animals }: Section, tankId: string): LedgerPayload[] {
  return animals.flatMap(({ what, count: counted, named }): LedgerPayload[] => {
    const living = named.filter((a) => a.tankIds.includes(tankId));
    const [only] = living;
    if (only && living.length === 1)
      return [
        {
          kind: 'stock',
          payload: { event: events[what], kindId: only.kindId, strain: only.strain, count: counted },
        },
      ];
    const names = (
      living.length > 0 ? living : (state.input.animals ?? []).filter((a) => a.tankIds.includes(tankId))
    ).map((a) => `${a.strain} ${a.name}`.trim());
    const text = named[0]?.name ?? '';
    ask(
      state,
      text,
      living.length > 1 ? { id: 'ambiguous', facts: { text, names } } : { id: 'not-there', facts: { text, names } },
    );
    return [];
  });
}

const seenWords: Record<string, Seen> = {
  eating: { grazing: 'usual' },
  grazing: { grazing: 'usual' },
  calm: { behaviour: 'calm' },
  hiding: { behaviour: 'hiding' },
  gasping: { behaviour: 'gasping' },
  restless: { behaviour: 'restless' },
  pale: { behaviour: 'pale' },
};
/** `white spots`, `cotton`: a sign of trouble in the keeper's own words, the longest run first; a single word only where it names no tank. */
export const sign =
  ({ mostCount, leastCount }: { mostCount: number; leastCount: number }): Rule =>
  (state, at) => {
    for (let usedCount = mostCount; usedCount >= leastCount; usedCount--) {
      const run = state.words.slice(at, at + usedCount);
      if (run.length < usedCount || run.some((w) => w.quoted) || run.slice(0, -1).some((w) => w.ends)) continue;
      const said = run.map((w) => singular(w.plain)).join(' ');
      const found = (state.input.signs ?? []).find(
        ({ words }) =>
          words
            .split(/\s+/)
            .map((w) => singular(plainWord(w)))
            .join(' ') === said,
      );
      if (!found) continue;
      const { findingIds } = here(state);
      if (!findingIds.includes(found.findingId)) findingIds.push(found.findingId);
      return usedCount;
    }
    return 0;
  };
/** What was seen anyway and is a sign, too: the book keeps the one, the case begins with the other. */
export const signIn = ({ input }: Reading, { seen: { behaviour } }: Section): string[] =>
  (input.signs ?? []).flatMap(({ words, findingId }) =>
    behaviour !== undefined && words === behaviour ? [findingId] : [],
  );

/** `hiding`, `not grazing`, `less grazing`: how animals behave. */
export const seen: Rule = (state, at) => {
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
  if (clash) ask(state, first, { id: 'clash', facts: { text: first, otherText: String(section.seen[clash]) } });
  else Object.assign(section.seen, said);
  return not || less ? 2 : 1;
};
