import { highEnd, lowEnd, roundTo, type Interval } from '#core/readings';
import { aeratedPh, phAtCo2 } from '#core/water';
import type { KindParameter, StockKind } from './kind';
import { fitOf, type KindFit, type WaterKnown } from './suits';

/** What is done to a source before it goes in; all zero and false is the source as it is. */
export interface Remedy {
  roFraction: number;
  /** General hardness and carbonate hardness added with minerals, degrees. */
  ghAddedDegrees: number;
  khAddedDegrees: number;
  activeBed: boolean;
}
export interface RemedyFound {
  kindId: string;
  verdict: 'as-it-is' | 'after' | 'never' | 'unknown';
  remedy: Remedy;
  water: WaterKnown;
  fit: KindFit;
  /** The fit of the source as it is: what decides against it. */
  asIs: KindFit;
  /** Whether pH in it is only a span that chemistry allows, to be tested. */
  phToTest: boolean;
  /** How long an active bed lasts with this water, months; null where there is none in it. */
  bedMonths: { lo: number; hi: number } | null;
  /** The other way, beside it: pure water with mineral to the middle of what they ask; null where it is no other, or no way. */
  beside: Remedy | null;
}

/** GH minerals give about 40 µS/cm a degree, bicarbonate about 32: equivalent conductivities less 15 % (CRC; our estimate). */
export const ghAddedUsPerCm = 40;
export const khAddedUsPerCm = 32;
/** What a settled active soil holds the water at (common practice). */
const activeBed = { ph: { lo: 5.6, hi: 6.6 }, khDegrees: { lo: 0, hi: 1 } };
/** CO2 of tanks without a supply: in balance with room air at the least, 5 mg/L in a full one (our estimate). */
const stillCo2MgPerL = 5;
/** Temperature is the heater's matter, not the source's. */
const notOfSource: readonly KindParameter[] = ['tempC'];

const scaled = (span: Interval | undefined, factor: number, addedValue: number): Interval | undefined =>
  span && {
    lo: span.lo === null ? null : span.lo * factor + addedValue,
    hi: span.hi === null ? null : span.hi * factor + addedValue,
  };

/** pH that water of this carbonate hardness will have in a tank: from a CO2 of 5 mg/L up to balance with air. */
export function phInTank(khDegrees: Interval): Interval | undefined {
  const [lo, hi] = [khDegrees.lo ?? 0, khDegrees.hi];
  if (hi === null || hi < 0.3) return undefined;
  const low = phAtCo2({ khDegrees: Math.max(lo, 0.3), tempC: 25, co2MgPerL: stillCo2MgPerL });
  const high = aeratedPh({ khDegrees: hi, tempC: 25 });
  return { lo: roundTo(low, 2), hi: roundTo(high, 2) };
}

/** A source after a remedy: hardness and conductivity by volume, pH by carbonate chemistry, never by averaging. */
export function treatedWater({ source, remedy }: { source: WaterKnown; remedy: Remedy }): WaterKnown {
  const { roFraction, ghAddedDegrees, khAddedDegrees } = remedy;
  const left = 1 - roFraction;
  const ghDegrees = scaled(source.ghDegrees, left, ghAddedDegrees);
  const khDegrees = remedy.activeBed ? activeBed.khDegrees : scaled(source.khDegrees, left, khAddedDegrees);
  const ec = scaled(
    source.ec25UsPerCm,
    left,
    roFraction * 8 + ghAddedDegrees * ghAddedUsPerCm + khAddedDegrees * khAddedUsPerCm,
  );
  const untouched = roFraction === 0 && khAddedDegrees === 0 && !remedy.activeBed;
  const ph = remedy.activeBed ? activeBed.ph : untouched ? source.ph : khDegrees && phInTank(khDegrees);
  return {
    ...(ghDegrees ? { ghDegrees } : {}),
    ...(khDegrees ? { khDegrees } : {}),
    ...(ec ? { ec25UsPerCm: ec } : {}),
    ...(ph ? { ph } : {}),
  };
}

const none: Remedy = { roFraction: 0, ghAddedDegrees: 0, khAddedDegrees: 0, activeBed: false };
const cuts = Array.from({ length: 20 }, (_, i) => (i + 1) * 0.05);

