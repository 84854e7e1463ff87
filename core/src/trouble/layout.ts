/** What a keeper draws into a square of the plan of a tank, seen from above. */
export const squareKinds = ['bed', 'plants', 'hard', 'outlet', 'intake', 'feeding'] as const;
export type SquareKind = (typeof squareKinds)[number];
/** Rows from the back to the front, squares from left to right. */
export type TankPlan = readonly (readonly SquareKind[])[];
export interface Square {
  id: string;
  kind: SquareKind;
  /** Squares the water goes from the nearest outlet, thick plants counting three; null where it never comes. */
  flowCount: number | null;
  dead: boolean;
}

/** Beyond this way from the outlet hardly anything moves (our estimate), as a share of the longer side. */
const farShare = 0.75;
const stepOf: Readonly<Record<SquareKind, number>> = {
  bed: 1,
  feeding: 1,
  intake: 1,
  outlet: 1,
  plants: 3,
  hard: Infinity,
};

/** Names of squares: a letter for the row from the back, a number from the left. */
export const squareId = ({ rowIndex, columnIndex }: { rowIndex: number; columnIndex: number }): string =>
  `${String.fromCharCode(65 + rowIndex)}${columnIndex + 1}`;

/**
 * Where water hardly moves in a tank, by the way from its outlet around stones and through thick plants.
 *
 * A picture, not a flow calculation: the shortest way of water over the squares of the plan (Dijkstra), thick plants
 * counting three squares; what lies further than three quarters of the longer side, or behind stones, is a dead spot.
 * @example deadSpots([['outlet', 'bed', 'hard', 'bed']]).at(-1) // { id: 'A4', dead: true, flowCount: null, … }
 */
export function deadSpots(plan: TankPlan): Square[] {
  const width = Math.max(0, ...plan.map((row) => row.length));
  const limit = farShare * Math.max(width, plan.length);
  const kindAt = (rowIndex: number, columnIndex: number): SquareKind | undefined => plan[rowIndex]?.[columnIndex];
  const lengths = new Map<string, number>();
  const open: { rowIndex: number; columnIndex: number; stepCount: number }[] = plan.flatMap((squares, rowIndex) =>
    squares.flatMap((kind, columnIndex) => (kind === 'outlet' ? [{ rowIndex, columnIndex, stepCount: 0 }] : [])),
  );
  while (open.length > 0) {
    open.sort((a, b) => b.stepCount - a.stepCount);
    const at = open.pop();
    if (!at) break;
    const id = squareId(at);
    if ((lengths.get(id) ?? Infinity) <= at.stepCount) continue;
    lengths.set(id, at.stepCount);
    for (const [down, right] of [
      [1, 0],
      [-1, 0],
      [0, 1],
      [0, -1],
    ] as const) {
      const kind = kindAt(at.rowIndex + down, at.columnIndex + right);
      if (kind !== undefined && stepOf[kind] < Infinity)
        open.push({
          rowIndex: at.rowIndex + down,
          columnIndex: at.columnIndex + right,
          stepCount: at.stepCount + stepOf[kind],
        });
    }
  }
  const anyOutlet = lengths.size > 0;
  return plan.flatMap((squares, row) =>
    squares.map((kind, column): Square => {
      const id = squareId({ rowIndex: row, columnIndex: column });
      const flowCount = lengths.get(id) ?? null;
      const open = kind !== 'hard';
      return { id, kind, flowCount, dead: anyOutlet && open && (flowCount === null || flowCount > limit) };
    }),
  );
}
