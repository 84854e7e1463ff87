import { hourMs } from '#core/units';
import { middle, traitsOf, type Interval, type ParameterId } from '#core/readings';
import { freeCo2 } from '#core/water';
import type { StockGroup } from '#core/stock';
import type { BookRules, Happening, HappeningRule, Host, Sign, TroubleKnowledge } from './knowledge';
import type { Poke } from './bed';
import { evidenceParameters, type Measured, type TroubleCase, type TroubleEvent } from './signs';

/** Something the book holds that can be an event of the case. */
export interface Happened {
  entryId: string;
  atEpochMs: number;
  what: Happening;
  /** How long the power was away, or is. */
  lastedHours?: number;
  /** Of the water, where it is a change. */
  changeFraction?: number;
  /** The new water carried a conditioner. */
  conditioned?: boolean;
}
/** Deaths and signs of animals, as they were written. */
export interface Told {
  entryId: string;
  atEpochMs: number;
  what: Sign;
  count: number;
}
/** All of one tank's book that evidence is made of; a top-up is listed only where it was not pure water. */
export interface BookOfTank {
  nowEpochMs: number;
  startedEpochMs: number;
  groups: readonly StockGroup[];
  readings: readonly (Interval & {
    parameter: ParameterId;
    atEpochMs: number;
    entryId: string;
    /** What it was read with was doubtful: past its date, out of calibration, off at its standard. */
    doubtful?: boolean;
  })[];
  /** What the build-up model foresees for now, and the reading it last saw. */
  foreseen?: readonly (Interval & { parameter: ParameterId; lastEntryId: string; lastEpochMs: number })[];
  /** When water was last changed, tested or looked at; null where the book does not tell. */
  lastCareEpochMs?: number | null;
  usual: Readonly<Partial<Record<ParameterId, Interval>>>;
  /** Own earlier readings, by which a jump is told where nothing is usual yet. */
  earlier?: Readonly<Partial<Record<ParameterId, readonly Interval[]>>>;
  happened: readonly Happened[];
  told: readonly Told[];
  pokes: readonly (Poke & { entryId: string })[];
  /** What all kinds that live here bear of warmth. */
  tempBorne?: Interval | null;
  /** What a course that runs is meant to hold in the water. */
  meant?: TroubleCase['meant'];
  /** Carbonate alone holds the pH, so that CO2 follows from pH and KH. */
  carbonateHeld?: boolean;
  livingCount: number | null;
  equipment: TroubleCase['has'];
  source: TroubleCase['sourceHas'];
}
/** One thing that the book says of a case; the keeper may strike it. */
export interface Evidence {
  id: string;
  entryId: string;
  atEpochMs: number;
  of: 'event' | 'measurement' | 'foreseen' | 'finding';
  /** A finding, an event or a parameter. */
  says: string;
  /** Why it counts for less. */
  trap?: TrapId;
}
export type TrapId = 'doubtful-kit' | 'ammonia-after-conditioner';

const dayHours = 24;
/** A reading is worth this long; chlorine is gone before. */
const readingHours = 7 * dayHours;

/** Past eight weeks without a test a forecast says nothing of this tank any more: as far as it is ever drawn. */
const foreseenHours = 56 * dayHours;

/** One entry on the light or the CO2 of a tank. */
interface Equipped {
  entryId: string;
  atEpochMs: number;
  item: 'light' | 'co2';
  on: boolean;
  lightHours?: number;
  detail?: string;
}
/**
 * What entries on light and CO2 changed: light that is new or longer than it was, CO2 that is on, off or set anew. The
 * first entry of an item tells how it is, not that it changed.
 * @example changedBy([{ …, item: 'light', on: true, lightHours: 8 }, { …, item: 'light', on: true, lightHours: 10 }])[0]?.what // 'light-more'
 */
export function changedBy(equipped: readonly Equipped[]): Happened[] {
  const inOrder = [...equipped].sort((a, b) => a.atEpochMs - b.atEpochMs);
  return inOrder.flatMap((now, i): Happened[] => {
    const before = inOrder
      .slice(0, i)
      .filter((e) => e.item === now.item)
      .at(-1);
    if (!before) return [];
    const { entryId, atEpochMs } = now;
    if (now.item === 'light') {
      const longer =
        now.lightHours !== undefined && before.lightHours !== undefined && now.lightHours > before.lightHours;
      return now.on && (!before.on || longer) ? [{ entryId, atEpochMs, what: 'light-more' }] : [];
    }
    // Nothing said of it and an empty line are the same.
    const anew = now.on !== before.on || (now.detail ?? '') !== (before.detail ?? '');
    return anew ? [{ entryId, atEpochMs, what: 'co2-changed' }] : [];
  });
}

