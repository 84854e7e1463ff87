import type { Interval, Seen } from '#core/readings';
import { poissonTail } from './alarms';

/** One watched change: how large it was and what was seen in the day after it. */
export interface WatchedChange {
  changeFraction: number;
  seen: Seen;
}
export interface WatchReading {
  state: 'well' | 'watch' | 'act';
  text: string;
  /** How each school reads the moults; both are common practice. */
  schools: readonly { name: string; says: string }[];
  /** How it compares with what this tank showed after earlier changes. */
  habits: readonly string[];
}
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

function habitLines(seen: Seen, habit: WatchHabit | null): string[] {
  if (!habit) return [];
  const { watchesCount, moultsMeanCount, berriedMeanCount } = habit;
  const lines = [
    seen.moults === undefined
      ? ''
      : `${low(seen.moults)} moults; this tank shows about ${moultsMeanCount.toFixed(1)} after a change (${watchesCount} watches).`,
    seen.berried === undefined
      ? ''
      : `${low(seen.berried)} berried; about ${berriedMeanCount.toFixed(1)} are usual here${
          // So few, where so many are usual: one minus the tail from the next number on.
          1 - poissonTail({ seenCount: low(seen.berried) + 1, expectedCount: Math.max(0.05, berriedMeanCount) }) < 0.05
            ? ', so fewer than chance gives: berried females that drop their eggs are an early sign'
            : ''
        }.`,
  ];
  return lines.filter((t) => t !== '');
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
  const figures =
    ofColony === null
      ? ''
      : `; about ${ofColony < 1 ? ofColony.toFixed(1) : Math.round(ofColony)} a day are usual in a colony of ${Math.round(colonyCount ?? 0)}`;
  const habits = habitLines(seen, habit);
  const schools =
    moultCount === 0
      ? []
      : [
          {
            name: 'Moults as a warning',
            says: many
              ? `${moultCount} the day after is more than chance${figures}: the change was too large or too different.`
              : `${moultCount} the day after is background${figures}.`,
          },
          {
            name: 'Moults as a good sign',
            says:
              many && deaths > 0
                ? 'Many at once with deaths is no good sign in this school either.'
                : 'Moults after a change, with grazing and berried females, mean it was right.',
          },
        ];
  if (deaths > 0 || seen.behaviour === 'gasping')
    return {
      state: 'act',
      text:
        deaths > 0
          ? `${deaths} dead after the change: a death stops a sequence of changes. Test ammonia, nitrite and temperature now.`
          : 'Gasping: more air now, test ammonia, nitrite and chlorine.',
      schools,
      habits,
    };
  if (borneBadly(seen) || many)
    return { state: 'watch', text: 'Not borne easily: make the next one smaller, and drip it.', schools, habits };
  return { state: 'well', text: 'Borne well.', schools, habits };
}

/**
 * What this tank has shown to bear: the largest change after which nothing was amiss, and the smallest after which
 * something was. Null under three watched changes.
 */
export function learntBearing(
  watched: readonly WatchedChange[],
): { bornePercent: number | null; notBornePercent: number | null; text: string } | null {
  if (watched.length < 3) return null;
  const percent = (w: WatchedChange): number => Math.round(w.changeFraction * 100);
  const bad = watched.filter((w) => borneBadly(w.seen)).map(percent);
  const good = watched.filter((w) => !borneBadly(w.seen)).map(percent);
  const notBornePercent = bad.length > 0 ? Math.min(...bad) : null;
  const bornePercent = good.length > 0 ? Math.max(...good) : null;
  const parts = [
    bornePercent === null ? '' : `borne up to ${bornePercent} % (${good.length} of ${watched.length} watched changes)`,
    notBornePercent === null ? 'nothing amiss yet' : `amiss from ${notBornePercent} % (${bad.length})`,
  ].filter((t) => t !== '');
  return {
    bornePercent,
    notBornePercent,
    text: `This tank has ${parts.join(', ')}.`
      .replace('has nothing', 'has shown nothing')
      .replace('has amiss', 'was amiss'),
  };
}
