import * as v from 'valibot';
import { factPayload, unitPayload } from './facts';
import { calibrationPayload, instrumentPayload, seenPayload } from './readings';
import { setUpPayload, sourcePayload } from './set-up';
import {
  acclimationPayload,
  arrivalPayload,
  clearedPayload,
  cyclingPayload,
  dosePayload,
  fedPayload,
  ownKindPayload,
  stockPayload,
  supplyLogPayload,
  supplyPayload,
  trimPayload,
} from './stock';
import {
  batchPayload,
  batchStepPayload,
  jobPayload,
  learntPayload,
  mineralPayload,
  recipePayload,
  routinePayload,
  sequencePayload,
  timerPayload,
  worksPayload,
} from './water';
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
  /** The keeper's own kit or pen it was read with. */
  instrumentId: v.optional(uuid),
  /** What spoke against the instrument when it was used, in its own words. */
  doubt: v.optional(textUpTo(200)),
  /** The keeper was asked about an unlikely value and kept it. */
  insisted: v.optional(v.boolean()),
});
export const readingsPayload = v.strictObject({
  context: v.picklist(readingContexts, 'is not a known context'),
  /** An analysis from the supplier's report, or the keeper's own test. */
  origin: v.optional(v.picklist(['supplier-report', 'own-test'])),
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
  /** The batch it was taken from, and why it was used where it was not accepted. */
  batchId: v.optional(uuid),
  batchReason: v.optional(textUpTo(500)),
  /** Litres of it that went with the bed's dirt. */
  bedL: v.optional(within(0, 100000)),
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

const head = <Kind extends string>(kind: Kind) => ({
  id: uuid,
  kind: v.literal(kind),
  kindVersion: v.literal(1),
  subjectId: uuid,
  happenedAt: instant,
});
export const kinds = [
  'set-up',
  'source',
  'readings',
  'change',
  'looked',
  'note',
  'strike',
  'fact',
  'unit',
  'stock',
  'arrival',
  'acclimation',
  'cycling',
  'fed',
  'cleared',
  'trim',
  'dose',
  'own-kind',
  'supply',
  'supply-log',
  'seen',
  'instrument',
  'calibration',
  'photo',
  'top-up',
  'recipe',
  'mineral',
  'works',
  'batch',
  'batch-step',
  'routine',
  'sequence',
  'job',
  'timer',
  'learnt',
] as const;
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
  v.strictObject({ ...head('fact'), payload: factPayload }),
  v.strictObject({ ...head('unit'), payload: unitPayload }),
  v.strictObject({ ...head('stock'), payload: stockPayload }),
  v.strictObject({ ...head('arrival'), payload: arrivalPayload }),
  v.strictObject({ ...head('acclimation'), payload: acclimationPayload }),
  v.strictObject({ ...head('cycling'), payload: cyclingPayload }),
  v.strictObject({ ...head('fed'), payload: fedPayload }),
  v.strictObject({ ...head('cleared'), payload: clearedPayload }),
  v.strictObject({ ...head('trim'), payload: trimPayload }),
  v.strictObject({ ...head('dose'), payload: dosePayload }),
  v.strictObject({ ...head('own-kind'), payload: ownKindPayload }),
  v.strictObject({ ...head('supply'), payload: supplyPayload }),
  v.strictObject({ ...head('supply-log'), payload: supplyLogPayload }),
  v.strictObject({ ...head('seen'), payload: seenPayload }),
  v.strictObject({ ...head('instrument'), payload: instrumentPayload }),
  v.strictObject({ ...head('calibration'), payload: calibrationPayload }),
  v.strictObject({ ...head('photo'), payload: photoPayload }),
  v.strictObject({ ...head('top-up'), payload: topUpPayload }),
  v.strictObject({ ...head('recipe'), payload: recipePayload }),
  v.strictObject({ ...head('mineral'), payload: mineralPayload }),
  v.strictObject({ ...head('works'), payload: worksPayload }),
  v.strictObject({ ...head('batch'), payload: batchPayload }),
  v.strictObject({ ...head('batch-step'), payload: batchStepPayload }),
  v.strictObject({ ...head('routine'), payload: routinePayload }),
  v.strictObject({ ...head('sequence'), payload: sequencePayload }),
  v.strictObject({ ...head('job'), payload: jobPayload }),
  v.strictObject({ ...head('timer'), payload: timerPayload }),
  v.strictObject({ ...head('learnt'), payload: learntPayload }),
]);
export type NewEntry = v.InferInput<typeof newEntry>;
/** An entry as its kind reads it back: defaults filled in. */
export type ReadEntry = v.InferOutput<typeof newEntry>;

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

export const keptPhoto = v.object({ photoHash: v.string(), widthPx: v.number(), heightPx: v.number() });
export const importReport = v.object({
  dryRun: v.boolean(),
  house: v.string(),
  rowCount: v.number(),
  newCount: v.number(),
  /** In the book already, with the same content. */
  knownCount: v.number(),
  /** Photos that came with it, and those that its entries name and nobody has. */
  photosCount: v.number(),
  missingPhotosCount: v.number(),
  written: v.boolean(),
  faultCount: v.number(),
  faults: v.array(v.object({ rowIndex: v.number(), message: v.string() })),
});
export type ImportReport = v.InferOutput<typeof importReport>;

export type ReadingsPayload = v.InferOutput<typeof readingsPayload>;
export type ReadingValue = v.InferOutput<typeof readingValue>;
export type ChangePayload = v.InferOutput<typeof changePayload>;
export type GivenAdvice = v.InferOutput<typeof givenAdvice>;
export type LookedPayload = v.InferOutput<typeof lookedPayload>;
export type NotePayload = v.InferOutput<typeof notePayload>;
export type PhotoPayload = v.InferOutput<typeof photoPayload>;
export type StrikePayload = v.InferOutput<typeof strikePayload>;
export { interval };
export type TopUpPayload = v.InferOutput<typeof topUpPayload>;
