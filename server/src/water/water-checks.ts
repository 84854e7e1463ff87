import { dayMs } from '#core/units';
import { recipeEffect, undissolved } from '#core/water';
import type { BatchPayload, ChangePayload, RecipePayload } from '#contracts/book';
import { waterAnswers } from '#words/water';
import type { FieldFault } from '../problems';
import { readSubjects, type KindModule } from '../book';
import type { Tx } from '../db';
import { readBatches } from './batches';

/** A batch is looked for among those of so long. */
const batchDays = 400;
/** Shares are written to the thousandth. */
const shareSlackFraction = 0.002;
/** Marks and buckets are read by eye. Ours. */
const slackL = 0.5;

interface Named {
  field: string;
  id: string;
}
async function subjectFaults(
  tx: Tx,
  named: readonly Named[],
  { kind, message }: { kind: 'source' | 'supply'; message: string },
): Promise<FieldFault[]> {
  const found = await readSubjects(tx, [...new Set(named.map((n) => n.id))]);
  return named
    .filter(({ id }) => found.find((s) => s.id === id)?.kind !== kind)
    .map(({ field }) => ({ field, message }));
}
export const sourceFaults = (tx: Tx, named: readonly Named[]): Promise<FieldFault[]> =>
  subjectFaults(tx, named, { kind: 'source', message: waterAnswers.isNotAWaterSource });
const supplyFaults = (tx: Tx, named: readonly Named[]): Promise<FieldFault[]> =>
  subjectFaults(tx, named, { kind: 'supply', message: waterAnswers.isNotAMineralAmong });
const twice = (field: string, ids: readonly string[]): FieldFault[] =>
  new Set(ids).size === ids.length ? [] : [{ field, message: waterAnswers.somethingIsNamedTwice }];

/** Waters and minerals that exist, and nothing twice: of a recipe and of a batch alike. */
const mixedFaults = async (
  tx: Tx,
  {
    parts,
    salts,
    minerals,
  }: {
    parts: readonly { sourceId: string }[];
    salts: readonly { saltId: string }[];
    minerals: readonly { supplyId: string }[];
  },
): Promise<FieldFault[]> => [
  ...twice(
    'parts',
    parts.map((p) => p.sourceId),
  ),
  ...twice(
    'salts',
    salts.map((s) => s.saltId),
  ),
  ...twice(
    'minerals',
    minerals.map((m) => m.supplyId),
  ),
  ...(await sourceFaults(
    tx,
    parts.map((p, i) => ({ field: `parts.${i}.sourceId`, id: p.sourceId })),
  )),
  ...(await supplyFaults(
    tx,
    minerals.map((m, i) => ({ field: `minerals.${i}.supplyId`, id: m.supplyId })),
  )),
];

/** Shares that make a whole, and not itself among its parts. */
function shareFaults({ parts }: RecipePayload, subjectId: string): FieldFault[] {
  const whole = parts.reduce((sum, p) => sum + p.shareFraction, 0);
  return [
    ...(Math.abs(whole - 1) > shareSlackFraction
      ? [{ field: 'parts', message: waterAnswers.theSharesMakeNotA(Math.round(1000 * whole) / 10) }]
      : []),
    ...(parts.some((p) => p.sourceId === subjectId) ? [{ field: 'parts', message: 'holds itself' }] : []),
  ];
}
export const recipeKind: KindModule<'recipe'> = {
  check: async (tx, { payload, subjectId }) => [
    ...shareFaults(payload, subjectId),
    ...(await mixedFaults(tx, payload)),
  ],
};

/** Parts that make the volume, and nothing that could not dissolve in it. */
function dissolvingFaults({ madeL, parts, salts }: BatchPayload): FieldFault[] {
  const poured = parts.reduce((sum, p) => sum + p.partL, 0);
  return [
    ...(Math.abs(poured - madeL) > Math.max(0.2, 0.02 * madeL) + 1e-9
      ? [{ field: 'parts', message: waterAnswers.thePartsMakeLNot(Math.round(10 * poured) / 10, madeL) }]
      : []),
    ...undissolved({ volumeL: madeL, taken: salts }).map(({ name, mostG }) => ({
      field: 'salts',
      message: waterAnswers.soMuchDoesNotDissolve(name, Math.floor(mostG)),
    })),
    ...(salts.length > 0 && !recipeEffect({ volumeL: madeL, source: {}, taken: salts }).ok
      ? [{ field: 'salts', message: waterAnswers.cannotBeWeighedLikeThat }]
      : []),
  ];
}
export const batchKind: KindModule<'batch'> = {
  check: async (tx, { payload }) => [...dissolvingFaults(payload), ...(await mixedFaults(tx, payload))],
};

/** What is said of a batch says something. */
export const batchStepKind: KindModule<'batch-step'> = {
  faults: ({ payload: step }) => {
    if (step.step === 'measured' && Object.keys(step.water).length === 0)
      return [{ field: 'water', message: 'says nothing' }];
    if (step.step === 'corrected' && step.addedL === 0 && step.addedG === 0)
      return [{ field: 'addedL', message: 'adds nothing' }];
    return [];
  },
};

/** A change from a batch takes no more than is left, and needs a reason where the batch is not usable. */
export async function batchFaults(
  tx: Tx,
  {
    change: { batchId, batchReason, sourceId },
    happenedAt,
    changeL,
    id,
  }: { change: ChangePayload; happenedAt: string; changeL: number; id: string },
): Promise<FieldFault[]> {
  if (batchId === undefined) return [];
  const nowEpochMs = Date.parse(happenedAt);
  const batches = await readBatches(tx, {
    sinceEpochMs: nowEpochMs - batchDays * dayMs,
    nowEpochMs,
    nameOf: () => '',
  });
  const batch = batches.find((b) => b.batchId === batchId);
  if (!batch) return [{ field: 'batchId', message: waterAnswers.isNoBatchInThe }];
  const faults: FieldFault[] = [];
  if (batch.sourceId !== sourceId) faults.push({ field: 'batchId', message: waterAnswers.isABatchOfAnother });
  // The change being written may stand in the book already, in this transaction.
  const before = batch.leftL + batch.uses.filter((u) => u.changeEntryId === id).reduce((sum, u) => sum + u.usedL, 0);
  if (changeL > before + slackL)
    faults.push({
      field: 'entered',
      message: waterAnswers.lOfThisBatchAre(Math.round(10 * before) / 10),
      mend: String(Math.round(10 * before) / 10),
    });
  if (!batch.usable && batch.fate !== 'empty' && batchReason === undefined)
    faults.push({ field: 'batchReason', message: `is needed: ${batch.why}` });
  return faults;
}

export const routineKind: KindModule<'routine'> = {
  check: (tx, { payload: { sourceId, otherSourceId } }) =>
    sourceFaults(tx, [
      { field: 'sourceId', id: sourceId },
      ...(otherSourceId === undefined ? [] : [{ field: 'otherSourceId', id: otherSourceId }]),
    ]),
};
export const sequenceKind: KindModule<'sequence'> = {
  check: (tx, { payload }) =>
    payload.step === 'planned' ? sourceFaults(tx, [{ field: 'sourceId', id: payload.sourceId }]) : [],
};
