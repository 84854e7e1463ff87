import type { Problem } from '#contracts/shapes';

/** Faults of a refused write by the last part of their path, so that each can stand beside its field. */
export function faultsByField(problem: Problem): Map<string, string> {
  const faults = new Map<string, string>();
  for (const { field, message, mend } of problem.errors ?? [])
    faults.set(
      field.replace(/^entries\.\d+\.(payload\.)?/, ''),
      `${message}${mend === undefined ? '' : `; perhaps ${mend}`}`,
    );
  if (faults.size === 0) faults.set('', problem.title);
  return faults;
}
