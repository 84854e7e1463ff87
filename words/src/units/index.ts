import { parameters } from '#almanac/parameters';
import { intervalText, type Interval, type Parameter, type ParameterId } from '#core/readings';
import {
  decimalsIn,
  inUnit,
  keepersUnit,
  stepInUnit,
  usualUnits,
  type KeepersUnits,
  type ShownUnit,
} from '#core/units';

/**
 * The units in which sentences are said. One for all words, like the language they are in: a page says them in the units
 * of who reads it, the house (before each sheet it words) in those of its keeper. What is computed and kept knows nothing
 * of it.
 */
let spoken: KeepersUnits = usualUnits;
/** Found once: a grid of three thousand cells asks for them with each key. */
const found = new Map<string, ShownUnit>();
export const speakIn = (units: KeepersUnits): void => {
  spoken = units;
  found.clear();
};
export const spokenUnits = (): KeepersUnits => spoken;

function unitFor(quantityId: string): ShownUnit {
  const there = found.get(quantityId);
  if (there) return there;
  const unit = keepersUnit(quantityId, spoken);
  found.set(quantityId, unit);
  return unit;
}

/** The name of the unit of a quantity: `L`, `US gal`. */
export const unitName = (quantityId: string): string => unitFor(quantityId).name;
/** A canonical amount as a bare figure in the unit spoken. */
export const amountFigure = (quantityId: string, value: number, decimalsCount: number): string => {
  const unit = unitFor(quantityId);
  return inUnit(value, unit).toFixed(decimalsIn(decimalsCount, unit));
};
/** A canonical amount with its unit: `18.0 L`. */
export const amount = (quantityId: string, value: number, decimalsCount: number): string =>
  `${amountFigure(quantityId, value, decimalsCount)} ${unitName(quantityId)}`;
/** The same with as many figures as tell something (four): `18.5 L`. */
export const amountPlainly = (quantityId: string, value: number): string =>
  `${Number(inUnit(value, unitFor(quantityId)).toPrecision(4))} ${unitName(quantityId)}`;
/** A step between two amounts: `2.0 K` as `3.6 °F`. */
export function amountStep(quantityId: string, stepValue: number, decimalsCount: number): string {
  const unit = unitFor(quantityId);
  return `${stepInUnit(stepValue, unit).toFixed(decimalsIn(decimalsCount, unit))} ${unit.usual && quantityId === 'temperature' ? 'K' : unit.name}`;
}

const known = new Map<string, Parameter>(parameters.map((p) => [p.id, p]));
const asKnown = (parameter: Parameter | ParameterId): Parameter | undefined =>
  typeof parameter === 'string' ? known.get(parameter) : parameter;

/** A parameter with the unit and the decimals in which it is spoken of. */
export function spokenParameter(parameter: Parameter): Parameter {
  const unit = unitFor(parameter.quantity);
  return unit.usual
    ? parameter
    : { ...parameter, unit: unit.name, decimalsCount: decimalsIn(parameter.decimalsCount, unit) };
}
/** Its value, or a span of it, or a step between two, in that unit. */
export const spokenValue = (parameter: Parameter | ParameterId, value: number): number => {
  const of = asKnown(parameter);
  return of ? inUnit(value, unitFor(of.quantity)) : value;
};
export const spokenStep = (parameter: Parameter | ParameterId, stepValue: number): number => {
  const of = asKnown(parameter);
  return of ? stepInUnit(stepValue, unitFor(of.quantity)) : stepValue;
};
export function spokenSpan(parameter: Parameter | ParameterId, span: Interval): Interval {
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
export const unitOf = (parameter: ParameterId): string => {
  const of = known.get(parameter);
  return of ? spokenParameter(of).unit : '';
};
export const decimalsOf = (parameter: ParameterId): number => {
  const of = known.get(parameter);
  return of ? spokenParameter(of).decimalsCount : 2;
};
/** A value, or a span, as bare figures in the unit spoken. */
export const valueText = (parameter: ParameterId, value: number): string =>
  spokenValue(parameter, value).toFixed(decimalsOf(parameter));
export const spanText = (parameter: ParameterId, interval: Interval, moreDecimals = 0): string =>
  intervalText(spokenSpan(parameter, interval), decimalsOf(parameter) + moreDecimals);

/** A stretch between two figures as they read: "5–10", and plainly "5" where both ends read the same. */
export const fromTo = (from: string | number, to: string | number): string =>
  String(from) === String(to) ? String(to) : `${from}–${to}`;