const hostOf: Partial<Record<StockGroup, Host>> = {
  fish: 'fish',
  shrimp: 'shrimp',
  crayfish: 'shrimp',
  snail: 'snails',
  plant: 'plants',
};
const hostsOf = ({ groups }: BookOfTank): Host[] => [...new Set(groups.flatMap((g) => hostOf[g] ?? []))];
const chemistry: readonly ParameterId[] = evidenceParameters;

/** What a reading is widened by when its kit is doubtful: half of it, on top of the step of its parameter. */
const widenedFraction = 0.5;
/**
 * What a reading counts once its trap is known. A doubtful kit may be half as much off to each side, on top of a step
 * (our choice); an ammonia test within a day of a conditioner reads what was bound with what was not (common practice), so
 * that less may be there, down to nothing.
 */
export function trappedReading(reading: Interval, parameter: ParameterId, trap: TrapId | undefined): Interval {
  if (trap === undefined || reading.lo === null || reading.hi === null) return reading;
  if (trap === 'ammonia-after-conditioner') return { lo: 0, hi: reading.hi };
  const step = traitsOf(parameter).evidence?.doubtfulStepValue ?? 0;
  if (parameter === 'tempC' || parameter === 'ph') return { lo: reading.lo - step, hi: reading.hi + step };
  return {
    lo: Math.max(0, reading.lo * (1 - widenedFraction) - step),
    hi: reading.hi * (1 + widenedFraction) + step,
  };
}
function trapOf(of: BookOfTank, reading: BookOfTank['readings'][number]): TrapId | undefined {
  const conditioned = of.happened.some(
    (h) =>
      h.what === 'change' &&
      h.atEpochMs <= reading.atEpochMs &&
      reading.atEpochMs - h.atEpochMs < dayHours * hourMs &&
      h.conditioned === true,
  );
  if (reading.parameter === 'tanMgPerL' && conditioned) return 'ammonia-after-conditioner';
  return reading.doubtful === true ? 'doubtful-kit' : undefined;
}

/** Deaths of the last day and of the month, as the pattern they make. */
function patterns(of: BookOfTank, { deaths: rules }: BookRules): Evidence[] {
  const within = (t: Told, hours: number): boolean => of.nowEpochMs - t.atEpochMs < hours * hourMs;
  const deaths = of.told.filter((t) => t.what === 'died' && within(t, rules.withinHours));
  const recent = deaths.filter((t) => within(t, rules.many.withinHours));
  const sum = (list: readonly Told[]): number => list.reduce((a, t) => a + t.count, 0);
  const said = ({ findingId }: { findingId: string }, from: Told | undefined): Evidence[] =>
    from ? [evidence('finding', findingId, from)] : [];
  const many =
    sum(recent) >= rules.many.atLeastCount && sum(recent) >= rules.many.ofLivingFraction * (of.livingCount ?? 0);
  const dayIndices = [...new Set(deaths.map((t) => Math.floor(t.atEpochMs / (dayHours * hourMs))))].sort(
    (a, b) => a - b,
  );
  const [firstDay = 0, lastDay = 0] = [dayIndices[0], dayIndices.at(-1)];
  const lately = new Set(
    deaths
      .filter((t) => within(t, rules.running.withinDays * dayHours))
      .map((t) => Math.floor(t.atEpochMs / (dayHours * hourMs))),
  );
  return [
    ...(many ? said(rules.many, recent[0]) : []),
    ...(sum(deaths) === 1 ? said(rules.single, deaths[0]) : []),
    ...(dayIndices.length >= rules.dayAfterDay.atLeastDays && lastDay - firstDay >= rules.dayAfterDay.overDays
      ? said(rules.dayAfterDay, deaths[0])
      : []),
    ...(lately.size >= rules.running.atLeastDays ? said(rules.running, deaths[0]) : []),
    ...said(
      rules.missing,
      of.told.find((t) => t.what === 'missing' && within(t, rules.withinHours)),
    ),
  ];
}
/** The newest poke of each place: gas that smells, or gas that does not. */
function ofPokes(of: BookOfTank, { pokes: rules }: BookRules): Evidence[] {
  const newest = of.pokes.filter((p, i) => of.pokes.findIndex((q) => q.place === p.place) === i);
  return newest
    .filter((p) => p.atEpochMs <= of.nowEpochMs && of.nowEpochMs - p.atEpochMs <= rules.withinHours * hourMs)
    .flatMap((p) => {
      if (p.gas === 'none') return [];
      return [evidence('finding', p.gas === 'smell' ? rules.smellFindingId : rules.gasFindingId, p)];
    });
}
const evidence = (
  sort: Evidence['of'],
  says: string,
  { entryId, atEpochMs }: { entryId: string; atEpochMs: number },
): Evidence => ({ id: `${says}:${entryId}`, entryId, atEpochMs, of: sort, says });
/** An entry counts as this event: not too long ago, and large or long enough. */
const counts = (h: Happened, rule: HappeningRule): boolean =>
  rule.what === h.what &&
  (rule.overFraction === undefined || (h.changeFraction ?? 0) > rule.overFraction) &&
  (rule.atLeastHours === undefined || (h.lastedHours ?? 0) >= rule.atLeastHours);

