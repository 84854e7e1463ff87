import { highEnd } from '#core/readings';
import {
  listOf,
  type Cause,
  type Domain,
  type Finding,
  type Lag,
  type Settling,
  type TroubleKnowledge,
} from './knowledge';
import {
  answeredBy,
  foreseenShares,
  readingsOf,
  shareAtLeast,
  shareWithin,
  sharesOf,
  waterHoursAgo,
  type TroubleCase,
} from './signs';
import { inScope, settledCauses } from './held-fast';
import { holds, type Seen } from './when';

const backgrounds = { common: 0.15, uncommon: 0.05, rare: 0.01 } as const;
const priors = { common: 10, uncommon: 3, rare: 1, 'very-rare': 0.3 } as const;
const [hallmark, strong, supports] = [0.85, 0.65, 0.35];
/** Likelihood of a test that settles a cause, and what one that finds nothing leaves of it. */
const settledRatio = 20;
const ruledOutFraction = 0.05;
const weakenedFraction = 0.3;
/** What a forecast counts beside a test of the same: measured values go before inferred ones. Ours. */
const inferredFraction = 0.5;
/** Others of a bundle together, either way. */
const bundleCap = Math.log(5);

export type Grade =
  'hallmark' | 'strong' | 'supports' | 'against' | 'strongly-against' | 'settles' | 'rules-out' | 'weakens';
/** What one finding adds to a cause, as the natural logarithm of its likelihood ratio. */
export interface Contribution {
  id: string;
  grade: Grade;
  weight: number;
  /** Half of it was taken, because it goes together with a stronger one. */
  halved: boolean;
  /** Of a reading's span, beyond the threshold. */
  shareFraction: number;
  /** Foreseen by the build-up model, not measured: it counts by half, settles nothing and rules nothing out. */
  foreseen: boolean;
}
/** A cause with all that speaks for and against it. */
export interface Weighed {
  cause: Cause;
  /** Prior and evidence together; only its order means something. */
  score: number;
  /** Of the evidence alone. */
  evidenceRatio: number;
  parts: readonly Contribution[];
  /** At least one hallmark or strong finding was seen or measured: events and age alone only predispose. */
  shown: boolean;
  /** A finding or a reading speaks for it, not only an event. */
  borne: boolean;
  /** What is known of the tank apart from findings. */
  known: readonly { id: string; factor: number }[];
  /** All of it multiplied. */
  knownFactor: number;
  /** Of its domain, before anything was seen. */
  priorFraction: number;
  /** A valid test lies wholly beyond its threshold: it stands, whatever else is answered. */
  settled: boolean;
}

/** Chance of seeing the finding where this cause is at work. */
function chanceOf(grade: Grade, backgroundFraction: number): number {
  switch (grade) {
    case 'hallmark':
    case 'settles':
      return hallmark;
    case 'strong':
      return strong;
    case 'supports':
      return supports;
    case 'against':
      return 0.3 * backgroundFraction;
    default:
      return 0.05 * backgroundFraction;
  }
}
/** Chance of seeing the finding where nothing of its kind is wrong; our own estimate. */
export const backgroundOf = (finding: Finding): number => backgrounds[finding.background];

/** The likelihood ratio of an answer; a «no» speaks only against hallmarks and what is strong. */
function answerRatio(grade: Grade, backgroundFraction: number, shareFraction: number): number {
  const yes = chanceOf(grade, backgroundFraction) / backgroundFraction;
  const no =
    grade === 'hallmark' || grade === 'strong'
      ? (1 - chanceOf(grade, backgroundFraction)) / (1 - backgroundFraction)
      : 1;
  return shareFraction * yes + (1 - shareFraction) * no;
}

