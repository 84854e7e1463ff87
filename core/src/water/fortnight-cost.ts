import {
  earlyHarm,
  freeDrums,
  readyByNight,
  waitingHarm,
  type EveningTank,
  type WaterKind,
  type WaterWorks,
} from './evening';

export interface FortnightInput {
  tanks: readonly EveningTank[];
  waters: readonly WaterKind[];
  works: WaterWorks;
  /** Weekday of tonight, 1 Monday to 7 Sunday. */
  weekdayIndex: number;
  untilHours: number;
  nightsCount?: number;
}

/** Beginning a drum, and a litre of pure water, in the measure of waiting. Ours: they settle ties, no more. */
export const mixCostValue = 0.02;
export const roCostPerL = 0.0001;
export const usualNights = 14;
/** Oftener than half its rhythm is never wise. */
export const leastGapDays = (everyDays: number): number => Math.max(1, everyDays / 2);

/** Changing on a night: what it cost to wait until then, or to come too early. `fromDay` the day of the change before. */
export function arrivalCost(tank: EveningTank, fromDay: number | null, atDay: number): number {
  const shifted = shiftedTo(tank, fromDay);
  return waitingHarm({ ...shifted, atDay }) + earlyHarm({ ...shifted, atDay });
}
/** After a change the rhythm starts anew, and the forecast is as far off again. */
export function shiftedTo(tank: EveningTank, fromDay: number | null): EveningTank {
  if (fromDay === null) return tank;
  const room = tank.leavesAtDay === null ? null : Math.max(tank.leavesAtDay - tank.dueDays, 0);
  return {
    ...tank,
    urgent: false,
    dueDays: fromDay + tank.everyDays,
    leavesAtDay: room === null ? null : fromDay + tank.everyDays + room,
  };
}
/** What is left waiting at the end counts as if it were done the day after, and half as much again. */
export const endCost = (tank: EveningTank, fromDay: number | null, nightsCount: number): number =>
  1.5 * waitingHarm({ ...shiftedTo(tank, fromDay), atDay: nightsCount });

/** Whether water is made on this night; every night where no evening was named. */
export const isEvening = (
  works: WaterWorks,
  { weekdayIndex, night }: { weekdayIndex: number; night: number },
): boolean => works.evenings.length === 0 || works.evenings.includes(((weekdayIndex - 1 + night) % 7) + 1);

/** Litres the drums hold on a night; no limit where nobody has named a drum. */
export const drumRoomL = (works: WaterWorks, night: number): number =>
  works.drums.length === 0 ? Infinity : freeDrums(works, night).reduce((sum, d) => sum + d.volumeL, 0);

export interface NightLoad {
  roL: number;
  makeL: number;
  minutes: number;
  mixes: string[];
}
/** What a plan costs, what each of its nights takes, and whether water, drums, minutes and evenings allow it. */
export interface PlanLoad {
  costValue: number;
  fits: boolean;
  nights: NightLoad[];
}

/** Nights of each tank, in the order of the tanks; each list rising. */
export type PlanNights = readonly (readonly number[])[];
/** What a plan asks of hands, drums and the unit: one night after another. */
export const planLoad = (input: FortnightInput, nights: PlanNights): PlanLoad => planLoader(input).load(nights);

export interface PlanLoader {
  load: (nights: PlanNights) => PlanLoad;
  /** Changing a tank on a night after another (or none): as `arrivalCost`. */
  arrival: (tankIndex: number, fromIndex: number | null, nightIndex: number) => number;
  end: (tankIndex: number, fromIndex: number | null) => number;
}

/** The same question of many plans of one house: what depends on a tank alone is worked out once. */
export function planLoader(input: FortnightInput): PlanLoader {
  const { tanks, waters, works, weekdayIndex, untilHours, nightsCount = usualNights } = input;
  const span = nightsCount + 1;
  const waterOf = tanks.map((tank) => waters.findIndex((w) => w.waterId === tank.waterId));
  const arrivals = tanks.map((tank) => {
    const table = new Float64Array(span * nightsCount);
    for (let from = -1; from < nightsCount; from++)
      for (let night = from + 1; night < nightsCount; night++)
        table[(from + 1) * nightsCount + night] = arrivalCost(tank, from === -1 ? null : from, night);
    return table;
  });
  const ends = tanks.map((tank) =>
    Float64Array.from({ length: span }, (_, i) => endCost(tank, i === 0 ? null : i - 1, nightsCount)),
  );
  const arrival: PlanLoader['arrival'] = (tankIndex, fromIndex, nightIndex) =>
    arrivals[tankIndex]?.[((fromIndex ?? -1) + 1) * nightsCount + nightIndex] ?? 0;
  const end: PlanLoader['end'] = (tankIndex, fromIndex) => ends[tankIndex]?.[(fromIndex ?? -1) + 1] ?? 0;
  const evening = Array.from({ length: nightsCount }, (_, n) => isEvening(works, { weekdayIndex, night: n }));
  const roomL = Array.from({ length: nightsCount }, (_, n) => drumRoomL(works, n));
  const stock = waters.map((water) => readyByNight({ water, untilHours, nightsCount }));
  const mostL = Math.max(works.storesL, works.storedL);

  const load = (nights: PlanNights): PlanLoad => {
    const loads = Array.from({ length: nightsCount }, (): NightLoad => ({ roL: 0, makeL: 0, minutes: 0, mixes: [] }));
    const needL = new Float64Array(waters.length * nightsCount);
    let costValue = 0;
    for (let i = 0; i < tanks.length; i++) {
      const [tank, water] = [tanks[i], waterOf[i] ?? -1];
      if (!tank) continue;
      let from: number | null = null;
      for (const night of nights[i] ?? []) {
        costValue += arrival(i, from, night);
        const of = loads[night];
        if (of) of.minutes += tank.changeMinutes;
        const at = water * nightsCount + night;
        if (water >= 0) needL[at] = (needL[at] ?? 0) + tank.changeL;
        from = night;
      }
      costValue += end(i, from);
    }
    const usedL = new Float64Array(waters.length);
    let storeL = works.storedL;
    let fits = true;
    loads.forEach((of, night) => {
      storeL = Math.min(mostL, storeL + works.madeLPerH * (night === 0 ? untilHours : 24));
      waters.forEach((water, w) => {
        const needs = needL[w * nightsCount + night] ?? 0;
        if (needs <= 0) return;
        const fromReady = Math.min((stock[w]?.[night] ?? 0) - (usedL[w] ?? 0), needs);
        usedL[w] = (usedL[w] ?? 0) + fromReady;
        const makeL = needs - fromReady;
        if (makeL <= 1e-6) return;
        of.makeL += makeL;
        of.roL += makeL * water.roFraction;
        of.minutes += water.mixMinutes;
        of.mixes.push(water.name);
        costValue += mixCostValue + roCostPerL * water.roFraction * makeL;
        if (24 * night + untilHours < water.leadHours) fits = false;
      });
      storeL -= of.roL;
      const full = of.makeL > (roomL[night] ?? Infinity) + 1e-6;
      const closed = of.minutes > 0 && evening[night] === false;
      if (storeL < -1e-6 || of.minutes > works.eveningMinutes + 1e-6 || full || closed) fits = false;
    });
    return { costValue, fits, nights: loads };
  };
  return { load, arrival, end };
}
