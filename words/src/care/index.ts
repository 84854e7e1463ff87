export {
  agentSortWords,
  blockWords,
  courseDayText,
  criterionWords,
  dayDoWords,
  doseReasonWords,
  doseShareWords,
  doseText,
  doseWords,
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
export { carePages } from './pages';
export { careAnswers } from './answers';
