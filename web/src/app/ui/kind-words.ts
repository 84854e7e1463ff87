import { uiPages } from '#words/ui';
import { speech } from '../base/speech';
import { parameters } from '#almanac/parameters';
import type { Interval, ParameterId } from '#core/readings';
import { spokenSpan, spokenStep, unitOf, fromTo } from '#words/units';
import { bedYearCost, type Remedy, type StockKind } from '#core/stock';

const clean = (value: number): string => String(Number(value.toFixed(2)));
const step = (id: ParameterId, value: number): string =>
  `${clean(spokenStep(speech(), id, value))}${unitOf(speech(), id) === 'ppm' || unitOf(speech(), id) === 'mmol/L' ? ` ${unitOf(speech(), id)}` : ''}`;

/** A range in words: `6–14`, `up to 8`, `from 5`. */
export function rangeText(range: Interval | null | undefined, parameter?: ParameterId): string {
  if (!range) return '';
  const { lo, hi } = parameter === undefined ? range : spokenSpan(speech(), parameter, range);
  if (lo !== null && hi !== null) return lo > 0 ? fromTo(clean(lo), clean(hi)) : `up to ${clean(hi)}`;
  return lo === null ? (hi === null ? '' : `up to ${clean(hi)}`) : `from ${clean(lo)}`;
}
export const parameterShort = (id: string): string => parameters.find((p) => p.id === id)?.short ?? id;
/** In the middle of a sentence: a word small, a symbol such as pH as it is. */
export const parameterLabel = (id: string): string =>
  parameters.find((p) => p.id === id)?.label.replace(/^[A-Z](?=[a-z]{2})/, (first) => first.toLowerCase()) ?? id;
/** The quantity whose units a parameter is told in; empty for what is none of the book's. */
export const quantityOf = (id: string): string => parameters.find((p) => p.id === id)?.quantity ?? '';

export const groupWords: Record<StockKind['group'], string> = {
  fish: 'fish',
  shrimp: 'shrimp',
  crayfish: 'crayfish',
  snail: 'snails',
  plant: 'plants',
};

/** What is done to a source, in one line: `40 % RO, GH +3 with a mineral`. */
const monthsText = ({ lo, hi }: { lo: number; hi: number }): string => {
  const [from, to] = [Math.floor(lo), Math.round(hi)];
  return fromTo(from, to);
};
export function remedyText(
  { roFraction, ghAddedDegrees, khAddedDegrees, activeBed }: Remedy,
  bedMonths: { lo: number; hi: number } | null = null,
  bedValue: number | null = null,
): string {
  const year = bedMonths && bedValue !== null ? bedYearCost({ bedValue, months: bedMonths }) : null;
  const cost = year ? `, ${fromTo(Math.round(year.loValue), Math.round(year.hiValue))} a year` : '';
  const parts = [
    ...(roFraction >= 1 - 1e-9 ? ['pure RO'] : roFraction > 0 ? [`${Math.round(roFraction * 100)} % RO`] : []),
    ...(ghAddedDegrees > 0 ? [uiPages.ghWithAMineral(step('ghDegrees', ghAddedDegrees))] : []),
    ...(khAddedDegrees > 0 ? [uiPages.khWithABicarbonate(step('khDegrees', khAddedDegrees))] : []),
    ...(activeBed ? [uiPages.anActiveBed(bedMonths ? uiPages.newEveryMonths(monthsText(bedMonths), cost) : '')] : []),
  ];
  return parts.length === 0 ? uiPages.asItIs : parts.join(', ');
}
