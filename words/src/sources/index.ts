export { analysisWords, questionWords } from './questions';
export { resinWords, treatmentWords } from './treat';
export { sourcesPages } from './pages';
