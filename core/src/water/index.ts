export {
  bearings,
  changeAdvice,
  emergencyIn,
  largestWiseFraction,
  oneClassLower,
  type Advice,
  type Bearing,
  type ChangeAdvice,
  type Emergency,
  type EmergencyThresholds,
  type EvidenceGrade,
  type StepAdvice,
  type StepLimit,
} from './advice';
export { unionisedAmmonia, type UnionisedAmmonia } from './ammonia';
export { aeratedPh, phAtCo2 } from './carbonate';
export {
  changeEffect,
  changeEffectSpan,
  neededFraction,
  type ChangeEffect,
  type ChangeInput,
  type WaterSpan,
} from './change';
export { freeCo2 } from './co2';
export { conductivityAt25, consistentHardness, leastConductivity } from './conductivity';
export { chlorideGuard, chlorideInSaltFraction, type ChlorideGuard } from './nitrite';
export { oxygenSaturation } from './oxygen';
export { planChange, type ChangePlan, type PlanInput } from './plan';
export { residual } from './residual';
