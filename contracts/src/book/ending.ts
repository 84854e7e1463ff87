import * as v from 'valibot';
import { thingEnds, waterEnds } from '#core/tanks';
import { uuid } from '#contracts/shapes';

const note = v.optional(v.pipe(v.string(), v.maxLength(500)), '');
/** A tank ends: its animals have left by entries of their own, and what became of the rest; or it is begun anew. */
export const endingPayload = v.variant('step', [
  v.strictObject({
    step: v.literal('ended'),
    water: v.picklist(waterEnds, 'must be drain, garden or other-tank'),
    bed: v.picklist(thingEnds, 'is nothing that becomes of a bed'),
    equipment: v.picklist(thingEnds, 'is nothing that becomes of equipment'),
    /** Where water, bed or equipment went on. */
    toTankId: v.optional(uuid),
    /** What still ran in it ends with it. */
    alsoEnds: v.optional(v.boolean()),
    note,
  }),
  v.strictObject({ step: v.literal('begun-anew'), note }),
]);
export type EndingPayload = v.InferOutput<typeof endingPayload>;
