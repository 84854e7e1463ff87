export type NotationShape = 'below' | 'above' | 'about' | 'span' | 'plain';
/** A figure as it is written down: what it says, with its texts, and what stands after it. */
export interface Notation {
  shape: NotationShape;
  first: string;
  second?: string;
  unitText: string;
}

const number = String.raw`(\d+(?:[.,]\d+)?|[.,]\d+)`;
const signed = String.raw`([+−-]?(?:\d+(?:[.,]\d+)?|[.,]\d+))`;
const unitPart = String.raw`\s*([^\d\s<>~.,-].*)?`;
const span = new RegExp(`^${number}\\s*(?:-|–|—|\\.\\.|to)\\s*${number}${unitPart}$`, 'i');
const shapes: [NotationShape, RegExp][] = [
  ['below', new RegExp(`^(?:<|≤|under |below )=?\\s*${number}${unitPart}$`, 'i')],
  ['above', new RegExp(`^(?:>|≥|over |above )=?\\s*${number}${unitPart}$`, 'i')],
  ['about', new RegExp(`^(?:~|≈|about |around |ca\\.? )\\s*${number}${unitPart}$`, 'i')],
  ['plain', new RegExp(`^${signed}${unitPart}$`)],
];

/**
 * Reads how a figure is written, whatever it is of: `6.4`, `6,4`, `4-5`, `4 to 5`, `<5`, `>160`, `~8`, each with a unit
 * after it. Every field of a measured value reads with this; null where it is no figure.
 * @example notationOf('4-5 °dH') // { shape: 'span', first: '4', second: '5', unitText: '°dH' }
 */
export function notationOf(text: string): Notation | null {
  const trimmed = text.trim();
  const both = span.exec(trimmed);
  if (both) return { shape: 'span', first: both[1] ?? '', second: both[2] ?? '', unitText: (both[3] ?? '').trim() };
  for (const [shape, pattern] of shapes) {
    const found = pattern.exec(trimmed);
    if (found) return { shape, first: found[1] ?? '', unitText: (found[2] ?? '').trim() };
  }
  return null;
}
/** The value of a written figure. @example writtenValue('6,4') // 6.4 */
export const writtenValue = (text: string): number => Number(text.replace(',', '.').replace('−', '-'));
/** Its one value: of a span the middle; null where it only says on which side it lies. */
export function oneValue({ shape, first, second }: Notation): number | null {
  if (shape === 'below' || shape === 'above') return null;
  const value = writtenValue(first);
  return second === undefined ? value : (value + writtenValue(second)) / 2;
}
