export { analysisWords, questionWords } from './questions';
export { resinWords, treatmentWords } from './treat';
export { sourcesPages } from './pages';
export { sourcesAnswers } from './answers';
