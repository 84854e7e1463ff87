import { amountAt, litres, temperatureAt } from './ledger-amounts';
import { ask, here, subjectAt, type Reading, type Rule } from './ledger-state';
import { plainWord, type LedgerWord } from './ledger-words';

const fillers = ['with', 'from', 'of', 'in', 'at'];
/** Words that say a change: how many of the line they take. */
function changeWords(state: Reading, at: number): number {
  const [first, second] = [state.words[at]?.plain ?? '', state.words[at + 1]?.plain ?? ''];
  if (first === 'water' && (second === 'change' || second === 'changed')) return 2;
  return ['out', 'changed', 'change', 'swapped', 'wc', 'pwc'].includes(first) ? 1 : 0;
}
/** Words from here to the end of the clause. */
function restOfClause(state: Reading, from: number): number {
  const end = state.words.findIndex((w, i) => i >= from && w.ends);
  return Math.max(0, (end < 0 ? state.words.length : end + 1) - from);
}
/** What was done: a change, a dose, a meal, a visit. */
export const change: Rule = (state, at) => {
  // `wc 20%` or `20% wc`.
  const before = changeWords(state, at) === 0 ? amountAt(state, at) : null;
  const wordAt = before ? at + before.usedCount : at;
  const wordCount = changeWords(state, wordAt);
  if (wordCount === 0) return 0;
  const label = state.words[wordAt]?.text ?? '';
  const amount = before ?? amountAt(state, at + wordCount);
  if (!amount) {
    ask(state, label, { id: 'how-much-changed', facts: {} });
    return wordCount;
  }
  const saidCount = wordCount + amount.usedCount;
  const changeL = litres(state, amount);
  const fraction = amount.unit === '%' ? amount.value / 100 : null;
  if (changeL === null && fraction === null) {
    ask(state, `${label} ${amount.value}`, { id: 'unit-after-number', facts: {} });
    return Math.max(wordCount + 1, restOfClause(state, at));
  }
  if (fraction !== null && (fraction <= 0 || fraction > 1)) {
    ask(state, `${label} ${amount.value} %`, { id: 'share-of-change', facts: {} });
    return saidCount;
  }
  let i = at + saidCount;
  let sourceId: string | null = null;
  let how: 'poured' | 'dripped' = 'poured';
  const water: { tempC?: number } = {};
  for (; i < state.words.length;) {
    const word = state.words[i]?.plain ?? '';
    if (fillers.includes(word)) i += 1;
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
        ask(state, state.words[i]?.text ?? '', { id: 'which-water', facts: { names: found.map((s) => s.name) } });
        return i - at + usedCount;
      }
      sourceId = found[0]?.id ?? null;
      i += usedCount;
    }
  }
  const sources = state.input.subjects.filter((s) => s.kind === 'source');
  sourceId ??= sources.length === 1 ? (sources[0]?.id ?? null) : null;
  if (sourceId === null)
    ask(state, `${label} ${amount.value} ${amount.unit}`, {
      id: 'water-in',
      facts: { names: sources.map((s) => s.name) },
    });
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

/** The one source a run of words names, the only one there is, or a question. */
function sourceAt(state: Reading, at: number): { sourceId: string | null; usedCount: number } {
  const { found, usedCount } = subjectAt(state, at, ['source']);
  if (found.length === 1) return { sourceId: found[0]?.id ?? null, usedCount };
  const sources = state.input.subjects.filter((s) => s.kind === 'source');
  return { sourceId: found.length === 0 && sources.length === 1 ? (sources[0]?.id ?? null) : null, usedCount };
}

/** `topped up 3 L RO`: what had evaporated. */
export const topUp: Rule = (state, at) => {
  const [first, second] = [state.words[at]?.plain ?? '', state.words[at + 1]?.plain ?? ''];
  const wordCount =
    first === 'topup' ? 1 : (first === 'topped' || first === 'top') && (second === 'up' || second === 'off') ? 2 : 0;
  if (wordCount === 0) return 0;
  const amount = amountAt(state, at + wordCount);
  const topUpL = amount ? litres(state, amount) : null;
  if (!amount || topUpL === null) {
    ask(state, 'topped up', { id: 'how-much-topped-up', facts: {} });
    return wordCount;
  }
  let i = at + wordCount + amount.usedCount;
  while (['with', 'from', 'of'].includes(state.words[i]?.plain ?? '')) i += 1;
  const { sourceId, usedCount } = sourceAt(state, i);
  if (sourceId === null) {
    const names = state.input.subjects.filter((s) => s.kind === 'source').map((s) => s.name);
    ask(state, `topped up ${amount.value} ${amount.unit}`, { id: 'topped-up-with', facts: { names } });
  } else here(state).items.push({ kind: 'top-up', payload: { topUpL, sourceId } });
  return i - at + usedCount;
};

/** Words up to the next comma. */
function clauseFrom(state: Reading, at: number): LedgerWord[] {
  const end = state.words.findIndex((w, i) => i >= at && w.ends);
  return state.words.slice(at, end < 0 ? state.words.length : end + 1).filter((w) => !w.quoted);
}

/** `dosed 20 mL iron`: what was put in, in an amount and a name. */
export const dose: Rule = (state, at) => {
  if (!['dosed', 'dose'].includes(state.words[at]?.plain ?? '')) return 0;
  const amount = amountAt(state, at + 1);
  const changeL = amount ? litres(state, amount) : null;
  if (!amount || changeL === null) {
    ask(state, 'dosed', { id: 'how-much-dosed', facts: {} });
    return 1;
  }
  const product = clauseFrom(state, at + 1 + amount.usedCount);
  if (product.length === 0) ask(state, `dosed ${amount.value} ${amount.unit}`, { id: 'dosed-what', facts: {} });
  else
    here(state).items.push({
      kind: 'dose',
      payload: { product: product.map((w) => w.text).join(' '), amountMl: Number((changeL * 1000).toPrecision(12)) },
    });
  return 1 + amount.usedCount + product.length;
};

/** `fed`, `fed 2 g flakes`: a feeding, with its grams and its food where they are said. */
export const fed: Rule = (state, at) => {
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
      ask(state, `fed ${amount.value} ${amount.unit}`, {
        id: 'which-food',
        facts: { names: foods.map((f) => f.name) },
      });
    return 1 + amount.usedCount + clause.length;
  }
  const section = here(state);
  section.looked = { fed: true, fine: section.looked?.fine ?? false };
  return 1;
};

const wellWords = ['fine', 'ok', 'okay', 'well', 'good', 'happy'];
/** `looked`, `fine`, `all good`: a tank that was looked at. */
export const looked: Rule = (state, at) => {
  const word = state.words[at]?.plain ?? '';
  const section = here(state);
  // `lobby all good`: of a tank that is named, all of it; alone it would be all tanks.
  const all = word === 'all' && section.subjectIds.length > 0 && wellWords.includes(state.words[at + 1]?.plain ?? '');
  if (!all && word !== 'looked' && !wellWords.includes(word)) return 0;
  section.looked = { fed: section.looked?.fed ?? false, fine: word !== 'looked' || (section.looked?.fine ?? false) };
  return all ? 2 : 1;
};
