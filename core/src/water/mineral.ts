import { dayMs } from '#core/units';
import { silent, type Explained, type Recorder } from '#core/explain';
import { medianOf, theilSenLine } from '#core/readings';
import { because, firstFault, ok, refuse, type Result } from '#core/result';

/** What a mineral's label promises: so much in so many litres of pure water. A pen's ppm carries the factor it is meant at. */
export interface MineralLabel {
  massG: number;
  waterL: number;
  ghDegrees: number | null;
  khDegrees: number | null;
  ec25UsPerCm: number | null;
}
/** One batch that was made with it and measured: rises above the water it was mixed from. */
export interface MineralBatch {
  atEpochMs: number;
  massG: number;
  waterL: number;
  ghRiseDegrees: number | null;
  ecRiseUsPerCm: number | null;
}

export interface MineralSlope {
  /** Rise for one gram in a litre. */
  perGPerL: number;
  /** How far batches scatter about the slope, as a share of it (median absolute deviation × 1.4826). */
  scatterFraction: number;
  batchesCount: number;
  by: 'own-batches' | 'label';
  /** Own slope against the label's; null without either. */
  labelRatio: number | null;
}
/** What usually makes a batch too strong, or too weak; likeliest first. */
export type OddBatchCause =
  | 'weighed-twice'
  | 'water-not-pure'
  | 'pen-off'
  | 'damp-powder'
  | 'dying-scale'
  | 'not-dissolved'
  | 'see-batches-before';
export interface OddBatch {
  atEpochMs: number;
  quantity: 'ec25UsPerCm' | 'ghDegrees';
  expectedValue: number;
  measuredValue: number;
  likely: OddBatchCause[];
}
export interface MineralState {
  gh: MineralSlope | null;
  kh: MineralSlope | null;
  ec: MineralSlope | null;
  odd: OddBatch[];
}

/** Fewer batches than this do not outvote the label. Ours. */
const leastBatches = 3;
/** A batch this far from the slope is odd: 3.5 modified z scores (Iglewicz & Hoaglin 1993), and at least 8 % (ours). */
const oddScore = 3.5;
const oddFraction = 0.08;

/**
 * How much a mineral raises hardness and conductivity: the keeper's own slope where there are batches, else the label's;
 * how far the two are apart; and which batches lie outside, with what usually does that.
 *
 * Own slope: the median of the ratios rise : dose, since no powder means no rise. Its scatter by MAD.
 * @example mineralState({ label: { massG: 6, waterL: 60, ghDegrees: 5, khDegrees: null, ec25UsPerCm: 300 }, batches: [] }).gh.perGPerL // 50
 */
export function mineralState({
  label,
  batches,
}: {
  label: MineralLabel;
  batches: readonly MineralBatch[];
}): MineralState {
  const labelGPerL = label.massG / label.waterL;
  const slope = (rise: (b: MineralBatch) => number | null, labelValue: number | null): MineralSlope | null => {
    const labelPerGPerL = labelValue === null ? null : labelValue / labelGPerL;
    const own = batches.flatMap((b) => {
      const value = rise(b);
      return value === null || b.massG <= 0 ? [] : [value / (b.massG / b.waterL)];
    });
    const median = own.length >= leastBatches ? medianOf(own) : null;
    if (median === null)
      return labelPerGPerL === null
        ? null
        : { perGPerL: labelPerGPerL, scatterFraction: 0, batchesCount: own.length, by: 'label', labelRatio: null };
    const spread = 1.4826 * medianOf(own.map((s) => Math.abs(s - median)));
    return {
      perGPerL: median,
      scatterFraction: spread / median,
      batchesCount: own.length,
      by: 'own-batches',
      labelRatio: labelPerGPerL === null ? null : median / labelPerGPerL,
    };
  };
  const gh = slope((b) => b.ghRiseDegrees, label.ghDegrees);
  const kh = slope(() => null, label.khDegrees);
  const ec = slope((b) => b.ecRiseUsPerCm, label.ec25UsPerCm);
  return { gh, kh, ec, odd: [...oddOnes(batches, ec, 'ec25UsPerCm'), ...oddOnes(batches, gh, 'ghDegrees')] };
}

