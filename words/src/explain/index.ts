export { noteWords } from './notes';
export { refusalWords, whyWords } from './refusals';
export { spokenTeller, teller, type Sentences, type SpokenSentences } from './tell';
