import { dayMs } from '#core/units';
import { medianOf } from '#core/readings';

/** What a trim opens again. */
export const trimOpens = ['light', 'flow', 'view', 'room'] as const;
export type TrimOpens = (typeof trimOpens)[number];
/** One session with the scissors. */
export interface TrimSession {
  atEpochMs: number;
  kindId: string;
  workMinutes: number | null;
  /** Tops that were put back into the bed. */
  topsCount: number | null;
}
const leastSessionsCount = 3;
const lastSessionsCount = 9;
/**
 * Minutes a session takes this keeper in this tank: the median of the last nine that were timed, from three on. Several
 * plants cut at one sitting are one session.
 * @example learntTrimMinutes([{ atEpochMs: 0, workMinutes: 30, … }, …]) // 30
 */
export function learntTrimMinutes(sessions: readonly TrimSession[]): number | null {
  const byMoment = new Map<number, number>();
  for (const { atEpochMs, workMinutes } of sessions)
    if (workMinutes !== null && workMinutes > 0)
      byMoment.set(atEpochMs, Math.max(byMoment.get(atEpochMs) ?? 0, workMinutes));
  const minutes = [...byMoment]
    .sort(([a], [b]) => a - b)
    .map(([, m]) => m)
    .slice(-lastSessionsCount);
  return minutes.length < leastSessionsCount ? null : medianOf(minutes);
}

/** Rounds of replanted tops until a stem plant stands dense enough to be shaped (common practice: two or three). */
const denseAfterRounds = 3;
/** How many rounds of replanting are still to come before shaping. */
export const roundsUntilShaping = (sessions: readonly TrimSession[], kindId: string): number =>
  Math.max(
    0,
    denseAfterRounds -
      new Set(sessions.filter((s) => s.kindId === kindId && (s.topsCount ?? 0) > 0).map((s) => s.atEpochMs)).size,
  );

/** What followed the trims of a tank in its own record. */
export interface AfterTrims {
  /** Of that many trims a reading stands before and after. */
  trimsCount: number;
  /** In how many of them it was higher afterwards. */
  higherCount: number;
  /** The middle of what it moved by, in the parameter's unit. */
  movedValue: number;
}
const beforeDays = 10;
const afterDays = 14;
/**
 * How a value stood after trims, by this tank's own readings: the last before each trim within ten days against the last
 * within fourteen days after it. Null under three trims that can be told. It says what was seen here, never why: changes
 * of water in between move it as well.
 */
export function afterTrims({
  trimsAtEpochMs,
  readings,
}: {
  trimsAtEpochMs: readonly number[];
  readings: readonly { atEpochMs: number; middleValue: number }[];
}): AfterTrims | null {
  const sorted = [...readings].sort((a, b) => a.atEpochMs - b.atEpochMs);
  const moved = [...new Set(trimsAtEpochMs)].flatMap((at) => {
    const before = sorted.filter((r) => r.atEpochMs <= at && at - r.atEpochMs <= beforeDays * dayMs).at(-1);
    const after = sorted.filter((r) => r.atEpochMs > at && r.atEpochMs - at <= afterDays * dayMs).at(-1);
    return before && after ? [after.middleValue - before.middleValue] : [];
  });
  return moved.length < leastSessionsCount
    ? null
    : { trimsCount: moved.length, higherCount: moved.filter((m) => m > 0).length, movedValue: medianOf(moved) };
}
