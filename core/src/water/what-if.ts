import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { afterDays, type BuildUpTraits } from '#core/readings';
import { firstFault, ok, refuse, type Result } from '#core/result';

/** A way of keeping a tank, as a question: what would it be in half a year? */
export interface WhatIfRoutine {
  id: string;
  name: string;
  everyDays: number;
  changeFraction: number;
  sourceValue: number;
  /** Every second change with another water. */
  otherSourceValue?: number | undefined;
  /** How often a change is skipped. */
  skipFraction?: number | undefined;
  /** Production against today's: 2 for twice the food. */
  feedFactor?: number | undefined;
  /** Days on which nobody changes anything. */
  absence?: { fromAtDay: number; days: number } | undefined;
  /** Added a day by topping up with water that holds something. */
  topUpPerDay?: number | undefined;
}
export interface WhatIfInput {
  /** What is believed today: the fans of the build-up model, as mean and standard deviation. */
  levelValue: number;
  levelSdValue: number;
  productionPerDay: number;
  productionSdPerDay: number;
  traits: BuildUpTraits;
  /** Days since the last change: the rhythm goes on from there. */
  sinceChangeDays?: number | undefined;
  routines: readonly WhatIfRoutine[];
  days: number;
  drawsCount: number;
  randomSeed: number;
  ceilingValue?: number | null | undefined;
  /** Nothing falls below it. */
  floorValue?: number | undefined;
}
export interface WhatIfCourse {
  id: string;
  name: string;
  /** One line a day: the middle course and the ends between which four in five lie. */
  fan: { day: number; lo80: number; mean: number; hi80: number }[];
  /** How many of the courses have been above the ceiling, and on which day half of them had. */
  aboveFraction: number | null;
  halfAboveAtDay: number | null;
  daysAboveFraction: number | null;
  changesCount: number;
  changedFraction: number;
}
export interface WhatIfResult {
  courses: WhatIfCourse[];
}

const mostRoutines = 4;
const drawsAStep = 50;

/** One course after another until enough are drawn; says after each batch how far it is, so that it can be stopped. */
export function* whatIf(input: WhatIfInput): Generator<{ doneFraction: number }, Result<WhatIfResult>> {
  const fault = faultOf(input);
  if (fault) return refuse(fault);
  const { routines, days, drawsCount, randomSeed } = input;
  const levels = routines.map(() => new Float32Array((days + 1) * drawsCount));
  const total = routines.length * drawsCount;
  for (let r = 0; r < routines.length; r++) {
    const routine = routines[r];
    const into = levels[r];
    if (!routine || !into) continue;
    // The same luck for every routine, so that they differ by what they do and not by chance.
    const chance = new Chance(randomSeed);
    for (let drawIndex = 0; drawIndex < drawsCount; drawIndex++) {
      course({ input, routine, chance, into, drawIndex });
      if ((drawIndex + 1) % drawsAStep === 0) yield { doneFraction: (r * drawsCount + drawIndex + 1) / total };
    }
  }
  return ok({
    courses: routines.map((routine, r) => told({ input, routine, levels: levels[r] ?? new Float32Array(0) })),
  });
}

/** The same at once, for tests and short runs. */
export function whatIfAtOnce(input: WhatIfInput): Result<WhatIfResult> {
  const steps = whatIf(input);
  for (;;) {
    const next = steps.next();
    if (next.done) return next.value;
  }
}

function faultOf({
  routines,
  days,
  drawsCount,
  levelSdValue,
  productionSdPerDay,
}: WhatIfInput): Parameters<typeof refuse>[0] | null {
  if (routines.length === 0 || routines.length > mostRoutines)
    return {
      kind: 'out-of-range',
      field: 'routines',
      value: routines.length,
      lo: 1,
      hi: mostRoutines,
      unit: 'routines',
    };
  return firstFault([
    { field: 'days', value: days, range: { lo: 1, hi: 1000, unit: 'days' } },
    { field: 'drawsCount', value: drawsCount, range: { lo: 10, hi: 20_000, unit: 'courses' } },
    { field: 'levelSdValue', value: levelSdValue, range: { lo: 0, hi: 1e6, unit: '' } },
    { field: 'productionSdPerDay', value: productionSdPerDay, range: { lo: 0, hi: 1e6, unit: '' } },
    ...routines.flatMap((r, i) => [
      { field: `routines.${i}.everyDays`, value: r.everyDays, range: { lo: 0.25, hi: 1000, unit: 'days' } },
      {
        field: `routines.${i}.changeFraction`,
        value: r.changeFraction,
        range: { lo: 0, hi: 1, unit: 'of the net volume' },
      },
      { field: `routines.${i}.skipFraction`, value: r.skipFraction ?? 0, range: { lo: 0, hi: 1, unit: '' } },
      { field: `routines.${i}.feedFactor`, value: r.feedFactor ?? 1, range: { lo: 0, hi: 20, unit: '' } },
    ]),
  ]);
}

class Chance {
  private readonly generator;
  private spareValue: number | null = null;
  constructor(randomSeed: number) {
    this.generator = xoroshiro128plus(randomSeed);
  }
  share(): number {
    return (this.generator.next() >>> 0) / 2 ** 32;
  }
  /** Standard normal (Box & Muller 1958): two at a time. */
  normal(): number {
    if (this.spareValue !== null) {
      const second = this.spareValue;
      this.spareValue = null;
      return second;
    }
    const radius = Math.sqrt(-2 * Math.log(1 - this.share()));
    const angle = 2 * Math.PI * this.share();
    this.spareValue = radius * Math.sin(angle);
    return radius * Math.cos(angle);
  }
}

