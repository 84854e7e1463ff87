import { minuteMs } from '#core/units';
import { Temporal } from 'temporal-polyfill';
import type { LedgerReason } from './ledger-reasons';
import type { LedgerWord } from './ledger-words';

export interface LedgerClock {
  nowEpochMs: number;
  zone: string;
}
/** A time that was understood, or why it must be asked; `usedCount` words of the line were read for it. */
export type TimeRead = { usedCount: number; atEpochMs: number } | { usedCount: number; question: LedgerReason };

const weekdays = ['monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday', 'sunday'];
const timeOf = (text: string): string | null => {
  const found = /^([01]?\d|2[0-3]):([0-5]\d)$/.exec(text);
  return found ? `${(found[1] ?? '').padStart(2, '0')}:${found[2] ?? ''}` : null;
};

/** The calendar date that a word names, or why it is not clear. */
function dateAt(
  words: readonly LedgerWord[],
  now: Temporal.ZonedDateTime,
): { usedCount: number; on: Temporal.PlainDate } | { usedCount: number; question: LedgerReason } | null {
  const [first, second, third] = words.map((w) => w.plain);
  const today = now.toPlainDate();
  const text = words[0]?.text ?? '';
  if (/^\d{4}-\d{2}-\d{2}$/.test(text)) {
    try {
      return { usedCount: 1, on: Temporal.PlainDate.from(text, { overflow: 'reject' }) };
    } catch {
      return { usedCount: 1, question: { id: 'no-such-date', facts: { text } } };
    }
  }
  if (first === 'today' || first === 'tonight') return { usedCount: 1, on: today };
  if (first === 'yesterday' || (first === 'last' && second === 'night')) {
    const usedCount = first === 'last' ? 2 : 1;
    // Before dawn the keeper's own "today" is still the evening before.
    if (now.hour < 5)
      return {
        usedCount,
        question: {
          id: 'past-midnight',
          facts: {
            said: first === 'last' ? 'last-night' : 'yesterday',
            firstOn: today.subtract({ days: 1 }).toString(),
            secondOn: today.subtract({ days: 2 }).toString(),
          },
        },
      };
    return { usedCount, on: today.subtract({ days: 1 }) };
  }
  if (first && /^\d{1,3}$/.test(first) && (second === 'days' || second === 'day') && third === 'ago')
    return { usedCount: 3, on: today.subtract({ days: Number(first) }) };
  const day = weekdays.findIndex((d) => d === first || (first?.length === 3 && d.startsWith(first)));
  if (day >= 0 && first && words[0] && !/^\d/.test(text)) {
    const back = (today.dayOfWeek - 1 - day + 7) % 7;
    return { usedCount: 1, on: today.subtract({ days: back }) };
  }
  return null;
}

/**
 * Reads `21:40`, `yesterday`, `yesterday 21:40`, `2 days ago`, `tue 22:10`, `2026-03-14 02:30 second` at the start of the
 * words. A clock time alone is the last one that has been; a time that the clocks showed twice is asked, unless `first`
 * or `second` follows; one that they skipped is refused. Null where no time stands there.
 */
export function timeRead(words: readonly LedgerWord[], { nowEpochMs, zone }: LedgerClock): TimeRead | null {
  const now = Temporal.Instant.fromEpochMilliseconds(Math.trunc(nowEpochMs)).toZonedDateTimeISO(zone);
  const date = dateAt(words, now);
  if (date && 'question' in date) return date;
  const clockIndex = (date?.usedCount ?? 0) + (words[date?.usedCount ?? 0]?.plain === 'at' ? 1 : 0);
  const time = timeOf(words[clockIndex]?.text ?? '');
  if (!date && (time === null || clockIndex > 0)) return null;
  if (date && time === null) {
    const at = date.on.equals(now.toPlainDate())
      ? now
      : date.on.toZonedDateTime({ timeZone: zone, plainTime: '21:00' });
    return within(at.epochMilliseconds, date.usedCount, nowEpochMs);
  }
  const usedCount = clockIndex + 1;
  const on = date?.on ?? now.toPlainDate();
  const plain = on.toPlainDateTime(Temporal.PlainTime.from(time ?? '21:00'));
  const [earlier, later] = (['earlier', 'later'] as const).map((disambiguation) =>
    plain.toZonedDateTime(zone, { disambiguation }),
  ) as [Temporal.ZonedDateTime, Temporal.ZonedDateTime];
  const said = words[usedCount]?.plain;
  if (earlier.epochMilliseconds !== later.epochMilliseconds) {
    if (!earlier.toPlainDateTime().equals(plain))
      return { usedCount, question: { id: 'skipped-hour', facts: { text: time ?? '', on: on.toString() } } };
    if (said !== 'first' && said !== 'second')
      return {
        usedCount,
        question: { id: 'doubled-hour', facts: { text: time ?? '' } },
      };
    return within((said === 'first' ? earlier : later).epochMilliseconds, usedCount + 1, nowEpochMs);
  }
  if (!date && earlier.epochMilliseconds > nowEpochMs + skewMs)
    return within(earlier.subtract({ days: 1 }).epochMilliseconds, usedCount, nowEpochMs);
  return within(earlier.epochMilliseconds, usedCount, nowEpochMs);
}

const skewMs = 5 * minuteMs;
const within = (atEpochMs: number, usedCount: number, nowEpochMs: number): TimeRead =>
  atEpochMs > nowEpochMs + skewMs
    ? { usedCount, question: { id: 'future', facts: {} } }
    : { usedCount, atEpochMs: Math.min(atEpochMs, nowEpochMs) };

/** A time as a line says it: the date, the clock, and which of two where the clocks were put back. */
export function timeText(atEpochMs: number, zone: string): string {
  const at = Temporal.Instant.fromEpochMilliseconds(Math.trunc(atEpochMs)).toZonedDateTimeISO(zone);
  const plain = at.toPlainDateTime();
  const [earlier, later] = (['earlier', 'later'] as const).map(
    (disambiguation) => plain.toZonedDateTime(zone, { disambiguation }).epochMilliseconds,
  );
  const which = earlier === later ? '' : at.epochMilliseconds === earlier ? ' first' : ' second';
  return `${at.toPlainDate().toString()} ${String(at.hour).padStart(2, '0')}:${String(at.minute).padStart(2, '0')}${which}`;
}
