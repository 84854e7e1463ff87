import { unwrap } from '#core/result';
import { fortnightPlan, type FortnightInput, type FortnightPlan } from '#core/water';
import { integerSolver } from './highs';

const solver = integerSolver();

export default async ({ input, timeLimitMs }: { input: FortnightInput; timeLimitMs: number }): Promise<FortnightPlan> =>
  unwrap(fortnightPlan(input, { solver: await solver, timeLimitMs }));