/** An active bed takes up the carbonate of every change: about half a year to a year at one degree, less in proportion. */
const bedMonthsAtOneDegree = { lo: 6, hi: 12 };
/** It breaks down by itself in so long, however soft the water. */
const bedMostMonths = { lo: 12, hi: 24 };
/** A bed that is through sooner is no remedy. */
const leastBedMonths = 3;
/**
 * How long an active bed holds its pH against the carbonate of the water that goes in, months. Common practice: a year or
 * two in pure water, months at one or two degrees, weeks from four on; the proportion is ours.
 * @example bedMonths({ khDegrees: 2 }) // 3 to 6
 */
export const bedMonths = ({ khDegrees }: { khDegrees: number }): { lo: number; hi: number } => ({
  lo: Math.min(bedMostMonths.lo, bedMonthsAtOneDegree.lo / Math.max(khDegrees, 1e-9)),
  hi: Math.min(bedMostMonths.hi, bedMonthsAtOneDegree.hi / Math.max(khDegrees, 1e-9)),
});
/**
 * What new beds cost in a year, in the keeper's money: one bed's price by how long each holds.
 * @example bedYearCost({ bedValue: 40, months: { lo: 3, hi: 6 } }) // 80 to 160
 */
export const bedYearCost = ({
  bedValue,
  months,
}: {
  bedValue: number;
  months: { lo: number; hi: number };
}): { loValue: number; hiValue: number } => ({
  loValue: (12 / months.hi) * bedValue,
  hiValue: (12 / months.lo) * bedValue,
});
const monthsIn = (source: WaterKnown, { roFraction, khAddedDegrees }: Remedy): { lo: number; hi: number } =>
  bedMonths({ khDegrees: (source.khDegrees?.hi ?? source.khDegrees?.lo ?? 0) * (1 - roFraction) + khAddedDegrees });

/** Nearer to an end than a tenth of the range, hardness is helped along; it is then brought to the middle. Ours. */
const nearEndFraction = 0.1;
/** Where an aim lies: the middle, or a little above the only end there is. */
const aimOf = ({ lo, hi }: Interval): number => (hi === null ? (lo ?? 0) * 1.15 : ((lo ?? 0) + hi) / 2);
function mineralFor(
  kind: StockKind,
  source: WaterKnown,
  { parameter, roFraction }: { parameter: 'ghDegrees' | 'khDegrees'; roFraction: number },
): number {
  const [range, known] = [kind.ranges[parameter], source[parameter]];
  if (range?.lo == null || known?.lo == null) return 0;
  const left = known.lo * (1 - roFraction);
  const width = range.hi === null ? range.lo : range.hi - range.lo;
  return left >= range.lo + nearEndFraction * width ? 0 : Math.max(0, Math.round((aimOf(range) - left) * 2) / 2);
}

/** Remedies by sort, from the cheapest up: as it is, mineral, RO, active bed, RO with both, RO with mineral, all of it. */
function remediesFor(kind: StockKind, source: WaterKnown): Remedy[][] {
  const mineral = (roFraction: number): Pick<Remedy, 'ghAddedDegrees' | 'khAddedDegrees'> => ({
    ghAddedDegrees: mineralFor(kind, source, { parameter: 'ghDegrees', roFraction }),
    khAddedDegrees: mineralFor(kind, source, { parameter: 'khDegrees', roFraction }),
  });
  const lasting = (remedy: Remedy): boolean => monthsIn(source, remedy).lo >= leastBedMonths;
  return [
    [none],
    [{ ...none, ...mineral(0) }],
    cuts.map((roFraction) => ({ ...none, roFraction })),
    [{ ...none, activeBed: true }].filter(lasting),
    cuts.map((roFraction) => ({ ...none, roFraction, activeBed: true })).filter(lasting),
    cuts.map((roFraction) => ({ ...none, roFraction, ...mineral(roFraction) })),
    cuts
      .map((roFraction) => ({ ...none, roFraction, ...mineral(roFraction), khAddedDegrees: 0, activeBed: true }))
      .filter(lasting),
  ];
}