/** What a cause makes of each finding it names; kept by the cause. */
export function gradesOf(cause: Cause): ReadonlyMap<string, Grade> {
  const known = gradesByCause.get(cause);
  if (known) return known;
  const grades = new Map<string, Grade>();
  for (const id of cause.hallmarks) grades.set(id, 'hallmark');
  for (const id of cause.strong) grades.set(id, 'strong');
  for (const id of cause.supports) grades.set(id, 'supports');
  for (const id of cause.against) grades.set(id, 'against');
  for (const id of cause.stronglyAgainst) grades.set(id, 'strongly-against');
  gradesByCause.set(cause, grades);
  return grades;
}
const gradesByCause = new WeakMap<Cause, ReadonlyMap<string, Grade>>();
/** What this cause makes of a finding. */
export const chanceUnder = (cause: Cause, finding: Finding): number => {
  const grade = gradesOf(cause).get(finding.id);
  return grade ? chanceOf(grade, backgroundOf(finding)) : backgroundOf(finding);
};

/** The knowledge by its ids, made once. */
interface Index {
  findings: ReadonlyMap<string, Finding>;
  bundles: ReadonlyMap<string, string>;
  settles: ReadonlyMap<string, Settling>;
  lags: ReadonlyMap<string, readonly Lag[]>;
}
const indices = new WeakMap<TroubleKnowledge, Index>();
function indexOf(knowledge: TroubleKnowledge): Index {
  const known = indices.get(knowledge);
  if (known) return known;
  const lags = new Map<string, Lag[]>();
  for (const lag of knowledge.lags) lags.set(lag.eventId, [...(lags.get(lag.eventId) ?? []), lag]);
  const index = {
    findings: new Map(knowledge.findings.map((f) => [f.id, f])),
    bundles: new Map(knowledge.bundles.flatMap((b) => b.findingIds.map((id) => [id, b.id] as const))),
    settles: new Map(knowledge.settles.map((s) => [s.causeId, s])),
    lags,
  };
  indices.set(knowledge, index);
  return index;
}

/** Whether an event lies where it can be this cause's doing; outside of that it says nothing. */
function inTime(knowledge: TroubleKnowledge, of: TroubleCase, eventId: string, causeId: string): boolean {
  const told = of.events?.filter((e) => e.id === eventId) ?? [];
  if (told.length === 0) return true;
  const lags = indexOf(knowledge).lags.get(eventId) ?? [];
  const lag = lags.find((l) => l.causeId === causeId) ?? lags.find((l) => l.causeId === null);
  return told.some(({ hoursAgo }) => {
    const hours = hoursAgo - (of.firstSignHoursAgo ?? 0);
    return hours >= (lag?.fromHours ?? 0) && hours <= (lag?.toHours ?? Infinity);
  });
}

/** How far a test that found nothing speaks against a cause; its share of the span, 0 where it says nothing. */
function againstShare(
  of: TroubleCase,
  settling: Settling,
  shareFraction: number | undefined,
  knowledge: TroubleKnowledge,
): number {
  const readings = readingsOf(of);
  const { findingId, against } = settling;
  const answer = of.findings[findingId];
  switch (against.kind) {
    case 'nothing':
      return 0;
    case 'rules-out-in-usual': {
      const [reading, usual] = [readings[against.parameter], of.usual?.[against.parameter]];
      if (answer !== undefined || !reading || !usual) return 0;
      return against.harm === 'below'
        ? shareAtLeast(reading, usual.lo ?? 0)
        : shareWithin(reading, { lo: 0, hi: usual.hi });
    }
    case 'rules-out-below': {
      const reading = readings[against.parameter];
      if (answer !== undefined || !reading) return answer === 'no' ? 1 : 0;
      return highEnd(reading) < against.value ? 1 : 1 - shareAtLeast(reading, against.value);
    }
    case 'rules-out-soon': {
      const since = waterHoursAgo(of, knowledge);
      const tested = readings[answeredBy(findingId, knowledge) ?? '']?.hoursAgo ?? 0;
      return shareFraction === 0 && since !== null && since - tested <= against.withinHours ? 1 : 0;
    }
    default:
      return shareFraction === undefined ? 0 : 1 - shareFraction;
  }
}

interface Part extends Contribution {
  bundle: string | null;
  hallmark: boolean;
}

