import * as v from 'valibot';
import { shippedAlmanac } from '#almanac/shelf';
import { parameterNamed, type Water } from '#core/readings';
import { because, ok, refuse, type Result } from '#core/result';
import { chloramineAmmonia } from '#core/sources';
import {
  alternating,
  batchCorrection,
  blend,
  changeSequence,
  chlorideGuard,
  conditionerByLabel,
  conditionerDose,
  holdCeiling,
  hotAndCold,
  mineralDose,
  mineralState,
  mixTemperature,
  oxygenSaturation,
  recipe,
  recipeEffect,
  recipeQuantities,
  routineSettles,
  topUpCreep,
  type RecipeQuantity,
  type RecipeTarget,
  type RecipeWater,
} from '#core/water';
import type { Explained, Recorder } from '#core/explain';
import { calculation, explainedBy, type Calculation } from './calculation';

const n = v.number();
const optional = v.optional(n);
const end = v.nullable(n);
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
      why: because('nearest-is', {
        text: got.map((t) => `${said(t.quantity)} ${Number(t.gotValue.toPrecision(4))}`).join(', '),
      }),
      nearest: { massG: massG },
      wouldHelp,
    });
  return ok({ ...found.value, value: { massG, water: shownWater(effect) } });
}

interface MineralAsked {
  quantity: 'gh' | 'kh' | 'ec';
  volumeL: number;
  nowValue: number;
  targetValue: number;
  label: Parameters<typeof mineralState>[0]['label'];
}
function mineralByLabel(
  { quantity, label, ...asked }: MineralAsked,
  note: Recorder,
): Result<Explained<{ massG: number }>> {
  if (label.massG <= 0 || label.waterL <= 0)
    return refuse({ kind: 'malformed', field: 'label', why: because('label-above-nothing') });
  const slope = mineralState({ label, batches: [] })[quantity];
  return slope
    ? mineralDose({ ...asked, perGPerL: slope.perGPerL }, note)
    : refuse({ kind: 'missing', field: 'label', why: because('label-silent') });
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
    {
      volumeL: 100,
      source: { gh: 1 },
      shelf: ['caso4-2h2o', 'mgso4-7h2o'],
      targets: [{ quantity: 'gh', value: 6, tolerance: 0.2, priority: 1 }],
    },
    recipeOf,
  ),
  calculation(
    'water.recipe-effect',
    'the water that weighed salts make',
    v.strictObject({ volumeL: n, source: v.optional(waterMap, {}), massG: v.record(v.string(), n) }),
    { volumeL: 100, source: { kh: 1 }, massG: { 'caso4-2h2o': 12 } },
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
    {
      parts: [
        { volumeL: 10, water: { kh: 6, ph: 7.6, tempC: 20 } },
        { volumeL: 30, water: { kh: 0.5, ph: 6.5, tempC: 20 } },
      ],
    },
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
    { productionPerDay: 2, sourceValue: 5, changeFraction: 0.3, everyDays: 7 },
    routineSettles,
  ),
  calculation(
    'water.hold-ceiling',
    'the least change at a rhythm that holds a ceiling',
    v.strictObject({ productionPerDay: n, sourceValue: n, ceiling: n, everyDays: n }),
    { productionPerDay: 2, sourceValue: 5, ceiling: 40, everyDays: 7 },
    holdCeiling,
  ),
  calculation(
    'water.sequence',
    'how many changes of one size bring a value to a target',
    v.strictObject({ value: n, target: n, sourceValue: n, changeFraction: n, everyDays: n }),
    { value: 275, target: 170, sourceValue: 110, changeFraction: 0.2, everyDays: 2 },
    changeSequence,
  ),
  calculation(
    'water.conditioner',
    'conditioner by its label for the chlorine that is there',
    v.strictObject({ volumeL: n, chlorineMgPerL: n, labelMl: n, labelL: n, labelMgPerL: n }),
    { volumeL: 200, chlorineMgPerL: 2, labelMl: 5, labelL: 100, labelMgPerL: 1 },
    conditionerDose,
  ),
  calculation(
    'water.conditioner-label',
    'conditioner by its label for litres of tap water',
    v.strictObject({ tapL: n, labelMl: n, labelL: n }),
    { tapL: 40, labelMl: 5, labelL: 100 },
    conditionerByLabel,
  ),
  calculation(
    'water.mix-temperature',
    'the temperature of waters poured together',
    v.strictObject({ parts: v.array(v.strictObject({ volumeL: n, tempC: n })) }),
    {
      parts: [
        { volumeL: 36, tempC: 26 },
        { volumeL: 84, tempC: 18 },
      ],
    },
    (input, note) => explainedBy(note, unexplained(mixTemperature(input, note))),
  ),
  calculation(
    'water.hot-and-cold',
    'litres of hot and cold water for a drum of a temperature',
    v.strictObject({ volumeL: n, wantedC: n, coldC: n, hotC: n }),
    { volumeL: 60, wantedC: 24, coldC: 12, hotC: 48 },
    (input, note) => explainedBy(note, hotAndCold(input)),
  ),
  calculation(
    'water.oxygen-saturation',
    'dissolved oxygen that fresh water holds in balance with air',
    v.strictObject({ tempC: n, altitudeM: optional }),
    { tempC: 25 },
    (input, note) =>
      explainedBy(
        note,
        oxygenSaturation({
          tempC: input.tempC,
          ...(input.altitudeM === undefined ? {} : { altitudeM: input.altitudeM }),
        }),
      ),
  ),
  calculation(
    'water.chloride-guard',
    'how far chloride guards against nitrite, and the salt that is missing',
    v.strictObject({
      no2MgPerL: n,
      clMgPerL: n,
      wantedRatio: v.optional(n, shippedAlmanac.thresholds.chlorideToNitriteRatio),
    }),
    { no2MgPerL: 1, clMgPerL: 5 },
    chlorideGuard,
  ),
  calculation(
    'water.mineral-dose',
    'grams of a mineral by its label, or by own batches, for a hardness or conductivity',
    v.strictObject({
      quantity: v.picklist(['gh', 'kh', 'ec']),
      volumeL: n,
      nowValue: n,
      targetValue: n,
      label: v.strictObject({ massG: n, waterL: n, ghDegrees: end, khDegrees: end, ec25UsPerCm: end }),
    }),
    {
      quantity: 'gh',
      volumeL: 200,
      nowValue: 0.5,
      targetValue: 8.5,
      label: { massG: 6, waterL: 60, ghDegrees: 5, khDegrees: null, ec25UsPerCm: 300 },
    },
    mineralByLabel,
  ),
  calculation(
    'water.top-up-creep',
    'what topping up with water that holds something adds, and where it settles',
    v.strictObject({
      topUpLPerWeek: n,
      topUpValue: n,
      netVolumeL: n,
      sourceValue: n,
      changeFraction: n,
      everyDays: n,
    }),
    { topUpLPerWeek: 7, topUpValue: 180, netVolumeL: 150, sourceValue: 180, changeFraction: 0.25, everyDays: 7 },
    (input, note) => explainedBy(note, topUpCreep(input)),
  ),
  calculation(
    'water.two-waters-in-turn',
    'between which values a tank swings that is given two waters in turn',
    v.strictObject({ productionPerDay: n, sourceValues: v.strictTuple([n, n]), changeFraction: n, everyDays: n }),
    { productionPerDay: 0, sourceValues: [0, 10], changeFraction: 0.5, everyDays: 7 },
    (input, note) => explainedBy(note, alternating(input)),
  ),
  calculation(
    'water.batch-correction',
    'what mends a batch that is too strong or too weak',
    v.strictObject({ leftL: n, nowValue: n, targetValue: n, pureValue: n, perGPerL: end, roomL: n }),
    { leftL: 60, nowValue: 300, targetValue: 250, pureValue: 0, perGPerL: 800, roomL: 40 },
    (input, note) => explainedBy(note, batchCorrection(input)),
  ),
  calculation(
    'sources.chloramine-ammonia',
    'ammonia nitrogen that chloramine leaves behind when a conditioner or carbon breaks it',
    v.strictObject({ cl2MgPerL: n }),
    { cl2MgPerL: 2 },
    ({ cl2MgPerL }, note) => explainedBy(note, chloramineAmmonia({ cl2MgPerL })),
  ),
];

const unexplained = (result: Result<Explained<{ tempC: number }>>): Result<{ tempC: number }> =>
  result.ok ? ok({ tempC: result.value.value.tempC }) : result;
