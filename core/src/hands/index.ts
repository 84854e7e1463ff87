export {
  absence,
  changedBefore,
  productionShare,
  standInDays,
  type AbsenceInput,
  type AbsenceValue,
  type Leaves,
  leavingPlans,
  type LeavingPlan,
} from './absence';
export { cooling, insulations, type CoolingInput, type Insulation } from './cooling';
export {
  eveningTank,
  habitMinutes,
  madeOnce,
  walkJobs,
  type EveningVisit,
  type HabitMinutes,
  type WalkJobId,
  usualWalkMinutes,
} from './evening';
export {
  outageCauses,
  outageLines,
  outageStepsOf,
  sidesOf,
  type AfterOutageStep,
  type FilterState,
  type OutageCause,
  type OutageLine,
  type OutageStep,
  type OutageTank,
  type TankSides,
} from './outage';
export { oxygenHours, type OxygenHours, type OxygenInput } from './oxygen-hours';
export { portions, type PortionsInput } from './portions';
export { heldAgainst, heldVerdicts, type HeldVerdict } from './forecast-check';
export {
  goodDaysNeeded,
  handsOutOfPlace,
  handsStepsOf,
  handsThreads,
  outageRunning,
  type Absence,
  type HandsPayloads,
  type HandsStep,
  type MoveWatch,
  type OpenOutage,
} from './threads';
export {
  walk,
  walkGroups,
  type Walk,
  type WalkGroup,
  type WalkInput,
  type WalkJob,
  type WalkStop,
  type WalkTank,
} from './walk';
export {
  bedNext,
  bedSchools,
  bedShareOfNight,
  bucketSigns,
  cleanedParts,
  flowState,
  mostBedFraction,
  plainBed,
  spongeBlocks,
  wasteReasons,
  type BedBlock,
  type BedNext,
  type BedSchool,
  type BedSquare,
  type BucketSign,
  type CleanedPart,
  type FlowState,
  type SpongeBlock,
  type WasteReason,
} from './cleaning';
export {
  movedDay,
  moveAdvice,
  moveOrder,
  moveTimeline,
  tanWithoutFilter,
  waterChoices,
  waterToCarry,
  type MoveReason,
  type MoveSchool,
  type MoveStepId,
  type WaterChoice,
} from './moving';
export { rearranged } from './rearranged';
export { heaterRestMinutes, inPasses, passOrder, walkPasses, type PassRun, type WalkPass } from './passes';
export { flowGains, moveCosts, stirredUp, type FlowStep } from './learnt';
