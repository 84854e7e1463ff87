import { dayMs } from '#core/units';
import { bearings, oneClassLower, type Bearing } from './advice';

/** New animals bear a class less for so long (common practice). */
const newArrivalDays = 30;

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

/** What a tank bears, and who asks for more care than its set-up says. */
export interface TankBearing {
  bearing: Bearing;
  /** Common names of the kinds, or `practice`, that are more delicate than what was said; empty where nobody is. */
  askedBy: readonly string[];
}

/**
 * The bearing of a tank: what its keeper said, or more delicate where its practice or one who lives there asks for it;
 * the keeper's word alone where it is kept to. Soft-water shrimp are delicate (common practice).
 * @example bearingOf({ said: 'usual', keptTo: false, practice: 'delicate', kinds: [] }) // delicate, asked by the practice
 */
export function bearingOf({
  said,
  keptTo,
  practice,
  kinds,
}: {
  said: Bearing;
  keptTo: boolean;
  practice: Bearing | null;
  kinds: readonly { commonName: string; bearing: Bearing }[];
}): TankBearing {
  if (keptTo) return { bearing: said, askedBy: [] };
  const care = (bearing: Bearing): number => bearings.indexOf(bearing);
  const asking = [...(practice ? [{ commonName: 'practice', bearing: practice }] : []), ...kinds].filter(
    (k) => care(k.bearing) > care(said),
  );
  const most = Math.max(care(said), ...asking.map((k) => care(k.bearing)));
  return {
    bearing: bearings[most] ?? said,
    askedBy: [...new Set(asking.filter((k) => care(k.bearing) === most).map((k) => k.commonName))],
  };
}
