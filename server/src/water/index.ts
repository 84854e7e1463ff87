export { batchList, readBatches } from './batches';
export { changeKind, topUpKind } from './change-kinds';
export { learntView } from './learnt';
export { batchKind, batchStepKind, recipeKind, routineKind, sequenceKind } from './water-checks';
export { readChangedWithin, readChanges, type PastChange } from './water-repo';
