import * as v from 'valibot';
import { contactKinds } from '#core/care';
import { instant, uuid } from '#contracts/shapes';

/** What the changes of the house mean for care: what they took out of treated water, and which tanks one hose has linked. */
export const careWater = v.object({
  nowAt: instant,
  /** Changes of every tank that a course was ever begun in, since the first of them. */
  changes: v.array(v.object({ entryId: uuid, tankId: uuid, atEpochMs: v.number(), changeFraction: v.number() })),
  /** Of the last year. */
  chains: v.array(
    v.object({
      from: uuid,
      to: uuid,
      atDay: v.number(),
      atEpochMs: v.number(),
      kind: v.picklist(contactKinds),
      broken: v.boolean(),
    }),
  ),
});
export type CareWater = v.InferOutput<typeof careWater>;
