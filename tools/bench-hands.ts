/** The evening's walk of a large house: 300 tanks, 2,000 jobs, far too many for the evening. */
import { walk, walkGroups, type WalkInput } from '#core/hands';

const [tanksCount, jobsCount] = [300, 7];
let seed = 7;
const chance = (): number => {
  seed = (seed * 1_103_515_245 + 12_345) % 2_147_483_648;
  return seed / 2_147_483_648;
};
const house = (minutes: number, whole: boolean): WalkInput => ({
  minutes,
  dipMinutes: 3,
  tanks: Array.from({ length: tanksCount }, (_, i) => ({
    id: `t${i}`,
    group: walkGroups[Math.floor(chance() * walkGroups.length)] ?? 'healthy',
    contacts: chance() < 0.3 ? [`t${Math.floor(chance() * tanksCount)}`] : [],
    jobs: Array.from({ length: jobsCount }, (__, k) => ({
      id: `j${k}`,
      minutes: whole ? 1 + Math.floor(chance() * 12) : 12 * chance(),
      tools: ['hose', 'net', 'knife', 'siphon', 'cup'].filter(() => chance() < 0.3),
      mayWait: chance() < 0.8,
      waitCost: 30 * chance(),
    })),
  })),
});
const slowest = Math.max(
  ...[true, false].flatMap((whole) =>
    [3000, 8000].map((minutes) => {
      const input = house(minutes, whole);
      const from = performance.now();
      walk(input);
      return performance.now() - from;
    }),
  ),
);
console.log(
  `A walk of ${tanksCount} tanks and ${tanksCount * jobsCount} jobs: ${slowest.toFixed(0)} ms at most (limit 1000)`,
);
