import { parameterIds, type Parameter, type ParameterId } from './parameter';

/** What a device on the wire may send: parameters of water, and what only devices measure. */
export const deviceParameterIds = [...parameterIds, 'levelMm', 'massG'] as const;
export type DeviceParameterId = (typeof deviceParameterIds)[number];
export const deviceTypes = ['pen', 'probe', 'thermometer', 'level-sensor', 'scale'] as const;
export type DeviceType = (typeof deviceTypes)[number];

const onlyDevices: Record<Exclude<DeviceParameterId, ParameterId>, { lo: number; hi: number }> = {
  levelMm: { lo: -3000, hi: 3000 },
  massG: { lo: -50_000, hi: 500_000 },
};
/** What a device can truly have measured, in the parameter's own unit; outside it the sample is refused, not stored. */
export function devicePossible(
  id: DeviceParameterId,
  catalogue: readonly Pick<Parameter, 'id' | 'possible'>[],
): { lo: number; hi: number } {
  if (id === 'levelMm' || id === 'massG') return onlyDevices[id];
  return catalogue.find((p) => p.id === id)?.possible ?? { lo: 0, hi: 0 };
}

/**
 * Continuous data are kept apart from readings, as buckets: lowest, highest, sum and count. Each sample goes into one
 * bucket of every grain; a grain is forgotten after its days. Days are UTC days. The spans are ours.
 */
export const grains = [
  { grainMinutes: 1, keepDays: 2 },
  { grainMinutes: 15, keepDays: 90 },
  { grainMinutes: 1440, keepDays: 7300 },
] as const;
export const bucketStart = ({ atEpochMs, grainMinutes }: { atEpochMs: number; grainMinutes: number }): number =>
  Math.floor(atEpochMs / (grainMinutes * 60_000)) * grainMinutes * 60_000;
/** The finest grain that still reaches back that far. @example grainFor({ days: 30 }) // 15 */
export const grainFor = ({ days }: { days: number }): number =>
  grains.find((g) => g.keepDays >= days)?.grainMinutes ?? 1440;

export interface DeviceHeard {
  online: boolean;
  /** Since its last sample; null when none has come. */
  silentForMs: number | null;
  /** How often it says it sends. */
  everyMs: number;
  heardPerMinuteCount: number;
  batteryFraction: number | null;
  /** Its clock against this machine's. */
  clockOffMs: number | null;
  refusedCount: number;
  lastRefusal: string;
  repeatedCount: number;
}
export interface DeviceWarning {
  id: 'gone' | 'silent' | 'battery' | 'floods' | 'refused' | 'clock';
  text: string;
  /** Whether its values should not be taken as a reading now. */
  unusable: boolean;
}
const minutesText = (ms: number): string =>
  ms < 120_000 ? `${Math.round(ms / 1000)} s` : `${Math.round(ms / 60_000)} min`;

/** What is wrong with a device on the wire, worst first. Thresholds are ours. */
export function deviceWarnings(heard: DeviceHeard): DeviceWarning[] {
  const warnings: DeviceWarning[] = [];
  const warn = (id: DeviceWarning['id'], text: string, unusable: boolean): void =>
    void warnings.push({ id, text, unusable });
  const { silentForMs, everyMs, batteryFraction, clockOffMs } = heard;
  if (!heard.online) warn('gone', 'It has signed off or lost its connection.', true);
  // Just switched on: whoever waits for it goes on waiting.
  else if (silentForMs === null) warn('silent', 'It is there and has measured nothing yet.', false);
  else if (silentForMs > Math.max(10_000, 5 * everyMs))
    warn(
      'silent',
      `Nothing heard for ${minutesText(silentForMs)}, though it says every ${minutesText(everyMs)}.`,
      true,
    );
  if (batteryFraction !== null && batteryFraction <= 0.15)
    warn('battery', `Battery at ${Math.round(batteryFraction * 100)} %: figures of a weak battery wander.`, false);
  const dueCount = 60_000 / everyMs;
  if (heard.heardPerMinuteCount > Math.max(600, 10 * dueCount))
    warn(
      'floods',
      `Sends ${heard.heardPerMinuteCount} messages a minute instead of ${Math.round(dueCount)}: something in it is broken. Each is counted once; the page shows a few a second.`,
      false,
    );
  if (heard.refusedCount > 0)
    warn('refused', `${heard.refusedCount} of its messages could not be taken: ${heard.lastRefusal}.`, false);
  if (clockOffMs !== null && Math.abs(clockOffMs) > 300_000)
    warn(
      'clock',
      `Its clock is off by ${minutesText(Math.abs(clockOffMs))}: its data stand at the time they came in.`,
      false,
    );
  return warnings;
}
