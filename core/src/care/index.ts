export {
  besideAgents,
  exposedGroups,
  type Agent,
  type AgentDose,
  type BathRecipe,
  type BleachTime,
  type ToolDip,
  type CareKnowledge,
  type ExposedGroup,
  type HarmSign,
  type NeverTogether,
} from './agent';
export { agentNamed, mayDose, type DoseQuestion, type DoseReason, type DoseVerdict } from './may-dose';
export {
  courseOf,
  rationOf,
  redose,
  residueOf,
  type Course,
  type CourseDay,
  type CourseFood,
  type CourseInput,
  type CourseLabel,
  mealFilterMinutes,
  mealLeftoverMinutes,
  usualRationPercent,
} from './course';
export {
  availableChlorinePercent,
  bathAfterBleach,
  bathOf,
  bleachDip,
  neutralise,
  type Bath,
  type BleachLabel,
} from './bath';
export { ichTiming } from './ich';
export { saltCourse, type SaltCourse, type SaltInput } from './salt';
export {
  quarantineClock,
  quarantineEventKinds,
  quarantineSchools,
  type QuarantineBlock,
  type QuarantineClock,
  type QuarantineEvent,
  type QuarantineEventKind,
  type QuarantineSchool,
} from './quarantine';
export { brokenWeight, contactKinds, traceContacts, type Contact, type ContactKind, type Traced } from './trace';
export {
  agentIdsOf,
  careVerdicts,
  courseOutOfPlace,
  courseThreads,
  dateOfCourse,
  dosePlanOf,
  dueOf,
  mealAppetites,
  mealsRefused,
  neededOf,
  readyToEnd,
  takenOf,
  type CareHead,
  type CareLook,
  type CareVerdict,
  type CoursePlan,
  type CourseStart,
  type CourseStep,
  type CourseThread,
  type MealAppetite,
} from './course-thread';
export {
  doseGivenUnits,
  doseToGive,
  isNearLabel,
  packsTaken,
  type DoseGivenUnit,
  type DosePlan,
  type DoseToGive,
} from './dose';
export {
  quarantineOutOfPlace,
  quarantineReasons,
  type QuarantineHappening,
  type QuarantineReason,
  type QuarantineStep,
  type QuarantineThread,
} from './quarantine-thread';
export {
  careDiaryKinds,
  careOfBook,
  courseStepOf,
  quarantineStepOf,
  toolStepOf,
  supposedWaterC,
  type CareRow,
  type CoursePayloadLike,
  type QuarantinePayloadLike,
  type ToolPayloadLike,
} from './care-read';
export { contactDiaryKinds, contactsOfBook, traceDayOf, type ContactRow, type DatedContact } from './contacts';
export {
  agentsIn,
  changesUntilGone,
  exitCriteria,
  filterWatch,
  presentFraction,
  redosesDue,
  sentinelDays,
  shareLeft,
  type AgentIn,
  type ClockEntry,
  type ExitCriterion,
  type ExitCriterionId,
  type RedoseDue,
  type WaterChanged,
  type Watched,
} from './during-course';
export { hoseChains } from './chains';
export {
  dipFault,
  ownEquipmentUntil,
  toolOutOfPlace,
  toolSorts,
  toolThreads,
  type Tool,
  type ToolSort,
  type ToolStep,
} from './tools';
