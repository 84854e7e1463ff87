import * as v from 'valibot';
import {
  careVerdicts,
  doseGivenUnits,
  mealAppetites,
  quarantineReasons,
  quarantineSchools,
  toolSorts,
} from '#core/care';
import { day, textUpTo, uuid, within } from '#contracts/shapes';

const note = v.optional(v.pipe(v.string(), v.maxLength(500)), '');
/** Why it is done although something speaks against it. */
const overrideReason = v.optional(textUpTo(500));
const courseDay = v.pipe(within(1, 400), v.integer('must be a whole day'));
/** As the label has it: what a pack treats, which days of a round, which changes. */
const label = v.strictObject({
  packTreatsL: v.optional(within(0.01, 100000)),
  packTreatsUsGal: v.optional(within(0.01, 100000)),
  doseDays: v.pipe(v.array(courseDay), v.minLength(1, 'needs one at least'), v.maxLength(60)),
  changes: v.pipe(v.array(v.strictObject({ day: courseDay, fraction: within(0.01, 1) })), v.maxLength(60)),
  maxRepeats: v.optional(v.pipe(within(0, 20), v.integer())),
});
export const courseLabel = v.pipe(
  label,
  v.check(
    (of) => (of.packTreatsL === undefined) !== (of.packTreatsUsGal === undefined),
    'says what a pack treats, in litres or in US gallons',
  ),
);
/** A course of treatment, step by step: its label, what was given, how it ended, how it looked weeks later. */
export const coursePayload = v.variant('step', [
  v.strictObject({
    step: v.literal('started'),
    agentId: v.pipe(v.string(), v.regex(/^D\d\d$/, 'is no agent')),
    productName: textUpTo(80),
    /** What a pack treats, for a course in the water; in the food it says days only. */
    label,
    /** In the food: who eats, how much, and what is in it. */
    food: v.optional(
      v.strictObject({
        bodyMassG: within(0.001, 1_000_000),
        percentOfBodyMass: within(0.01, 100),
        agentMgPerKgPerDay: within(0.001, 10_000),
        /** What binds it: it may change what tests read. */
        binder: v.optional(v.pipe(v.string(), v.maxLength(80)), ''),
      }),
    ),
    /** The course of the same tank that this is a part of. */
    partOfId: v.optional(uuid),
    repeats: v.optional(v.pipe(within(0, 20), v.integer()), 0),
    split: v.optional(v.boolean(), false),
    netVolumeL: within(0.1, 100000),
    startOn: day,
    /** Who prescribed it, or where and when the keeper declares that it is sold lawfully without. */
    prescription: v.optional(textUpTo(300)),
    overrideReason,
    /** What spoke against it, word for word. */
    warnings: v.optional(v.pipe(v.array(textUpTo(500)), v.maxLength(40)), []),
    caseId: v.optional(uuid),
    /** The bottle it comes from: what is given is taken off it, so much of it for each pack of the plan. */
    supplyId: v.optional(uuid),
    doseValue: v.optional(within(0.001, 1_000_000)),
    doseUnit: v.optional(v.picklist(doseGivenUnits, 'must be g, mL or pieces')),
    /** Packs are dissolved first, and a share of that is given: the label's dose where whole packs are not near it. */
    stockSolution: v.optional(v.boolean()),
    /** What the product holds beside its first agent. */
    alsoAgentIds: v.optional(v.pipe(v.array(v.pipe(v.string(), v.regex(/^D\d\d$/, 'is no agent'))), v.maxLength(3))),
    note,
  }),
  v.strictObject({
    step: v.picklist(['given', 'changed', 'missed']),
    courseId: uuid,
    day: courseDay,
    /** Who ate of a meal. */
    ate: v.optional(v.picklist(mealAppetites, 'must be all, some or none')),
    overrideReason,
  }),
  v.strictObject({ step: v.picklist(['paused', 'resumed']), courseId: uuid, note, overrideReason }),
  /** Water changed on top of the label's: its share of the dose was given again. */
  v.strictObject({ step: v.literal('redosed'), courseId: uuid, changeEntryId: uuid, overrideReason }),
  v.strictObject({
    step: v.picklist(['ended', 'looked']),
    courseId: uuid,
    verdict: v.picklist(careVerdicts, 'must be better, same or worse'),
    note,
  }),
]);
/** Apart from the others: opened, what was noted in it, looked at, left. */
export const quarantinePayload = v.variant('step', [
  v.strictObject({
    step: v.literal('opened'),
    school: v.picklist(quarantineSchools, 'is no known school'),
    reason: v.picklist(quarantineReasons, 'must be new, sick, refuge or exposed'),
    on: day,
    note,
  }),
  /** Tank-mates of little worth put beside them: what they carry shows on these. */
  v.strictObject({
    step: v.literal('sentinels'),
    quarantineId: uuid,
    kindId: textUpTo(60),
    count: v.pipe(within(1, 20), v.integer()),
    on: day,
  }),
  v.strictObject({
    step: v.literal('noted'),
    quarantineId: uuid,
    event: v.picklist(['wet-contact', 'sign', 'sign-ended'], 'is nothing that is noted'),
    on: day,
    note,
  }),
  v.strictObject({
    step: v.literal('looked'),
    quarantineId: uuid,
    appetiteCount: v.pipe(within(0, 3), v.integer()),
    note,
  }),
  v.strictObject({
    step: v.literal('left'),
    quarantineId: uuid,
    /** Needed where something stood in the way. */
    reason: v.optional(v.pipe(v.string(), v.maxLength(500)), ''),
  }),
]);
/** A thing that goes into water: kept at a tank, used in one, dipped, gone. */
export const toolPayload = v.variant('step', [
  v.strictObject({
    step: v.literal('kept'),
    name: textUpTo(60),
    sort: v.picklist(toolSorts, 'is no known sort of tool'),
  }),
  v.strictObject({ step: v.literal('used'), toolId: uuid }),
  v.strictObject({
    step: v.literal('dipped'),
    toolId: uuid,
    agentId: v.pipe(v.string(), v.regex(/^D\d\d$/, 'is no agent')),
    minutes: within(0.1, 2880),
    /** Its strength and its minutes were kept. */
    kept: v.boolean(),
  }),
  v.strictObject({ step: v.literal('gone'), toolId: uuid }),
]);
export type CoursePayload = v.InferOutput<typeof coursePayload>;
export type QuarantinePayload = v.InferOutput<typeof quarantinePayload>;
