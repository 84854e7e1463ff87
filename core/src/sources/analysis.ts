import type { Interval, ParameterId } from '#core/readings';
import { highEnd, lowEnd } from '#core/readings';
import type { ReasonOf } from '#core/result';
import { degreeCaco3MgPerL, degreeMeqPerL, species } from '#core/units';
import { leastConductivity } from '#core/water';

/** Known values of one water as spans; what is missing is not known. */
export type Analysis = Partial<Record<ParameterId, Interval>>;

/** What a check compares, at the low ends of what was measured. */
export type AnalysisReason = ReasonOf<{
  conductivity: { ghDegrees: number; khDegrees: number; leastUsPerCm: number; ec25UsPerCm: number };
  hardness: { caMgPerL: number; mgMgPerL: number; impliedGhDegrees: number; ghDegrees: number };
  alkalinity: { hco3MgPerL: number; impliedKhDegrees: number; khDegrees: number };
  charge: { cationsMeqPerL: number; anionsMeqPerL: number; differenceFraction: number };
}>;
export interface AnalysisCheck {
  id: 'conductivity' | 'hardness' | 'alkalinity' | 'charge';
  parameters: readonly ParameterId[];
  holds: boolean;
  /** A check from one side only clears nobody by holding. */
  oneSided: boolean;
  why: AnalysisReason;
}
export interface AnalysisReport {
  checks: readonly AnalysisCheck[];
  /** The value that stands in the most broken checks and in none that holds; null where that is not one value. */
  suspect: ParameterId | null;
  /** Where it is not one value: those it may be. Empty where nothing is broken. */
  candidates: readonly ParameterId[];
  /** Checks that need a value nobody has measured. */
  untestable: readonly { id: AnalysisCheck['id']; needs: readonly ParameterId[] }[];
}

const mgPerMeq = (kind: keyof typeof species): number => species[kind].molarGPerMol / species[kind].chargeCount;
const cations = { caMgPerL: 'ca', mgMgPerL: 'mg', naMgPerL: 'na', kMgPerL: 'k' } as const;
const anions = { clMgPerL: 'cl', so4MgPerL: 'so4', hco3MgPerL: 'hco3', no3MgPerL: 'no3' } as const;
const chargeIons = [
  'caMgPerL',
  'mgMgPerL',
  'naMgPerL',
  'clMgPerL',
  'so4MgPerL',
  'hco3MgPerL',
] as const satisfies readonly ParameterId[];

/** hco3 from KH where only KH is known: 1 °dH is 0.35665 meq/L. */
function bicarbonate(analysis: Analysis): Interval | undefined {
  if (analysis.hco3MgPerL) return analysis.hco3MgPerL;
  const kh = analysis.khDegrees;
  const factor = degreeMeqPerL * mgPerMeq('hco3');
  return kh && { lo: kh.lo === null ? null : kh.lo * factor, hi: kh.hi === null ? null : kh.hi * factor };
}

function chargeSum(analysis: Analysis, kinds: Record<string, keyof typeof species>): Interval {
  const ends = Object.entries(kinds).map(([id, kind]) => {
    const span = id === 'hco3MgPerL' ? bicarbonate(analysis) : analysis[id as ParameterId];
    return {
      lo: (span ? Math.max(0, lowEnd(span)) : 0) / mgPerMeq(kind),
      hi: (span ? highEnd(span) : 0) / mgPerMeq(kind),
    };
  });
  return { lo: ends.reduce((sum, e) => sum + e.lo, 0), hi: ends.reduce((sum, e) => sum + e.hi, 0) };
}

/** The charges of an ion list: sums in meq/L and the difference as a share of their total (Standard Methods 1030 E). */
export function chargeBalance(analysis: Analysis): {
  cationsMeqPerL: Interval;
  anionsMeqPerL: Interval;
  differenceFraction: number;
} {
  const cationsMeqPerL = chargeSum(analysis, cations);
  const anionsMeqPerL = chargeSum(analysis, anions);
  const [c, a] = [cationsMeqPerL, anionsMeqPerL].map((s) => (lowEnd(s) + highEnd(s)) / 2) as [number, number];
  return { cationsMeqPerL, anionsMeqPerL, differenceFraction: c + a === 0 ? 0 : (c - a) / (c + a) };
}

/**
 * Whether an analysis, partial ones too, can be of one water, and which value is likeliest wrong where it cannot.
 *
 * Conductivity: at least what GH and KH imply. Hardness: 2.497 Ca + 4.118 Mg within 10 % or half a degree (Standard
 * Methods 2340 B). Alkalinity: HCO3 against KH within 10 %. Charge: cations and anions within 10 % (1030 E allows 2-5 %
 * in a laboratory; kits and reports of different days need more: our own margin). Spans are given every doubt.
 * @example analysisReport({ ghDegrees: { lo: 12, hi: 12 }, khDegrees: { lo: 5, hi: 5 }, ec25UsPerCm: { lo: 90, hi: 90 } }) // conductivity does not hold
 */
