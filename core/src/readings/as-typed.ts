import { notationOf, quantityNamed, spanToCanonical, unitNamed, writtenValue, type ShownUnit } from '#core/units';
import { highEnd, lowEnd, type Interval } from './interval';
import type { Parameter } from './parameter';

const signs = { below: '<', above: '>', about: '~', plain: '', span: '' } as const;

/**
 * A reading in the figures that were typed, with a decimal point and without its unit: `7`, `4–5`, `~8`, `<5`. Ppm of a
 * pen without a known factor keep their word, because they have no other unit. Null where the typed figures cannot stand
 * for the reading: typed in another unit than is shown, no figure at all, or not what the book holds, as after a pen was
 * put right.
 *
 * @param shownUnit the unit in which the keeper sees this parameter
 * @example typedText({ parameter: gh, reading: { lo: 6.5, hi: 7.5, text: '7', enteredUnit: '°dH' }, shownUnit }) // '7'
 */
export function typedText({
  parameter,
  reading,
  shownUnit,
}: {
  parameter: Parameter;
  reading: Interval & { text: string; enteredUnit: string };
  shownUnit: ShownUnit;
}): string | null {
  const written = notationOf(reading.text);
  const quantity = quantityNamed(parameter.quantity);
  if (!written || !quantity.ok) return null;
  const said = written.unitText === '' ? reading.enteredUnit : written.unitText;
  const unit =
    said === ''
      ? { ok: true as const, value: quantity.value.units[0] }
      : unitNamed({ quantity: quantity.value, unit: said });
  if (!unit.ok) return null;
  const { value: typedUnit } = unit;
  const figures = [written.first, ...(written.second === undefined ? [] : [written.second])];
  if (!figures.every(isHeld)) return null;
  const text = `${signs[written.shape]}${figures.map(plainly).join('–')}`;
  if (typedUnit.factorSpan) return `${text} ppm`;
  return typedUnit.factor === shownUnit.factor && (typedUnit.offset ?? 0) === shownUnit.offset ? text : null;

  /** Whether the book's span holds the figure. */
  function isHeld(figure: string): boolean {
    const value = writtenValue(figure);
    const { lo, hi } = spanToCanonical({ unit: typedUnit, lo: value, hi: value });
    const slack = 1e-6 * Math.max(1, Math.abs(value * typedUnit.factor));
    return (hi ?? value) >= lowEnd(reading) - slack && (lo ?? value) <= highEnd(reading) + slack;
  }
}
const plainly = (figure: string): string => figure.replace(',', '.').replace(/^[+]/, '').replace(/^\./, '0.');
