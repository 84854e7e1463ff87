import type { Interval, ParameterId } from '#core/readings';
import type { EvidenceGrade } from '#core/water';

/** One line of a practice: the band a school keeps for one parameter, in the parameter's canonical unit. */
export interface BandLine extends Interval {
  parameter: ParameterId;
  grade: EvidenceGrade;
  sourceIds: readonly string[];
  note?: string;
  /** The trade gave pen ppm without a factor: lo and hi are the widest reading of it, `surely` the part true of any factor. */
  surely?: Interval;
}

/** A school's way of keeping one kind of livestock; what it does not say is left out. */
export interface Practice {
  id: string;
  version: number;
  livestock: string;
  name: string;
  reason: string;
  bands: readonly BandLine[];
  /** Stained water: not carbonate but humic acids hold its pH. */
  tannins?: boolean;
  /** It is kept for shrimp: after a change their moults are counted. */
  moults?: boolean;
  /** Ids of practices that contradict this one, with the point in plain words. */
  clashes?: readonly { practiceId: string; why: string }[];
}

/** A pen band without a stated factor, as conductivity: at 0.7 the ppm are least, at 0.5 most. */
export function penBand({ loPpmCount, hiPpmCount }: { loPpmCount: number | null; hiPpmCount: number | null }): {
  lo: number | null;
  hi: number | null;
  surely: Interval;
} {
  const at = (readCount: number | null, factor: number): number | null =>
    readCount === null ? null : Math.round(readCount / factor);
  return {
    lo: at(loPpmCount, 0.7),
    hi: at(hiPpmCount, 0.5),
    surely: { lo: at(loPpmCount, 0.5), hi: at(hiPpmCount, 0.7) },
  };
}

/** Whether a reading that lies in the wide band would also lie in it for every pen factor. */
export function hangsOnFactor({ line, reading }: { line: BandLine; reading: Interval }): boolean {
  if (!line.surely) return false;
  const [floor, ceiling] = [line.surely.lo ?? -Infinity, line.surely.hi ?? Infinity];
  return (reading.lo ?? -Infinity) < floor || (reading.hi ?? Infinity) > ceiling;
}

/** The bands in force for a tank: the practice's, the general safety lines it does not speak of, and the keeper's own. */
export function bandsInForce({
  practice,
  safety,
  overrides,
}: {
  practice: Practice;
  safety: readonly BandLine[];
  overrides: readonly BandLine[];
}): BandLine[] {
  const laid = new Map<ParameterId, BandLine>();
  for (const line of [...safety, ...practice.bands, ...overrides]) laid.set(line.parameter, line);
  return [...laid.values()];
}
