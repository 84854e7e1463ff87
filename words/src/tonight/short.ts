import { parameters, parameterWords } from '#almanac/parameters';
import { intervalText, type Interval } from '#core/readings';
import type { VerdictReason } from '#core/tonight';
import { fromTo, spanText, spokenParameter, type Speech } from '#words/units';
import { spokenFacts } from './spoken';

const span = ({ lo, hi }: Interval, decimalsCount: number): string => {
  const shown = (value: number): string => String(Number(value.toFixed(decimalsCount)));
  if (lo !== null && hi !== null && lo > 0) return fromTo(shown(lo), shown(hi));
  return hi === null ? shown(lo ?? 0) : shown(hi);
};

/**
 * A verdict in about five words, for a line of the round: what decides it, what it reads, and where that lies.
 * @example shortVerdict({ id: 'outside', facts: { parameter: 'ph', reading: { lo: 7.1, hi: 7.1 }, band: { lo: 6.5, hi: 6.8 }, side: 'above' } }) // 'pH 7.1, above 6.5–6.8'
 */
export function shortVerdict(speech: Speech, { id, facts: reckoned }: VerdictReason): string {
  if (id === 'resting') return 'no animals in it';
  const found = parameters.find((p) => p.id === reckoned.parameter);
  const parameter = found ? spokenParameter(speech, found) : undefined;
  const facts = spokenFacts(speech, reckoned);
  if (id === 'nothing-tested' || !parameter) return 'nothing tested yet';
  const name = parameterWords[parameter.id];
  const { penPpm } = reckoned;
  const { reading, band, side, leaves, trend, usual, fast, toxic, co2 } = facts;
  if (id === 'never-tested') return `${name} never tested`;
  if (id === 'stale') return `${name} untested ${Math.round(facts.ageDays ?? 0)} days`;
  if (id === 'needs-others') return `${name}: pH or temperature missing`;
  if (toxic) return `toxic ammonia ${spanText(speech, 'tanMgPerL', toxic.span, 1)} mg/L`;
  const read = penPpm
    ? ` ${intervalText(penPpm.reading, 0)} ppm`
    : reading
      ? ` ${intervalText(reading, parameter.decimalsCount)}`
      : '';
  if (co2) return `CO₂${read}, limit ${co2.limitMgPerL}`;
  if (id === 'no-band') return `${name}${read}, no band`;
  if (id === 'straddles') return `${name}${read}, cannot tell`;
  const limits = penPpm ? `${span(penPpm.band, 0)} ppm` : band ? span(band, parameter.decimalsCount) : 'its band';
  if (side && id !== 'in-band') return `${name}${read}, ${side} ${limits}`;
  if (fast) return `${name}${read}, ${fast.movedValue > 0 ? 'rose' : 'fell'} fast`;
  if (leaves)
    return `${name}${read}, ${leaves.hi !== null && leaves.hi <= 1 ? 'out within a day' : `out from day ${leaves.lo}`}`;
  if (usual) return `${name}${read}, unusual here`;
  if (trend && trend.direction !== 'steady') return `${name}${read}, ${trend.direction}`;
  return `${name}${read}, in band`;
}
