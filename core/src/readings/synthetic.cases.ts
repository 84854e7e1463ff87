import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import type { BuildUpEvent, FutureChange } from './build-up-filter';
import type { Interval } from './interval';
import type { ParameterId } from './parameter';

/** A made-up tank whose truth is known: for measuring the model, never for showing. */
export interface SyntheticTank {
  parameter: ParameterId;
  events: BuildUpEvent[];
  /** Changes after the last event, as they were really made. */
  future: FutureChange[];
  lastDay: number;
  levelAtDay: (atDay: number) => number;
}

export const chance = (seed: number): { uniform: (lo: number, hi: number) => number; normal: () => number } => {
  const generator = xoroshiro128plus(seed);
  for (let i = 0; i < 8; i++) uniformFloat64(generator);
  const uniform = (lo: number, hi: number): number => lo + (hi - lo) * uniformFloat64(generator);
  return {
    uniform,
    normal: () => Math.sqrt(-2 * Math.log(uniform(1e-12, 1))) * Math.cos(2 * Math.PI * uniform(0, 1)),
  };
};

interface Kind {
  parameter: ParameterId;
  start: [number, number];
  productionPerDay: [number, number];
  source: [number, number];
  read: (value: number) => Interval;
}
export const chartRead =
  (steps: readonly number[]) =>
  (value: number): Interval => {
    const nearest = steps.reduce((best, s) => (Math.abs(s - value) < Math.abs(best - value) ? s : best), steps[0] ?? 0);
    const i = steps.indexOf(nearest);
    const [below, above] = [steps[i - 1], steps[i + 1]];
    return {
      lo: below === undefined ? 0 : (below + nearest) / 2,
      hi: above === undefined ? null : (above + nearest) / 2,
    };
  };
export const stepRead =
  (step: number) =>
  (value: number): Interval => {
    const at = Math.round(value / step) * step;
    return { lo: Math.max(0, at - step / 2), hi: at + step / 2 };
  };
const kinds: readonly Kind[] = [
  {
    parameter: 'no3MgPerL',
    start: [5, 40],
    productionPerDay: [0.2, 3],
    source: [0, 8],
    read: chartRead([0, 5, 10, 20, 40, 80, 160]),
  },
  { parameter: 'no3MgPerL', start: [5, 40], productionPerDay: [0.2, 3], source: [0, 8], read: stepRead(1) },
  { parameter: 'ec25UsPerCm', start: [150, 500], productionPerDay: [-1, 6], source: [60, 350], read: stepRead(2) },
  { parameter: 'khDegrees', start: [2, 9], productionPerDay: [-0.12, 0.02], source: [1, 10], read: stepRead(1) },
];

/**
 * A tank for `historyDays`: production that wanders, changes with their slips, readings with scatter and some that are
 * simply wrong, months without any. Its truth is followed `aheadDays` further, the routine going on.
 */
export function syntheticTank(seed: number, { historyDays = 150, aheadDays = 28 } = {}): SyntheticTank {
  const { uniform, normal } = chance(seed);
  const kind = kinds[seed % kinds.length];
  if (!kind) throw new Error('no kinds');
  const production0 = uniform(...kind.productionPerDay);
  const size = Math.max(Math.abs(production0), (kind.productionPerDay[1] - kind.productionPerDay[0]) / 10);
  const everyDays = Math.round(uniform(5, 15));
  const share = uniform(0.1, 0.45);
  const source = uniform(...kind.source);
  const readEvery = Math.round(uniform(4, 16));
  const gapFrom = uniform(0, 1) < 0.3 ? uniform(30, historyDays - 60) : Infinity;
  const levels: number[] = [];
  const events: BuildUpEvent[] = [];
  const future: FutureChange[] = [];
  let level = uniform(...kind.start);
  let production = production0;
  for (let day = 0; day <= historyDays + aheadDays; day++) {
    production += 0.02 * size * normal();
    level = Math.max(0, level + production + 0.15 * size * normal());
    if (day > 0 && day % everyDays === 0) {
      const made = share * (1 + 0.04 * normal());
      level += made * (source * (1 + 0.03 * normal()) - level);
      const change = { atDay: day, changeFraction: share, sourceValue: source };
      if (day <= historyDays) events.push(change);
      else future.push(change);
    }
    levels.push(level);
    const silent = day >= gapFrom && day < gapFrom + 35;
    if (day > historyDays || silent || day % readEvery !== 2) continue;
    const wrong = uniform(0, 1) < 0.03;
    const seen = Math.max(0, level * (1 + 0.05 * normal()) * (wrong ? uniform(1.5, 2.5) : 1));
    events.push({ atDay: day, reading: kind.read(seen) });
  }
  return {
    parameter: kind.parameter,
    events,
    future,
    lastDay: events.at(-1)?.atDay ?? 0,
    levelAtDay: (atDay) => levels[Math.round(atDay)] ?? 0,
  };
}
