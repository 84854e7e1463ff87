import { highEnd, lowEnd, parameterIds, type ParameterId } from '#core/readings';
import {
  animalGroups,
  urgencies,
  type ActionId,
  type Cause,
  type Exposure,
  type Extreme,
  type TroubleKnowledge,
  type Urgency,
} from './knowledge';
import { answeredBy, readingShares, readingsOf, sharesOf, type TroubleCase } from './signs';
import { holds, wasSeen, type Seen } from './when';

/** The more urgent of two. */
export const worse = (a: Urgency, b: Urgency): Urgency => (urgencies.indexOf(b) > urgencies.indexOf(a) ? b : a);
const milder = (a: Urgency, b: Urgency): Urgency => (urgencies.indexOf(b) < urgencies.indexOf(a) ? b : a);

/**
 * Causes whose settling test lies wholly beyond its threshold: they stand until a later test says otherwise, whatever
 * else is answered, and so do their urgency and their first aid.
 * @example settledCauses({ …, hosts: ['shrimp'], measurements: { copperMgPerL: { lo: 0.06, hi: 0.06 } } }, knowledge) // copper-poisoning
 */
export function settledCauses(of: TroubleCase, knowledge: TroubleKnowledge): Cause[] {
  const shares = readingShares(of, knowledge);
  return knowledge.settles.flatMap(({ causeId, findingId }) => {
    const cause = knowledge.causes.find((c) => c.id === causeId);
    return cause && shares.get(findingId) === 1 && inScope(cause, of) ? [cause] : [];
  });
}

/** Whether a cause can be at all in this tank. */
export const inScope = (cause: Cause, of: TroubleCase): boolean =>
  (cause.hosts.length === 0 || cause.hosts.some((h) => of.hosts.includes(h))) &&
  (cause.needs === null || of.has?.[cause.needs] !== false);

/** What the animals were exposed to, within its hours: acted on before one of them is ill. */
export const exposuresOf = (of: TroubleCase, { acting }: TroubleKnowledge, seen: Seen): Exposure[] =>
  acting.exposures.filter(({ all }) => all.every((when) => holds(when, of, seen)));

/** Readings that are too much by themselves; of each finding the first row that holds. */
export function extremesOf(of: TroubleCase, { acting }: TroubleKnowledge, seen: Seen): Extreme[] {
  const rows = acting.extremes.filter(
    ({ findingId, all }) => wasSeen(seen.shares, findingId) && all.every((when) => holds(when, of, seen)),
  );
  return rows.filter((row, i) => rows.findIndex((r) => r.findingId === row.findingId) === i);
}

/** The least that one of two readings is of the other: its lower end over the other's upper end; null without both. */
function leastRatio(of: TroubleCase, parameter: string, againstParameter: string): number | null {
  const readings = readingsOf(of);
  const [guarding, against] = [readings[parameter], readings[againstParameter]];
  if (!guarding || !against) return null;
  const high = highEnd(against);
  return high > 0 ? lowEnd(guarding) / high : null;
}

/**
 * How urgent one cause is in this case: some depend on how bad it is, and one substance may take the edge off another.
 * @example causeUrgency(nitrite, { …, measurements: { no2MgPerL: { lo: 2, hi: 2 }, clMgPerL: { lo: 60, hi: 60 } } }, knowledge, seen) // 'today'
 */
export function causeUrgency(cause: Cause, of: TroubleCase, { acting }: TroubleKnowledge, seen: Seen): Urgency {
  const urgency =
    acting.urgency.find(
      ({ causeId, anyOf }) => causeId === cause.id && (anyOf.length === 0 || anyOf.some((w) => holds(w, of, seen))),
    )?.urgency ?? cause.urgency;
  const guard = acting.guards.find(
    (g) => g.causeId === cause.id && (leastRatio(of, g.parameter, g.againstParameter) ?? 0) >= g.ratioAtLeastValue,
  );
  return guard ? milder(urgency, guard.urgencyAtMost) : urgency;
}

/** What holds whatever is answered besides: how urgent, and what is done first. */
export interface HeldFast {
  urgency: Urgency;
  first: readonly { action: ActionId; causeId: string | null }[];
  settled: readonly Cause[];
  exposures: readonly Exposure[];
  extremes: readonly Extreme[];
}
/** Settled causes, exposures and extremes of a case together. */
export function heldFast(of: TroubleCase, knowledge: TroubleKnowledge, seen: Seen): HeldFast {
  const settled = settledCauses(of, knowledge);
  const exposures = exposuresOf(of, knowledge, seen);
  const extremes = extremesOf(of, knowledge, seen);
  const urgency = [
    ...settled.map((cause) => causeUrgency(cause, of, knowledge, seen)),
    ...exposures.map((e) => e.urgency),
    ...extremes.map((e) => e.urgency),
  ].reduce(worse, 'none');
  return {
    urgency,
    first: [
      ...settled.map(({ first, id }) => ({ action: first, causeId: id })),
      ...exposures.flatMap((e) => e.first.map((action) => ({ action, causeId: e.causeId }))),
      ...extremes.map((e) => ({ action: e.first, causeId: null })),
    ],
    settled,
    exposures,
    extremes,
  };
}

