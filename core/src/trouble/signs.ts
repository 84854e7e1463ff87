import { highEnd, lowEnd, middle, parametersWhere, type Interval } from '#core/readings';
import { oxygenSaturation } from '#core/water';
import type { Equipment, Host, ReadingRule, Recently, SourceFault, TroubleKnowledge } from './knowledge';

/** A reading of the case; `hoursAgo` counts from now. */
export type Measured = Interval & { hoursAgo?: number | undefined };
export interface TroubleEvent {
  id: string;
  hoursAgo: number;
}
/** All that is known of one tank in trouble. */
export interface TroubleCase {
  hosts: readonly Host[];
  findings: Readonly<Record<string, 'yes' | 'no'>>;
  measurements: Readonly<Record<string, Measured>>;
  /** What the build-up model foresees for now of what nobody measured lately. */
  foreseen?: Readonly<Record<string, Interval>> | undefined;
  usual?: Readonly<Record<string, Interval>> | undefined;
  /** Null: nobody said whether anything happened. */
  events: readonly TroubleEvent[] | null;
  firstSignHoursAgo?: number | undefined;
  tankAgeDays: number;
  /** What the kinds that live here bear, where the book knows them. */
  bears?: Readonly<Record<string, Interval>> | undefined;
  /** What a course that runs is meant to hold in the water. */
  meant?: Readonly<Record<string, Interval>> | undefined;
  has?: Equipment | undefined;
  sourceHas?: readonly SourceFault[] | undefined;
}

/**
 * How much of a span lies at or beyond a threshold: 1 all of it, 0 none; a point counts whole.
 * @example shareAtLeast({ lo: 0, hi: 0.4 }, 0.1) // 0.75
 */
export function shareAtLeast(span: Interval, thresholdValue: number): number {
  const [lo, hi] = [lowEnd(span), highEnd(span)];
  if (lo >= thresholdValue) return 1;
  if (hi < thresholdValue) return 0;
  // A top that is open tells only that it is more than the bottom.
  if (!Number.isFinite(hi)) return 0.5;
  const from = Math.max(lo, 0);
  return hi > from ? (hi - thresholdValue) / (hi - from) : 1;
}
/** A threshold that is not itself beyond. */
export function shareAbove(span: Interval, thresholdValue: number): number {
  return lowEnd(span) === highEnd(span) && lowEnd(span) === thresholdValue ? 0 : shareAtLeast(span, thresholdValue);
}
const shareBelow = (span: Interval, thresholdValue: number): number => 1 - shareAtLeast(span, thresholdValue);
/** How much of a span lies within another: 1 all of it, 0 none. */
export const shareWithin = (span: Interval, within: Interval): number =>
  Math.max(0, shareAtLeast(span, lowEnd(within)) - shareAbove(span, highEnd(within)));

/** Whether one of these happened within the hours. */
export const happenedLately = (of: TroubleCase, { eventIds, withinHours }: Recently): boolean =>
  of.events?.some((e) => eventIds.includes(e.id) && e.hoursAgo <= withinHours) ?? false;

/** What a rule looks up: a reading, and what is usual of it here. */
interface Lookup {
  read: (parameter: string) => Measured | null;
  usual: (parameter: string) => Interval | null;
}

const usuallyBelow = (was: Interval | null, value: number): boolean => was !== null && lowEnd(was) < value;
const usuallyAbove = (was: Interval | null, value: number): boolean => was !== null && highEnd(was) > value;

/**
 * The share of a reading's span that lies beyond the threshold of a rule; null where nothing can be said.
 * @example ruleShare({ findingId: 'ammonia-measured', parameter: 'tanMgPerL', kind: 'at-least', value: 0.1 }, case, { read, usual })
 */
