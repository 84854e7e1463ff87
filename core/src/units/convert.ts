import { silent, type Recorder } from '#core/explain';
import { because, ok, refuse, type Result } from '#core/result';
import { quantities, type Quantity, type Unit } from './quantities';

/** `°dH`, `dH`, `DH` and `d_h` are one unit; the micro sign has two code points. */
const plain = (text: string): string =>
  text
    .normalize('NFKC')
    .replace(/μ/g, 'µ')
    .toLowerCase()
    .replace(/[\s_.·]/g, (mark) => (mark === '.' ? '.' : ''));

const bare = (text: string): string => plain(text).replace(/°/g, '');

/** Spellings are levelled once: a page of three hundred tanks converts some ten thousand numbers. */
const byId = new Map(quantities.map((quantity) => [quantity.id, quantity]));
const spellings = quantities.map((quantity) => ({ quantity, names: new Set(quantity.names.map(plain)) }));

/** Looks a quantity up by id or any of its names, case and blanks aside. */
export function quantityNamed(name: string): Result<Quantity> {
  const spelt = (): Quantity | undefined => {
    const levelled = plain(name);
    return spellings.find((s) => s.names.has(levelled))?.quantity;
  };
  const found = byId.get(name) ?? spelt();
  if (found) return ok(found);
  return refuse({ kind: 'unknown-name', field: 'quantity', text: name, known: quantities.map((q) => q.id) });
}

interface UnitsByName {
  exact: ReadonlyMap<string, Unit>;
  loose: ReadonlyMap<string, Unit>;
  looser: ReadonlyMap<string, Unit>;
}
const known = new WeakMap<Quantity, UnitsByName>();
function unitsByName(quantity: Quantity): UnitsByName {
  const there = known.get(quantity);
  if (there) return there;
  // Backwards: of two that are spelt alike the first stands.
  const by = (level: (name: string) => string): ReadonlyMap<string, Unit> =>
    new Map([...quantity.units].reverse().flatMap((u) => u.names.map((n) => [level(n), u] as const)));
  const made = { exact: by((n) => n), loose: by(plain), looser: by(bare) };
  known.set(quantity, made);
  return made;
}

/** Looks a unit up within a quantity. An exact spelling wins over a loose one (`mg` against `Mg`, `°f` against `°F`). */
export function unitNamed({ quantity, unit }: { quantity: Quantity; unit: string }): Result<Unit> {
  const { exact, loose, looser } = unitsByName(quantity);
  const found = exact.get(unit.trim()) ?? loose.get(plain(unit)) ?? looser.get(bare(unit));
  if (found) return ok(found);
  return refuse({
    kind: 'unknown-unit',
    field: quantity.id,
    text: unit,
    known: quantity.units.map((u) => u.names[0] ?? ''),
  });
}

const toCanonical = (unit: Unit, value: number): number => value * unit.factor + (unit.offset ?? 0);
const fromCanonical = (unit: Unit, value: number): number => (value - (unit.offset ?? 0)) / unit.factor;

/**
 * Converts a value between two units of one quantity.
 *
 * Range: what the quantity can be (no negative litres, nothing under absolute zero). Refuses unknown units, values
 * that cannot be, and a bare ppm of a conductivity pen, whose factor must be said. Spoons measure volume; grams to
 * spoons needs a measured density and is not guessed.
 * Source: NIST SP 811 factors; DIN 38409-6 for the degree; CIAAW 2021 weights.
 * @example convert({ quantity: 'gh', value: 150, from: 'ppm', to: 'dGH' }) // ok, about 8.404
 */
export function convert(
  input: { quantity: string; value: number; from: string; to: string },
  note: Recorder = silent,
): Result<{ value: number }> {
  note.by('units.convert', 1);
  const quantity = quantityNamed(input.quantity);
  if (!quantity.ok) return quantity;
  const from = unitNamed({ quantity: quantity.value, unit: input.from });
  if (!from.ok) return from;
  const to = unitNamed({ quantity: quantity.value, unit: input.to });
  if (!to.ok) return to;
  if (typeof input.value !== 'number' || !Number.isFinite(input.value))
    return refuse({ kind: 'not-a-number', field: 'value', text: String(input.value) });
  if ((from.value.factorSpan ?? to.value.factorSpan) && from.value !== to.value)
    return refuse({
      kind: 'missing',
      field: 'pen factor',
      why: because('pen-factor'),
    });
  const canonical = toCanonical(from.value, input.value);
  const { lo, hi } = quantity.value.range;
  if (canonical < lo || canonical > hi)
    return refuse({
      kind: 'out-of-range',
      field: quantity.value.id,
      value: input.value,
      lo: fromCanonical(from.value, lo),
      hi: hi === Number.MAX_VALUE ? hi : fromCanonical(from.value, hi),
      unit: from.value.names[0] ?? '',
    });
  note.source(...(quantity.value.sourceIds ?? ['nist-811']));
  const shown = (unit: Unit): string => unit.names[0] ?? '';
  note.input({
    id: 'value',
    label: `${quantity.value.id}, as given`,
    value: input.value,
    unit: shown(from.value),
    origin: 'entered',
  });
  const inside = note.step({
    id: 'canonical',
    label: 'In the unit kept inside',
    unit: shown(quantity.value.units[0]),
    formula: 'value × factor + offset',
    terms: { value: input.value, factor: from.value.factor, offset: from.value.offset ?? 0 },
    by: (x) => x.value * x.factor + x.offset,
  });
  return ok({
    value: note.step({
      id: 'converted',
      label: 'In the unit asked for',
      unit: shown(to.value),
      formula: '(canonical − offset) / factor',
      terms: { canonical: inside, factor: to.value.factor, offset: to.value.offset ?? 0 },
      by: (x) => (x.canonical - x.offset) / x.factor,
    }),
  });
}

/** Entered numbers in canonical units; a unit that stands for several factors widens into a span. */
export function spanToCanonical({ unit, lo, hi }: { unit: Unit; lo: number | null; hi: number | null }): {
  lo: number | null;
  hi: number | null;
} {
  const widen = (value: number | null, factor: number): number | null =>
    value === null ? null : value * factor + (unit.offset ?? 0);
  return { lo: widen(lo, unit.factorSpan?.lo ?? unit.factor), hi: widen(hi, unit.factorSpan?.hi ?? unit.factor) };
}
