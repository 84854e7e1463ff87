import { countRead } from './count';
import { ask, here, type Rule, type Seen } from './ledger-state';

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
export const count: Rule = (state, at) => {
  const [first, second] = [state.words[at]?.text ?? '', state.words[at + 1]?.plain ?? ''];
  const what = countWords[second];
  const said = countRead(first);
  if (!what || said.kind === 'none') return 0;
  if (said.kind === 'backwards') ask(state, `${first} ${second}`, { id: 'count-backwards', facts: { text: first } });
  else if (here(state).seen[what]) ask(state, `${first} ${second}`, { id: 'count-twice', facts: { text: second } });
  else here(state).seen[what] = { lo: said.lo, hi: said.hi };
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
