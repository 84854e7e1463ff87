import { dayMs, hourMs } from '#core/units';
import { closedMiddle, type Interval, type ParameterId, type Water } from '#core/readings';
import { because, firstFault, ok, refuse, type NoFacts, type ReasonOf, type Result } from '#core/result';
import { recipeEffect, type SaltTaken } from './recipe-effect';

export const batchFates = ['mixed', 'ageing', 'accepted', 'refused', 'empty', 'thrown-away'] as const;
export type BatchFate = (typeof batchFates)[number];

/** What happened to a batch after it was made, oldest first. Litres, grams, canonical units. */
export type BatchEvent = { atEpochMs: number } & (
  | { step: 'measured'; water: Partial<Record<ParameterId, Interval>> }
  | { step: 'corrected'; addedL: number; addedG: number; what: string }
  | { step: 'accepted'; reason?: string | undefined }
  | { step: 'used'; usedL: number; tankName: string }
  | { step: 'left'; leftL: number }
  | { step: 'thrown-away' }
);
export interface BatchMade {
  madeEpochMs: number;
  madeL: number;
  /** What it should become, and how near is near enough. */
  aims: readonly { parameter: ParameterId; value: number; toleranceValue: number }[];
  /** Hours it must stand or be stirred. */
  leadHours: number;
}
/** Why a batch may be used, or may not yet. */
export type BatchReason = ReasonOf<{
  'thrown-away': NoFacts;
  empty: NoFacts;
  off: { values: { parameter: ParameterId; side: 'high' | 'low' }[]; insisted: string | null };
  standing: NoFacts;
  'not-measured': { corrected: boolean };
  old: { ageDays: number };
  accepted: NoFacts;
  'nothing-asked': NoFacts;
  within: NoFacts;
}>;
export interface BatchState {
  fate: BatchFate;
  leftL: number;
  ageDays: number;
  readyEpochMs: number;
  /** The newest measurement of each value. */
  water: Partial<Record<ParameterId, Interval>>;
  off: { parameter: ParameterId; value: number; toleranceValue: number; measured: Interval; side: 'high' | 'low' }[];
  unmeasured: ParameterId[];
  /** Whether it may go into a tank; where not, a reason is asked for and kept. */
  usable: boolean;
  why: BatchReason;
}

/** Standing water is not for ever: beyond this it is measured again before use. Ours. */
const oldDays = 14;

/**
 * What a batch is now: how much is left of it, how old it is, whether it was measured, is within what it was made for,
 * and may be used. A batch measured out of range is not usable without a reason.
 * @example batchState({ made, events: [], nowEpochMs: made.madeEpochMs }).why.id // 'not-measured'
 */
export function batchState({
  made,
  events,
  nowEpochMs,
}: {
  made: BatchMade;
  events: readonly BatchEvent[];
  nowEpochMs: number;
}): BatchState {
  const water: BatchState['water'] = {};
  let [leftL, accepted, gone] = [made.madeL, false, false];
  let insisted: string | undefined;
  let changedSince = false;
  for (const event of [...events].sort((a, b) => a.atEpochMs - b.atEpochMs)) {
    if (event.step === 'measured') {
      Object.assign(water, event.water);
      [changedSince, accepted, insisted] = [false, false, undefined];
    } else if (event.step === 'corrected') {
      leftL += event.addedL;
      // What was measured before is no longer what is in it.
      for (const id of Object.keys(water) as ParameterId[]) if (id !== 'tempC') Reflect.deleteProperty(water, id);
      [changedSince, accepted, insisted] = [true, false, undefined];
    } else if (event.step === 'accepted') [accepted, insisted] = [true, event.reason];
    else if (event.step === 'used') leftL = Math.max(0, leftL - event.usedL);
    else if (event.step === 'left') leftL = event.leftL;
    else gone = true;
  }
  const off = made.aims.flatMap(({ parameter, value, toleranceValue }): BatchState['off'] => {
    const measured = water[parameter];
    if (!measured) return [];
    const [lo, hi] = [measured.lo ?? -Infinity, measured.hi ?? Infinity];
    if (lo > value + toleranceValue) return [{ parameter, value, toleranceValue, measured, side: 'high' }];
    if (hi < value - toleranceValue) return [{ parameter, value, toleranceValue, measured, side: 'low' }];
    return [];
  });
  const unmeasured = made.aims.filter((a) => !water[a.parameter]).map((a) => a.parameter);
  const ageDays = (nowEpochMs - made.madeEpochMs) / dayMs;
  const readyEpochMs = made.madeEpochMs + made.leadHours * hourMs;
  const ageing = nowEpochMs < readyEpochMs;
  const base = { leftL, ageDays, readyEpochMs, water, off, unmeasured };
  if (gone) return { ...base, leftL: 0, fate: 'thrown-away', usable: false, why: { id: 'thrown-away', facts: {} } };
  if (leftL <= 0.05) return { ...base, fate: 'empty', usable: false, why: { id: 'empty', facts: {} } };
  if (off.length > 0)
    return {
      ...base,
      fate: insisted === undefined ? 'refused' : 'accepted',
      usable: insisted !== undefined,
      why: {
        id: 'off',
        facts: { values: off.map(({ parameter, side }) => ({ parameter, side })), insisted: insisted ?? null },
      },
    };
  if (ageing) return { ...base, fate: 'ageing', usable: false, why: { id: 'standing', facts: {} } };
  if (unmeasured.length === made.aims.length && made.aims.length > 0)
    return {
      ...base,
      fate: 'mixed',
      usable: false,
      why: { id: 'not-measured', facts: { corrected: changedSince } },
    };
  if (ageDays > oldDays && !accepted)
    return {
      ...base,
      fate: 'mixed',
      usable: false,
      why: { id: 'old', facts: { ageDays } },
    };
  return {
    ...base,
    fate: 'accepted',
    usable: true,
    why: { id: accepted ? 'accepted' : made.aims.length === 0 ? 'nothing-asked' : 'within', facts: {} },
  };
}

