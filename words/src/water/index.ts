export {
  adviceWords,
  atHandWords,
  conditionWords,
  emergencyWords,
  flowWords,
  missWords,
  reliefWords,
  stopWords,
  watchWhenWords,
  watchWords,
} from './advice';
export {
  batchWords,
  bearsWords,
  eveningWords,
  learntWords,
  nightWords,
  eveningShort,
  tonightReasonWords,
  waitWords,
} from './evening';
export { oddBatchWords, phByWords, warmingWords } from './mixing';
export { waterPages } from './pages';
export { waterAnswers } from './answers';
