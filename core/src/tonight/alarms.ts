/** Something that harms while nobody looks: loud until somebody answers. */
export interface Alarm {
  id: string;
  tankId: string;
  text: string;
  sinceEpochMs: number | null;
}
/**
 * What has begun and what is over since it was last told: an alarm whose words changed is told anew, one that is gone is
 * over, one that stands is not said twice.
 * @example alarmChanges(new Map(), [{ id: 'timer:1', tankId: 'a', text: 'hose running', sinceEpochMs: 0 }]).begun.length // 1
 */
export function alarmChanges(
  told: ReadonlyMap<string, Alarm>,
  now: readonly Alarm[],
): { begun: Alarm[]; over: Alarm[] } {
  const ids = new Set(now.map((a) => a.id));
  return {
    begun: now.filter((a) => told.get(a.id)?.text !== a.text),
    over: [...told.values()].filter((a) => !ids.has(a.id)),
  };
}