export type Correction =
  | { kind: 'none' }
  | { kind: 'dilute'; addL: number; endL: number; removeL: number }
  | { kind: 'strengthen'; addG: number; endL: number };

/**
 * What mends a batch: pure water where it is too strong, mineral where it is too weak.
 *
 * One quantity, in its unit; `perGPerL` what a gram in a litre adds of it; `pureValue` what the diluting water holds;
 * `roomL` what the drum still takes: beyond that some must be drawn off first, and the draw-off is counted.
 * Refuses a target at or below the diluting water. Source: mass balance.
 * @example batchCorrection({ leftL: 60, nowValue: 300, targetValue: 250, pureValue: 0, perGPerL: 800, roomL: 40 }) // dilute: 12 L, ends at 72 L
 */
export function batchCorrection({
  leftL,
  nowValue,
  targetValue,
  pureValue,
  perGPerL,
  roomL,
}: {
  leftL: number;
  nowValue: number;
  targetValue: number;
  pureValue: number;
  perGPerL: number | null;
  roomL: number;
}): Result<Correction> {
  const fault = firstFault([
    { field: 'leftL', value: leftL, range: { lo: 0.01, hi: 1e6, unit: 'L' } },
    { field: 'nowValue', value: nowValue, range: { lo: 0, hi: 1e5, unit: '' } },
    { field: 'targetValue', value: targetValue, range: { lo: 0, hi: 1e5, unit: '' } },
    { field: 'pureValue', value: pureValue, range: { lo: 0, hi: 1e5, unit: '' } },
    { field: 'roomL', value: roomL, range: { lo: 0, hi: 1e6, unit: 'L' } },
    ...(perGPerL === null ? [] : [{ field: 'perGPerL', value: perGPerL, range: { lo: -1e6, hi: 1e6, unit: '' } }]),
  ]);
  if (fault) return refuse(fault);
  if (Math.abs(nowValue - targetValue) < 1e-9) return ok({ kind: 'none' });
  if (nowValue < targetValue) {
    if (perGPerL === null || perGPerL <= 0)
      return refuse({ kind: 'missing', field: 'perGPerL', why: because('gram-unknown') });
    return ok({ kind: 'strengthen', addG: ((targetValue - nowValue) * leftL) / perGPerL, endL: leftL });
  }
  if (targetValue <= pureValue)
    return refuse({
      kind: 'unreachable',
      target: String(targetValue),
      why: because('diluting-water-stands-at', { pureValue }),
    });
  // (kept × now + added × pure) / (kept + added) = target.
  const perKept = (nowValue - targetValue) / (targetValue - pureValue);
  const wholeL = leftL * perKept;
  if (wholeL <= roomL) return ok({ kind: 'dilute', addL: wholeL, endL: leftL + wholeL, removeL: 0 });
  const endL = leftL + roomL;
  const keptL = endL / (1 + perKept);
  return ok({ kind: 'dilute', addL: endL - keptL, endL, removeL: leftL - keptL });
}

/**
 * Conductivity that a batch should show: its waters by volume, its minerals by their slopes, its salts by their ions.
 * µS/cm at 25 °C; null where a start or a slope is not known. Salts are reckoned as in pure water: up to a few percent high.
 * @example foreseenEc({ madeL: 40, parts: [{ partL: 40, ec25UsPerCm: 4 }], minerals: [{ massG: 4, ecPerGPerL: 2110 }], salts: [] }) // 215
 */
export function foreseenEc({
  madeL,
  parts,
  minerals,
  salts,
}: {
  madeL: number;
  parts: readonly { partL: number; ec25UsPerCm: number | null }[];
  minerals: readonly { massG: number; ecPerGPerL: number | null }[];
  salts: readonly SaltTaken[];
}): number | null {
  if (madeL <= 0 || parts.length === 0) return null;
  let sum = 0;
  for (const { partL, ec25UsPerCm } of parts) {
    if (ec25UsPerCm === null) return null;
    sum += (ec25UsPerCm * partL) / madeL;
  }
  for (const { massG, ecPerGPerL } of minerals) {
    if (ecPerGPerL === null) return null;
    sum += (ecPerGPerL * massG) / madeL;
  }
  if (salts.length === 0) return sum;
  const told = recipeEffect({ volumeL: madeL, source: {}, taken: salts });
  return told.ok ? sum + (told.value.value.water.ec25UsPerCm ?? 0) : null;
}

/** Six letters and figures that cannot be taken for one another, from the batch's own id: for the label on the drum. */
export function batchCode(batchId: string): string {
  const letters = '23456789ABCDEFGHJKLMNPQRSTUVWXYZ';
  // The end of a v7 id is chance; its beginning is the time.
  const digits = batchId.replace(/-/g, '').slice(-12);
  return Array.from(
    { length: 6 },
    (_, i) => letters[Number.parseInt(digits.slice(2 * i, 2 * i + 2), 16) % letters.length] ?? '2',
  ).join('');
}

/** Water that a batch gives, as a point: the middle of what was measured, else what it was made for. */
export function batchWater(made: BatchMade, state: Pick<BatchState, 'water'>): Water {
  const water: Water = {};
  for (const { parameter, value } of made.aims) water[parameter] = value;
  for (const [id, span] of Object.entries(state.water) as [ParameterId, Interval][]) {
    const value = closedMiddle(span);
    if (value !== null) water[id] = value;
  }
  return water;
}
