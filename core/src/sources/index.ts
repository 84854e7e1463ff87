export { blendDisagrees, blendOf } from './blend';
export {
  analysisReport,
  chargeBalance,
  looksSoftened,
  type Analysis,
  type AnalysisCheck,
  type AnalysisReason,
  type AnalysisReport,
} from './analysis';
export { movementOf, pettitt, type DatedSpan, type SourceMovement } from './drift';
export { waterQuestions, type Known, type QuestionReason, type WaterQuestion } from './questions';
export {
  ammoniaOfChloramineRatio,
  chloramineAmmonia,
  chlorineMeaning,
  type ChlorineStatus,
  type SourceState,
  type TreatmentPoint,
  type TreatmentReason,
} from './treat';
export {
  resinSchools,
  unitParts,
  unitState,
  type ResinSchool,
  type UnitLog,
  type UnitPart,
  type UnitState,
} from './unit';
