import type { Interval, ParameterId } from '#core/readings';
import type { StockGroup } from '#core/stock';
import type { SlowReason } from '#core/tonight';
import type { Host } from './knowledge';
import type { Measured, TroubleCase, TroubleEvent } from './signs';

/** Something the book holds that can be an event of the case. */
export interface Happened {
  entryId: string;
  atEpochMs: number;
  what:
    | 'change'
    | 'top-up'
    | 'animals-in'
    | 'plants-in'
    | 'product'
    | 'dose'
    | 'decoration'
    | 'sponge'
    | 'bed'
    | 'food'
    | 'shared'
    | 'medicine'
    | 'untreated-arrival'
    | 'power-cut'
    | 'heater-off'
    | 'heater-stuck'
    | 'light-more'
    | 'co2-changed';
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
  what: 'died' | 'missing' | 'not-grazing' | 'young-not-growing' | 'hiding' | 'pale' | 'gasping' | 'less-grazing';
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
  happened: readonly Happened[];
  told: readonly Told[];
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

const hourMs = 3_600_000;
const dayHours = 24;
/** Events older than two weeks are not asked for; animals, plants and light count longer. */
const eventHours = 14 * dayHours;
const longHours = 28 * dayHours;
const longOnes: ReadonlySet<Happened['what']> = new Set(['animals-in', 'untreated-arrival', 'plants-in', 'light-more']);
/** Three weeks without a change, a test or a look is care that was missed. */
const missedHours = 21 * dayHours;
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

/** The careful end of «more than one or two hours»: from then on a filter without flow is asked about. */
const powerCutHours = 1;

const eventsOf = (h: Happened): string[] => {
  switch (h.what) {
    case 'change':
      return (h.changeFraction ?? 0) > 0.5 ? ['EV01', 'EV02'] : ['EV01'];
    case 'top-up':
      return ['EV22'];
    case 'animals-in':
      return ['EV04'];
    case 'plants-in':
      return ['EV06'];
    case 'product':
    case 'dose':
      return ['EV07'];
    case 'decoration':
      return ['EV13'];
    case 'sponge':
      return ['EV14'];
    case 'bed':
      return ['EV19'];
    case 'food':
      return ['EV16'];
    case 'shared':
      return ['EV24'];
    case 'medicine':
      return ['EV09'];
    case 'untreated-arrival':
      return ['EV04', 'EV05'];
    case 'power-cut':
      return (h.lastedHours ?? 0) >= powerCutHours ? ['EV08'] : [];
    case 'heater-off':
      return ['EV18'];
    case 'heater-stuck':
      return ['EV17'];
    case 'light-more':
      return ['EV23'];
    case 'co2-changed':
      return ['EV21'];
  }
};
const hostOf: Partial<Record<StockGroup, Host>> = {
  fish: 'fish',
  shrimp: 'shrimp',
  crayfish: 'shrimp',
  snail: 'snails',
  plant: 'plants',
};
const chemistry: readonly ParameterId[] = [
  'tempC',
  'ph',
  'ghDegrees',
  'khDegrees',
  'ec25UsPerCm',
  'tanMgPerL',
  'no2MgPerL',
  'no3MgPerL',
  'po4MgPerL',
  'o2MgPerL',
  'co2MgPerL',
  'clMgPerL',
  'cl2MgPerL',
  'copperMgPerL',
];

/** What a reading of this sort is widened by when its kit is doubtful: half of it, and a step below which nothing is told. */
const widenedFraction = 0.5;
const widenedStep: Partial<Record<ParameterId, number>> = {
  tempC: 1,
  ph: 0.5,
  ghDegrees: 1,
  khDegrees: 1,
  tanMgPerL: 0.25,
  no2MgPerL: 0.1,
  no3MgPerL: 5,
};
/**
 * What a reading counts once its trap is known. A doubtful kit may be half as much off to each side, on top of a step
 * (our choice); an ammonia test within a day of a conditioner reads what was bound with what was not (common practice), so
 * that less may be there, down to nothing.
 */
export function trappedReading(reading: Interval, parameter: ParameterId, trap: TrapId | undefined): Interval {
  if (trap === undefined || reading.lo === null || reading.hi === null) return reading;
  if (trap === 'ammonia-after-conditioner') return { lo: 0, hi: reading.hi };
  const step = widenedStep[parameter] ?? 0;
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

/** Deaths of the last two days, and of the month, as the pattern they make. */
function patterns(of: BookOfTank): Evidence[] {
  const deaths = of.told.filter((t) => t.what === 'died' && of.nowEpochMs - t.atEpochMs < longHours * hourMs);
  const recent = deaths.filter((t) => of.nowEpochMs - t.atEpochMs < dayHours * hourMs);
  const sum = (list: readonly Told[]): number => list.reduce((a, t) => a + t.count, 0);
  const said = (says: string, from: Told | undefined): Evidence[] =>
    from
      ? [{ id: `${says}:${from.entryId}`, entryId: from.entryId, atEpochMs: from.atEpochMs, of: 'finding', says }]
      : [];
  const many = sum(recent) >= 3 && sum(recent) >= 0.1 * (of.livingCount ?? 0);
  const days = new Set(deaths.map((t) => Math.floor(t.atEpochMs / (dayHours * hourMs))));
  return [
    ...(many ? said('DP03', recent[0]) : []),
    ...(sum(deaths) === 1 ? said('DP01', deaths[0]) : []),
    ...(days.size >= 3 ? said('DP02', deaths[0]) : []),
    ...said(
      'DP13',
      of.told.find((t) => t.what === 'missing' && of.nowEpochMs - t.atEpochMs < longHours * hourMs),
    ),
  ];
}
const findingOf: Partial<Record<Told['what'], readonly string[]>> = {
  'not-grazing': ['SH07'],
  'less-grazing': ['SH07'],
  'young-not-growing': ['SH20'],
  hiding: ['BF06'],
  pale: ['BD27', 'SH15'],
  gasping: ['BF01'],
};

/**
 * What the book of a tank says of a case: events with their hours, readings of the last week, deaths as a pattern; each
 * with the entry it comes from, so that the keeper can strike it. What the book does not hold is not said to be absent.
 * @example evidenceOf({ …, happened: [{ entryId: 'a', atEpochMs: 0, what: 'change', changeFraction: 0.6 }] }) // EV01, EV02
 */
export function evidenceOf(of: BookOfTank): Evidence[] {
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
  const fishy = of.groups.includes('fish');
  const shrimpy = of.groups.some((g) => hostOf[g] === 'shrimp');
  return [
    ...of.happened
      .filter((h) => within(h.atEpochMs, longOnes.has(h.what) ? longHours : eventHours))
      .flatMap((h) =>
        eventsOf(h).map((says): Evidence => ({
          id: `${says}:${h.entryId}`,
          entryId: h.entryId,
          atEpochMs: h.atEpochMs,
          of: 'event',
          says,
        })),
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
    of.nowEpochMs - of.lastCareEpochMs >= missedHours * hourMs
      ? [{ id: 'EV15:care', entryId: '', atEpochMs: of.lastCareEpochMs, of: 'event' as const, says: 'EV15' }]
      : []),
    ...patterns(of),
    ...of.told
      .filter((t) => within(t.atEpochMs, eventHours))
      .flatMap((t) =>
        (findingOf[t.what] ?? [])
          .filter((id) => (id.startsWith('SH') ? shrimpy : fishy))
          .slice(0, 1)
          .map((says): Evidence => ({
            id: `${says}:${t.entryId}`,
            entryId: t.entryId,
            atEpochMs: t.atEpochMs,
            of: 'finding',
            says,
          })),
      ),
  ].filter((e, i, all) => all.findIndex((other) => other.id === e.id) === i);
}

/** The case as it is weighed: what the book says, without what was struck, under what the keeper answered. */
export function caseFromBook(
  of: BookOfTank,
  answers: TroubleCase['findings'],
  { struckIds = [], firstSignEpochMs }: { struckIds?: readonly string[]; firstSignEpochMs?: number | undefined } = {},
): TroubleCase {
  const evidence = evidenceOf(of).filter((e) => !struckIds.includes(e.id));
  const hoursAgo = (atEpochMs: number): number => Math.max(0, (of.nowEpochMs - atEpochMs) / hourMs);
  const newest = new Map<string, TroubleEvent>();
  for (const e of evidence.filter(({ of: sort }) => sort === 'event')) {
    const known = newest.get(e.says);
    if (!known || hoursAgo(e.atEpochMs) < known.hoursAgo)
      newest.set(e.says, { id: e.says, hoursAgo: hoursAgo(e.atEpochMs) });
  }
  const measurements: Record<string, Measured> = {};
  for (const e of evidence.filter(({ of: sort }) => sort === 'measurement')) {
    const reading = of.readings.find((r) => r.entryId === e.entryId && r.parameter === e.says);
    if (reading)
      measurements[e.says === 'cl2MgPerL' ? 'totalChlorineMgPerL' : e.says] = {
        ...trappedReading({ lo: reading.lo, hi: reading.hi }, reading.parameter, e.trap),
        hoursAgo: hoursAgo(e.atEpochMs),
      };
  }
  const findings = Object.fromEntries(
    evidence.filter(({ of: sort }) => sort === 'finding').map((e) => [e.says, 'yes' as const]),
  );
  const foreseen = Object.fromEntries(
    evidence
      .filter(({ of: sort }) => sort === 'foreseen')
      .flatMap((e) => {
        const found = of.foreseen?.find((f) => f.parameter === e.says);
        return found ? [[e.says, { lo: found.lo, hi: found.hi }] as const] : [];
      }),
  );
  const hosts = [...new Set(of.groups.flatMap((g) => hostOf[g] ?? []))];
  return {
    hosts,
    findings: { ...findings, ...answers },
    measurements,
    foreseen,
    usual: of.usual,
    events: [...newest.values()],
    firstSignHoursAgo: firstSignEpochMs === undefined ? 0 : hoursAgo(firstSignEpochMs),
    tankAgeDays: Math.max(0, hoursAgo(of.startedEpochMs) / dayHours),
    has: of.equipment,
    sourceHas: of.source,
  };
}

/** The sign that a slow harm shows, so that a case can be started from it; a gap in the tests shows none. */
export const findingOfSlow: Readonly<Record<SlowReason['id'], string | null>> = {
  'old-tank': 'MS06',
  'kh-decline': 'MS06',
  'tds-creep': 'MS08',
  'temperature-widening': 'MS11',
  'silent-gap': null,
};
