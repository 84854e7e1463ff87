import {
  afterAddition,
  afterChange,
  afterDays,
  observed,
  type BuildUpState,
  type BuildUpTraits,
  type KnownChange,
} from './build-up-state';
import type { Interval } from './interval';
import { normalTailFraction, z80Ratio } from './normal';

/** One story of what this tank has done so far, and how likely it is beside the others. */
export interface BuildUpPart {
  shareFraction: number;
  state: BuildUpState;
}
/** What a step of production of one unit a day, at an unknown moment since the last reading, would have done. */
interface UnseenStep {
  /** Steps expected since the last reading. */
  expectedCount: number;
  levelValue: number;
  productionPerDay: number;
  levelVarianceValue: number;
  covarianceValue: number;
  productionVarianceValue: number;
}
/**
 * What is believed of a parameter in a tank: some stories, each with a level and a production, weighed. They differ in
 * whether and when production stepped, the level jumped or a test was misread (Gaussian sum, Alspach & Sorenson 1972).
 */
export interface BuildUpBelief {
  atDay: number;
  parts: readonly BuildUpPart[];
  unseen: UnseenStep;
  /** How many readings it rests on; one that is open at an end counts half. */
  readingsCount: number;
}

const noStep: UnseenStep = {
  expectedCount: 0,
  levelValue: 0,
  productionPerDay: 0,
  levelVarianceValue: 0,
  covarianceValue: 0,
  productionVarianceValue: 0,
};
/** What is believed of a parameter before any reading: its parts by their shares. */
export const beliefOf = (...parts: readonly BuildUpPart[]): BuildUpBelief => ({
  atDay: parts[0]?.state.atDay ?? 0,
  parts,
  unseen: noStep,
  readingsCount: 0,
});

/** Lets time pass for every story; the longer nobody looked, the likelier production has stepped unseen. */
export function aged(belief: BuildUpBelief, days: number, traits: BuildUpTraits): BuildUpBelief {
  if (days <= 0) return belief;
  const { atDay, parts, unseen, readingsCount } = belief;
  const { stepPerDay, returnPerDay } = traits;
  const kept = Math.exp(-returnPerDay * days);
  const lever = returnPerDay * days < 1e-4 ? days : (1 - kept) / returnPerDay;
  const { levelVarianceValue: u00, covarianceValue: u01, productionVarianceValue: u11 } = unseen;
  return {
    atDay: atDay + days,
    readingsCount,
    parts: parts.map(({ shareFraction, state }) => ({ shareFraction, state: afterDays(state, days, traits).state })),
    unseen: {
      expectedCount: unseen.expectedCount + stepPerDay * days,
      levelValue: unseen.levelValue + lever * unseen.productionPerDay + (stepPerDay * days * days) / 2,
      productionPerDay: kept * unseen.productionPerDay + stepPerDay * days,
      levelVarianceValue: u00 + 2 * lever * u01 + lever * lever * u11 + (stepPerDay * days ** 3) / 3,
      covarianceValue: kept * (u01 + lever * u11) + (stepPerDay * days * days) / 2,
      productionVarianceValue: kept * kept * u11 + stepPerDay * days,
    },
  };
}

/** The belief after a change of water: each part is diluted towards the new water. */
export const changed = ({ atDay, parts, unseen, readingsCount }: BuildUpBelief, change: KnownChange): BuildUpBelief => {
  const left = 1 - change.changeFraction;
  return {
    atDay,
    readingsCount,
    parts: parts.map(({ shareFraction, state }) => ({ shareFraction, state: afterChange(state, change).state })),
    unseen: {
      ...unseen,
      levelValue: left * unseen.levelValue,
      levelVarianceValue: left * left * unseen.levelVarianceValue,
      covarianceValue: left * unseen.covarianceValue,
    },
  };
};

/** The belief after something was put in: the level is higher by it, and less sure. */
export const added = (
  { atDay, parts, unseen, readingsCount }: BuildUpBelief,
  addition: { addValue: number; addSdValue: number },
): BuildUpBelief => ({
  atDay,
  parts: parts.map(({ shareFraction, state }) => ({ shareFraction, state: afterAddition(state, addition).state })),
  unseen,
  readingsCount,
});

