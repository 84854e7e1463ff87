import { dayMs, minuteMs } from '#core/units';
import { bucketStart, grains } from '#core/readings';
import type { Bucket } from '../readings';

/** What the two devices that stand in the Library have said so far; invented, and smooth where real ones are not. */
const sixtyDaysMs = 60 * dayMs;
const stepMs = 15 * minuteMs;

function shown(parameter: string, atEpochMs: number): number {
  const days = atEpochMs / dayMs;
  const wave = Math.sin(2 * Math.PI * days);
  // A small repeatable unrest instead of chance.
  const unrest = Math.sin(days * 911) * 0.1;
  return parameter === 'tempC' ? 22.6 + 0.5 * wave + unrest : -3.5 * (days % 5) + 4 * unrest;
}

/** Sixty days of a thermometer and a level sensor, in the buckets that the rule still keeps. A reading goes missing for a day. */
export function demoBuckets({ nowEpochMs }: { nowEpochMs: number }): Bucket[] {
  const buckets = new Map<string, Bucket>();
  for (const { deviceId, parameter, digit } of [
    { deviceId: 'library-thermometer', parameter: 'tempC', digit: 0.1 },
    { deviceId: 'library-level', parameter: 'levelMm', digit: 1 },
  ])
    for (let at = nowEpochMs - sixtyDaysMs; at < nowEpochMs; at += nowEpochMs - at <= 2 * dayMs ? minuteMs : stepMs) {
      const agoDays = (nowEpochMs - at) / dayMs;
      if (agoDays > 21 && agoDays < 22) continue;
      const value = Number((Math.round(shown(parameter, at) / digit) * digit).toFixed(3));
      for (const { grainMinutes, keepDays } of grains) {
        if (agoDays > keepDays) continue;
        const startsAtEpochMs = bucketStart({ atEpochMs: at, grainMinutes });
        const key = `${deviceId} ${grainMinutes} ${startsAtEpochMs}`;
        const bucket = buckets.get(key);
        buckets.set(key, {
          deviceId,
          parameter,
          grainMinutes,
          startsAtEpochMs,
          lo: Math.min(value, bucket?.lo ?? value),
          hi: Math.max(value, bucket?.hi ?? value),
          sumValue: value + (bucket?.sumValue ?? 0),
          samplesCount: 1 + (bucket?.samplesCount ?? 0),
        });
      }
    }
  return [...buckets.values()];
}
