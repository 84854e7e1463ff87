import { convert, notationOf, oneValue } from '#core/units';
import type { ReasonOf } from '#core/result';
import type { Parameter } from './parameter';

/** Why a typed aim, label or band is asked about before it is believed. */
export type AimQuestion = ReasonOf<{
  /** More than tanks are, and as ppm a usual hardness. */
  'ppm-or-degrees': { value: number; asPpmDegrees: number };
  /** ppm of a conductivity pen, and nobody knows its factor. */
  'which-factor': { value: number };
  'not-understood': { text: string };
  'outside-possible': { value: number; lo: number; hi: number };
}>;
export type AimRead = { value: number | null } | { question: AimQuestion };

const bareUnit = '';

/**
 * One value that is wanted, not read: an aim, a band's end, a label, a bag. With or without its unit; a bare number is in
 * the unit of the parameter. Conductivity in ppm is by this house's pen (`penUnit`, such as `ppm (0.7)`). Hardness that no
 * tank has, but would be usual as ppm, is asked about. In the unit of the parameter; empty is null.
 * @example aimRead({ parameter: gh, text: '300', penUnit: '' }) // a question: ppm (16.8 °dH) or degrees
 */
export function aimRead({
  parameter,
  text,
  penUnit,
}: {
  parameter: Parameter;
  text: string;
  /** As `unitShownBy` says it; empty where the house has no pen in ppm, `ppm` where its factor is not known. */
  penUnit: string;
}): AimRead {
  const trimmed = text.trim();
  if (trimmed === '') return { value: null };
  const written = notationOf(trimmed);
  const value = written ? oneValue(written) : null;
  if (!written || value === null) return { question: { id: 'not-understood', facts: { text: trimmed } } };
  const unit = written.unitText;
  const pen = parameter.quantity === 'conductivity' && /^(ppm|tds)$/i.test(unit);
  if (pen && !penUnit.includes('(')) return { question: { id: 'which-factor', facts: { value } } };
  const canonical = inUnitOf(parameter, value, pen ? penUnit : unit);
  if (canonical === null) return { question: { id: 'not-understood', facts: { text: trimmed } } };
  const { possible, plausible } = parameter;
  if (unit === bareUnit && value > plausible.hi && (parameter.quantity === 'gh' || parameter.quantity === 'kh')) {
    const asPpmDegrees = inUnitOf(parameter, value, 'ppm');
    if (asPpmDegrees !== null && asPpmDegrees <= plausible.hi)
      return { question: { id: 'ppm-or-degrees', facts: { value, asPpmDegrees } } };
  }
  return canonical < possible.lo || canonical > possible.hi
    ? { question: { id: 'outside-possible', facts: { value: canonical, lo: possible.lo, hi: possible.hi } } }
    : { value: canonical };
}

function inUnitOf({ quantity, unit }: Parameter, value: number, from: string): number | null {
  if (from === bareUnit) return value;
  const converted = convert({ quantity, value, from, to: unit });
  return converted.ok ? converted.value.value : null;
}
