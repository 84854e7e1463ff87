import * as v from 'valibot';
import { equipmentItems, tankStages } from '#core/tanks';
import { stockEvents, stockSigns } from '#core/stock';
import { bearing, byParameter, day, diaryEntry, instant, interval, uuid } from '#contracts/shapes';
import { setUpPayload, stockKind } from '#contracts/book';
import { stateId } from '#contracts/tonight';

export const stockEvent = v.object({
  entryId: uuid,
  atEpochMs: v.number(),
  event: v.picklist(stockEvents),
  kindId: v.string(),
  strain: v.string(),
  count: v.nullable(interval),
  sign: v.optional(v.picklist(stockSigns)),
});
/** What is in force of a tank's equipment, item by item; undefined where nobody has said. */
export const equipment = v.strictObject(
  Object.fromEntries(
    equipmentItems.map((item) => [
      item,
      v.optional(
        v.object({ on: v.boolean(), detail: v.string(), lightHours: v.optional(v.number()), atEpochMs: v.number() }),
      ),
    ]),
  ) as Record<
    (typeof equipmentItems)[number],
    v.OptionalSchema<
      v.ObjectSchema<
        {
          readonly on: v.BooleanSchema<undefined>;
          readonly detail: v.StringSchema<undefined>;
          readonly lightHours: v.OptionalSchema<v.NumberSchema<undefined>, undefined>;
          readonly atEpochMs: v.NumberSchema<undefined>;
        },
        undefined
      >,
      undefined
    >
  >,
);
export const stockTank = v.object({
  tankId: uuid,
  name: v.string(),
  state: stateId,
  /** The nitrate that may come in a day before its routine no longer holds the band, mg/L; null where that is not known. */
  heldNo3MgPerLPerDay: v.nullable(v.number()),
  /** Something must be done tonight, or its animals are not well: nobody moves in. */
  ailing: v.boolean(),
  bears: v.object({ bearing, askedBy: v.array(v.string()) }),
  /** Why, in a sentence: the same as on tonight’s sheet. */
  reason: v.string(),
  setUp: setUpPayload,
  /** When it was set up, or begun anew. */
  startedOn: day,
  netVolumeL: v.number(),
  stage: v.nullable(v.picklist(tankStages)),
  equipment,
  /** The newest reading of each parameter. */
  water: byParameter(v.object({ ...interval.entries, atEpochMs: v.number() })),
  /** Agents in its water: of courses that run, and of ended ones what changes have left, as a share of a dose. */
  inWater: v.array(
    v.object({
      agentId: v.string(),
      courseId: uuid,
      productName: v.string(),
      shareFraction: v.number(),
      ended: v.boolean(),
      /** Eaten: in the animals, not in the water. */
      inFood: v.optional(v.boolean(), false),
    }),
  ),
  events: v.array(stockEvent),
});
export const stockView = v.object({ nowAt: instant, tanks: v.array(stockTank), ownKinds: v.array(stockKind) });
export type StockView = v.InferOutput<typeof stockView>;
export type StockTank = v.InferOutput<typeof stockTank>;
export type StockTankEvent = v.InferOutput<typeof stockEvent>;

/** Entries of the kinds a diary is kept of, oldest first, struck ones left out; payloads as their kinds read them. */
export const diary = v.object({ nowAt: instant, entries: v.array(diaryEntry) });
export type Diary = v.InferOutput<typeof diary>;
