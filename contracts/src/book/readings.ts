import * as v from 'valibot';
import { instrumentTypes, seenBehaviours, seenGrazing } from '#core/readings';
import { day, deviceId, finiteNumber, parameterId, textUpTo, uuid, within } from '#contracts/shapes';

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
