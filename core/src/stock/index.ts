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
export { fitOf, fitTable, osmoticReason, type FitVerdict, type KindFit, type RangeFit, type WaterKnown } from './suits';
export { cheapestRemedy, phInTank, treatedWater, type Remedy, type RemedyFound } from './remedy';
export {
  bodyMassG,
  commonBand,
  together,
  type CommonLine,
  type Lodger,
  type TankPlace,
  type Together,
  type TogetherFinding,
} from './together';
export {
  litresEachL,
  litresTakenL,
  maturitySchools,
  stockingAdvice,
  type MaturitySchool,
  type StockingAdvice,
} from './stocking';
export {
  ammoniaDose,
  cyclingSchools,
  cyclingState,
  nitrifierPace,
  type CyclingInput,
  type CyclingPhase,
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
  type AcclimationProgress,
  type DripPlan,
  type MethodAdvice,
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
export { poissonTail, stockAlarms, type StockAlarm, type StockAlarmReason } from './alarms';
export {
  feedingSchools,
  leftoverDue,
  nextFood,
  nextMeal,
  nitrogenOf,
  portionsFor,
  rationByMass,
  type ClearedMeal,
  type FeedingSchool,
  type Food,
} from './feeding';
export {
  dosingSchools,
  drySalts,
  nutrientsAdded,
  trimDue,
  type Fertiliser,
  type NutrientsAdded,
  type TrimDue,
} from './plants';
export { learntBearing, watchHabit, watchReading, type WatchedChange, type WatchReading } from './watch';
