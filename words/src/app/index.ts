export { appAnswers } from './answers';
