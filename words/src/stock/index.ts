export { alarmShort, alarmWords } from './alarms';
export { arrivalCautionWords, maturityWords, methodNames, methodWords, stockingWords } from './arrival';
export {
  cyclingReasonWords,
  cyclingWords,
  dosingWords,
  feedingWords,
  mealWords,
  trimOpensWords,
  trimWords,
} from './living';
export { osmoticWords, togetherWords } from './together';
export { learntBearingWords, moultSchoolNames, moultWords, watchHabitWords, watchVerdictWords } from './watch';
export { stockPages } from './pages';
export { stockAnswers } from './answers';
