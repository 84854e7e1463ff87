export {
  bookEntry,
  bookPage,
  exportedBook,
  exportedEntry,
  importReport,
  keptPhoto,
  writeRequest,
  writeResponse,
  type BookEntry,
  type BookPage,
  type ImportReport,
  type WriteResponse,
} from './entries';
export type { Done, DoneReading } from './done';
export {
  bookGroups,
  subjectKinds,
  type BookGroupId,
  type KindDescriptor,
  type PastVersion,
  type SubjectKind,
} from './kind';
export {
  descriptorOf,
  entryOf,
  groupChoices,
  hasParts,
  isKind,
  kindAsRead,
  kindIds,
  kindList,
  kindsWhere,
  lifted,
  mayAmendAsLine,
  mayStrike,
  namedIn,
  newEntry,
  writtenAs,
  type DescriptorOf,
  type Kind,
  type NewEntry,
  type PayloadOf,
  type ReadEntry,
  type ReadPayloadOf,
  type SentEntry,
} from './kinds';
export { type ChangePayload, type GivenAdvice, type TopUpPayload } from './changes';
export { type CasePayload } from './trouble';
export { work, type JobPayload, type TimerPayload, type Work } from './doing';
export { photoPayload, type LookedPayload, type NotePayload, type PhotoPayload, type StrikePayload } from './pages';
export { setUpPayload, sourcePayload, sourceStates, type SetUpPayload, type SourcePayload } from './set-up';
export { type EndingPayload } from './ending';
export { type FactPayload, type UnitPayload } from './facts';
export {
  stockKind,
  type AcclimationPayload,
  type ArrivalPayload,
  type ClearedPayload,
  type CyclingPayload,
  type DosePayload,
  type FedPayload,
  type OwnKindPayload,
  type StockPayload,
  type SupplyLogPayload,
  type SupplyPayload,
  type TrimPayload,
} from './stock';
export {
  readingContexts,
  type CalibrationPayload,
  type InstrumentPayload,
  type ReadingsPayload,
  type ReadingValue,
  type SeenPayload,
} from './readings';
export {
  batchPayload,
  worksPayload,
  type BatchPayload,
  type BatchStepPayload,
  type LearntPayload,
  type MineralPayload,
  type RecipePayload,
  type RoutinePayload,
  type SequencePayload,
  type WorksPayload,
} from './water';
export { type HandsPayload } from './hands';
export { retiredKinds, type RetiredKind } from './retired';
export { type CoursePayload, type QuarantinePayload } from './care';
