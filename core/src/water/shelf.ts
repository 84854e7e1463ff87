import { closedMiddle, type Interval, type ParameterId, type Water } from '#core/readings';
import { unitCost } from '#core/supplies';
import type { WaterSpan } from './change';
import { isPure, type ShelfSupply } from './house-waters';
import { mineralState, type MineralBatch, type MineralLabel, type MineralState } from './mineral';
import type { ShelfMineral } from './recipe';
import type { SaltId } from './salts';

interface KnownSource {
  /** As a source says it: `ro`, `tap-aged` and so on. */
  state: string | undefined;
  analysis: Partial<Record<ParameterId, Interval>>;
}
/**
 * What is known of a source, as spans to reckon with. Of pure water «less than one» is the kit's end: nothing.
 * @example sourceSpans({ state: 'ro', analysis: { ghDegrees: { lo: null, hi: 1 } } }) // GH 0 to 0
 */
export function sourceSpans({ state, analysis }: KnownSource): WaterSpan {
  const spans: WaterSpan = {};
  for (const [id, { lo, hi }] of Object.entries(analysis) as [ParameterId, Interval][])
    spans[id] = isPure(state) && lo === null ? { lo: 0, hi: 0 } : { lo, hi };
  return spans;
}
/**
 * What is known of a source, as points: the middles of its spans; what is open above is left out.
 * @example sourceWater({ state: 'tap-aged', analysis: { ghDegrees: { lo: 4, hi: 6 } } }) // GH 5
 */
export function sourceWater(source: KnownSource): Water {
  const water: Water = {};
  for (const [id, span] of Object.entries(sourceSpans(source)) as [ParameterId, Interval][]) {
    const value = closedMiddle(span);
    if (value !== null) water[id] = value;
  }
  return water;
}

/** A supply that is a salt or a mineral, as far as recipes ask. */
export interface PowderSupply extends ShelfSupply {
  purityFraction?: number | undefined;
}
/** A plain salt on the keeper's shelf: how pure, and what a gram of it costs; null where nobody has said. */
export interface HouseSalt {
  supplyId: string;
  purityFraction: number;
  perGValue: number | null;
}
/**
 * The salts of a house; of several supplies of one salt the newest is weighed from. Oldest first.
 * @example saltShelf([{ supplyId: 'a', name: 'Epsom', saltId: 'mgso4-7h2o' }]).get('mgso4-7h2o').purityFraction // 1
 */
export const saltShelf = (supplies: readonly PowderSupply[]): Map<SaltId, HouseSalt> =>
  new Map(
    supplies.flatMap(({ supplyId, saltId, purityFraction, pack }): [SaltId, HouseSalt][] =>
      saltId ? [[saltId, { supplyId, purityFraction: purityFraction ?? 1, perGValue: unitCost(pack) }]] : [],
    ),
  );

/** A batch as it was made, with what was measured first, before anything was mended. */
export interface MadeBatch {
  madeEpochMs: number;
  madeL: number;
  parts: readonly { sourceId: string; partL: number }[];
  saltsCount: number;
  minerals: readonly { supplyId: string; massG: number }[];
  measured: Partial<Record<ParameterId, Interval>> | null;
}
/** Batches with this mineral alone that were measured: what its slope is learnt from. */
export function batchesOfMineral({
  supplyId,
  batches,
  waterOf,
}: {
  supplyId: string;
  batches: readonly MadeBatch[];
  waterOf: (sourceId: string) => Water;
}): MineralBatch[] {
  return batches.flatMap(({ madeEpochMs, madeL, parts, saltsCount, minerals, measured }): MineralBatch[] => {
    const [own] = minerals;
    if (!measured || minerals.length !== 1 || own?.supplyId !== supplyId || saltsCount > 0) return [];
    const rise = (id: 'ec25UsPerCm' | 'ghDegrees'): number | null => {
      const span = measured[id];
      const value = span ? closedMiddle(span) : null;
      const known = parts.map((p) => ({ value: waterOf(p.sourceId)[id], partL: p.partL }));
      if (value === null || known.some((p) => p.value === undefined)) return null;
      return value - known.reduce((sum, p) => sum + ((p.value ?? 0) * p.partL) / madeL, 0);
    };
    return [
      {
        atEpochMs: madeEpochMs,
        massG: own.massG,
        waterL: madeL,
        ghRiseDegrees: rise('ghDegrees'),
        ecRiseUsPerCm: rise('ec25UsPerCm'),
      },
    ];
  });
}

/** A mineral of the house: its label, the batches it was in, and what both make of its slope. */
export interface HouseMineral {
  supplyId: string;
  name: string;
  perGValue: number | null;
  label: MineralLabel | null;
  state: MineralState | null;
  batches: readonly MineralBatch[];
}
/** Fewer batches than this say nothing of a mineral whose label nobody entered. Ours. */
const leastBatchesCount = 3;
const noLabel: MineralLabel = { massG: 1, waterL: 1, ghDegrees: null, khDegrees: null, ec25UsPerCm: null };

/** A mineral with what is known of it: by its label, or by three batches where there is none. */
export function houseMineral({
  supply: { supplyId, name, pack },
  label,
  batches,
}: {
  supply: ShelfSupply;
  label: MineralLabel | null;
  batches: readonly MineralBatch[];
}): HouseMineral {
  const told = label ?? (batches.length >= leastBatchesCount ? noLabel : null);
  return {
    supplyId,
    name,
    perGValue: unitCost(pack),
    label,
    batches,
    state: told && mineralState({ label: told, batches }),
  };
}

/** As a recipe takes them: only those of which something is known. */
export const mineralShelf = (minerals: readonly HouseMineral[]): ShelfMineral[] =>
  minerals.flatMap(({ supplyId, name, state, perGValue }) =>
    state && (state.gh || state.kh || state.ec)
      ? [
          {
            id: supplyId,
            name,
            ghPerGPerL: state.gh?.perGPerL ?? 0,
            khPerGPerL: state.kh?.perGPerL ?? 0,
            ecPerGPerL: state.ec?.perGPerL ?? 0,
            costPerGFactor: perGValue ?? undefined,
          },
        ]
      : [],
  );
