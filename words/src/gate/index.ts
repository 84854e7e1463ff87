export { gateWords } from './gate';
export { gateAnswers } from './answers';
