export {
  findingGroups,
  hosts,
  troubleLists,
  type ActionId,
  type Bundle,
  type BookRules,
  type Cause,
  type Caution,
  type Domain,
  type Equipment,
  type Finding,
  type FindingGroup,
  type ActingRules,
  type Exposure,
  type Extreme,
  type Guard,
  type LookPattern,
  type HappeningRule,
  type KnownFactor,
  type ReadingRule,
  type When,
  type Background,
  type FirstAction,
  type Host,
  type LaboratoryLook,
  type LadderStep,
  type Lag,
  type Means,
  type Prior,
  type Settling,
  type TestTrap,
  type TroubleKnowledge,
  type TroubleList,
  type Urgency,
} from './knowledge';
export { type Measured, type TroubleCase, type TroubleEvent } from './signs';
export { type Contribution } from './weigh';
export { type FirstAid, type NotFirst } from './first-aid';
export { type NextLook, type WhyLook } from './next-look';
export { ladderOf, weighTrouble, type Ladder, type RankedCause, type Rung, type Weighing } from './trouble';
export {
  caseFromBook,
  changedBy,
  evidenceOf,
  type BookOfTank,
  type Evidence,
  type Happened,
  type Told,
  type TrapId,
} from './evidence';
export {
  happenedIn,
  pokesIn,
  signsIn,
  tempBorne,
  toldIn,
  troubleBookKinds,
  type BookContext,
  type TroubleRow,
} from './from-book';
export { heldFindings, type HeldFinding } from './held-fast';
export { bedDecision, pokeGases, type BedCase, type BedDecision, type BedReason, type Poke, type PokeGas } from './bed';
export { darkDays, spotPeroxideMl } from './dark';
export { deadSpots, squareId, squareKinds, type Square, type SquareKind, type TankPlan } from './layout';
export { testMeans, type KitSupply, type OwnKit } from './test-means';
export { contradictions, type Contradiction } from './contradictions';
export {
  caseOutcomes,
  caseStepOf,
  caseStates,
  caseOutOfPlace,
  threadsOf,
  type CaseOutcome,
  type CaseState,
  type CaseStep,
  type TroubleThread,
  type WrittenStep as WrittenCaseStep,
} from './thread';