function ruleShare(rule: ReadingRule, of: TroubleCase, { read, usual }: Lookup): number | null {
  const span = read(rule.parameter);
  if (!span || (rule.hosts && !rule.hosts.some((h) => of.hosts.includes(h)))) return null;
  if (rule.needs !== undefined && of.has?.[rule.needs] === false) return null;
  const meant = of.meant?.[rule.parameter];
  if (rule.unlessMeant && meant && highEnd(span) <= highEnd(meant)) return 0;
  const was = usual(rule.parameter);
  switch (rule.kind) {
    case 'at-least':
      return shareAtLeast(span, rule.value);
    case 'below':
      return shareBelow(span, rule.value);
    case 'above':
      return shareAbove(span, rule.where && of.hosts.includes(rule.where.host) ? rule.where.value : rule.value);
    case 'any':
      return lowEnd(span) > 0 ? 1 : 0;
    case 'extreme': {
      // What is usual here is no news, and a cool tank may be cool.
      if (was && middle(was) < (rule.notUsuallyBelowValue ?? -Infinity) && middle(span) < middle(was)) return 0;
      const below =
        rule.belowValue === undefined || usuallyBelow(was, rule.belowValue) ? 0 : shareBelow(span, rule.belowValue);
      const above =
        rule.aboveValue === undefined || usuallyAbove(was, rule.aboveValue) ? 0 : shareAbove(span, rule.aboveValue);
      return Math.min(1, below + above);
    }
    case 'both-above': {
      const other = read(rule.other.parameter);
      return other && Math.min(shareAbove(span, rule.value), shareAbove(other, rule.other.value));
    }
    case 'fallen':
      if (lowEnd(span) >= rule.belowValue) return 0;
      return was && shareBelow(span, Math.min(rule.belowValue, middle(was) - rule.byValue + 1e-9));
    case 'used-up':
      if (of.has?.[rule.notWith] === true || (was !== null && lowEnd(was) <= rule.atMostValue)) return 0;
      if (lowEnd(span) > rule.atMostValue) return 0;
      return was && 1 - shareAbove(span, rule.atMostValue);
    case 'crept-up':
      return was && !happenedLately(of, rule.notAfter) ? shareAbove(span, rule.usualFraction * middle(was)) : null;
    case 'jumped': {
      if (!was || !happenedLately(of, rule.after)) return null;
      return Math.min(
        1,
        shareAbove(span, rule.upToFraction * middle(was)) + shareBelow(span, rule.downToFraction * middle(was)),
      );
    }
    case 'short-of-oxygen': {
      const tempC = read('tempC');
      // What is saturated at sea level at this temperature; below a share of it animals suffer.
      const saturated = tempC ? oxygenSaturation({ tempC: middle(tempC) }) : null;
      const share = saturated?.ok ? rule.saturatedFraction * saturated.value.o2MgPerL : 0;
      return shareBelow(span, Math.max(rule.leastMgPerL, share));
    }
    case 'off-temperature': {
      const cool = was !== null && middle(was) < rule.coolBelowC;
      // What its kinds bear beyond the usual is no news; where they like it narrower, their bands say so, not a shock.
      const borne = of.bears?.['tempC'];
      const lo = cool ? -Infinity : Math.min(rule.loC, borne ? lowEnd(borne) : Infinity);
      const hi = Math.max(rule.hiC, borne ? highEnd(borne) : -Infinity);
      const off = was
        ? { lo: Math.max(lo, middle(was) - rule.offC), hi: Math.min(hi, middle(was) + rule.offC) }
        : { lo, hi };
      return Math.min(1, shareBelow(span, off.lo) + shareAbove(span, off.hi));
    }
  }
}

/** The parameter whose test answers a finding; null where an eye answers it, or where it takes two tests. */
export const answeredBy = (findingId: string, { readings }: TroubleKnowledge): string | null =>
  readings.find((r) => r.findingId === findingId && r.kind !== 'both-above')?.parameter ?? null;
/** Whether a reading can tell this at all. */
export const isMeasured = (findingId: string, { readings }: TroubleKnowledge): boolean =>
  readings.some((r) => r.findingId === findingId);

