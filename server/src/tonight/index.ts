export { bandsOf, dated, everyParameter, tankLine, tonightSheet, verdictOf, type TonightDeps } from './tonight-service';
export { readChanges, readHistory, readNewest, readTanks, type ReadingRow } from './tonight-repo';
