import type { DeviceType } from '#core/readings';
import type { DeviceParameterId } from '#core/readings';

/**
 * A device as it behaves, without any wire: what it is held in, how it settles towards that, its noise, its drift and
 * its battery. Pure: time and chance are handed in. All figures are invented and only have to be like real ones.
 */
export interface Sense {
  parameter: DeviceParameterId;
  resolutionValue: number;
  /** Seconds until two thirds of a step are shown. */
  lagSeconds: number;
  noiseValue: number;
  /** By how much it wanders off in a day, of what it shows (or in units where that is near nought). */
  driftPerDayFraction: number;
  driftPerDayValue: number;
}
export interface SimulatedDevice {
  deviceId: string;
  name: string;
  type: DeviceType;
  everyMs: number;
  senses: readonly Sense[];
  batteryLifeHours: number | null;
  /** How often its connection breaks by itself, in a day. */
  breaksPerDay: number;
  /** What it is held in at a time after its start; undefined values are left out (nothing to measure). */
  heldIn: (elapsedS: number) => Partial<Record<DeviceParameterId, number>>;
}
export interface DeviceStanding {
  shown: Partial<Record<DeviceParameterId, number>>;
  elapsedS: number;
  batteryFraction: number | null;
  awayForS: number;
}
export type Chance = () => number;

/** From two even chances to a normal one (Box and Muller 1958). */
const normal = (chance: Chance): number =>
  Math.sqrt(-2 * Math.log(Math.max(1e-12, chance()))) * Math.cos(2 * Math.PI * chance());
const digits = (value: number, resolution: number): number =>
  Number((Math.round(value / resolution) * resolution).toFixed(6));

export const begun = (device: SimulatedDevice): DeviceStanding => ({
  shown: {},
  elapsedS: 0,
  batteryFraction: device.batteryLifeHours === null ? null : 0.9,
  awayForS: 0,
});

/** One step of a device: its new standing, and what it sends, if its connection holds and its battery is not empty. */
export function stepped(
  device: SimulatedDevice,
  before: DeviceStanding,
  { stepS, held, chance }: { stepS: number; held: Partial<Record<DeviceParameterId, number>> | null; chance: Chance },
): { standing: DeviceStanding; values: Partial<Record<DeviceParameterId, number>> | null } {
  const elapsedS = before.elapsedS + stepS;
  const truth = held ?? device.heldIn(elapsedS);
  const shown: DeviceStanding['shown'] = {};
  const values: Partial<Record<DeviceParameterId, number>> = {};
  const batteryFraction =
    device.batteryLifeHours === null
      ? null
      : Math.max(0, (before.batteryFraction ?? 1) - stepS / 3600 / device.batteryLifeHours);
  // A weak battery makes the figures wander.
  const tired = batteryFraction !== null && batteryFraction < 0.15 ? 4 : 1;
  for (const sense of device.senses) {
    const target = truth[sense.parameter];
    if (target === undefined) continue;
    const from = before.shown[sense.parameter] ?? target;
    const now = target + (from - target) * Math.exp(-stepS / sense.lagSeconds);
    shown[sense.parameter] = now;
    const days = elapsedS / 86_400;
    const drifted = now * (1 + sense.driftPerDayFraction * days) + sense.driftPerDayValue * days;
    values[sense.parameter] = digits(drifted + tired * sense.noiseValue * normal(chance), sense.resolutionValue);
  }
  const breaks = before.awayForS <= 0 && chance() < (device.breaksPerDay * stepS) / 86_400;
  const awayForS = breaks ? 20 + 40 * chance() : Math.max(0, before.awayForS - stepS);
  return {
    standing: { shown, elapsedS, batteryFraction, awayForS },
    values: awayForS > 0 || batteryFraction === 0 || Object.keys(values).length === 0 ? null : values,
  };
}

