import { dayMs } from '#core/units';
import type { BandLine } from '#core/almanac';
import { hangsOnFactor, penPpmOfBand } from '#core/almanac';
import type { Recorder } from '#core/explain';
import {
  bandVerdict,
  gapBetween,
  highEnd,
  judgeReading,
  lowEnd,
  middle,
  type DatedReading,
  type Direction,
  type Interval,
  type Judgement,
  type Parameter,
  type ParameterId,
  type Water,
} from '#core/readings';
import type { EmergencyThresholds } from '#core/water';
import type { ReasonId, VerdictFacts, VerdictReason } from './reasons';

/** `unknown` is shown as "cannot tell". */
export type TankStateId = 'settled' | 'drifting' | 'act' | 'unknown' | 'resting';

export interface TankChange {
  atEpochMs: number;
  changeFraction: number;
  source: Water;
}
export interface TankHistory {
  /** Newest first, per parameter. */
  readings: Partial<Record<ParameterId, readonly DatedReading[]>>;
  changes: readonly TankChange[];
}

export interface ParameterVerdict {
  parameter: ParameterId;
  state: TankStateId;
  reason: VerdictReason & { id: ReasonId };
  latest: DatedReading | null;
  band: BandLine | null;
  judgement: Judgement | null;
  /** Where it heads by itself, net of the changes. */
  direction: Direction;
  /** Where the readings have gone with the changes in: what the routine makes of it. */
  actual: Direction;
  hangsOnFactor: boolean;
  /** Toxic share, where the parameter is total ammonia and it could be worked out. */
  nh3AsN?: Interval;
  /** Chloride to nitrite by mass, where the parameter is nitrite and chloride was read. */
  clToNo2?: Interval;
  /** Worked out from other readings: it warns, but never makes a tank one that cannot be told. */
  computed?: boolean;
  urgent: boolean;
}

/** What holds the pH of a tank besides carbonate; CO2 is read from pH and KH only where nothing does. */
export type PhHolder = 'carbonate' | 'active-bed' | 'tannins';

export interface VerdictInput {
  catalogue: readonly Parameter[];
  bands: readonly BandLine[];
  history: TankHistory;
  thresholds: EmergencyThresholds;
  /** From here on toxic ammonia is a concern; urgent from `thresholds`. mg/L as N. */
  chronicNh3AsNMgPerL: number;
  phHolder?: PhHolder;
  /** How far a parameter may move in a day with these animals, in its unit; left out where no limit is known. */
  perDay?: Partial<Record<ParameterId, number>>;
  nowEpochMs: number;
  resting: boolean;
}

/** A settled tank is tested every month or so (common practice); half as long again, and we no longer know. */
export const staleAfterDays = 45;

/** What is known of a parameter before it is judged. */
export type Base = Omit<ParameterVerdict, 'state' | 'reason' | 'latest' | 'band'> & {
  latest: DatedReading;
  band: BandLine | null;
};

/** The verdict of a parameter that has a band: the reading, then the forecast, then its age. */
export function judgedVerdict({
  base,
  parameter,
  note,
}: {
  base: Base & { band: BandLine };
  parameter: Parameter;
  note: Recorder;
}): ParameterVerdict {
  const { latest, band } = base;
  const pen = penJudged(latest, band);
  const result = judgeReading(pen ? { reading: pen.reading, band: pen.band } : { reading: latest, band }, note);
  const facts: VerdictFacts = {
    parameter: parameter.id,
    reading: endsOf(latest),
    band: endsOf(band),
    ...(band.asked && !pen ? { asked: band.asked } : {}),
    ...(band.clash ? { clash: band.clash } : {}),
    ...(pen ? { penPpm: pen } : {}),
  };
  if (!result.ok)
    return { ...base, state: 'unknown', reason: { id: 'straddles', facts: { ...facts, unjudged: true } } };
  const judgement = result.value.value;
  const hangs = !pen && judgement.verdict === 'inside' && hangsOnFactor({ line: band, reading: latest });
  const full = { ...base, judgement, hangsOnFactor: hangs };
  note.source(...band.sourceIds);
  if (hangs) note.limit('pen-factor-unknown');
  if (judgement.verdict === 'outside')
    return {
      ...full,
      state: onlyForAnimals(latest, band) ? 'drifting' : 'act',
      reason: { id: 'outside', facts: { ...facts, side: judgement.side === 'above' ? 'above' : 'below' } },
    };
  // A kit too coarse for the edge that only the animals ask for does not make a tank one that cannot be told.
  const told = { ...facts, ...trendOf(base), ...(hangs ? { hangsOnFactor: true } : {}) };
  if (judgement.verdict === 'unknown' && !withinPractice(latest, band))
    return { ...full, state: 'unknown', reason: { id: 'straddles', facts } };
  return headingOut({ ...base, reading: latest, band })
    ? { ...full, state: 'drifting', reason: { id: 'heading-out', facts: told } }
    : { ...full, state: 'settled', reason: { id: 'in-band', facts: told } };
}

