import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
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

/** Warm at the start, cold at the end, in the measure of waiting; what a night over its limits is charged. Ours, tried. */
const warmValue = 0.25;
const coldValue = 0.015;
const chargeRange = { lo: 0.3, hi: 10_000 };
/** Looks at the charge: it goes up while the plan is over its limits, down while it is not. */
const looksCount = 1000;
/** What counts as one over: litres, minutes; and a little for being over at all. */
const overL = 15;
const overMinutes = 12;
const overAtAll = 0.05;
/** How often each kind of move is tried: a share of all, each up to its end. */
const moves = { turn: 0.15, shift: 0.45, instead: 0.55, swap: 0.92, waterAlone: 0.96 };

/**
 * A plan bettered by simulated annealing (Kirkpatrick, Gelatt and Vecchi 1983): one change is put on another night, left
 * out, added, or swapped with another tank's; now and then all that share a water move together, for beginning a drum is
 * what an evening is too short for. Nights may be over their minutes, drums or water in between, at a charge that rises
 * until they are not. The same for the same input; never dearer than what it began with.
 * @param movesCount moves that are tried: a hundred thousand to begin with, a million to come near the best for forty tanks.
 * @param triesCount how often it is begun anew, each with its own chances: a few short courses are worth more than a long one.
 */
export function bettered(
  input: FortnightInput,
  beginNights: readonly (readonly number[])[],
  { movesCount, triesCount = 1 }: { movesCount: number; triesCount?: number },
): number[][] {
  const loader = planLoader(input);
  const begun = loader.load(beginNights);
  let best = { nights: beginNights.map((own) => [...own]), costValue: begun.fits ? begun.costValue : Infinity };
  for (let tryIndex = 0; tryIndex < triesCount; tryIndex++) {
    const found = annealed(new Board(input, loader, beginNights), { movesCount, randomSeed: tryIndex + 1 });
    if (found && found.costValue < best.costValue - 1e-9 && loader.load(found.nights).fits) best = found;
  }
  return best.nights;
}

/** The cheapest plan within its limits that one course of moves comes by; null where it comes by none. */
function annealed(
  board: Board,
  { movesCount, randomSeed }: { movesCount: number; randomSeed: number },
): { nights: number[][]; costValue: number } | null {
  if (board.openNights.length === 0 || board.tanksCount === 0) return null;
  const chance = xoroshiro128plus(randomSeed);
  const share = (): number => (chance.next() >>> 0) / 4_294_967_296;
  const lookEvery = Math.ceil(movesCount / looksCount);
  let chargeValue = 1;
  let best: { nights: number[][]; costValue: number } | null = null;
  for (let move = 0; move < movesCount; move++) {
    if (!board.propose(share)) continue;
    const heatValue = warmValue * (coldValue / warmValue) ** (move / movesCount);
    const taken = board.tryMove(chargeValue, -heatValue * Math.log(1 - share()));
    if (taken && board.overValue === 0 && board.costValue < (best?.costValue ?? Infinity) - 1e-9)
      best = { nights: board.nights(), costValue: board.costValue };
    if (move % lookEvery !== 0) continue;
    board.countAnew();
    chargeValue = Math.min(chargeRange.hi, Math.max(chargeRange.lo, chargeValue * (board.overValue > 0 ? 1.05 : 0.95)));
  }
  return best;
}

/** A plan while it is turned over: what each tank and each water costs, what each night holds, and how far that is over. */
class Board {
  readonly openNights: Int32Array;
  readonly tanksCount: number;
  costValue = 0;
  overValue = 0;
  private readonly nightsCount: number;
  private readonly waterOf: Int32Array;
  private readonly on: Uint8Array;
  private readonly tankCost: Float64Array;
  private readonly waterCost: Float64Array;
  private readonly changeMinutes: Float64Array;
  private readonly needL: Float64Array;
  private readonly makeL: Float64Array;
  private readonly stockL: number[][];
  private readonly roomL: number[];
  private readonly madeL: number[];
  private readonly early: Uint8Array;
  private readonly roFraction: Float64Array;
  private readonly mixMinutes: Float64Array;
  private readonly tankL: Float64Array;
  private readonly tankMinutes: Float64Array;
  private readonly gapDays: Float64Array;
  private readonly mostStoreL: number;
  /** The most one flip can save in drums begun and pure water: what a move is worth at best before that is counted. */
  private readonly mostMixValue: number;
  /** The move that is proposed: tanks and nights to be turned from changed to not changed, or back. */
  private readonly flipTanks: Int32Array;
  private readonly flipNights: Int32Array;
  private flipCount = 0;
  private readonly touchedTanks: Int32Array;
  private readonly formerCosts: Float64Array;
  private touchedCount = 0;
  private readonly touchedWaters: Int32Array;
  private touchedWaterCount = 0;