function oddOnes(
  batches: readonly MineralBatch[],
  slope: MineralSlope | null,
  quantity: OddBatch['quantity'],
): OddBatch[] {
  if (!slope) return [];
  const rise = (b: MineralBatch): number | null => (quantity === 'ec25UsPerCm' ? b.ecRiseUsPerCm : b.ghRiseDegrees);
  // A drop test reads in whole or half degrees: what it cannot tell is no oddity.
  const kitValue = quantity === 'ghDegrees' ? 1 : 5;
  return batches.flatMap((b) => {
    const measuredValue = rise(b);
    if (measuredValue === null) return [];
    const expectedValue = slope.perGPerL * (b.massG / b.waterL);
    const off = measuredValue - expectedValue;
    const room = Math.max(
      (oddScore / 0.6745) * (slope.scatterFraction / 1.4826) * expectedValue,
      oddFraction * expectedValue,
      kitValue,
    );
    return Math.abs(off) > room
      ? [{ atEpochMs: b.atEpochMs, quantity, expectedValue, measuredValue, likely: likelyCauses(off > 0, batches, b) }]
      : [];
  });
}

function likelyCauses(strong: boolean, batches: readonly MineralBatch[], odd: MineralBatch): OddBatchCause[] {
  const before = batches.filter((b) => b.atEpochMs < odd.atEpochMs && odd.atEpochMs - b.atEpochMs < 30 * dayMs);
  if (strong) return ['weighed-twice', 'water-not-pure', 'pen-off'];
  return [
    'damp-powder',
    'dying-scale',
    'not-dissolved',
    ...(before.length > 1 ? (['see-batches-before'] as const) : []),
  ];
}

/**
 * Grams of a mineral that lift a water to a hardness or a conductivity.
 * Litres, canonical units. Refuses a target at or below the water, and a mineral that does not raise the quantity.
 * @example mineralDose({ volumeL: 200, nowValue: 0.5, targetValue: 8.5, perGPerL: 50 }).massG // 32
 */
export function mineralDose(
  {
    volumeL,
    nowValue,
    targetValue,
    perGPerL,
  }: { volumeL: number; nowValue: number; targetValue: number; perGPerL: number },
  note: Recorder = silent,
): Result<Explained<{ massG: number }>> {
  note.by('water.mineral-dose', 1);
  const fault = firstFault([
    { field: 'volumeL', value: volumeL, range: { lo: 0.01, hi: 1e6, unit: 'L' } },
    { field: 'nowValue', value: nowValue, range: { lo: 0, hi: 1e5, unit: '' } },
    { field: 'targetValue', value: targetValue, range: { lo: 0, hi: 1e5, unit: '' } },
    { field: 'perGPerL', value: perGPerL, range: { lo: 1e-6, hi: 1e6, unit: '' } },
  ]);
  if (fault) return refuse(fault);
  if (targetValue < nowValue)
    return refuse({
      kind: 'unreachable',
      target: String(targetValue),
      why: because('mineral-only-raises', { nowValue }),
    });
  note.assume('rise-by-dose');
  const massG = note.step({
    id: 'massG',
    label: 'Mineral',
    unit: 'g',
    formula: '(target − now) / rise per g/L × litres',
    terms: { target: targetValue, now: nowValue, perGPerL, litres: volumeL },
    by: (t) => ((t.target - t.now) / t.perGPerL) * t.litres,
  });
  return ok(note.explained({ massG }));
}

/** Whether a batch series drifts: the slope of own ratios over months, for a mineral that ages. */
export function mineralDrift(batches: readonly MineralBatch[]): { perMonthFraction: number } | null {
  const points = batches.flatMap((b) =>
    b.ecRiseUsPerCm === null || b.massG <= 0
      ? []
      : [{ x: b.atEpochMs / (30 * dayMs), y: b.ecRiseUsPerCm / (b.massG / b.waterL) }],
  );
  const line = theilSenLine(points);
  const middle = medianOf(points.map((p) => p.y));
  return line && middle > 0 ? { perMonthFraction: line.value / middle } : null;
}
