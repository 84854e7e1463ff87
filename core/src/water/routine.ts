import { silent, type Explained, type Recorder } from '#core/explain';
import { settling, type Routine, type Water } from '#core/readings';
import { because, firstFault, ok, refuse, type NumberGuard, type Result } from '#core/result';

const anyValue = { lo: -1e5, hi: 1e5, unit: '' };
const share = { lo: 1e-6, hi: 1, unit: 'of the net volume' };
const rhythm = { lo: 0.04, hi: 3650, unit: 'days' };
const production = (value: number): NumberGuard => ({ field: 'productionPerDay', value, range: anyValue });
const source = (value: number): NumberGuard => ({ field: 'sourceValue', value, range: { lo: 0, hi: 1e5, unit: '' } });

/**
 * Where a routine settles: before each change at source + production × days / share, after it lower by that share.
 *
 * In the parameter's unit; share 0-1 of the net volume. A negative production (carbonate hardness that is used up) settles
 * below the source. Source: mass balance, the limit of the recurrence. Nothing that falls goes below 0.
 * @example routineSettles({ productionPerDay: 15 / 7, sourceValue: 0, changeFraction: 0.25, everyDays: 7 }) // peak 60, trough 45
 */
export function routineSettles(
  { productionPerDay, sourceValue, changeFraction, everyDays }: Routine & { productionPerDay: number },
  note: Recorder = silent,
): Result<Explained<{ peak: number; trough: number }>> {
  note.by('water.routine', 1);
  const fault = firstFault([
    production(productionPerDay),
    source(sourceValue),
    { field: 'changeFraction', value: changeFraction, range: share },
    { field: 'everyDays', value: everyDays, range: rhythm },
  ]);
  if (fault) return refuse(fault);
  note.source('mass-balance');
  note.assume('routine-kept');
  const before = note.step({
    id: 'before',
    label: 'Before each change',
    unit: '',
    formula: 'source + production × days / share',
    terms: { source: sourceValue, production: productionPerDay, days: everyDays, share: changeFraction },
    by: (t) =>
      Math.max(
        0,
        settling({
          routine: { sourceValue: t.source, everyDays: t.days, changeFraction: t.share },
          productionPerDay: t.production,
        }).peak,
      ),
  });
  const after = note.step({
    id: 'after',
    label: 'After it',
    unit: '',
    formula: '(1 − share) × before + share × source',
    terms: { share: changeFraction, before, source: sourceValue },
    by: (t) => (1 - t.share) * t.before + t.share * t.source,
  });
  return ok(note.explained({ peak: Math.max(before, after), trough: Math.min(before, after) }));
}

export type RoutineHold = 'holds' | 'exceeds' | 'unknown';
/**
 * Whether a routine keeps a value within its limits once it has settled, by the span of production: *holds* where even the
 * worse end stays inside, *exceeds* where even the better end does not, otherwise it cannot be told.
 *
 * In the parameter's unit; `ceiling` and `floor` null where there is none. `peak` and `trough` are spans over the two ends.
 * Source: mass balance, as `routineSettles`.
 * @example routineHolds({ productionPerDay: { lo: 1, hi: 2 }, sourceValue: 5, changeFraction: 0.4, everyDays: 7, ceiling: 40, floor: null }) // peak 22.5 to 40: holds
 */
export function routineHolds({
  productionPerDay,
  sourceValue,
  changeFraction,
  everyDays,
  ceiling,
  floor,
}: Routine & {
  productionPerDay: { lo: number; hi: number };
  ceiling: number | null;
  floor: number | null;
}): Result<{ state: RoutineHold; peak: { lo: number; hi: number }; trough: { lo: number; hi: number } }> {
  const ends: { peak: number; trough: number }[] = [];
  for (const perDay of [productionPerDay.lo, productionPerDay.hi]) {
    const settled = routineSettles({ productionPerDay: perDay, sourceValue, changeFraction, everyDays });
    if (!settled.ok) return settled;
    ends.push(settled.value.value);
  }
  const span = (pick: (end: { peak: number; trough: number }) => number): { lo: number; hi: number } => ({
    lo: Math.min(...ends.map(pick)),
    hi: Math.max(...ends.map(pick)),
  });
  const [peak, trough] = [span((e) => e.peak), span((e) => e.trough)];
  const slack = 1e-9;
  const inside = (ceiling === null || peak.hi <= ceiling + slack) && (floor === null || trough.lo >= floor - slack);
  const outside = (ceiling !== null && peak.lo > ceiling + slack) || (floor !== null && trough.hi < floor - slack);
  return ok({ state: inside ? 'holds' : outside ? 'exceeds' : 'unknown', peak, trough });
}

