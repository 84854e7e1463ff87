export {
  bedNeeds,
  kindParameters,
  kindsInForce,
  plantHabits,
  preys,
  stockGroups,
  temperaments,
  type AnimalHabits,
  type Brood,
  type KindParameter,
  type KindRange,
  type PlantHabit,
  type PlantNeeds,
  type StockGroup,
  type StockKind,
} from './kind';
export { fitOf, fitTable, whoFits, type FitVerdict, type KindFit, type RangeFit, type WaterKnown } from './suits';
export {
  bedMonths,
  bedYearCost,
  cheapestRemedy,
  phInTank,
  treatedWater,
  type Remedy,
  type RemedyFound,
} from './remedy';
export {
  commonBand,
  together,
  type CommonLine,
  type Resident,
  type TankPlace,
  type Together,
  type TogetherFinding,
  type TogetherReason,
} from './together';
export {
  litresEachL,
  litresTakenL,
  maturitySchools,
  stockingAdvice,
  type MaturitySchool,
  type StockingAdvice,
  type StockingReason,
} from './stocking';
export {
  ammoniaDose,
  cycleAsked,
  cyclingSchools,
  cyclingState,
  nitrifierPace,
  type CyclingInput,
  type CyclingPhase,
  type CyclingReason,
  type CyclingSchoolId,
  type CyclingState,
} from './cycling';
export {
  acclimationMethod,
  acclimationMethods,
  acclimationParameters,
  acclimationProgress,
  dripPlan,
  expectedFirstLosses,
  plannedFraction,
  type AcclimationMethod,
  type AcclimationParameter,
  type AcclimationProgress,
  type ArrivalCaution,
  type DripPlan,
  type MethodAdvice,
  type MethodReason,
} from './arrival';
export {
  broodDays,
  broodForecast,
  populationOf,
  populationsOf,
  stockEvents,
  stockSigns,
  type BroodForecast,
  type Population,
  type StockEvent,
  type StockEventName,
  type StockSign,
} from './population';
export { youngAbout } from './young';
export { kindsRead, type NamedCount } from './many';
export { mergeable } from './merging';
export { lossesAlarm, poissonTail, stockAlarms, type StockAlarm, type StockAlarmReason } from './alarms';
export {
  feedingSchools,
  leftoverDue,
  nextFood,
  nextMeal,
  nitrogenOf,
  portionsFor,
  leastRations,
  livingMassG,
  pinchesOf,
  rationByMass,
  schoolRations,
  type SchoolRation,
  type ClearedMeal,
  type FeedingSchool,
  type Food,
  type MealReason,
} from './feeding';
export {
  dosingSchools,
  drySalts,
  nutrientsAdded,
  trimDue,
  type DosingSchool,
  type Fertiliser,
  type NutrientsAdded,
  type TrimDue,
} from './plants';
export {
  learntBearing,
  watchHabit,
  watchReading,
  type LearntBearing,
  type MoultSchool,
  type WatchedChange,
  type WatchHabitReason,
  type WatchReading,
  type WatchVerdict,
} from './watch';
export {
  afterTrims,
  learntTrimMinutes,
  roundsUntilShaping,
  trimOpens,
  type AfterTrims,
  type TrimOpens,
  type TrimSession,
} from './trims';
export { dripOutOfPlace, type DripStep } from './drip-thread';
