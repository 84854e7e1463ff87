import { inOrder, type OutOfPlace } from '#core/threads';

/** Where the water of a tank that ended went; never into a pond or a ditch. */
export const waterEnds = ['drain', 'garden', 'other-tank'] as const;
export type WaterEnd = (typeof waterEnds)[number];
/** What became of its bed, and of its equipment. */
export const thingEnds = ['kept', 'dipped', 'other-tank', 'given-away', 'thrown-away', 'none'] as const;
export type ThingEnd = (typeof thingEnds)[number];

/** A tank ends, and may be begun anew. */
export interface TankLifeStep {
  entryId: string;
  tankId: string;
  atEpochMs: number;
  on: string;
  step: 'ended' | 'begun-anew';
}
/** Spans in which a tank was ended, each with the entry that ended it; the last one open where it still is. */
export interface EndedSpan {
  entryId: string;
  fromEpochMs: number;
  fromOn: string;
  toEpochMs: number | null;
}

/** Goes through the life of one tank: it runs until it is ended, rests ended until it is begun anew, as often as one likes. */
export function tankLife(steps: readonly TankLifeStep[]): { ended: EndedSpan[]; out: OutOfPlace<TankLifeStep>[] } {
  const ended: EndedSpan[] = [];
  const out: OutOfPlace<TankLifeStep>[] = [];
  for (const step of inOrder(steps)) {
    const last = ended.at(-1);
    const isEnded = last?.toEpochMs === null;
    if ((step.step === 'ended') === isEnded)
      out.push({
        step,
        why: {
          id: 'not-now',
          facts: { state: isEnded ? 'ended' : 'running', step: step.step, sinceOn: last?.fromOn ?? step.on },
        },
      });
    else if (last && isEnded) last.toEpochMs = step.atEpochMs;
    else ended.push({ entryId: step.entryId, fromEpochMs: step.atEpochMs, fromOn: step.on, toEpochMs: null });
  }
  return { ended, out };
}