  constructor(
    private readonly input: FortnightInput,
    private readonly loader: PlanLoader,
    beginNights: readonly (readonly number[])[],
  ) {
    const { tanks, waters, works, weekdayIndex, untilHours, nightsCount = usualNights } = input;
    const every = Array.from({ length: nightsCount }, (_, night) => night);
    [this.nightsCount, this.tanksCount] = [nightsCount, tanks.length];
    this.openNights = Int32Array.from(every.filter((night) => isEvening(works, { weekdayIndex, night })));
    this.waterOf = Int32Array.from(tanks, (tank) => waters.findIndex((w) => w.waterId === tank.waterId));
    this.on = new Uint8Array(tanks.length * nightsCount);
    this.tankCost = new Float64Array(tanks.length);
    this.waterCost = new Float64Array(waters.length);
    this.changeMinutes = new Float64Array(nightsCount);
    this.needL = new Float64Array(waters.length * nightsCount);
    this.makeL = new Float64Array(waters.length * nightsCount);
    this.stockL = waters.map((water) => readyByNight({ water, untilHours, nightsCount }));
    this.roomL = every.map((night) => drumRoomL(works, night));
    this.madeL = every.map((night) => works.madeLPerH * (night === 0 ? untilHours : 24));
    this.early = Uint8Array.from(
      waters.flatMap((water) => every.map((night) => (24 * night + untilHours < water.leadHours ? 1 : 0))),
    );
    this.roFraction = Float64Array.from(waters, (water) => water.roFraction);
    this.mixMinutes = Float64Array.from(waters, (water) => water.mixMinutes);
    this.tankL = Float64Array.from(tanks, (tank) => tank.changeL);
    this.tankMinutes = Float64Array.from(tanks, (tank) => tank.changeMinutes);
    this.gapDays = Float64Array.from(tanks, (tank) => leastGapDays(tank.everyDays));
    this.mostStoreL = Math.max(works.storesL, works.storedL);
    this.mostMixValue = mixCostValue + roCostPerL * Math.max(0, ...tanks.map((tank) => tank.changeL));
    this.flipTanks = new Int32Array(2 * tanks.length + 4);
    this.flipNights = new Int32Array(2 * tanks.length + 4);
    this.touchedTanks = new Int32Array(tanks.length + 1);
    this.formerCosts = new Float64Array(tanks.length + 1);
    this.touchedWaters = new Int32Array(waters.length + 1);
    beginNights.forEach((own, i) => {
      for (const night of own) this.on[i * nightsCount + night] = 1;
    });
    this.countAnew();
  }

  nights(): number[][] {
    return this.input.tanks.map((_, i) => [...this.openNights].filter((night) => this.isOn(i, night)));
  }

  /** All sums from the beginning: a million additions and subtractions do not stay exact. */
  countAnew(): void {
    const { tanks, waters } = this.input;
    this.changeMinutes.fill(0);
    this.needL.fill(0);
    tanks.forEach((tank, i) => {
      for (const night of this.openNights) if (this.isOn(i, night)) this.add(i, night, 1);
      this.tankCost[i] = this.costOfTank(i);
    });
    waters.forEach((_, w) => {
      this.countWater(w);
    });
    this.costValue = this.tankCost.reduce((a, b) => a + b, 0) + this.waterCost.reduce((a, b) => a + b, 0);
    this.overValue = this.countOver();
  }

