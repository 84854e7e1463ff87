import { readyByNight } from './evening';
import {
  arrivalCost,
  drumRoomL,
  endCost,
  isEvening,
  leastGapDays,
  mixCostValue,
  roCostPerL,
  usualNights,
  type FortnightInput,
} from './fortnight-cost';

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

export interface Built {
  programme: IntegerProgramme;
  arcs: { tankIndex: number; fromIndex: number; toIndex: number; columnIndex: number }[];
}
/** Nights are 0 … n−1; −1 stands for what was before, n for what comes after. */
export function built({
  tanks,
  waters,
  works,
  weekdayIndex,
  untilHours,
  nightsCount = usualNights,
}: FortnightInput): Built {
  const columns: IntegerProgramme['columns'] = [];
  const rows: IntegerProgramme['rows'] = [];
  const column = (costValue: number, hi: number, integer: boolean): number =>
    columns.push({ costValue, hi, integer }) - 1;
  const evenings = Array.from({ length: nightsCount }, (_, n) => n).filter((n) =>
    isEvening(works, { weekdayIndex, night: n }),
  );
  const arcs: Built['arcs'] = [];
  tanks.forEach((tank, tankIndex) => {
    const add = (fromNight: number, toNight: number): void => {
      const fromDay = fromNight === -1 ? null : fromNight;
      const cost = toNight === nightsCount ? endCost(tank, fromDay, nightsCount) : arrivalCost(tank, fromDay, toNight);
      arcs.push({ tankIndex, fromIndex: fromNight, toIndex: toNight, columnIndex: column(cost, 1, true) });
    };
    add(-1, nightsCount);
    for (const toNight of evenings) add(-1, toNight);
    for (const fromNight of evenings) {
      for (const toNight of evenings) if (toNight - fromNight >= leastGapDays(tank.everyDays)) add(fromNight, toNight);
      add(fromNight, nightsCount);
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
  const mixed = new Map<string, { makeIndex: number; begunIndex: number }>();
  for (const water of waters) {
    const users = tanks.flatMap((t, i) => (t.waterId === water.waterId ? [i] : []));
    if (users.length === 0) continue;
    const mostL = users.reduce((sum, i) => sum + (tanks[i]?.changeL ?? 0), 0);
    const stock = readyByNight({ water, untilHours, nightsCount });
    const taken: [number, number][] = [];
    for (const night of evenings) {
      const thereL = stock[night] ?? 0;
      const possible = 24 * night + untilHours >= water.leadHours;
      const make = column(
        roCostPerL * water.roFraction,
        possible ? Math.min(mostL, drumRoomL(works, night)) : 0,
        false,
      );
      const ready = column(0, thereL, false);
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
      if (thereL === 0)
        for (const i of users) rows.push({ lo: null, hi: 0, entries: [...into(i, night), [begun, -1]] });
      // What was taken so far was there by then.
      if (thereL > 0) rows.push({ lo: null, hi: thereL, entries: [...taken] });
    }
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
    const roomL = drumRoomL(works, night);
    if (Number.isFinite(roomL) && made.length > 0) rows.push({ lo: null, hi: roomL, entries: made });
  }
  return { programme: { columns, rows }, arcs };
}
