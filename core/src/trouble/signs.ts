import { highEnd, lowEnd, middle, type Interval } from '#core/readings';
import { oxygenSaturation } from '#core/water';
import type { Host } from './knowledge';

/** A reading of the case; `hoursAgo` counts from now. */
export type Measured = Interval & { hoursAgo?: number | undefined };
export interface TroubleEvent {
  id: string;
  hoursAgo: number;
}
export interface Equipment {
  co2?: boolean | undefined;
  uv?: boolean | undefined;
  carbon?: boolean | undefined;
  intakeSponge?: boolean | undefined;
  lid?: boolean | undefined;
  activeBed?: boolean | undefined;
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
  has?: Equipment | undefined;
  sourceHas?: readonly ('chlorine' | 'chloramine' | 'copper' | 'softener')[] | undefined;
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
export const shareWithin = (span: Interval, within: Interval): number =>
  Math.max(0, shareAtLeast(span, lowEnd(within)) - shareAbove(span, highEnd(within)));

const recently = (events: readonly TroubleEvent[] | null, ids: readonly string[], withinHours: number): boolean =>
  events?.some((e) => ids.includes(e.id) && e.hoursAgo <= withinHours) ?? false;
const water = ['EV01', 'EV02', 'EV03', 'EV22'];

type Rule = (
  of: TroubleCase,
  read: (parameter: string) => Measured | null,
  usual: (p: string) => Interval | null,
) => number | null;

/** What is saturated at sea level at this temperature; below three fifths of it animals suffer. */
const leastOxygen = (tempC: Measured | null): number => {
  const saturated = tempC ? oxygenSaturation({ tempC: middle(tempC) }) : null;
  return Math.max(5, saturated?.ok ? 0.6 * saturated.value.o2MgPerL : 0);
};
/**
 * Readings that are findings, each as the share of its span that lies beyond the threshold; null
 * where it cannot be said.
 */
const rules: Readonly<Record<string, Rule>> = {
  MS01: (_, read) => above(read('tanMgPerL'), 0.1),
  MS02: (_, read) => above(read('no2MgPerL'), 0.12),
  MS03: (of, read) => strictly(read('no3MgPerL'), of.hosts.includes('shrimp') ? 30 : 50),
  MS04: (_, read, usual) => {
    const [ph, was] = [read('ph'), usual('ph')];
    if (!ph) return null;
    if (lowEnd(ph) >= 6) return 0;
    return was ? shareBelow(ph, Math.min(6, middle(was) - 0.7 + 1e-9)) : null;
  },
  MS06: (of, read, usual) => {
    const [kh, was] = [read('khDegrees'), usual('khDegrees')];
    if (!kh) return null;
    if (of.has?.activeBed === true || (was !== null && lowEnd(was) <= 1)) return 0;
    if (lowEnd(kh) > 1) return 0;
    return was ? 1 - shareAbove(kh, 1) : null;
  },
  MS08: (of, read, usual) => {
    const [ec, was] = [read('ec25UsPerCm'), usual('ec25UsPerCm')];
    if (!ec || !was) return null;
    if (recently(of.events, [...water, 'EV07', 'EV13'], 48)) return null;
    return strictly(ec, 1.3 * middle(was));
  },
  MS09: (of, read, usual) => {
    const [ec, was] = [read('ec25UsPerCm'), usual('ec25UsPerCm')];
    if (!ec || !was || !recently(of.events, [...water, 'EV04', 'EV07', 'EV13'], 48)) return null;
    const share = shareAbove(ec, 1.2 * middle(was)) + shareBelow(ec, 0.8 * middle(was));
    return Math.min(1, share);
  },
  MS10: (_, read) => {
    const o2 = read('o2MgPerL');
    return o2 && shareBelow(o2, leastOxygen(read('tempC')));
  },
  MS11: (_, read, usual) => {
    const [tempC, was] = [read('tempC'), usual('tempC')];
    if (!tempC) return null;
    const cool = was !== null && middle(was) < 20;
    const [lo, hi] = [cool ? -Infinity : 20, 29];
    const off = was ? { lo: Math.max(lo, middle(was) - 3), hi: Math.min(hi, middle(was) + 3) } : { lo, hi };
    return Math.min(1, shareBelow(tempC, off.lo) + shareAbove(tempC, off.hi));
  },
  MS12: (_, read) => {
    const chlorine = read('totalChlorineMgPerL');
    return chlorine && (lowEnd(chlorine) > 0 ? 1 : 0);
  },
  MS13: (of, read) =>
    of.hosts.includes('shrimp') || of.hosts.includes('snails') ? above(read('copperMgPerL'), 0.02) : null,
  MS14: (of, read) => (of.has?.co2 === false ? null : strictly(read('co2MgPerL'), 40)),
  MS15: (of, read) => planted(of, below(read('po4MgPerL'), 0.1)),
  MS16: (_, read) => strictly(read('po4MgPerL'), 2),
  MS17: (of, read) => planted(of, below(read('no3MgPerL'), 5)),
  MS18: (_, read) => {
    const [ph, kh] = [read('ph'), read('khDegrees')];
    return ph && kh && Math.min(shareAbove(ph, 7.5), shareAbove(kh, 8));
  },
  MS19: (of, read) => planted(of, below(read('ghDegrees'), 2)),
};
function above(span: Measured | null, thresholdValue: number): number | null {
  return span && shareAtLeast(span, thresholdValue);
}
function strictly(span: Measured | null, thresholdValue: number): number | null {
  return span && shareAbove(span, thresholdValue);
}
function below(span: Measured | null, thresholdValue: number): number | null {
  return span && shareBelow(span, thresholdValue);
}
function planted(of: TroubleCase, share: number | null): number | null {
  return of.hosts.includes('plants') ? share : null;
}

/**
 * What a forecast says of findings that nobody measured: the share of its span beyond the threshold. It is no answer:
 * the test is still asked for.
 */
export function foreseenShares(of: TroubleCase): Map<string, number> {
  const measured = readingsOf(of);
  const foreseen = readingsOf({ ...of, measurements: of.foreseen ?? {} });
  const shares = new Map<string, number>();
  for (const [id, parameters] of Object.entries(readingOf)) {
    if (of.findings[id] !== undefined || !parameters.every((p) => measured[p] === undefined && foreseen[p])) continue;
    const share = rules[id]?.(
      of,
      (p) => measured[p] ?? foreseen[p] ?? null,
      (p) => of.usual?.[p] ?? null,
    );
    if (share !== null && share !== undefined) shares.set(id, share);
  }
  return shares;
}

const otherNames: Readonly<Record<string, string>> = {
  phosphateMgPerL: 'po4MgPerL',
  chlorideMgPerL: 'clMgPerL',
  cl2MgPerL: 'totalChlorineMgPerL',
};
/** Readings of the case under the names used everywhere. */
export const readingsOf = (of: TroubleCase): Readonly<Record<string, Measured>> =>
  Object.fromEntries(Object.entries(of.measurements).map(([id, span]) => [otherNames[id] ?? id, span]));

/**
 * Every finding that is known: 1 seen, 0 looked and not there, between where a reading straddles its threshold. What the
 * keeper answered stands above what a reading says; the tank's age answers whether it is young.
 */
export function sharesOf(of: TroubleCase): Map<string, number> {
  const shares = new Map<string, number>();
  const readings = readingsOf(of);
  const usual = of.usual ?? {};
  for (const [id, rule] of Object.entries(rules)) {
    const share = rule(
      of,
      (p) => readings[p] ?? null,
      (p) => usual[p] ?? null,
    );
    if (share !== null) shares.set(id, share);
  }
  shares.set('EV20', of.tankAgeDays < 56 ? 1 : 0);
  for (const { id } of of.events ?? []) shares.set(id, 1);
  for (const [id, answer] of Object.entries(of.findings)) shares.set(id, answer === 'yes' ? 1 : 0);
  // Single dashes of a kind that breathes air are no gulping, unless others gasp, too.
  const seen = (id: string): boolean => shares.get(id) === 1;
  if (seen('LK11') && !['BF02', 'DP03', 'DP11'].some(seen)) shares.delete('BF01');
  return shares;
}

/** Which readings answer a finding of the measured sort. */
export const readingOf: Readonly<Record<string, readonly string[]>> = {
  MS01: ['tanMgPerL'],
  MS02: ['no2MgPerL'],
  MS03: ['no3MgPerL'],
  MS04: ['ph'],
  MS06: ['khDegrees'],
  MS08: ['ec25UsPerCm'],
  MS09: ['ec25UsPerCm'],
  MS10: ['o2MgPerL'],
  MS11: ['tempC'],
  MS12: ['totalChlorineMgPerL'],
  MS13: ['copperMgPerL'],
  MS14: ['co2MgPerL'],
  MS15: ['po4MgPerL'],
  MS16: ['po4MgPerL'],
  MS17: ['no3MgPerL'],
  MS19: ['ghDegrees'],
};
/** Hours since water last went in; null where none did, or nobody said. */
export const waterHoursAgo = (of: TroubleCase): number | null => {
  const hours = (of.events ?? []).filter((e) => water.includes(e.id)).map((e) => e.hoursAgo);
  return hours.length > 0 ? Math.min(...hours) : null;
};
