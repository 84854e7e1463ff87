import type { Interval, ParameterId, Water } from '#core/readings';
import { changeEffect, type ChangeOutcome } from '#core/water';
import type { LearntView } from '#contracts/water';
import type { BookDeps } from '../book';
import { readHistory } from '../tonight';
import { readAdvisedChanges } from './water-reads';

const dayMs = 86_400_000;
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
    const previous = changes[i - 1]?.at_ms ?? -Infinity;
    const next = changes[i + 1]?.at_ms ?? Infinity;
    const before: Water = {};
    const measured: Partial<Record<ParameterId, Interval>> = {};
    for (const { parameter, lo, hi, at_ms } of ordered) {
      if (hi === null) continue;
      if (at_ms < change.at_ms && at_ms > Math.max(previous, change.at_ms - beforeDays * dayMs))
        before[parameter] = ((lo ?? 0) + hi) / 2;
      const soon = at_ms > change.at_ms && at_ms < Math.min(next, change.at_ms + afterDays * dayMs);
      if (soon && measured[parameter] === undefined) measured[parameter] = { lo, hi };
    }
    const started = change.advice?.before ? { ...change.advice.before, ...before } : before;
    const effect = changeEffect({
      netVolumeL: change.change_l / change.change_fraction,
      changeFraction: change.change_fraction,
      tank: started,
      source: change.water,
    });
    if (!effect.ok || Object.keys(measured).length === 0) return [];
    return [
      {
        entryId: change.entry_id,
        atEpochMs: change.at_ms,
        changeFraction: change.change_fraction,
        changeL: change.change_l,
        sourceId: change.source_id,
        before: started,
        source: change.water,
        predicted: effect.value.value.after,
        measured,
      },
    ];
  });
  return { nowAt: new Date(nowEpochMs).toISOString(), outcomes };
}
