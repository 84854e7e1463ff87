export { addDays, instantOf, knownZone, nightOn } from './night';
export { groupOf, purposes, roundOf, type Purpose, type RoundGroup, type Visit } from './round';
export {
  staleAfterDays,
  tankVerdict,
  type NextStep,
  type ParameterVerdict,
  type ReasonId,
  type TankChange,
  type TankHistory,
  type TankStateId,
  type TankVerdict,
  type VerdictInput,
} from './verdict';
