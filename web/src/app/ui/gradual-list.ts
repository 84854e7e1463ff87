import { computed, effect, signal, type Signal } from '@angular/core';

/** After what is in sight was painted and nothing waits to be. Safari knows no idle time: a short wait there. */
function whenIdle(go: () => void): () => void {
  if (!('requestIdleCallback' in window)) {
    const timer = setTimeout(go, 30);
    return () => {
      clearTimeout(timer);
    };
  }
  const handle = window.requestIdleCallback(go, { timeout: 300 });
  return () => {
    window.cancelIdleCallback(handle);
  };
}

/**
 * How many of a long list are drawn: those in sight at once, the rest some at a time when the page is idle, so that
 * three hundred keep neither the first picture nor a key waiting. To be called where an effect may be made.
 */
export function countShown(totalCount: () => number, { firstCount = 20, stepCount = 10 } = {}): Signal<number> {
  const drawnCount = signal(firstCount);
  effect((onCleanup) => {
    const drawn = drawnCount();
    if (drawn >= totalCount()) return;
    onCleanup(
      whenIdle(() => {
        drawnCount.set(drawn + stepCount);
      }),
    );
  });
  return drawnCount.asReadonly();
}

interface Visit {
  tankId: string;
}
/** The round of a large house in steps: how many of these tanks, which stand next to each other in it, are drawn. */
export function rangeShown(round: () => readonly { visits: readonly Visit[] }[]): (tanks: readonly Visit[]) => number {
  const placeOf = computed(
    () =>
      new Map(
        round()
          .flatMap((group) => group.visits.map((v) => v.tankId))
          .map((tankId, i) => [tankId, i]),
      ),
  );
  const drawnCount = countShown(() => placeOf().size);
  return (tanks) => Math.max(0, drawnCount() - (placeOf().get(tanks[0]?.tankId ?? '') ?? 0));
}
