import { dayMs, hourMs, minuteMs } from '#core/units';
import * as v from 'valibot';
import {
  bucketStart,
  devicePossible,
  deviceWarnings,
  grainFor,
  grains,
  steadiness,
  type DeviceParameterId,
  type Sample,
} from '#core/readings';
import { shippedAlmanac } from '#almanac/shelf';
import {
  deviceAnnounce,
  deviceSample,
  deviceState,
  type Device,
  type DeviceAnnounce,
  type DeviceHistory,
  type Devices as DevicesView,
  type DeviceSample,
} from '#contracts/readings';
import { deviceId as deviceIdShape } from '#contracts/shapes';
import { deviceWords, readingsAnswers, unsteadyWords } from '#words/readings';
import type { Db } from '../db';
import type { Clock } from '../house';
import { addToBuckets, forgetOldBuckets, readBuckets, type Bucket } from './devices-repo';

export const topicRoot = 'night-ledger/v1';
const topicParts = new RegExp(`^${topicRoot}/([^/]+)/(announce|state|sample)$`);
const longestBytes = 4096;
/** More devices than a large fish room has; a broken or hostile one cannot fill the memory by inventing names. */
const mostDevicesCount = 64;
/** Live values are kept this long, and no closer together than that: a flood costs no memory. */
const ringMs = 90_000;
const ringStepMs = 100;

interface Known {
  announce: DeviceAnnounce | null;
  online: boolean;
  batteryFraction: number | null;
  startedAt: string;
  lastSequence: number;
  lastHeardEpochMs: number | null;
  clockOffMs: number | null;
  refusedCount: number;
  lastRefusal: string;
  repeatedCount: number;
  /** Messages of this minute and of the one before. */
  minute: { startEpochMs: number; count: number; beforeCount: number };
  rings: Map<DeviceParameterId, Sample[]>;
}
const stranger = (): Known => ({
  announce: null,
  online: false,
  batteryFraction: null,
  startedAt: '',
  lastSequence: -1,
  lastHeardEpochMs: null,
  clockOffMs: null,
  refusedCount: 0,
  lastRefusal: '',
  repeatedCount: 0,
  minute: { startEpochMs: 0, count: 0, beforeCount: 0 },
  rings: new Map(),
});

/**
 * What devices on the wire say, checked: live values in memory, continuous data gathered in buckets and written every
 * few seconds. Transport is not its business (`devices-link`), nor are readings: those the keeper takes himself.
 *
 * Two clocks: buckets stand at the time of the house; settling and silence are measured with the machine's own time,
 * which also goes on in a house whose clock stands still.
 */
export class Devices {
  private readonly known = new Map<string, Known>();
  private readonly pending = new Map<string, Bucket>();
  private readonly listeners = new Set<() => void>();
  private writing: Promise<void> = Promise.resolve();
  private forgottenEpochMs = 0;
  private strangersCount = 0;
  broker: DevicesView['broker'] = null;

  constructor(
    private readonly db: Db,
    private readonly clock: Clock,
    private readonly machine: Clock,
    /** Of several servers that listen, one writes: this one, another, or nobody knows just now. */
    private readonly writer: () => 'this' | 'another' | 'unknown' = () => 'this',
  ) {}

  /** One message as it came: whatever is wrong with it is counted at its device and changes nothing else. */
  heard(topic: string, payload: Uint8Array): void {
    const [, deviceId = '', what] = topicParts.exec(topic) ?? [];
    if (!v.is(deviceIdShape, deviceId)) return;
    const device = this.known.get(deviceId) ?? this.newcomer(deviceId);
    if (!device) return;
    if (payload.length > longestBytes) {
      refuse(device, `longer than ${longestBytes} bytes`);
      return;
    }
    const sent = asJson(payload);
    if (what === 'announce') take(device, deviceAnnounce, sent, (announce) => (device.announce = announce));
    else if (what === 'state')
      take(device, deviceState, sent, ({ online, batteryFraction }) => {
        device.online = online;
        device.batteryFraction = batteryFraction ?? device.batteryFraction;
      });
    else
      take(device, deviceSample, sent, (sample) => {
        this.sampled(deviceId, device, sample);
      });
    for (const tell of this.listeners) tell();
  }

  private newcomer(deviceId: string): Known | null {
    if (this.known.size >= mostDevicesCount) {
      this.strangersCount += 1;
      // A name that never measured anything makes room: invented ones cannot keep a real device out.
      const [idle] = [...this.known].find(([, { rings }]) => rings.size === 0) ?? [];
      if (idle === undefined) return null;
      this.known.delete(idle);
    }
    const device = stranger();
    this.known.set(deviceId, device);
    return device;
  }

