import type { Interval } from './interval';
import { truncatedNormal } from './normal';

/** What is believed of a parameter in a tank: its level and what comes in or goes by itself a day, and how sure. */
export interface BuildUpState {
  atDay: number;
  levelValue: number;
  productionPerDay: number;
  levelVarianceValue: number;
  covarianceValue: number;
  productionVarianceValue: number;
}

/** How the parameter behaves: noise of level, production and readings, in its unit and days. */
export interface BuildUpTraits {
  /** Random movement of the level, standard deviation of one day. */
  wanderValue: number;
  /** Random movement of production, standard deviation after one day. */
  driftPerDay: number;
  /** Where production goes back to when nothing is known for long, and how fast; 0 never. */
  usualProductionPerDay: number;
  returnPerDay: number;
  /** Scatter of a reading beyond its own span: a part that is always there, and a share of the level. */
  readingValue: number;
  readingFraction: number;
  /** How often a reading is simply wrong, how often the level has jumped unseen, and how far either goes. */
  misreadFraction: number;
  jumpFraction: number;
  jumpValue: number;
  /** How often production steps for good, expected steps a day; how far at least; and the most that tanks usually do. */
  stepPerDay: number;
  stepValue: number;
  mostPerDay: number;
}

export interface KnownChange {
  changeFraction: number;
  sourceValue: number;
  changeSdFraction: number;
  sourceSdValue: number;
}

/** What a step of time or a change does to the state: linear, so that it can be run backwards by the smoother. */
export interface Transition {
  levelOfLevelFraction: number;
  levelOfProductionDays: number;
  productionOfProductionFraction: number;
}

/** What a reading or a dose does to the state that was there: nothing. */
export const still: Transition = {
  levelOfLevelFraction: 1,
  levelOfProductionDays: 0,
  productionOfProductionFraction: 1,
};

/**
 * Lets time pass: the level rises by production, production wanders and slowly returns to the usual
 * (Ornstein-Uhlenbeck, integrated; Uhlenbeck & Ornstein 1930). With `returnPerDay` 0 it is a local linear trend.
 */
export function afterDays(
  state: BuildUpState,
  days: number,
  traits: BuildUpTraits,
): { state: BuildUpState; by: Transition } {
  if (days <= 0) return { state, by: still };
  const { returnPerDay, usualProductionPerDay, wanderValue, driftPerDay } = traits;
  const kept = Math.exp(-returnPerDay * days);
  const slow = returnPerDay * days < 1e-4;
  const lever = slow ? days : (1 - kept) / returnPerDay;
  const q = driftPerDay * driftPerDay;
  const productionNoise = slow ? q * days : (q * (1 - kept * kept)) / (2 * returnPerDay);
  const sharedNoise = slow ? (q * days * days) / 2 : (q * lever * lever) / 2;
  const levelNoise = slow
    ? (q * days ** 3) / 3
    : (q / returnPerDay ** 2) * (days - 2 * lever + (1 - kept * kept) / (2 * returnPerDay));
  const excess = state.productionPerDay - usualProductionPerDay;
  const { levelVarianceValue: v00, covarianceValue: v01, productionVarianceValue: v11 } = state;
  return {
    state: {
      atDay: state.atDay + days,
      levelValue: state.levelValue + usualProductionPerDay * days + lever * excess,
      productionPerDay: usualProductionPerDay + kept * excess,
      levelVarianceValue:
        v00 + 2 * lever * v01 + lever * lever * v11 + wanderValue * wanderValue * days + Math.max(0, levelNoise),
      covarianceValue: kept * (v01 + lever * v11) + sharedNoise,
      productionVarianceValue: kept * kept * v11 + productionNoise,
    },
    by: { levelOfLevelFraction: 1, levelOfProductionDays: lever, productionOfProductionFraction: kept },
  };
}

/** A change of water: a known jump, as sure as its litres and its source are. */
export function afterChange(state: BuildUpState, change: KnownChange): { state: BuildUpState; by: Transition } {
  const { changeFraction: f, sourceValue: c, changeSdFraction, sourceSdValue } = change;
  const pull = c - state.levelValue;
  return {
    state: {
      atDay: state.atDay,
      levelValue: state.levelValue + f * pull,
      productionPerDay: state.productionPerDay,
      levelVarianceValue:
        (1 - f) ** 2 * state.levelVarianceValue +
        f * f * sourceSdValue * sourceSdValue +
        (pull * pull + state.levelVarianceValue) * changeSdFraction * changeSdFraction,
      covarianceValue: (1 - f) * state.covarianceValue,
      productionVarianceValue: state.productionVarianceValue,
    },
    by: { levelOfLevelFraction: 1 - f, levelOfProductionDays: 0, productionOfProductionFraction: 1 },
  };
}

