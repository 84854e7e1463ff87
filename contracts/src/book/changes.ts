import * as v from 'valibot';
import {
  bearing,
  byParameter,
  finiteNumber,
  grade,
  parameterId,
  textUpTo,
  uuid,
  waterOf,
  within,
} from '#contracts/shapes';

export const adviceKinds = ['wise', 'too-large', 'lesser-harm'] as const;
/** The advice as it was shown, with its whole working; old methods are never run again. */
export const givenAdvice = v.strictObject({
  advice: v.picklist(adviceKinds),
  reason: textUpTo(1000),
  before: waterOf,
  after: waterOf,
  bearing,
  emergency: v.nullable(
    v.strictObject({
      kind: v.picklist(['ammonia', 'nitrite', 'chlorine', 'contamination', 'gasping', 'declared']),
      why: textUpTo(500),
    }),
  ),
  movedToday: v.optional(byParameter(finiteNumber), {}),
  method: v.strictObject({ id: textUpTo(60), version: finiteNumber, almanacVersion: finiteNumber }),
  lines: v.pipe(
    v.array(
      v.strictObject({
        parameter: parameterId,
        stepValue: finiteNumber,
        limitValue: finiteNumber,
        per: v.picklist(['change', 'day']),
        within: v.boolean(),
        ruleId: textUpTo(60),
        grade,
      }),
    ),
    v.maxLength(80),
  ),
});
export const changePayload = v.strictObject({
  /** What the keeper entered; the other follows from the net volume in force then. */
  entered: v.variant('by', [
    v.strictObject({ by: v.literal('litres'), changeL: within(0.01, 100000) }),
    v.strictObject({ by: v.literal('fraction'), changeFraction: within(0.001, 1) }),
  ]),
  sourceId: uuid,
  /** The water that went in, as far as it was known: the source's last analysis, and its temperature tonight. */
  water: waterOf,
  how: v.picklist(['poured', 'dripped'], 'must be poured or dripped'),
  advice: v.optional(givenAdvice),
  /** Needed where the advice was against it. */
  overrideReason: v.optional(textUpTo(500)),
  /** The batch it was taken from, and why it was used where it was not accepted. */
  batchId: v.optional(uuid),
  batchReason: v.optional(textUpTo(500)),
  /** Litres of it that went with the bed's dirt. */
  bedL: v.optional(within(0, 100000)),
  /** Conditioner that went in with it. */
  conditionerMl: v.optional(within(0, 100000)),
  /** The step of a sequence. */
  sequenceId: v.optional(uuid),
});

/** What had evaporated and was filled up again. */
export const topUpPayload = v.strictObject({
  topUpL: within(0.01, 10000),
  sourceId: uuid,
  /** The water that went in, as far as it was known: pure water adds nothing, any other adds what is in it. */
  water: v.optional(waterOf, {}),
});

export type ChangePayload = v.InferOutput<typeof changePayload>;
export type GivenAdvice = v.InferOutput<typeof givenAdvice>;
export type TopUpPayload = v.InferOutput<typeof topUpPayload>;
