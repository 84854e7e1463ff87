import { because, firstFault, ok, refuse, type NoFacts, type ReasonOf, type Result } from '#core/result';
import { readyByNight, roByHour, waitingHarm, type EveningTank } from './evening';
import { drumRoomL, isEvening, planLoad, shiftedTo, usualNights, type FortnightInput } from './fortnight-cost';
import { priceBound } from './fortnight-bound';
import { built, type Built, type IntegerSolver } from './fortnight-programme';
import { bettered } from './fortnight-search';

/** What kept a late tank from the very first night. */
export type LateBy = ReasonOf<{ closed: NoFacts; 'not-ready': { waterName: string }; others: NoFacts }>;
/** Why a tank is on this night and not on the one its routine asks for; days early or late, and who shares its water. */
export type NightReason = ReasonOf<{
  'wrong-now': NoFacts;
  routine: { sharedWith: string[] };
  'late-already': { lateDays: number; by: LateBy | null; sharedWith: string[] };
  'before-its-band': { earlyDays: number };
  early: { earlyDays: number; sharedWith: string[] };
  'after-closed': { lateDays: number; sharedWith: string[] };
  after: { lateDays: number; sharedWith: string[] };
}>;
export interface FortnightNight {
  nightIndex: number;
  evening: boolean;
  changes: { tankId: string; name: string; waterId: string; changeL: number; why: NightReason }[];
  roL: number;
  minutes: number;
  mixes: string[];
}
export interface FortnightPlan {
  /** What found it: the programme, the search it begins from, or the plain plan. */
  by: 'integer-programme' | 'search' | 'greedy';
  nights: FortnightNight[];
  costValue: number;
  boundValue: number;
  /** How far the plan may be from the best there is: (cost − bound) / cost. */
  gapFraction: number;
  finished: boolean;
  /** The plain plan's cost, and how much less this one is. */
  greedyCostValue: number;
}

function faultIn({
  tanks,
  waters,
  works,
  nightsCount = usualNights,
}: FortnightInput): Parameters<typeof refuse>[0] | null {
  const unknown = tanks.find((t) => !waters.some((w) => w.waterId === t.waterId));
  if (unknown) return { kind: 'missing', field: 'waterId', why: because('no-known-water', { name: unknown.name }) };
  return firstFault([
    { field: 'nightsCount', value: nightsCount, range: { lo: 1, hi: 28, unit: 'nights' } },
    { field: 'madeLPerH', value: works.madeLPerH, range: { lo: 0, hi: 1000, unit: 'L/h' } },
    { field: 'eveningMinutes', value: works.eveningMinutes, range: { lo: 1, hi: 1440, unit: 'minutes' } },
    ...tanks.flatMap((t) => [
      { field: `${t.name}: changeL`, value: t.changeL, range: { lo: 0.01, hi: 1e5, unit: 'L' } },
      { field: `${t.name}: everyDays`, value: t.everyDays, range: { lo: 0.5, hi: 1000, unit: 'days' } },
    ]),
  ]);
}

/** How the time that is given is spent. The programme ends a small house at once and rarely a full one; what is left goes to
 * the search and to the prices that bound it. A million moves take about a second, a thousand rounds for forty tanks a little more. */
const firstMovesPerTank = 2500;
const programmeFraction = 0.25;
const movesPerMs = 120;
const triesCount = 4;
const roundsPerMs = 0.15;
const mostRounds = 1500;

/**
 * Which tank is changed on which of the next nights, so that as little harm is done by waiting as water, time, drums and
 * the house's fixed evenings allow: a path of changes for each tank, joined by what they share. A small house is solved by
 * an integer programme that is handed in; where that does not end in its share of the time, a search goes on from what it
 * found and prices say how far from the best that can be; without a solver the search alone plans. Never worse than the
 * plain plan.
 *
 * @returns nights with the reason of each change, the cost, the bound and the gap between them.
 */
