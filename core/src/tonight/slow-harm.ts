import { dayMs } from '#core/units';
import {
  directionOf,
  medianOf,
  middle,
  ownNormal,
  theilSenLine,
  type Interval,
  type OwnNormal,
  type Parameter,
  type ParameterId,
} from '#core/readings';
import type { Outlook } from './outlook';

type Dated = Interval & { atEpochMs: number };
export interface SlowHarmInput {
  catalogue: readonly Parameter[];
  /** Readings of the last half year, any order. */
  readings: Partial<Record<ParameterId, readonly Dated[]>>;
  outlooks: readonly Outlook[];
  /** Conductivity of what went in at the last changes, oldest first. */
  sourceEc25UsPerCm: readonly number[];
  changesPerMonthCount: number;
  /** Conductivity that top-ups brought in the last two months, µS/cm a week; 0 where none were written. */
  topUpEcPerWeek?: number;
  /** The most that conductivity may move at a change with these animals, as a share of the tank's own level. */
  ecStepFraction?: number;
  nowEpochMs: number;
}
/** A movement a week, in the unit of its parameter, over so many readings. */
export interface SlowEvidence {
  perWeek: number;
  readingCount: number;
}
/** The changes that bring conductivity back with the water at hand; none where that water lies too high itself. */
export type WayBack =
  | { reachable: true; sourceUsPerCm: number; changesCount: number; changeFraction: number; everyDays: number }
  | { reachable: false; sourceUsPerCm: number };
export type CreepCause = 'source' | 'top-ups' | 'minerals' | 'food' | 'evaporation' | 'not-clear';
/** What was found, with the figures that speak for it; sentences are made in `words`. */
export type SlowReason =
  | { id: 'old-tank'; facts: { no3: SlowEvidence; kh: SlowEvidence; ph: SlowEvidence | null } }
  | {
      id: 'kh-decline';
      facts: {
        kh: SlowEvidence;
        levelDegrees: number;
        leaves: { lo: number; hi: number | null } | null;
        atThisPaceDays: number | null;
      };
    }
  | {
      id: 'tds-creep';
      facts: {
        ec: SlowEvidence;
        cause: CreepCause;
        sourceRiseUsPerCm: number;
        topUpUsPerCmPerWeek: number;
        /** Beyond what was usual in this tank, and the way back there; null where nothing is usual yet. */
        usual: { loUsPerCm: number; hiUsPerCm: number; levelUsPerCm: number } | null;
        back: WayBack | null;
      };
    }
  | { id: 'temperature-widening'; facts: { rangeNowK: number; rangeBeforeK: number } }
  | { id: 'silent-gap'; facts: { silentDays: number } };
export interface SlowFinding {
  severity: 'act' | 'watch';
  reason: SlowReason;
  parameters: ParameterId[];
  grade: 'common-practice' | 'ours';
}
const windowDays = 120;
/** A pen reads to one digit, so any breath of it is a trend: less than this in four months is no creep (ours; measured in the bench). */
const leastCreepFraction = 0.04;

interface Movement {
  direction: 'rising' | 'falling' | 'steady' | 'unknown';
  perWeek: number;
  count: number;
  /** Rise over the readings as a share of the level; negative where it fell. */
  risenFraction: number;
}
/** Where the readings themselves have gone, changes and all: what the animals lived through. */
function movementOf(readings: readonly Dated[] | undefined, nowEpochMs: number): Movement {
  const recent = (readings ?? []).filter((r) => nowEpochMs - r.atEpochMs <= windowDays * dayMs);
  const line = theilSenLine(recent.map((r) => ({ x: r.atEpochMs / dayMs, y: middle(r) })));
  const times = recent.map((r) => r.atEpochMs);
  const spanDays = recent.length > 1 ? (Math.max(...times) - Math.min(...times)) / dayMs : 0;
  const level = recent.length > 0 ? medianOf(recent.map((r) => middle(r))) : 0;
  return {
    direction: directionOf({ readings: recent, changes: [] }),
    perWeek: (line?.value ?? 0) * 7,
    count: recent.length,
    risenFraction: level > 0 ? ((line?.value ?? 0) * spanDays) / level : 0,
  };
}

const evidence = ({ perWeek, count }: Movement): SlowEvidence => ({ perWeek, readingCount: count });

/**
 * Harm that comes slowly, while every single value is still inside its band: found from movements over four months,
 * each with its evidence. Thresholds are ours; the patterns are common practice.
 */
export function slowHarm(input: SlowHarmInput): SlowFinding[] {
  return [oldTank(input), khDecline(input), tdsCreep(input), temperatureWidening(input), silentGap(input)].flatMap(
    (f) => (f ? [f] : []),
  );
}