/** What a step adds to, or takes from, what was produced, give or take: to double or treble, to half. Grade: ours. */
const stepSizes = {
  more: { shareFraction: 1.2, sdFraction: 0.8 },
  less: { shareFraction: -0.55, sdFraction: 0.25 },
};
type StepSide = keyof typeof stepSizes;
const stepSides: readonly StepSide[] = ['more', 'less'];

/**
 * The more a tank produces (or uses up) already, the less likely the next step is to more: half at little, a quarter at
 * the most that tanks do. Otherwise tests above the end of a chart, which deny nothing, would let it grow without end.
 */
const sideFraction = (state: BuildUpState, { mostPerDay }: BuildUpTraits, side: StepSide): number => {
  const more = 0.5 / (1 + (state.productionPerDay / mostPerDay) ** 2);
  return side === 'more' ? more : 1 - more;
};

/** The story in which production has stepped at some moment since the last reading. */
function stepped(state: BuildUpState, unseen: UnseenStep, traits: BuildUpTraits, side: StepSide): BuildUpState {
  const { stepValue, mostPerDay } = traits;
  const { shareFraction, sdFraction } = stepSizes[side];
  const { expectedCount } = unseen;
  const own = Math.max(-mostPerDay, Math.min(mostPerDay, state.productionPerDay));
  const size = shareFraction * own;
  const square = (size * size + stepValue ** 2 + (sdFraction * own) ** 2) / expectedCount;
  const level = (size * unseen.levelValue) / expectedCount;
  const production = (size * unseen.productionPerDay) / expectedCount;
  return {
    atDay: state.atDay,
    levelValue: state.levelValue + level,
    productionPerDay: state.productionPerDay + production,
    levelVarianceValue: state.levelVarianceValue + square * unseen.levelVarianceValue - level * level,
    covarianceValue: state.covarianceValue + square * unseen.covarianceValue - level * production,
    productionVarianceValue: state.productionVarianceValue + square * unseen.productionVarianceValue - production ** 2,
  };
}
const wider = (state: BuildUpState, moreVarianceValue: number): BuildUpState => ({
  atDay: state.atDay,
  levelValue: state.levelValue,
  productionPerDay: state.productionPerDay,
  levelVarianceValue: state.levelVarianceValue + moreVarianceValue,
  covarianceValue: state.covarianceValue,
  productionVarianceValue: state.productionVarianceValue,
});

/** Stories less likely than this are not carried on. */
const leastFraction = 0.005;
/** Stories less likely than this do not split further. */
const leastSplitFraction = 0.1;
/** A reading nearer than this to what a story expects is no odd one, in standard deviations. */
const expectedWithinRatio = 1.7;
const expectedOf = ({ levelValue, levelVarianceValue }: BuildUpState, { lo, hi }: Interval, sd: number): boolean => {
  const near = expectedWithinRatio * Math.sqrt(levelVarianceValue + sd * sd);
  return (lo === null || levelValue > lo - near) && (hi === null || levelValue < hi + near);
};

/**
 * The update by one reading that may be wrong: each story splits in four (as usual; the reading is off; the level jumped
 * unseen; production stepped since the last reading), weighed by how well each explains it; the likeliest are carried
 * on. One odd reading widens the belief; the next ones decide.
 */
