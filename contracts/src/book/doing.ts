import * as v from 'valibot';
import { allClosingIds, otherWorks, timerKinds } from '#core/doing';
import { textUpTo, uuid, within } from '#contracts/shapes';

const litres = within(0.01, 100000);
const changeWork = {
  changeL: litres,
  how: v.picklist(['poured', 'dripped']),
  bed: v.picklist(['none', 'surface', 'half', 'sections']),
  chain: v.picklist(['alone', 'first', 'middle', 'last']),
  changeEntryId: v.optional(uuid),
  sourceId: v.optional(uuid),
  batchId: v.optional(uuid),
  newWaterC: v.optional(within(0, 100)),
  dripMinutes: v.optional(within(1, 20000)),
  conditionerMl: v.optional(within(0, 100000)),
  grazingFilm: v.optional(v.boolean()),
};
const checks = v.pipe(
  v.array(v.picklist(allClosingIds, 'is not a closing check')),
  v.minLength(1, 'needs one at least'),
  v.maxLength(allClosingIds.length),
);
const ticked = v.strictObject({ step: v.literal('ticked'), jobId: uuid, checks });

/** Version 1 knew one kind of work: a change of water. */
export const jobPayloadV1 = v.variant('step', [v.strictObject({ step: v.literal('started'), ...changeWork }), ticked]);
/** What is being done: a change of water, or any other work at a tank. */
export const work = v.variant('kind', [
  v.strictObject({ kind: v.literal('change'), ...changeWork }),
  v.strictObject({
    kind: v.picklist(otherWorks, 'is not a known kind of work'),
    note: v.optional(v.pipe(v.string(), v.maxLength(200)), ''),
  }),
]);
/** Work being done: open on Tonight until every closing check of its kind is ticked, or it is broken off with a reason. */
export const jobPayload = v.variant('step', [
  v.strictObject({ step: v.literal('started'), work }),
  ticked,
  v.strictObject({ step: v.literal('broken-off'), jobId: uuid, reason: textUpTo(500) }),
]);
export const timerPayload = v.variant('step', [
  v.strictObject({
    step: v.literal('set'),
    timer: v.picklist(timerKinds, 'is not a known timer'),
    minutes: within(0.1, 20000),
    jobId: v.optional(uuid),
    note: v.optional(v.pipe(v.string(), v.maxLength(80)), ''),
  }),
  v.strictObject({ step: v.literal('answered'), timerId: uuid }),
]);

/** A job of version 1 was a change of water; nothing of it is lost. */
export function jobFromV1(payload: v.InferOutput<typeof jobPayloadV1>): v.InferInput<typeof jobPayload> {
  if (payload.step === 'ticked') return payload;
  const { step, ...change } = payload;
  return { step, work: { kind: 'change', ...change } };
}

export type JobPayload = v.InferOutput<typeof jobPayload>;
export type TimerPayload = v.InferOutput<typeof timerPayload>;
export type Work = v.InferOutput<typeof work>;
