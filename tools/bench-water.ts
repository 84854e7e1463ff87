/** Part of `npm run bench`: the recipe solver, half a year of what-if, and fourteen nights of forty tanks. */
import { solve } from 'yalps';
import { unwrap } from '#core/result';
import {
  fortnightPlan,
  recipe,
  saltIds,
  whatIfAtOnce,
  type EveningTank,
  type FortnightInput,
  type IntegerSolver,
  type RecipeInput,
} from '#core/water';
import { integerSolver } from '../server/src/evening/highs';

const median = (work: () => unknown, times = 31): number => {
  const took = Array.from({ length: times }, () => {
    const from = performance.now();
    work();
    return performance.now() - from;
  }).sort((a, b) => a - b);
  return took[Math.floor(times / 2)] ?? 0;
};

const asked: RecipeInput = {
  volumeL: 100,
  sources: [{ id: 'ro', name: 'pure', water: {} }],
  shelf: saltIds.map((saltId) => ({ saltId })),
  targets: [
    { quantity: 'ghDegrees', value: 6 },
    { quantity: 'khDegrees', value: 3 },
    { quantity: 'caMgRatio', value: 3 },
    { quantity: 'kMgPerL', value: 10 },
    { quantity: 'naMgPerL', value: 10, toleranceValue: 2 },
    { quantity: 'clMgPerL', value: 20, toleranceValue: 5, priorityRank: 2 },
    { quantity: 'so4MgPerL', value: 60, toleranceValue: 20, priorityRank: 2 },
    { quantity: 'ec25UsPerCm', value: 300, toleranceValue: 15, priorityRank: 2 },
  ],
};
const recipeMs = median(() => recipe(asked));
/** A programme of the same size, once, by the library itself. */
const bare = {
  direction: 'minimize' as const,
  objective: 'cost',
  constraints: Array.from({ length: 24 }, (_, i): [string, { min?: number; max?: number }] => [
    `r${i}`,
    i % 2 ? { max: 50 } : { min: 1 },
  ]),
  variables: Array.from({ length: 46 }, (_, j): [string, [string, number][]] => [
    `x${j}`,
    [
      ['cost', 1 + (j % 7)],
      ...Array.from({ length: 6 }, (_, k): [string, number] => [`r${(j * 5 + k * 3) % 24}`, 1 + ((j + k) % 4)]),
    ],
  ]),
};
const bareMs = median(() => solve(bare));
console.log(
  `Recipe with 14 salts and 8 targets: ${recipeMs.toFixed(1)} ms (limit 20); ${(recipeMs / bareMs).toFixed(0)} times one programme of that size by the library alone (${bareMs.toFixed(2)} ms): it takes some thirty, in the order of priority and until conductivity stands`,
);

const traits = {
  wanderValue: 0.5,
  driftPerDay: 0.05,
  usualProductionPerDay: 0.8,
  returnPerDay: 0.02,
  readingValue: 1,
  readingFraction: 0.05,
  misreadFraction: 0.02,
  jumpFraction: 0.01,
  jumpValue: 5,
  stepPerDay: 0,
  stepValue: 0,
  mostPerDay: 1,
};
const whatIfMs = median(
  () =>
    whatIfAtOnce({
      levelValue: 20,
      levelSdValue: 2,
      productionPerDay: 1,
      productionSdPerDay: 0.2,
      traits,
      routines: [1, 2, 3, 4].map((i) => ({
        id: String(i),
        name: String(i),
        everyDays: 7,
        changeFraction: i * 0.1,
        sourceValue: 5,
      })),
      days: 180,
      drawsCount: 1000,
      randomSeed: 1,
      ceilingValue: 40,
    }),
  9,
);
console.log(
  `What-if of 4 routines x 180 days x 1,000 courses: ${whatIfMs.toFixed(0)} ms, the worker's own code in Node (limit 1,000)`,
);

/** Forty tanks with five waters, the same for the same seed. */
function room({ eveningMinutes, madeLPerH }: { eveningMinutes: number; madeLPerH: number }): FortnightInput {
  let seed = 7;
  const share = (): number => {
    seed = (seed * 1103515245 + 12345) % 2147483648;
    return seed / 2147483648;
  };
  const waters = ['a', 'b', 'c', 'd', 'tap'].map((waterId, i) => ({
    waterId,
    name: waterId,
    roFraction: waterId === 'tap' ? 0 : 0.4 + 0.15 * i,
    saltGPerL: 0.1,
    leadHours: waterId === 'd' ? 160 : waterId === 'tap' ? 24 : 1,
    stirred: waterId === 'd',
    mixMinutes: 15,
    readyL: waterId === 'd' ? 40 : 0,
  }));
  const tanks = Array.from({ length: 40 }, (_, i): EveningTank => ({
    tankId: `t${i}`,
    name: `T${i}`,
    waterId: waters[Math.floor(share() * 5)]?.waterId ?? 'a',
    changeL: 4 + share() * 20,
    dueDays: Math.floor(share() * 9) - 2,
    everyDays: [3, 7, 7, 7, 14][Math.floor(share() * 5)] ?? 7,
    changeMinutes: 6 + share() * 8,
    leavesAtDay: share() < 0.4 ? Math.floor(share() * 20) : null,
    leavesParameter: null,
    urgent: share() < 0.05,
  }));
  return {
    tanks,
    waters,
    works: {
      madeLPerH,
      storesL: 120,
      storedL: 60,
      wasteRatio: 3,
      drums: [
        { name: 'A', volumeL: 60 },
        { name: 'B', volumeL: 60 },
        { name: 'C', volumeL: 30 },
      ],
      evenings: [1, 2, 3, 4, 5, 7],
      eveningMinutes,
    },
    weekdayIndex: 2,
    untilHours: 2,
  };
}
const solver = await integerSolver();
for (const [what, limits] of [
  ['with time to spare', { eveningMinutes: 240, madeLPerH: 3 }],
  ['with two and a half hours an evening', { eveningMinutes: 150, madeLPerH: 3 }],
  ['with little pure water', { eveningMinutes: 150, madeLPerH: 0.8 }],
  ['with too little time for all', { eveningMinutes: 120, madeLPerH: 1.5 }],
] as const) {
  let insideMs = 0;
  const timed: IntegerSolver = (programme, given, start) => {
    const from = performance.now();
    const answer = solver(programme, given, start);
    insideMs = performance.now() - from;
    return answer;
  };
  const from = performance.now();
  const plan = unwrap(fortnightPlan(room(limits), { solver: timed, timeLimitMs: 8000 }));
  const tookMs = performance.now() - from;
  console.log(
    `Fourteen nights of 40 tanks ${what}: ${(tookMs / 1000).toFixed(1)} s (limit 10), ${(tookMs / insideMs).toFixed(2)} times the solver alone; ${plan.finished ? 'gap' : 'out of time, gap'} ${(100 * plan.gapFraction).toFixed(1)} % (wanted 2); cost ${plan.costValue.toFixed(2)}, the greedy plan ${plan.greedyCostValue.toFixed(2)}`,
  );
}