  /** A move is laid out, by chance; false where it would come to nothing. */
  propose(share: () => number): boolean {
    this.flipCount = 0;
    const { tanksCount } = this;
    const kind = share();
    const tank = Math.floor(share() * tanksCount);
    const to = this.openNights[Math.floor(share() * this.openNights.length)] ?? 0;
    if (kind < moves.turn) return this.turn(tank, to);
    const from = this.someNight(tank, share());
    if (from === null) return false;
    if (kind < moves.shift) return this.shift(tank, from, to);
    const other = Math.floor(share() * tanksCount);
    if (kind < moves.instead) return !this.isOn(other, from) && this.turn(tank, from) && this.turn(other, from);
    if (kind < moves.swap) {
      const back = this.someNight(other, share());
      return tank !== other && back !== null && this.shift(tank, from, back) && this.shift(other, back, from);
    }
    if (from === to) return false;
    const water = this.waterOf[tank] ?? -1;
    const otherWater = this.waterOf[other] ?? -1;
    for (let i = 0; i < tanksCount; i++) {
      if (this.waterOf[i] === water) this.shift(i, from, to);
      else if (kind >= moves.waterAlone && this.waterOf[i] === otherWater) this.shift(i, to, from);
    }
    return this.flipCount > 0;
  }
  /** One of the nights on which a tank is changed; null where it is on none. */
  private someNight(tankIndex: number, share: number): number | null {
    const { on, nightsCount } = this;
    const [at, end] = [tankIndex * nightsCount, (tankIndex + 1) * nightsCount];
    let count = 0;
    for (let cell = at; cell < end; cell++) count += on[cell] ?? 0;
    let left = Math.floor(share * count);
    for (let cell = at; cell < end; cell++) if (on[cell] === 1 && left-- === 0) return cell - at;
    return null;
  }

  /** The proposed move is made where it is no dearer than what chance allows, and taken back otherwise. */
  tryMove(chargeValue: number, allowedValue: number): boolean {
    this.toggleAll();
    let dearer = this.countTouchedTanks();
    const atBest = dearer - this.mostMixValue * this.flipCount - chargeValue * this.overValue;
    if (atBest > allowedValue) {
      this.takeBackTanks();
      return false;
    }
    this.addAll(1);
    dearer += this.countTouchedWaters();
    const overValue = this.countOver();
    if (dearer + chargeValue * (overValue - this.overValue) <= allowedValue) {
      this.costValue += dearer;
      this.overValue = overValue;
      return true;
    }
    this.addAll(-1);
    this.takeBackTanks();
    for (let k = 0; k < this.touchedWaterCount; k++) this.countWater(this.touchedWaters[k] ?? 0);
    return false;
  }

