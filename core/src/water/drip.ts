import type { StepAdvice } from './advice';

/** Drops to a millilitre from an airline valve (common practice; 15-25 by tubing). */
export const dropsPerMlRatio = 20;
/** A step that would be borne at once is spread over so many hours at the least when dripped. Ours. */
const hoursForLimit = 4;
const leastMinutes = 20;

export interface Pour {
  minutes: number;
  rateLPerH: number;
  dropsPerS: number;
  /** Which step decides the time. */
  deciding: StepAdvice['parameter'] | null;
}

/**
 * How long to drip a change so that no parameter moves faster than a quarter of its limit an hour; 20 minutes at least.
 * 20 drops a millilitre. @example dripFor({ changeL: 5, steps: [] }).rateLPerH // 15, over 20 minutes
 */
export function dripFor({ changeL, steps }: { changeL: number; steps: readonly StepAdvice[] }): Pour {
  let [minutes, deciding] = [leastMinutes, null as Pour['deciding']];
  for (const { parameter, stepValue, limitValue } of steps) {
    if (limitValue <= 0) continue;
    const needed = (Math.abs(stepValue) / limitValue) * hoursForLimit * 60;
    if (needed > minutes) [minutes, deciding] = [needed, parameter];
  }
  const rateLPerH = (60 * changeL) / minutes;
  return { minutes: Math.ceil(minutes - 1e-9), rateLPerH, dropsPerS: dropsPerSecond(rateLPerH), deciding };
}
/** @example dropsPerSecond(5) // 27.8 drops a second: a thin stream */
export const dropsPerSecond = (rateLPerH: number): number => (rateLPerH * 1000 * dropsPerMlRatio) / 3600;
