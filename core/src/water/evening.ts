import type { ParameterId } from '#core/readings';
import { firstFault, ok, refuse, type NoFacts, type ReasonOf, type Result } from '#core/result';

/** How the pure water of a house is made and kept. Litres; `wasteRatio` litres thrown away for each litre made. */
export interface WaterWorks {
  madeLPerH: number;
  storesL: number;
  storedL: number;
  wasteRatio: number;
  /** `freeAtDay`: days from tonight until what stands in it is used; left out where it is free. */
  drums: readonly { name: string; volumeL: number; freeAtDay?: number | undefined }[];
  /** Weekdays on which water is changed, 1 Monday to 7 Sunday; empty: any. */
  evenings: readonly number[];
  eveningMinutes: number;
}

/** One water that tanks are given: how much of it is pure, and how long before it must be begun. */
export interface WaterKind {
  waterId: string;
  name: string;
  /** Share of pure (RO) water in it. */
  roFraction: number;
  /** Mineral and salt in a litre. */
  saltGPerL: number;
  /** Ageing of tap, stirring of slow minerals: hours before it can be used. */
  leadHours: number;
  stirred: boolean;
  /** Minutes to make a drum of it, however large. */
  mixMinutes: number;
  /** Made and waiting already. */
  readyL: number;
  /** Made, and still standing or being stirred: litres that can be used from so many days on. */
  standing?: readonly { readyAtDay: number; volumeL: number }[] | undefined;
}

/** What a tank would be given, and what it costs it to wait. */
export interface EveningTank {
  tankId: string;
  name: string;
  waterId: string;
  changeL: number;
  /** Days until the routine asks for it; below 0 it is late. */
  dueDays: number;
  everyDays: number;
  changeMinutes: number;
  /** Forecast: day from now on which a band is left if nothing is changed; null if not in sight. */
  leavesAtDay: number | null;
  /** Which band that is. */
  leavesParameter: ParameterId | null;
  /** Something is wrong now: the change is needed, not only due. */
  urgent: boolean;
}

/**
 * The harm of a change on a day counted from now, in days of waiting as the animals feel it: nothing before it is due,
 * then a little for each day late, and ten times that for each day beyond the forecast day on which a band is left.
 * Weighing of our own: it orders tanks, it measures nothing.
 * @example waitingHarm({ dueDays: 0, everyDays: 7, leavesAtDay: 3, urgent: false, atDay: 5 }) // 5/7 + 10 × 2/7
 */
export function waitingHarm({
  dueDays,
  everyDays,
  leavesAtDay,
  urgent,
  atDay,
}: Pick<EveningTank, 'dueDays' | 'everyDays' | 'leavesAtDay' | 'urgent'> & { atDay: number }): number {
  const late = Math.max(0, atDay - dueDays) / everyDays;
  const beyond = leavesAtDay === null ? 0 : Math.max(0, atDay - leavesAtDay) / everyDays;
  const wait = urgent ? 20 * Math.max(0, atDay) : 0;
  return late + 10 * beyond + wait;
}
/** Changing before it is due wastes water: counted as a third of being as late. Ours. */
export const earlyHarm = ({
  dueDays,
  everyDays,
  atDay,
}: {
  dueDays: number;
  everyDays: number;
  atDay: number;
}): number => Math.max(0, dueDays - atDay) / everyDays / 3;

export interface EveningNeed {
  waterId: string;
  name: string;
  needL: number;
  readyL: number;
  makeL: number;
  roL: number;
  saltG: number;
  drums: { name: string; fillL: number }[];
  /** Begun so many hours before the evening. */
  leadHours: number;
  /** Hours from now by which it must be begun to be there; null where nothing is to be made. */
  beginInHours: number | null;
  stirred: boolean;
  tanks: string[];
  /** Where drums are too few or too small for it. */
  overL: number;
}
/** A band that is left on a day from now if nothing is changed. */
export interface LeavesUnchanged {
  parameter: ParameterId;
  atDay: number;
}
/** Why a tank is changed tonight. */
export type TonightReason = ReasonOf<{
  'wrong-now': NoFacts;
  leaves: LeavesUnchanged;
  late: { lateDays: number };
  routine: NoFacts;
}>;
/** Why a tank waits. Days count from tonight, below nothing they are late. */
export type WaitReason = ReasonOf<{
  'not-due': { dueDays: number };
  'better-night': NoFacts;
  begun: { waterName: string; readyAtDay: number };
  'not-ready-urgent': { waterName: string };
  'needs-time': { waterName: string; leadHours: number; stirred: boolean };
  'pure-short': { shortL: number };
  'evening-full': { extraMinutes: number };
}>;
/** What tonight comes to. */
export interface EveningSum {
  drumCount: number;
  changeL: number;
  tankCount: number;
  minutes: number;
  /** Whether any tank is due that cannot be changed. */
  held: boolean;
}
export interface EveningPlan {
  changes: { tankId: string; name: string; waterId: string; changeL: number; why: TonightReason }[];
  /** Those that are due and cannot, and those that are not due: `due` tells them apart. */
  waiting: {
    tankId: string;
    name: string;
    waterId: string;
    changeL: number;
    due: boolean;
    why: WaitReason;
    /** What it bears the waiting until; null where no band is left within eight weeks. */
    until: LeavesUnchanged | null;
  }[];
  needs: EveningNeed[];
  roL: number;
  madeL: number;
  wastedL: number;
  /** Hours before the evening at which the unit must run. */
  runHours: number;
  minutes: number;
  sum: EveningSum;
}

