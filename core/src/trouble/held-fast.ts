import { highEnd, lowEnd } from '#core/readings';
import {
  urgencies,
  type ActionId,
  type Cause,
  type Exposure,
  type Extreme,
  type TroubleKnowledge,
  type Urgency,
} from './knowledge';
import { readingShares, readingsOf, type TroubleCase } from './signs';
import { holds, wasSeen, type Seen } from './when';

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
