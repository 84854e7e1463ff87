/** What other slices use of this one. Its pages are opened by the shell. */
export { DevicesPart } from './devices-part';
export { InstrumentStore } from './instrument-store';
export { bookEntry, lineOf, sittingQuestions } from './ledger-entries';
export { LedgerLine } from './ledger-line';
export { readingValue } from './understanding';
