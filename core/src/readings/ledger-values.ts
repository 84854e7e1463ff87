import { quantityNamed, unitNamed } from '#core/units';
import { temperatureAt } from './ledger-amounts';
import { ask, here, isValue, type Reading, type Rule } from './ledger-state';
import { plainWord } from './ledger-words';
import { parameterNamed, type Parameter } from './parameter';
import { parseReading } from './parse';

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

interface Said {
  text: string;
  usedCount: number;
  insisted: boolean;
}
/** Words of a value: the number and, where it follows, a unit of two words or one; a unit that opens the next reading is not taken. */
function valueAt(state: Reading, at: number, parameter: Parameter): Said | null {
  const first = state.words[at];
  if (!first || !isValue(first.text)) return null;
  const alone = { text: first.text, usedCount: 1, insisted: first.insisted };
  if (first.ends || first.insisted) return alone;
  for (const wide of [3, 2, 1]) {
    const run = state.words.slice(at + 1, at + 1 + wide);
    const unit = run.map((w) => w.text).join(' ');
    if (run.length < wide || run.slice(0, -1).some((w) => w.ends) || !isUnitOf(parameter, unit)) continue;
    const opensAnother =
      wide === 1 && isValue(state.words[at + 2]?.text ?? '') && !run[0]?.ends && parameterAt(state, at + 1);
    if (!opensAnother)
      return { text: `${first.text} ${unit}`, usedCount: 1 + wide, insisted: run.at(-1)?.insisted ?? false };
  }
  return alone;
}

/** Nothing but figures: then it is what the instrument shows, in its own unit and steps. */
const isBare = (text: string): boolean => /^[<>~≈]?[\d.,-]+$/.test(text);

const speciesShown: Readonly<Record<string, string>> = { nh4: 'NH4', nh3: 'NH3' };
/** `tds` is what a pen shows in ppm, `ec` is conductivity, whatever the pen. */
function unitShown(state: Reading, parameter: Parameter, name: string): string {
  const shown = state.input.instruments?.[parameter.id]?.unit ?? '';
  // Said by its ion it is of that ion: `nh4 0.5` is what `ammonia 0.5 NH4` is.
  if (parameter.id === 'tanMgPerL') return shown !== '' ? shown : (speciesShown[plainWord(name)] ?? '');
  if (parameter.id !== 'ec25UsPerCm') return shown;
  return plainWord(name) === 'tds' ? (shown.startsWith('ppm') ? shown : 'ppm') : '';
}

/**
 * `1,260` is 1.26 where a comma is decimal and 1260 where it sets thousands apart; so is `1.260`. Asked where water could
 * be either; a point is asked only of what is read in whole numbers.
 */
function thousandsOf(parameter: Parameter, said: string): { decimalValue: number; thousandsValue: number } | null {
  const found = /^[<>~≈]?(\d{1,3})([.,])(\d{3})(?!\d)/.exec(said);
  if (!found || found[1] === '0') return null;
  const decimalValue = Number(`${found[1] ?? ''}.${found[3] ?? ''}`);
  const thousandsValue = Number(`${found[1] ?? ''}${found[3] ?? ''}`);
  const { possible, decimalsCount } = parameter;
  const either = decimalValue >= possible.lo && thousandsValue <= possible.hi;
  return either && (found[2] === ',' || decimalsCount === 0) ? { decimalValue, thousandsValue } : null;
}

function keep(
  state: Reading,
  parameter: Parameter,
  { said, name, insisted }: { said: string; name: string; insisted: boolean },
): void {
  const bare = isBare(said);
  const unit = bare ? unitShown(state, parameter, name) : '';
  const two = thousandsOf(parameter, said);
  if (two) ask(state, `${name} ${said}`, { id: 'thousands', facts: { text: said, ...two } });
  const text = unit === '' ? said : `${said} ${unit}`;
  const instrument = bare ? state.input.instruments?.[parameter.id] : undefined;
  const parsed = parseReading({ parameter, text, readBy: instrument?.readBy });
  const section = here(state);
  if (!parsed.ok) ask(state, `${name} ${said}`, { id: 'refused', facts: { refusal: parsed.refusal } });
  else if (section.readings.some((r) => r.parameter === parameter.id))
    ask(state, `${name} ${said}`, { id: 'value-twice', facts: { parameter: parameter.id } });
  else
    section.readings.push({ ...parsed.value, parameter: parameter.id, text, ...(insisted ? { insisted: true } : {}) });
}

/** Words that name two parameters at once. */
const unclear = ['hardness', 'hard'];

/** `no3 20`, `ph 6.8`: a parameter and what it read. */
export const reading: Rule = (state, at) => {
  const word = state.words[at];
  if (!word || word.quoted) return 0;
  const follows = state.words[at + 1];
  if (unclear.includes(word.plain) && follows && isValue(follows.text)) {
    ask(state, `${word.text} ${follows.text}`, { id: 'which-hardness', facts: { text: follows.text } });
    return 2;
  }
  const glued = /^([a-zA-Z]+\d?)([<>~]?[\d.,].*)$/.exec(word.text);
  const named = parameterAt(state, at);
  if (!named && glued) {
    // `ph6.1` and `no310`: the longest name that leaves a value behind it.
    for (let cut = word.text.length - 1; cut > 0; cut--) {
      const found = parameterNamed({ catalogue: state.input.catalogue, name: word.text.slice(0, cut) });
      const rest = word.text.slice(cut);
      if (!found.ok || !isValue(rest)) continue;
      keep(state, found.value, { said: rest, name: word.text.slice(0, cut), insisted: word.insisted });
      return 1;
    }
  }
  if (named) {
    const value = valueAt(state, at + named.usedCount, named.parameter);
    if (value) {
      keep(state, named.parameter, { said: value.text, name: named.name, insisted: value.insisted });
      return named.usedCount + value.usedCount;
    }
    ask(state, named.name, { id: 'no-value', facts: { parameter: named.parameter.id } });
    return named.usedCount;
  }
  return 0;
};

/** `22.8C` says itself what it is; `6.1 ph` is a value before its name. */
export const valueFirst: Rule = (state, at) => {
  const word = state.words[at];
  if (!word || !isValue(word.text)) return 0;
  const temperature = temperatureAt(state, at);
  const degrees = state.input.catalogue.find((p) => p.id === 'tempC');
  if (temperature && degrees) {
    keep(state, degrees, { said: temperature.text, name: 't', insisted: temperature.insisted });
    return temperature.usedCount;
  }
  const conductivity = state.input.catalogue.find((p) => p.id === 'ec25UsPerCm');
  if (conductivity && /^[<>~]?[\d.,-]+\s*[µμum]s(\/cm)?$/i.test(word.text)) {
    keep(state, conductivity, { said: word.text, name: 'ec', insisted: word.insisted });
    return 1;
  }
  const named = word.ends ? null : parameterAt(state, at + 1);
  if (!named) return 0;
  const last = state.words[at + named.usedCount];
  // `7 gh 4 kh` is value first throughout; `7 gh 4` could be either.
  let next = at;
  for (let pair = parameterAt(state, next + 1); pair; pair = parameterAt(state, next + 1)) {
    next += 1 + pair.usedCount;
    if (state.words[next - 1]?.ends || !isValue(state.words[next]?.text ?? '')) break;
  }
  if (!state.words[next - 1]?.ends && isValue(state.words[next]?.text ?? '')) return 0;
  keep(state, named.parameter, {
    said: word.text,
    name: named.name,
    insisted: word.insisted || (last?.insisted ?? false),
  });
  return 1 + named.usedCount;
};
