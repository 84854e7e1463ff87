import { steadiness } from '#core/readings';
import { begun, simulatedDevices, stepped } from './simulated';

const half = (): number => 0.5;
const pen = simulatedDevices.find((d) => d.deviceId === 'ph-pen')!;

describe('the stand-ins', () => {
  it('a pH pen settles towards the water as a first-order lag, and is steady within two minutes', () => {
    let standing = begun(pen);
    const samples = [];
    for (let i = 0; i < 240; i++) {
      const step = stepped(pen, standing, { stepS: 0.5, held: { ph: i < 2 ? 4 : 7 }, chance: half });
      standing = step.standing;
      samples.push({ atEpochMs: i * 500, value: step.values?.ph ?? 0 });
    }
    // One lag (8 s) after the step a share 1/e of it is left.
    expect(samples[17]?.value).toBeCloseTo(7 - 3 / Math.E, 1);
    expect(steadiness(samples.slice(0, 20), { nowEpochMs: 9500, resolution: 0.01 }).steady).toBeFalse();
    expect(steadiness(samples, { nowEpochMs: 119_500, resolution: 0.01 })).toEqual(
      jasmine.objectContaining({ steady: true, value: 7 }),
    );
  });
  it('it drifts with the days, wanders with a weak battery, and falls silent with an empty one or a broken connection', () => {
    const held = { ph: 7 };
    const day = stepped(pen, { ...begun(pen), elapsedS: 10 * 86_400 }, { stepS: 0.5, held, chance: half });
    expect(day.values?.ph).withContext('0.03 a day, for ten').toBeCloseTo(7.3, 1);
    const wild = (): number => 0.0001;
    const at = (batteryFraction: number) =>
      Math.abs(
        (stepped(pen, { ...begun(pen), batteryFraction }, { stepS: 0.5, held, chance: wild }).values?.ph ?? 7) - 7,
      );
    expect(at(0.1)).toBeGreaterThan(2 * at(0.8));
    expect(stepped(pen, { ...begun(pen), batteryFraction: 0 }, { stepS: 0.5, held, chance: half }).values).toBeNull();
    expect(stepped(pen, { ...begun(pen), awayForS: 30 }, { stepS: 0.5, held, chance: half }).values).toBeNull();
  });
  it('each is a device by the scheme: small name, something to measure, a pace', () => {
    for (const device of simulatedDevices) {
      expect(device.deviceId).toMatch(/^[a-z0-9][a-z0-9-]{0,39}$/);
      expect(device.everyMs).toBeGreaterThanOrEqual(50);
      const { values } = stepped(device, begun(device), { stepS: 30, held: null, chance: half });
      expect(Object.keys(values ?? {})).toEqual(device.senses.map((s) => s.parameter));
    }
  });
});