/**
 * Of several values the one that decides about a routine: what it does not hold, then what cannot be told, then what it
 * holds; among equals the one nearest to its limit. Null where there is none.
 * @example decidingHold([{ state: 'holds', … }, { state: 'exceeds', … }]) // the second
 */
export function decidingHold<
  T extends {
    state: RoutineHold;
    peak: { hi: number };
    trough: { lo: number };
    ceiling: number | null;
    floor: number | null;
  },
>(lines: readonly T[]): T | null {
  const rank: readonly RoutineHold[] = ['exceeds', 'unknown', 'holds'];
  const nearness = ({ peak, trough, ceiling, floor }: T): number =>
    Math.max(
      ceiling === null || ceiling <= 0 ? 0 : peak.hi / ceiling,
      floor === null ? 0 : floor / Math.max(trough.lo, 1e-9),
    );
  const [first] = [...lines].sort((a, b) => rank.indexOf(a.state) - rank.indexOf(b.state) || nearness(b) - nearness(a));
  return first ?? null;
}

/** Width of four in five of a normal distribution, in standard deviations: 2 × 1.2816. */
const widthOf80 = 2.5631;
/** Standard deviation of what lies between two ends four times in five. @example sdOf80({ lo80: 0, hi80: 2.5631 }) // 1 */
export const sdOf80 = ({ lo80, hi80 }: { lo80: number; hi80: number }): number => Math.max(0, hi80 - lo80) / widthOf80;

/** Standard normal quantiles: how many standard deviations for one-sided certainty. Tables of the normal distribution. */
export const certainties = [
  { id: 'even', label: 'as likely as not', shareFraction: 0.5, deviationsRatio: 0 },
  { id: 'usual', label: 'four in five', shareFraction: 0.8, deviationsRatio: 0.8416 },
  { id: 'sure', label: 'nineteen in twenty', shareFraction: 0.95, deviationsRatio: 1.6449 },
] as const;
export type CertaintyId = (typeof certainties)[number]['id'];
const deviationsOf = (id: CertaintyId): number => certainties.find((c) => c.id === id)?.deviationsRatio ?? 0;

/**
 * The least change at a rhythm that holds a ceiling: share = production × days / (ceiling − source).
 *
 * With `productionSdPerDay` production is taken so much higher that the ceiling holds with the certainty. Refuses a
 * ceiling at or below the source, and a share above the whole: then the rhythm is too rare. Source: mass balance.
 * @example holdCeiling({ productionPerDay: 2, sourceValue: 5, ceiling: 40, everyDays: 7 }) // changeFraction 0.4
 */
