export { deviceWords, instrumentWords, sharedFaultWords, unsteadyWords } from './instruments';
export { ledgerWords } from './ledger';
export { aimWords, oddSentences, oddWords } from './odd';
export { readingsPages } from './pages';
export { readingsAnswers } from './answers';
