import { firstFault, ok, refuse, type Result } from '#core/result';
import { earlyHarm, roByHour, waitingHarm, type EveningTank, type WaterKind, type WaterWorks } from './evening';

/** An integer programme as plain data: minimise cost over columns from 0 to their top, rows between their ends. */
export interface IntegerProgramme {
  columns: { costValue: number; hi: number; integer: boolean }[];
  rows: { lo: number | null; hi: number | null; entries: [columnIndex: number, coefficientValue: number][] }[];
}
export interface IntegerAnswer {
  state: 'optimal' | 'time-limit' | 'none';
  /** One value a column; empty where nothing was found. */
  values: readonly number[];
  costValue: number;
  /** Nothing can be cheaper than this. */
  boundValue: number;
}
/** Handed in: the solver is WebAssembly and is started outside the core. */
export type IntegerSolver = (
  programme: IntegerProgramme,
  limits: { timeLimitMs: number; gapFraction: number },
  /** Values of some columns to begin from; the solver completes them. */
  start?: ReadonlyMap<number, number>,
) => IntegerAnswer;

export interface FortnightInput {
  tanks: readonly EveningTank[];
  waters: readonly WaterKind[];
  works: WaterWorks;
  /** Weekday of tonight, 1 Monday to 7 Sunday. */
  weekdayIndex: number;
  untilHours: number;
  nightsCount?: number;
}
export interface FortnightNight {
  nightIndex: number;
  evening: boolean;
  changes: { tankId: string; name: string; waterId: string; changeL: number; why: string }[];
  roL: number;
  minutes: number;
  mixes: string[];
}
export interface FortnightPlan {
  by: 'integer-programme' | 'greedy';
  nights: FortnightNight[];
  costValue: number;
  boundValue: number;
  /** How far the plan may be from the best there is: (cost − bound) / cost. */
  gapFraction: number;
  finished: boolean;
  /** The plain plan's cost, and how much less this one is. */
  greedyCostValue: number;
}

const mixCostValue = 0.02;
const roCostPerL = 0.0001;
const usualNights = 14;

