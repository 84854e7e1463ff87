import { dayMs } from '#core/units';
import { closedMiddle, type Interval, type ParameterId, type Water } from '#core/readings';
import { changeEffect, type ChangeOutcome } from '#core/water';
import type { LearntView } from '#contracts/water';
import type { BookDeps } from '../book';
import { readHistory } from '../readings';
import { readAdvisedChanges } from './water-repo';

const lookBackDays = 200;
/** Readings so long before and after a change tell of it: later, the tank's own making weighs in. Ours. */
const beforeDays = 3;
const afterDays = 1.5;

/** What each change should have made of the tank, and what was measured soon after it. */
export async function learntView(deps: BookDeps, { tankId }: { tankId: string }): Promise<LearntView> {
  const nowEpochMs = deps.house.clock.nowEpochMs();
  const sinceEpochMs = nowEpochMs - lookBackDays * dayMs;
  const [changes, readings] = await Promise.all([
    readAdvisedChanges(deps.db, { tankId, sinceEpochMs }),
    readHistory(deps.db, { tankId, sinceEpochMs: sinceEpochMs - beforeDays * dayMs }),
  ]);
  // Newest first as they are read; oldest first is what is looked through here.
  const ordered = [...readings].reverse();
  const outcomes = changes.flatMap((change, i): ChangeOutcome[] => {
    const previous = changes[i - 1]?.atEpochMs ?? -Infinity;
    const next = changes[i + 1]?.atEpochMs ?? Infinity;
    const before: Water = {};
    const measured: Partial<Record<ParameterId, Interval>> = {};
    for (const { parameter, lo, hi, atEpochMs: at } of ordered) {
      const value = closedMiddle({ lo, hi });
      if (value === null) continue;
      if (at < change.atEpochMs && at > Math.max(previous, change.atEpochMs - beforeDays * dayMs))
        before[parameter] = value;
      const soon = at > change.atEpochMs && at < Math.min(next, change.atEpochMs + afterDays * dayMs);
      if (soon && measured[parameter] === undefined) measured[parameter] = { lo, hi };
    }
    const started = change.advice?.before ? { ...change.advice.before, ...before } : before;
    const effect = changeEffect({
      netVolumeL: change.changeL / change.changeFraction,
      changeFraction: change.changeFraction,
      tank: started,
      source: change.water,
    });
    if (!effect.ok || Object.keys(measured).length === 0) return [];
    return [
      {
        entryId: change.entryId,
        atEpochMs: change.atEpochMs,
        changeFraction: change.changeFraction,
        changeL: change.changeL,
        sourceId: change.sourceId,
        before: started,
        source: change.water,
        predicted: effect.value.value.after,
        measured,
      },
    ];
  });
  return { nowAt: new Date(nowEpochMs).toISOString(), outcomes };
}
