import { because, type Refusal } from '#core/result';
import { hasRange, rangeOf, type Range } from './ranges';

/** More of anything than this is no question about water. */
const mostItems = 100_000;
const deepest = 12;

/** Ends of one span, in the words of the core. */
const spans = [
  ['lo', 'hi'],
  ['lo80', 'hi80'],
  ['loC', 'hiC'],
] as const;

/** Other names for what a parameter is called by: whoever asks may say «nitrate». */
export type NameOf = (name: string) => string;

interface Place {
  field: string;
  /** The name that says what numbers here can be. */
  name: string;
}

/**
 * The one guard at the door of every calculation: the first number that is not finite or cannot be of its quantity, the
 * first span whose ends are crossed, whatever the shape of the input; null where all can be.
 *
 * A number is held to the range of its own name (`core/units/ranges`); `lo`, `hi` and `value` to that of the name above
 * them, or of the `parameter` or `quantity` beside them. An open end is null. `nameOf` turns other words into ids.
 * @example doorFault({ changeL: -3 }) // out-of-range: changeL is -3 L; it can only be between 0 and 10000000 L
 */
export const doorFault = (input: unknown, nameOf: NameOf = (name) => name): Refusal | null =>
  faultAt(input, { field: '', name: '' }, nameOf, 0);

function faultAt(value: unknown, place: Place, nameOf: NameOf, depth: number): Refusal | null {
  if (typeof value === 'number') return numberFault(value, place);
  if (typeof value !== 'object' || value === null) return null;
  if (depth > deepest) return { kind: 'malformed', field: place.field, why: because('nested-too-deep') };
  if (Array.isArray(value)) return listFault(value, place, nameOf, depth);
  return spanFault(value, place) ?? fieldsFault(value, place, nameOf, depth);
}

function numberFault(value: number, { field, name }: Place): Refusal | null {
  if (!Number.isFinite(value)) return { kind: 'not-a-number', field, text: String(value) };
  const { lo, hi, unit }: Range = rangeOf(name);
  return value < lo || value > hi ? { kind: 'out-of-range', field, value, lo, hi, unit } : null;
}

function listFault(list: readonly unknown[], place: Place, nameOf: NameOf, depth: number): Refusal | null {
  if (list.length > mostItems)
    return { kind: 'malformed', field: place.field, why: because('too-many-items', { mostCount: mostItems }) };
  for (const [i, item] of list.entries()) {
    const fault = faultAt(item, { field: joined(place.field, String(i)), name: place.name }, nameOf, depth + 1);
    if (fault) return fault;
  }
  return null;
}

function spanFault(value: object, { field }: Place): Refusal | null {
  const ends = value as Record<string, unknown>;
  for (const [low, high] of spans) {
    const [lo, hi] = [ends[low], ends[high]];
    if (typeof lo === 'number' && typeof hi === 'number' && lo > hi)
      return {
        kind: 'contradiction',
        fields: [joined(field, low), joined(field, high)],
        why: because('ends-crossed', { lo, hi }),
      };
  }
  return null;
}

function fieldsFault(value: object, place: Place, nameOf: NameOf, depth: number): Refusal | null {
  const said = value as Record<string, unknown>;
  const beside = [said['parameter'], said['quantity']].find((v): v is string => typeof v === 'string');
  const above = beside === undefined ? place.name : nameOf(beside);
  const entries = Object.entries(value);
  if (entries.length > mostItems)
    return { kind: 'malformed', field: place.field, why: because('too-many-fields', { mostCount: mostItems }) };
  for (const [key, item] of entries) {
    const id = nameOf(key);
    const fault = faultAt(
      item,
      { field: joined(place.field, key), name: hasRange(id) ? id : above },
      nameOf,
      depth + 1,
    );
    if (fault) return fault;
  }
  return null;
}

const joined = (field: string, key: string): string => (field === '' ? key : `${field}.${key}`);
