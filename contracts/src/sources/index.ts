import * as v from 'valibot';
import { byParameter, instant, interval, uuid } from '#contracts/shapes';
import { sourcePayload } from '#contracts/book';

export const sourceView = v.object({
  sourceId: uuid,
  setUp: sourcePayload,
  /** The last analysis, value by value, with its date; what is not here is not known. */
  analysis: byParameter(v.object({ ...interval.entries, atEpochMs: v.number(), text: v.string() })),
});
export const sourceList = v.object({ nowAt: instant, sources: v.array(sourceView) });
export type SourceView = v.InferOutput<typeof sourceView>;
export type SourceList = v.InferOutput<typeof sourceList>;

/** Every analysis of one source, newest first. */
export const sourceHistory = v.object({
  nowAt: instant,
  history: byParameter(
    v.array(
      v.object({
        ...interval.entries,
        atEpochMs: v.number(),
        text: v.string(),
        origin: v.optional(v.picklist(['supplier-report', 'own-test'])),
      }),
    ),
  ),
});
export type SourceHistory = v.InferOutput<typeof sourceHistory>;
