import { closedMiddle, medianOf, parametersWhere, type Interval, type ParameterId, type Water } from '#core/readings';

/** A change, what it should have made of the water, and what was measured after it. */
export interface ChangeOutcome {
  entryId: string;
  atEpochMs: number;
  changeFraction: number;
  changeL: number;
  sourceId: string;
  before: Water;
  source: Water;
  predicted: Water;
  measured: Partial<Record<ParameterId, Interval>>;
}
export interface OutcomeError {
  entryId: string;
  atEpochMs: number;
  parameter: ParameterId;
  predictedValue: number;
  measuredValue: number;
  errorValue: number;
  /** Whether the measurement's own span holds the prediction. */
  explained: boolean;
}
export type LearntProposal =
  | {
      kind: 'net-volume';
      /** What it should be instead, as a span of the middle half of what the changes say. */
      netVolumeL: { lo: number; middleValue: number; hi: number };
      nowL: number;
      changesCount: number;
    }
  | {
      kind: 'source';
      sourceId: string;
      parameter: ParameterId;
      statedValue: number;
      impliedValue: { lo: number; middleValue: number; hi: number };
      changesCount: number;
    };

const learntFrom = parametersWhere((p) => p.learntFromChanges);
/** Fewer changes than this propose nothing (ours). */
const leastChanges = 4;
/** So many of the telling changes a volume must be able to explain before it is accused (ours). */
const leastPossibleFraction = 0.75;
/** A proposal for less than this is not worth a new set-up (ours). */
const leastShiftFraction = 0.08;

/** Predicted against measured, value by value, newest first. */
export function outcomeErrors(outcomes: readonly ChangeOutcome[]): OutcomeError[] {
  return [...outcomes]
    .sort((a, b) => b.atEpochMs - a.atEpochMs)
    .flatMap(({ entryId, atEpochMs, predicted, measured }) =>
      learntFrom.flatMap((parameter): OutcomeError[] => {
        const [predictedValue, span] = [predicted[parameter], measured[parameter]];
        const measuredValue = span ? closedMiddle(span) : null;
        if (predictedValue === undefined || !span || measuredValue === null) return [];
        return [
          {
            entryId,
            atEpochMs,
            parameter,
            predictedValue,
            measuredValue,
            errorValue: measuredValue - predictedValue,
            explained: (span.lo ?? -Infinity) <= predictedValue && predictedValue <= (span.hi ?? Infinity),
          },
        ];
      }),
    );
}

/**
 * What changes teach, as proposals with their evidence, never as silent corrections.
 *
 * Net volume: from conductivity, which a pen reads finely, the share that was really changed is (before − after) /
 * (before − source). If it is larger than planned time after time, there is less water than the book says. Only changes
 * where tank and source differ by a tenth and more tell anything, and a volume is proposed only where it could have
 * made at least three in four of them (conductivity that rises after a change with thinner water is the source's).
 * Source: where the share is believed, the value that the new water must have had is (after − (1 − f) before) / f; if
 * that keeps apart from what the source is said to hold, the source is to be tested. Medians and the middle half over at least four changes.
 */
export function learntProposals({
  outcomes,
  netVolumeL,
}: {
  outcomes: readonly ChangeOutcome[];
  netVolumeL: number;
}): LearntProposal[] {
  const volume = volumeProposal(outcomes, netVolumeL);
  return [...(volume ? [volume] : []), ...sourceProposals(outcomes, volume !== null)];
}

function volumeProposal(outcomes: readonly ChangeOutcome[], nowL: number): LearntProposal | null {
  const shares = outcomes.flatMap(({ changeL, changeFraction, before, source, measured }) => {
    const [x, c] = [before.ec25UsPerCm, source.ec25UsPerCm];
    const after = measured.ec25UsPerCm ? closedMiddle(measured.ec25UsPerCm) : null;
    if (x === undefined || c === undefined || after === null || Math.abs(x - c) < 0.1 * x || changeFraction < 0.05)
      return [];
    return [{ changeL, share: (x - after) / (x - c) }];
  });
  const implied = shares.filter(({ share }) => share > 0.02 && share <= 1).map(({ changeL, share }) => changeL / share);
  // Water that moved away from the new water, or past it, has another reason than its volume.
  if (implied.length < leastChanges || implied.length < leastPossibleFraction * shares.length) return null;
  const span = middleHalf(implied);
  const shifted = Math.abs(span.middleValue - nowL) > leastShiftFraction * nowL;
  // The middle half must lie wholly on one side of what the book says.
  if (!shifted || (span.lo <= nowL && nowL <= span.hi)) return null;
  return {
    kind: 'net-volume',
    netVolumeL: span,
    nowL,
    changesCount: implied.length,
  };
}

function sourceProposals(outcomes: readonly ChangeOutcome[], volumeDoubted: boolean): LearntProposal[] {
  const found: LearntProposal[] = [];
  for (const sourceId of new Set(outcomes.map((o) => o.sourceId))) {
    const own = outcomes.filter((o) => o.sourceId === sourceId);
    for (const parameter of ['ghDegrees', 'khDegrees', 'ec25UsPerCm'] as const) {
      // Where the volume is in doubt, conductivity cannot accuse the source too.
      if (volumeDoubted && parameter === 'ec25UsPerCm') continue;
      const implied = own.flatMap(({ changeFraction: f, before, measured }) => {
        const [x, span] = [before[parameter], measured[parameter]];
        const after = span ? closedMiddle(span) : null;
        return x === undefined || after === null || f < 0.1 ? [] : [(after - (1 - f) * x) / f];
      });
      const stated = own.at(-1)?.source[parameter];
      if (implied.length < leastChanges || stated === undefined) continue;
      const span = middleHalf(implied);
      const room = Math.max(leastShiftFraction * stated, parameter === 'ec25UsPerCm' ? 15 : 1);
      if (Math.abs(span.middleValue - stated) <= room || (span.lo <= stated && stated <= span.hi)) continue;
      found.push({
        kind: 'source',
        sourceId,
        parameter,
        statedValue: stated,
        impliedValue: span,
        changesCount: implied.length,
      });
    }
  }
  return found;
}

function middleHalf(values: readonly number[]): { lo: number; middleValue: number; hi: number } {
  const sorted = [...values].sort((a, b) => a - b);
  const at = (share: number): number => sorted[Math.round(share * (sorted.length - 1))] ?? 0;
  return { lo: at(0.25), middleValue: medianOf(sorted), hi: at(0.75) };
}