/** The strongest of what goes together in full, the others by half, together at most five times. */
function bundled(parts: readonly Part[], knowledge: TroubleKnowledge): Contribution[] {
  if (parts.length < 2) return parts.map(({ bundle: _bundle, hallmark: _hallmark, ...part }) => part);
  const halved = new Set<Part>();
  const byGroup = (of: readonly Part[], cap: boolean): number => {
    const strongest = of.reduce<Part | null>((a, b) => (a && Math.abs(a.weight) >= Math.abs(b.weight) ? a : b), null);
    const others = of.filter((p) => p !== strongest);
    for (const p of others) halved.add(p);
    const sum = others.reduce((a, p) => a + p.weight / 2, 0);
    return cap && Math.abs(sum) > bundleCap ? bundleCap / Math.abs(sum) : 1;
  };
  const squeezed = new Map<Part, number>();
  for (const { id } of knowledge.bundles) {
    const members = parts.filter((p) => p.bundle === id);
    if (members.length < 2) continue;
    const by = byGroup(members, true);
    for (const p of members) if (halved.has(p)) squeezed.set(p, by);
  }
  byGroup(
    parts.filter((p) => p.hallmark && p.weight > 0),
    false,
  );
  return parts.map((p) => ({
    id: p.id,
    grade: p.grade,
    shareFraction: p.shareFraction,
    foreseen: p.foreseen,
    halved: halved.has(p),
    weight: halved.has(p) ? (p.weight / 2) * (squeezed.get(p) ?? 1) : p.weight,
  }));
}

/** Hallmarks joined by «or»: a «no» counts once, and only where all of them are answered so. */
function hallmarkNo(parts: readonly Part[], cause: Cause): Part[] {
  const marks = parts.filter((p) => p.hallmark && p.weight < 0);
  if (cause.hallmarks.length < 2) return [...parts];
  const all = marks.length === cause.hallmarks.length;
  return parts.filter((p) => !marks.includes(p) || (all && p === marks[0]));
}

/** What is known of the tank, its source and its equipment, apart from findings. */
const knownFactors = (
  cause: Cause,
  of: TroubleCase,
  { known }: TroubleKnowledge,
  seen: Seen,
): { id: string; factor: number }[] =>
  known.filter((k) => k.causeId === cause.id && holds(k.when, of, seen)).map(({ id, factor }) => ({ id, factor }));

