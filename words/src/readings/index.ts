export { deviceWords, instrumentWords, sharedFaultWords, unsteadyWords } from './instruments';
export { ledgerWords } from './ledger';
export { oddSentences, oddWords } from './odd';