/** Something that holds fast in a tank, whatever else is answered: what it is, how soon, what first, and what it rests on. */
export interface HeldFinding {
  /** Unlike any other of the tank. */
  id: string;
  sort: 'settled' | 'exposure' | 'extreme' | 'red-flag';
  urgency: Urgency;
  causeId: string | null;
  /** The finding that says so; null of an exposure, which its own id names. */
  findingId: string | null;
  /** The reading that says so. */
  parameter: ParameterId | null;
  first: readonly ActionId[];
  /** What must stand beside it. */
  cautionIds: readonly string[];
}
/**
 * All that holds fast in a case, the most urgent first: what Tonight, the folio and Trouble all begin with. Where no
 * animal lives nothing is more than watched.
 * @example heldFindings({ …, measurements: { copperMgPerL: { lo: 0.06, hi: 0.06 } } }, knowledge)[0]?.causeId // 'copper-poisoning'
 */
export function heldFindings(of: TroubleCase, knowledge: TroubleKnowledge): HeldFinding[] {
  const shares = sharesOf(of, knowledge);
  const seen = { shares, signs: signsAmong(shares, knowledge) };
  const { settled, exposures, extremes } = heldFast(of, knowledge, seen);
  const inhabited = of.hosts.some((h) => h !== 'plants');
  const settling = new Map(knowledge.settles.map((s) => [s.causeId, s.findingId]));
  const all: Omit<HeldFinding, 'parameter'>[] = [
    ...settled.map((cause) => ({
      id: `settled:${cause.id}`,
      sort: 'settled' as const,
      urgency: causeUrgency(cause, of, knowledge, seen),
      causeId: cause.id,
      findingId: settling.get(cause.id) ?? null,
      first: [cause.first],
      cautionIds: cause.cautionIds,
    })),
    ...flagsAmong(shares, knowledge)
      .filter((id) => !settled.some((c) => settling.get(c.id) === id))
      .map((id) => ({
        id: `red-flag:${id}`,
        sort: 'red-flag' as const,
        urgency: 'now' as const,
        causeId: null,
        findingId: id,
        first: ['air' as const],
        cautionIds: [],
      })),
    ...extremes.map((e) => ({
      id: `extreme:${e.findingId}`,
      sort: 'extreme' as const,
      urgency: e.urgency,
      causeId: null,
      findingId: e.findingId,
      first: [e.first],
      cautionIds: [],
    })),
    ...exposures.map((e) => ({
      id: `exposure:${e.id}`,
      sort: 'exposure' as const,
      urgency: e.urgency,
      causeId: e.causeId,
      findingId: null,
      first: e.first,
      cautionIds: e.cautionIds,
    })),
  ];
  return all
    .map((f): HeldFinding => {
      const parameter = f.findingId === null ? null : parameterOf(f.findingId, knowledge);
      if (!inhabited) return { ...f, parameter, urgency: milder(f.urgency, 'watch'), first: [] };
      // While minutes count air stands before all else.
      return { ...f, parameter, first: f.urgency === 'now' ? [...new Set(['air' as const, ...f.first])] : f.first };
    })
    .sort((a, b) => urgencies.indexOf(b.urgency) - urgencies.indexOf(a.urgency));
}

/** By which parameter a finding is told; null where an eye tells it. */
function parameterOf(findingId: string, knowledge: TroubleKnowledge): ParameterId | null {
  const name = answeredBy(findingId, knowledge);
  return parameterIds.find((id) => id === name || (id === 'cl2MgPerL' && name === 'totalChlorineMgPerL')) ?? null;
}

type Shares = Seen['shares'];
const flagsAmong = (shares: Shares, { acting }: TroubleKnowledge): string[] =>
  acting.atOnceIds.filter((id) => wasSeen(shares, id));
const signsAmong = (shares: Shares, { findings }: TroubleKnowledge): boolean =>
  findings.some((f) => animalGroups.includes(f.group) && !f.neutral && wasSeen(shares, f.id));

/** Signs that want air before any question. */
export const redFlags = (of: TroubleCase, knowledge: TroubleKnowledge): string[] =>
  flagsAmong(sharesOf(of, knowledge), knowledge);

/** Whether an animal shows anything at all. */
export const animalSigns = (of: TroubleCase, knowledge: TroubleKnowledge): boolean =>
  signsAmong(sharesOf(of, knowledge), knowledge);