export function fortnightPlan(
  input: FortnightInput,
  {
    solver,
    timeLimitMs,
    gapFraction = 0.02,
  }: { solver: IntegerSolver | null; timeLimitMs: number; gapFraction?: number },
): Result<FortnightPlan> {
  const fault = faultIn(input);
  if (fault) return refuse(fault);
  if (!(timeLimitMs >= 50))
    return refuse({ kind: 'out-of-range', field: 'timeLimitMs', value: timeLimitMs, lo: 50, hi: 600_000, unit: 'ms' });
  const greedy = greedyFortnight(input);
  if (input.tanks.length === 0) return ok(greedy);
  const begun = bettered(input, nightsIn(input, greedy), { movesCount: firstMovesPerTank * input.tanks.length });
  const programmed = solver
    ? solved(input, begun, { solver, limits: { timeLimitMs: timeLimitMs * programmeFraction, gapFraction } })
    : { nights: begun, boundValue: 0 };
  const found = programmed.nights;
  let { boundValue } = programmed;
  let best = found;
  if (gapOf(planLoad(input, found).costValue, boundValue) > gapFraction) {
    best = bettered(input, found, {
      movesCount: Math.round(timeLimitMs * movesPerMs),
      triesCount,
    });
    const roundsCount = Math.min(mostRounds, Math.round(timeLimitMs * roundsPerMs));
    const { costValue } = planLoad(input, best);
    boundValue = Math.max(boundValue, priceBound(input, { costValue, roundsCount }));
  }
  const plan = planFrom(input, best);
  const gap = gapOf(plan.costValue, boundValue);
  const searched = best !== found || found === begun;
  return ok({
    ...plan,
    by: !searched ? 'integer-programme' : plan.costValue < greedy.costValue - 1e-9 ? 'search' : 'greedy',
    boundValue: Math.min(boundValue, plan.costValue),
    gapFraction: gap,
    finished: gap <= gapFraction + 1e-9,
    greedyCostValue: greedy.costValue,
  });
}
/** What the programme makes of a plan in its time: the plan itself where it finds none better. */
function solved(
  input: FortnightInput,
  begunNights: number[][],
  { solver, limits }: { solver: IntegerSolver; limits: { timeLimitMs: number; gapFraction: number } },
): { nights: number[][]; boundValue: number } {
  const { programme, arcs } = built(input);
  const answer = solver(programme, limits, startFrom(input, arcs, begunNights));
  const chosen = answer.values.length === 0 ? [] : arcs.filter((a) => (answer.values[a.columnIndex] ?? 0) > 0.5);
  return {
    nights: chosen.length === 0 ? begunNights : cheaperOf(input, begunNights, nightsOf(input, chosen)),
    boundValue: Number.isFinite(answer.boundValue) ? Math.max(0, answer.boundValue) : 0,
  };
}
const gapOf = (costValue: number, boundValue: number): number =>
  costValue <= 1e-9 ? 0 : Math.max(0, (costValue - boundValue) / costValue);
/** The second where it is no dearer. */
function cheaperOf(input: FortnightInput, oneNights: number[][], otherNights: number[][]): number[][] {
  const loads = [oneNights, otherNights].map((nights) => planLoad(input, nights));
  return (loads[1]?.costValue ?? Infinity) <= (loads[0]?.costValue ?? Infinity) + 1e-9 ? otherNights : oneNights;
}

/** A plan as a path in the programme: it need not be found again, only bettered. */
function startFrom(
  { nightsCount = usualNights }: FortnightInput,
  arcs: Built['arcs'],
  nights: readonly number[][],
): Map<number, number> {
  const start = new Map(arcs.map((a): [number, number] => [a.columnIndex, 0]));
  nights.forEach((own, tankIndex) => {
    let from = -1;
    for (const to of [...own, nightsCount]) {
      const arc = arcs.find((a) => a.tankIndex === tankIndex && a.fromIndex === from && a.toIndex === to);
      if (arc) start.set(arc.columnIndex, 1);
      from = to;
    }
  });
  return start;
}
/** Nights of each tank of a plan that is shown. */
const nightsIn = ({ tanks }: FortnightInput, plan: FortnightPlan): number[][] =>
  tanks.map(({ tankId }) =>
    plan.nights.filter((n) => n.changes.some((c) => c.tankId === tankId)).map((n) => n.nightIndex),
  );

/** Nights of each tank, in order. */
function nightsOf({ tanks, nightsCount = usualNights }: FortnightInput, chosen: Built['arcs']): number[][] {
  return tanks.map((_, i) =>
    chosen
      .filter((a) => a.tankIndex === i && a.toIndex < nightsCount)
      .map((a) => a.toIndex)
      .sort((a, b) => a - b),
  );
}

/** The nights as they are shown, with what each takes and why each tank is where it is. */
function planFrom(input: FortnightInput, nights: readonly number[][]): FortnightPlan {
  const { tanks, works, weekdayIndex } = input;
  const { costValue, nights: loads } = planLoad(input, nights);
  const shown = loads.map(({ roL, minutes, mixes }, night): FortnightNight => ({
    nightIndex: night,
    evening: isEvening(works, { weekdayIndex, night }),
    changes: [],
    roL,
    minutes,
    mixes,
  }));
  tanks.forEach(({ tankId, name, waterId, changeL }, i) => {
    let from: number | null = null;
    for (const night of nights[i] ?? []) {
      shown[night]?.changes.push({ tankId, name, waterId, changeL, why: whyOn(input, nights, i, from, night) });
      from = night;
    }
  });
  return {
    by: 'greedy',
    nights: shown,
    costValue,
    boundValue: 0,
    gapFraction: 1,
    finished: true,
    greedyCostValue: costValue,
  };
}

