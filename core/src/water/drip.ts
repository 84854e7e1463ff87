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
/** Faster than this nobody counts drops: a cup with a mark and a clock. Common practice: two or three a second. */
const mostCountedDropsPerS = 3;
const cupsMl = [10, 25, 50, 100, 250, 500, 1000] as const;
/** A cup that fills faster is not timed well by hand. Ours. */
const leastFillSeconds = 20;

/** How a rate is set at the valve: by counting drops, or by how long a marked cup takes to fill. */
export type Flow =
  { by: 'drops'; dropsPerS: number } | { by: 'cup'; rateMlPerMinute: number; cupMl: number; fillSeconds: number };

/**
 * A rate as hands set it: up to three drops a second are counted; above, the smallest marked cup that takes twenty seconds
 * or longer (a litre where none does). 20 drops a mL. @example flowOf(2.1) // 35 mL a minute: 25 mL in 43 s
 */
export function flowOf(rateLPerH: number): Flow {
  const dropsPerS = dropsPerSecond(rateLPerH);
  if (dropsPerS <= mostCountedDropsPerS) return { by: 'drops', dropsPerS };
  const rateMlPerMinute = (rateLPerH * 1000) / 60;
  const fills = cupsMl.map((cupMl) => ({ cupMl, fillSeconds: (60 * cupMl) / rateMlPerMinute }));
  const { cupMl, fillSeconds } = fills.find((f) => f.fillSeconds >= leastFillSeconds) ?? {
    cupMl: 1000,
    fillSeconds: 60_000 / rateMlPerMinute,
  };
  return { by: 'cup', rateMlPerMinute, cupMl, fillSeconds };
}
/** @example dropsPerSecond(5) // 27.8 drops a second: a thin stream */
export const dropsPerSecond = (rateLPerH: number): number => (rateLPerH * 1000 * dropsPerMlRatio) / 3600;
