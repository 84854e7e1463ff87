import { dayMs } from '#core/units';
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import type { Interval, Parameter, ParameterId } from '#core/readings';
import { outlookOf } from './outlook';
import { slowHarm, type SlowFinding, type SlowReason } from './slow-harm';

type Read = 'no3MgPerL' | 'khDegrees' | 'ph' | 'ec25UsPerCm' | 'ghDegrees' | 'tempC';
export type SlowPattern = 'quiet' | SlowReason['id'];
export const slowPatterns: readonly SlowReason['id'][] = [
  'old-tank',
  'kh-decline',
  'tds-creep',
  'temperature-widening',
  'silent-gap',
];
/** The harm begins on this day; before it nothing happens. */
export const harmBeginsOnDay = 200;
const lastDay = 420;
/** The band of the made-up tanks: what must not be left before the finding is raised. */
export const slowBands: Record<Read, Interval> = {
  no3MgPerL: { lo: 0, hi: 50 },
  khDegrees: { lo: 2, hi: 8 },
  ph: { lo: 6.4, hi: 7.8 },
  ec25UsPerCm: { lo: 200, hi: 500 },
  ghDegrees: { lo: 4, hi: 14 },
  tempC: { lo: 21, hi: 27 },
};

/** A made-up tank whose harm is known: for measuring how soon it is found, never for showing. */
export interface SlowTank {
  pattern: SlowPattern;
  readings: Record<Read, (Interval & { atEpochMs: number })[]>;
  changes: { atEpochMs: number; changeFraction: number; water: Partial<Record<ParameterId, number>> }[];
  /** When the truth first leaves its band; null where it never does. */
  bandLeftOnDay: number | null;
}

/** Weekly changes and tests with the kits in common use; from day 200 one thing goes slowly wrong. */
export function slowTank(seed: number, pattern: SlowPattern): SlowTank {
  const generator = xoroshiro128plus(seed);
  for (let i = 0; i < 8; i++) uniformFloat64(generator);
  const uniform = (lo: number, hi: number): number => lo + (hi - lo) * uniformFloat64(generator);
  const normal = (): number => Math.sqrt(-2 * Math.log(uniform(1e-12, 1))) * Math.cos(2 * Math.PI * uniform(0, 1));
  const share = uniform(0.15, 0.35);
  const source = { no3MgPerL: 4, khDegrees: 5.5, ec25UsPerCm: 320, ghDegrees: 8 };
  const made = { no3MgPerL: uniform(0.5, 1), khDegrees: -0.015, ec25UsPerCm: 1, ghDegrees: 0 };
  const level = { no3MgPerL: 20, khDegrees: 5, ec25UsPerCm: 345, ghDegrees: 8 };
  const tank: SlowTank = {
    pattern,
    readings: { no3MgPerL: [], khDegrees: [], ph: [], ec25UsPerCm: [], ghDegrees: [], tempC: [] },
    changes: [],
    bandLeftOnDay: null,
  };
  const phase = uniform(0, 365);
  for (let day = 0; day <= lastDay; day++) {
    const since = Math.max(0, day - harmBeginsOnDay);
    const on = (p: SlowPattern): number => (pattern === p ? since : 0);
    // What the routine cannot hold comes on top of what it holds.
    const drift = {
      no3MgPerL: 0.006 * on('old-tank'),
      khDegrees: -0.0007 * on('old-tank') - 0.0009 * on('kh-decline'),
      ec25UsPerCm: 0.03 * on('tds-creep'),
      ghDegrees: 0.0006 * on('tds-creep'),
    };
    for (const id of ['no3MgPerL', 'khDegrees', 'ec25UsPerCm', 'ghDegrees'] as const)
      level[id] = Math.max(0.2, level[id] + made[id] + drift[id] + 0.05 * Math.abs(made[id]) * normal());
    if (day % 7 === 0 && day > 0) {
      for (const id of ['no3MgPerL', 'khDegrees', 'ec25UsPerCm', 'ghDegrees'] as const)
        level[id] += share * (source[id] - level[id]);
      tank.changes.push({ atEpochMs: day * dayMs, changeFraction: share, water: source });
    }
    const ph = 7.2 + 0.18 * (level.khDegrees - 5) + 0.05 * normal();
    const swing = pattern === 'temperature-widening' && since > 0 ? 1.3 : 0.3;
    const tempC = 24 + 0.4 * Math.sin((2 * Math.PI * (day + phase)) / 365) + swing * uniform(-1, 1);
    const truth = { ...level, ph, tempC };
    if (tank.bandLeftOnDay === null && leaves(truth)) tank.bandLeftOnDay = day;
    if (day % 7 !== 4 || (pattern === 'silent-gap' && since > 0)) continue;
    const step = (id: Read, size: number, scatter: number): void => {
      const at = Math.round((truth[id] + scatter * normal()) / size) * size;
      tank.readings[id].push({ lo: Math.max(0, at - size / 2), hi: at + size / 2, atEpochMs: day * dayMs });
    };
    step('no3MgPerL', 5, 2);
    step('khDegrees', 0.5, 0.15);
    step('ph', 0.1, 0.03);
    step('ec25UsPerCm', 1, 3);
    step('ghDegrees', 1, 0.2);
    step('tempC', 0.1, 0.05);
  }
  return tank;
}
const leaves = (truth: Record<Read, number>): boolean =>
  (Object.keys(slowBands) as Read[]).some(
    (id) => truth[id] > (slowBands[id].hi ?? Infinity) || truth[id] < (slowBands[id].lo ?? -Infinity),
  );

