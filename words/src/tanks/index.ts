export { endWords, equipmentReasonWords, equipmentWords } from './equipment';
export { tanksPages } from './pages';
export { tanksAnswers } from './answers';
