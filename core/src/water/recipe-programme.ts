import { solve, type Constraint } from 'yalps';

/** One line of a linear programme over named variables that are never negative: lo ≤ Σ coefficient × variable ≤ hi. */
export interface ProgrammeRow {
  coefficients: ReadonlyMap<string, number>;
  lo?: number;
  hi?: number;
}
export interface Programme {
  rows: readonly ProgrammeRow[];
  /** Variables without a cost cost nothing. */
  costs: ReadonlyMap<string, number>;
}
export interface ProgrammeSolution {
  costValue: number;
  values: ReadonlyMap<string, number>;
}

/** The cheapest point of a small linear programme, or null where there is none. YALPS, a simplex in plain TypeScript. */
export function cheapest({ rows, costs }: Programme): ProgrammeSolution | null {
  const variables = new Map<string, [string, number][]>();
  const at = (name: string): [string, number][] => {
    const list = variables.get(name) ?? [];
    variables.set(name, list);
    return list;
  };
  const constraints = rows.map(({ lo, hi }, i): [string, Constraint] => [
    `r${i}`,
    lo !== undefined && lo === hi
      ? { equal: lo }
      : { ...(lo === undefined ? {} : { min: lo }), ...(hi === undefined ? {} : { max: hi }) },
  ]);
  rows.forEach(({ coefficients }, i) => {
    for (const [name, value] of coefficients) if (value !== 0) at(name).push([`r${i}`, value]);
  });
  for (const [name, value] of costs) if (value !== 0) at(name).push(['cost', value]);
  const solution = solve(
    { direction: 'minimize', objective: 'cost', constraints, variables: [...variables] },
    { precision: 1e-10, maxPivots: 4096, checkCycles: false },
  );
  if (solution.status !== 'optimal') return null;
  const values = new Map(solution.variables);
  return { costValue: costAt(costs, values), values };
}
function costAt(costs: ReadonlyMap<string, number>, values: ReadonlyMap<string, number>): number {
  let sum = 0;
  for (const [name, value] of costs) sum += value * (values.get(name) ?? 0);
  return sum;
}

/**
 * Several aims in their order: each is met as well as those before it allow. Returns the last solution, or null where the
 * rows alone cannot be met.
 */
export function inOrder({
  rows,
  aims,
}: {
  rows: readonly ProgrammeRow[];
  aims: readonly ReadonlyMap<string, number>[];
}): ProgrammeSolution | null {
  const held = [...rows];
  let last: ProgrammeSolution | null = null;
  for (const costs of aims) {
    const reachedValue: number = last ? costAt(costs, last.values) : Infinity;
    // Nothing costs less than nothing: what is met already needs no solving, only to be held.
    if (last && reachedValue <= 1e-9) {
      held.push({ coefficients: costs, hi: reachedValue + 1e-7 });
      last = { costValue: reachedValue, values: last.values };
      continue;
    }
    const next = cheapest({ rows: held, costs });
    // What an earlier aim allowed cannot become impossible; only rounding can say so, and then it stands as it was.
    if (!next) return last;
    last = next;
    held.push({ coefficients: costs, hi: next.costValue + 1e-7 * (1 + Math.abs(next.costValue)) });
  }
  return last ?? cheapest({ rows, costs: new Map() });
}
