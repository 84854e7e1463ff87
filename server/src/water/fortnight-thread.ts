import { unwrap } from '#core/result';
import { fortnightPlan, type FortnightInput, type FortnightPlan } from '#core/water';
import { answering } from '../app';
import { integerSolver } from './highs';

const solver = await integerSolver();

answering(({ input, timeLimitMs }: { input: FortnightInput; timeLimitMs: number }): FortnightPlan =>
  unwrap(fortnightPlan(input, { solver, timeLimitMs })),
);
