import type { StateId } from '#contracts/tonight';

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
  'single-observation': 'one keeper’s observation',
  ours: 'our own estimate',
};

const dayMs = 86_400_000;

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
  const minutes = Math.max(1, Math.round(spanMs / 60_000));
  const [count, unit] =
    minutes < 100
      ? [minutes, 'minute']
      : minutes < 48 * 60
        ? [Math.round(minutes / 60), 'hour']
        : [Math.round(spanMs / dayMs), 'day'];
  return `${count} ${unit}${count === 1 ? '' : 's'}`;
}

/** A date and time in the house's zone. */
export function whenText(at: number | string, zone: string): string {
  return new Intl.DateTimeFormat('en-GB', {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
    timeZone: zone,
  }).format(new Date(at));
}
export function dayText(on: string): string {
  return new Intl.DateTimeFormat('en-GB', {
    weekday: 'long',
    day: 'numeric',
    month: 'long',
    year: 'numeric',
    timeZone: 'UTC',
  }).format(new Date(`${on}T12:00:00Z`));
}

/** Fixed decimals, with the minus sign proper. */
export const figure = (value: number, decimalsCount: number): string => value.toFixed(decimalsCount).replace('-', '−');

/** A calendar date in the house's zone: `14 Mar`. */
export const dateText = (atEpochMs: number, zone: string): string =>
  new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', timeZone: zone }).format(new Date(atEpochMs));