export function holdCeiling(
  {
    productionPerDay,
    productionSdPerDay = 0,
    certainty = 'even',
    sourceValue,
    ceiling,
    everyDays,
  }: {
    productionPerDay: number;
    productionSdPerDay?: number;
    certainty?: CertaintyId;
    sourceValue: number;
    ceiling: number;
    everyDays: number;
  },
  note: Recorder = silent,
): Result<Explained<{ changeFraction: number }>> {
  note.by('water.hold-ceiling', 1);
  const fault = firstFault([
    production(productionPerDay),
    source(sourceValue),
    { field: 'ceiling', value: ceiling, range: { lo: 0, hi: 1e5, unit: '' } },
    { field: 'everyDays', value: everyDays, range: rhythm },
    { field: 'productionSdPerDay', value: productionSdPerDay, range: { lo: 0, hi: 1e5, unit: '' } },
  ]);
  if (fault) return refuse(fault);
  const likelyPerDay = likely(productionPerDay, productionSdPerDay, certainty, note);
  if (ceiling <= sourceValue)
    return refuse({
      kind: 'unreachable',
      target: String(ceiling),
      why: because('no-change-below-source', { sourceValue }),
    });
  if (likelyPerDay <= 0) return ok(note.explained({ changeFraction: 0 }));
  const changeFraction = note.step({
    id: 'share',
    label: 'Share of each change',
    unit: 'of the net volume',
    formula: 'production × days / (ceiling − source)',
    terms: { production: likelyPerDay, days: everyDays, ceiling, source: sourceValue },
    by: (t) => (t.production * t.days) / (t.ceiling - t.source),
  });
  note.source('mass-balance');
  return changeFraction > 1
    ? refuse({
        kind: 'unreachable',
        target: String(ceiling),
        why: because('all-would-not-hold', {
          everyDays,
          neededEveryDays: (ceiling - sourceValue) / likelyPerDay,
        }),
      })
    : ok(note.explained({ changeFraction }));
}

function likely(productionPerDay: number, productionSdPerDay: number, certainty: CertaintyId, note: Recorder): number {
  return note.step({
    id: 'likely',
    label: 'Production to reckon with',
    unit: 'a day',
    formula: 'production + deviations × how sure production is',
    terms: { production: productionPerDay, deviations: deviationsOf(certainty), spread: productionSdPerDay },
    by: (t) => t.production + t.deviations * t.spread,
  });
}

/**
 * The rarest rhythm at which a change of this size holds a ceiling, in days. Null where nothing builds up.
 * @example leastRhythm({ productionPerDay: 2, sourceValue: 5, ceiling: 40, changeFraction: 0.4 }).everyDays // 7
 */
export function leastRhythm(
  {
    productionPerDay,
    productionSdPerDay = 0,
    certainty = 'even',
    sourceValue,
    ceiling,
    changeFraction,
  }: {
    productionPerDay: number;
    productionSdPerDay?: number;
    certainty?: CertaintyId;
    sourceValue: number;
    ceiling: number;
    changeFraction: number;
  },
  note: Recorder = silent,
): Result<Explained<{ everyDays: number | null }>> {
  note.by('water.least-rhythm', 1);
  const fault = firstFault([
    production(productionPerDay),
    source(sourceValue),
    { field: 'ceiling', value: ceiling, range: { lo: 0, hi: 1e5, unit: '' } },
    { field: 'changeFraction', value: changeFraction, range: share },
  ]);
  if (fault) return refuse(fault);
  if (ceiling <= sourceValue)
    return refuse({ kind: 'unreachable', target: String(ceiling), why: because('source-stands-at', { sourceValue }) });
  const likelyPerDay = likely(productionPerDay, productionSdPerDay, certainty, note);
  if (likelyPerDay <= 0) return ok(note.explained({ everyDays: null }));
  const everyDays = note.step({
    id: 'days',
    label: 'Days between changes',
    unit: 'days',
    formula: '(ceiling − source) × share / production',
    terms: { ceiling, source: sourceValue, share: changeFraction, production: likelyPerDay },
    by: (t) => ((t.ceiling - t.source) * t.share) / t.production,
  });
  return ok(note.explained({ everyDays }));
}

/**
 * Two waters in turn, pure and mineral: where the tank settles after each of them, and the peak before a change.
 * @example alternating({ productionPerDay: 0, sourceValues: [0, 10], changeFraction: 0.5, everyDays: 7 }).afterValues // [3.33, 6.67]
 */