/** Dipped into one water after another, with a rest in the air between: seconds in the water, seconds in the air. */
const dipped =
  (
    waters: readonly Partial<Record<DeviceParameterId, number>>[],
    air: Partial<Record<DeviceParameterId, number>>,
    { waterS, airS }: { waterS: number; airS: number },
  ) =>
  (elapsedS: number): Partial<Record<DeviceParameterId, number>> => {
    const at = elapsedS % (waters.length * (waterS + airS));
    const index = Math.floor(at / (waterS + airS));
    return at % (waterS + airS) < airS ? air : (waters[index] ?? air);
  };
const sense = (over: Partial<Sense> & Pick<Sense, 'parameter' | 'resolutionValue'>): Sense => ({
  lagSeconds: 2,
  noiseValue: over.resolutionValue / 2,
  driftPerDayFraction: 0,
  driftPerDayValue: 0,
  ...over,
});
const dayWave = (elapsedS: number, middle: number, swing: number): number =>
  middle + swing * Math.sin((2 * Math.PI * elapsedS) / 86_400);

/** The five stand-ins that ship with the house. */
export const simulatedDevices: readonly SimulatedDevice[] = [
  {
    deviceId: 'grey-ec-pen',
    name: 'Grey conductivity pen',
    type: 'pen',
    everyMs: 500,
    senses: [
      sense({ parameter: 'ec25UsPerCm', resolutionValue: 1, lagSeconds: 3, driftPerDayFraction: -0.004 }),
      sense({ parameter: 'tempC', resolutionValue: 0.1, lagSeconds: 10, noiseValue: 0.03 }),
    ],
    batteryLifeHours: 60,
    breaksPerDay: 6,
    heldIn: dipped(
      [
        { ec25UsPerCm: 212, tempC: 23.4 },
        { ec25UsPerCm: 318, tempC: 24.1 },
        { ec25UsPerCm: 486, tempC: 25.2 },
      ],
      { ec25UsPerCm: 0, tempC: 20.5 },
      { waterS: 60, airS: 10 },
    ),
  },
  {
    deviceId: 'ph-pen',
    name: 'pH pen',
    type: 'pen',
    everyMs: 500,
    senses: [
      sense({ parameter: 'ph', resolutionValue: 0.01, lagSeconds: 8, noiseValue: 0.004, driftPerDayValue: 0.03 }),
    ],
    batteryLifeHours: 40,
    breaksPerDay: 6,
    heldIn: dipped([{ ph: 6.42 }, { ph: 7.18 }, { ph: 7.74 }], { ph: 7 }, { waterS: 75, airS: 10 }),
  },
  {
    deviceId: 'library-thermometer',
    name: 'Library thermometer',
    type: 'thermometer',
    everyMs: 5000,
    senses: [sense({ parameter: 'tempC', resolutionValue: 0.1, lagSeconds: 60, noiseValue: 0.03 })],
    batteryLifeHours: null,
    breaksPerDay: 2,
    heldIn: (elapsedS) => ({ tempC: dayWave(elapsedS, 23.6, 0.7) }),
  },
  {
    deviceId: 'library-level',
    name: 'Library level',
    type: 'level-sensor',
    everyMs: 10_000,
    senses: [sense({ parameter: 'levelMm', resolutionValue: 1, lagSeconds: 5, noiseValue: 0.6 })],
    batteryLifeHours: 2000,
    breaksPerDay: 1,
    // Falls by what evaporates, and is topped up every fifth day.
    heldIn: (elapsedS) => ({ levelMm: -3.5 * ((elapsedS / 86_400) % 5) }),
  },
  {
    deviceId: 'kitchen-scale',
    name: 'Kitchen scale',
    type: 'scale',
    everyMs: 500,
    senses: [sense({ parameter: 'massG', resolutionValue: 0.1, lagSeconds: 0.6, noiseValue: 0.05 })],
    batteryLifeHours: 300,
    breaksPerDay: 3,
    heldIn: dipped([{ massG: 12.4 }, { massG: 37.8 }], { massG: 0 }, { waterS: 25, airS: 15 }),
  },
];
