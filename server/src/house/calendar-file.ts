import { createEvents, type EventAttributes } from 'ics';

const productId = 'night-ledger';
/** The package ends a duration of whole days with an empty time of day (`P1DT`), which is none (RFC 5545, 3.3.6). */
const withoutEmptyTime = (text: string): string => text.replaceAll(/^(DURATION:P\d+D)T$/gm, '$1');

/** Events as an iCalendar file (RFC 5545) under the name of what they are about. */
export function calendarFile(name: string, events: readonly EventAttributes[]): string {
  const { value, error } = createEvents(
    events.map((e) => ({ busyStatus: 'FREE', ...e, calName: name, productId })),
    { calName: name, productId },
  );
  if (error) throw error;
  return withoutEmptyTime(value ?? '');
}
/** A day of the calendar as the file has it. @example calendarDay('2026-03-14') // [2026, 3, 14] */
export const calendarDay = (on: string): [number, number, number] => {
  const [year = 1970, month = 1, day = 1] = on.split('-').map(Number);
  return [year, month, day];
};