  private sampled(deviceId: string, device: Known, sample: DeviceSample): void {
    const { announce } = device;
    if (!announce) {
      refuse(device, readingsAnswers.aValueBeforeItSaid);
      return;
    }
    // The wire may bring a message twice; a start begins the sequence anew.
    if (sample.startedAt === device.startedAt && sample.sequence <= device.lastSequence) {
      device.repeatedCount += 1;
      return;
    }
    const wrong = Object.entries(sample.values).flatMap(([parameter, value]) => {
      const id = parameter as DeviceParameterId;
      if (!announce.measures.some((m) => m.parameter === id)) return [readingsAnswers.isNotAmongWhatItMeasures(id)];
      const { lo, hi } = devicePossible(id, shippedAlmanac.parameters);
      return value >= lo && value <= hi ? [] : [readingsAnswers.cannotBe(`${id} ${value}`, lo, hi)];
    });
    if (wrong[0] !== undefined) {
      refuse(device, wrong[0]);
      return;
    }
    device.startedAt = sample.startedAt;
    device.lastSequence = sample.sequence;
    device.online = true;
    const nowEpochMs = this.machine.nowEpochMs();
    device.clockOffMs = Date.parse(sample.sampledAt) - nowEpochMs;
    device.lastHeardEpochMs = nowEpochMs;
    countMinute(device, nowEpochMs);
    for (const { parameter } of announce.measures) {
      const value = sample.values[parameter];
      if (value === undefined) continue;
      keepLive(device, { parameter, everyMs: announce.everyMs, sample: { atEpochMs: nowEpochMs, value } });
      this.gather(deviceId, parameter, value);
    }
  }

  private gather(deviceId: string, parameter: DeviceParameterId, value: number): void {
    const atEpochMs = this.clock.nowEpochMs();
    for (const { grainMinutes } of grains) {
      const startsAtEpochMs = bucketStart({ atEpochMs, grainMinutes });
      const key = `${deviceId} ${parameter} ${grainMinutes} ${startsAtEpochMs}`;
      const bucket = this.pending.get(key);
      if (!bucket)
        this.pending.set(key, {
          deviceId,
          parameter,
          grainMinutes,
          startsAtEpochMs,
          lo: value,
          hi: value,
          sumValue: value,
          samplesCount: 1,
        });
      else {
        bucket.lo = Math.min(bucket.lo, value);
        bucket.hi = Math.max(bucket.hi, value);
        bucket.sumValue += value;
        bucket.samplesCount += 1;
      }
    }
  }

  /** Writes what has been gathered; on a fault of the database it is kept and written the next time. */
  flush(): Promise<void> {
    this.writing = this.writing.then(async () => {
      const writer = this.writer();
      // While the database does not answer nobody knows: it is kept until one of them is told that it is theirs.
      if (writer === 'unknown') return;
      const taken = [...this.pending];
      for (const [key] of taken) this.pending.delete(key);
      // Another server has heard the same, and writes it.
      if (writer === 'another') return;
      try {
        await addToBuckets(
          this.db,
          taken.map(([, bucket]) => bucket),
        );
      } catch (error) {
        for (const [, bucket] of taken) this.putBack(bucket);
        throw error;
      }
      const nowEpochMs = this.clock.nowEpochMs();
      if (nowEpochMs - this.forgottenEpochMs < hourMs) return;
      this.forgottenEpochMs = nowEpochMs;
      await forgetOldBuckets(this.db, { nowEpochMs });
    });
    const done = this.writing;
    this.writing = done.catch(() => undefined);
    return done;
  }
  private putBack(bucket: Bucket): void {
    const key = `${bucket.deviceId} ${bucket.parameter} ${bucket.grainMinutes} ${bucket.startsAtEpochMs}`;
    const since = this.pending.get(key);
    this.pending.set(
      key,
      since
        ? {
            ...bucket,
            lo: Math.min(bucket.lo, since.lo),
            hi: Math.max(bucket.hi, since.hi),
            sumValue: bucket.sumValue + since.sumValue,
            samplesCount: bucket.samplesCount + since.samplesCount,
          }
        : bucket,
    );
  }

  /** Told after each message; what hears it must not look more often than it can show. */
  onHeard(tell: () => void): () => void {
    this.listeners.add(tell);
    return () => this.listeners.delete(tell);
  }

