export { heldWords } from './held';
export {
  actionNames,
  answerWords,
  bedDoWords,
  bedReasonWords,
  beforeLine,
  contradictionWords,
  foreseenWords,
  gasWords,
  goOnWords,
  gradeNames,
  groupNames,
  hostWords,
  knownWords,
  listNames,
  notFirstWords,
  outcomeWords,
  squareNames,
  stateWords,
  trapWords,
  urgencyWords,
  whyLookWords,
} from './trouble';
export { troublePages } from './pages';
export { troubleAnswers } from './answers';