/** A dose, a top-up, a spill: so much more in the water, as sure as its measuring. */
export function afterAddition(
  state: BuildUpState,
  { addValue, addSdValue }: { addValue: number; addSdValue: number },
): { state: BuildUpState; by: Transition } {
  return {
    state: {
      atDay: state.atDay,
      levelValue: state.levelValue + addValue,
      productionPerDay: state.productionPerDay,
      levelVarianceValue: state.levelVarianceValue + addSdValue * addSdValue,
      covarianceValue: state.covarianceValue,
      productionVarianceValue: state.productionVarianceValue,
    },
    by: still,
  };
}

interface Belief {
  state: BuildUpState;
  logEvidenceRatio: number;
}

/** The update by one span under plain normal noise; with a point and no jumps it is the Kalman filter. */
export function observed(state: BuildUpState, reading: Interval, readingSdValue: number): Belief {
  const spread = state.levelVarianceValue + readingSdValue * readingSdValue;
  const told = truncatedNormal({ meanValue: state.levelValue, varianceValue: spread, span: reading });
  const gain = state.levelVarianceValue / spread;
  const productionGain = state.covarianceValue / spread;
  const moved = told.meanValue - state.levelValue;
  const learnt = spread - told.varianceValue;
  return {
    state: {
      atDay: state.atDay,
      levelValue: state.levelValue + gain * moved,
      productionPerDay: state.productionPerDay + productionGain * moved,
      levelVarianceValue: Math.max(1e-12, state.levelVarianceValue - gain * gain * learnt),
      covarianceValue: state.covarianceValue - gain * productionGain * learnt,
      productionVarianceValue: Math.max(
        1e-14,
        state.productionVarianceValue - productionGain * productionGain * learnt,
      ),
    },
    logEvidenceRatio: told.logEvidenceRatio,
  };
}

/** One step of the smoother (Rauch, Tung & Striebel 1965): what the later days say about the earlier. */
export function smoothedBack({
  filtered,
  predicted,
  later,
  by,
}: {
  filtered: BuildUpState;
  predicted: BuildUpState;
  later: BuildUpState;
  by: Transition;
}): BuildUpState {
  const { levelVarianceValue: f00, covarianceValue: f01, productionVarianceValue: f11 } = filtered;
  const { levelOfLevelFraction: a, levelOfProductionDays: b, productionOfProductionFraction: c } = by;
  const { levelVarianceValue: p00, covarianceValue: p01, productionVarianceValue: p11 } = predicted;
  const determinant = p00 * p11 - p01 * p01;
  if (determinant <= 1e-300) return filtered;
  // Gain = P F' (predicted P)^-1.
  const [n00, n01] = [f00 * a + f01 * b, f01 * c];
  const [n10, n11] = [f01 * a + f11 * b, f11 * c];
  const g00 = (n00 * p11 - n01 * p01) / determinant;
  const g01 = (n01 * p00 - n00 * p01) / determinant;
  const g10 = (n10 * p11 - n11 * p01) / determinant;
  const g11 = (n11 * p00 - n10 * p01) / determinant;
  const dLevel = later.levelValue - predicted.levelValue;
  const dProduction = later.productionPerDay - predicted.productionPerDay;
  const d00 = later.levelVarianceValue - p00;
  const d01 = later.covarianceValue - p01;
  const d11 = later.productionVarianceValue - p11;
  return {
    atDay: filtered.atDay,
    levelValue: filtered.levelValue + g00 * dLevel + g01 * dProduction,
    productionPerDay: filtered.productionPerDay + g10 * dLevel + g11 * dProduction,
    levelVarianceValue: Math.max(1e-12, f00 + g00 * g00 * d00 + 2 * g00 * g01 * d01 + g01 * g01 * d11),
    covarianceValue: f01 + g00 * g10 * d00 + (g00 * g11 + g01 * g10) * d01 + g01 * g11 * d11,
    productionVarianceValue: Math.max(1e-14, f11 + g10 * g10 * d00 + 2 * g10 * g11 * d01 + g11 * g11 * d11),
  };
}
