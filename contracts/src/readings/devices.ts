import { dayMs } from '#core/units';
import * as v from 'valibot';
import { deviceParameterIds, deviceTypes } from '#core/readings';
import { deviceId, finiteNumber, instant, textUpTo, within } from '#contracts/shapes';

const deviceParameter = v.picklist(deviceParameterIds, 'is not something a device measures');

/** What a device says of itself; retained on its topic `…/announce`. docs/instruments.md describes the scheme. */
export const deviceAnnounce = v.object({
  name: textUpTo(60),
  type: v.picklist(deviceTypes, 'is not a known type of device'),
  everyMs: within(50, dayMs),
  measures: v.pipe(
    v.array(v.object({ parameter: deviceParameter, resolutionValue: within(0.0001, 1000) })),
    v.minLength(1, 'must measure something'),
    v.maxLength(8),
  ),
});
/** Whether it is there; retained on `…/state`, and left there as the last will of its connection. */
export const deviceState = v.object({
  online: v.boolean(),
  batteryFraction: v.optional(within(0, 1)),
});
/** One measurement on `…/sample`. The sequence rises by one from each start of the device: a repeat is seen by it. */
export const deviceSample = v.object({
  startedAt: instant,
  sequence: v.pipe(finiteNumber, v.integer('must be a whole number'), v.minValue(0)),
  sampledAt: instant,
  values: v.record(deviceParameter, finiteNumber),
});

const live = v.object({
  parameter: deviceParameter,
  resolutionValue: v.number(),
  value: v.nullable(v.number()),
  steady: v.boolean(),
  /** What is missing until it is steady. */
  why: v.string(),
  heldForMs: v.number(),
});
export const device = v.object({
  deviceId,
  name: v.string(),
  type: v.picklist(deviceTypes),
  online: v.boolean(),
  batteryFraction: v.nullable(v.number()),
  lastHeardAt: v.nullable(instant),
  heardPerMinuteCount: v.number(),
  repeatedCount: v.number(),
  refusedCount: v.number(),
  live: v.array(live),
  warnings: v.array(v.object({ id: v.string(), text: v.string(), unusable: v.boolean() })),
});
export const devices = v.object({
  nowAt: instant,
  /** Where the server listens for devices, without any password; null where that is switched off. */
  broker: v.nullable(v.object({ url: v.string(), connected: v.boolean() })),
  devices: v.array(device),
  /** Messages of devices beyond the number that is kept. */
  strangersCount: v.number(),
});
/** Continuous data of one device and one thing it measures: a bucket has its lowest, highest and mean. */
export const deviceHistory = v.object({
  deviceId,
  grainMinutes: v.number(),
  series: v.array(
    v.object({
      parameter: deviceParameter,
      buckets: v.array(
        v.object({ atEpochMs: v.number(), lo: v.number(), hi: v.number(), mean: v.number(), count: v.number() }),
      ),
    }),
  ),
});
export type DeviceAnnounce = v.InferOutput<typeof deviceAnnounce>;
export type DeviceSample = v.InferOutput<typeof deviceSample>;
export type Device = v.InferOutput<typeof device>;
export type Devices = v.InferOutput<typeof devices>;
export type DeviceHistory = v.InferOutput<typeof deviceHistory>;
