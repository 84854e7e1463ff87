import { dayMs } from '#core/units';
import type { Interval } from '#core/readings';
import type { Brood, StockKind } from './kind';

export const stockEvents = [
  'arrived',
  /** Were there already when the book began: nobody arrived. */
  'present',
  'moved-in',
  'moved-out',
  'given-away',
  'died',
  'missing',
  'born',
  'berried',
  'moulted',
  'counted',
  'sign',
] as const;
export type StockEventName = (typeof stockEvents)[number];
export const stockSigns = ['not-grazing', 'young-not-growing', 'hiding', 'pale', 'grazing'] as const;
export type StockSign = (typeof stockSigns)[number];

export interface StockEvent {
  atEpochMs: number;
  event: StockEventName;
  kindId: string;
  strain: string;
  /** How many, as a span; null ends are open. Signs carry none. */
  count: Interval | null;
  sign?: StockSign | undefined;
}

export interface PopulationPoint {
  atEpochMs: number;
  lo: number;
  hi: number;
}
export interface BroodForecast {
  fromEpochMs: number;
  loEpochMs: number;
  hiEpochMs: number;
  youngCount: { lo: number; hi: number };
}
export interface Population {
  kindId: string;
  strain: string;
  /** Today's estimate. */
  count: { lo: number; hi: number };
  points: readonly PopulationPoint[];
  lastCountedEpochMs: number | null;
  broods: readonly BroodForecast[];
}

const loOf = (count: Interval | null): number => Math.max(0, count?.lo ?? 0);
const hiOf = (count: Interval | null): number => Math.max(loOf(count), count?.hi ?? loOf(count));

/**
 * Days to free young at a temperature: twice as fast for ten degrees more (our estimate; Q10 of 2 is the usual rule of
 * physiology), from the days the almanac states at its own temperature.
 * @example broodDays({ brood: { days: { lo: 25, hi: 30 }, atC: 23 … }, tempC: 28 }) // 17.7 to 21.2
 */
export function broodDays({ brood, tempC }: { brood: Brood; tempC: number }): { lo: number; hi: number } {
  const paceRatio = 2 ** ((tempC - brood.atC) / 10);
  return { lo: brood.days.lo / paceRatio, hi: brood.days.hi / paceRatio };
}

/** Young to expect of females that carry: how many, and when, by temperature. */
export function broodForecast({
  kind,
  carrying,
  seenEpochMs,
  tempC,
}: {
  kind: StockKind;
  carrying: Interval;
  seenEpochMs: number;
  tempC: number | null;
}): BroodForecast | null {
  const brood = kind.animal?.brood;
  if (!brood) return null;
  const days = broodDays({ brood, tempC: tempC ?? brood.atC });
  return {
    fromEpochMs: seenEpochMs,
    // Seen tonight, but carrying since some day before.
    loEpochMs: seenEpochMs + days.lo * 0.3 * dayMs,
    hiEpochMs: seenEpochMs + days.hi * dayMs,
    youngCount: {
      lo: loOf(carrying) * brood.youngCount.lo,
      hi: hiOf(carrying) * brood.youngCount.hi,
    },
  };
}

/** A colony of animals whose young stay with it and are not counted: its upper end grows between counts. */
const breedsUnseen = (kind: StockKind): boolean => {
  const mode = kind.animal?.brood?.mode;
  return mode === 'carries-eggs' || mode === 'livebearer' || mode === 'snail-eggs';
};

/**
 * The number of a kind in a tank over time, as a span.
 *
 * A count sets it. Arrivals, births and moves add or take at both ends; found dead take from both. Between counts the
 * lower end falls by the turnover of the kind's lifespan (deaths nobody found), the upper grows by the young of the
 * broods that were seen, and not by any that were not: so the span says what the book can know. Never below zero.
 * @example populationOf({ kind, events, nowEpochMs, tempC: 23 }).count // { lo: 41, hi: 190 }
 */
export function populationOf({
  kind,
  strain,
  events,
  nowEpochMs,
  tempC,
}: {
  kind: StockKind;
  strain: string;
  events: readonly StockEvent[];
  nowEpochMs: number;
  tempC: number | null;
}): Population {
  const own = events
    .filter((e) => e.kindId === kind.id && e.strain === strain && e.atEpochMs <= nowEpochMs)
    .sort((a, b) => a.atEpochMs - b.atEpochMs);
  const lifeDays = (kind.animal?.lifespanYears.hi ?? 50) * 365;
  const broods: BroodForecast[] = [];
  const points: PopulationPoint[] = [];
  let [lo, hi, at] = [0, 0, own[0]?.atEpochMs ?? nowEpochMs];
  let lastCountedEpochMs: number | null = null;
  const pass = (untilEpochMs: number): void => {
    const days = (untilEpochMs - at) / dayMs;
    lo *= Math.exp(-days / lifeDays);
    if (breedsUnseen(kind))
      for (const b of broods) if (b.loEpochMs > at && b.loEpochMs <= untilEpochMs) hi += b.youngCount.hi;
    at = untilEpochMs;
  };
  for (const event of own) {
    pass(event.atEpochMs);
    const [few, many] = [loOf(event.count), hiOf(event.count)];
    if (event.event === 'counted') [lo, hi, lastCountedEpochMs] = [few, many, event.atEpochMs];
    else if (['arrived', 'present', 'moved-in', 'born'].includes(event.event)) [lo, hi] = [lo + few, hi + many];
    else if (['moved-out', 'given-away', 'died', 'missing'].includes(event.event))
      [lo, hi] = [Math.max(0, lo - many), Math.max(0, hi - few)];
    else if (event.event === 'berried' && event.count) {
      const forecast = broodForecast({ kind, carrying: event.count, seenEpochMs: event.atEpochMs, tempC });
      if (forecast) broods.push(forecast);
    }
    points.push({ atEpochMs: event.atEpochMs, lo: Math.round(lo), hi: Math.round(hi) });
  }
  pass(nowEpochMs);
  const count = { lo: Math.round(lo), hi: Math.round(hi) };
  points.push({ atEpochMs: nowEpochMs, ...count });
  return {
    kindId: kind.id,
    strain,
    count,
    points,
    lastCountedEpochMs,
    broods: broods.filter((b) => b.hiEpochMs >= nowEpochMs),
  };
}

/** Every population that the events of a tank speak of. */
export function populationsOf({
  kinds,
  events,
  nowEpochMs,
  tempC,
}: {
  kinds: readonly StockKind[];
  events: readonly StockEvent[];
  nowEpochMs: number;
  tempC: number | null;
}): Population[] {
  const keys = [...new Set(events.map((e) => `${e.kindId}|${e.strain}`))];
  return keys.flatMap((key) => {
    const [kindId = '', strain = ''] = key.split('|');
    const kind = kinds.find((k) => k.id === kindId);
    return kind ? [populationOf({ kind, strain, events, nowEpochMs, tempC })] : [];
  });
}
