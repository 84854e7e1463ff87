import type { BatchPayload, RecipePayload, WorksPayload } from '#contracts/book';

/**
 * How Quillwater House mixes its water: recipes, the unit, and the batches of eighteen months with their pen readings.
 * Invented; the GH mineral of the house has drawn a little water and is weaker than its label.
 */
export const demoWorks: WorksPayload = {
  madeLPerH: 6,
  storesL: 80,
  storedL: 46,
  wasteRatio: 3,
  drums: [
    { name: 'tall drum', volumeL: 150 },
    { name: 'wheeled drum', volumeL: 60 },
    { name: 'grey drum', volumeL: 45 },
    { name: 'lake can', volumeL: 25 },
    { name: 'small can', volumeL: 20 },
  ],
  evenings: [1, 2, 3, 4, 6, 7],
  eveningMinutes: 120,
  eveningTime: '21:00',
  perM3Value: 4.2,
};

interface DemoRecipe {
  parts: readonly { key: string; shareFraction: number }[];
  salts: RecipePayload['salts'];
  minerals: readonly { key: string; mineralGPerL: number }[];
  aims: RecipePayload['aims'];
  leadHours: number;
  stirred: boolean;
  mixMinutes: number;
}
export const demoRecipes: Readonly<Record<string, DemoRecipe>> = {
  bee: {
    parts: [{ key: 'ro', shareFraction: 1 }],
    salts: [],
    minerals: [{ key: 'gh-mineral', mineralGPerL: 0.1 }],
    aims: [
      { parameter: 'ec25UsPerCm', value: 215, toleranceValue: 15 },
      { parameter: 'ghDegrees', value: 4.1, toleranceValue: 0.6 },
    ],
    leadHours: 0,
    stirred: false,
    mixMinutes: 15,
  },
  neo: {
    parts: [{ key: 'ro', shareFraction: 1 }],
    salts: [],
    minerals: [{ key: 'ghkh-mineral', mineralGPerL: 0.2 }],
    aims: [
      { parameter: 'ec25UsPerCm', value: 330, toleranceValue: 20 },
      { parameter: 'ghDegrees', value: 7, toleranceValue: 0.8 },
    ],
    leadHours: 0,
    stirred: false,
    mixMinutes: 15,
  },
  lake: {
    parts: [{ key: 'ro', shareFraction: 1 }],
    salts: [
      { saltId: 'caco3', saltGPerL: 0.0536 },
      { saltId: 'mgso4-7h2o', saltGPerL: 0.088 },
      { saltId: 'nacl', saltGPerL: 0.026 },
    ],
    minerals: [],
    aims: [{ parameter: 'ec25UsPerCm', value: 235, toleranceValue: 20 }],
    leadHours: 168,
    stirred: true,
    mixMinutes: 25,
  },
  blend: {
    parts: [
      { key: 'tap', shareFraction: 0.6 },
      { key: 'ro', shareFraction: 0.4 },
    ],
    salts: [],
    minerals: [],
    aims: [{ parameter: 'ec25UsPerCm', value: 260, toleranceValue: 30 }],
    leadHours: 0,
    stirred: false,
    mixMinutes: 10,
  },
};
export const demoLabels = {
  'gh-mineral': { massG: 10, waterL: 100, ghDegrees: 4.5, khDegrees: null, ec25UsPerCm: 230 },
  'ghkh-mineral': { massG: 20, waterL: 100, ghDegrees: 7, khDegrees: 3, ec25UsPerCm: 325 },
} as const;
/** What a gram in a litre really raises in this house, µS/cm. */
const truth: Readonly<Record<string, number>> = { bee: 2110, neo: 1630 };

export interface DemoBatch {
  key: 'bee' | 'neo' | 'lake' | 'tap';
  agoDays: number;
  minutes: number;
  madeL: number;
  drum: string;
  massG: number;
  steps: readonly DemoBatchStep[];
}
export type DemoBatchStep = { agoDays: number; minutes: number } & (
  | { step: 'measured'; ec25UsPerCm: number; ghDegrees?: number }
  | { step: 'corrected'; addedL: number; addedG: number; what: string }
  | { step: 'accepted'; reason?: string }
  | { step: 'left'; leftL: number }
);

const round1 = (value: number): number => Math.round(value * 10) / 10;

/** What was mixed that night. `share` is a number between 0 and 1 that differs from night to night. */
export function demoBatchesOf({ agoDays, share }: { agoDays: number; share: () => number }): DemoBatch[] {
  return [...weeklyBatches(agoDays, share), ...tonightsBatches(agoDays), ...tooStrong(agoDays)];
}