/** Nitrate up with KH and pH down: acid from nitrification uses the buffer up, and one day the pH falls. */
function oldTank({ readings, nowEpochMs }: SlowHarmInput): SlowFinding | null {
  const [no3, kh, ph] = (['no3MgPerL', 'khDegrees', 'ph'] as const).map((p) => movementOf(readings[p], nowEpochMs));
  if (no3?.direction !== 'rising' || kh?.direction !== 'falling' || ph?.direction === 'rising') return null;
  const both = ph?.direction === 'falling';
  return {
    severity: both ? 'act' : 'watch',
    reason: { id: 'old-tank', facts: { no3: evidence(no3), kh: evidence(kh), ph: both ? evidence(ph) : null } },
    parameters: ['no3MgPerL', 'khDegrees', 'ph'],
    grade: 'common-practice',
  };
}

function khDecline({ outlooks, readings, nowEpochMs }: SlowHarmInput): SlowFinding | null {
  const kh = outlooks.find((o) => o.parameter === 'khDegrees');
  const movement = movementOf(readings.khDegrees, nowEpochMs);
  if (!kh || movement.direction !== 'falling' || kh.level.mean < 1) return null;
  const below = kh.forecast.find((f) => f.lo80 < 1)?.day ?? null;
  const surely = kh.forecast.find((f) => f.hi80 < 1)?.day ?? null;
  const perDay = -movement.perWeek / 7;
  const atThisPace = perDay > 0 ? Math.round((kh.level.mean - 1) / perDay) : null;
  if (below === null && (atThisPace === null || atThisPace > 180)) return null;
  return {
    severity: below !== null && below <= 21 ? 'act' : 'watch',
    reason: {
      id: 'kh-decline',
      facts: {
        kh: evidence(movement),
        levelDegrees: kh.level.mean,
        leaves: below === null ? null : { lo: below, hi: surely },
        atThisPaceDays: atThisPace,
      },
    },
    parameters: ['khDegrees', 'ph'],
    grade: 'ours',
  };
}

/** Conductivity that creeps up though changes go on: from the source, the minerals, the food, or what evaporates. */
function tdsCreep({
  readings,
  outlooks,
  sourceEc25UsPerCm,
  changesPerMonthCount,
  topUpEcPerWeek = 0,
  ecStepFraction = usualEcStepFraction,
  nowEpochMs,
}: SlowHarmInput): SlowFinding | null {
  const [ec, gh, no3] = (['ec25UsPerCm', 'ghDegrees', 'no3MgPerL'] as const).map((p) =>
    movementOf(readings[p], nowEpochMs),
  );
  const left = leftNormal(readings.ec25UsPerCm, nowEpochMs);
  const slow = ec?.direction === 'rising' && ec.risenFraction >= leastCreepFraction;
  if (!ec || (!slow && !left)) return null;
  const movement = left?.movement ?? ec;
  const usual = left
    ? { loUsPerCm: left.normal.lo, hiUsPerCm: left.normal.hi, levelUsPerCm: left.levelUsPerCm }
    : beforeItRose(readings.ec25UsPerCm, nowEpochMs);
  const half = Math.floor(sourceEc25UsPerCm.length / 2);
  const mean = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0) / Math.max(1, values.length);
  const sourceRise = half > 1 ? mean(sourceEc25UsPerCm.slice(half)) - mean(sourceEc25UsPerCm.slice(0, half)) : 0;
  const cause: CreepCause =
    sourceRise > 10
      ? 'source'
      : topUpEcPerWeek >= movement.perWeek / 2
        ? 'top-ups'
        : gh?.direction === 'rising'
          ? 'minerals'
          : no3?.direction === 'rising'
            ? 'food'
            : changesPerMonthCount < 1
              ? 'evaporation'
              : 'not-clear';
  return {
    severity: 'watch',
    reason: {
      id: 'tds-creep',
      facts: {
        ec: evidence(movement),
        cause,
        sourceRiseUsPerCm: sourceRise,
        topUpUsPerCmPerWeek: topUpEcPerWeek,
        usual,
        back: wayBack({
          usual,
          sourceUsPerCm: sourceEc25UsPerCm.at(-1) ?? null,
          routine: outlooks.find((o) => o.parameter === 'ec25UsPerCm')?.routine ?? null,
          ecStepFraction,
        }),
      },
    },
    parameters: ['ec25UsPerCm', 'ghDegrees', 'no3MgPerL'],
    grade: 'common-practice',
  };
}

/** What is usual was so before these days; what came since is held against it. Ours. */
const recentDays = 42;
/** So many readings in a row, none lower than the one before. Ours. */
const climbingCount = 4;
/** A pen reads to a digit and is rinsed or not: less than a hundredth of the level is no step down. Ours. */
const penNoiseFraction = 0.01;

