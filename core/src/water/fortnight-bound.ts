import { readyByNight } from './evening';
import {
  drumRoomL,
  isEvening,
  leastGapDays,
  mixCostValue,
  planLoader,
  roCostPerL,
  usualNights,
  type FortnightInput,
  type PlanLoader,
} from './fortnight-cost';

/** Steps an evening's minutes are counted in; the rest of a step is given away, so that the bound stays one. */
const stepsPerMinute = 4;
const mostSteps = 480;
/** A litre against a change in the length of a step; ours, tried. */
const litreScale = 0.02;
/** Rounds without a better bound before steps are shortened, and when they are too short to go on. */
const mostStalled = 15;
const leastStepFactor = 1e-3;

/**
 * What no plan can be cheaper than, by prices (Lagrangian relaxation; Held, Wolfe and Crowder 1974): minutes and drums
 * begun are kept to night by night, exactly; that a tank can only be changed on a night that takes it, and the water, are
 * priced instead. Each tank then finds its own cheapest nights, each night its own most wanted tanks (a knapsack whose
 * waters must be begun before they are used), and the sum is a bound whatever the prices. Prices climb by subgradient.
 * @param costValue a plan that is known: how far there is to climb.
 * @param roundsCount rounds of prices; a thousand come within a percent of the best this can tell.
 */
export function priceBound(
  input: FortnightInput,
  { costValue, roundsCount }: { costValue: number; roundsCount: number },
): number {
  const prices = new Prices(input);
  let [stepFactor, stalledCount, bestValue] = [1, 0, -Infinity];
  for (let round = 0; round < roundsCount && stepFactor > leastStepFactor; round++) {
    const boundValue = prices.reckon();
    if (boundValue >= costValue) return costValue;
    if (boundValue > bestValue + 1e-6) {
      bestValue = boundValue;
      stalledCount = 0;
      prices.keep();
    } else if (++stalledCount > mostStalled) {
      stepFactor *= 0.7;
      stalledCount = 0;
      prices.restore();
      continue;
    }
    prices.climb(stepFactor * (costValue - boundValue));
  }
  return bestValue;
}

/** Prices of a change of a tank on a night, of pure water and drums by night, and of what stands ready, in one row. */
class Prices {
  private readonly nightsCount: number;
  private readonly tanksCount: number;
  private readonly price: Float64Array;
  private readonly slope: Float64Array;
  private readonly kept: Float64Array;
  private readonly scale: Float64Array;
  private readonly storeIndex: number;
  private readonly drumsIndex: number;
  private readonly readyIndex: number;
  private readonly open: boolean[];
  private readonly ownTankIndices: number[][];
  private readonly loader: PlanLoader;
  /** Pure water that can have been made by each night at most, drums of each, and what stands ready of each water. */
  private readonly madeL: number[];
  private readonly roomL: number[];
  private readonly stockL: number[][];
  private readonly gapDays: number[];
  private readonly steps: number[];
  private readonly mixStepsCount: number[];
  private readonly allStepsCount: number;
  private readonly reached: Float64Array;
  private readonly before: Int32Array;
  /** The night's knapsack by steps of minutes: with what came before, and with a drum of this water begun. */
  private readonly best: Float64Array;
  private readonly begunBest: Float64Array;
  private readonly begun: Uint8Array;
  private readonly taken: Uint8Array;
  private readonly takenBegun: Uint8Array;

