import * as v from 'valibot';
import { instantMs, isDay, rangeOf } from '#core/units';
import { bearings } from '#core/water';
import { parameterIds, type ParameterId } from '#core/readings';

/** Building blocks of every contract. No transforms: JSON Schema must be able to say the same. */
export const within = (lo: number, hi: number) =>
  v.pipe(
    v.number('must be a number'),
    v.finite('must be a finite number'),
    v.minValue(lo, `must be at least ${lo}`),
    v.maxValue(hi, `must be at most ${hi}`),
  );
/** A number of which its name does not say what it can be: no more than a computer reckons with safely. */
export const finiteNumber = within(-1e9, 1e9);
/** In small letters, as the book keeps it: an id in capitals would be another one to whoever looks it up. */
export const uuid = v.pipe(
  v.string('must be text'),
  v.uuid('must be a uuid'),
  v.regex(/^[0-9a-f-]+$/, 'must be a uuid in small letters'),
);
/** Text that every reader can hold: no U+0000 and no half of a pair, up to so many characters, perhaps none. */
export const plainText = (length: number) =>
  v.pipe(
    v.string('must be text'),
    v.maxLength(length, `must be at most ${length} characters`),
    v.check(isStorable, 'holds a character that cannot be stored (U+0000 or half of a pair)'),
  );
const isStorable = (text: string): boolean => !text.includes('\u0000') && !/\p{Surrogate}/u.test(text);
export const textUpTo = (length: number) =>
  v.pipe(
    v.string('must be text'),
    v.minLength(1, 'must not be empty'),
    v.maxLength(length, `must be at most ${length} characters`),
    v.regex(/\S/, 'must not be empty'),
  );
export const instant = v.pipe(
  v.string('must be text'),
  v.isoTimestamp('must be a date and time such as 2026-03-14T21:40:00Z'),
  v.check((text) => instantMs(text) !== null, 'must be a date and time such as 2026-03-14T21:40:00Z'),
);
export const day = v.pipe(
  v.string('must be text'),
  v.isoDate('must be a date such as 2026-03-14'),
  v.check(isDay, 'must be a day of the calendar'),
);
/** An entry as a diary tells it: its payload is as its kind reads it. */
export const diaryEntry = v.object({
  entryId: uuid,
  kind: v.string(),
  subjectId: uuid,
  atEpochMs: v.number(),
  /** The night it belongs to, by the zone of the house when it was written. */
  nightOn: day,
  /** Its number in the book. */
  sequence: v.number(),
  payload: v.unknown(),
});
/** The name of a device on the wire: a part of its topics, so nothing that means something there. */
export const deviceId = v.pipe(
  v.string('must be text'),
  v.regex(/^[a-z0-9][a-z0-9-]{0,39}$/, 'must be small letters, digits and hyphens, at most 40'),
);
export const parameterId = v.picklist(parameterIds, 'is not a known parameter');
export const bearing = v.picklist(bearings, 'must be robust, usual or delicate');
export const grade = v.picklist(['published', 'common-practice', 'single-observation', 'ours']);
/** One optional value for each parameter: an object and not a record, because JSON Schema can say that. */
export const byParameter = <S extends v.GenericSchema>(schema: S) =>
  v.strictObject(
    Object.fromEntries(parameterIds.map((id) => [id, v.optional(schema)])) as Record<
      ParameterId,
      v.OptionalSchema<S, undefined>
    >,
  );
/** A number that can be of its quantity, by the ending of its name (`core/units/ranges`). */
export const ofQuantity = (name: string) => {
  const { lo, hi } = rangeOf(name);
  return within(lo, hi);
};
/** One value for each parameter, each within what its quantity can be. */
export const waterOf = v.strictObject(
  Object.fromEntries(parameterIds.map((id) => [id, v.optional(ofQuantity(id))])) as Record<
    ParameterId,
    v.OptionalSchema<ReturnType<typeof ofQuantity>, undefined>
  >,
);
const openEnd = v.nullable(finiteNumber);
export const interval = v.strictObject({ lo: openEnd, hi: openEnd });

/** RFC 9457. `errors` carry the path of the field, what was wrong and, where there is one, the likely mend. */
export const problem = v.object({
  type: v.string(),
  title: v.string(),
  status: v.number(),
  detail: v.optional(v.string()),
  errors: v.optional(v.array(v.object({ field: v.string(), message: v.string(), mend: v.optional(v.string()) }))),
  incidentId: v.optional(v.string()),
});
export type Problem = v.InferOutput<typeof problem>;