/** So far from both ends, as a share of the range, is margin enough: kits and blending are no better. Ours. */
const enoughMarginFraction = 0.25;
/** How far the worst of hardness lies from the ends of its range, as a share of its width; closed ranges count. */
function marginOf({ ranges }: StockKind, water: WaterKnown): number {
  const margins = (['ghDegrees', 'khDegrees'] as const).flatMap((parameter) => {
    const [range, known] = [ranges[parameter], water[parameter]];
    if (range?.lo == null || range.hi === null || !known || range.hi <= range.lo) return [];
    // From nothing on there is no lower end to be near to.
    const below = range.lo <= 0 ? Infinity : lowEnd(known) - range.lo;
    return [Math.min(below, range.hi - highEnd(known)) / (range.hi - range.lo)];
  });
  return Math.min(enoughMarginFraction, ...margins);
}

/** It would fit: nothing outside, hardness known and inside; pH may be a span that a test must settle. */
const wouldFit = (fit: KindFit): boolean =>
  fit.verdict === 'fits' ||
  (fit.verdict === 'unknown' &&
    fit.lines.every((l) => l.verdict !== 'unknown' || l.why === 'book-unsure' || l.parameter === 'ph'));

/**
 * Whether a kind can live in a source as it is, and if not, the cheapest sort of change after which it can, and of that
 * sort the one that aims at the middle: the first with a margin of a quarter of the range, else the one with most.
 *
 * Order of cost (ours): as it is; mineral; RO in steps of 5 %; active bed where it lasts for months; RO with active bed; RO
 * with mineral; all three. Pure water with mineral is offered beside. Refused where GH or KH of the source is not known:
 * then the verdict is `unknown` and the fit names the test.
 * @example cheapestRemedy({ kind: neon, source: hardTap }).remedy.roFraction // 0.55
 */
export function cheapestRemedy({ kind, source }: { kind: StockKind; source: WaterKnown }): RemedyFound {
  const asIs = fitOf({ kind, water: source, skip: notOfSource });
  const found = (verdict: RemedyFound['verdict'], remedy: Remedy, water: WaterKnown, fit: KindFit): RemedyFound => ({
    kindId: kind.id,
    verdict,
    remedy,
    water,
    fit,
    asIs,
    phToTest: fit.lines.some((l) => l.parameter === 'ph' && l.verdict === 'unknown'),
    bedMonths: remedy.activeBed ? monthsIn(source, remedy) : null,
    beside: verdict === 'after' && remedy.roFraction < 1 - 1e-9 ? pureWithMineral(kind, source) : null,
  });
  if (asIs.verdict === 'fits') return found('as-it-is', none, source, asIs);
  const blind = (['ghDegrees', 'khDegrees'] as const).some(
    (p) => source[p] === undefined && (p === 'ghDegrees' || kind.ranges[p]),
  );
  if (blind) return found('unknown', none, source, asIs);
  for (const sort of remediesFor(kind, source)) {
    const fitting = sort.flatMap((remedy) => {
      const water = treatedWater({ source, remedy });
      const fit = fitOf({ kind, water, skip: notOfSource });
      return wouldFit(fit) ? [{ remedy, water, fit, margin: marginOf(kind, water) }] : [];
    });
    const most = Math.max(...fitting.map((f) => f.margin));
    const best = fitting.find((f) => f.margin >= most - 1e-9);
    if (best) return found(best.remedy === none ? 'as-it-is' : 'after', best.remedy, best.water, best.fit);
  }
  const undecided = asIs.verdict === 'unknown';
  return found(undecided ? 'unknown' : 'never', none, source, asIs);
}

/** Pure water brought to the middle of what a kind asks; null where that does not fit it. */
function pureWithMineral(kind: StockKind, source: WaterKnown): Remedy | null {
  const remedy: Remedy = {
    ...none,
    roFraction: 1,
    ghAddedDegrees: mineralFor(kind, source, { parameter: 'ghDegrees', roFraction: 1 }),
    khAddedDegrees: mineralFor(kind, source, { parameter: 'khDegrees', roFraction: 1 }),
  };
  const water = treatedWater({ source, remedy });
  return wouldFit(fitOf({ kind, water, skip: notOfSource })) ? remedy : null;
}
