export { analysisWords, questionWords } from './questions';
export { resinWords, treatmentWords } from './treat';
