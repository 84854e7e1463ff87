import { computed, effect, signal, type Signal } from '@angular/core';

/**
 * How many of a long list are drawn: those in sight at once, the rest some in each frame after it, so that three hundred
 * do not keep the first waiting. To be called where an effect may be made.
 */
export function drawnInSteps(totalCount: () => number, { firstCount = 30, stepCount = 30 } = {}): Signal<number> {
  const drawnCount = signal(firstCount);
  effect((onCleanup) => {
    const drawn = drawnCount();
    if (drawn >= totalCount()) return;
    const frame = requestAnimationFrame(() => {
      drawnCount.set(drawn + stepCount);
    });
    onCleanup(() => {
      cancelAnimationFrame(frame);
    });
  });
  return drawnCount.asReadonly();
}

interface Visit {
  tankId: string;
}
/** The round of a large house in steps: how many of these tanks, which stand next to each other in it, are drawn. */
export function roundInSteps(
  round: () => readonly { visits: readonly Visit[] }[],
): (tanks: readonly Visit[]) => number {
  const placeOf = computed(
    () =>
      new Map(
        round()
          .flatMap((group) => group.visits.map((v) => v.tankId))
          .map((tankId, i) => [tankId, i]),
      ),
  );
  const drawnCount = drawnInSteps(() => placeOf().size);
  return (tanks) => Math.max(0, drawnCount() - (placeOf().get(tanks[0]?.tankId ?? '') ?? 0));
}
