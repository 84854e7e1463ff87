import * as v from 'valibot';
import { equipment } from '#contracts/stock';
import { byParameter, diaryEntry, instant, interval, uuid } from '#contracts/shapes';

/**
 * What of the book bears on an entry of a kind in a tank: with this a page asks `mayWrite` itself while one types. Rows are
 * of the kinds that the gate knows, as `GateRow` has them.
 */
export const gateView = v.object({
  nowAt: instant,
  tankId: uuid,
  rows: v.array(diaryEntry),
  changes: v.array(v.object({ entryId: uuid, tankId: uuid, atEpochMs: v.number(), changeFraction: v.number() })),
  netVolumeL: v.nullable(v.number()),
  water: byParameter(interval),
  equipment,
  bedSquaresCount: v.number(),
  below: v.array(v.object({ tankId: uuid, name: v.string(), rows: v.array(diaryEntry) })),
});
export type GateView = v.InferOutput<typeof gateView>;
