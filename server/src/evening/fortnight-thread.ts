import { unwrap } from '#core/result';
import { fortnightPlan, type FortnightInput, type FortnightPlan } from '#core/water';
import { integerSolver } from './highs';

const solver = integerSolver();

/** @returns The plan; by the search alone where the programme did not end in its time. */
export default async ({
  input,
  timeLimitMs,
  searchOnly,
}: {
  input: FortnightInput;
  timeLimitMs: number;
  searchOnly: boolean;
}): Promise<FortnightPlan> => unwrap(fortnightPlan(input, { solver: searchOnly ? null : await solver, timeLimitMs }));
