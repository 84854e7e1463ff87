import { dayMs, weekMs } from '#core/units';
import type { NoFacts, ReasonOf } from '#core/result';
import { theilSenLine } from '#core/readings';

export const supplyCategories = [
  'mineral',
  'conditioner',
  'salt',
  'food',
  'kit',
  'resin',
  'fertiliser',
  'medicine',
  'other',
] as const;
export type SupplyCategory = (typeof supplyCategories)[number];
export const supplyUnits = ['g', 'mL', 'pieces'] as const;
export type SupplyUnit = (typeof supplyUnits)[number];

/** A line of a supply's own log, in its unit: what came in, what was taken, or what is left by count. */
export interface SupplyEvent {
  atEpochMs: number;
  event: 'bought' | 'used' | 'left' | 'thrown-away';
  value: number;
}
export type SupplyReason = ReasonOf<{
  expired: NoFacts;
  'not-said': NoFacts;
  out: NoFacts;
  reorder: { leadDays: number };
  expires: NoFacts;
  enough: NoFacts;
  'pace-unknown': NoFacts;
}>;
export interface SupplyState {
  leftValue: number;
  /** Used in a week, as a span; null where the book does not tell yet. */
  weekly: { lo: number; hi: number } | null;
  by: 'level' | 'uses' | 'none';
  runsOut: { loEpochMs: number; hiEpochMs: number } | null;
  state: 'enough' | 'reorder' | 'out' | 'expires' | 'expired' | 'unknown';
  reason: SupplyReason;
}

/**
 * How much of a supply is left, how much goes in a week, and when it runs out.
 *
 * The level starts at the last count ("left") and follows what came and went since. Used in a week: the robust line
 * through all that has gone over time (purchases taken out), with its spread; with fewer than four points the uses of the
 * last eight weeks, give or take a third; otherwise it cannot be told. Reorder when it may run out within the lead time.
 * Sources: Theil 1950, Sen 1968; mass balance.
 */
export function supplyState({
  events,
  nowEpochMs,
  expiresEpochMs,
  leadDays,
}: {
  events: readonly SupplyEvent[];
  nowEpochMs: number;
  expiresEpochMs: number | null;
  leadDays: number;
}): SupplyState {
  const sorted = [...events].sort((a, b) => a.atEpochMs - b.atEpochMs);
  let [left, gone] = [0, 0];
  const points: { x: number; y: number }[] = [];
  for (const { event, value, atEpochMs } of sorted) {
    if (event === 'bought') left += value;
    else {
      const after = event === 'left' ? value : Math.max(0, left - value);
      // A count above what the book knows is a mend of the book, no use.
      if (event !== 'thrown-away') gone += Math.max(0, left - after);
      left = after;
    }
    points.push({ x: atEpochMs / weekMs, y: gone });
  }
  const spread = weeklyUse(points, sorted, nowEpochMs);
  const runsOut =
    spread.weekly && spread.weekly.hi > 0
      ? {
          loEpochMs: nowEpochMs + (left / spread.weekly.hi) * weekMs,
          hiEpochMs: nowEpochMs + (left / Math.max(spread.weekly.lo, spread.weekly.hi / 20)) * weekMs,
        }
      : null;
  return {
    leftValue: left,
    ...spread,
    runsOut,
    ...judged({ leftValue: left, runsOut, nowEpochMs, expiresEpochMs, leadDays, known: sorted.length > 0 }),
  };
}

function weeklyUse(
  points: readonly { x: number; y: number }[],
  sorted: readonly SupplyEvent[],
  nowEpochMs: number,
): Pick<SupplyState, 'weekly' | 'by'> {
  const line = theilSenLine(points);
  if (line && line.hi > 0) return { weekly: { lo: Math.max(0, line.lo), hi: line.hi }, by: 'level' };
  const recent = sorted.filter((e) => e.event === 'used' && nowEpochMs - e.atEpochMs <= 8 * weekMs);
  const [first] = recent;
  if (!first || recent.length < 2) return { weekly: null, by: 'none' };
  const weeks = Math.max(1, (nowEpochMs - first.atEpochMs) / weekMs);
  const mean = recent.reduce((sum, e) => sum + e.value, 0) / weeks;
  return { weekly: { lo: (mean * 2) / 3, hi: (mean * 4) / 3 }, by: 'uses' };
}

function judged({
  leftValue,
  runsOut,
  nowEpochMs,
  expiresEpochMs,
  leadDays,
  known,
}: {
  leftValue: number;
  runsOut: SupplyState['runsOut'];
  nowEpochMs: number;
  expiresEpochMs: number | null;
  leadDays: number;
  known: boolean;
}): Pick<SupplyState, 'state' | 'reason'> {
  if (expiresEpochMs !== null && expiresEpochMs <= nowEpochMs)
    return { state: 'expired', reason: { id: 'expired', facts: {} } };
  if (!known) return { state: 'unknown', reason: { id: 'not-said', facts: {} } };
  if (leftValue <= 0) return { state: 'out', reason: { id: 'out', facts: {} } };
  if (runsOut && runsOut.loEpochMs <= nowEpochMs + leadDays * dayMs)
    return { state: 'reorder', reason: { id: 'reorder', facts: { leadDays } } };
  if (expiresEpochMs !== null && expiresEpochMs <= nowEpochMs + 30 * dayMs)
    return { state: 'expires', reason: { id: 'expires', facts: {} } };
  return runsOut
    ? { state: 'enough', reason: { id: 'enough', facts: {} } }
    : { state: 'unknown', reason: { id: 'pace-unknown', facts: {} } };
}

/**
 * What one unit of a supply (a gram, a millilitre, a piece) costs by its pack, in the keeper's money; null without a pack.
 * @example unitCost({ packValue: 1000, costValue: 24 }) // 0.024
 */
export const unitCost = (pack: { packValue: number; costValue: number } | undefined): number | null =>
  pack && pack.packValue > 0 ? pack.costValue / pack.packValue : null;

/**
 * What is missing for a need, in whole packs to buy and in the keeper's money; without a pack its money is not known.
 * @example shortfall({ needValue: 12, leftValue: 5, pack: { packValue: 4, costValue: 3 } }) // 7 missing, 2 packs, 6
 */
export function shortfall({
  needValue,
  leftValue,
  pack,
}: {
  needValue: number;
  leftValue: number;
  pack: { packValue: number; costValue: number } | undefined;
}): { missingValue: number; packsCount: number | null; costValue: number | null } {
  const missingValue = Math.max(0, needValue - leftValue);
  if (!pack || !(pack.packValue > 0)) return { missingValue, packsCount: null, costValue: null };
  const packsCount = missingValue === 0 ? 0 : Math.ceil(missingValue / pack.packValue - 1e-9);
  return { missingValue, packsCount, costValue: packsCount * pack.costValue };
}