/** The classic: a pen that climbs, test by test, beyond all that was usual in this tank, while every test is in band. */
function leftNormal(
  readings: readonly Dated[] | undefined,
  nowEpochMs: number,
): { normal: OwnNormal; levelUsPerCm: number; movement: Movement } | null {
  const sorted = [...(readings ?? [])].sort((a, b) => a.atEpochMs - b.atEpochMs);
  const run: Dated[] = [];
  for (const reading of [...sorted].reverse()) {
    const [next] = run;
    if (next && middle(reading) > middle(next) * (1 + penNoiseFraction)) break;
    if (nowEpochMs - reading.atEpochMs > recentDays * dayMs) break;
    run.unshift(reading);
  }
  const [first, last] = [run[0], run.at(-1)];
  if (run.length < climbingCount || !first || !last) return null;
  const before = sorted.filter((r) => r.atEpochMs < first.atEpochMs);
  const level = middle(last);
  const normal =
    before.length > 0 ? ownNormal({ readings: [...before, first], leastMadValue: penNoiseFraction * level }) : null;
  // One reading beyond is odd; two in a row are where it goes.
  if (!normal || run.slice(-2).some((r) => middle(r) <= normal.hi)) return null;
  return { normal, levelUsPerCm: level, movement: movementOf(run, nowEpochMs) };
}

/** Where it stood before it rose: the middle of the first third of what the slow movement was read from. */
function beforeItRose(
  readings: readonly Dated[] | undefined,
  nowEpochMs: number,
): { loUsPerCm: number; hiUsPerCm: number; levelUsPerCm: number } | null {
  const sorted = (readings ?? [])
    .filter((r) => nowEpochMs - r.atEpochMs <= windowDays * dayMs)
    .sort((a, b) => a.atEpochMs - b.atEpochMs)
    .map((r) => middle(r));
  const level = sorted.at(-1);
  if (level === undefined) return null;
  const before = medianOf(sorted.slice(0, Math.ceil(sorted.length / 3)));
  return level > before ? { loUsPerCm: before, hiUsPerCm: before, levelUsPerCm: level } : null;
}

/** Where no change is in the book yet: a fifth of the water a week (common practice). */
const usualRoutine = { changeFraction: 0.2, everyDays: 7 };
/** The osmotic step of usual bearing, as a share of the tank's own level, where the caller says none. */
const usualEcStepFraction = 0.1;

/**
 * How many changes of the routine, none larger than these animals bear, bring conductivity back to what was usual: each
 * leaves (1 − share) of the distance to the source (mass balance). What goes on adding is not in it.
 * @example wayBack({ usual: { hiUsPerCm: 210, levelUsPerCm: 250, … }, sourceUsPerCm: 100, … }) // 2 changes of 16.7 %
 */
export function wayBack({
  usual,
  sourceUsPerCm,
  routine,
  ecStepFraction,
}: {
  usual: { hiUsPerCm: number; levelUsPerCm: number } | null;
  sourceUsPerCm: number | null;
  routine: { changeFraction: number; everyDays: number } | null;
  ecStepFraction: number;
}): WayBack | null {
  if (!usual || sourceUsPerCm === null) return null;
  const { hiUsPerCm, levelUsPerCm } = usual;
  if (sourceUsPerCm >= hiUsPerCm) return { reachable: false, sourceUsPerCm };
  const { changeFraction, everyDays } = routine ?? usualRoutine;
  const distance = levelUsPerCm - sourceUsPerCm;
  const share = Math.min(changeFraction, (ecStepFraction * levelUsPerCm) / distance);
  const changesCount = Math.max(
    1,
    Math.ceil(Math.log((hiUsPerCm - sourceUsPerCm) / distance) / Math.log(1 - share) - 1e-9),
  );
  return { reachable: true, sourceUsPerCm, changesCount, changeFraction: share, everyDays };
}

function temperatureWidening({ readings, nowEpochMs }: SlowHarmInput): SlowFinding | null {
  const temps = readings.tempC ?? [];
  const between = (fromDays: number, toDays: number): number[] =>
    temps
      .filter((t) => nowEpochMs - t.atEpochMs < fromDays * dayMs && nowEpochMs - t.atEpochMs >= toDays * dayMs)
      .map((t) => middle(t))
      .sort((a, b) => a - b);
  const [now, before] = [between(28, 0), between(120, 28)];
  if (now.length < 4 || before.length < 8) return null;
  // The middle four fifths, so that one slip of a finger widens nothing.
  const range = (risingValues: readonly number[]): number =>
    (risingValues[Math.ceil(0.9 * (risingValues.length - 1))] ?? 0) -
    (risingValues[Math.floor(0.1 * (risingValues.length - 1))] ?? 0);
  if (range(now) < 1.5 || range(now) < 2 * Math.max(0.3, range(before))) return null;
  return {
    severity: 'watch',
    reason: { id: 'temperature-widening', facts: { rangeNowK: range(now), rangeBeforeK: range(before) } },
    parameters: ['tempC'],
    grade: 'ours',
  };
}

/** Tests that simply stopped: nothing is drawn through the gap, and it is named once. */
function silentGap({ readings, nowEpochMs }: SlowHarmInput): SlowFinding | null {
  const times = Object.values(readings).flatMap((list) => list.map((r) => r.atEpochMs));
  if (times.length < 6) return null;
  const newest = Math.max(...times);
  const silentDays = Math.round((nowEpochMs - newest) / dayMs);
  if (silentDays <= 45) return null;
  return {
    severity: 'watch',
    reason: { id: 'silent-gap', facts: { silentDays } },
    parameters: [],
    grade: 'common-practice',
  };
}
