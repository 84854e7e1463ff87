import * as v from 'valibot';
import { saltIds } from '#core/water';
import {
  byParameter,
  day,
  finiteNumber,
  interval,
  parameterId,
  textUpTo,
  uuid,
  waterOf,
  within,
} from '#contracts/shapes';

const litres = within(0.01, 100000);
const grams = within(0.0001, 100000);
const aim = v.strictObject({ parameter: parameterId, value: finiteNumber, toleranceValue: within(0, 100000) });
const aims = v.pipe(v.array(aim), v.maxLength(12));
const saltId = v.picklist(saltIds, 'is not a salt of the shelf');
const leadHours = within(0, 400);

/** How a mixed water is made: of which sources, with what in a litre, and what it should become. The newest is in force. */
export const recipePayload = v.strictObject({
  parts: v.pipe(
    v.array(v.strictObject({ sourceId: uuid, shareFraction: within(0.001, 1) })),
    v.minLength(1, 'needs at least one water'),
    v.maxLength(5, 'takes at most five waters'),
  ),
  salts: v.pipe(v.array(v.strictObject({ saltId, saltGPerL: within(0.00001, 1000) })), v.maxLength(14)),
  minerals: v.pipe(v.array(v.strictObject({ supplyId: uuid, mineralGPerL: within(0.00001, 1000) })), v.maxLength(3)),
  aims,
  /** Standing, ageing or stirring before it may be used. */
  leadHours,
  stirred: v.boolean(),
  mixMinutes: within(0, 600),
});
/** What a mineral's label promises. */
export const mineralPayload = v.strictObject({
  massG: within(0.001, 10000),
  waterL: within(0.01, 10000),
  ghDegrees: v.nullable(within(0, 100)),
  khDegrees: v.nullable(within(0, 100)),
  ec25UsPerCm: v.nullable(within(0, 20000)),
});
/** How pure water is made and kept, with which drums, and on which evenings water is changed. */
export const worksPayload = v.strictObject({
  madeLPerH: within(0, 1000),
  storesL: within(0, 100000),
  storedL: within(0, 100000),
  wasteRatio: within(0, 50),
  drums: v.pipe(v.array(v.strictObject({ name: textUpTo(40), volumeL: litres })), v.maxLength(20)),
  /** 1 Monday to 7 Sunday; none: any evening. */
  evenings: v.pipe(v.array(v.pipe(within(1, 7), v.integer())), v.maxLength(7)),
  eveningMinutes: within(1, 1440),
  /** When water is usually changed, on the house's clock. */
  eveningTime: v.optional(v.pipe(v.string(), v.regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'must be a time such as 21:00'))),
  /** What a cubic metre from the tap costs, in the keeper's money. */
  perM3Value: v.optional(within(0, 100000)),
});

export const batchPayload = v.strictObject({
  madeL: litres,
  parts: v.pipe(v.array(v.strictObject({ sourceId: uuid, partL: litres })), v.minLength(1), v.maxLength(5)),
  salts: v.optional(v.pipe(v.array(v.strictObject({ saltId, massG: grams })), v.maxLength(14)), []),
  minerals: v.optional(v.pipe(v.array(v.strictObject({ supplyId: uuid, massG: grams })), v.maxLength(3)), []),
  aims,
  leadHours,
  stirred: v.boolean(),
  /** How warm it was mixed, where that was planned. */
  tempC: v.optional(within(0, 60)),
  drum: v.optional(v.pipe(v.string(), v.maxLength(40)), ''),
});
export const batchStepPayload = v.variant('step', [
  v.strictObject({ step: v.literal('measured'), batchId: uuid, water: byParameter(interval) }),
  v.strictObject({
    step: v.literal('corrected'),
    batchId: uuid,
    /** Drawn off first, where the drum was full; then added. */
    removedL: v.optional(within(0, 100000), 0),
    addedL: within(0, 100000),
    addedG: within(0, 100000),
    what: textUpTo(80),
  }),
  v.strictObject({ step: v.literal('accepted'), batchId: uuid, reason: v.optional(textUpTo(500)) }),
  v.strictObject({ step: v.literal('left'), batchId: uuid, leftL: within(0, 100000) }),
  v.strictObject({ step: v.literal('thrown-away'), batchId: uuid }),
]);

/** How a tank is to be changed from now on. */
export const routinePayload = v.strictObject({
  everyDays: within(0.5, 400),
  changeFraction: within(0.001, 1),
  sourceId: uuid,
  /** Another water every second time. */
  otherSourceId: v.optional(uuid),
  how: v.picklist(['poured', 'dripped'], 'must be poured or dripped'),
  changeMinutes: within(1, 600),
  schoolId: v.optional(textUpTo(60)),
  /** Led in over weeks: the share of each week until the whole is reached. */
  ramp: v.optional(
    v.pipe(
      v.array(
        v.strictObject({
          weekIndex: within(1, 52),
          everyDays: within(0.5, 400),
          changeFraction: within(0.001, 1),
        }),
      ),
      v.maxLength(12),
    ),
    [],
  ),
  ceilings: v.optional(waterOf, {}),
});

/** Several changes towards a goal, because one would be too much; ended by reaching it, by recovery or by a death. */
export const sequencePayload = v.variant('step', [
  v.strictObject({
    step: v.literal('planned'),
    sourceId: uuid,
    changes: v.pipe(
      v.array(v.strictObject({ atDay: within(0, 400), changeFraction: within(0.001, 1) })),
      v.minLength(1),
      v.maxLength(60),
    ),
    aims: v.pipe(
      v.array(
        v.strictObject({ parameter: parameterId, value: finiteNumber, side: v.picklist(['at-most', 'at-least']) }),
      ),
      v.maxLength(12),
    ),
    why: textUpTo(500),
  }),
  v.strictObject({
    step: v.literal('ended'),
    sequenceId: uuid,
    because: v.picklist(['reached', 'recovered', 'died', 'other']),
    note: v.optional(v.pipe(v.string(), v.maxLength(500)), ''),
  }),
]);

/** What the keeper made of something learnt: taken over, or put aside with the reason. */
export const learntPayload = v.strictObject({
  about: v.picklist(['net-volume', 'source']),
  answer: v.picklist(['taken', 'put-aside']),
  why: textUpTo(500),
  untilOn: v.optional(day),
});

export type RecipePayload = v.InferOutput<typeof recipePayload>;
export type MineralPayload = v.InferOutput<typeof mineralPayload>;
export type WorksPayload = v.InferOutput<typeof worksPayload>;
export type BatchPayload = v.InferOutput<typeof batchPayload>;
export type BatchStepPayload = v.InferOutput<typeof batchStepPayload>;
export type RoutinePayload = v.InferOutput<typeof routinePayload>;
export type SequencePayload = v.InferOutput<typeof sequencePayload>;
export type LearntPayload = v.InferOutput<typeof learntPayload>;