  private toggleAll(): void {
    for (let k = 0; k < this.flipCount; k++) {
      const at = (this.flipTanks[k] ?? 0) * this.nightsCount + (this.flipNights[k] ?? 0);
      this.on[at] = this.on[at] === 1 ? 0 : 1;
    }
  }
  /** What the nights hold, as the move has turned them; `sign` −1 takes it back. */
  private addAll(sign: 1 | -1): void {
    for (let k = 0; k < this.flipCount; k++) {
      const [i, night] = [this.flipTanks[k] ?? 0, this.flipNights[k] ?? 0];
      this.add(i, night, this.isOn(i, night) ? sign : (-sign as 1 | -1));
    }
  }
  private takeBackTanks(): void {
    this.toggleAll();
    for (let k = 0; k < this.touchedCount; k++) this.tankCost[this.touchedTanks[k] ?? 0] = this.formerCosts[k] ?? 0;
  }
  private countTouchedTanks(): number {
    let [dearer, count] = [0, 0];
    for (let k = 0; k < this.flipCount; k++) {
      const i = this.flipTanks[k] ?? 0;
      let known = false;
      for (let m = 0; m < count; m++) known ||= this.touchedTanks[m] === i;
      if (known) continue;
      const former = this.tankCost[i] ?? 0;
      const costValue = this.costOfTank(i);
      this.touchedTanks[count] = i;
      this.formerCosts[count] = former;
      count += 1;
      this.tankCost[i] = costValue;
      dearer += costValue - former;
    }
    this.touchedCount = count;
    return dearer;
  }
  private countTouchedWaters(): number {
    let [dearer, count] = [0, 0];
    for (let k = 0; k < this.flipCount; k++) {
      const w = this.waterOf[this.flipTanks[k] ?? 0] ?? 0;
      let known = false;
      for (let m = 0; m < count; m++) known ||= this.touchedWaters[m] === w;
      if (known) continue;
      this.touchedWaters[count] = w;
      count += 1;
      dearer -= this.waterCost[w] ?? 0;
      this.countWater(w);
      dearer += this.waterCost[w] ?? 0;
    }
    this.touchedWaterCount = count;
    return dearer;
  }
  private isOn(tankIndex: number, night: number): boolean {
    return this.on[tankIndex * this.nightsCount + night] === 1;
  }
  private turn(tankIndex: number, night: number): boolean {
    this.flipTanks[this.flipCount] = tankIndex;
    this.flipNights[this.flipCount] = night;
    this.flipCount += 1;
    return true;
  }
  private shift(tankIndex: number, from: number, to: number): boolean {
    return (
      this.isOn(tankIndex, from) && !this.isOn(tankIndex, to) && this.turn(tankIndex, from) && this.turn(tankIndex, to)
    );
  }
  private add(tankIndex: number, night: number, sign: 1 | -1): void {
    const at = (this.waterOf[tankIndex] ?? 0) * this.nightsCount + night;
    this.changeMinutes[night] = (this.changeMinutes[night] ?? 0) + sign * (this.tankMinutes[tankIndex] ?? 0);
    this.needL[at] = (this.needL[at] ?? 0) + sign * (this.tankL[tankIndex] ?? 0);
  }
  private costOfTank(tankIndex: number): number {
    const gapDays = this.gapDays[tankIndex] ?? 1;
    let costValue = 0;
    let from: number | null = null;
    for (let night = 0; night < this.nightsCount; night++) {
      if (!this.isOn(tankIndex, night)) continue;
      if (from !== null && night - from < gapDays) return Infinity;
      costValue += this.loader.arrival(tankIndex, from, night);
      from = night;
    }
    return costValue + this.loader.end(tankIndex, from);
  }
  /** What is mixed of a water on each night, and what that costs. */
  private countWater(w: number): void {
    const roFraction = this.roFraction[w] ?? 0;
    const stockL = this.stockL[w] ?? [];
    let [usedL, costValue] = [0, 0];
    for (let night = 0; night < this.nightsCount; night++) {
      const at = w * this.nightsCount + night;
      const needL = this.needL[at] ?? 0;
      let makeL = 0;
      if (needL > 1e-6) {
        const fromReadyL = Math.min((stockL[night] ?? 0) - usedL, needL);
        usedL += fromReadyL;
        makeL = needL - fromReadyL;
        if (makeL > 1e-6) costValue += mixCostValue + roCostPerL * roFraction * makeL;
        else makeL = 0;
      }
      this.makeL[at] = makeL;
    }
    this.waterCost[w] = costValue;
  }
  /** How far the nights are over their minutes, drums and water; nothing only where all of it fits. */
  private countOver(): number {
    const { makeL: madeOfL, roFraction, mixMinutes, nightsCount } = this;
    const { works } = this.input;
    const watersCount = roFraction.length;
    let overValue = 0;
    let storeL = works.storedL;
    for (let night = 0; night < nightsCount; night++) {
      let [allL, roL, minutes] = [0, 0, this.changeMinutes[night] ?? 0];
      for (let w = 0; w < watersCount; w++) {
        const makeL = madeOfL[w * nightsCount + night] ?? 0;
        if (makeL === 0) continue;
        allL += makeL;
        roL += makeL * (roFraction[w] ?? 0);
        minutes += mixMinutes[w] ?? 0;
        // What takes days cannot be made sooner: dear enough that a tank in need does not buy it.
        if (this.early[w * nightsCount + night] === 1) overValue += 1 + makeL;
      }
      storeL = Math.min(this.mostStoreL, storeL + (this.madeL[night] ?? 0)) - roL;
      if (storeL < -1e-6) overValue -= storeL / overL;
      if (minutes > works.eveningMinutes + 1e-6)
        overValue += overAtAll + (minutes - works.eveningMinutes) / overMinutes;
      if (allL > (this.roomL[night] ?? Infinity) + 1e-6)
        overValue += overAtAll + (allL - (this.roomL[night] ?? 0)) / overL;
    }
    return overValue;
  }
}
