import * as v from 'valibot';
import { bedSchools, bucketSigns, cleanedParts, leavingPlans, outageCauses, walkJobs, walkPasses } from '#core/hands';
import { day, parameterId, textUpTo, uuid, within } from '#contracts/shapes';

const note = v.optional(v.pipe(v.string(), v.maxLength(500)), '');
/** The evening's walk: a stop that is done, a pass with one hose, a stop given to somebody else. */
export const walkPayload = v.variant('step', [
  v.strictObject({
    step: v.literal('stop'),
    jobs: v.pipe(
      v.array(v.picklist(walkJobs, 'is no job of a walk')),
      v.minLength(1, 'needs one at least'),
      v.maxLength(walkJobs.length),
    ),
    /** From the stop before to this one. */
    minutes: v.optional(within(0, 600)),
  }),
  /** One hose for several tanks: what was done at this one before the hose went on to the next. */
  v.strictObject({ step: v.literal('pass'), pass: v.picklist(walkPasses, 'is no pass of a walk') }),
  /** A stop of tonight given to somebody else; to nobody: taken back. */
  v.strictObject({ step: v.literal('handed'), to: v.pipe(v.string(), v.maxLength(60)) }),
]);
/** An outage and its end. */
export const outagePayload = v.variant('step', [
  v.strictObject({ step: v.literal('outage'), cause: v.picklist(outageCauses, 'is no known outage'), note }),
  v.strictObject({ step: v.literal('outage-over'), outageId: uuid, note }),
]);
/** Weeks away and coming home. */
export const absencePayload = v.variant('step', [
  v.pipe(
    v.strictObject({
      step: v.literal('away'),
      fromOn: day,
      toOn: day,
      /** What was foreseen, to be held against what it did. */
      leaves: v.pipe(
        v.array(
          v.strictObject({
            parameter: parameterId,
            earliestDay: within(0, 3650),
            likelyDay: v.nullable(within(0, 100000)),
            side: v.optional(v.literal('below')),
          }),
        ),
        v.maxLength(40),
      ),
      /** For the stand-in: a portion every so many days, what one weighs, whom to call. */
      feedEveryDays: v.optional(within(0.25, 366)),
      portionG: v.optional(within(0, 100000)),
      /** How the gap was planned, and the change on the day before where it is part of the plan. */
      plan: v.optional(v.picklist(leavingPlans, 'is no known plan')),
      changeFraction: v.optional(within(0, 1)),
      /** Pure water that goes by evaporation and is poured back in. */
      topUpLPerDay: v.optional(within(0, 10000)),
      call: v.optional(v.pipe(v.string(), v.maxLength(120))),
      note,
    }),
    v.check(({ fromOn, toOn }) => toOn > fromOn, 'ends after it begins'),
  ),
  v.strictObject({ step: v.literal('back'), awayId: uuid, note }),
]);
/** A jug under the outlet: so many seconds for a litre. */
export const flowPayload = v.strictObject({ step: v.literal('flow'), secondsPerL: within(0.5, 3600), note });
/** A part that was cleaned; of the bed its squares, the school it is kept by, the litres that left with the dirt. */
export const cleaningPayload = v.pipe(
  v.strictObject({
    step: v.literal('cleaned'),
    what: v.picklist(cleanedParts, 'is nothing that is cleaned'),
    squareIds: v.optional(
      v.pipe(v.array(v.pipe(v.string(), v.regex(/^[A-H]\d{1,2}$/, 'is no square'))), v.maxLength(128)),
      [],
    ),
    school: v.optional(v.picklist(bedSchools, 'is no known school')),
    outL: v.optional(within(0, 10000)),
    bucket: v.optional(v.pipe(v.array(v.picklist(bucketSigns)), v.maxLength(bucketSigns.length)), []),
    /** Why more than half of a bed was done in one evening. */
    overrideReason: v.optional(textUpTo(500)),
    note,
  }),
  v.check(({ what, squareIds }) => what === 'bed' || squareIds.length === 0, 'only a bed has squares'),
);
/** Carried elsewhere: tested daily until the water was good for seven days running. */
export const movePayload = v.variant('step', [
  v.strictObject({
    step: v.literal('moved'),
    how: v.picklist(['all-in', 'all-out'], 'must be all in or all out'),
    /** Total ammonia a day as nitrogen, upper end, if its bacteria were lost: to be held against what is read. */
    tanMgPerLPerDay: v.optional(within(0, 1000)),
    /** Its own water that went along, and the new water it was filled up with. */
    oldL: v.optional(within(0, 100_000)),
    newL: v.optional(within(0, 100_000)),
    note,
  }),
  v.strictObject({ step: v.literal('move-day'), movedId: uuid, good: v.boolean(), note }),
]);

const ofHands = [walkPayload, outagePayload, absencePayload, flowPayload, cleaningPayload, movePayload] as const;
/** What one kind held before each had its own. */
export const handsPayload = v.variant('step', ofHands);
export type HandsPayload = v.InferOutput<typeof handsPayload>;