export function alternating({
  productionPerDay,
  sourceValues: [first, second],
  changeFraction: f,
  everyDays,
}: {
  productionPerDay: number;
  sourceValues: readonly [number, number];
  changeFraction: number;
  everyDays: number;
}): Result<{ afterValues: [number, number]; peak: number; trough: number }> {
  const fault = firstFault([
    production(productionPerDay),
    { ...source(first), field: 'sourceValues.0' },
    { ...source(second), field: 'sourceValues.1' },
    { field: 'changeFraction', value: f, range: share },
    { field: 'everyDays', value: everyDays, range: rhythm },
  ]);
  if (fault) return refuse(fault);
  const made = productionPerDay * everyDays;
  // x1 = (1-f)(x2 + made) + f a; x2 = (1-f)(x1 + made) + f b.
  const kept = 1 - f;
  const x1 = (kept * (kept * made + f * second) + kept * made + f * first) / (1 - kept * kept);
  const x2 = kept * (x1 + made) + f * second;
  const before = [x1 + made, x2 + made];
  // Nothing that is used up falls below nothing.
  const [after1, after2] = [Math.max(0, x1), Math.max(0, x2)];
  return ok({
    afterValues: [after1, after2],
    peak: Math.max(...before, after1, after2),
    trough: Math.max(0, Math.min(...before, after1, after2)),
  });
}

/**
 * What a top-up adds to a tank: evaporation took water and left everything else, so what is in the new water comes on
 * top, spread over the whole tank. pH and temperature do not add up. Source: mass balance.
 * @example addedByTopUp({ topUpL: 5, water: { ghDegrees: 10, ph: 7 }, netVolumeL: 100 }) // GH 0.5
 */
export const addedByTopUp = ({
  topUpL,
  water,
  netVolumeL,
}: {
  topUpL: number;
  water: Water;
  netVolumeL: number;
}): Water =>
  Object.fromEntries(
    Object.entries(water)
      .filter(([id]) => id !== 'ph' && id !== 'tempC')
      .map(([id, value]) => [id, (value * topUpL) / netVolumeL]),
  );

/**
 * What topping up with water that holds something does: it adds each week what evaporated took nothing of.
 * Settles at source + (litres × value / net litres) × (1 − share) / share; without changes it climbs for ever.
 * Source: mass balance. @example topUpCreep({ topUpLPerWeek: 7, topUpValue: 180, netVolumeL: 150, sourceValue: 180, changeFraction: 0.25, everyDays: 7 }).settlesValue // 205.2
 */
export function topUpCreep({
  topUpLPerWeek,
  topUpValue,
  netVolumeL,
  sourceValue,
  changeFraction,
  everyDays,
}: {
  topUpLPerWeek: number;
  topUpValue: number;
  netVolumeL: number;
  sourceValue: number;
  changeFraction: number;
  everyDays: number;
}): Result<{ weeklyValue: number; settlesValue: number | null }> {
  const fault = firstFault([
    { field: 'topUpLPerWeek', value: topUpLPerWeek, range: { lo: 0, hi: 1e6, unit: 'L/week' } },
    { field: 'topUpValue', value: topUpValue, range: { lo: 0, hi: 1e5, unit: '' } },
    { field: 'netVolumeL', value: netVolumeL, range: { lo: 0.1, hi: 1e6, unit: 'L' } },
    source(sourceValue),
    { field: 'changeFraction', value: changeFraction, range: { lo: 0, hi: 1, unit: 'of the net volume' } },
    { field: 'everyDays', value: everyDays, range: rhythm },
  ]);
  if (fault) return refuse(fault);
  const weeklyValue = (topUpLPerWeek * topUpValue) / netVolumeL;
  const perRound = (weeklyValue * everyDays) / 7;
  return ok({
    weeklyValue,
    settlesValue: changeFraction > 0 ? sourceValue + (perRound * (1 - changeFraction)) / changeFraction : null,
  });
}

