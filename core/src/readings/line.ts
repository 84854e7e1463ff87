import { refusalSentence } from '#core/result';
import { quantityNamed, unitNamed } from '#core/units';
import { parameterNamed, type Parameter, type ParameterId } from './parameter';
import { parseReading, type ParsedReading } from './parse';

export interface LineReading extends ParsedReading {
  parameter: ParameterId;
  text: string;
}
export interface LineQuestion {
  text: string;
  why: string;
}
export interface UnderstoodLine {
  /** The tank named first in the line, by its id, where one was. */
  tankId?: string;
  readings: LineReading[];
  /** What could not be understood; nothing is guessed and nothing is dropped. */
  questions: LineQuestion[];
}

const plain = (text: string): string => text.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '');

/** The longest tank name (or one-word start of a name) that the line begins with. */
function tankAtStart({
  words,
  tanks,
}: {
  words: readonly string[];
  tanks: readonly { id: string; name: string }[];
}): { tankId: string; usedCount: number } | null {
  for (let usedCount = Math.min(words.length, 4); usedCount > 0; usedCount--) {
    const start = plain(words.slice(0, usedCount).join(''));
    const whole = tanks.filter((t) => plain(t.name) === start);
    const found = whole.length > 0 ? whole : tanks.filter((t) => start.length >= 3 && plain(t.name).startsWith(start));
    if (found.length === 1 && found[0]) return { tankId: found[0].id, usedCount };
  }
  return null;
}

const isValue = (word: string): boolean => /^[<>~≈+-]?=?[\d.,]/.test(word);

/**
 * Reads the shorthand people write on masking tape: an optional tank, then parameters and values in any order,
 * decimal comma or point, units after the value: `library ph 6,1 gh 4 ec 215 no3 5-10 t 22.8`.
 * A comma followed by a blank separates. Whatever is not understood comes back as a question.
 * @example lineReadings({ line: 'ph 6,1 gh 4', catalogue, tanks: [] }).readings.length // 2
 */
export function lineReadings({
  line,
  catalogue,
  tanks,
}: {
  line: string;
  catalogue: readonly Parameter[];
  tanks: readonly { id: string; name: string }[];
}): UnderstoodLine {
  const words = line
    .replace(/[,;](?=\s|$)/g, ' ')
    .replace(/\s*([–—-])\s*(?=\d)/g, '$1')
    .split(/[\s=:]+/)
    .filter((w) => w !== '');
  const start = tankAtStart({ words, tanks });
  const understood: UnderstoodLine = { readings: [], questions: [], ...(start ? { tankId: start.tankId } : {}) };
  let wordIndex = start?.usedCount ?? 0;
  while (wordIndex < words.length) wordIndex += takeOne({ words, wordIndex, catalogue, understood });
  return understood;
}

/** Takes one reading (or one question) off the line; returns how many words it used. */
function takeOne({
  words,
  wordIndex,
  catalogue,
  understood,
}: {
  words: readonly string[];
  wordIndex: number;
  catalogue: readonly Parameter[];
  understood: UnderstoodLine;
}): number {
  const word = words[wordIndex] ?? '';
  const glued = /^([a-zA-Z]+)([<>~]?[\d.,].*)$/.exec(word);
  const twoPart = glued && !parameterNamed({ catalogue, name: word }).ok ? glued : null;
  const parameter = parameterNamed({ catalogue, name: twoPart?.[1] ?? word });
  if (!parameter.ok) {
    understood.questions.push({
      text: word,
      why: isValue(word) ? `“${word}” has no parameter before it.` : `“${word}” is no tank or parameter we know.`,
    });
    return 1;
  }
  const parts = twoPart ? [twoPart[2] ?? ''] : words.slice(wordIndex + 1, wordIndex + 2);
  let usedCount = twoPart ? 1 : 1 + parts.length;
  const next = words[wordIndex + usedCount];
  const opensAnother =
    isValue(words[wordIndex + usedCount + 1] ?? '') &&
    next !== undefined &&
    parameterNamed({ catalogue, name: next }).ok;
  if (next !== undefined && !opensAnother && isUnitOf(parameter.value, next)) {
    parts.push(next);
    usedCount += 1;
  }
  const text = parts.join(' ');
  if (text === '' || !isValue(text)) {
    understood.questions.push({ text: word, why: `${parameter.value.label} has no value after it.` });
    return 1;
  }
  const parsed = parseReading({
    parameter: parameter.value,
    text: isPenTds(twoPart?.[1] ?? word) && parts.length === 1 ? `${text} ppm` : text,
  });
  if (!parsed.ok)
    understood.questions.push({ text: `${word} ${twoPart ? '' : text}`.trim(), why: refusalSentence(parsed.refusal) });
  else if (understood.readings.some((r) => r.parameter === parameter.value.id))
    understood.questions.push({
      text: `${word} ${text}`,
      why: `${parameter.value.label} stands twice in the line; which one is it?`,
    });
  else understood.readings.push({ ...parsed.value, parameter: parameter.value.id, text });
  return usedCount;
}

function isUnitOf(parameter: Parameter, word: string): boolean {
  const quantity = quantityNamed(parameter.quantity);
  return quantity.ok && word !== '' && unitNamed({ quantity: quantity.value, unit: word }).ok;
}

/** "tds 150" is a pen's ppm whose factor was not said; "ec 150" is µS/cm. */
const isPenTds = (name: string): boolean => name.toLowerCase() === 'tds';
