import * as v from 'valibot';
import { byParameter, instant, interval, uuid } from '#contracts/shapes';

const fan = v.object({ mean: v.number(), lo80: v.number(), hi80: v.number() });
/** What stands behind a cell of the bench: the band of this tank, its last value, and what its own model expects. */
export const benchCell = v.object({
  band: v.nullable(interval),
  last: v.nullable(v.object({ ...interval.entries, atEpochMs: v.number() })),
  expected: v.nullable(fan),
  /** Due tonight by the test plan, and why. */
  due: v.nullable(v.string()),
});
export const bench = v.object({
  nowAt: instant,
  tanks: v.array(v.object({ tankId: uuid, name: v.string(), rack: v.string(), cells: byParameter(benchCell) })),
});
export type Bench = v.InferOutput<typeof bench>;
export type BenchCell = v.InferOutput<typeof benchCell>;
export {
  deviceAnnounce,
  deviceHistory,
  devices,
  deviceSample,
  deviceState,
  type Device,
  type DeviceAnnounce,
  type DeviceHistory,
  type Devices,
  type DeviceSample,
} from './devices';
