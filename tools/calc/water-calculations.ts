import * as v from 'valibot';
import { shippedAlmanac } from '#almanac/shelf';
import { parameterNamed, type Water } from '#core/readings';
import { ok, refuse, type Result } from '#core/result';
import {
  blend,
  changeSequence,
  conditionerDose,
  holdCeiling,
  mixTemperature,
  recipe,
  recipeEffect,
  recipeQuantities,
  routineSettles,
  type RecipeQuantity,
  type RecipeTarget,
  type RecipeWater,
} from '#core/water';
import type { Explained, Recorder } from '#core/explain';
import { calculation, explainedBy, type Calculation } from './calculation';

const n = v.number();
const optional = v.optional(n);
const waterMap = v.record(v.string(), n);

/** Keys may be ids (`no3MgPerL`) or any usual name (`nitrate`); values in the canonical unit. */
export function namedWater(map: Record<string, number>): Result<Water> {
  const water: Water = {};
  for (const [name, value] of Object.entries(map)) {
    const found = parameterNamed({ catalogue: shippedAlmanac.parameters, name });
    if (!found.ok) return found;
    water[found.value.id] = value;
  }
  return ok(water);
}

/** A quantity of a recipe by its id or by the name of its parameter; the ratio is written Ca:Mg. */
function quantityOf(name: string): Result<RecipeQuantity> {
  const known = recipeQuantities.find((q) => q === name);
  if (known) return ok(known);
  if (/^ca\s*:?\/?\s*mg(ratio)?$/i.test(name)) return ok('caMgRatio');
  const found = parameterNamed({ catalogue: shippedAlmanac.parameters, name });
  const id = found.ok ? recipeQuantities.find((q) => q === found.value.id) : undefined;
  return id ? ok(id) : refuse({ kind: 'unknown-name', field: 'quantity', text: name, known: [...recipeQuantities] });
}

const shownWater = ({ water, charges, caMgRatio, phSpan }: RecipeWater): Record<string, unknown> => ({
  ...water,
  caMgRatio,
  cationsMeqPerL: charges.cationsMeqPerL,
  anionsMeqPerL: charges.anionsMeqPerL,
  phSpan,
});

const target = v.strictObject({
  quantity: v.string(),
  value: n,
  tolerance: optional,
  priority: optional,
  bound: v.optional(v.picklist(['about', 'at-most', 'at-least'])),
});
type Target = v.InferOutput<typeof target>;

function recipeOf(
  {
    volumeL,
    source,
    shelf,
    targets,
  }: { volumeL: number; source: Record<string, number>; shelf: string[]; targets: Target[] },
  note: Recorder,
): Result<Explained<unknown>> {
  const water = namedWater(source);
  if (!water.ok) return water;
  const wanted: RecipeTarget[] = [];
  for (const { quantity, value, tolerance, priority, bound } of targets) {
    const named = quantityOf(quantity);
    if (!named.ok) return named;
    wanted.push({ quantity: named.value, value, toleranceValue: tolerance, priorityRank: priority, bound });
  }
  const found = recipe(
    {
      volumeL,
      sources: [{ id: 'source', name: 'source', water: water.value }],
      shelf: shelf.map((saltId) => ({ saltId })),
      targets: wanted,
    },
    note,
  );
  if (!found.ok) return found;
  const { massG, effect, conflict, wouldHelp, targets: got } = found.value.value;
  // Said in the words in which it was asked.
  const said = (id: RecipeQuantity): string => targets[wanted.findIndex((w) => w.quantity === id)]?.quantity ?? id;
  if (conflict.length > 0)
    return refuse({
      kind: 'conflict',
      conflict: conflict.map(said),
      why: `the nearest is ${got.map((t) => `${said(t.quantity)} ${Number(t.gotValue.toPrecision(4))}`).join(', ')}`,
      nearest: { massG: massG },
      wouldHelp,
    });
  return ok({ ...found.value, value: { massG, water: shownWater(effect) } });
}

export const waterCalculations: readonly Calculation[] = [
  calculation(
    'water.recipe',
    'grams of each salt for a water, or the targets that fight',
    v.strictObject({
      volumeL: n,
      source: v.optional(waterMap, {}),
      shelf: v.array(v.string()),
      targets: v.array(target),
    }),
    recipeOf,
  ),
  calculation(
    'water.recipe-effect',
    'the water that weighed salts make',
    v.strictObject({ volumeL: n, source: v.optional(waterMap, {}), massG: v.record(v.string(), n) }),
    ({ volumeL, source, massG }, note) => {
      const water = namedWater(source);
      if (!water.ok) return water;
      const taken = Object.entries(massG).map(([saltId, grams]) => ({ saltId, massG: grams }));
      const effect = recipeEffect({ volumeL, source: water.value, taken }, note);
      return effect.ok ? ok({ ...effect.value, value: { water: shownWater(effect.value.value) } }) : effect;
    },
  ),
  calculation(
    'water.blend',
    'up to five waters poured together, pH by chemistry',
    v.strictObject({ parts: v.array(v.strictObject({ volumeL: n, water: waterMap })) }),
    ({ parts }, note) => {
      const named = [];
      for (const { volumeL, water } of parts) {
        const known = namedWater(water);
        if (!known.ok) return known;
        named.push({ volumeL, water: known.value });
      }
      const found = blend({ parts: named }, note);
      if (!found.ok) return found;
      const { water, ph, phAerated, unknown } = found.value.value;
      return ok({ ...found.value, value: { water, ph, phAerated, unknown } });
    },
  ),
  calculation(
    'water.routine',
    'where a routine of changes settles',
    v.strictObject({ productionPerDay: n, sourceValue: n, changeFraction: n, everyDays: n }),
    routineSettles,
  ),
  calculation(
    'water.hold-ceiling',
    'the least change at a rhythm that holds a ceiling',
    v.strictObject({ productionPerDay: n, sourceValue: n, ceiling: n, everyDays: n }),
    holdCeiling,
  ),
  calculation(
    'water.sequence',
    'how many changes of one size bring a value to a target',
    v.strictObject({ value: n, target: n, sourceValue: n, changeFraction: n, everyDays: n }),
    changeSequence,
  ),
  calculation(
    'water.conditioner',
    'conditioner by its label for the chlorine that is there',
    v.strictObject({ volumeL: n, chlorineMgPerL: n, labelMl: n, labelL: n, labelMgPerL: n }),
    conditionerDose,
  ),
  calculation(
    'water.mix-temperature',
    'the temperature of waters poured together',
    v.strictObject({ parts: v.array(v.strictObject({ volumeL: n, tempC: n })) }),
    (input, note) => explainedBy(note, unexplained(mixTemperature(input, note))),
  ),
];

const unexplained = (result: Result<Explained<{ tempC: number }>>): Result<{ tempC: number }> =>
  result.ok ? ok({ tempC: result.value.value.tempC }) : result;
