import type { StockKind, WaterKnown } from '#core/stock';

/** What the worker of suitability is asked. */
export type FitJob =
  | { id: number; job: 'fits'; kinds: readonly StockKind[]; waters: readonly { id: string; water: WaterKnown }[] }
  | { id: number; job: 'remedies'; kinds: readonly StockKind[]; source: WaterKnown };
