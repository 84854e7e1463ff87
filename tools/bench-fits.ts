/** Part of `npm run bench`: suitability of a hundred kinds for 300 waters, and the cheapest remedy of each for one source. */
import { bookKinds } from '#almanac/kinds';
import { cheapestRemedy, fitTable, type StockKind, type WaterKnown } from '#core/stock';

const kinds: StockKind[] = [...bookKinds, ...bookKinds].slice(0, 100).map((k, i) => ({ ...k, id: `${k.id}-${i}` }));
const waters = Array.from({ length: 300 }, (_, i): { id: string; water: WaterKnown } => ({
  id: String(i),
  water: {
    ghDegrees: { lo: i % 20, hi: (i % 20) + 1 },
    khDegrees: { lo: i % 9, hi: (i % 9) + 1 },
    ph: { lo: 6 + (i % 25) / 10, hi: 6.1 + (i % 25) / 10 },
    tempC: { lo: 20 + (i % 9), hi: 20.5 + (i % 9) },
    ec25UsPerCm: { lo: 100 + i, hi: 110 + i },
  },
}));
const source = { ghDegrees: { lo: 13.5, hi: 14.5 }, khDegrees: { lo: 8.5, hi: 9.5 }, ph: { lo: 7.7, hi: 7.7 } };
const median = (work: () => unknown): number => {
  const took = Array.from({ length: 15 }, () => {
    const from = performance.now();
    work();
    return performance.now() - from;
  }).sort((a, b) => a - b);
  return took[7] ?? 0;
};
const fits = median(() => fitTable({ kinds, waters }));
const remedies = median(() => kinds.map((kind) => cheapestRemedy({ kind, source })));
console.log(
  `Suitability of ${kinds.length} kinds x ${waters.length} tanks: ${fits.toFixed(1)} ms, the worker's own code (limit 200)`,
);
console.log(`Cheapest remedy of ${kinds.length} kinds for one source: ${remedies.toFixed(1)} ms`);
