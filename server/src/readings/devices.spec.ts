import { dayMs, minuteMs } from '#core/units';
import { createServer, type AddressInfo } from 'node:net';
import { Aedes } from 'aedes';
import mqtt from 'mqtt';
import pino from 'pino';
import type { DeviceHistory, Devices as DevicesView } from '#contracts/readings';
import { id, openTestHouse, tonightAt, type TestHouse } from '../app/harness.cases';
import { steppingClock } from '../house';
import { Devices, linkDevices } from './index';

const startMs = Date.parse(tonightAt);
const announce = { name: 'A pen', type: 'pen', everyMs: 500, measures: [{ parameter: 'ph', resolutionValue: 0.01 }] };

describe('devices on the wire', () => {
  let house: TestHouse;
  let clock: ReturnType<typeof steppingClock>;
  let devices: Devices;
  let deviceId: string;
  beforeAll(async () => {
    house = await openTestHouse();
  });
  afterAll(() => house.close());
  beforeEach(() => {
    clock = steppingClock(startMs);
    devices = new Devices(house.db, clock, clock);
    deviceId = `pen-${id().slice(-12)}`;
  });
  const say = (what: string, body: unknown, from = deviceId): void => {
    devices.heard(
      `night-ledger/v1/${from}/${what}`,
      Buffer.from(typeof body === 'string' ? body : JSON.stringify(body)),
    );
  };
  const sample = (sequence: number, ph: unknown, startedAt = tonightAt): void => {
    say('sample', { startedAt, sequence, sampledAt: new Date(clock.nowEpochMs()).toISOString(), values: { ph } });
  };
  const only = () => devices.view().devices[0];
  const buckets = async (days = 2) => (await devices.history({ deviceId, days })).series[0]?.buckets ?? [];

  it('a value is live at once, steady after eight quiet seconds, gone when it signs off', () => {
    say('announce', announce);
    say('state', { online: true, batteryFraction: 0.5 });
    expect(only()?.warnings.map((w) => w.id)).toEqual(['silent']);
    for (let i = 0; i < 20; i++) {
      sample(i, 6.8);
      clock.to(clock.nowEpochMs() + 500);
    }
    expect(only()?.live).toEqual([
      jasmine.objectContaining({ parameter: 'ph', value: 6.8, steady: true, resolutionValue: 0.01 }),
    ]);
    expect(only()?.warnings).toEqual([]);
    say('state', { online: false });
    expect(only()?.warnings[0]).toEqual(jasmine.objectContaining({ id: 'gone', unusable: true }));
  });
  it('the same message twice counts once; a new start begins anew', async () => {
    say('announce', announce);
    for (const sequence of [1, 1, 2, 2, 1]) sample(sequence, 7);
    sample(1, 7, '2026-03-14T22:00:00.000Z');
    await devices.flush();
    expect((await buckets())[0]?.count).toBe(3);
    expect(only()?.repeatedCount).toBe(3);
  });
  it('what cannot be is refused by name and stored nowhere', async () => {
    sample(0, 7);
    say('announce', announce);
    sample(1, 74);
    sample(2, 'warm');
    say('sample', '{"half');
    say('sample', { startedAt: tonightAt, sequence: 3, sampledAt: tonightAt, values: { tempC: 24 } });
    say('sample', `"${'x'.repeat(5000)}"`);
    say('announce', { ...announce, type: 'kettle' });
    await devices.flush();
    expect(only()?.refusedCount).toBe(7);
    expect(only()?.warnings.find((w) => w.id === 'refused')?.text).toContain('not a known type');
    expect(await buckets()).toEqual([]);
  });
  it('names that would be topics or paths are no devices; beyond 64 nothing more is kept', () => {
    for (const bad of ['+', 'a/b', '../x', 'A', '']) say('announce', announce, bad);
    expect(devices.view().devices).toEqual([]);
    for (let i = 0; i < 70; i++) say('announce', announce, `n${i}`);
    expect(devices.view().devices.length).toBe(64);
    expect(devices.view().strangersCount).toBe(6);
  });
  it('invented names keep no real device out, and no real one is put out by them', async () => {
    say('announce', announce);
    sample(1, 6.6);
    const real = devices.view().devices[0]?.deviceId;
    for (let i = 0; i < 200; i++) say('announce', announce, `invented-${i}`);
    expect(devices.view().devices.some((d) => d.deviceId === real)).toBeTrue();
    say('announce', announce, 'newcomer');
    expect(devices.view().devices.some((d) => d.deviceId === 'newcomer')).toBeTrue();
    expect(devices.view().devices.length).toBe(64);
    await devices.flush();
  });
  it('buckets keep lowest, highest, mean and count over several writings; old grains are forgotten by rule', async () => {
    say('announce', announce);
    for (const [i, ph] of [6.4, 6.8].entries()) sample(i, ph);
    await devices.flush();
    sample(3, 7.2);
    await devices.flush();
    await devices.flush();
    const [bucket] = await buckets();
    expect(bucket).toEqual(
      jasmine.objectContaining({ lo: 6.4, hi: 7.2, count: 3, atEpochMs: startMs - (startMs % minuteMs) }),
    );
    expect(bucket?.mean).toBeCloseTo(6.8, 9);
    clock.to(startMs + 3 * dayMs);
    sample(4, 7);
    await devices.flush();
    clock.to(startMs);
    expect((await buckets(2)).length)
      .withContext('minutes are kept for two days')
      .toBe(1);
    expect((await buckets(30)).map((b) => b.count))
      .withContext('quarters of an hour for ninety')
      .toEqual([3, 1]);
    expect((await buckets(400)).map((b) => b.count))
      .withContext('days for good')
      .toEqual([3, 1]);
  });
  it('a database that is away loses nothing: it is written the next time', async () => {
    say('announce', announce);
    const insert = spyOn(house.db, 'insert').and.throwError('away');
    sample(0, 6.5);
    await expectAsync(devices.flush()).toBeRejectedWithError('away');
    sample(1, 6.7);
    insert.and.callThrough();
    await devices.flush();
    expect(await buckets()).toEqual([jasmine.objectContaining({ lo: 6.5, hi: 6.7, count: 2 })]);
  });
  it('of several servers one writes; while nobody knows who, nothing of it is dropped', async () => {
    let writer: 'this' | 'another' | 'unknown' = 'another';
    devices = new Devices(house.db, clock, clock, () => writer);
    const countAfter = async (sequence: number): Promise<number> => {
      sample(sequence, 7);
      await devices.flush();
      return (await buckets())[0]?.count ?? 0;
    };
    say('announce', announce);
    expect(await countAfter(1)).toBe(0);
    writer = 'unknown';
    expect(await countAfter(2)).toBe(0);
    expect(await countAfter(3)).toBe(0);
    // What the other had is the other's; what was gathered while nobody knew is written now.
    writer = 'this';
    expect(await countAfter(4)).toBe(3);
  });
  it('over a real broker: 3,000 messages in one go are each counted once, the live view stays small, and it says so', async () => {
    const broker = await Aedes.createBroker();
    const server = createServer(broker.handle);
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    const url = `mqtt://127.0.0.1:${(server.address() as AddressInfo).port}`;
    const link = await linkDevices({ url, devices, logger: pino({ level: 'silent' }) });
    const pen = await mqtt.connectAsync(url);
    const topic = (what: string) => `night-ledger/v1/${deviceId}/${what}`;
    await pen.publishAsync(topic('announce'), JSON.stringify(announce), { qos: 1, retain: true });
    while (!devices.broker?.connected || only() === undefined) await new Promise((r) => setTimeout(r, 20));
    for (let i = 0; i < 3000; i++)
      pen.publish(
        topic('sample'),
        JSON.stringify({ startedAt: tonightAt, sequence: i, sampledAt: tonightAt, values: { ph: 7 + (i % 10) / 100 } }),
        { qos: 1 },
      );
    while ((only()?.heardPerMinuteCount ?? 0) < 3000) await new Promise((r) => setTimeout(r, 20));
    await link.close();
    await pen.endAsync();
    await new Promise<void>((resolve) => broker.close(() => void server.close(() => resolve())));
    expect((await buckets())[0]).toEqual(jasmine.objectContaining({ count: 3000, lo: 7, hi: 7.09 }));
    expect(only()?.warnings.map((w) => w.id)).toContain('floods');
    expect(devices.broker).toEqual({ url, connected: false });
  });
  it('the addresses answer: an empty list without a broker, a history only of a good name and span', async () => {
    expect((await house.get<DevicesView>('/api/readings/devices')).body).toEqual(
      jasmine.objectContaining({ broker: null, devices: [] }),
    );
    expect((await house.get<DeviceHistory>('/api/readings/devices/none/history')).body.series).toEqual([]);
    expect((await house.get('/api/readings/devices/A%20B/history')).status).toBe(400);
    expect((await house.get('/api/readings/devices/none/history?days=0')).status).toBe(400);
  });
  it('the live stream tells the devices at once, and again when something was heard', async () => {
    const stop = new AbortController();
    const response = await fetch(`${house.url}/api/readings/live`, { signal: stop.signal });
    expect(response.headers.get('content-type')).toBe('text/event-stream');
    const first = await response.body?.getReader().read();
    expect(new TextDecoder().decode(first?.value)).toMatch(/^data: \{.*"devices":\[\]/);
    stop.abort();
  });
});