export function told(
  belief: BuildUpBelief,
  reading: Interval,
  traits: BuildUpTraits,
  partsCount: number,
): { belief: BuildUpBelief; logEvidenceRatio: number; oddFraction: number; steppedFraction: number } {
  const { misreadFraction, jumpFraction, jumpValue, readingValue, readingFraction } = traits;
  const { unseen } = belief;
  const steppedShare = 1 - Math.exp(-unseen.expectedCount);
  const usual = 1 - misreadFraction - jumpFraction;
  const grown: Grown[] = [];
  for (const { shareFraction, state } of belief.parts) {
    const sd = readingValue + readingFraction * Math.abs(state.levelValue);
    grown.push(grownFrom(observed(state, reading, sd), shareFraction * usual * (1 - steppedShare), 'usual'));
    // Where the reading is what was expected, or the story itself is unlikely, the odd ones would change nothing.
    if (!expectedOf(state, reading, sd)) {
      const jumped = wider(state, jumpValue * jumpValue);
      if (misreadFraction > 0)
        grown.push(grownFrom(observed(state, reading, jumpValue), shareFraction * misreadFraction, 'odd'));
      if (jumpFraction > 0) grown.push(grownFrom(observed(jumped, reading, sd), shareFraction * jumpFraction, 'odd'));
    }
    if (steppedShare > 0 && shareFraction > leastSplitFraction)
      for (const side of stepSides) {
        const share = shareFraction * usual * steppedShare * sideFraction(state, traits, side);
        grown.push(grownFrom(observed(stepped(state, unseen, traits, side), reading, sd), share, 'stepped'));
      }
  }
  let best = -Infinity;
  for (const { logRatio } of grown) if (logRatio > best) best = logRatio;
  let [total, odd, step] = [0, 0, 0];
  const parts: BuildUpPart[] = [];
  for (const { logRatio, state, story } of grown) {
    const shareFraction = Math.exp(logRatio - best);
    total += shareFraction;
    if (story === 'odd') odd += shareFraction;
    if (story === 'stepped') step += shareFraction;
    if (shareFraction > leastFraction) parts.push({ shareFraction, state });
  }
  return {
    belief: {
      atDay: belief.atDay,
      parts: fewer(parts, partsCount),
      unseen: noStep,
      readingsCount: belief.readingsCount + (reading.lo === null || reading.hi === null ? 0.5 : 1),
    },
    logEvidenceRatio: best + Math.log(total),
    oddFraction: odd / total,
    steppedFraction: step / total,
  };
}
interface Grown {
  logRatio: number;
  state: BuildUpState;
  story: 'usual' | 'odd' | 'stepped';
}
const grownFrom = (
  { state, logEvidenceRatio }: { state: BuildUpState; logEvidenceRatio: number },
  share: number,
  story: Grown['story'],
): Grown => ({ logRatio: logEvidenceRatio + Math.log(share), state, story });

/** At most so many: the unlikelier ones are drawn into that of the likeliest which is most like them. Shares add up to one. */
function fewer(parts: readonly BuildUpPart[], partsCount: number): BuildUpPart[] {
  if (partsCount === 1) return [{ shareFraction: 1, state: momentsOf(parts) }];
  let total = 0;
  for (const { shareFraction } of parts) total += shareFraction;
  const ranked = [...parts].sort((a, b) => b.shareFraction - a.shareFraction);
  const groups = ranked.slice(0, partsCount).map((part) => [part]);
  for (let i = partsCount; i < ranked.length; i++) {
    const part = ranked[i];
    let nearest: BuildUpPart[] | undefined;
    let nearestDistance = Infinity;
    for (const group of groups) {
      const distance = part && group[0] ? unlikeness(part.state, group[0].state) : Infinity;
      if (distance < nearestDistance) [nearest, nearestDistance] = [group, distance];
    }
    if (part) nearest?.push(part);
  }
  return groups.map((group) => {
    let share = 0;
    for (const { shareFraction } of group) share += shareFraction;
    return { shareFraction: share / total, state: momentsOf(group) };
  });
}

const unlikeness = (p: BuildUpState, q: BuildUpState): number => {
  const [pv, qv] = [p.productionVarianceValue, q.productionVarianceValue];
  return (
    (p.levelValue - q.levelValue) ** 2 / (p.levelVarianceValue + q.levelVarianceValue) +
    (p.productionPerDay - q.productionPerDay) ** 2 / (pv + qv) +
    (pv > qv ? pv / qv : qv / pv) * 0.1
  );
};

/** All stories drawn together to one, with their mean and spread. */
export function momentsOf(parts: readonly BuildUpPart[]): BuildUpState {
  const [first] = parts;
  if (!first) throw new Error('a belief needs a story');
  if (parts.length === 1) return first.state;
  let [total, levelValue, productionPerDay] = [0, 0, 0];
  for (const { shareFraction: share, state } of parts) {
    total += share;
    levelValue += share * state.levelValue;
    productionPerDay += share * state.productionPerDay;
  }
  levelValue /= total;
  productionPerDay /= total;
  let [v00, v01, v11] = [0, 0, 0];
  for (const { shareFraction, state } of parts) {
    const share = shareFraction / total;
    const level = state.levelValue - levelValue;
    const production = state.productionPerDay - productionPerDay;
    v00 += share * (state.levelVarianceValue + level * level);
    v01 += share * (state.covarianceValue + level * production);
    v11 += share * (state.productionVarianceValue + production * production);
  }
  return {
    atDay: first.state.atDay,
    levelValue,
    productionPerDay,
    levelVarianceValue: v00,
    covarianceValue: v01,
    productionVarianceValue: v11,
  };
}

