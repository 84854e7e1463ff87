import { oneClassLower, type Bearing } from './advice';

/** New animals bear a class less for so long (common practice). */
const newArrivalDays = 30;
const dayMs = 86_400_000;

/**
 * Whether animals came so lately that the tank counts one bearing class lower. `newArrivalsOn` is a calendar date; the
 * month is counted from its midnight, UTC.
 * @example newArrivals({ newArrivalsOn: '2026-03-01', nowEpochMs: Date.UTC(2026, 2, 14) }) // true
 */
export const newArrivals = ({
  newArrivalsOn,
  nowEpochMs,
}: {
  newArrivalsOn?: string | undefined;
  nowEpochMs: number;
}): boolean => newArrivalsOn !== undefined && nowEpochMs - Date.parse(newArrivalsOn) < newArrivalDays * dayMs;

/** What the animals of a tank bear tonight: its class, or one lower for a month after new ones came. */
export const bearingTonight = ({
  bearing,
  newArrivalsOn,
  nowEpochMs,
}: {
  bearing: Bearing;
  newArrivalsOn?: string | undefined;
  nowEpochMs: number;
}): Bearing => (newArrivals({ newArrivalsOn, nowEpochMs }) ? oneClassLower(bearing) : bearing);