/** Pure water that can be there at an hour from now: what is stored and what the unit makes, as far as it can be kept. */
export const roByHour = ({ works, hours }: { works: WaterWorks; hours: number }): number =>
  Math.min(Math.max(works.storesL, works.storedL), works.storedL + works.madeLPerH * hours);

/** Drums that can be filled on a night, counted from tonight. */
export const freeDrums = (works: WaterWorks, atDay: number): WaterWorks['drums'] =>
  works.drums.filter((d) => (d.freeAtDay ?? 0) <= atDay);

/**
 * The day from tonight on which a drum is free again: the day after what stands in it is ready and the first tank of its
 * water is due. Beyond any plan where no tank takes that water.
 * @example drumFreeAtDay({ readyAtDay: 2, dueDays: [5, 1] }) // 3
 */
export const drumFreeAtDay = ({ readyAtDay, dueDays }: { readyAtDay: number; dueDays: readonly number[] }): number =>
  dueDays.length === 0 ? beyondPlansDay : Math.ceil(Math.max(0, readyAtDay, Math.min(...dueDays))) + 1;
const beyondPlansDay = 999;

/**
 * Litres of a water that are there on each night if none is used: what is ready, and what will have stood its time.
 * @example readyByNight({ water: { readyL: 5, standing: [{ readyAtDay: 1.9, volumeL: 20 }] }, untilHours: 1, nightsCount: 3 }) // 5, 5, 25
 */
export const readyByNight = ({
  water: { readyL, standing = [] },
  untilHours,
  nightsCount,
}: {
  water: Pick<WaterKind, 'readyL' | 'standing'>;
  untilHours: number;
  nightsCount: number;
}): number[] =>
  Array.from({ length: nightsCount }, (_, night) =>
    standing.reduce((sum, s) => (24 * night + untilHours >= 24 * s.readyAtDay ? sum + s.volumeL : sum), readyL),
  );

const worksFault = (works: WaterWorks) =>
  firstFault([
    { field: 'madeLPerH', value: works.madeLPerH, range: { lo: 0, hi: 1000, unit: 'L/h' } },
    { field: 'storesL', value: works.storesL, range: { lo: 0, hi: 1e6, unit: 'L' } },
    { field: 'storedL', value: works.storedL, range: { lo: 0, hi: 1e6, unit: 'L' } },
    { field: 'wasteRatio', value: works.wasteRatio, range: { lo: 0, hi: 50, unit: '' } },
    { field: 'eveningMinutes', value: works.eveningMinutes, range: { lo: 1, hi: 1440, unit: 'minutes' } },
  ]);

/**
 * The buckets of one evening, tank by tank in the order of what waiting costs, until water or time is used up: quick,
 * plain, and what the fourteen nights are compared with.
 *
 * `untilHours` hours until the evening. Refuses works that cannot be. @returns drums by water, litres, minutes, who waits and why.
 */
