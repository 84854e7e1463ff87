import type { Interval, Seen } from '#core/readings';
import type { NoFacts, ReasonOf } from '#core/result';
import { poissonTail } from './alarms';

/** One watched change: how large it was and what was seen in the day after it. */
export interface WatchedChange {
  changeFraction: number;
  seen: Seen;
}
export interface WatchReading {
  state: 'well' | 'watch' | 'act';
  reason: WatchVerdict;
  /** How each school reads the moults; both are common practice. */
  schools: readonly MoultSchool[];
  /** How it compares with what this tank showed after earlier changes. */
  habits: readonly WatchHabitReason[];
}
export type WatchVerdict = ReasonOf<{
  dead: { deathsCount: number };
  gasping: NoFacts;
  'not-easily': NoFacts;
  well: NoFacts;
}>;
/** What is usual in a day for a colony of this size; null where nobody counted it. */
export interface UsualMoults {
  aDayCount: number;
  colonyCount: number;
}
export type MoultSchool = ReasonOf<{
  warning: { moultCount: number; many: boolean; usual: UsualMoults | null };
  'good-sign': { withDeaths: boolean };
}>;
export type WatchHabitReason = ReasonOf<{
  moults: { seenCount: number; meanCount: number; watchesCount: number };
  berried: { seenCount: number; meanCount: number; fewerThanChance: boolean };
}>;
/** What a tank usually shows in the day after a change, from its earlier watches. */
export interface WatchHabit {
  watchesCount: number;
  moultsMeanCount: number;
  berriedMeanCount: number;
}

const low = (count: Interval | undefined): number => count?.lo ?? 0;
/** A shrimp moults every three to five weeks when grown (common practice). */
const moultEveryDays = 28;

/** Whether a watch saw something that speaks against the change. */
export const borneBadly = ({ deaths, behaviour, grazing }: Seen): boolean =>
  low(deaths) > 0 ||
  behaviour === 'gasping' ||
  behaviour === 'restless' ||
  behaviour === 'hiding' ||
  grazing === 'none';

/** The habit of a tank from the watches in which moults or berried females were counted; null under three of them. */
export function watchHabit(watched: readonly WatchedChange[]): WatchHabit | null {
  const counted = watched.filter(({ seen }) => seen.moults !== undefined || seen.berried !== undefined);
  if (counted.length < 3) return null;
  const mean = (of: (seen: Seen) => number): number =>
    counted.reduce((sum, { seen }) => sum + of(seen), 0) / counted.length;
  return {
    watchesCount: counted.length,
    moultsMeanCount: mean((s) => low(s.moults)),
    berriedMeanCount: mean((s) => low(s.berried)),
  };
}

function habitLines(seen: Seen, habit: WatchHabit | null): WatchHabitReason[] {
  if (!habit) return [];
  const { watchesCount, moultsMeanCount, berriedMeanCount } = habit;
  const lines: WatchHabitReason[] = [];
  if (seen.moults !== undefined)
    lines.push({ id: 'moults', facts: { seenCount: low(seen.moults), meanCount: moultsMeanCount, watchesCount } });
  if (seen.berried !== undefined)
    lines.push({
      id: 'berried',
      facts: {
        seenCount: low(seen.berried),
        meanCount: berriedMeanCount,
        // So few, where so many are usual: one minus the tail from the next number on.
        fewerThanChance:
          1 - poissonTail({ seenCount: low(seen.berried) + 1, expectedCount: Math.max(0.05, berriedMeanCount) }) < 0.05,
      },
    });
  return lines;
}

/**
 * What was seen in the day after a change, as a rate against the colony: three hundred shrimp moult ten a day whatever is
 * done; ten shrimp with four moults next morning do not. Moults are judged by the Poisson tail at one in twenty, against
 * the larger of what the colony and what this tank's own habit let expect.
 * @example watchReading({ seen: { moults: { lo: 4, hi: 4 } }, colony: { lo: 10, hi: 12 } }).state // 'watch'
 */
export function watchReading({
  seen,
  colony,
  habit = null,
}: {
  seen: Seen;
  colony: Interval | null;
  habit?: WatchHabit | null;
}): WatchReading {
  const moultCount = low(seen.moults);
  const colonyCount = colony === null ? null : ((colony.lo ?? 0) + (colony.hi ?? colony.lo ?? 0)) / 2;
  const ofColony = colonyCount === null ? null : colonyCount / moultEveryDays;
  const usual = ofColony === null && !habit ? null : Math.max(ofColony ?? 0, habit?.moultsMeanCount ?? 0);
  const many =
    usual !== null &&
    moultCount > 0 &&
    poissonTail({ seenCount: moultCount, expectedCount: Math.max(0.05, usual) }) < 0.05;
  const deaths = low(seen.deaths);
  const habits = habitLines(seen, habit);
  const schools: MoultSchool[] =
    moultCount === 0
      ? []
      : [
          {
            id: 'warning',
            facts: {
              moultCount,
              many,
              usual: ofColony === null ? null : { aDayCount: ofColony, colonyCount: colonyCount ?? 0 },
            },
          },
          { id: 'good-sign', facts: { withDeaths: many && deaths > 0 } },
        ];
  const beside = { schools, habits };
  if (deaths > 0) return { state: 'act', reason: { id: 'dead', facts: { deathsCount: deaths } }, ...beside };
  if (seen.behaviour === 'gasping') return { state: 'act', reason: { id: 'gasping', facts: {} }, ...beside };
  if (borneBadly(seen) || many) return { state: 'watch', reason: { id: 'not-easily', facts: {} }, ...beside };
  return { state: 'well', reason: { id: 'well', facts: {} }, ...beside };
}

/**
 * What this tank has shown to bear: the largest change after which nothing was amiss, and the smallest after which
 * something was. Null under three watched changes.
 */
export function learntBearing(watched: readonly WatchedChange[]): LearntBearing | null {
  if (watched.length < 3) return null;
  const percent = (w: WatchedChange): number => Math.round(w.changeFraction * 100);
  const bad = watched.filter((w) => borneBadly(w.seen)).map(percent);
  const good = watched.filter((w) => !borneBadly(w.seen)).map(percent);
  return {
    bornePercent: good.length > 0 ? Math.max(...good) : null,
    notBornePercent: bad.length > 0 ? Math.min(...bad) : null,
    borneCount: good.length,
    notBorneCount: bad.length,
  };
}

export interface LearntBearing {
  /** The largest change after which nothing was amiss. */
  bornePercent: number | null;
  /** The smallest after which something was. */
  notBornePercent: number | null;
  borneCount: number;
  notBorneCount: number;
}
