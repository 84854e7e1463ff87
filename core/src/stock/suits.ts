import { bandVerdict, highEnd, lowEnd, type Interval, type ParameterId } from '#core/readings';
import { kindParameters, type KindParameter, type StockKind } from './kind';

/** What is known of one water, as spans. */
export type WaterKnown = Partial<Record<ParameterId, Interval>>;
export type FitVerdict = 'fits' | 'no' | 'unknown';

export interface RangeFit {
  parameter: KindParameter;
  verdict: 'inside' | 'outside' | 'unknown';
  side: 'below' | 'above' | null;
  /** How far outside, as a share of the range's own width. */
  gapFraction: number;
  why: 'measured' | 'not-measured' | 'crosses' | 'book-unsure';
}
export interface KindFit {
  kindId: string;
  verdict: FitVerdict;
  /** The parameter that decides: the one furthest outside, hardness before pH; else the first that cannot be told. */
  deciding: KindParameter | null;
  side: 'below' | 'above' | null;
  lines: readonly RangeFit[];
  /** Tests that would settle what cannot be told. */
  wouldTell: readonly KindParameter[];
}

function lineOf(kind: StockKind, parameter: KindParameter, water: WaterKnown): RangeFit | null {
  const range = kind.ranges[parameter];
  if (!range) return null;
  const known = water[parameter];
  // What the book is unsure of is not asked for.
  if (!known && range.confidence === 'low') return null;
  if (!known) return { parameter, verdict: 'unknown', side: null, gapFraction: 0, why: 'not-measured' };
  const { verdict, side } = bandVerdict(known, range);
  const at = side === 'below' || side === 'above' ? side : null;
  if (verdict === 'inside') return { parameter, verdict, side: null, gapFraction: 0, why: 'measured' };
  if (verdict === 'unknown') return { parameter, verdict, side: at, gapFraction: 0, why: 'crosses' };
  const width = Math.max(highEnd(range) - Math.max(0, lowEnd(range)), 1e-9);
  const gap = at === 'below' ? lowEnd(range) - highEnd(known) : lowEnd(known) - highEnd(range);
  const gapFraction = Number.isFinite(width) ? gap / width : gap / Math.max(1, Math.abs(lowEnd(range)));
  return range.confidence === 'low'
    ? { parameter, verdict: 'unknown', side: at, gapFraction, why: 'book-unsure' }
    : { parameter, verdict, side: at, gapFraction, why: 'measured' };
}

/**
 * Whether a kind fits a water, judged from spans: every range of the kind against what is known.
 *
 * Fits: all measured and inside. No: at least one wholly outside, of a range the book is sure of. Otherwise it cannot
 * be told, and the tests that would tell are named. `skip` leaves parameters out (the heater, not the source, sets the
 * temperature). Hardness decides before pH (common practice).
 * @example fitOf({ kind: neon, water: { ghDegrees: { lo: 14, hi: 15 } } }).deciding // 'ghDegrees'
 */
export function fitOf({
  kind,
  water,
  skip = [],
}: {
  kind: StockKind;
  water: WaterKnown;
  skip?: readonly KindParameter[];
}): KindFit {
  const lines: RangeFit[] = [];
  for (const parameter of kindParameters) {
    if (skip.includes(parameter)) continue;
    const line = lineOf(kind, parameter, water);
    if (line) lines.push(line);
  }
  const outside = lines.filter((l) => l.verdict === 'outside');
  const open = lines.filter((l) => l.verdict === 'unknown');
  const [furthest] = [...outside].sort((a, b) => b.gapFraction - a.gapFraction);
  const hardness = outside.find((l) => l.parameter === 'ghDegrees');
  const deciding = hardness ?? furthest ?? open[0] ?? null;
  return {
    kindId: kind.id,
    verdict: outside.length > 0 ? 'no' : open.length > 0 || lines.length === 0 ? 'unknown' : 'fits',
    deciding: deciding?.parameter ?? null,
    side: deciding?.side ?? null,
    lines,
    wouldTell: open.filter((l) => l.why !== 'book-unsure').map((l) => l.parameter),
  };
}

/** Fits of many kinds to many waters; the heavy call of the suitability page, run in the worker. */
export function fitTable({
  kinds,
  waters,
}: {
  kinds: readonly StockKind[];
  waters: readonly { id: string; water: WaterKnown }[];
}): { id: string; fits: KindFit[] }[] {
  return waters.map(({ id, water }) => ({ id, fits: kinds.map((kind) => fitOf({ kind, water })) }));
}

/**
 * Who fits a water as it is, of whom it cannot be told, and the one test that would tell of most of these.
 *
 * @example whoFits({ kinds: [neon], water: {} }).wouldTell // 'ghDegrees'
 */
export function whoFits({
  kinds,
  water,
  skip = [],
}: {
  kinds: readonly StockKind[];
  water: WaterKnown;
  skip?: readonly KindParameter[];
}): { fit: StockKind[]; open: StockKind[]; wouldTell: KindParameter | null } {
  const all = kinds.map((kind) => ({ kind, fit: fitOf({ kind, water, skip }) }));
  const open = all.filter((f) => f.fit.verdict === 'unknown');
  const told = new Map<KindParameter, number>();
  for (const { fit } of open) for (const p of fit.wouldTell) told.set(p, (told.get(p) ?? 0) + 1);
  const [most] = [...told].sort((a, b) => b[1] - a[1]);
  return {
    fit: all.filter((f) => f.fit.verdict === 'fits').map((f) => f.kind),
    open: open.map((f) => f.kind),
    wouldTell: most?.[0] ?? null,
  };
}