/**
 * What the book of a tank says of a case: events with their hours, readings of the last week, deaths as a pattern; each
 * with the entry it comes from, so that the keeper can strike it. What the book does not hold is not said to be absent.
 * @example evidenceOf({ …, happened: [{ entryId: 'a', …, what: 'change', changeFraction: 0.6 }] }, knowledge) // two events
 */
export function evidenceOf(of: BookOfTank, { book: rules }: TroubleKnowledge): Evidence[] {
  const within = (atEpochMs: number, hours: number): boolean =>
    atEpochMs <= of.nowEpochMs && of.nowEpochMs - atEpochMs <= hours * hourMs;
  const newestOf = new Map<ParameterId, BookOfTank['readings'][number]>();
  for (const r of of.readings) {
    const known = newestOf.get(r.parameter);
    if (
      chemistry.includes(r.parameter) &&
      within(r.atEpochMs, readingHours) &&
      (!known || r.atEpochMs > known.atEpochMs)
    )
      newestOf.set(r.parameter, r);
  }
  const hosts = hostsOf(of);
  return [
    ...of.happened.flatMap((h) =>
      rules.happened
        .filter((rule) => counts(h, rule) && within(h.atEpochMs, rule.withinHours))
        .map(({ eventId }) => evidence('event', eventId, h)),
    ),
    ...[...newestOf.values()].map((r): Evidence => {
      const trap = trapOf(of, r);
      return {
        id: `${r.parameter}:${r.entryId}`,
        entryId: r.entryId,
        atEpochMs: r.atEpochMs,
        of: 'measurement',
        says: r.parameter,
        ...(trap ? { trap } : {}),
      };
    }),
    ...(of.foreseen ?? [])
      .filter(
        (f) => chemistry.includes(f.parameter) && !newestOf.has(f.parameter) && within(f.lastEpochMs, foreseenHours),
      )
      .map((f): Evidence => ({
        id: `foreseen-${f.parameter}:${f.lastEntryId}`,
        entryId: f.lastEntryId,
        atEpochMs: f.lastEpochMs,
        of: 'foreseen',
        says: f.parameter,
      })),
    ...(of.lastCareEpochMs !== undefined &&
    of.lastCareEpochMs !== null &&
    of.nowEpochMs - of.lastCareEpochMs >= rules.missedCare.afterHours * hourMs
      ? [
          {
            ...evidence('event', rules.missedCare.eventId, { entryId: '', atEpochMs: of.lastCareEpochMs }),
            id: `${rules.missedCare.eventId}:care`,
          },
        ]
      : []),
    ...patterns(of, rules),
    ...ofPokes(of, rules),
    ...of.told
      .filter((t) => within(t.atEpochMs, rules.signsWithinHours))
      .flatMap((t) =>
        rules.signs
          .filter(({ sign, host }) => sign === t.what && hosts.includes(host))
          .slice(0, 1)
          .map(({ findingId }) => evidence('finding', findingId, t)),
      ),
  ].filter((e, i, all) => all.findIndex((other) => other.id === e.id) === i);
}

