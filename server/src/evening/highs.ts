import loadHighs, { type Highs } from 'highs';
import type { IntegerAnswer, IntegerProgramme, IntegerSolver } from '#core/water';

let loading: Promise<Highs> | null = null;

/** HiGHS, loaded once: a well-kept solver for mixed integer programmes, compiled to WebAssembly. */
export async function integerSolver(): Promise<IntegerSolver> {
  const highs = await (loading ??= loadHighs());
  return (programme, limits, begin) => solveWith(highs, programme, limits, begin);
}

function solveWith(
  highs: Highs,
  { columns, rows }: IntegerProgramme,
  { timeLimitMs, gapFraction }: { timeLimitMs: number; gapFraction: number },
  begin?: ReadonlyMap<number, number>,
): IntegerAnswer {
  const start = new Int32Array(rows.length + 1);
  const entryCount = rows.reduce((sum, r) => sum + r.entries.length, 0);
  const index = new Int32Array(entryCount);
  const value = new Float64Array(entryCount);
  let at = 0;
  rows.forEach(({ entries }, i) => {
    start[i] = at;
    for (const [column, coefficient] of entries) {
      index[at] = column;
      value[at] = coefficient;
      at += 1;
    }
  });
  start[rows.length] = at;
  const model = highs.createModel({
    numCols: columns.length,
    numRows: rows.length,
    colCost: columns.map((c) => c.costValue),
    colLower: columns.map(() => 0),
    colUpper: columns.map((c) => c.hi),
    rowLower: rows.map((r) => r.lo ?? -highs.infinity),
    rowUpper: rows.map((r) => r.hi ?? highs.infinity),
    matrix: {
      format: 'csr',
      numRows: rows.length,
      numCols: columns.length,
      starts: start,
      indices: index,
      values: value,
    },
    integrality: columns.map((c) => (c.integer ? 1 : 0)),
  });
  try {
    model.options.set({ output_flag: false, time_limit: timeLimitMs / 1000, mip_rel_gap: gapFraction });
    if (begin && begin.size > 0) model.setSolution({ indices: [...begin.keys()], values: [...begin.values()] });
    model.run();
    const status = model.getModelStatus();
    const optimal = status === highs.constants.modelStatus.optimal;
    const { colValue } = model.getSolution();
    const costValue = Number(model.info.get('objective_function_value'));
    const found = optimal || Number(model.info.get('primal_solution_status')) === 2;
    return {
      state: optimal ? 'optimal' : found ? 'time-limit' : 'none',
      values: found ? [...colValue] : [],
      costValue,
      boundValue: Number(model.info.get('mip_dual_bound')),
    };
  } finally {
    model.dispose();
  }
}
