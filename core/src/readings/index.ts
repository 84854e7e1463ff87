export { gapBetween, highEnd, intervalText, lowEnd, middle, roundTo, type Interval } from './interval';
export { bandVerdict, judgeReading, plausibility, type BandVerdict, type Judgement, type Plausibility } from './judge';
export { lineReadings, type LineQuestion, type LineReading, type UnderstoodLine } from './line';
export {
  parameterIds,
  parameterNamed,
  parameterWords,
  type Parameter,
  type ParameterId,
  type ReadBy,
  type Water,
} from './parameter';
export { likelyMend, parseReading, type ParsedReading } from './parse';
export { directionOf, type DatedChange, type DatedReading, type Direction } from './trend';
export { theilSenLine } from './slope';
export { buildUp, type BuildUp, type ChangedMind } from './build-up';
export {
  byDay,
  followed,
  replayed,
  smoothed,
  withNewest,
  type BuildUpEvent,
  type BuildUpTrack,
  type Fan,
  type FutureChange,
} from './build-up-filter';
export { fittedTraits } from './build-up-fit';
export { crossing, foreseen, routineOf, settledFan, settling, type Routine } from './build-up-forecast';