/** The case as it is weighed: what the book says, without what was struck, under what the keeper answered. */
export function caseFromBook(
  of: BookOfTank,
  answers: TroubleCase['findings'],
  knowledge: TroubleKnowledge,
  { struckIds = [], firstSignEpochMs }: { struckIds?: readonly string[]; firstSignEpochMs?: number | undefined } = {},
): TroubleCase {
  const told = evidenceOf(of, knowledge).filter((e) => !struckIds.includes(e.id));
  const hoursAgo = (atEpochMs: number): number => Math.max(0, (of.nowEpochMs - atEpochMs) / hourMs);
  const newest = new Map<string, TroubleEvent>();
  for (const e of told.filter(({ of: sort }) => sort === 'event')) {
    const known = newest.get(e.says);
    if (!known || hoursAgo(e.atEpochMs) < known.hoursAgo)
      newest.set(e.says, { id: e.says, hoursAgo: hoursAgo(e.atEpochMs) });
  }
  const measurements: Record<string, Measured> = {};
  for (const e of told.filter(({ of: sort }) => sort === 'measurement')) {
    const reading = of.readings.find((r) => r.entryId === e.entryId && r.parameter === e.says);
    if (reading)
      measurements[e.says === 'cl2MgPerL' ? 'totalChlorineMgPerL' : e.says] = {
        ...trappedReading({ lo: reading.lo, hi: reading.hi }, reading.parameter, e.trap),
        hoursAgo: hoursAgo(e.atEpochMs),
      };
  }
  const findings = Object.fromEntries(
    told.filter(({ of: sort }) => sort === 'finding').map((e) => [e.says, 'yes' as const]),
  );
  const foreseen = Object.fromEntries(
    told
      .filter(({ of: sort }) => sort === 'foreseen')
      .flatMap((e) => {
        const found = of.foreseen?.find((f) => f.parameter === e.says);
        return found ? [[e.says, { lo: found.lo, hi: found.hi }] as const] : [];
      }),
  );
  const co2 = co2Of(of, measurements);
  if (co2) measurements['co2MgPerL'] ??= co2;
  return {
    hosts: hostsOf(of),
    findings: { ...findings, ...answers },
    measurements,
    foreseen,
    usual: usualOf(of),
    bears: of.tempBorne ? { tempC: of.tempBorne } : undefined,
    meant: of.meant,
    events: [...newest.values()],
    firstSignHoursAgo: firstSignEpochMs === undefined ? 0 : hoursAgo(firstSignEpochMs),
    tankAgeDays: Math.max(0, hoursAgo(of.startedEpochMs) / dayHours),
    has: of.equipment,
    sourceHas: of.source,
  };
}

/** Fewer own readings than something usual needs, and a jump is told by what they span. */
const mostEarlierCount = 4;
/**
 * What is usual here; of what a pen reads, where nothing is yet, what the own readings before the newest span. Of a pH or a
 * temperature two readings tell an hour of the day, and no usual.
 */
function usualOf({ usual, earlier = {} }: BookOfTank): NonNullable<TroubleCase['usual']> {
  const middles = (earlier.ec25UsPerCm ?? []).map(middle);
  return usual.ec25UsPerCm || middles.length === 0 || middles.length > mostEarlierCount
    ? usual
    : { ...usual, ec25UsPerCm: { lo: Math.min(...middles), hi: Math.max(...middles) } };
}

/** Free CO2 from pH and KH of the same evenings, where it is fitted and carbonate alone holds the pH; a KH under one degree says nothing. */
function co2Of(of: BookOfTank, readings: Readonly<Record<string, Measured>>): Measured | null {
  const { ph, khDegrees, tempC } = readings;
  if (of.equipment?.co2 !== true || of.carbonateHeld !== true || !ph || !khDegrees || !tempC) return null;
  if (ph.lo === null || ph.hi === null || khDegrees.hi === null || (khDegrees.lo ?? 0) < 1) return null;
  const at = (phValue: number, hardDegrees: number): number | null => {
    const found = freeCo2({ ph: phValue, khDegrees: hardDegrees, tempC: middle(tempC) });
    return found.ok ? found.value.value.co2MgPerL : null;
  };
  const [lo, hi] = [at(ph.hi, khDegrees.lo ?? 0), at(ph.lo, khDegrees.hi)];
  return lo === null || hi === null ? null : { lo, hi, hoursAgo: Math.max(ph.hoursAgo ?? 0, khDegrees.hoursAgo ?? 0) };
}
