import type { BandLine } from '#core/almanac';
import { hangsOnFactor } from '#core/almanac';
import type { Recorder } from '#core/explain';
import {
  gapBetween,
  intervalText,
  judgeReading,
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

export type ReasonId =
  | 'outside'
  | 'toxic-ammonia'
  | 'unguarded-nitrite'
  | 'guarded-nitrite'
  | 'unusual'
  | 'straddles'
  | 'stale'
  | 'never-tested'
  | 'needs-others'
  | 'heading-out'
  | 'fast'
  | 'in-band'
  | 'no-band';

export interface ParameterVerdict {
  parameter: ParameterId;
  state: TankStateId;
  reasonId: ReasonId;
  reason: string;
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

export const dayMs = 86_400_000;
/** A settled tank is tested every month or so (common practice); half as long again, and we no longer know. */
export const staleAfterDays = 45;

/** What is known of a parameter before it is judged. */
export type Base = Omit<ParameterVerdict, 'state' | 'reasonId' | 'reason' | 'latest' | 'band'> & {
  latest: DatedReading;
  band: BandLine | null;
};

export const readText = (parameter: Parameter, reading: Interval): string =>
  `reads ${intervalText(reading, parameter.decimalsCount)}${parameter.unit ? ` ${parameter.unit}` : ''}`;

function bandText(parameter: Parameter, band: Interval): string {
  const shown = (value: number): string => String(Number(value.toFixed(parameter.decimalsCount)));
  if (band.lo !== null && band.hi !== null && band.lo > 0) return `band ${shown(band.lo)}–${shown(band.hi)}`;
  return band.hi === null ? `floor ${shown(band.lo ?? 0)}` : `ceiling ${shown(band.hi)}`;
}

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
  const result = judgeReading({ reading: latest, band }, note);
  if (!result.ok)
    return { ...base, state: 'unknown', reasonId: 'straddles', reason: `${parameter.label} cannot be judged.` };
  const judgement = result.value.value;
  const text = `${parameter.label} ${readText(parameter, latest)}, ${bandText(parameter, band)}`;
  const hangs = judgement.verdict === 'inside' && hangsOnFactor({ line: band, reading: latest });
  const full = { ...base, judgement, hangsOnFactor: hangs };
  note.source(...band.sourceIds);
  if (hangs)
    note.limit('The band was given in pen ppm without a factor; with another factor this reading could lie outside.');
  if (judgement.verdict === 'outside')
    return {
      ...full,
      state: 'act',
      reasonId: 'outside',
      reason: `${text}: ${judgement.side === 'above' ? 'above' : 'below'} it.`,
    };
  if (judgement.verdict === 'unknown')
    return {
      ...full,
      state: 'unknown',
      reasonId: 'straddles',
      reason: `${text}: the reading crosses the limit. ${capital(parameter.finerTest)} would tell.`,
    };
  const trend = trendText(base);
  const doubt = hangs ? ' The band hangs on the pen’s factor.' : '';
  if (headingOut({ ...base, reading: latest, band }))
    return { ...full, state: 'drifting', reasonId: 'heading-out', reason: `${text}${trend}.${doubt}` };
  return { ...full, state: 'settled', reasonId: 'in-band', reason: `${text}${trend}.${doubt}` };
}

/** A tank whose changes hold what rises by itself is steady; one whose routine loses says so. */
function trendText({ direction, actual }: { direction: Direction; actual: Direction }): string {
  if (direction === 'unknown') return '';
  if (direction === 'steady') return ', steady';
  return actual === direction ? `, ${direction}` : `, ${direction} by itself but held by the changes`;
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

export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** Readings further apart than this say nothing about a day. */
const rateWithinDays = 4;

/**
 * In band, but moved faster between the last two readings than these animals bear: the least it can have moved, from the
 * nearest ends of both spans, a day. Two readings of one day count as a day.
 */
export function tooFast(
  line: ParameterVerdict,
  {
    readings,
    perDay,
    parameter,
  }: { readings: readonly DatedReading[]; perDay: number | undefined; parameter: Parameter },
): ParameterVerdict {
  const [latest, before] = readings;
  if (line.state !== 'settled' || !latest || !before || perDay === undefined) return line;
  const days = (latest.atEpochMs - before.atEpochMs) / dayMs;
  const moved = gapBetween({ from: before, to: latest });
  if (days > rateWithinDays || Math.abs(moved) <= perDay * Math.max(1, days)) return line;
  const figure = Math.abs(moved).toFixed(Math.max(1, parameter.decimalsCount));
  const over = days < 1.5 ? 'a day' : `${Math.round(days)} days`;
  return {
    ...line,
    state: 'drifting',
    reasonId: 'fast',
    reason: `${line.reason.replace(/\.$/, '')}, but it ${moved > 0 ? 'rose' : 'fell'} by at least ${figure} in ${over}; these animals bear ${perDay} a day.`,
  };
}
