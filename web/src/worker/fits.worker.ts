import { expose } from 'comlink';
import { cheapestRemedy, fitTable, type RemedyFound, type StockKind, type WaterKnown } from '#core/stock';

/** Transport only: what is computed is the core's. */
const work = {
  fits: fitTable,
  remedies: ({ kinds, source }: { kinds: readonly StockKind[]; source: WaterKnown }): RemedyFound[] =>
    kinds.map((kind) => cheapestRemedy({ kind, source })),
};
export type FitsWork = typeof work;
expose(work);
