import type { BuildUpEvent, FutureChange } from './build-up-filter';
import type { Interval } from './interval';
import type { ParameterId } from './parameter';
import { chance, chartRead, stepRead } from './synthetic.cases';

/** How a made-up tank is tested, and what befalls it. */
export interface KeptCell {
  kind: KeptKind;
  everyDays: number;
  /** Production changes for good, 3 to 45 days before tonight. */
  steps: boolean;
  /** Four to six weeks without a test, over at most sixty days before tonight, or not yet. */
  gap: boolean;
}
export const keptKinds = ['nitrate by colour chart', 'conductivity by pen', 'KH by drops'] as const;
export type KeptKind = (typeof keptKinds)[number];
export const keptRhythms = [3, 7, 14, 30] as const;
export const keptCells = (kind: KeptKind): KeptCell[] =>
  keptRhythms.flatMap((everyDays) =>
    [false, true].flatMap((steps) => [false, true].map((gap) => ({ kind, everyDays, steps, gap }))),
  );

/** A made-up tank whose truth is known; tonight is day 0. For measuring the model, never for showing. */
export interface KeptTank {
  parameter: ParameterId;
  events: BuildUpEvent[];
  future: FutureChange[];
  /** What the level is to stay within: a ceiling, or a floor for what falls. */
  band: Interval;
  /** The day of its lasting step and by how much production was multiplied, where there is one. */
  step: { atDay: number; factorRatio: number } | null;
  /** The highest the test can tell. */
  endValue: number;
  levelAtDay: (atDay: number) => number;
}

interface Habit {
  parameter: ParameterId;
  start: readonly [number, number];
  /** Smallest and largest production a day; between them by their logarithm, so that little is as usual as much. */
  productionPerDay: readonly [number, number];
  source: readonly [number, number];
  /** Ceilings, or floors of what falls. */
  limits: readonly number[];
  /** Scatter of a reading, share of the value: keepers differ. */
  scatter: readonly [number, number];
  /** From here on the test shows no more. */
  endValue: number;
  read: (value: number) => Interval;
  /** Production takes it out of the water. */
  falls: boolean;
}
const habits: Record<KeptKind, Habit> = {
  'nitrate by colour chart': {
    parameter: 'no3MgPerL',
    start: [5, 50],
    productionPerDay: [0.2, 3],
    source: [0, 10],
    limits: [20, 30, 40, 50, 60, 80, 100],
    scatter: [0.04, 0.14],
    endValue: 120,
    read: chartRead([0, 5, 10, 20, 40, 80, 160]),
    falls: false,
  },
  'conductivity by pen': {
    parameter: 'ec25UsPerCm',
    start: [150, 500],
    productionPerDay: [0.3, 6],
    source: [60, 350],
    limits: [200, 250, 300, 350, 400, 450, 500, 600],
    scatter: [0.005, 0.025],
    endValue: Infinity,
    read: stepRead(2),
    falls: false,
  },
  'KH by drops': {
    parameter: 'khDegrees',
    start: [3, 9],
    productionPerDay: [0.01, 0.15],
    source: [2, 10],
    limits: [1, 2, 3, 4, 5],
    scatter: [0.01, 0.05],
    endValue: Infinity,
    read: stepRead(1),
    falls: true,
  },
};

const historyDays = 240;
export const keptAheadDays = 56;

/**
 * A tank as it is kept for eight months: production that wanders a little and, where its cell says so, steps up or down
 * to between half as much again and four times, changes with their slips and skips, tests at their rhythm give or take
 * a day, some of them misread by a colour. In half of the tanks the changes stop tonight.
 */
export function keptTank({ kind, everyDays, steps, gap }: KeptCell, seed: number): KeptTank {
  const { uniform, normal } = chance(seed * 7919 + 13);
  const { parameter, start, productionPerDay, source, limits, scatter, read, falls, endValue } = habits[kind];
  const sign = falls ? -1 : 1;
  const [least, most] = productionPerDay;
  let production = sign * Math.exp(uniform(Math.log(least), Math.log(most)));
  const rhythmDays = Math.round(uniform(5, 15));
  const share = uniform(0.1, 0.5);
  const sourceValue = uniform(...source);
  const scatterShare = uniform(...scatter);
  const stepDay = steps ? -Math.round(uniform(3, 45)) : Infinity;
  const stepFactor = Math.exp((uniform(0, 1) < 0.5 ? -1 : 1) * uniform(Math.log(1.5), Math.log(4)));
  const gapEnd = gap ? Math.round(uniform(-60, 1)) : -Infinity;
  const gapStart = gapEnd - Math.round(uniform(28, 42));
  const stops = uniform(0, 1) < 0.5;
  const levels = new Map<number, number>();
  const events: BuildUpEvent[] = [];
  const future: FutureChange[] = [];
  let level = uniform(...start);
  let nextTest = -historyDays + Math.floor(uniform(0, everyDays));
  let nextChange = -historyDays + Math.floor(uniform(1, rhythmDays));
  for (let day = -historyDays; day <= keptAheadDays; day++) {
    if (day === stepDay) production *= stepFactor;
    production *= Math.exp(0.015 * normal());
    level = Math.max(0, level + production * (1 + 0.2 * normal()));
    // Tests are taken before the change of the day.
    if (day <= 0 && day >= nextTest) {
      nextTest += everyDays + (everyDays > 3 ? Math.round(uniform(-1, 1)) : 0);
      if (day < gapStart || day >= gapEnd) {
        const misread = uniform(0, 1) < 0.02 ? (uniform(0, 1) < 0.5 ? 0.5 : 2) : 1;
        const reading = read(Math.max(0, level * (1 + scatterShare * normal()) * misread));
        events.push({ atDay: day, reading });
      }
    }
    levels.set(day, level);
    if (day < nextChange) continue;
    nextChange += rhythmDays;
    if ((day > 0 && stops) || (day <= 0 && uniform(0, 1) < 0.07)) continue;
    level += share * (1 + 0.04 * normal()) * (sourceValue * (1 + 0.03 * normal()) - level);
    const change = { atDay: day + 0.01, changeFraction: share, sourceValue };
    // Tonight’s own change is still to come.
    if (day < 0) events.push(change);
    else future.push(change);
  }
  const limit = limits[Math.floor(uniform(0, limits.length))] ?? 0;
  return {
    parameter,
    events,
    future,
    band: falls ? { lo: limit, hi: null } : { lo: null, hi: limit },
    step: steps ? { atDay: stepDay, factorRatio: stepFactor } : null,
    endValue,
    levelAtDay: (atDay) => levels.get(Math.round(atDay)) ?? NaN,
  };
}
