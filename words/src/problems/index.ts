export { problemsAnswers } from './answers';