export interface Watched {
  /** Days from the beginning of the harm to its first finding; null where it was missed. */
  delayDays: number | null;
  /** Found before the truth left its band, or it never did. */
  inTime: boolean;
  /** Findings that began while nothing was wrong, or of another kind than what was, by kind. */
  falseAlarms: SlowReason['id'][];
  quietDays: number;
}

/** What the house finds in such a tank on one day, from the half year before it. */
export function lookedAt(tank: SlowTank, day: number, catalogue: readonly Parameter[]): SlowFinding[] {
  const nowEpochMs = day * dayMs;
  const upTo = <T extends { atEpochMs: number }>(list: readonly T[]): T[] =>
    list.filter((x) => x.atEpochMs <= nowEpochMs && nowEpochMs - x.atEpochMs < 180 * dayMs);
  const readings = Object.fromEntries(
    Object.entries(tank.readings).map(([id, list]) => [id, upTo(list)]),
  ) as SlowTank['readings'];
  const changes = upTo(tank.changes);
  const kh = catalogue.find((p) => p.id === 'khDegrees');
  const outlook =
    kh &&
    outlookOf({
      parameter: kh,
      readings: readings.khDegrees,
      changes: changes.map((c) => ({ ...c, sourceValue: c.water.khDegrees ?? null })),
      band: slowBands.khDegrees,
      nowEpochMs,
    });
  return slowHarm({
    catalogue,
    readings,
    outlooks: outlook ? [outlook] : [],
    sourceEc25UsPerCm: changes.map((c) => c.water.ec25UsPerCm ?? 0),
    changesPerMonthCount: 4,
    nowEpochMs,
  });
}

/** Looks at a tank once a week as the house does, and notes when each finding begins. */
export function watched(tank: SlowTank, catalogue: readonly Parameter[]): Watched {
  const result: Watched = { delayDays: null, inTime: false, falseAlarms: [], quietDays: 0 };
  let before = new Set<SlowReason['id']>();
  for (let day = 130; day <= lastDay; day += 7) {
    const found = lookedAt(tank, day, catalogue).map((f) => f.reason.id);
    const harmed = tank.pattern !== 'quiet' && day > harmBeginsOnDay;
    if (!harmed) result.quietDays += 7;
    for (const id of found.filter((f) => !before.has(f)))
      if (!harmed) result.falseAlarms.push(id);
      else if (id === tank.pattern) result.delayDays ??= day - harmBeginsOnDay;
    before = new Set(found);
  }
  const foundOn = result.delayDays === null ? null : harmBeginsOnDay + result.delayDays;
  result.inTime = foundOn !== null && (tank.bandLeftOnDay === null || foundOn <= tank.bandLeftOnDay);
  return result;
}
