import { unitCost } from '#core/supplies';
import { litreCost, salts, type DosedPowder } from '#core/water';
import type { RecipePayload, SupplyPayload, WorksPayload } from '#contracts/book';
import type { BatchView, EveningView } from '#contracts/water';
import type { DiaryRow } from '../book';
import type { sourceList } from '../sources';

const dayMs = 86_400_000;
type HouseWater = EveningView['waters'][number];
type HouseSource = Awaited<ReturnType<typeof sourceList>>['sources'][number];

/** What is known of the house's waters: how each is made, and what stands of it. */
export interface HouseWaters {
  sources: readonly HouseSource[];
  /** Recipes and supplies among it; the newest of each subject is in force. */
  diary: readonly DiaryRow[];
  batches: readonly BatchView[];
  works: WorksPayload;
  nowEpochMs: number;
}

/** The waters that are asked for: how much of each is pure, how long it must stand, what is there of it, what it costs. */
export function houseWaters(house: HouseWaters, waterIds: readonly string[]): HouseWater[] {
  const { sources, diary, batches, works, nowEpochMs } = house;
  const recipes = newest<RecipePayload>(diary, 'recipe');
  const supplies = newest<SupplyPayload>(diary, 'supply');
  return [...new Set(waterIds)].flatMap((waterId): HouseWater[] => {
    const source = sources.find((s) => s.sourceId === waterId);
    if (!source) return [];
    const recipe = recipes.get(waterId);
    const own = batches.filter((b) => b.sourceId === waterId);
    const roFraction = roFractionOf(waterId, { sources, recipes });
    const { state, chlorine } = source.setUp;
    const batch = state === 'batch';
    const aged = state === 'tap-aged' || (state === 'tap-straight' && chlorine === 'chlorine');
    return [
      {
        waterId,
        name: source.setUp.name,
        roFraction,
        saltGPerL: recipe ? powdersOf(recipe, supplies).reduce((sum, p) => sum + p.gPerL, 0) : 0,
        leadHours: recipe?.leadHours ?? (aged ? 24 : batch ? 1 : 0),
        stirred: recipe?.stirred ?? false,
        mixMinutes: recipe?.mixMinutes ?? (batch ? 15 : aged ? 5 : 0),
        readyL: own.filter((b) => b.usable).reduce((sum, b) => sum + b.leftL, 0),
        standing: own
          .filter((b) => b.fate === 'ageing')
          // To the hour: the same question within it is the same.
          .map((b) => ({ readyAtDay: Math.ceil((24 * (b.readyEpochMs - nowEpochMs)) / dayMs) / 24, volumeL: b.leftL })),
        cost: litreCost({
          roFraction,
          prices: { perM3Value: works.perM3Value ?? null, wasteRatio: works.wasteRatio },
          powders: withParts(waterId, { recipes, supplies }),
        }),
      },
    ];
  });
}

const newest = <P>(diary: readonly DiaryRow[], kind: string): Map<string, P> =>
  new Map(diary.filter((d) => d.kind === kind).map((d) => [d.subject_id, d.payload as P]));

function powdersOf(
  { salts: own, minerals }: RecipePayload,
  supplies: ReadonlyMap<string, SupplyPayload>,
): DosedPowder[] {
  const shelf = [...supplies.values()];
  return [
    ...minerals.map(({ supplyId, mineralGPerL }) => {
      const supply = supplies.get(supplyId);
      return { name: supply?.name ?? 'a mineral', gPerL: mineralGPerL, perGValue: unitCost(supply?.pack) };
    }),
    ...own.map(({ saltId, saltGPerL }) => ({
      name: salts[saltId].name,
      gPerL: saltGPerL,
      // The newest of a salt is the one that is weighed from.
      perGValue: unitCost(shelf.filter((s) => s.saltId === saltId).at(-1)?.pack),
    })),
  ];
}

/** What is weighed into a litre of a water, with what its parts bring. */
function withParts(
  waterId: string,
  house: { recipes: ReadonlyMap<string, RecipePayload>; supplies: ReadonlyMap<string, SupplyPayload> },
  depth = 0,
): DosedPowder[] {
  const recipe = house.recipes.get(waterId);
  if (!recipe || depth > 5) return [];
  return [
    ...powdersOf(recipe, house.supplies),
    ...recipe.parts.flatMap(({ sourceId, shareFraction }) =>
      withParts(sourceId, house, depth + 1).map((p) => ({ ...p, gPerL: p.gPerL * shareFraction })),
    ),
  ];
}

/** Share of pure water in a water, through its parts; a mixed water of which nobody has said anything counts as pure. */
function roFractionOf(
  sourceId: string,
  { sources, recipes }: { sources: readonly HouseSource[]; recipes: ReadonlyMap<string, RecipePayload> },
  depth = 0,
): number {
  const source = sources.find((s) => s.sourceId === sourceId);
  if (!source || depth > 5) return 0;
  const { state, parts } = source.setUp;
  if (state === 'ro' || state === 'rodi') return 1;
  if (state !== 'batch') return 0;
  const recipe = recipes.get(sourceId);
  const shares = recipe
    ? recipe.parts
    : (parts ?? []).map((p) => ({
        sourceId: p.sourceId,
        shareFraction: p.partL / (parts ?? []).reduce((sum, part) => sum + part.partL, 0),
      }));
  if (shares.length === 0) return 1;
  return shares.reduce(
    (sum, p) => sum + p.shareFraction * roFractionOf(p.sourceId, { sources, recipes }, depth + 1),
    0,
  );
}
