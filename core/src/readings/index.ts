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