/** Changing on a night: what it cost to wait until then, or to come too early. `fromDay` the day of the change before. */
function arrivalCost(tank: EveningTank, fromDay: number | null, atDay: number): number {
  const shifted = shiftedTo(tank, fromDay);
  return waitingHarm({ ...shifted, atDay }) + earlyHarm({ ...shifted, atDay });
}
/** After a change the rhythm starts anew, and the forecast is as far off again. */
function shiftedTo(tank: EveningTank, fromDay: number | null): EveningTank {
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
const endCost = (tank: EveningTank, fromDay: number | null, nightsCount: number): number =>
  1.5 * waitingHarm({ ...shiftedTo(tank, fromDay), atDay: nightsCount });

const isEvening = (works: WaterWorks, weekdayIndex: number, night: number): boolean =>
  works.evenings.length === 0 || works.evenings.includes(((weekdayIndex - 1 + night) % 7) + 1);

interface Built {
  programme: IntegerProgramme;
  arcs: { tankIndex: number; fromIndex: number; toIndex: number; columnIndex: number }[];
}
/** Nights are 0 … n−1; −1 stands for what was before, n for what comes after. */
function built({ tanks, waters, works, weekdayIndex, untilHours, nightsCount = usualNights }: FortnightInput): Built {
  const columns: IntegerProgramme['columns'] = [];
  const rows: IntegerProgramme['rows'] = [];
  const column = (costValue: number, hi: number, integer: boolean): number =>
    columns.push({ costValue, hi, integer }) - 1;
  const evenings = Array.from({ length: nightsCount }, (_, n) => n).filter((n) => isEvening(works, weekdayIndex, n));
  const arcs: Built['arcs'] = [];
  tanks.forEach((tank, tankIndex) => {
    const add = (from: number, to: number): void => {
      const fromDay = from === -1 ? null : from;
      const cost = to === nightsCount ? endCost(tank, fromDay, nightsCount) : arrivalCost(tank, fromDay, to);
      arcs.push({ tankIndex, fromIndex: from, toIndex: to, columnIndex: column(cost, 1, true) });
    };
    add(-1, nightsCount);
    for (const to of evenings) add(-1, to);
    for (const from of evenings) {
      // Oftener than half its rhythm is never wise.
      for (const to of evenings) if (to - from >= Math.max(1, tank.everyDays / 2)) add(from, to);
      add(from, nightsCount);
    }
    const own = arcs.filter((a) => a.tankIndex === tankIndex);
    rows.push({ lo: 1, hi: 1, entries: own.filter((a) => a.fromIndex === -1).map((a) => [a.columnIndex, 1]) });
    for (const night of evenings)
      rows.push({
        lo: 0,
        hi: 0,
        entries: [
          ...own.filter((a) => a.toIndex === night).map((a): [number, number] => [a.columnIndex, 1]),
          ...own.filter((a) => a.fromIndex === night).map((a): [number, number] => [a.columnIndex, -1]),
        ],
      });
  });
  const into = (tankIndex: number, night: number): [number, number][] =>
    arcs.filter((a) => a.tankIndex === tankIndex && a.toIndex === night).map((a) => [a.columnIndex, 1]);
  const scaled = (entries: [number, number][], by: number): [number, number][] => entries.map(([c, v]) => [c, v * by]);
  const drumsL = works.drums.reduce((sum, d) => sum + d.volumeL, 0);
  const mixed = new Map<string, { makeIndex: number; begunIndex: number }>();
  for (const water of waters) {
    const users = tanks.flatMap((t, i) => (t.waterId === water.waterId ? [i] : []));
    if (users.length === 0) continue;
    const mostL = users.reduce((sum, i) => sum + (tanks[i]?.changeL ?? 0), 0);
    const taken: [number, number][] = [];
    for (const night of evenings) {
      const possible = 24 * night + untilHours >= water.leadHours;
      const make = column(
        roCostPerL * water.roFraction,
        possible ? Math.min(mostL, drumsL > 0 ? drumsL : mostL) : 0,
        false,
      );
      const ready = column(0, water.readyL, false);
      const begun = column(mixCostValue, possible ? 1 : 0, true);
      mixed.set(`${water.waterId} ${night}`, { makeIndex: make, begunIndex: begun });
      taken.push([ready, 1]);
      const needed = users.flatMap((i) => scaled(into(i, night), tanks[i]?.changeL ?? 0));
      rows.push({ lo: 0, hi: 0, entries: [...needed, [make, -1], [ready, -1]] });
      rows.push({
        lo: null,
        hi: 0,
        entries: [
          [make, 1],
          [begun, -mostL],
        ],
      });
      // Without a ready store each tank needs the mix itself: tighter than the sum.
      if (water.readyL === 0)
        for (const i of users) rows.push({ lo: null, hi: 0, entries: [...into(i, night), [begun, -1]] });
    }
    if (water.readyL > 0) rows.push({ lo: null, hi: water.readyL, entries: taken });
  }
  let before: { storeIndex: number } | null = null;
  for (let night = 0; night < nightsCount; night++) {
    const hours = night === 0 ? untilHours : 24;
    const madeHere = column(0, works.madeLPerH * hours, false);
    const store = column(0, Math.max(works.storesL, works.storedL), false);
    const used: [number, number][] = waters.flatMap((water): [number, number][] => {
      const mix = mixed.get(`${water.waterId} ${night}`);
      return mix && water.roFraction > 0 ? [[mix.makeIndex, water.roFraction]] : [];
    });
    const brought: [number, number][] = before ? [[before.storeIndex, 1]] : [];
    const startL = before ? 0 : works.storedL;
    // What is left = what was there + made − used; before it is used it must fit the store.
    rows.push({ lo: -startL, hi: -startL, entries: [...brought, [madeHere, 1], ...scaled(used, -1), [store, -1]] });
    rows.push({ lo: null, hi: Math.max(works.storesL, works.storedL) - startL, entries: [...brought, [madeHere, 1]] });
    before = { storeIndex: store };
    const minutes: [number, number][] = [
      ...tanks.flatMap((tank, i) => scaled(into(i, night), tank.changeMinutes)),
      ...waters.flatMap((water): [number, number][] => {
        const mix = mixed.get(`${water.waterId} ${night}`);
        return mix ? [[mix.begunIndex, water.mixMinutes]] : [];
      }),
    ];
    if (minutes.length > 0) rows.push({ lo: null, hi: works.eveningMinutes, entries: minutes });
    const made = waters.flatMap((water): [number, number][] => {
      const mix = mixed.get(`${water.waterId} ${night}`);
      return mix ? [[mix.makeIndex, 1]] : [];
    });
    if (drumsL > 0 && made.length > 0) rows.push({ lo: null, hi: drumsL, entries: made });
  }
  return { programme: { columns, rows }, arcs };
}

function faultIn({
  tanks,
  waters,
  works,
  nightsCount = usualNights,
}: FortnightInput): Parameters<typeof refuse>[0] | null {
  const unknown = tanks.find((t) => !waters.some((w) => w.waterId === t.waterId));
  if (unknown) return { kind: 'missing', field: 'waterId', why: `${unknown.name} has no water that is known` };
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

/**
 * Which tank is changed on which of the next nights, so that as little harm is done by waiting as water, time, drums and
 * the house's fixed evenings allow: a path of changes for each tank, joined by what they share. Solved by an integer
 * programme that is handed in, with a time limit; never worse than the plain plan, which stands in when nothing is found.
 *
 * @returns nights with the reason of each change, the cost, the bound and the gap between them.
 */
export function fortnightPlan(
  input: FortnightInput,
  { solver, timeLimitMs, gapFraction = 0.02 }: { solver: IntegerSolver; timeLimitMs: number; gapFraction?: number },
): Result<FortnightPlan> {
  const fault = faultIn(input);
  if (fault) return refuse(fault);
  if (!(timeLimitMs >= 50))
    return refuse({ kind: 'out-of-range', field: 'timeLimitMs', value: timeLimitMs, lo: 50, hi: 600_000, unit: 'ms' });
  const greedy = greedyFortnight(input);
  if (input.tanks.length === 0) return ok(greedy);
  const { programme, arcs } = built(input);
  const answer = solver(programme, { timeLimitMs, gapFraction }, startFrom(input, arcs, greedy));
  const boundValue = Number.isFinite(answer.boundValue) ? Math.max(0, answer.boundValue) : 0;
  const chosen = answer.values.length === 0 ? [] : arcs.filter((a) => (answer.values[a.columnIndex] ?? 0) > 0.5);
  const plan = chosen.length === 0 ? null : planFrom(input, nightsOf(input, chosen));
  const better = plan !== null && plan.costValue <= greedy.costValue + 1e-9;
  const best = better ? plan : greedy;
  return ok({
    ...best,
    by: better ? 'integer-programme' : 'greedy',
    boundValue: Math.min(boundValue, best.costValue),
    gapFraction: best.costValue <= 1e-9 ? 0 : Math.max(0, (best.costValue - boundValue) / best.costValue),
    finished: answer.state === 'optimal',
    greedyCostValue: greedy.costValue,
  });
}

/** The plain plan as a path in the programme: it need not be found again, only bettered. */
function startFrom(
  { tanks, nightsCount = usualNights }: FortnightInput,
  arcs: Built['arcs'],
  plan: FortnightPlan,
): Map<number, number> {
  const start = new Map(arcs.map((a): [number, number] => [a.columnIndex, 0]));
  tanks.forEach((tank, tankIndex) => {
    let from = -1;
    const own = plan.nights.filter((n) => n.changes.some((c) => c.tankId === tank.tankId)).map((n) => n.nightIndex);
    for (const to of [...own, nightsCount]) {
      const arc = arcs.find((a) => a.tankIndex === tankIndex && a.fromIndex === from && a.toIndex === to);
      if (arc) start.set(arc.columnIndex, 1);
      from = to;
    }
  });
  return start;
}

/** Nights of each tank, in order. */
function nightsOf({ tanks, nightsCount = usualNights }: FortnightInput, chosen: Built['arcs']): number[][] {
  return tanks.map((_, i) =>
    chosen
      .filter((a) => a.tankIndex === i && a.toIndex < nightsCount)
      .map((a) => a.toIndex)
      .sort((a, b) => a - b),
  );
}

/** Cost of a plan by the same counting as the programme, and the nights as they are shown. */
function planFrom(input: FortnightInput, nights: readonly number[][]): FortnightPlan {
  const { tanks, waters, works, weekdayIndex, nightsCount = usualNights } = input;
  let costValue = 0;
  const ready = new Map(waters.map((w) => [w.waterId, w.readyL]));
  const shown = Array.from({ length: nightsCount }, (_, night): FortnightNight => ({
    nightIndex: night,
    evening: isEvening(works, weekdayIndex, night),
    changes: [],
    roL: 0,
    minutes: 0,
    mixes: [],
  }));
  tanks.forEach((tank, i) => {
    let from: number | null = null;
    for (const night of nights[i] ?? []) {
      costValue += arrivalCost(tank, from, night);
      shown[night]?.changes.push({
        tankId: tank.tankId,
        name: tank.name,
        waterId: tank.waterId,
        changeL: tank.changeL,
        why: whyOn(input, nights, i, from, night),
      });
      from = night;
    }
    costValue += endCost(tank, from, nightsCount);
  });
  for (const night of shown) {
    night.minutes = night.changes.reduce(
      (sum, c) => sum + (tanks.find((t) => t.tankId === c.tankId)?.changeMinutes ?? 0),
      0,
    );
    for (const water of waters) {
      const needL = night.changes.filter((c) => c.waterId === water.waterId).reduce((sum, c) => sum + c.changeL, 0);
      const fromReady = Math.min(ready.get(water.waterId) ?? 0, needL);
      ready.set(water.waterId, (ready.get(water.waterId) ?? 0) - fromReady);
      const makeL = needL - fromReady;
      if (makeL <= 1e-6) continue;
      night.roL += makeL * water.roFraction;
      night.minutes += water.mixMinutes;
      night.mixes.push(water.name);
      costValue += mixCostValue + roCostPerL * water.roFraction * makeL;
    }
  }
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
  from: number | null,
  night: number,
): string {
  const { tanks, works, weekdayIndex } = input;
  const tank = tanks[index];
  if (!tank) return '';
  const { dueDays, leavesAtDay } = shiftedTo(tank, from);
  const off = night - dueDays;
  const partners = tanks
    .filter((t, i) => i !== index && t.waterId === tank.waterId && (nights[i] ?? []).includes(night))
    .map((t) => t.name);
  const shared = partners.length > 0 ? `shares its water with ${listed(partners)}` : '';
  if (tank.urgent && from === null) return 'something is wrong in it now';
  if (Math.abs(off) < 1) return shared === '' ? 'its routine asks for it' : `its routine asks for it; ${shared}`;
  if (from === null && dueDays < 0)
    return `${days(-dueDays)} late already${lateWhy(input, tank, night)}${shared === '' ? '' : `; ${shared}`}`;
  const dueNight = Math.max(0, Math.round(dueDays));
  const closed = !isEvening(works, weekdayIndex, dueNight);
  if (off < 0) {
    const early = `${days(-off)} early`;
    if (leavesAtDay !== null && leavesAtDay < dueDays)
      return `${early}: it would leave its band before its routine comes round`;
    return shared === '' ? `${early}: later evenings are fuller or closed` : `${early}: ${shared}`;
  }
  const late = `${days(off)} after its day`;
  if (closed) return `${late}: no evening is kept then${shared === '' ? '' : `; ${shared}`}`;
  return shared === ''
    ? `${late}: water or time goes to tanks that bear waiting less`
    : `${late}: ${shared}, and it bears waiting`;
}
/** What kept a late tank from the very first night. */
function lateWhy(
  { works, weekdayIndex, waters, untilHours }: FortnightInput,
  tank: EveningTank,
  night: number,
): string {
  if (night === 0) return '';
  const water = waters.find((w) => w.waterId === tank.waterId);
  const soonest = Array.from({ length: night }, (_, n) => n).filter((n) => isEvening(works, weekdayIndex, n));
  if (soonest.length === 0) return '; no evening is kept before';
  if (water && water.readyL < tank.changeL && soonest.every((n) => 24 * n + untilHours < water.leadHours))
    return `; ${water.name} is not ready before`;
  return '; water or time goes to others before it';
}
const days = (count: number): string => (count < 1.5 ? 'a day' : `${Math.round(count)} days`);
const listed = (names: readonly string[]): string =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1) ?? ''}`;

/** The plain plan over the nights: each evening the tanks that are due, the most pressing first, until water or time is out. */
export function greedyFortnight(input: FortnightInput): FortnightPlan {
  const { tanks, waters, works, weekdayIndex, untilHours, nightsCount = usualNights } = input;
  const last: (number | null)[] = tanks.map(() => null);
  const nights: number[][] = tanks.map(() => []);
  const ready = new Map(waters.map((w) => [w.waterId, w.readyL]));
  const drumsL = works.drums.reduce((sum, d) => sum + d.volumeL, 0);
  let storeL = works.storedL;
  for (let night = 0; night < nightsCount; night++) {
    storeL = roByHour({ works: { ...works, storedL: storeL }, hours: night === 0 ? untilHours : 24 });
    if (!isEvening(works, weekdayIndex, night)) continue;
    let [minutes, mixedL] = [0, 0];
    const begun = new Set<string>();
    const due = tanks
      .map((tank, i) => ({ tank: shiftedTo(tank, last[i] ?? null), i }))
      .filter(({ tank }) => tank.urgent || tank.dueDays <= night)
      .sort((a, b) => waitingHarm({ ...b.tank, atDay: night + 1 }) - waitingHarm({ ...a.tank, atDay: night + 1 }));
    for (const { tank, i } of due) {
      const water = waters.find((w) => w.waterId === tank.waterId);
      if (!water) continue;
      const fromReady = Math.min(ready.get(water.waterId) ?? 0, tank.changeL);
      const makeL = tank.changeL - fromReady;
      const roL = makeL * water.roFraction;
      const extraMinutes = tank.changeMinutes + (makeL > 0 && !begun.has(water.waterId) ? water.mixMinutes : 0);
      const leadShort = makeL > 0 && 24 * night + untilHours < water.leadHours;
      if (leadShort || roL > storeL + 1e-9 || minutes + extraMinutes > works.eveningMinutes) continue;
      if (drumsL > 0 && mixedL + makeL > drumsL + 1e-9) continue;
      ready.set(water.waterId, (ready.get(water.waterId) ?? 0) - fromReady);
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
