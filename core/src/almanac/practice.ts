import { bandVerdict, highEnd, lowEnd, type Interval, type ParameterId } from '#core/readings';
import type { Bearing, EvidenceGrade } from '#core/water';

/** One line of a practice: the band a school keeps for one parameter, in the parameter's canonical unit. */
export interface BandLine extends Interval {
  parameter: ParameterId;
  grade: EvidenceGrade;
  sourceIds: readonly string[];
  note?: string;
  /** The trade gave pen ppm without a factor: lo and hi are the widest reading of it, `surely` the part true of any factor. */
  surely?: Interval;
  /** Set where the animals of the tank narrow it, or are the only ones to ask. */
  asked?: AskedBy;
  /** What these animals ask has no value in common with it; the line is the practice's, and the clash is a finding. */
  clash?: { names: string[]; range: Interval };
}

/** Whose ranges set an end of a band. */
export interface AskedBy {
  names: string[];
  /** What the practice alone says; null where it says nothing. */
  practice: Interval | null;
  /** The book is not sure of these ranges: they warn, they never ask to act. */
  unsure: boolean;
  /** How wide the narrowest of their own ranges is, in the unit of the parameter; null where none has two ends. */
  widthValue: number | null;
}

/** A kind that lives in the tank, as far as it asks for a band. */
export interface Asker {
  name: string;
  ranges: Partial<
    Record<
      ParameterId,
      Interval & { grade: EvidenceGrade; sourceIds: readonly string[]; confidence: 'high' | 'middle' | 'low' }
    >
  >;
}

/** A school's way of keeping one kind of livestock; what it does not say is left out. */
export interface Practice {
  id: string;
  version: number;
  livestock: string;
  name: string;
  reason: string;
  bands: readonly BandLine[];
  /** What these animals bear, where the school is about kinds that bear less than usual. */
  bearing?: Bearing;
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

/** The ppm that a band was given in, where its trade named no factor: a pen read in ppm is held against them as they stand. */
export function penPpmOfBand({ surely, asked, ...line }: BandLine): Interval | null {
  if (!surely) return null;
  const { lo, hi } = asked?.practice ?? line;
  const at = (value: number | null, factor: number): number | null =>
    value === null ? null : Math.round(value * factor);
  return { lo: at(lo, 0.7), hi: at(hi, 0.5) };
}

/** Whether a reading that lies in the wide band would also lie in it for every pen factor. */
export function hangsOnFactor({ line, reading }: { line: BandLine; reading: Interval }): boolean {
  if (!line.surely) return false;
  const [floor, ceiling] = [line.surely.lo ?? -Infinity, line.surely.hi ?? Infinity];
  return (reading.lo ?? -Infinity) < floor || (reading.hi ?? Infinity) > ceiling;
}

/**
 * The bands in force for a tank: the practice's, the general safety lines it does not speak of, and within them what the
 * animals that live there ask; the keeper's own on top of all, as they were set.
 */
export function bandsInForce({
  practice,
  safety,
  overrides,
  askers = [],
}: {
  practice: Practice;
  safety: readonly BandLine[];
  overrides: readonly BandLine[];
  askers?: readonly Asker[];
}): BandLine[] {
  const laid = new Map<ParameterId, BandLine>();
  for (const line of [...safety, ...practice.bands]) laid.set(line.parameter, line);
  const asked = new Set(askers.flatMap((a) => Object.keys(a.ranges) as ParameterId[]));
  for (const parameter of asked) {
    const line = askedBand({ parameter, line: laid.get(parameter) ?? null, askers });
    if (line) laid.set(parameter, line);
  }
  for (const line of overrides) laid.set(line.parameter, line);
  return [...laid.values()];
}

/** The tightest band that a practice and all of the animals share; the practice's where they share none. */
function askedBand({
  parameter,
  line,
  askers,
}: {
  parameter: ParameterId;
  line: BandLine | null;
  askers: readonly Asker[];
}): BandLine | null {
  const ranged = askers.flatMap(({ name, ranges }) => {
    const range = ranges[parameter];
    return range ? [{ name, range }] : [];
  });
  const practice = line && { lo: line.lo, hi: line.hi };
  const lo = Math.max(...ranged.map((r) => lowEnd(r.range)), practice ? lowEnd(practice) : -Infinity);
  const hi = Math.min(...ranged.map((r) => highEnd(r.range)), practice ? highEnd(practice) : Infinity);
  if (lo > hi) {
    const apart = ranged.filter(
      ({ range }) => practice && (lowEnd(range) > highEnd(practice) || highEnd(range) < lowEnd(practice)),
    );
    const [first] = apart;
    return line && first
      ? { ...line, clash: { names: apart.map((r) => r.name), range: { lo: first.range.lo, hi: first.range.hi } } }
      : line;
  }
  const setting = ranged.filter(
    ({ range }) =>
      (lowEnd(range) === lo && lo > (practice ? lowEnd(practice) : -Infinity)) ||
      (highEnd(range) === hi && hi < (practice ? highEnd(practice) : Infinity)),
  );
  const [first] = setting;
  if (!first) return line;
  const band: Interval = { lo: Number.isFinite(lo) ? lo : null, hi: Number.isFinite(hi) ? hi : null };
  return {
    ...(line ?? { parameter, grade: first.range.grade, sourceIds: first.range.sourceIds }),
    ...band,
    asked: {
      names: [...new Set(setting.map((r) => r.name))],
      practice,
      unsure: setting.every((r) => r.range.confidence === 'low'),
      widthValue: narrowest(setting.map((r) => r.range)),
    },
  };
}

function narrowest(ranges: readonly Interval[]): number | null {
  const widths = ranges.map((r) => highEnd(r) - lowEnd(r)).filter((w) => Number.isFinite(w));
  return widths.length === 0 ? null : Math.min(...widths);
}

/**
 * The band whose leaving is worth a forecast: what the animals ask, until the water is beyond it or crosses its edge
 * already, or where the book is not sure of it; then what their practice asks.
 */
export function bandAhead({ line, latest }: { line: BandLine | null; latest: Interval | null }): Interval | null {
  if (!line?.asked) return line;
  const within = !latest || bandVerdict(latest, line).verdict === 'inside';
  return within && !line.asked.unsure ? line : line.asked.practice;
}

/** The schools of one livestock that differ about a value: some keep animals in it, others do not. */
export interface SchoolClash {
  parameter: ParameterId;
  keeping: readonly string[];
  against: readonly { name: string; why: string }[];
}
/**
 * Where the schools of a livestock clash at the value of a water: those whose band holds it, or that let it be, beside
 * those whose band it lies outside of, with their point. Null where they agree, or a reading crosses an end.
 * @example schoolClash({ practices, livestock: 'Neocaridina', parameter: 'ghDegrees', reading: { lo: 18, hi: 18 } })
 */
export function schoolClash({
  practices,
  livestock,
  parameter,
  reading,
}: {
  practices: readonly Practice[];
  livestock: string;
  parameter: ParameterId;
  reading: Interval;
}): SchoolClash | null {
  const keeping: string[] = [];
  const against: { name: string; why: string }[] = [];
  for (const practice of practices.filter((p) => p.livestock === livestock)) {
    const band = practice.bands.find((b) => b.parameter === parameter);
    const verdict = band ? bandVerdict(reading, band).verdict : 'inside';
    if (verdict === 'inside') keeping.push(practice.name);
    if (verdict === 'outside') against.push({ name: practice.name, why: practice.clashes?.[0]?.why ?? '' });
  }
  return keeping.length > 0 && against.length > 0 ? { parameter, keeping, against } : null;
}