  constructor(private readonly input: FortnightInput) {
    const { tanks, waters, works, weekdayIndex, untilHours, nightsCount = usualNights } = input;
    const every = Array.from({ length: nightsCount }, (_, night) => night);
    [this.nightsCount, this.tanksCount] = [nightsCount, tanks.length];
    this.storeIndex = tanks.length * nightsCount;
    this.drumsIndex = this.storeIndex + nightsCount;
    this.readyIndex = this.drumsIndex + nightsCount;
    const size = this.readyIndex + waters.length * nightsCount;
    this.price = new Float64Array(size);
    this.slope = new Float64Array(size);
    this.kept = new Float64Array(size);
    this.scale = new Float64Array(size).fill(litreScale ** 2).fill(1, 0, this.storeIndex);
    this.open = every.map((night) => isEvening(works, { weekdayIndex, night }));
    this.ownTankIndices = waters.map((w) => tanks.flatMap((tank, i) => (tank.waterId === w.waterId ? [i] : [])));
    this.loader = planLoader(input);
    this.madeL = every.map((night) => works.storedL + works.madeLPerH * (untilHours + 24 * night));
    this.roomL = every.map((night) => drumRoomL(works, night));
    this.stockL = waters.map((water) => readyByNight({ water, untilHours, nightsCount }));
    this.gapDays = tanks.map((tank) => leastGapDays(tank.everyDays));
    const perMinute = Math.min(stepsPerMinute, mostSteps / works.eveningMinutes);
    this.steps = tanks.map((tank) => Math.floor(tank.changeMinutes * perMinute));
    this.mixStepsCount = waters.map((water) => Math.floor(water.mixMinutes * perMinute));
    this.allStepsCount = Math.floor(works.eveningMinutes * perMinute + 1e-9);
    const cells = this.allStepsCount + 1;
    this.reached = new Float64Array(nightsCount);
    this.before = new Int32Array(nightsCount);
    this.best = new Float64Array(cells);
    this.begunBest = new Float64Array(cells);
    this.begun = new Uint8Array(waters.length * cells);
    this.taken = new Uint8Array(tanks.length * cells);
    this.takenBegun = new Uint8Array(tanks.length * cells);
  }

  keep(): void {
    this.kept.set(this.price);
  }
  restore(): void {
    this.price.set(this.kept);
  }
  /** Dearer where more was asked than there is, cheaper where less; never below nothing. */
  climb(rise: number): void {
    const { price, slope, scale } = this;
    let length = 0;
    for (let j = 0; j < price.length; j++) {
      if (price[j] === 0 && (slope[j] ?? 0) < 0) slope[j] = 0;
      length += (slope[j] ?? 0) ** 2 * (scale[j] ?? 0);
    }
    const step = rise / Math.max(length, 1e-9);
    for (let j = 0; j < price.length; j++)
      price[j] = Math.max(0, (price[j] ?? 0) + step * (scale[j] ?? 0) * (slope[j] ?? 0));
  }
  /** The bound at these prices, and how much more than there is was asked of each thing. */
  reckon(): number {
    this.slope.fill(0);
    let boundValue = 0;
    for (let i = 0; i < this.tanksCount; i++) boundValue += this.tankAlone(i);
    for (let night = 0; night < this.nightsCount; night++) if (this.open[night]) boundValue += this.nightAlone(night);
    // What was used on a night is used for all later ones; what there is counts once for each.
    boundValue -= this.spent(this.storeIndex, this.madeL);
    this.stockL.forEach((stockL, w) => {
      boundValue -= this.spent(this.readyIndex + w * this.nightsCount, stockL);
    });
    this.roomL.forEach((roomL, night) => {
      const at = this.drumsIndex + night;
      if (roomL === Infinity) this.slope[at] = 0;
      else {
        boundValue -= (this.price[at] ?? 0) * roomL;
        this.asked(at, -roomL);
      }
    });
    return boundValue;
  }

  private spent(at: number, thereL: readonly number[]): number {
    let [costValue, usedL] = [0, 0];
    for (let night = 0; night < this.nightsCount; night++) {
      usedL += this.slope[at + night] ?? 0;
      this.slope[at + night] = usedL - (thereL[night] ?? 0);
      costValue += (this.price[at + night] ?? 0) * (thereL[night] ?? 0);
    }
    return costValue;
  }
  /** What a litre on a night costs, for it is missing on every later one. */
  private fromNight(at: number, night: number): number {
    let costValue = 0;
    for (let later = night; later < this.nightsCount; later++) costValue += this.price[at + later] ?? 0;
    return costValue;
  }

