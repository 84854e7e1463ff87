import * as v from 'valibot';
import { purposes } from '#core/tonight';
import {
  bearing,
  day,
  finiteNumber,
  grade,
  instant,
  interval,
  parameterId,
  textUpTo,
  uuid,
  waterOf,
  within,
} from '#contracts/shapes';

export const geometry = v.strictObject({
  lengthCm: within(1, 1000),
  widthCm: within(1, 1000),
  heightCm: within(1, 1000),
  glassMm: within(0, 100),
  waterBelowRimCm: within(0, 1000),
  bedDepthCm: v.optional(within(0, 1000)),
  bedSolidFraction: v.optional(within(0, 1)),
  rockKg: v.optional(within(0, 10000)),
  rockDensityKgPerL: v.optional(within(0.5, 10)),
  woodL: v.optional(within(0, 10000)),
});

export const setUpPayload = v.strictObject({
  name: textUpTo(60),
  rack: v.optional(v.pipe(v.string(), v.maxLength(60)), ''),
  roundOrder: v.pipe(within(0, 100000), v.integer('must be a whole number')),
  purpose: v.picklist(purposes, 'is not a known purpose'),
  practiceId: textUpTo(60),
  bearing,
  /** Animals that came lately count one bearing class lower for a month. */
  newArrivalsOn: v.optional(day),
  startedOn: day,
  labelL: v.optional(within(0.1, 100000)),
  /** Outside size, or the litres it took to fill; one of the two. */
  geometry: v.optional(geometry),
  measuredFillL: v.optional(within(0.1, 100000)),
  overrides: v.optional(
    v.pipe(
      v.array(
        v.strictObject({
          parameter: parameterId,
          lo: v.nullable(finiteNumber),
          hi: v.nullable(finiteNumber),
          reason: textUpTo(500),
        }),
      ),
      v.maxLength(40),
    ),
    [],
  ),
});

export const sourceStates = ['tap-straight', 'tap-aged', 'softened', 'ro', 'rodi', 'rain', 'batch'] as const;
export const sourcePayload = v.strictObject({
  name: textUpTo(60),
  state: v.picklist(sourceStates, 'is not a known kind of source'),
  chlorine: v.picklist(['none', 'chlorine', 'chloramine', 'unknown'], 'must be none, chlorine, chloramine or unknown'),
  startedOn: day,
});

export const readingContexts = ['routine', 'before-change', 'after-change', 'source', 'batch'] as const;
export const readingValue = v.strictObject({
  parameter: parameterId,
  lo: v.nullable(finiteNumber),
  hi: v.nullable(finiteNumber),
  /** What the keeper wrote, and in which unit. */
  text: textUpTo(60),
  enteredUnit: v.pipe(v.string(), v.maxLength(40)),
  /** Nitrogen and phosphorus kinds: whether the kit reports the ion or the element. */
  basis: v.optional(v.picklist(['ion', 'as-element'])),
  /** The pen's factor, where a conductivity was read as ppm; left out where nobody knows. */
  penFactor: v.optional(within(0.4, 1)),
  kit: v.optional(v.strictObject({ name: textUpTo(60), version: v.pipe(within(1, 10000), v.integer()) })),
  /** The keeper was asked about an unlikely value and kept it. */
  insisted: v.optional(v.boolean()),
});
export const readingsPayload = v.strictObject({
  context: v.picklist(readingContexts, 'is not a known context'),
  values: v.pipe(
    v.array(readingValue),
    v.minLength(1, 'must hold at least one reading'),
    v.maxLength(60, 'holds too many readings'),
  ),
});

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
  movedToday: v.optional(waterOf, {}),
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
});

export const lookedPayload = v.strictObject({ fed: v.boolean(), fine: v.boolean() });
export const notePayload = v.strictObject({
  text: textUpTo(4000),
  mark: v.optional(v.picklist(['doubtful', 'clear'])),
});
export const strikePayload = v.strictObject({
  entryId: uuid,
  parameter: v.optional(parameterId),
  reason: textUpTo(500),
});

const head = <Kind extends string>(kind: Kind) => ({
  id: uuid,
  kind: v.literal(kind),
  kindVersion: v.literal(1),
  subjectId: uuid,
  happenedAt: instant,
});
export const kinds = ['set-up', 'source', 'readings', 'change', 'looked', 'note', 'strike'] as const;
export type Kind = (typeof kinds)[number];

/** An entry as it is written: the server adds sequence, night, zone, who and when. */
export const newEntry = v.variant('kind', [
  v.strictObject({ ...head('set-up'), payload: setUpPayload }),
  v.strictObject({ ...head('source'), payload: sourcePayload }),
  v.strictObject({ ...head('readings'), payload: readingsPayload }),
  v.strictObject({ ...head('change'), payload: changePayload }),
  v.strictObject({ ...head('looked'), payload: lookedPayload }),
  v.strictObject({ ...head('note'), payload: notePayload }),
  v.strictObject({ ...head('strike'), payload: strikePayload }),
]);
export type NewEntry = v.InferInput<typeof newEntry>;

export const writeRequest = v.strictObject({
  entries: v.pipe(
    v.array(newEntry),
    v.minLength(1, 'must hold at least one entry'),
    v.maxLength(200, 'holds more than 200 entries'),
  ),
});
export const writeResponse = v.object({
  nowAt: instant,
  entries: v.array(v.object({ id: uuid, sequence: v.number(), nightOn: day, repeated: v.boolean() })),
});
export type WriteResponse = v.InferOutput<typeof writeResponse>;

export const bookEntry = v.object({
  id: uuid,
  sequence: v.number(),
  kind: v.picklist(kinds),
  kindVersion: v.number(),
  subjectId: uuid,
  subjectName: v.string(),
  happenedAt: instant,
  nightOn: day,
  writtenAt: instant,
  by: v.string(),
  /** One line in plain words, made by the kind's printer. */
  line: v.string(),
  struck: v.nullable(v.object({ entryId: uuid, reason: v.string(), parameters: v.array(parameterId) })),
  payload: v.unknown(),
});
export type BookEntry = v.InferOutput<typeof bookEntry>;
export const bookPage = v.object({ nowAt: instant, entries: v.array(bookEntry), olderThan: v.nullable(v.string()) });
export type BookPage = v.InferOutput<typeof bookPage>;

export const exportedEntry = v.object({
  id: uuid,
  sequence: v.number(),
  kind: v.picklist(kinds),
  kindVersion: v.number(),
  subjectId: uuid,
  happenedAt: instant,
  zone: v.string(),
  nightOn: day,
  writtenAt: instant,
  by: v.string(),
  payloadHash: v.string(),
  payload: v.unknown(),
});
export const exportedBook = v.object({
  format: v.literal('night-ledger-book'),
  version: v.literal(1),
  exportedAt: instant,
  house: v.string(),
  entries: v.array(exportedEntry),
});

export type SetUpPayload = v.InferOutput<typeof setUpPayload>;
export type SourcePayload = v.InferOutput<typeof sourcePayload>;
export type ReadingsPayload = v.InferOutput<typeof readingsPayload>;
export type ReadingValue = v.InferOutput<typeof readingValue>;
export type ChangePayload = v.InferOutput<typeof changePayload>;
export type GivenAdvice = v.InferOutput<typeof givenAdvice>;
export type LookedPayload = v.InferOutput<typeof lookedPayload>;
export type NotePayload = v.InferOutput<typeof notePayload>;
export type StrikePayload = v.InferOutput<typeof strikePayload>;
export { interval };
