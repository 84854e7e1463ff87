import { effect, signal, type Signal } from '@angular/core';

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
