export {
  agentSortWords,
  blockWords,
  courseDayText,
  criterionWords,
  dayDoWords,
  doseReasonWords,
  doseText,
  exposedWords,
  mealWords,
  notedWords,
  quarantineReasonWords,
  schoolWords,
  toolSortWords,
  verdictWords,
  wayWords,
} from './care';
export { changesFrom, changesText, daysFrom, daysText } from './typed';