export function eveningPlan({
  tanks,
  waters,
  works,
  untilHours,
  chosen,
}: {
  tanks: readonly EveningTank[];
  waters: readonly WaterKind[];
  works: WaterWorks;
  untilHours: number;
  /** The tanks to be changed, decided elsewhere (fourteen nights, or by hand); otherwise what is due. */
  chosen?: ReadonlySet<string>;
}): Result<EveningPlan> {
  const fault = worksFault(works);
  if (fault) return refuse(fault);
  const roLeft = { litres: roByHour({ works, hours: untilHours }) };
  const ready = new Map(waters.map((w) => [w.waterId, readyTonight(w, untilHours)]));
  const begun = new Set<string>();
  let minutes = 0;
  const changes: EveningPlan['changes'] = [];
  const waiting: EveningPlan['waiting'] = [];
  const ordered = [...tanks].sort((a, b) => harmOfSkipping(b) - harmOfSkipping(a));
  for (const tank of ordered) {
    const water = waters.find((w) => w.waterId === tank.waterId);
    const due = chosen ? chosen.has(tank.tankId) : tank.urgent || tank.dueDays <= 0;
    if (!water || !due) {
      waiting.push(notDue(tank));
      continue;
    }
    const fromReady = Math.min(ready.get(water.waterId) ?? 0, tank.changeL);
    const makeL = tank.changeL - fromReady;
    const roL = makeL * water.roFraction;
    const extraMinutes = tank.changeMinutes + (makeL > 0 && !begun.has(water.waterId) ? water.mixMinutes : 0);
    const why = shortage({
      tank,
      water,
      makeL,
      roL,
      roLeftL: roLeft.litres,
      untilHours,
      leftMinutes: works.eveningMinutes - minutes,
      extraMinutes,
    });
    if (why) {
      waiting.push({ ...named(tank), due: true, why, until: bearsUntil(tank) });
      continue;
    }
    ready.set(water.waterId, (ready.get(water.waterId) ?? 0) - fromReady);
    roLeft.litres -= roL;
    minutes += extraMinutes;
    if (makeL > 0) begun.add(water.waterId);
    changes.push({ ...named(tank), why: whyNow(tank) });
  }
  return ok(summed({ changes, waiting, waters, works, minutes, untilHours }));
}

const readyTonight = (water: WaterKind, untilHours: number): number =>
  readyByNight({ water, untilHours, nightsCount: 1 })[0] ?? 0;
const named = ({
  tankId,
  name,
  waterId,
  changeL,
}: EveningTank): { tankId: string; name: string; waterId: string; changeL: number } => ({
  tankId,
  name,
  waterId,
  changeL,
});
/** What another week without a change would cost. */
const harmOfSkipping = (tank: EveningTank): number =>
  waitingHarm({ ...tank, atDay: 7 }) - waitingHarm({ ...tank, atDay: 0 }) + (tank.urgent ? 1000 : 0);
const notDue = (tank: EveningTank): EveningPlan['waiting'][number] => ({
  ...named(tank),
  due: tank.dueDays <= 0 || tank.urgent,
  why: tank.dueDays > 0 ? { id: 'not-due', facts: { dueDays: tank.dueDays } } : { id: 'better-night', facts: {} },
  until: bearsUntil(tank),
});
const bearsUntil = ({ leavesAtDay, leavesParameter }: EveningTank): LeavesUnchanged | null =>
  leavesAtDay === null || leavesParameter === null ? null : { parameter: leavesParameter, atDay: leavesAtDay };
function whyNow(tank: EveningTank): TonightReason {
  const leaves = bearsUntil(tank);
  if (tank.urgent) return { id: 'wrong-now', facts: {} };
  if (leaves && leaves.atDay < 7) return { id: 'leaves', facts: leaves };
  return tank.dueDays < -0.75 ? { id: 'late', facts: { lateDays: -tank.dueDays } } : { id: 'routine', facts: {} };
}

function shortage({
  tank,
  water,
  makeL,
  roL,
  roLeftL,
  untilHours,
  leftMinutes,
  extraMinutes,
}: {
  tank: EveningTank;
  water: WaterKind;
  makeL: number;
  roL: number;
  roLeftL: number;
  untilHours: number;
  leftMinutes: number;
  extraMinutes: number;
}): WaitReason | null {
  const stood = (water.standing ?? []).filter((s) => 24 * s.readyAtDay > untilHours);
  const [soonest] = [...stood].sort((a, b) => a.readyAtDay - b.readyAtDay);
  const { name: waterName, leadHours, stirred } = water;
  if (makeL > 0 && leadHours > untilHours && !tank.urgent && soonest && soonest.volumeL >= makeL - 1e-9)
    return { id: 'begun', facts: { waterName, readyAtDay: soonest.readyAtDay } };
  if (makeL > 0 && leadHours > untilHours && tank.urgent) return { id: 'not-ready-urgent', facts: { waterName } };
  if (makeL > 0 && leadHours > untilHours) return { id: 'needs-time', facts: { waterName, leadHours, stirred } };
  if (roL > roLeftL + 1e-9) return { id: 'pure-short', facts: { shortL: roL - roLeftL } };
  if (extraMinutes > leftMinutes && !tank.urgent) return { id: 'evening-full', facts: { extraMinutes } };
  return null;
}

