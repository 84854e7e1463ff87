import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import {
  isEvening,
  mixCostValue,
  planLoader,
  usualNights,
  type FortnightInput,
  type PlanLoader,
} from './fortnight-cost';

/** Rounds of taking a few tanks out and putting them back, and how many at a time. Ours: what a second allows. */
const roundsCount = 250;
const outAtOnce = 4;

/**
 * A plan bettered by search: tank after tank is put on its own best nights among what the others leave; then a few at a
 * time are taken out and put back in another order, and what is cheaper is kept (large neighbourhood search, Shaw 1998).
 * The same for the same input. Never dearer than what it began with.
 */
export function bettered(input: FortnightInput, beginNights: readonly (readonly number[])[]): number[][] {
  const chance = xoroshiro128plus(input.tanks.length + 1);
  const below = (count: number): number => (chance.next() >>> 0) % count;
  const loader = planLoader(input);
  let best = beginNights.map((own) => [...own]);
  let bestCost = loader.load(best).costValue;
  const keep = (triedNights: number[][]): void => {
    const { costValue, fits } = loader.load(triedNights);
    if (!fits || costValue >= bestCost - 1e-9) return;
    best = triedNights;
    bestCost = costValue;
  };
  for (let i = 0; i < input.tanks.length; i++) keep(placed(input, loader, best, [i]));
  for (let round = 0; round < roundsCount; round++) {
    const out = new Set<number>();
    while (out.size < Math.min(outAtOnce, input.tanks.length)) out.add(below(input.tanks.length));
    keep(placed(input, loader, best, [...out]));
  }
  return best;
}

/** These tanks taken out and put back one after the other, each on its cheapest nights among what the others leave. */
function placed(
  input: FortnightInput,
  loader: PlanLoader,
  nights: readonly number[][],
  tankIndices: readonly number[],
): number[][] {
  const tried = nights.map((own, i) => (tankIndices.includes(i) ? [] : own));
  for (const index of tankIndices) tried[index] = cheapestNights(input, loader, tried, index);
  return tried;
}

/** The cheapest row of nights for one tank by dynamic programming; each night must be possible by itself. */
function cheapestNights(
  input: FortnightInput,
  loader: PlanLoader,
  otherNights: readonly number[][],
  index: number,
): number[] {
  const { tanks, works, weekdayIndex, nightsCount = usualNights } = input;
  const tank = tanks[index];
  if (!tank) return [];
  const tried = otherNights.map((own) => own);
  const without = loader.load(tried);
  const open = Array.from({ length: nightsCount }, (_, night) => night).filter((night) => {
    if (!isEvening(works, weekdayIndex, night)) return false;
    tried[index] = [night];
    return loader.load(tried).fits;
  });
  const water = input.waters.find((w) => w.waterId === tank.waterId);
  const mixing = (night: number): number =>
    water && without.nights[night]?.mixes.includes(water.name) ? 0 : mixCostValue;
  /** The cheapest way to be changed on a night, and the night before it. */
  const reached = new Map<number, { costValue: number; fromIndex: number | null }>();
  for (const night of open) {
    let way: { costValue: number; fromIndex: number | null } = {
      costValue: loader.arrival(index, null, night) + mixing(night),
      fromIndex: null,
    };
    for (const from of open) {
      if (night - from < Math.max(1, tank.everyDays / 2)) break;
      const costValue = (reached.get(from)?.costValue ?? Infinity) + loader.arrival(index, from, night) + mixing(night);
      if (costValue < way.costValue) way = { costValue, fromIndex: from };
    }
    reached.set(night, way);
  }
  let last: number | null = null;
  let least = loader.end(index, null);
  for (const [night, { costValue }] of reached) {
    const whole = costValue + loader.end(index, night);
    if (whole < least) [least, last] = [whole, night];
  }
  const row: number[] = [];
  for (let night = last; night !== null; night = reached.get(night)?.fromIndex ?? null) row.unshift(night);
  tried[index] = row;
  if (loader.load(tried).fits) return row;
  // Possible one by one and not together: the first that can be, of the row.
  return row.slice(0, 1);
}
