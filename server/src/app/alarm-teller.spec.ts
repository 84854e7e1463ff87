import { usualUnits } from '#core/units';
import { speechIn } from '#words/units';
import { Aedes } from 'aedes';
import mqtt from 'mqtt';
import { createServer, type AddressInfo } from 'node:net';
import pino from 'pino';
import type { Alarm, Contribution } from '#core/tonight';
import { steppingClock } from '../house';
import { Devices, linkDevices } from '../readings';
import { alarmRoot, alarmsIn, alarmTopic, AlarmTeller } from './alarm-teller';
import { openTestHouse } from './harness.cases';

const tankId = '0191e809-2880-7258-80c9-974745566b51';
const elsewhere = '0191e809-2880-7258-80c9-974745566b99';
const said = (id: string, more: Partial<Contribution> = {}): Contribution => ({
  id,
  severity: 'act',
  reason: { id: 'timer', facts: { timer: 'hose', note: 'into the drum' } },
  sinceEpochMs: 0,
  dueEpochMs: 1000,
  loud: true,
  begins: null,
  rank: 5,
  ...more,
});
const alarm: Alarm = { id: 'timer:1', tankId, text: 'hose running: into the drum', sinceEpochMs: 0 };

const speech = speechIn(usualUnits);
describe('alarms for whoever listens', () => {
  it('only what is loud, and only from when it is due on', () => {
    const all = new Map([
      [tankId, [said('timer:1'), said('timer:2', { loud: false }), said('outage:3', { dueEpochMs: null })]],
    ]);
    expect(alarmsIn(all, { nowEpochMs: 999, speech }).map((a) => a.id)).toEqual(['outage:3']);
    expect(alarmsIn(all, { nowEpochMs: 1000, speech }).map((a) => a.id)).toEqual(['timer:1', 'outage:3']);
    expect(alarmsIn(all, { nowEpochMs: 1000, speech })[0]?.text).toBe('hose running: into the drum');
  });
  it('what could not be told is told the next time, and nothing is told twice', async () => {
    const sent: string[] = [];
    let away = true;
    const teller = new AlarmTeller(
      (topic, text) => {
        if (away) return Promise.reject(new Error('no broker'));
        sent.push(text === '' ? `over ${topic}` : text);
        return Promise.resolve();
      },
      () => Promise.resolve('Library'),
      () => Promise.resolve([]),
    );
    await expectAsync(teller.tell([alarm])).toBeRejected();
    away = false;
    await teller.tell([alarm]);
    await teller.tell([alarm]);
    expect(sent.map((text) => JSON.parse(text) as unknown)).toEqual([
      { id: 'timer:1', tankId, tank: 'Library', text: alarm.text, sinceAt: '1970-01-01T00:00:00.000Z' },
    ]);
    await teller.tell([]);
    expect(sent[1]).toBe(`over night-ledger/v1/alarms/${tankId}/timer-1`);
    await teller.tell([]);
    expect(sent.length).toBe(2);
  });
  it('what stands is not taken away when the server begins again, and only what is over is', async () => {
    const sent: string[] = [];
    const topics = [alarmTopic(alarm), alarmTopic({ ...alarm, id: 'timer:7' }), `${alarmRoot}/not-a-tank/x`];
    const teller = new AlarmTeller(
      (topic, text) => {
        if (text === '') sent.push(topic);
        return Promise.resolve();
      },
      () => Promise.resolve('Library'),
      () => Promise.resolve(topics),
    );
    await teller.tell([alarm]);
    expect(sent).toEqual([alarmTopic({ ...alarm, id: 'timer:7' })]);
  });
  it('over a real broker: who comes late hears what still stands, and nothing of what is over', async () => {
    const broker = await Aedes.createBroker();
    const server = createServer(broker.handle);
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    const url = `mqtt://127.0.0.1:${(server.address() as AddressInfo).port}`;
    const house = await openTestHouse();
    const clock = steppingClock(0);
    const devices = new Devices(house.db, clock, clock);
    const link = await linkDevices({ url, devices, logger: pino({ level: 'silent' }) });
    try {
      while (!devices.broker?.connected) await new Promise((r) => setTimeout(r, 20));
      const teller = new AlarmTeller(
        link.publish,
        () => Promise.resolve('Library'),
        () => link.kept(alarmRoot),
      );
      const other: Alarm = { ...alarm, id: 'timer:2', text: 'pump draining' };
      await teller.tell([alarm, other]);
      await teller.tell([other]);
      const late = await mqtt.connectAsync(url);
      const heard = new Map<string, string>();
      late.on('message', (topic, payload) => heard.set(topic, payload.toString()));
      await late.subscribeAsync('night-ledger/v1/alarms/#', { qos: 1 });
      while (heard.size === 0) await new Promise((r) => setTimeout(r, 20));
      expect([...heard.keys()]).toEqual([alarmTopic(other)]);
      expect((JSON.parse([...heard.values()][0] ?? '') as { text: string }).text).toBe('pump draining');
      await late.endAsync();
      // The server was down while the pump was stopped; another house tells to the same broker.
      await link.publish(`${alarmRoot}/${elsewhere}/timer-9`, 'of another house');
      const begun = new AlarmTeller(
        link.publish,
        (id) => Promise.resolve(id === tankId ? 'Library' : ''),
        () => link.kept(alarmRoot),
      );
      expect(await link.kept(alarmRoot)).toHaveSize(2);
      await begun.tell([]);
      expect(await link.kept(alarmRoot)).toEqual([`${alarmRoot}/${elsewhere}/timer-9`]);
    } finally {
      await link.close();
      await house.close();
      await new Promise<void>((resolve) => broker.close(() => void server.close(() => resolve())));
    }
  });
});