function summed({
  changes,
  waiting,
  waters,
  works,
  minutes,
  untilHours,
}: {
  changes: EveningPlan['changes'];
  waiting: EveningPlan['waiting'];
  waters: readonly WaterKind[];
  works: WaterWorks;
  minutes: number;
  untilHours: number;
}): EveningPlan {
  const free = [...freeDrums(works, 0)].sort((a, b) => b.volumeL - a.volumeL);
  const needs = waters.flatMap((water): EveningNeed[] => {
    const own = changes.filter((c) => c.waterId === water.waterId);
    if (own.length === 0) return [];
    const needL = own.reduce((sum, c) => sum + c.changeL, 0);
    const readyL = Math.min(readyTonight(water, untilHours), needL);
    const makeL = needL - readyL;
    const { drums, overL } = drumsFor(makeL, free);
    return [
      {
        waterId: water.waterId,
        name: water.name,
        needL,
        readyL,
        makeL,
        roL: makeL * water.roFraction,
        saltG: makeL * water.saltGPerL,
        drums,
        leadHours: water.leadHours,
        beginInHours: makeL > 1e-6 ? untilHours - water.leadHours - water.mixMinutes / 60 : null,
        stirred: water.stirred,
        tanks: own.map((c) => c.name),
        overL,
      },
    ];
  });
  const roL = needs.reduce((sum, n) => sum + n.roL, 0);
  const madeL = Math.max(0, roL - works.storedL);
  const runHours = works.madeLPerH > 0 ? madeL / works.madeLPerH : madeL > 0 ? Infinity : 0;
  return {
    changes,
    waiting,
    needs,
    roL,
    madeL,
    wastedL: madeL * works.wasteRatio,
    runHours: Number.isFinite(runHours) ? runHours : untilHours,
    minutes,
    sum: {
      drumCount: needs.reduce((sum, n) => sum + n.drums.length, 0),
      changeL: changes.reduce((sum, c) => sum + c.changeL, 0),
      tankCount: changes.length,
      minutes,
      held: waiting.some((w) => w.due),
    },
  };
}

/** Fewest drums for a volume: the smallest that holds it, else the largest again and again. Each drum serves once an evening. */
export function drumsFor(
  makeL: number,
  free: { name: string; volumeL: number }[],
): { drums: { name: string; fillL: number }[]; overL: number } {
  const drums: { name: string; fillL: number }[] = [];
  let left = makeL;
  while (left > 1e-6 && free.length > 0) {
    // `free` is sorted from large to small: the last that still holds it all.
    const fits = free.map((d) => d.volumeL >= left - 1e-9).lastIndexOf(true);
    const [drum] = free.splice(fits === -1 ? 0 : fits, 1);
    if (!drum) break;
    const fillL = Math.min(left, drum.volumeL);
    drums.push({ name: drum.name, fillL });
    left -= fillL;
  }
  return { drums, overL: Math.max(0, left) };
}

/**
 * The day on which a band is left if nothing is changed: the middle course against the nearer edge. 0 where it is out
 * already, null where it stays in. @example leavesUnchanged({ level: { mean: 20 }, productionPerDay: { mean: 2 }, band: { lo: null, hi: 30 } }) // 5
 */
export function leavesUnchanged({
  level,
  productionPerDay,
  band,
}: {
  level: { mean: number };
  productionPerDay: { mean: number };
  band: { lo: number | null; hi: number | null };
}): number | null {
  const [x, p] = [level.mean, productionPerDay.mean];
  if ((band.hi !== null && x > band.hi) || (band.lo !== null && x < band.lo)) return 0;
  if (p > 0 && band.hi !== null) return (band.hi - x) / p;
  if (p < 0 && band.lo !== null && band.lo > 0) return (x - band.lo) / -p;
  return null;
}

/**
 * What must be begun early so that the coming nights have it: water that stands or is stirred for half a day and more.
 * In days from tonight. @example beginnings({ nights: [{ nightIndex: 7, mixes: ['lake'] }], waters: [lake] }) // lake for night 7, begun tonight
 */
export function beginnings({
  nights,
  waters,
}: {
  nights: readonly { nightIndex: number; mixes: readonly string[] }[];
  waters: readonly WaterKind[];
}): { name: string; nightIndex: number; beginAtDay: number }[] {
  return nights
    .flatMap(({ nightIndex, mixes }) =>
      waters
        .filter((w) => mixes.includes(w.name) && w.leadHours >= 12)
        .map((w) => ({ name: w.name, nightIndex, beginAtDay: Math.max(0, nightIndex - Math.ceil(w.leadHours / 24)) })),
    )
    .sort((a, b) => a.beginAtDay - b.beginAtDay);
}

/** What a change takes: ten minutes for plugs, lid and looking, and half a minute a litre. Ours, until the keeper says. */
export const usualChangeMinutes = (changeL: number): number => Math.round(10 + changeL / 2);
