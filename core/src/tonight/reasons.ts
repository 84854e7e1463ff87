import type { HeldFact } from './held-fact';
import type { AskedBy } from '#core/almanac';
import type { Interval, ParameterId } from '#core/readings';

/** Why a value, or a tank, is judged as it is; the ids are stable, sentences are made of the facts in `words`. */
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

/** All that a verdict's sentence needs, each part only where it holds. Values are in the unit of the parameter. */
export interface VerdictFacts {
  /** Null where it is about the tank as a whole. */
  parameter: ParameterId | null;
  reading?: Interval;
  band?: Interval;
  /** On which side of its band it lies. */
  side?: 'above' | 'below';
  /** Animals of the tank that set this band, and what the practice alone says; `unsure` where the book is not sure of them. */
  asked?: AskedBy;
  /** Animals whose range has no value in common with the practice's band. */
  clash?: { names: readonly string[]; range: Interval };
  /** Read in ppm against a band that was given in ppm, neither with its factor: compared as they stand. */
  penPpm?: { reading: Interval; band: Interval };
  /** The reading could not be held against its band at all. */
  unjudged?: boolean;
  ageDays?: number;
  trend?: { direction: 'steady' | 'rising' | 'falling'; heldByChanges: boolean };
  /** Moving, but not expected to leave its band in four weeks. */
  stays?: boolean;
  leaves?: { side: 'above' | 'below'; lo: number; hi: number | null };
  /** A band in pen ppm of unknown factor. */
  hangsOnFactor?: boolean;
  heat?: { tempC: number; o2MgPerL: number };
  oxygen?: { ofSaturationFraction: number; tempC: number };
  /** What is usual in this tank, and whether it has always been out of its band. */
  usual?: { span: Interval; alwaysSo: boolean };
  fast?: { movedValue: number; days: number; perDayValue: number };
  /** Of total ammonia: the toxic part, mg/L as N. */
  toxic?: { span: Interval; concernMgPerL: number; urgentMgPerL: number | null };
  /** Of nitrite: how far chloride guards; the ratio is null where no chloride was read. */
  chloride?: { ratio: Interval | null; wantedRatio: number; guards: boolean };
  /** Of CO2 worked out from pH and KH: the limit, mg/L, and where the reading lies. */
  co2?: { limitMgPerL: number; over: boolean; open: boolean };
}
export interface VerdictReason {
  id: ReasonId | 'resting' | 'nothing-tested';
  facts: VerdictFacts;
}

export type NextStepId =
  | 'nothing-due'
  | 'leave'
  | 'test-it'
  | 'test-first'
  | 'test-companions'
  | 'test-once-more'
  | 'test-finer'
  | 'test-this-week'
  | 'test-unseen'
  | 'look-before'
  | 'gas-down'
  | 'air'
  | 'heater'
  | 'change-now'
  | 'plan-change'
  | 'bring-slowly'
  | 'look-animals'
  | 'see-to-job'
  | 'see-to-tonight'
  | 'first-aid'
  | 'see-to-this';
/** The one next step of a tank, as data. */
export interface NextStep {
  kind: 'leave' | 'change-now' | 'change' | 'test' | 'look' | 'none';
  reason: { id: NextStepId; facts: { parameter: ParameterId | null; held?: HeldFact } };
}