/**
 * What a forecast says of findings that nobody measured: the share of its span beyond the threshold. It is no answer:
 * the test is still asked for.
 */
export function foreseenShares(of: TroubleCase, knowledge: TroubleKnowledge): Map<string, number> {
  const measured = readingsOf(of);
  const foreseen = readingsOf({ ...of, measurements: of.foreseen ?? {} });
  const shares = new Map<string, number>();
  for (const rule of knowledge.readings) {
    const { findingId, parameter } = rule;
    if (rule.kind === 'both-above' || of.findings[findingId] !== undefined) continue;
    if (measured[parameter] !== undefined || !foreseen[parameter]) continue;
    const share = ruleShare(rule, of, {
      read: (p) => measured[p] ?? foreseen[p] ?? null,
      usual: (p) => of.usual?.[p] ?? null,
    });
    if (share !== null) shares.set(findingId, share);
  }
  return shares;
}

/** Readings that are evidence, by the names used everywhere; total chlorine stands for what a kit reads of it. */
export const evidenceParameters = parametersWhere((p) => p.evidence !== null);
const otherNames: Readonly<Record<string, string>> = {
  phosphateMgPerL: 'po4MgPerL',
  chlorideMgPerL: 'clMgPerL',
  cl2MgPerL: 'totalChlorineMgPerL',
};
/** Every name under which a case may carry a reading. */
export const readingNames: readonly string[] = [
  ...evidenceParameters,
  ...Object.keys(otherNames),
  ...Object.values(otherNames),
].filter((name, i, all) => all.indexOf(name) === i);
/** Readings of the case under the names used everywhere. */
export const readingsOf = (of: TroubleCase): Readonly<Record<string, Measured>> =>
  Object.fromEntries(Object.entries(of.measurements).map(([id, span]) => [otherNames[id] ?? id, span]));

/** What the readings alone say of each finding that a test can tell. */
export function readingShares(of: TroubleCase, { readings: rules }: TroubleKnowledge): Map<string, number> {
  const shares = new Map<string, number>();
  const readings = readingsOf(of);
  const lookup: Lookup = { read: (p) => readings[p] ?? null, usual: (p) => of.usual?.[p] ?? null };
  for (const rule of rules) {
    const share = ruleShare(rule, of, lookup);
    if (share !== null) shares.set(rule.findingId, share);
  }
  return shares;
}

/**
 * Every finding that is known: 1 seen, 0 looked and not there, between where a reading straddles its threshold. What the
 * keeper answered stands above what a reading says, unless the reading settles it; the tank's age answers whether it is
 * young.
 */
export function sharesOf(of: TroubleCase, knowledge: TroubleKnowledge): Map<string, number> {
  const { young, hides, settles, acting } = knowledge;
  const shares = readingShares(of, knowledge);
  // What a valid test lies wholly beyond stands, whatever else is answered.
  const stands = new Set(
    [...settles.map((s) => s.findingId), ...acting.extremes.map((e) => e.findingId)].filter(
      (id) => shares.get(id) === 1,
    ),
  );
  shares.set(young.findingId, of.tankAgeDays < young.underDays ? 1 : 0);
  for (const { id } of of.events ?? []) shares.set(id, 1);
  for (const [id, answer] of Object.entries(of.findings))
    if (answer === 'yes' || !stands.has(id)) shares.set(id, answer === 'yes' ? 1 : 0);
  const seen = (id: string): boolean => shares.get(id) === 1;
  for (const { seenId, hiddenId, unlessSeenIds } of hides)
    if (seen(seenId) && !unlessSeenIds.some(seen)) shares.delete(hiddenId);
  return shares;
}

/** Hours since water last went in; null where none did, or nobody said. */
export const waterHoursAgo = (of: TroubleCase, { waterEventIds }: TroubleKnowledge): number | null => {
  const hours = (of.events ?? []).filter((e) => waterEventIds.includes(e.id)).map((e) => e.hoursAgo);
  return hours.length > 0 ? Math.min(...hours) : null;
};
