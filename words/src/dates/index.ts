import { instantMs, isDay, dayMs } from '#core/units';
import type { DateForm, Speech } from '#words/units';

const noonOf = (on: string): number => instantMs(`${on}T12:00:00Z`) ?? 0;

const locales: Record<DateForm, string> = { 'day-month': 'en-GB', 'month-day': 'en-US', 'year-month-day': 'en-CA' };
const formatted = ({ dateForm }: Speech, atEpochMs: number, options: Intl.DateTimeFormatOptions): string =>
  new Intl.DateTimeFormat(locales[dateForm], { ...options, hourCycle: 'h23' }).format(atEpochMs);
const isoDay = (atEpochMs: number, zone: string): string =>
  new Intl.DateTimeFormat('en-CA', { year: 'numeric', month: '2-digit', day: '2-digit', timeZone: zone }).format(
    atEpochMs,
  );

/** A date and time in the house's zone. */
export function whenText(speech: Speech, at: number | string, zone: string): string {
  const time = { hour: '2-digit', minute: '2-digit', timeZone: zone } as const;
  const day = typeof at === 'number' ? at : (instantMs(at) ?? 0);
  if (speech.dateForm === 'year-month-day')
    return `${formatted(speech, day, { weekday: 'short', timeZone: zone })} ${isoDay(day, zone)}, ${formatted(speech, day, time)}`;
  return formatted(speech, day, { weekday: 'short', day: 'numeric', month: 'short', year: 'numeric', ...time });
}
/** A day written out: `Saturday, 14 March 2026`. */
export function dayText(speech: Speech, on: string): string {
  const day = noonOf(on);
  if (speech.dateForm === 'year-month-day')
    return `${formatted(speech, day, { weekday: 'long', timeZone: 'UTC' })}, ${on}`;
  return formatted(speech, day, { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric', timeZone: 'UTC' });
}
/** A night by its weekday and date, without the year, so many nights later: `Sat 14 Mar`. */
export const nightText = (speech: Speech, on: string, daysLater = 0): string =>
  formatted(speech, noonOf(on) + daysLater * dayMs, {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    timeZone: 'UTC',
  });
/** A day with its year, as short as that goes: `14 Mar 2026`. */
export function shortDayText(speech: Speech, atEpochMs: number, zone: string): string {
  const day = atEpochMs;
  if (speech.dateForm === 'year-month-day') return isoDay(day, zone);
  return formatted(speech, day, { day: 'numeric', month: 'short', year: 'numeric', timeZone: zone });
}
/** A day the book holds as such, with its year, as short as that goes: `2026-03-14` is `14 Mar 2026`. */
export const onText = (speech: Speech, on: string): string => shortDayText(speech, noonOf(on), 'UTC');

/** A calendar date in the house's zone: `14 Mar`. */
export const dateText = (speech: Speech, atEpochMs: number, zone: string): string =>
  speech.dateForm === 'year-month-day'
    ? isoDay(atEpochMs, zone).slice(5)
    : formatted(speech, atEpochMs, { day: 'numeric', month: 'short', timeZone: zone });

const months = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
/** How a day is written in a field of this form, for one who asks. */
export const dayExample = ({ dateForm }: Speech): string =>
  ({ 'day-month': '14 Mar 2026', 'month-day': 'Mar 14, 2026', 'year-month-day': '2026-03-14' })[dateForm];
/** The pattern of a day in a field (`d` day, `M` month by name, `yy` the whole year). */
export const dayPattern = ({ dateForm }: Speech): string =>
  ({ 'day-month': 'd M yy', 'month-day': 'M d, yy', 'year-month-day': 'yy-mm-dd' })[dateForm];

/**
 * The ISO day that somebody wrote: year first, or with the month by name, or in figures in the keeper's order. Null where
 * it is no day of the calendar.
 * @example dayRead(speech, '14.3.2026') // '2026-03-14'
 */
export function dayRead(speech: Speech, text: string): string | null {
  const parts = text
    .trim()
    .toLowerCase()
    .split(/[\s.,/-]+/)
    .filter((p) => p !== '');
  if (parts.length !== 3) return null;
  const [a = '', b = '', c = ''] = parts;
  const named = (part: string): number => months.findIndex((m) => part.startsWith(m)) + 1;
  const two = (part: string | number): string => String(part).padStart(2, '0');
  const iso = (year: string, month: string | number, day: string): string | null => {
    const written = `${year}-${two(month)}-${two(day)}`;
    return /^\d{4}$/.test(year) && isDay(written) ? written : null;
  };
  if (/^\d{4}$/.test(a)) return iso(a, b, c);
  if (named(b) > 0) return iso(c, named(b), a);
  if (named(a) > 0) return iso(c, named(a), b);
  return speech.dateForm === 'month-day' ? iso(c, a, b) : iso(c, b, a);
}
