import { dayMs, minuteMs } from '#core/units';
import type { StateId } from '#contracts/tonight';
import { uiPages } from '#words/ui';

export { dateText, dayText, nightText, shortDayText, whenText } from '#words/dates';

/** State has a word, a shape and a tone; the id `unknown` is said as "cannot tell". */
export const stateWords: Record<StateId, string> = {
  settled: 'settled',
  drifting: 'drifting',
  act: 'act',
  unknown: 'cannot tell',
  resting: 'resting',
};

export const gradeWords: Record<string, string> = {
  published: 'published',
  'common-practice': 'common practice',
  'single-observation': uiPages.oneKeepersObservation,
  ours: uiPages.ourOwnEstimate,
};

/** How long ago, in the words of the house: `tonight`, `last night`, `3 nights ago`, `2 months ago`. */
export function agoText({ atEpochMs, nowEpochMs }: { atEpochMs: number; nowEpochMs: number }): string {
  const nights = Math.round((nowEpochMs - atEpochMs) / dayMs);
  if (nowEpochMs - atEpochMs < dayMs / 2) return 'tonight';
  if (nights <= 1) return 'last night';
  if (nights < 60) return `${nights} nights ago`;
  return `${Math.round(nights / 30)} months ago`;
}

/** A stretch of time in its largest whole unit: `3 minutes`, `1 hour`, `12 days`. */
export function spanText(spanMs: number): string {
  const minutes = Math.max(1, Math.round(spanMs / minuteMs));
  const [count, unit] =
    minutes < 100
      ? [minutes, 'minute']
      : minutes < 48 * 60
        ? [Math.round(minutes / 60), 'hour']
        : [Math.round(spanMs / dayMs), 'day'];
  return `${count} ${unit}${count === 1 ? '' : 's'}`;
}

/** Fixed decimals, with the minus sign proper. */
export const figure = (value: number, decimalsCount: number): string => value.toFixed(decimalsCount).replace('-', '−');
