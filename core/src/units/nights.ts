import { Temporal } from 'temporal-polyfill';

/**
 * The evening an instant belongs to: nights run from noon to noon, so 00:40 belongs to the evening before.
 * @example nightOn({ atEpochMs: Date.parse('2026-03-15T00:40:00Z'), zone: 'UTC' }) // '2026-03-14'
 */
export function nightOn({ atEpochMs, zone }: { atEpochMs: number; zone: string }): string {
  // By the hands of the clock, not by elapsed hours: on the nights when clocks change noon is noon all the same.
  return Temporal.Instant.fromEpochMilliseconds(Math.trunc(atEpochMs))
    .toZonedDateTimeISO(zone)
    .toPlainDateTime()
    .subtract({ hours: 12 })
    .toPlainDate()
    .toString();
}

/** The instant of a local time on a calendar date in a zone; a time that occurs twice takes the earlier. */
export function instantOf({ on, time, zone }: { on: string; time: string; zone: string }): number {
  return Temporal.PlainDate.from(on).toZonedDateTime({ timeZone: zone, plainTime: Temporal.PlainTime.from(time) })
    .epochMilliseconds;
}

/** Nights from one to another: 1 from the 14th to the 15th. */
export const nightsBetween = (fromOn: string, toOn: string): number =>
  Temporal.PlainDate.from(fromOn).until(Temporal.PlainDate.from(toOn), { largestUnit: 'days' }).days;

/** The calendar date so many days later; earlier with a minus. @example addDays({ on: '2026-02-27', days: 2 }) // '2026-03-01' */
export const addDays = ({ on, days }: { on: string; days: number }): string =>
  Temporal.PlainDate.from(on).add({ days }).toString();

/** Whether a time zone name is one this machine knows. */
export function knownZone(zone: string): boolean {
  try {
    Temporal.Instant.fromEpochMilliseconds(0).toZonedDateTimeISO(zone);
    return true;
  } catch {
    return false;
  }
}
