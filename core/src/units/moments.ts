import { minuteMs } from './spans';
const dayForm = /^(\d{4})-(\d{2})-(\d{2})$/;
const instantForm =
  /^(\d{4}-\d{2}-\d{2})[T ](\d{2}):(\d{2}):(\d{2})(?:\.(\d{1,9}))?(?:Z| ?([+-])(\d{2})(?::?(\d{2}))?)$/;
/** Before and after it nobody kept a tank that is in a book: a slip of the pen. Ours. */
const firstYear = 1900;
const lastYear = 2199;
const monthDays = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];

/** Midnight of a day of the calendar in UTC, or null: 31 February is no day. */
function midnightMs(text: string): number | null {
  const [, year, month, day] = (dayForm.exec(text) ?? []).map(Number);
  if (year === undefined || month === undefined || day === undefined) return null;
  if (year < firstYear || year > lastYear) return null;
  const leap = year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0);
  const mostDays = month === 2 && leap ? 29 : monthDays[month - 1];
  return mostDays === undefined || day < 1 || day > mostDays ? null : Date.UTC(year, month - 1, day);
}

/**
 * Whether a text is a day of the calendar, 1900 to 2199, written as ISO 8601 does.
 * @example isDay('2026-02-31') // false
 */
export const isDay = (text: string): boolean => midnightMs(text) !== null;

/**
 * The moment a text names, in milliseconds since 1970, or null: ISO 8601 with seconds and `Z` or an offset (`+05:30`,
 * `+0530`, `+05`, a space before it), of a real day, 1900 to 2199. The one parser of times at every door: `Date.parse`
 * takes some of these for another day and others for none.
 * @example instantMs('2026-03-10T21:40:00+01:00') // 1773175200000
 */
export function instantMs(text: string): number | null {
  const found = instantForm.exec(text);
  if (!found) return null;
  const [, day = '', hours = '', minutes = '', seconds = '', fraction = '', sign, offsetHours = '0', offset = '0'] =
    found;
  const midnight = midnightMs(day);
  const [h, m, s] = [Number(hours), Number(minutes), Number(seconds)];
  const [oh, om] = [Number(offsetHours), Number(offset)];
  if (midnight === null || h > 23 || m > 59 || s > 59 || oh > 23 || om > 59) return null;
  const ms = Number(fraction.padEnd(3, '0').slice(0, 3));
  const away = (sign === '-' ? -1 : 1) * (oh * 60 + om) * minuteMs;
  const atEpochMs = midnight + ((h * 60 + m) * 60 + s) * 1000 + ms - away;
  return atEpochMs >= Date.UTC(firstYear) && atEpochMs < Date.UTC(lastYear + 1) ? atEpochMs : null;
}