/** Why this tank is on this night and not on the one its routine asks for. */
function whyOn(
  input: FortnightInput,
  nights: readonly number[][],
  index: number,
  fromNight: number | null,
  night: number,
): NightReason {
  const { tanks, works, weekdayIndex } = input;
  const tank = tanks[index];
  if (!tank) return { id: 'routine', facts: { sharedWith: [] } };
  const { dueDays, leavesAtDay } = shiftedTo(tank, fromNight);
  const off = night - dueDays;
  const sharedWith = tanks
    .filter((t, i) => i !== index && t.waterId === tank.waterId && (nights[i] ?? []).includes(night))
    .map((t) => t.name);
  if (tank.urgent && fromNight === null) return { id: 'wrong-now', facts: {} };
  if (Math.abs(off) < 1) return { id: 'routine', facts: { sharedWith } };
  if (fromNight === null && dueDays < 0)
    return { id: 'late-already', facts: { lateDays: -dueDays, by: lateBy(input, tank, night), sharedWith } };
  if (off < 0)
    return leavesAtDay !== null && leavesAtDay < dueDays
      ? { id: 'before-its-band', facts: { earlyDays: -off } }
      : { id: 'early', facts: { earlyDays: -off, sharedWith } };
  const closed = !isEvening(works, { weekdayIndex, night: Math.max(0, Math.round(dueDays)) });
  return { id: closed ? 'after-closed' : 'after', facts: { lateDays: off, sharedWith } };
}
function lateBy(
  { works, weekdayIndex, waters, untilHours }: FortnightInput,
  tank: EveningTank,
  night: number,
): LateBy | null {
  if (night === 0) return null;
  const water = waters.find((w) => w.waterId === tank.waterId);
  const soonest = Array.from({ length: night }, (_, n) => n).filter((n) =>
    isEvening(works, { weekdayIndex, night: n }),
  );
  if (soonest.length === 0) return { id: 'closed', facts: {} };
  if (water && water.readyL < tank.changeL && soonest.every((n) => 24 * n + untilHours < water.leadHours))
    return { id: 'not-ready', facts: { waterName: water.name } };
  return { id: 'others', facts: {} };
}

/** The plain plan over the nights: each evening the tanks that are due, the most pressing first, until water or time is out. */
export function greedyFortnight(input: FortnightInput): FortnightPlan {
  const { tanks, waters, works, weekdayIndex, untilHours, nightsCount = usualNights } = input;
  const last: (number | null)[] = tanks.map(() => null);
  const nights: number[][] = tanks.map(() => []);
  const stock = new Map(waters.map((water) => [water.waterId, readyByNight({ water, untilHours, nightsCount })]));
  const usedL = new Map<string, number>();
  let storeL = works.storedL;
  for (let night = 0; night < nightsCount; night++) {
    storeL = roByHour({ works: { ...works, storedL: storeL }, hours: night === 0 ? untilHours : 24 });
    if (!isEvening(works, { weekdayIndex, night })) continue;
    let [minutes, mixedL] = [0, 0];
    const begun = new Set<string>();
    const due = tanks
      .map((tank, i) => ({ tank: shiftedTo(tank, last[i] ?? null), i }))
      .filter(({ tank }) => tank.urgent || tank.dueDays <= night)
      .sort((a, b) => waitingHarm({ ...b.tank, atDay: night + 1 }) - waitingHarm({ ...a.tank, atDay: night + 1 }));
    for (const { tank, i } of due) {
      const water = waters.find((w) => w.waterId === tank.waterId);
      if (!water) continue;
      const ownUsedL = usedL.get(water.waterId) ?? 0;
      const fromReady = Math.min((stock.get(water.waterId)?.[night] ?? 0) - ownUsedL, tank.changeL);
      const makeL = tank.changeL - fromReady;
      const roL = makeL * water.roFraction;
      const extraMinutes = tank.changeMinutes + (makeL > 0 && !begun.has(water.waterId) ? water.mixMinutes : 0);
      const leadShort = makeL > 0 && 24 * night + untilHours < water.leadHours;
      if (leadShort || roL > storeL + 1e-9 || minutes + extraMinutes > works.eveningMinutes) continue;
      if (mixedL + makeL > drumRoomL(works, night) + 1e-9) continue;
      usedL.set(water.waterId, ownUsedL + fromReady);
      storeL -= roL;
      minutes += extraMinutes;
      mixedL += makeL;
      if (makeL > 0) begun.add(water.waterId);
      nights[i]?.push(night);
      last[i] = night;
    }
  }
  return planFrom(input, nights);
}
