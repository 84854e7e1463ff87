export { endWords, equipmentReasonWords, equipmentWords, newThingWords } from './equipment';
export { tanksPages } from './pages';
export { tanksAnswers } from './answers';
