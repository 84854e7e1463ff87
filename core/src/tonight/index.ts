export { calendarDue } from './calendar';
export { purposes, roundOf, type Purpose, type RoundGroup, type Visit } from './round';
export {
  type ParameterVerdict,
  type PhHolder,
  type TankChange,
  type TankHistory,
  type TankStateId,
  type VerdictInput,
} from './parameter-verdict';
export { tankVerdict, type TankVerdict } from './verdict';
export type { NextStep, NextStepId, ReasonId, VerdictFacts, VerdictReason } from './reasons';
export { mindOf, outlookOf, type MindReason, type Outlook, type OutlookInput } from './outlook';
export {
  slowHarm,
  type CreepCause,
  type SlowEvidence,
  type SlowFinding,
  type SlowHarmInput,
  type SlowReason,
} from './slow-harm';
export { testPlan, type PlannedTest, type TestPlan, type TestPlanInput, type TestReasonId } from './test-plan';
export { withOutlooks } from './with-outlooks';
export { isAiling, stateOfTank, type TankState } from './state';
export {
  inOrderOfNeed,
  type Begins,
  type BesideAlarm,
  type Contribution,
  type ContributionReason,
  type ContributionSeverity,
} from './contribution';
export { alarmChanges, type Alarm } from './alarms';
export { type HeldFact } from './held-fact';
