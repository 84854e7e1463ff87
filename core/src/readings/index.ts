export { robustStatistics, type RobustStatistics } from './robust';
export { closedMiddle, gapBetween, highEnd, intervalText, lowEnd, middle, roundTo, type Interval } from './interval';
export {
  bandVerdict,
  judgeReading,
  placeBesideBand,
  plausibility,
  type BandVerdict,
  type Judgement,
  type OddReason,
  type Plausibility,
} from './judge';
export { aimRead, type AimQuestion, type AimRead } from './aim';
export { typedText } from './as-typed';
export { countRead, type CountRead } from './count';
export { lineReadings, type UnderstoodLine } from './line';
export { ledgerLine } from './ledger';
export {
  seenBehaviours,
  seenGrazing,
  type LedgerAnimal,
  type LedgerContext,
  type LedgerEntry,
  type LedgerInput,
  type LedgerLine,
  type LedgerPayload,
  type LedgerQuestion,
  type LedgerReading,
  type LedgerSubject,
  type Seen,
} from './ledger-state';
export { type LedgerReason } from './ledger-reasons';
export { ledgerText } from './ledger-print';
export {
  parameterIds,
  parameterNamed,
  parametersWhere,
  rankedBy,
  traitsOf,
  type AimedParameter,
  type Parameter,
  type ParameterId,
  type RankedBy,
  type Water,
} from './parameter';
export type { ParameterTraits, ReadBy } from './parameter-table';
export { likelyMend, parseReading, typedSpan, type ParsedReading } from './parse';
export { directionOf, type DatedChange, type DatedReading, type Direction } from './trend';
export { theilSenLine, theilSenSlope } from './slope';
export { buildUp, tracked, type BuildUp, type ChangedMind } from './build-up';
export { byDay, smoothed, type BuildUpEvent, type Fan, type FutureChange } from './build-up-filter';
export { crossing, rhythmOf, routineOf, settling, type Routine } from './build-up-forecast';
export {
  instrumentTypes,
  instrumentWarnings,
  penPpmOf,
  readByInstrument,
  sharedFaults,
  unitShownBy,
  type Calibration,
  type Instrument,
  type InstrumentReason,
  type InstrumentType,
  type InstrumentWarning,
  type NightReading,
  type SharedFault,
} from './instruments';
export { medianOf, modifiedZScores, ownNormal, unusualSide, type OwnNormal } from './own-normal';
export { normalTailFraction } from './normal';
export {
  bucketStart,
  deviceParameterIds,
  devicePossible,
  deviceTypes,
  deviceWarnings,
  grainFor,
  grains,
  type DeviceHeard,
  type DeviceParameterId,
  type DeviceReason,
  type DeviceType,
  type DeviceWarning,
} from './devices';
export { hasLeft, steadiness, type Sample, type Steadiness, type UnsteadyReason } from './steady';
export { afterDays, type BuildUpTraits } from './build-up-state';
