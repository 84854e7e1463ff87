/** A count as one writes it, or why it is none. */
export type CountRead = { kind: 'count'; lo: number; hi: number | null } | { kind: 'backwards' } | { kind: 'none' };

const spelled = ['none', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'];

/**
 * Reads a count of animals: `3`, `3-5`, `3 to 5`, `10+`, `no`, `one`. Up to five digits; `hi` null where it is open.
 * @example countRead('10-15') // { kind: 'count', lo: 10, hi: 15 }
 */
export function countRead(text: string): CountRead {
  const word = spelled.indexOf(text.trim().toLowerCase());
  if (word >= 0) return { kind: 'count', lo: word, hi: word };
  const found = /^\s*(no|\d{1,5})\s*(?:(?:[-–]|to)\s*(\d{1,5})|(\+))?\s*$/i.exec(text);
  if (!found?.[1]) return { kind: 'none' };
  const lo = found[1].toLowerCase() === 'no' ? 0 : Number(found[1]);
  const hi = found[3] ? null : Number(found[2] ?? lo);
  return hi !== null && hi < lo ? { kind: 'backwards' } : { kind: 'count', lo, hi };
}
