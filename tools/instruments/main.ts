import { createServer } from 'node:net';
import { Aedes } from 'aedes';
import mqtt from 'mqtt';
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import type { DeviceParameterId } from '#core/readings';
import { begun, simulatedDevices, stepped, type SimulatedDevice } from './simulated';

const topicRoot = 'night-ledger/v1';
const option = (name: string, otherwise: string): string => {
  const at = process.argv.indexOf(name);
  return at < 0 ? otherwise : (process.argv[at + 1] ?? otherwise);
};
const say = (text: string): void => void process.stdout.write(`${text}\n`);

/** A broker of our own on loopback: it takes nothing from beyond this machine. */
async function startBroker(port: number): Promise<number> {
  const broker = await Aedes.createBroker();
  const server = createServer(broker.handle);
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, '127.0.0.1', () => {
      const address = server.address();
      resolve(typeof address === 'object' && address ? address.port : port);
    });
  });
}

/** One device with a connection of its own, as a real one has; its last will says when it has gone. */
function run(device: SimulatedDevice, { url, seed, speed }: { url: string; seed: number; speed: number }): void {
  const random = xoroshiro128plus(seed);
  const chance = (): number => uniformFloat64(random);
  const topic = (what: string): string => `${topicRoot}/${device.deviceId}/${what}`;
  const state = (online: boolean, batteryFraction: number | null): string =>
    JSON.stringify({
      online,
      ...(batteryFraction === null ? {} : { batteryFraction: Number(batteryFraction.toFixed(3)) }),
    });
  const client = mqtt.connect(url, {
    clientId: `simulated-${device.deviceId}`,
    reconnectPeriod: 2000,
    will: { topic: topic('state'), payload: Buffer.from(state(false, null)), qos: 1, retain: true },
  });
  const startedAt = new Date().toISOString();
  let [standing, sequence, there, floodUntilMs] = [begun(device), 0, true, 0];
  let held: Partial<Record<DeviceParameterId, number>> | null = null;
  const send = (values: Partial<Record<DeviceParameterId, number>>): void => {
    sequence += 1;
    const sample = { startedAt, sequence, sampledAt: new Date().toISOString(), values };
    client.publish(topic('sample'), JSON.stringify(sample), { qos: 1 });
  };
  client.on('connect', () => {
    const { name, type, everyMs, senses } = device;
    const measures = senses.map(({ parameter, resolutionValue }) => ({ parameter, resolutionValue }));
    client.publish(topic('announce'), JSON.stringify({ name, type, everyMs, measures }), { qos: 1, retain: true });
    client.publish(topic('state'), state(true, standing.batteryFraction), { qos: 1, retain: true });
    client.subscribe(topic('simulate'), { qos: 1 });
  });
  client.on('error', () => undefined);
  // For trying things out: {"hold": {"ph": 6.8}}, {"hold": null}, {"batteryFraction": 0.1}, {"awayS": 30}, {"floodS": 5}.
  client.on('message', (_topic, payload) => {
    const asked = JSON.parse(payload.toString()) as {
      hold?: typeof held;
      batteryFraction?: number;
      awayS?: number;
      floodS?: number;
    };
    if (asked.hold !== undefined) held = asked.hold;
    if (asked.batteryFraction !== undefined) standing = { ...standing, batteryFraction: asked.batteryFraction };
    if (asked.awayS !== undefined) standing = { ...standing, awayForS: asked.awayS };
    if (asked.floodS !== undefined) floodUntilMs = Date.now() + asked.floodS * 1000;
  });
  setInterval(() => {
    const step = stepped(device, standing, { stepS: (device.everyMs / 1000) * speed, held, chance });
    standing = step.standing;
    const here = standing.awayForS <= 0 && standing.batteryFraction !== 0;
    if (here !== there) {
      there = here;
      client.publish(topic('state'), state(here, standing.batteryFraction), { qos: 1, retain: true });
    }
    if (step.values && client.connected) send(step.values);
  }, device.everyMs);
  setInterval(() => {
    if (client.connected && there)
      client.publish(topic('state'), state(true, standing.batteryFraction), { qos: 1, retain: true });
  }, 30_000);
  // A thousand a second, as a device with a stuck loop would.
  setInterval(() => {
    if (Date.now() >= floodUntilMs) return;
    for (let i = 0; i < 50; i++) send(step0(standing.shown, device));
  }, 50);
}
const step0 = (shown: Partial<Record<DeviceParameterId, number>>, device: SimulatedDevice): typeof shown =>
  Object.fromEntries(
    device.senses.flatMap(({ parameter, resolutionValue }) => {
      const value = shown[parameter];
      return value === undefined
        ? []
        : [[parameter, Number((Math.round(value / resolutionValue) * resolutionValue).toFixed(6))]];
    }),
  );

async function main(): Promise<void> {
  const [wanted, seed, speed] = [
    Number(option('--port', '4218')),
    Number(option('--seed', '20260314')),
    Number(option('--speed', '1')),
  ];
  const only = option('--only', '');
  const port = await startBroker(wanted);
  const url = `mqtt://127.0.0.1:${port}`;
  for (const [index, device] of simulatedDevices.entries())
    if (only === '' || only.split(',').includes(device.deviceId)) run(device, { url, seed: seed + index, speed });
  say(`READY ${url}`);
  say('Simulated instruments are on the wire; Night Ledger finds them there by itself. Ctrl-C switches them off.');
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => process.exit(0));
}

main().catch((error: unknown) => {
  say(`FAILED ${error instanceof Error ? error.message : String(error)}`);
  process.exit(1);
});
