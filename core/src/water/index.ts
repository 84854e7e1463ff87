export { litreCost, mixCost, type DosedPowder, type LitreCost, type WaterPrices } from './cost';
export { bearingOf, bearingTonight, newArrivals, type TankBearing } from './bearing';
export {
  houseWaters,
  isPure,
  type HouseWater,
  type HouseWatersInput,
  type ShelfSupply,
  type StandingBatch,
  type WaterRecipe,
  type WaterSource,
} from './house-waters';
export {
  leavesFirst,
  nextChange,
  openStep,
  routineInForce,
  type DoneChange,
  type OpenStep,
  type PlannedSequence,
  type RoutineNow,
  type SaidRoutine,
} from './in-force';
export {
  bearings,
  changeAdvice,
  emergencyIn,
  largestWiseFraction,
  oneClassLower,
  type Advice,
  type AdviceCondition,
  type AdviceReason,
  type Bearing,
  type ChangeAdvice,
  type Emergency,
  type EmergencyReason,
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
export { chlorideGuard, type ChlorideGuard } from './nitrite';
export { oxygenSaturation } from './oxygen';
export { planChange, type ChangePlan, type PlanInput } from './plan';
export { type Relief } from './relief';
export { likestFirst } from './likest';
export { residual } from './residual';
export { conditionerByLabel, conditionerDose } from './conditioner';
export { dripFor, dropsPerMlRatio, dropsPerSecond, flowOf, type Flow, type Pour } from './drip';
export { unstatedAims } from './unstated';
export {
  beginnings,
  drumsFor,
  eveningPlan,
  drumFreeAtDay,
  readyByNight,
  roByHour,
  usualChangeMinutes,
  waitingHarm,
  type EveningNeed,
  type EveningPlan,
  type EveningSum,
  type EveningTank,
  type LeavesUnchanged,
  type TonightReason,
  type WaitReason,
  type WaterKind,
  type WaterWorks,
} from './evening';
export { startsTonight, type WaterStart } from './starts';
export {
  fortnightPlan,
  greedyFortnight,
  type FortnightNight,
  type FortnightPlan,
  type LateBy,
  type NightReason,
} from './fortnight';
export { type FortnightInput } from './fortnight-cost';
export { type IntegerAnswer, type IntegerProgramme, type IntegerSolver } from './fortnight-programme';
export { ionConductivity } from './ion-conductivity';
export { ionCharges, ionParameters, ionsOf, type IonReading } from './ion-table';
export {
  mineralDose,
  mineralDrift,
  mineralState,
  type MineralBatch,
  type MineralLabel,
  type MineralSlope,
  type MineralState,
  type OddBatch,
  type OddBatchCause,
} from './mineral';
export {
  blend,
  newWaterSpan,
  sensibleWaterSpan,
  hotAndCold,
  mixTemperature,
  scaldC,
  type Blend,
  type BlendPart,
  type WarmingStep,
} from './mixing';
export {
  recipe,
  recipeQuantities,
  recipeWords,
  usualTolerance,
  type Recipe,
  type RecipeInput,
  type RecipeQuantity,
  type RecipeSecond,
  type RecipeSource,
  type RecipeTarget,
  type ShelfMineral,
  type ShelfSalt,
  type TargetMet,
} from './recipe';
export { recipeEffect, undissolved, type PhBy, type RecipeWater, type SaltTaken } from './recipe-effect';
export { cheapest, type Programme, type ProgrammeRow, type ProgrammeSolution } from './recipe-programme';
export {
  alternating,
  certainties,
  holdCeiling,
  leastRhythm,
  ramp,
  rampWeeks,
  routineCost,
  decidingHold,
  heldPerDay,
  lapsedRoutine,
  routineHolds,
  sdOf80,
  routineSettles,
  addedByTopUp,
  topUpCreep,
  type CertaintyId,
  type RoutineCost,
  type RoutineHold,
} from './routine';
export { ionOf, ions, noIons, saltIds, salts, type Ion, type IonTable, type Salt, type SaltId } from './salts';
export {
  changeSequence,
  wiseSequence,
  type MissReason,
  type SequenceStep,
  type SequenceStop,
  type WaterAim,
  type WiseSequence,
} from './sequence';
export { stockFor, weighed, type StockSolution, type Weighed } from './weighing';
export {
  whatIf,
  whatIfAtOnce,
  type WhatIfCourse,
  type WhatIfInput,
  type WhatIfResult,
  type WhatIfRoutine,
} from './what-if';
export {
  batchCode,
  batchCorrection,
  batchFates,
  batchState,
  type BatchReason,
  batchWater,
  foreseenEc,
  type BatchEvent,
  type BatchFate,
  type BatchMade,
  type BatchState,
  type Correction,
} from './batch';
export { learntProposals, outcomeErrors, type ChangeOutcome, type LearntProposal, type OutcomeError } from './learning';
export { watchAfter, type WatchFor, type WatchReason } from './watch-after';
export {
  batchesOfMineral,
  houseMineral,
  mineralShelf,
  saltShelf,
  sourceSpans,
  sourceWater,
  type HouseMineral,
  type HouseSalt,
  type MadeBatch,
} from './shelf';
export { drumsOf, dueByNight } from './week-ahead';
export { batchOutOfPlace, sequenceOutOfPlace, type BatchThreadStep, type SequenceThreadStep } from './threads';
