import type { Interval } from '#core/readings';
import { roundTo } from '#core/readings';
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

/** Remedies from the cheapest up: as it is, mineral, RO, active bed, RO with mineral, and all of it. */
function* remediesFor(kind: StockKind, source: WaterKnown): Generator<Remedy> {
  const wanted = (parameter: 'ghDegrees' | 'khDegrees', roFraction: number): number => {
    const [range, known] = [kind.ranges[parameter], source[parameter]];
    if (range?.lo == null || known?.lo == null) return 0;
    return Math.max(0, Math.ceil((range.lo - known.lo * (1 - roFraction)) * 2 - 1e-9) / 2);
  };
  const mineral = (roFraction: number): Pick<Remedy, 'ghAddedDegrees' | 'khAddedDegrees'> => ({
    ghAddedDegrees: wanted('ghDegrees', roFraction),
    khAddedDegrees: wanted('khDegrees', roFraction),
  });
  yield none;
  yield { ...none, ...mineral(0) };
  for (const roFraction of cuts) yield { ...none, roFraction };
  yield { ...none, activeBed: true };
  for (const roFraction of cuts) yield { ...none, roFraction, activeBed: true };
  for (const roFraction of cuts) yield { ...none, roFraction, ...mineral(roFraction) };
  for (const roFraction of cuts)
    yield { roFraction, ghAddedDegrees: wanted('ghDegrees', roFraction), khAddedDegrees: 0, activeBed: true };
}

/** It would fit: nothing outside, hardness known and inside; pH may be a span that a test must settle. */
const wouldFit = (fit: KindFit): boolean =>
  fit.verdict === 'fits' ||
  (fit.verdict === 'unknown' &&
    fit.lines.every((l) => l.verdict !== 'unknown' || l.why === 'book-unsure' || l.parameter === 'ph'));

/**
 * Whether a kind can live in a source as it is, and if not, the cheapest change after which it can.
 *
 * Order of cost (ours): as it is; mineral; RO in steps of 5 %; active bed; RO with active bed; RO with mineral; all
 * three. Refused where GH or KH of the source is not known: then the verdict is `unknown` and the fit names the test.
 * @example cheapestRemedy({ kind: neon, source: hardTap }).remedy.roFraction // 0.4
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
  });
  if (asIs.verdict === 'fits') return found('as-it-is', none, source, asIs);
  const blind = (['ghDegrees', 'khDegrees'] as const).some(
    (p) => source[p] === undefined && (p === 'ghDegrees' || kind.ranges[p]),
  );
  if (blind) return found('unknown', none, source, asIs);
  for (const remedy of remediesFor(kind, source)) {
    const water = treatedWater({ source, remedy });
    const fit = fitOf({ kind, water, skip: notOfSource });
    if (wouldFit(fit)) return found(remedy === none ? 'as-it-is' : 'after', remedy, water, fit);
  }
  const undecided = asIs.verdict === 'unknown';
  return found(undecided ? 'unknown' : 'never', none, source, asIs);
}
