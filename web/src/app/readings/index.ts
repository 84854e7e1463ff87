/** What other slices use of this one. Its pages are opened by the shell. */
export { InstrumentStore } from './instrument-store';
export { bookEntry, lineOf, sittingQuestions } from './ledger-entries';
export { readingValue } from './understanding';