export interface RoutineCost {
  litresPerYearL: number;
  wastedPerYearL: number;
  saltPerYearG: number;
  workPerYearHours: number;
  moneyPerYearValue: number;
}
/** What a routine takes in a year: water, what the membrane throws away, salt, hours, money in the keeper's own. */
export function routineCost({
  netVolumeL,
  changeFraction,
  everyDays,
  roFraction = 0,
  wasteRatio = 0,
  saltGPerL = 0,
  changeMinutes,
  perLValue = 0,
}: {
  netVolumeL: number;
  changeFraction: number;
  everyDays: number;
  /** Share of pure water, and litres thrown away for each litre of it. */
  roFraction?: number;
  wasteRatio?: number;
  saltGPerL?: number;
  changeMinutes: number;
  /** What a litre costs, all in: see `litreCost`. */
  perLValue?: number;
}): RoutineCost {
  const timesCount = 365.25 / everyDays;
  const litresPerYearL = timesCount * changeFraction * netVolumeL;
  const wastedPerYearL = litresPerYearL * roFraction * wasteRatio;
  const saltPerYearG = litresPerYearL * saltGPerL;
  return {
    litresPerYearL,
    wastedPerYearL,
    saltPerYearG,
    workPerYearHours: (timesCount * changeMinutes) / 60,
    moneyPerYearValue: litresPerYearL * perLValue,
  };
}

/**
 * From one routine to another over weeks: each week a step of the same size, so that the animals are led, not switched.
 * @example ramp({ from: { everyDays: 7, changeFraction: 0.1 }, to: { everyDays: 7, changeFraction: 0.4 }, weeks: 3 }) // 0.2, 0.3, 0.4
 */
export function ramp({
  from,
  to,
  weeks,
}: {
  from: { everyDays: number; changeFraction: number };
  to: { everyDays: number; changeFraction: number };
  weeks: number;
}): { weekIndex: number; everyDays: number; changeFraction: number }[] {
  const steps = Math.max(1, Math.round(weeks));
  return Array.from({ length: steps }, (_, i) => {
    const part = (i + 1) / steps;
    return {
      weekIndex: i + 1,
      everyDays: Math.round(from.everyDays + (to.everyDays - from.everyDays) * part),
      changeFraction: from.changeFraction + (to.changeFraction - from.changeFraction) * part,
    };
  });
}
/** Weeks over which a new routine is led in: one for each tenth of the tank a week that it differs, two at least. Ours. */
export const rampWeeks = (
  from: { everyDays: number; changeFraction: number },
  to: { everyDays: number; changeFraction: number },
): number => {
  const weekly = (r: { everyDays: number; changeFraction: number }): number => (7 * r.changeFraction) / r.everyDays;
  return Math.max(2, Math.min(8, Math.round(Math.abs(weekly(to) - weekly(from)) / 0.1)));
};

/** Late by this much, or by half of its distance where that is more, a change is not late but left out. Ours. */
const latestDays = 3;
/**
 * Whether a routine is being kept: null while it is, otherwise since how many days it is not and how many changes were
 * left out. `dueDays` below 0 is late, by so many days.
 * @example lapsedRoutine({ dueDays: -29, everyDays: 14 }) // { sinceDays: 29, missedCount: 3 }
 */
export function lapsedRoutine({
  dueDays,
  everyDays,
}: {
  dueDays: number;
  everyDays: number;
}): { sinceDays: number; missedCount: number } | null {
  const lateDays = -dueDays;
  if (lateDays <= Math.max(latestDays, everyDays / 2)) return null;
  return { sinceDays: Math.round(lateDays), missedCount: 1 + Math.floor(lateDays / everyDays) };
}

/**
 * The most a routine holds: what may come in a day before its peak passes the ceiling, in the parameter's unit a day.
 * Null where the source lies at the ceiling already. Source: mass balance, as `routineSettles`.
 * @example heldPerDay({ ceiling: 40, sourceValue: 5, changeFraction: 0.4, everyDays: 7 }) // 2
 */
export const heldPerDay = ({
  ceiling,
  sourceValue,
  changeFraction,
  everyDays,
}: {
  ceiling: number;
  sourceValue: number;
  changeFraction: number;
  everyDays: number;
}): number | null =>
  ceiling <= sourceValue || !(changeFraction > 0) || !(everyDays > 0)
    ? null
    : ((ceiling - sourceValue) * changeFraction) / everyDays;
