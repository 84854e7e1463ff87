import type { ParameterId } from './parameter';

/** What tanks usually do with a parameter, before this one has shown itself. In its unit; our own estimates, kept wide. */
export interface ParameterHabit {
  usualValue: number;
  spreadValue: number;
  /** What a source holds where nobody said. */
  sourceValue: number;
  floorValue: number;
  productionPerDay: number;
  productionSdPerDay: number;
  wanderValue: number;
  /** How far production wanders within a month, as a standard deviation. */
  driftPerDay: number;
  /** How often production steps for good: more food, more animals, a filter, plants that grow or go. */
  stepPerDay: number;
  readingValue: number;
  readingFraction: number;
}

const habit = (
  usualValue: number,
  spreadValue: number,
  productionPerDay: number,
  productionSdPerDay: number,
  wanderValue: number,
  readingValue: number,
  readingFraction: number,
  more: Partial<ParameterHabit> = {},
): ParameterHabit => ({
  usualValue,
  spreadValue,
  productionPerDay,
  productionSdPerDay,
  wanderValue,
  readingValue,
  readingFraction,
  driftPerDay: productionSdPerDay * 0.02,
  stepPerDay: 1 / 110,
  sourceValue: usualValue / 2,
  floorValue: 0,
  ...more,
});
const ion = habit(20, 30, 0, 0.3, 0.5, 1, 0.05);

/** usual, spread, production a day, its spread, wander a day, scatter of a reading (constant, share). Grade: ours. */
export const habits: Record<ParameterId, ParameterHabit> = {
  tempC: habit(24, 4, 0, 0.05, 0.3, 0.2, 0, { sourceValue: 23 }),
  ph: habit(7, 1, 0, 0.01, 0.04, 0.07, 0, { sourceValue: 7.4 }),
  ghDegrees: habit(7, 5, 0.01, 0.06, 0.04, 0.12, 0.02),
  khDegrees: habit(4, 4, -0.01, 0.05, 0.03, 0.12, 0.02),
  ec25UsPerCm: habit(300, 200, 0.5, 2.5, 0.5, 1.5, 0.01, { stepPerDay: 1 / 72 }),
  tanMgPerL: habit(0.1, 0.4, 0.01, 0.06, 0.04, 0.05, 0.1),
  no2MgPerL: habit(0.05, 0.3, 0, 0.05, 0.04, 0.03, 0.1),
  no3MgPerL: habit(15, 25, 0.8, 1.5, 0.25, 0.6, 0.08, { sourceValue: 3, stepPerDay: 1 / 66 }),
  po4MgPerL: habit(0.5, 0.8, 0.01, 0.05, 0.03, 0.04, 0.08),
  caMgPerL: ion,
  mgMgPerL: habit(8, 10, 0, 0.1, 0.2, 0.5, 0.05),
  naMgPerL: ion,
  kMgPerL: habit(6, 8, 0, 0.2, 0.2, 0.5, 0.05),
  clMgPerL: ion,
  so4MgPerL: ion,
  hco3MgPerL: habit(90, 90, -0.2, 1, 1.3, 5, 0.02),
  o2MgPerL: habit(8, 2, 0, 0.05, 0.3, 0.2, 0.02),
  cl2MgPerL: habit(0, 0.1, 0, 0.01, 0.01, 0.02, 0.1),
  copperMgPerL: habit(0, 0.05, 0, 0.002, 0.005, 0.01, 0.1),
  co2MgPerL: habit(8, 10, 0, 0.3, 1, 2, 0.1),
};