/** One cause against all that is known. */
export function weighedCause(
  cause: Cause,
  of: TroubleCase,
  knowledge: TroubleKnowledge,
  {
    shares,
    foreseen,
    settled,
  }: { shares: ReadonlyMap<string, number>; foreseen: ReadonlyMap<string, number>; settled: boolean },
): Weighed {
  const index = indexOf(knowledge);
  const settling = index.settles.get(cause.id);
  const parts: Part[] = [];
  for (const [id, grade] of gradesOf(cause)) {
    const finding = index.findings.get(id);
    const measured = shares.get(id);
    const shareFraction = measured ?? foreseen.get(id);
    if (!finding || shareFraction === undefined || !inTime(knowledge, of, id, cause.id)) continue;
    const inferred = measured === undefined;
    const settles = settling?.findingId === id && !inferred;
    // A test that settles says what it says against the cause by itself, below.
    const ratio = settles
      ? shareFraction * settledRatio + (1 - shareFraction)
      : answerRatio(grade, backgroundOf(finding), shareFraction);
    const weight = inferred ? Math.log(ratio) * inferredFraction : Math.log(ratio);
    if (weight === 0) continue;
    parts.push({
      id,
      grade: settles ? 'settles' : grade,
      weight,
      halved: false,
      shareFraction,
      bundle: index.bundles.get(id) ?? null,
      hallmark: grade === 'hallmark',
      foreseen: inferred,
    });
  }
  const counted = bundled(hallmarkNo(parts, cause), knowledge);
  const others = Math.exp(counted.reduce((sum, p) => (p.grade === 'settles' ? sum : sum + p.weight), 0));
  let evidenceRatio = others;
  if (settling) {
    const share = shares.get(settling.findingId);
    const forFraction = share ?? 0;
    const against = Math.min(1 - forFraction, againstShare(of, settling, share, knowledge));
    const how = settling.against;
    const doubtful = how.kind === 'rules-out-below' && of.has?.[how.doubtfulWith] === true;
    const weakens = how.kind === 'weakens' || doubtful;
    const left = weakens ? weakenedFraction * others : ruledOutFraction;
    evidenceRatio = forFraction * settledRatio * others + against * left + (1 - forFraction - against) * others;
    if (against > 0)
      counted.push({
        id: settling.findingId,
        grade: weakens ? 'weakens' : 'rules-out',
        weight: Math.log(weakens ? weakenedFraction : ruledOutFraction),
        halved: false,
        shareFraction: against,
        foreseen: false,
      });
  }
  const known = knownFactors(cause, of, knowledge, { shares, signs: false }).filter((k) => !settled || k.factor > 1);
  const factor = known.reduce((product, k) => product * k.factor, 1);
  const speaking = counted.filter((p) => p.weight > 0 && !p.foreseen && index.findings.get(p.id)?.group !== 'events');
  const must = knowledge.mustShow[cause.domain];
  return {
    cause,
    score: priors[cause.prior] * factor * evidenceRatio,
    evidenceRatio,
    parts: counted,
    known,
    knownFactor: factor,
    priorFraction: priors[cause.prior],
    shown: speaking.some((p) => ['hallmark', 'strong', 'settles'].includes(p.grade) && p.shareFraction >= 0.5),
    borne: must ? speaking.some((p) => must.includes(p.id)) : speaking.length > 0,
    settled,
  };
}

/** Every cause in scope, the likeliest first within its list; priors are shares of their domain. */
export function weighedAll(of: TroubleCase, knowledge: TroubleKnowledge): Weighed[] {
  const shares = sharesOf(of, knowledge);
  const foreseen = foreseenShares(of, knowledge);
  const settled = settledCauses(of, knowledge);
  const all = knowledge.causes
    .filter((c) => inScope(c, of))
    .map((c) => weighedCause(c, of, knowledge, { shares, foreseen, settled: settled.includes(c) }));
  const sums = new Map<Domain, number>();
  for (const { cause } of all) sums.set(cause.domain, (sums.get(cause.domain) ?? 0) + priors[cause.prior]);
  const inOrder = all
    .map((w) => {
      const sum = sums.get(w.cause.domain) ?? 1;
      return { ...w, score: w.score / sum, priorFraction: w.priorFraction / sum };
    })
    .sort((a, b) => b.score - a.score || a.cause.code.localeCompare(b.cause.code));
  return settledEarly(inOrder);
}

const earlyCount = 3;
/** What a test has settled stands among the first three of its list; the others keep their order. */
function settledEarly(all: readonly Weighed[]): Weighed[] {
  const late = all.filter(
    (w) =>
      w.settled &&
      all.filter((v) => listed(v) && listOfCause(v.cause) === listOfCause(w.cause)).indexOf(w) >= earlyCount,
  );
  let order = [...all];
  for (const w of late) {
    const own = order.filter((v) => listed(v) && listOfCause(v.cause) === listOfCause(w.cause));
    const gives = own
      .slice(0, earlyCount)
      .filter((v) => !v.settled)
      .at(-1);
    if (!gives) continue;
    order = order.filter((v) => v !== w);
    order.splice(order.indexOf(gives), 0, w);
  }
  return order;
}

/** Worth naming: settled, or evidence of at least three to one, and something seen or measured. */
export const listed = (w: Weighed): boolean => w.settled || (w.evidenceRatio >= 3 && w.borne);
/** Harmless, and taken for something else. */
export const isLookAlike = (cause: Cause): boolean => cause.mistakenFor !== '';
/** The list on which a cause is shown. */
export const listOfCause = (cause: Cause): ReturnType<typeof listOf> => listOf(cause.domain);
