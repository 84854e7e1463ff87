import * as v from 'valibot';
import { unitParts } from '#core/sources';
import { conditions, equipmentItems, newThings, sharedThings, sights, tankStages } from '#core/tanks';
import { textUpTo, uuid, within } from '#contracts/shapes';

/** Dated facts about a tank; the last of each key is in force. */
export const factPayload = v.variant('about', [
  v.strictObject({ about: v.literal('stage'), stage: v.picklist(tankStages, 'is not a known stage') }),
  v.strictObject({
    about: v.literal('equipment'),
    item: v.picklist(equipmentItems, 'is not known equipment'),
    on: v.boolean(),
    detail: v.optional(textUpTo(120)),
    lightHours: v.optional(within(0, 24)),
  }),
  v.strictObject({
    about: v.literal('new'),
    what: v.picklist(newThings, 'is not a known kind of thing'),
    name: textUpTo(80),
    /** Taken out again, or used up. */
    gone: v.optional(v.boolean()),
  }),
  v.strictObject({
    about: v.literal('decoration'),
    name: textUpTo(80),
    condition: v.picklist(conditions, 'is not a known condition'),
  }),
  v.strictObject({
    about: v.literal('shared'),
    thing: v.picklist(sharedThings, 'is not a known thing to share'),
    withTankId: uuid,
    disinfected: v.optional(v.boolean()),
  }),
  v.strictObject({ about: v.literal('sight'), sight: v.picklist(sights, 'must be clear, partly or overgrown') }),
  v.strictObject({ about: v.literal('algae'), wanted: v.boolean(), name: v.optional(textUpTo(80)) }),
]);
export type FactPayload = v.InferOutput<typeof factPayload>;

const ec = v.nullable(within(0, 20000));
/** One line of the RO unit's log. */
export const unitPayload = v.strictObject({
  madeL: within(0, 10_000_000),
  inUsPerCm: ec,
  betweenUsPerCm: ec,
  outUsPerCm: ec,
  renewed: v.optional(v.pipe(v.array(v.picklist(unitParts)), v.maxLength(unitParts.length)), []),
});
export type UnitPayload = v.InferOutput<typeof unitPayload>;