/**
 * A pen's ppm against the practice's band in ppm, where neither says its factor: pen against pen. What the animals ask
 * is in µS/cm; it goes first only where the reading lies outside of it by every factor.
 */
function penJudged(latest: DatedReading, band: BandLine): { reading: Interval; band: Interval } | null {
  const ppm = latest.penPpm ? penPpmOfBand(band) : null;
  if (!latest.penPpm || !ppm || (band.asked && bandVerdict(latest, band).verdict === 'outside')) return null;
  return { reading: latest.penPpm, band: ppm };
}

/**
 * Beyond their own range by more than so much of its width, animals are not merely out of what is best for them. Ours:
 * handbooks give what a kind is kept well in, not what it dies of.
 */
const askedSlackFraction = 0.5;

const withinPractice = (reading: Interval, { asked }: BandLine): boolean =>
  asked !== undefined && (asked.practice === null || bandVerdict(reading, asked.practice).verdict === 'inside');

/** Outside of what the animals ask but within their practice, and not far, or by a range that the book is not sure of. */
function onlyForAnimals(reading: Interval, band: BandLine): boolean {
  const { asked } = band;
  if (!asked || (asked.practice && bandVerdict(reading, asked.practice).verdict !== 'inside')) return false;
  if (asked.unsure) return true;
  const gap = Math.max(lowEnd(band) - highEnd(reading), lowEnd(reading) - highEnd(band));
  return gap <= askedSlackFraction * (asked.widthValue ?? Math.max(1, Math.min(highEnd(band), Math.abs(lowEnd(band)))));
}

const endsOf = ({ lo, hi }: Interval): Interval => ({ lo, hi });

/** A tank whose changes hold what rises by itself is steady; one whose routine loses says so. */
function trendOf({ direction, actual }: { direction: Direction; actual: Direction }): Pick<VerdictFacts, 'trend'> {
  if (direction === 'unknown') return {};
  return { trend: { direction, heldByChanges: direction !== 'steady' && actual !== direction } };
}

/** Drifting: by itself and in spite of the changes toward the edge on whose side of the band it stands. */
function headingOut({
  direction,
  actual,
  reading,
  band,
}: {
  direction: Direction;
  actual: Direction;
  reading: Interval;
  band: Interval;
}): boolean {
  if (actual !== direction) return false;
  const at = middle(reading);
  const centre = band.lo !== null && band.hi !== null ? (band.lo + band.hi) / 2 : null;
  if (direction === 'rising') return band.hi !== null && at >= (centre ?? band.hi / 2);
  if (direction === 'falling') return band.lo !== null && band.lo > 0 && at <= (centre ?? band.lo * 1.5);
  return false;
}

/** Readings further apart than this say nothing about a day. */
const rateWithinDays = 4;

/**
 * In band, but moved faster between the last two readings than these animals bear: the least it can have moved, from the
 * nearest ends of both spans, a day. Two readings of one day count as a day.
 */
export function tooFast(
  line: ParameterVerdict,
  { readings, perDay }: { readings: readonly DatedReading[]; perDay: number | undefined },
): ParameterVerdict {
  const [latest, before] = readings;
  if (line.state !== 'settled' || !latest || !before || perDay === undefined) return line;
  const days = (latest.atEpochMs - before.atEpochMs) / dayMs;
  const movedValue = gapBetween({ from: before, to: latest });
  if (days > rateWithinDays || Math.abs(movedValue) <= perDay * Math.max(1, days)) return line;
  return {
    ...line,
    state: 'drifting',
    reason: { id: 'fast', facts: { ...line.reason.facts, fast: { movedValue, days, perDayValue: perDay } } },
  };
}
