export { noteWords } from './notes';
export { refusalWords, whyWords } from './refusals';
export { teller, type Sentences } from './tell';
