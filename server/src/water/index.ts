export { batchList } from './batches';
export { buildUpView } from './build-up';
export { doingView } from './doing';
export { eveningView } from './evening';
export { integerSolver } from './highs';
export { learntView } from './learnt';
export { WaterPlanner } from './planner';
export {
  checkBatch,
  checkBatchStep,
  checkJob,
  checkRecipe,
  checkRoutine,
  checkSequence,
  checkTimer,
} from './water-checks';
export { changeKind, checkChange, checkTopUp, topUpKind } from './water-kind';
export {
  batchKind,
  batchStepKind,
  jobKind,
  learntKind,
  mineralKind,
  recipeKind,
  routineKind,
  sequenceKind,
  timerKind,
  worksKind,
} from './water-kinds';