/** Every story, and beside each the one in which production has stepped since the last reading. */
export function withUnseenSteps({ parts, unseen }: BuildUpBelief, traits: BuildUpTraits): readonly BuildUpPart[] {
  const share = 1 - Math.exp(-unseen.expectedCount);
  if (share <= 0) return parts;
  return parts.flatMap(({ shareFraction, state }) => [
    { shareFraction: shareFraction * (1 - share), state },
    ...stepSides.map((side) => ({
      shareFraction: shareFraction * share * sideFraction(state, traits, side),
      state: stepped(state, unseen, traits, side),
    })),
  ]);
}

interface Bell {
  shareFraction: number;
  meanValue: number;
  sdValue: number;
}
/**
 * Spans of few readings are Student's, not the normal's: by how much wider at four in five, with three fewer
 * degrees of freedom than readings (Abramowitz & Stegun 1964, 26.7.5, first term). Three: level, production, noise.
 */
export const smallSampleRatio = ({ readingsCount }: BuildUpBelief): number =>
  1 + (z80Ratio * z80Ratio + 1) / (4 * Math.max(1, readingsCount - 3));

/** The level as a mixture of normal curves, wider while few readings stand behind it. */
export const levelBells = (belief: BuildUpBelief, traits: BuildUpTraits): Bell[] =>
  withUnseenSteps(belief, traits).map(({ shareFraction, state }) => ({
    shareFraction,
    meanValue: state.levelValue,
    sdValue: smallSampleRatio(belief) * Math.sqrt(state.levelVarianceValue),
  }));
/** The daily production as a mixture of normal curves, wider while few readings stand behind it. */
export const productionBells = (belief: BuildUpBelief, traits: BuildUpTraits): Bell[] =>
  withUnseenSteps(belief, traits).map(({ shareFraction, state }) => ({
    shareFraction,
    meanValue: state.productionPerDay,
    sdValue: smallSampleRatio(belief) * Math.sqrt(state.productionVarianceValue),
  }));

/** How likely the value lies above the edge. */
const aboveFraction = (bells: readonly Bell[], edgeValue: number): number => {
  let sum = 0;
  for (const { shareFraction, meanValue, sdValue } of bells)
    sum += shareFraction * normalTailFraction((edgeValue - meanValue) / sdValue);
  return sum;
};

/** The value above which so large a share lies: Newton's steps, kept between ends that are halved where he leaves them. */
export function valueAbove(bells: readonly Bell[], wantedFraction: number): number {
  let [lo, hi, mean, square] = [Infinity, -Infinity, 0, 0];
  for (const { shareFraction, meanValue, sdValue } of bells) {
    lo = Math.min(lo, meanValue - 4 * sdValue);
    hi = Math.max(hi, meanValue + 4 * sdValue);
    mean += shareFraction * meanValue;
    square += shareFraction * (meanValue * meanValue + sdValue * sdValue);
  }
  const sd = Math.sqrt(Math.max(0, square - mean * mean));
  if (sd === 0) return mean;
  let value = mean + (wantedFraction < 0.4 ? z80Ratio : wantedFraction > 0.6 ? -z80Ratio : 0) * sd;
  for (let i = 0; i < 40; i++) {
    const excess = aboveFraction(bells, value) - wantedFraction;
    if (excess > 0) lo = value;
    else hi = value;
    const next = value + excess / densityAt(bells, value);
    const moved = next > lo && next < hi ? next : (lo + hi) / 2;
    if (Math.abs(moved - value) < 1e-6 * sd) return moved;
    value = moved;
  }
  return value;
}
const densityAt = (bells: readonly Bell[], value: number): number => {
  let sum = 0;
  for (const { shareFraction, meanValue, sdValue } of bells) {
    const z = (value - meanValue) / sdValue;
    sum += (shareFraction * Math.exp(-0.5 * z * z)) / (sdValue * Math.sqrt(2 * Math.PI));
  }
  return sum;
};
