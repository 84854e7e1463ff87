import { minuteMs } from '#core/units';
import type { NoFacts, ReasonOf } from '#core/result';
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
/** The start of the bucket of this grain that a moment falls into, in epoch milliseconds. */
export const bucketStart = ({ atEpochMs, grainMinutes }: { atEpochMs: number; grainMinutes: number }): number =>
  Math.floor(atEpochMs / (grainMinutes * minuteMs)) * grainMinutes * minuteMs;
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
export type DeviceReason = ReasonOf<{
  gone: NoFacts;
  /** Nothing measured yet where it has not spoken at all. */
  silent: { silentForMs: number | null; everyMs: number };
  battery: { batteryFraction: number };
  floods: { heardPerMinuteCount: number; duePerMinuteCount: number };
  refused: { refusedCount: number; lastRefusal: string };
  clock: { clockOffMs: number };
}>;
export type DeviceWarning = DeviceReason & {
  /** Whether its values should not be taken as a reading now. */
  unusable: boolean;
};

/** What is wrong with a device on the wire, worst first. Thresholds are ours. */
export function deviceWarnings(heard: DeviceHeard): DeviceWarning[] {
  const warnings: DeviceWarning[] = [];
  const warn = (reason: DeviceReason, unusable: boolean): void => void warnings.push({ ...reason, unusable });
  const { silentForMs, everyMs, batteryFraction, clockOffMs, heardPerMinuteCount, refusedCount, lastRefusal } = heard;
  if (!heard.online) warn({ id: 'gone', facts: {} }, true);
  // Just switched on: whoever waits for it goes on waiting.
  else if (silentForMs === null) warn({ id: 'silent', facts: { silentForMs, everyMs } }, false);
  else if (silentForMs > Math.max(10_000, 5 * everyMs)) warn({ id: 'silent', facts: { silentForMs, everyMs } }, true);
  if (batteryFraction !== null && batteryFraction <= 0.15) warn({ id: 'battery', facts: { batteryFraction } }, false);
  const duePerMinuteCount = minuteMs / everyMs;
  if (heardPerMinuteCount > Math.max(600, 10 * duePerMinuteCount))
    warn({ id: 'floods', facts: { heardPerMinuteCount, duePerMinuteCount } }, false);
  if (refusedCount > 0) warn({ id: 'refused', facts: { refusedCount, lastRefusal } }, false);
  if (clockOffMs !== null && Math.abs(clockOffMs) > 300_000) warn({ id: 'clock', facts: { clockOffMs } }, false);
  return warnings;
}
