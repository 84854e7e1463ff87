import { dayMs } from '#core/units';
import { unitCost } from '#core/supplies';
import { litreCost, type DosedPowder, type LitreCost } from './cost';
import { salts, type SaltId } from './salts';

/** Water out of a membrane, with or without resin after it: nothing in it that counts. */
export const isPure = (state: string | undefined): boolean => state === 'ro' || state === 'rodi';

export interface WaterSource {
  sourceId: string;
  name: string;
  /** As a source says it: `ro`, `rodi`, `batch`, `tap-aged` and so on. */
  state: string;
  chlorine: 'none' | 'chlorine' | 'chloramine' | 'unknown';
  /** What a mixed water was first said to be made of. */
  parts?: readonly { sourceId: string; partL: number }[] | undefined;
}
export interface WaterRecipe {
  parts: readonly { sourceId: string; shareFraction: number }[];
  salts: readonly { saltId: SaltId; saltGPerL: number }[];
  minerals: readonly { supplyId: string; mineralGPerL: number }[];
  leadHours: number;
  stirred: boolean;
  mixMinutes: number;
}
export interface ShelfSupply {
  supplyId: string;
  name: string;
  saltId?: SaltId | undefined;
  pack?: { packValue: number; costValue: number } | undefined;
}
/** A batch as far as it stands. */
export interface StandingBatch {
  sourceId: string;
  leftL: number;
  usable: boolean;
  ageing: boolean;
  readyEpochMs: number;
}
/** What is known of the house's waters: how each is made, and what stands of it. */
export interface HouseWatersInput {
  sources: readonly WaterSource[];
  recipes: ReadonlyMap<string, WaterRecipe>;
  /** Oldest first: the newest of a salt is the one that is weighed from. */
  supplies: readonly ShelfSupply[];
  batches: readonly StandingBatch[];
  prices: { perM3Value: number | null; wasteRatio: number };
  nowEpochMs: number;
}
export interface HouseWater {
  waterId: string;
  name: string;
  roFraction: number;
  saltGPerL: number;
  leadHours: number;
  stirred: boolean;
  mixMinutes: number;
  readyL: number;
  standing: { readyAtDay: number; volumeL: number }[];
  cost: LitreCost;
}

/** Hours and minutes where no recipe says otherwise: chlorine goes out in a day, a batch takes an hour (common practice). */
const usual = { agedHours: 24, batchHours: 1, batchMinutes: 15, agedMinutes: 5 };
/** Waters may be made of waters; deeper than this is a ring. */
const deepest = 5;

/** The waters that are asked for: how much of each is pure, how long it must stand, what is there of it, what it costs. */
export function houseWaters(house: HouseWatersInput, waterIds: readonly string[]): HouseWater[] {
  return [...new Set(waterIds)].flatMap((waterId): HouseWater[] => {
    const source = house.sources.find((s) => s.sourceId === waterId);
    if (!source) return [];
    const recipe = house.recipes.get(waterId);
    const own = house.batches.filter((b) => b.sourceId === waterId);
    const roFraction = roFractionOf(waterId, house);
    const { state, chlorine } = source;
    const batch = state === 'batch';
    const aged = state === 'tap-aged' || (state === 'tap-straight' && chlorine === 'chlorine');
    return [
      {
        waterId,
        name: source.name,
        roFraction,
        saltGPerL: recipe ? powdersOf(recipe, house.supplies).reduce((sum, p) => sum + p.gPerL, 0) : 0,
        leadHours: recipe?.leadHours ?? (aged ? usual.agedHours : batch ? usual.batchHours : 0),
        stirred: recipe?.stirred ?? false,
        mixMinutes: recipe?.mixMinutes ?? (batch ? usual.batchMinutes : aged ? usual.agedMinutes : 0),
        readyL: own.filter((b) => b.usable).reduce((sum, b) => sum + b.leftL, 0),
        standing: own
          .filter((b) => b.ageing)
          // To the hour: the same question within it is the same.
          .map((b) => ({
            readyAtDay: Math.ceil((24 * (b.readyEpochMs - house.nowEpochMs)) / dayMs) / 24,
            volumeL: b.leftL,
          })),
        cost: litreCost({ roFraction, prices: house.prices, powders: withParts(waterId, house) }),
      },
    ];
  });
}

function powdersOf({ salts: own, minerals }: WaterRecipe, supplies: readonly ShelfSupply[]): DosedPowder[] {
  return [
    ...minerals.map(({ supplyId, mineralGPerL }) => {
      const supply = supplies.find((s) => s.supplyId === supplyId);
      return { name: supply?.name ?? 'a mineral', gPerL: mineralGPerL, perGValue: unitCost(supply?.pack) };
    }),
    ...own.map(({ saltId, saltGPerL }) => ({
      name: salts[saltId].name,
      gPerL: saltGPerL,
      perGValue: unitCost(supplies.filter((s) => s.saltId === saltId).at(-1)?.pack),
    })),
  ];
}

/** What is weighed into a litre of a water, with what its parts bring. */
function withParts(waterId: string, house: HouseWatersInput, depth = 0): DosedPowder[] {
  const recipe = house.recipes.get(waterId);
  if (!recipe || depth > deepest) return [];
  return [
    ...powdersOf(recipe, house.supplies),
    ...recipe.parts.flatMap(({ sourceId, shareFraction }) =>
      withParts(sourceId, house, depth + 1).map((p) => ({ ...p, gPerL: p.gPerL * shareFraction })),
    ),
  ];
}

/**
 * Share of pure water in a water, 0-1, through its parts; a mixed water of which nobody has said anything counts as pure.
 */
export function roFractionOf(
  sourceId: string,
  house: Pick<HouseWatersInput, 'sources' | 'recipes'>,
  depth = 0,
): number {
  const source = house.sources.find((s) => s.sourceId === sourceId);
  if (!source || depth > deepest) return 0;
  if (isPure(source.state)) return 1;
  if (source.state !== 'batch') return 0;
  const parts = source.parts ?? [];
  const wholeL = parts.reduce((sum, p) => sum + p.partL, 0);
  const shares =
    house.recipes.get(sourceId)?.parts ??
    parts.map((p) => ({ sourceId: p.sourceId, shareFraction: wholeL > 0 ? p.partL / wholeL : 0 }));
  if (shares.length === 0) return 1;
  return shares.reduce((sum, p) => sum + p.shareFraction * roFractionOf(p.sourceId, house, depth + 1), 0);
}