  view(): DevicesView {
    const machineEpochMs = this.machine.nowEpochMs();
    return {
      nowAt: new Date(this.clock.nowEpochMs()).toISOString(),
      broker: this.broker,
      devices: [...this.known]
        .flatMap(([deviceId, device]) => {
          const seen = this.deviceView(deviceId, device, machineEpochMs);
          return seen ? [seen] : [];
        })
        .sort((a, b) => a.name.localeCompare(b.name)),
      strangersCount: this.strangersCount,
    };
  }
  private deviceView(deviceId: string, device: Known, nowEpochMs: number): Device | null {
    const { announce, lastHeardEpochMs, minute } = device;
    if (!announce) return null;
    const silentForMs = lastHeardEpochMs === null ? null : nowEpochMs - lastHeardEpochMs;
    const ageMs = nowEpochMs - minute.startEpochMs;
    const heardPerMinuteCount =
      ageMs < minuteMs ? Math.max(minute.beforeCount, minute.count) : ageMs < 120_000 ? minute.count : 0;
    const houseOffMs = this.clock.nowEpochMs() - nowEpochMs;
    return {
      deviceId,
      name: announce.name,
      type: announce.type,
      online: device.online,
      batteryFraction: device.batteryFraction,
      lastHeardAt: lastHeardEpochMs === null ? null : new Date(lastHeardEpochMs + houseOffMs).toISOString(),
      heardPerMinuteCount,
      repeatedCount: device.repeatedCount,
      refusedCount: device.refusedCount,
      live: announce.measures.map(({ parameter, resolutionValue }) => {
        const told = steadiness(device.rings.get(parameter) ?? [], {
          nowEpochMs,
          resolution: resolutionValue,
          everyMs: announce.everyMs,
        });
        return { parameter, resolutionValue, ...told, why: told.why === null ? '' : unsteadyWords[told.why] };
      }),
      warnings: deviceWarnings({ ...device, silentForMs, everyMs: announce.everyMs, heardPerMinuteCount }).map((w) => ({
        id: w.id,
        text: deviceWords(w),
        unusable: w.unusable,
      })),
    };
  }

  async history({ deviceId, days }: { deviceId: string; days: number }): Promise<DeviceHistory> {
    const grainMinutes = grainFor({ days });
    const fromEpochMs = bucketStart({ atEpochMs: this.clock.nowEpochMs() - days * dayMs, grainMinutes });
    const buckets = await readBuckets(this.db, { deviceId, grainMinutes, fromEpochMs });
    const ids = [...new Set(buckets.map((b) => b.parameter as DeviceParameterId))];
    return {
      deviceId,
      grainMinutes,
      series: ids.map((parameter) => ({
        parameter,
        buckets: buckets
          .filter((b) => b.parameter === parameter)
          .map((b) => ({
            atEpochMs: b.startsAtEpochMs,
            lo: b.lo,
            hi: b.hi,
            mean: b.sumValue / b.samplesCount,
            count: b.samplesCount,
          })),
      })),
    };
  }
}

function asJson(payload: Uint8Array): unknown {
  try {
    return JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(payload));
  } catch {
    return undefined;
  }
}
function refuse(device: Known, why: string): void {
  device.refusedCount += 1;
  device.lastRefusal = why.slice(0, 160);
}
function take<S extends v.GenericSchema>(
  device: Known,
  schema: S,
  sent: unknown,
  use: (good: v.InferOutput<S>) => void,
): void {
  const result = v.safeParse(schema, sent);
  if (result.success) use(result.output);
  else if (sent === undefined) refuse(device, 'not JSON in UTF-8');
  else refuse(device, result.issues.map((issue) => `${v.getDotPath(issue) ?? ''} ${issue.message}`.trim()).join('; '));
}
function countMinute({ minute }: Known, nowEpochMs: number): void {
  if (nowEpochMs - minute.startEpochMs >= minuteMs) {
    minute.beforeCount = nowEpochMs - minute.startEpochMs < 120_000 ? minute.count : 0;
    minute.startEpochMs = nowEpochMs;
    minute.count = 0;
  }
  minute.count += 1;
}
function keepLive(
  device: Known,
  { parameter, everyMs, sample }: { parameter: DeviceParameterId; everyMs: number; sample: Sample },
): void {
  const keepMs = Math.min(Math.max(ringMs, 10 * everyMs), dayMs);
  const ring = device.rings.get(parameter) ?? [];
  device.rings.set(parameter, ring);
  const last = ring.at(-1);
  if (last && sample.atEpochMs - last.atEpochMs < ringStepMs) ring[ring.length - 1] = { ...last, value: sample.value };
  else ring.push(sample);
  while ((ring[0]?.atEpochMs ?? sample.atEpochMs) < sample.atEpochMs - keepMs) ring.shift();
}
