import { parameters } from '#almanac/parameters';
import type { dateForms } from '#contracts/tonight';
import { intervalText, type Interval, type Parameter, type ParameterId } from '#core/readings';
import { decimalsIn, inUnit, keepersUnit, stepInUnit, type KeepersUnits, type ShownUnit } from '#core/units';

export type DateForm = (typeof dateForms)[number];
/** How something is said: in which units, and how days are written, of the person a page is for or who asks the house. */
export interface Speech {
  readonly units: KeepersUnits;
  readonly dateForm: DateForm;
  /** The unit of a quantity; found once: a grid of three thousand cells asks for them with each key. */
  readonly unitFor: (quantityId: string) => ShownUnit;
}
/** @example amount(speechIn(usualUnits), 'volume', 18, 1) // '18.0 L' */
export function speechIn(units: KeepersUnits, dateForm: DateForm = 'day-month'): Speech {
  const found = new Map<string, ShownUnit>();
  return {
    units,
    dateForm,
    unitFor: (quantityId) => {
      const there = found.get(quantityId);
      if (there) return there;
      const unit = keepersUnit(quantityId, units);
      found.set(quantityId, unit);
      return unit;
    },
  };
}

/** The name of the unit of a quantity: `L`, `US gal`. */
export const unitName = ({ unitFor }: Speech, quantityId: string): string => unitFor(quantityId).name;
/** A canonical amount as a bare figure in the unit spoken. */
export const amountFigure = ({ unitFor }: Speech, quantityId: string, value: number, decimalsCount: number): string => {
  const unit = unitFor(quantityId);
  return inUnit(value, unit).toFixed(decimalsIn(decimalsCount, unit));
};
/** A canonical amount with its unit: `18.0 L`. */
export const amount = (speech: Speech, quantityId: string, value: number, decimalsCount: number): string =>
  `${amountFigure(speech, quantityId, value, decimalsCount)} ${unitName(speech, quantityId)}`;
/** The same with as many figures as tell something (four): `18.5 L`. */
export const amountPlainly = (speech: Speech, quantityId: string, value: number): string =>
  `${Number(inUnit(value, speech.unitFor(quantityId)).toPrecision(4))} ${unitName(speech, quantityId)}`;
/** A step between two amounts: `2.0 K` as `3.6 °F`. */
export function amountStep({ unitFor }: Speech, quantityId: string, stepValue: number, decimalsCount: number): string {
  const unit = unitFor(quantityId);
  return `${stepInUnit(stepValue, unit).toFixed(decimalsIn(decimalsCount, unit))} ${unit.usual && quantityId === 'temperature' ? 'K' : unit.name}`;
}

const known = new Map<string, Parameter>(parameters.map((p) => [p.id, p]));
const asKnown = (parameter: Parameter | ParameterId): Parameter | undefined =>
  typeof parameter === 'string' ? known.get(parameter) : parameter;

/** A parameter with the unit and the decimals in which it is spoken of. */
export function spokenParameter({ unitFor }: Speech, parameter: Parameter): Parameter {
  const unit = unitFor(parameter.quantity);
  return unit.usual
    ? parameter
    : { ...parameter, unit: unit.name, decimalsCount: decimalsIn(parameter.decimalsCount, unit) };
}
/** Its value, or a span of it, or a step between two, in that unit. */
export const spokenValue = ({ unitFor }: Speech, parameter: Parameter | ParameterId, value: number): number => {
  const of = asKnown(parameter);
  return of ? inUnit(value, unitFor(of.quantity)) : value;
};
export const spokenStep = ({ unitFor }: Speech, parameter: Parameter | ParameterId, stepValue: number): number => {
  const of = asKnown(parameter);
  return of ? stepInUnit(stepValue, unitFor(of.quantity)) : stepValue;
};
export function spokenSpan({ unitFor }: Speech, parameter: Parameter | ParameterId, span: Interval): Interval {
  const of = asKnown(parameter);
  const unit = of ? unitFor(of.quantity) : null;
  if (!of || !unit || unit.usual) return span;
  const { lo, hi } = span;
  // What is one figure in the book's unit is one figure in every other.
  if (lo !== null && hi !== null && hi - lo <= 1.0001 * 10 ** -of.decimalsCount) {
    const middle = inUnit((lo + hi) / 2, unit);
    return { lo: middle, hi: middle };
  }
  return { lo: lo === null ? null : inUnit(lo, unit), hi: hi === null ? null : inUnit(hi, unit) };
}
/** The unit of a parameter as it is spoken of; empty where it has none. */
export const unitOf = (speech: Speech, parameter: ParameterId): string => {
  const of = known.get(parameter);
  return of ? spokenParameter(speech, of).unit : '';
};
export const decimalsOf = (speech: Speech, parameter: ParameterId): number => {
  const of = known.get(parameter);
  return of ? spokenParameter(speech, of).decimalsCount : 2;
};
/** A value, or a span, as bare figures in the unit spoken. */
export const valueText = (speech: Speech, parameter: ParameterId, value: number): string =>
  spokenValue(speech, parameter, value).toFixed(decimalsOf(speech, parameter));
export const spanText = (speech: Speech, parameter: ParameterId, interval: Interval, moreDecimals = 0): string =>
  intervalText(spokenSpan(speech, parameter, interval), decimalsOf(speech, parameter) + moreDecimals);

/** A stretch between two figures as they read: "5–10", and plainly "5" where both ends read the same. */
export const fromTo = (from: string | number, to: string | number): string =>
  String(from) === String(to) ? String(to) : `${from}–${to}`;
