export { addDays, instantOf, knownZone, nightOn } from './night';
export { groupOf, purposes, roundOf, type Purpose, type RoundGroup, type Visit } from './round';
export {
  staleAfterDays,
  type ParameterVerdict,
  type PhHolder,
  type ReasonId,
  type TankChange,
  type TankHistory,
  type TankStateId,
  type VerdictInput,
} from './parameter-verdict';
export { tankVerdict, type NextStep, type TankVerdict } from './verdict';
export {
  eventsOf,
  horizonDays,
  leavesText,
  mindText,
  outlookOf,
  routineAhead,
  type Outlook,
  type OutlookInput,
} from './outlook';
export { slowHarm, type SlowFinding, type SlowHarmInput } from './slow-harm';
export { testPlan, undecidedFraction, type PlannedTest, type TestPlan, type TestPlanInput } from './test-plan';
export { withOutlooks } from './with-outlooks';