export function analysisReport(analysis: Analysis): AnalysisReport {
  const checks: AnalysisCheck[] = [];
  const untestable: { id: AnalysisCheck['id']; needs: ParameterId[] }[] = [];
  const tested = (id: AnalysisCheck['id'], needs: readonly ParameterId[], run: () => AnalysisCheck): void => {
    const missing = needs.filter((p) => !analysis[p] && !(p === 'hco3MgPerL' && analysis.khDegrees));
    if (missing.length === 0) checks.push(run());
    else if (missing.length < needs.length) untestable.push({ id, needs: missing });
  };
  tested('conductivity', ['ghDegrees', 'khDegrees', 'ec25UsPerCm'], () => conductivityCheck(analysis));
  tested('hardness', ['caMgPerL', 'mgMgPerL', 'ghDegrees'], () => hardnessCheck(analysis));
  if (analysis.hco3MgPerL) tested('alkalinity', ['hco3MgPerL', 'khDegrees'], () => alkalinityCheck(analysis));
  tested('charge', chargeIons, () => chargeCheck(analysis));
  const candidates = candidatesIn(checks);
  return { checks, suspect: candidates.length === 1 ? (candidates[0] ?? null) : null, candidates, untestable };
}

const span = (analysis: Analysis, id: ParameterId): { lo: number; hi: number } => {
  const value = analysis[id] ?? { lo: 0, hi: 0 };
  return { lo: Math.max(0, lowEnd(value)), hi: highEnd(value) };
};

function conductivityCheck(analysis: Analysis): AnalysisCheck {
  const [gh, kh, ec] = [span(analysis, 'ghDegrees'), span(analysis, 'khDegrees'), span(analysis, 'ec25UsPerCm')];
  const least = leastConductivity({ ghDegrees: Math.min(gh.lo, 60), khDegrees: Math.min(kh.lo, 60) });
  const leastUsPerCm = least.ok ? least.value.ec25UsPerCm : 0;
  return {
    id: 'conductivity',
    parameters: ['ghDegrees', 'khDegrees', 'ec25UsPerCm'],
    holds: ec.hi >= leastUsPerCm,
    oneSided: true,
    why: {
      id: 'conductivity',
      facts: { ghDegrees: gh.lo, khDegrees: kh.lo, leastUsPerCm, ec25UsPerCm: ec.hi },
    },
  };
}

function hardnessCheck(analysis: Analysis): AnalysisCheck {
  const [ca, mg, gh] = [span(analysis, 'caMgPerL'), span(analysis, 'mgMgPerL'), span(analysis, 'ghDegrees')];
  const degrees = (end: 'lo' | 'hi'): number => (2.497 * ca[end] + 4.118 * mg[end]) / degreeCaco3MgPerL;
  const room = Math.max(0.5, 0.1 * gh.hi);
  return {
    id: 'hardness',
    parameters: ['caMgPerL', 'mgMgPerL', 'ghDegrees'],
    oneSided: false,
    holds: degrees('hi') >= gh.lo - room && degrees('lo') <= gh.hi + room,
    why: {
      id: 'hardness',
      facts: { caMgPerL: ca.lo, mgMgPerL: mg.lo, impliedGhDegrees: degrees('lo'), ghDegrees: gh.lo },
    },
  };
}

function alkalinityCheck(analysis: Analysis): AnalysisCheck {
  const [hco3, kh] = [span(analysis, 'hco3MgPerL'), span(analysis, 'khDegrees')];
  const perDegree = degreeMeqPerL * mgPerMeq('hco3');
  const room = Math.max(0.5, 0.1 * kh.hi);
  return {
    id: 'alkalinity',
    parameters: ['hco3MgPerL', 'khDegrees'],
    oneSided: false,
    holds: hco3.hi / perDegree >= kh.lo - room && hco3.lo / perDegree <= kh.hi + room,
    why: {
      id: 'alkalinity',
      facts: { hco3MgPerL: hco3.lo, impliedKhDegrees: hco3.lo / perDegree, khDegrees: kh.lo },
    },
  };
}

function chargeCheck(analysis: Analysis): AnalysisCheck {
  const { cationsMeqPerL: c, anionsMeqPerL: a, differenceFraction } = chargeBalance(analysis);
  const room = 0.1 * (highEnd(c) + highEnd(a));
  return {
    id: 'charge',
    parameters: chargeIons,
    oneSided: false,
    holds: highEnd(c) >= lowEnd(a) - room && lowEnd(c) <= highEnd(a) + room,
    why: {
      id: 'charge',
      facts: { cationsMeqPerL: lowEnd(c), anionsMeqPerL: lowEnd(a), differenceFraction },
    },
  };
}

/** The values in the most broken checks and in none that clears them. */
function candidatesIn(checks: readonly AnalysisCheck[]): ParameterId[] {
  const broken = checks.filter((c) => !c.holds);
  const cleared = new Set(checks.filter((c) => c.holds && !c.oneSided).flatMap((c) => c.parameters));
  const counts = new Map<ParameterId, number>();
  for (const id of broken.flatMap((c) => c.parameters)) if (!cleared.has(id)) counts.set(id, (counts.get(id) ?? 0) + 1);
  const most = Math.max(0, ...counts.values());
  return [...counts].filter(([, count]) => count === most).map(([id]) => id);
}

/** A domestic softener swaps calcium and magnesium for sodium: hardly any hardness, conductivity as before. */
export function looksSoftened(analysis: Analysis): boolean {
  const { ghDegrees: gh, ec25UsPerCm: ec, khDegrees: kh } = analysis;
  if (!gh || !ec) return false;
  return highEnd(gh) <= 1.5 && (lowEnd(ec) >= 150 || (kh !== undefined && lowEnd(kh) >= 3));
}
