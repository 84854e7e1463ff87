import { dayMs } from '#core/units';
import type { StockEvent } from './population';

/** Eggs are carried for about a month and young hide in the bed for weeks more (common practice); sixty days cover both. */
const youngDays = 60;

/**
 * Whether berried females, young or fresh moults may be about: then the bed is left alone. By what was seen in the last
 * sixty days (moults: three).
 * @example youngAbout({ events: [{ event: 'berried', atEpochMs: now - 20 * dayMs, … }], nowEpochMs: now }) // true
 */
export const youngAbout = ({
  events,
  nowEpochMs,
}: {
  events: readonly Pick<StockEvent, 'event' | 'atEpochMs'>[];
  nowEpochMs: number;
}): boolean =>
  events.some(({ event, atEpochMs }) => {
    const days = (nowEpochMs - atEpochMs) / dayMs;
    if (days < 0) return false;
    return event === 'moulted' ? days <= 3 : (event === 'berried' || event === 'born') && days <= youngDays;
  });
