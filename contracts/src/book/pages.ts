import * as v from 'valibot';
import { parameterId, textUpTo, uuid } from '#contracts/shapes';

export const lookedPayload = v.strictObject({ fed: v.boolean(), fine: v.boolean() });
export const notePayload = v.strictObject({
  text: textUpTo(4000),
  mark: v.optional(v.picklist(['doubtful', 'clear'])),
});
/** A photo by the hash of its bytes, which were handed in before; it may belong to another entry. */
export const photoPayload = v.strictObject({
  photoHash: v.pipe(v.string('must be text'), v.regex(/^[0-9a-f]{64}$/, 'must be a hash of 64 hexadecimal digits')),
  widthPx: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(100000)),
  heightPx: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(100000)),
  caption: v.optional(v.pipe(v.string('must be text'), v.maxLength(500, 'must be at most 500 characters')), ''),
  ofEntryId: v.optional(uuid),
});
export const strikePayload = v.strictObject({
  entryId: uuid,
  parameter: v.optional(parameterId),
  reason: textUpTo(500),
});

export type LookedPayload = v.InferOutput<typeof lookedPayload>;
export type NotePayload = v.InferOutput<typeof notePayload>;
export type PhotoPayload = v.InferOutput<typeof photoPayload>;
export type StrikePayload = v.InferOutput<typeof strikePayload>;