function weeklyBatches(agoDays: number, share: () => number): DemoBatch[] {
  const found: DemoBatch[] = [];
  const roUsPerCm = agoDays > 236 && agoDays < 300 ? 4 + (300 - agoDays) * 0.42 : 4;
  const batch = (key: 'bee' | 'neo', madeL: number, gPerL: number, drum: string): DemoBatch => {
    const massG = round1(madeL * gPerL * (0.99 + 0.02 * share()));
    const ec25UsPerCm = Math.round(roUsPerCm + ((truth[key] ?? 0) * massG * (0.985 + 0.03 * share())) / madeL);
    const measured: DemoBatchStep = {
      agoDays,
      minutes: 45,
      step: 'measured',
      ec25UsPerCm,
      ...(agoDays % 28 === 4 ? { ghDegrees: key === 'bee' ? 4 : 7 } : {}),
    };
    const after: DemoBatchStep = { agoDays: Math.max(1, agoDays - 6), minutes: 3, step: 'left', leftL: 0 };
    const recent = agoDays < 7;
    return {
      key,
      agoDays,
      minutes: 12,
      madeL,
      drum,
      massG,
      steps: recent
        ? [measured, { agoDays: 1, minutes: 70, step: 'left', leftL: round1(madeL * 0.3) }]
        : [measured, after],
    };
  };
  if (agoDays % 14 === 4 && agoDays !== 172) found.push(batch('bee', 40, 0.1, 'grey drum'));
  if (agoDays % 7 === 2 && agoDays < 120) found.push(batch('neo', 30, 0.2, 'wheeled drum'));
  return found;
}

/** The lake water that is being stirred, and the tap water that stands since yesterday. */
function tonightsBatches(agoDays: number): DemoBatch[] {
  if (agoDays === 5) return [{ key: 'lake', agoDays, minutes: 80, madeL: 20, drum: 'lake can', massG: 0, steps: [] }];
  if (agoDays === 1) return [{ key: 'tap', agoDays, minutes: -90, madeL: 100, drum: 'tall drum', massG: 0, steps: [] }];
  return [];
}

/** 174 nights ago: twice the mineral into 30 L; caught by the pen, thinned before any of it was used. */
function tooStrong(agoDays: number): DemoBatch[] {
  if (agoDays !== 174) return [];
  return [
    {
      key: 'bee',
      agoDays,
      minutes: 12,
      madeL: 30,
      drum: 'wheeled drum',
      // Weighed twice, written once.
      massG: 3,
      steps: [
        { agoDays, minutes: 20, step: 'measured', ec25UsPerCm: 420 },
        { agoDays, minutes: 40, step: 'corrected', addedL: 29, addedG: 0, what: 'pure water' },
        { agoDays, minutes: 60, step: 'measured', ec25UsPerCm: 216 },
        { agoDays: 170, minutes: 5, step: 'left', leftL: 0 },
      ],
    },
  ];
}

/** The entries of one recipe, with the ids of the house put in. */
export const recipeOf = (recipe: DemoRecipe, idOf: (key: string) => string): RecipePayload => ({
  parts: recipe.parts.map(({ key, shareFraction }) => ({ sourceId: idOf(key), shareFraction })),
  salts: recipe.salts,
  minerals: recipe.minerals.map(({ key, mineralGPerL }) => ({ supplyId: idOf(key), mineralGPerL })),
  aims: recipe.aims,
  leadHours: recipe.leadHours,
  stirred: recipe.stirred,
  mixMinutes: recipe.mixMinutes,
});
export function batchOf({ key, madeL, drum, massG }: DemoBatch, idOf: (key: string) => string): BatchPayload {
  const recipe = demoRecipes[key];
  return {
    madeL,
    drum,
    parts: (recipe?.parts ?? [{ key, shareFraction: 1 }]).map((p) => ({
      sourceId: idOf(p.key),
      partL: madeL * p.shareFraction,
    })),
    salts: (recipe?.salts ?? []).map(({ saltId, saltGPerL }) => ({
      saltId,
      massG: Math.round(saltGPerL * madeL * 100) / 100,
    })),
    minerals: (recipe?.minerals ?? []).map((m) => ({ supplyId: idOf(m.key), massG })),
    aims: recipe?.aims ?? [],
    leadHours: recipe?.leadHours ?? 24,
    stirred: recipe?.stirred ?? false,
  };
}