  /** A tank's cheapest nights at the price of each, as if the house had no other. */
  private tankAlone(i: number): number {
    const { reached, before, loader, nightsCount } = this;
    const gapDays = this.gapDays[i] ?? 1;
    let [least, last] = [loader.end(i, null), -1];
    for (let night = 0; night < nightsCount; night++) {
      if (!this.open[night]) continue;
      let [costValue, from] = [loader.arrival(i, null, night), -1];
      for (let f = 0; f + gapDays <= night; f++) {
        if (!this.open[f]) continue;
        const way = (reached[f] ?? 0) + loader.arrival(i, f, night);
        if (way < costValue) [costValue, from] = [way, f];
      }
      costValue += this.price[i * nightsCount + night] ?? 0;
      reached[night] = costValue;
      before[night] = from;
      const whole = costValue + loader.end(i, night);
      if (whole < least) [least, last] = [whole, night];
    }
    for (let night = last; night >= 0; night = before[night] ?? -1) this.asked(i * nightsCount + night, 1);
    return least;
  }
  private asked(at: number, by: number): void {
    this.slope[at] = (this.slope[at] ?? 0) + by;
  }

  /** The tanks a night would rather take at these prices, within its minutes, and the waters it must begin for them. */
  private nightAlone(night: number): number {
    const { waters, untilHours } = this.input;
    const { best, begunBest, begun, allStepsCount, nightsCount } = this;
    const cells = allStepsCount + 1;
    best.fill(0);
    const pureValue = roCostPerL + this.fromNight(this.storeIndex, night);
    const perReadyL: number[] = [];
    const perMadeL: number[] = [];
    waters.forEach((water, w) => {
      const ready = (this.stockL[w]?.[night] ?? 0) > 0;
      const canMix = 24 * night + untilHours >= water.leadHours;
      const readyValue = ready ? this.fromNight(this.readyIndex + w * nightsCount, night) : Infinity;
      const madeValue = pureValue * water.roFraction + (this.price[this.drumsIndex + night] ?? 0);
      perReadyL.push(readyValue);
      perMadeL.push(madeValue);
      const mixStepsCount = this.mixStepsCount[w] ?? 0;
      begunBest.fill(Infinity);
      if (canMix)
        for (let k = mixStepsCount; k < cells; k++) begunBest[k] = (best[k - mixStepsCount] ?? 0) + mixCostValue;
      for (const i of this.ownTankIndices[w] ?? []) {
        const wanted = this.price[i * nightsCount + night] ?? 0;
        const changeL = this.input.tanks[i]?.changeL ?? 0;
        this.put(best, this.taken, i, readyValue * changeL - wanted);
        this.put(begunBest, this.takenBegun, i, canMix ? Math.min(readyValue, madeValue) * changeL - wanted : 0);
      }
      for (let k = 0; k < cells; k++) {
        const begins = (begunBest[k] ?? 0) < (best[k] ?? 0);
        begun[w * cells + k] = begins ? 1 : 0;
        if (begins) best[k] = begunBest[k] ?? 0;
      }
    });
    let left = allStepsCount;
    for (let w = waters.length - 1; w >= 0; w--) {
      const begins = begun[w * cells + left] === 1;
      const [readyValue, madeValue] = [perReadyL[w] ?? 0, perMadeL[w] ?? 0];
      const makes = begins && madeValue <= readyValue;
      const own = this.ownTankIndices[w] ?? [];
      for (let q = own.length - 1; q >= 0; q--) {
        const i = own[q] ?? 0;
        if ((begins ? this.takenBegun : this.taken)[i * cells + left] !== 1) continue;
        left -= this.steps[i] ?? 0;
        const changeL = this.input.tanks[i]?.changeL ?? 0;
        this.asked(i * nightsCount + night, -1);
        if (makes) {
          this.asked(this.storeIndex + night, changeL * (waters[w]?.roFraction ?? 0));
          this.asked(this.drumsIndex + night, changeL);
        } else this.asked(this.readyIndex + w * nightsCount + night, changeL);
      }
      if (begins) left -= this.mixStepsCount[w] ?? 0;
    }
    return best[allStepsCount] ?? 0;
  }
  /** One more tank in the knapsack, where it is worth anything at all. */
  private put(values: Float64Array, takenCells: Uint8Array, i: number, value: number): void {
    const at = i * (this.allStepsCount + 1);
    const size = this.steps[i] ?? 0;
    takenCells.fill(0, at, at + this.allStepsCount + 1);
    if (!(value < 0)) return;
    for (let k = this.allStepsCount; k >= size; k--) {
      const withIt = (values[k - size] ?? 0) + value;
      if (withIt >= (values[k] ?? 0)) continue;
      values[k] = withIt;
      takenCells[at + k] = 1;
    }
  }
}
