import * as v from 'valibot';
import { instrumentTypes, seenBehaviours, seenGrazing } from '#core/readings';
import { day, deviceId, finiteNumber, parameterId, textUpTo, uuid, within } from '#contracts/shapes';

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

const whole = v.pipe(within(0, 100000), v.integer('must be a whole number'));
const someCount = v.optional(v.strictObject({ lo: whole, hi: v.nullable(whole) }));

/** What was seen of the animals of a tank, without saying which: counts beside the tests, and the watch after a change. */
export const seenPayload = v.strictObject({
  deaths: someCount,
  moults: someCount,
  berried: someCount,
  young: someCount,
  grazing: v.optional(v.picklist(seenGrazing, 'must be usual, less or none')),
  behaviour: v.optional(v.picklist(seenBehaviours, 'is not a known behaviour')),
  /** The change that this watch belongs to. */
  changeEntryId: v.optional(uuid),
});

/** A kit, chart, strip or pen that the keeper owns. A newer entry over it changes it from then on. */
export const instrumentPayload = v.strictObject({
  name: textUpTo(60),
  type: v.picklist(instrumentTypes, 'is not a known type of instrument'),
  parameters: v.pipe(v.array(parameterId), v.maxLength(12)),
  /** Colours of a chart or strip, rising, in the parameter's unit. */
  steps: v.optional(v.pipe(v.array(finiteNumber), v.maxLength(40)), []),
  /** One drop, or the last digit shown. */
  resolutionValue: within(0.0001, 1000),
  doubleSample: v.optional(v.boolean(), false),
  penFactor: v.optional(v.nullable(within(0.4, 1)), null),
  /** It shows ppm by a factor that nobody knows. */
  penFactorUnknown: v.optional(v.boolean()),
  reportsAsElement: v.optional(v.boolean(), false),
  compensatesTemperature: v.optional(v.boolean(), true),
  expiresOn: v.optional(v.nullable(day), null),
  calibrateEveryDays: v.optional(v.nullable(within(1, 3650)), null),
  /** The device on the wire that feeds it, where there is one. */
  deviceId: v.optional(deviceId),
  /** The tank that it stands in for good: a thermometer, a level sensor. */
  tankId: v.optional(uuid),
  startedOn: day,
  retired: v.optional(v.boolean(), false),
});
/** An instrument held into a standard, or dry in the air (standard 0 of a conductivity pen). */
export const calibrationPayload = v.strictObject({
  parameter: parameterId,
  standardValue: finiteNumber,
  shownValue: finiteNumber,
  /** It was set right after that. */
  adjusted: v.optional(v.boolean(), false),
});
export type SeenPayload = v.InferOutput<typeof seenPayload>;
export type InstrumentPayload = v.InferOutput<typeof instrumentPayload>;
export type CalibrationPayload = v.InferOutput<typeof calibrationPayload>;
export type ReadingsPayload = v.InferOutput<typeof readingsPayload>;
export type ReadingValue = v.InferOutput<typeof readingValue>;
