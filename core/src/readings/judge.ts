import { silent, type Explained, type Recorder } from '#core/explain';
import { because, ok, refuse, type ReasonOf, type Result } from '#core/result';
import { gapBetween, highEnd, lowEnd, middle, roundTo, type Interval } from './interval';
import { likelyMend } from './parse';
import type { Parameter, ParameterId } from './parameter';

/** `unknown` is shown as "cannot tell": the reading's span crosses the limit. */
export type BandVerdict = 'inside' | 'outside' | 'unknown';
export interface Judgement {
  verdict: BandVerdict;
  /** Which edge of the band the reading is beyond, or crosses. */
  side?: 'below' | 'above' | 'both';
}

/** Ends closer than this to a band's edge are on it: binary noise must not turn 6.5 into outside. */
const slack = (edge: number): number => 1e-9 * Math.max(1, Math.abs(edge));

/**
 * Judges a reading, as an interval, against a band: wholly inside, wholly outside, or cannot tell.
 *
 * Both in the parameter's canonical unit, ends closed, null = open. Refuses a band or reading whose ends are crossed.
 * @example judgeReading({ reading: { lo: 20, hi: 40 }, band: { lo: 0, hi: 30 } }) // { verdict: 'unknown', side: 'above' }
 */
export function judgeReading(
  { reading, band }: { reading: Interval; band: Interval },
  note: Recorder = silent,
): Result<Explained<Judgement>> {
  note.by('readings.judge', 1);
  for (const [field, interval] of [
    ['reading', reading],
    ['band', band],
  ] as const)
    if (lowEnd(interval) > highEnd(interval))
      return refuse({
        kind: 'contradiction',
        fields: [field],
        why: because('ends-crossed', { lo: lowEnd(interval), hi: highEnd(interval) }),
      });
  const endless = [reading.lo, reading.hi, band.lo, band.hi].find((end) => end !== null && !Number.isFinite(end));
  if (endless !== undefined) return refuse({ kind: 'not-a-number', field: 'reading', text: String(endless) });
  if (reading.lo === null && reading.hi === null)
    return refuse({ kind: 'missing', field: 'reading', why: because('ends-open') });
  note.fact({ id: 'reading', label: 'Reading', value: spanText(reading), unit: '', origin: 'measured' });
  note.fact({ id: 'band', label: 'Band', value: spanText(band), unit: '', origin: 'almanac' });
  return ok(note.explained(bandVerdict(reading, band)));
}

/** The bare comparison, for lists of thousands whose ends were checked before: no guards, no working. */
export function bandVerdict(reading: Interval, band: Interval): Judgement {
  const [lo, hi, floor, ceiling] = [lowEnd(reading), highEnd(reading), lowEnd(band), highEnd(band)];
  if (hi < floor - slack(floor)) return { verdict: 'outside', side: 'below' };
  if (lo > ceiling + slack(ceiling)) return { verdict: 'outside', side: 'above' };
  const crossesBelow = lo < floor - slack(floor) && !(reading.lo === null && floor <= 0);
  const crossesAbove = hi > ceiling + slack(ceiling);
  if (!crossesBelow && !crossesAbove) return { verdict: 'inside' };
  return { verdict: 'unknown', side: crossesBelow && crossesAbove ? 'both' : crossesBelow ? 'below' : 'above' };
}

/**
 * Where the middle of a reading stands beside its band, for a mark a few pixels wide: 25 and 75 are the edges, 0 and
 * 100 as far beyond them as anything is shown. A band with one end gets its other half from that end.
 * @example placeBesideBand({ reading: { lo: 30, hi: 30 }, band: { lo: 0, hi: 40 } }) // 62.5
 */
export function placeBesideBand({ reading, band }: { reading: Interval; band: Interval }): number {
  const only = band.lo ?? band.hi ?? 0;
  const floor = band.lo ?? Math.min(0, only);
  const ceiling = band.hi ?? (only === 0 ? 1 : only * 2);
  const wide = ceiling - floor;
  if (!(wide > 0)) return 50;
  return Math.min(100, Math.max(0, 25 + (50 * (middle(reading, floor) - floor)) / wide));
}

const spanText = ({ lo, hi }: Interval): string =>
  `${lo === null ? 'open' : String(lo)} to ${hi === null ? 'open' : String(hi)}`;

/** A reading nobody would expect is asked about, kept if the keeper insists, and marked. */
export type OddReason = ReasonOf<{
  'outside-usual': { parameter: ParameterId; value: number; lo: number; hi: number };
  jumped: { parameter: ParameterId; last: Interval; gapValue: number };
}>;
export type Plausibility = { kind: 'fine' } | { kind: 'question'; why: OddReason; mend?: string };

/**
 * Asks about a reading that is possible but unlikely: outside what tanks are, or far from this tank's last reading.
 * @example plausibility({ parameter: temp, reading: { lo: 64, hi: 64 }, last: { lo: 24, hi: 24 } }) // a question: 64 °F?
 */
export function plausibility({
  parameter,
  reading,
  last,
}: {
  parameter: Parameter;
  reading: Interval;
  last?: Interval | undefined;
}): Plausibility {
  const { id, plausible, usualJump } = parameter;
  const centre = roundTo(middle(reading, plausible.lo), parameter.decimalsCount);
  const off = lowEnd(reading) > plausible.hi || highEnd(reading) < plausible.lo;
  if (off)
    return question(parameter, centre, {
      id: 'outside-usual',
      facts: { parameter: id, value: centre, lo: plausible.lo, hi: plausible.hi },
    });
  if (!last) return { kind: 'fine' };
  const gap = gapBetween({ from: last, to: reading });
  const edge = gap > 0 ? (last.hi ?? 0) : (last.lo ?? 0);
  if (Math.abs(gap) <= usualJump.value + usualJump.ofLastFraction * Math.abs(edge)) return { kind: 'fine' };
  return question(parameter, centre, { id: 'jumped', facts: { parameter: id, last, gapValue: gap } });
}

function question(parameter: Parameter, value: number, why: OddReason): Plausibility {
  const mend = likelyMend({ parameter, value });
  return { kind: 'question', why, ...(mend === undefined ? {} : { mend }) };
}
