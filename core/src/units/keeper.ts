import { quantityNamed, unitNamed } from './convert';
import { notationOf, oneValue } from './notation';
import type { Unit } from './quantities';

/** What a keeper may choose to see and write a quantity in; the first is what the book keeps. */
export const unitChoices = {
  volume: ['L', 'US gal', 'imp gal'],
  temperature: ['°C', '°F'],
  length: ['cm', 'in'],
  hardness: ['degrees', 'ppm', 'mmol/L'],
  ammonia: ['mg/L as N', 'mg/L as NH3', 'mg/L as NH4'],
  nitrogen: ['as ion', 'as N'],
  conductivity: ['µS/cm', 'ppm (0.5)', 'ppm (0.64)', 'ppm (0.7)'],
} as const;
export type UnitQuestion = keyof typeof unitChoices;
export type KeepersUnits = { [Q in UnitQuestion]: (typeof unitChoices)[Q][number] };

/** As the book keeps everything. */
export const usualUnits: KeepersUnits = {
  volume: 'L',
  temperature: '°C',
  length: 'cm',
  hardness: 'degrees',
  ammonia: 'mg/L as N',
  nitrogen: 'as ion',
  conductivity: 'µS/cm',
};

/** Quantities that a choice stands for; a flow is told by its volume, a step of temperature by its scale. */
const chosenBy: Readonly<Record<string, UnitQuestion>> = {
  volume: 'volume',
  temperature: 'temperature',
  temperatureDifference: 'temperature',
  length: 'length',
  gh: 'hardness',
  kh: 'hardness',
  ammonia: 'ammonia',
  nitrite: 'nitrogen',
  nitrate: 'nitrogen',
  conductivity: 'conductivity',
};

/** A unit as it is shown: canonical = value × factor + offset. */
export interface ShownUnit {
  name: string;
  factor: number;
  offset: number;
  /** Decimals beside those of the canonical unit, so that as much is told as before. */
  moreDecimals: number;
  /** Whether it is the unit in which the book keeps it. */
  usual: boolean;
}

const shown = (unit: Unit, { name, usual }: { name: string; usual: boolean }): ShownUnit => ({
  name,
  factor: unit.factor,
  offset: unit.offset ?? 0,
  moreDecimals: Math.round(Math.log10(unit.factor)),
  usual,
});

/**
 * The unit in which this keeper sees a quantity of `#core/units` (`volume`, `nitrate`, `gh`, …). A quantity that nobody
 * chooses a unit for stays in its own.
 * @example keepersUnit('temperature', { ...usualUnits, temperature: '°F' }).name // '°F'
 */
export function keepersUnit(quantityId: string, units: KeepersUnits): ShownUnit {
  const quantity = quantityNamed(quantityId);
  const question = chosenBy[quantityId];
  const [canonical] = quantity.ok ? quantity.value.units : [{ names: [''], factor: 1 }];
  const own = shown(canonical, { name: canonical.names[0] ?? '', usual: true });
  if (!quantity.ok || question === undefined) return own;
  const chosen = units[question];
  if (chosen === usualUnits[question]) return own;
  const found = unitNamed({ quantity: quantity.value, unit: chosen });
  return found.ok ? shown(found.value, { name: chosen === 'as N' ? 'mg/L as N' : chosen, usual: false }) : own;
}

/**
 * A canonical value in the unit shown.
 * @example inUnit(20, keepersUnit('temperature', { ...usualUnits, temperature: '°F' })) // 68
 */
export const inUnit = (value: number, { factor, offset }: ShownUnit): number => (value - offset) / factor;
/** A step between two canonical values, in the unit shown: a scale's zero does not count. */
export const stepInUnit = (stepValue: number, { factor }: ShownUnit): number => stepValue / factor;
/**
 * What is written in the unit shown, in the canonical one.
 * @example fromUnit(68, keepersUnit('temperature', { ...usualUnits, temperature: '°F' })) // 20
 */
export const fromUnit = (value: number, { factor, offset }: ShownUnit): number => value * factor + offset;

/** Decimals for a value shown, from those of the canonical unit (0 to 3). */
export const decimalsIn = (canonicalDecimals: number, { moreDecimals }: ShownUnit): number =>
  Math.min(Math.max(canonicalDecimals, 3), Math.max(0, canonicalDecimals + moreDecimals));

/**
 * Reads one amount as it is written: with or without a unit of its quantity, decimal commas understood; a bare number is
 * in the keeper's unit, a span is its middle. Canonical; null where nothing is written, undefined where it is no such
 * amount.
 * @example amountRead('5 gal', { quantityId: 'volume', units: { ...usualUnits, volume: 'US gal' } }) // 18.93
 */
export function amountRead(
  text: string,
  { quantityId, units }: { quantityId: string; units: KeepersUnits },
): number | null | undefined {
  const trimmed = text.trim();
  if (trimmed === '') return null;
  const written = notationOf(trimmed);
  const value = written ? oneValue(written) : null;
  if (!written || value === null) return undefined;
  const { unitText } = written;
  const keepers = keepersUnit(quantityId, units);
  if (unitText === '') return fromUnit(value, keepers);
  const quantity = quantityNamed(quantityId);
  if (!quantity.ok) return undefined;
  // A bare gallon is the keeper's own.
  const plainGallon = /^gal(lons?)?$/i.test(unitText);
  if (plainGallon && keepers.name.includes('gal')) return fromUnit(value, keepers);
  const found = unitNamed({ quantity: quantity.value, unit: unitText });
  if (!found.ok || found.value.factorSpan) return undefined;
  return value * found.value.factor + (found.value.offset ?? 0);
}
