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

type Given = 'driftPerDay' | 'stepPerDay' | 'sourceValue' | 'floorValue';
/**
 * A habit with what most have in common: a source that holds half of what is usual, nothing below nothing.
 * @example habit({ ...hardness, usualValue: 7 }).sourceValue // 3.5
 */
export const habit = (own: Omit<ParameterHabit, Given> & Partial<Pick<ParameterHabit, Given>>): ParameterHabit => ({
  driftPerDay: own.productionSdPerDay * 0.02,
  stepPerDay: 1 / 110,
  sourceValue: own.usualValue / 2,
  floorValue: 0,
  ...own,
});
