export { blendDisagrees, blendOf } from './blend';
export {
  analysisReport,
  chargeBalance,
  looksSoftened,
  type Analysis,
  type AnalysisCheck,
  type AnalysisReport,
} from './analysis';
export { movementOf, type DatedSpan, type SourceMovement } from './drift';
export { waterQuestions, type Known, type WaterQuestion } from './questions';
export {
  ammoniaOfChloramineRatio,
  chloramineAmmonia,
  chlorineMeaning,
  type ChlorineStatus,
  type SourceState,
  type TreatmentPoint,
} from './treat';
export { resinSchools, unitParts, unitState, type UnitLog, type UnitPart, type UnitState } from './unit';
