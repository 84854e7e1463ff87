import * as v from 'valibot';
import { heldVerdicts } from '#core/hands';
import { day, instant, interval, parameterId, uuid } from '#contracts/shapes';

/** Foreseen against found: what absences did to each tank, and what moves stirred up. */
export const handsFound = v.object({
  nowAt: instant,
  /** Absences that somebody came home from, oldest first. */
  absences: v.array(
    v.object({
      entryId: uuid,
      tankId: uuid,
      fromOn: day,
      toOn: day,
      backEpochMs: v.number(),
      held: v.array(
        v.object({ parameter: parameterId, verdict: v.picklist(heldVerdicts), reading: v.nullable(interval) }),
      ),
    }),
  ),
  moves: v.array(
    v.object({
      entryId: uuid,
      tankId: uuid,
      movedEpochMs: v.number(),
      /** Total ammonia a day as nitrogen, upper end, if its bacteria had been lost: foreseen when it was moved. */
      foreseenTanMgPerLPerDay: v.nullable(v.number()),
      /** The highest of two weeks. */
      stirred: v.array(v.object({ parameter: parameterId, atEpochMs: v.number(), reading: interval })),
    }),
  ),
});
export type HandsFound = v.InferOutput<typeof handsFound>;