/** What a day does, from the model's own step: the same code as the forecast, its noise drawn instead of added up. */
function dayOf(
  traits: BuildUpTraits,
  feedFactor: number,
): {
  usualPerDay: number;
  leverDays: number;
  keptFraction: number;
  levelSdValue: number;
  productionSdPerDay: number;
  sharedRatio: number;
} {
  const { state, by } = afterDays(
    {
      atDay: 0,
      levelValue: 0,
      productionPerDay: 0,
      levelVarianceValue: 0,
      covarianceValue: 0,
      productionVarianceValue: 0,
    },
    1,
    traits,
  );
  const productionSdPerDay = Math.sqrt(state.productionVarianceValue);
  const sharedRatio = productionSdPerDay > 0 ? state.covarianceValue / productionSdPerDay : 0;
  return {
    usualPerDay: traits.usualProductionPerDay * feedFactor,
    leverDays: by.levelOfProductionDays,
    keptFraction: by.productionOfProductionFraction,
    levelSdValue: Math.sqrt(Math.max(0, state.levelVarianceValue - sharedRatio * sharedRatio)),
    productionSdPerDay,
    sharedRatio,
  };
}

function course({
  input: {
    levelValue,
    levelSdValue,
    productionPerDay,
    productionSdPerDay,
    traits,
    days,
    drawsCount,
    sinceChangeDays = 0,
    floorValue = 0,
  },
  routine: {
    everyDays,
    changeFraction,
    sourceValue,
    otherSourceValue,
    skipFraction = 0,
    feedFactor = 1,
    absence,
    topUpPerDay = 0,
  },
  chance,
  into,
  drawIndex,
}: {
  input: WhatIfInput;
  routine: WhatIfRoutine;
  chance: Chance;
  into: Float32Array;
  drawIndex: number;
}): void {
  const day = dayOf(traits, feedFactor);
  let level = Math.max(floorValue, levelValue + levelSdValue * chance.normal());
  let production = (productionPerDay + productionSdPerDay * chance.normal()) * feedFactor;
  let nextChange = Math.max(0.001, everyDays - sinceChangeDays);
  let turn = 0;
  into[drawIndex] = level;
  for (let d = 1; d <= days; d++) {
    const [a, b, skipped] = [chance.normal(), chance.normal(), chance.share()];
    const excess = production - day.usualPerDay;
    level += day.usualPerDay + day.leverDays * excess + day.sharedRatio * a + day.levelSdValue * b + topUpPerDay;
    production = day.usualPerDay + day.keptFraction * excess + day.productionSdPerDay * a;
    if (level < floorValue) level = floorValue;
    while (nextChange <= d) {
      const away = absence !== undefined && d >= absence.fromAtDay && d < absence.fromAtDay + absence.days;
      if (!away && skipped >= skipFraction) {
        const fresh = otherSourceValue !== undefined && turn % 2 === 1 ? otherSourceValue : sourceValue;
        level += changeFraction * (fresh - level);
        turn += 1;
      }
      nextChange += everyDays;
    }
    into[d * drawsCount + drawIndex] = level;
  }
}

function told({
  input: { days, drawsCount, ceilingValue },
  routine,
  levels,
}: {
  input: WhatIfInput;
  routine: WhatIfRoutine;
  levels: Float32Array;
}): WhatIfCourse {
  const at = (sorted: Float32Array, share: number): number => sorted[Math.round(share * (sorted.length - 1))] ?? 0;
  const ceiling = ceilingValue ?? null;
  const seen = new Uint8Array(drawsCount);
  let [aboveCount, daysAbove] = [0, 0];
  let halfAboveAtDay: number | null = null;
  const fan = Array.from({ length: days + 1 }, (_, day) => {
    const ofDay = levels.subarray(day * drawsCount, (day + 1) * drawsCount);
    if (ceiling !== null)
      for (let i = 0; i < drawsCount; i++)
        if ((ofDay[i] ?? 0) > ceiling) {
          daysAbove += 1;
          if (!seen[i]) {
            seen[i] = 1;
            aboveCount += 1;
          }
        }
    if (halfAboveAtDay === null && aboveCount * 2 >= drawsCount) halfAboveAtDay = day;
    const sorted = ofDay.slice().sort();
    return { day, lo80: at(sorted, 0.1), mean: at(sorted, 0.5), hi80: at(sorted, 0.9) };
  });
  const { everyDays, skipFraction = 0, absence } = routine;
  const away = absence ? Math.max(0, Math.min(absence.days, days - absence.fromAtDay)) : 0;
  const changesCount = Math.round(((days - away) / everyDays) * (1 - skipFraction));
  return {
    id: routine.id,
    name: routine.name,
    fan,
    aboveFraction: ceiling === null ? null : aboveCount / drawsCount,
    halfAboveAtDay,
    daysAboveFraction: ceiling === null ? null : daysAbove / (drawsCount * (days + 1)),
    changesCount,
    changedFraction: changesCount * routine.changeFraction,
  };
}
