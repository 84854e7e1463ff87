import * as v from 'valibot';
import { recipeEffect, undissolved } from '#core/water';
import {
  batchPayload,
  batchStepPayload,
  changePayload,
  jobPayload,
  recipePayload,
  routinePayload,
  sequencePayload,
  timerPayload,
} from '#contracts/book';
import type { FieldFault } from '../app';
import { readDiaryIn, readSubjects, type EntryCheck } from '../book';
import type { Tx } from '../db';
import { readBatches } from './batches';

const dayMs = 86_400_000;

async function sourceFaults(tx: Tx, ids: readonly { field: string; id: string }[]): Promise<FieldFault[]> {
  const found = await readSubjects(tx, [...new Set(ids.map((i) => i.id))]);
  return ids
    .filter(({ id }) => found.find((s) => s.id === id)?.kind !== 'source')
    .map(({ field }) => ({ field, message: 'is not a water source in the book' }));
}
async function supplyFaults(tx: Tx, ids: readonly { field: string; id: string }[]): Promise<FieldFault[]> {
  if (ids.length === 0) return [];
  const found = await readSubjects(tx, [...new Set(ids.map((i) => i.id))]);
  return ids
    .filter(({ id }) => found.find((s) => s.id === id)?.kind !== 'supply')
    .map(({ field }) => ({ field, message: 'is not a mineral among the supplies' }));
}
const twice = (field: string, ids: readonly string[]): FieldFault[] =>
  new Set(ids).size === ids.length ? [] : [{ field, message: 'something is named twice' }];

/** Shares that make a whole, waters that exist, nothing twice, and not itself among its parts. */
export const checkRecipe: EntryCheck = async (tx, entry) => {
  if (entry.kind !== 'recipe') return [];
  const { parts, salts, minerals } = v.parse(recipePayload, entry.payload);
  const whole = parts.reduce((sum, p) => sum + p.shareFraction, 0);
  return [
    ...(Math.abs(whole - 1) > 0.002
      ? [{ field: 'parts', message: `the shares make ${Math.round(1000 * whole) / 10} %, not a whole` }]
      : []),
    ...(parts.some((p) => p.sourceId === entry.subjectId) ? [{ field: 'parts', message: 'holds itself' }] : []),
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
};

/** Parts that make the volume, and nothing that could not dissolve in it. */
export const checkBatch: EntryCheck = async (tx, entry) => {
  if (entry.kind !== 'batch') return [];
  const { madeL, parts, salts, minerals } = v.parse(batchPayload, entry.payload);
  const poured = parts.reduce((sum, p) => sum + p.partL, 0);
  return [
    ...(Math.abs(poured - madeL) > Math.max(0.2, 0.02 * madeL)
      ? [{ field: 'parts', message: `the parts make ${Math.round(10 * poured) / 10} L, not ${madeL} L` }]
      : []),
    ...undissolved({ volumeL: madeL, taken: salts }).map(({ name, mostG }) => ({
      field: 'salts',
      message: `so much ${name} does not dissolve in it: ${Math.floor(mostG)} g at the most`,
    })),
    ...twice(
      'salts',
      salts.map((s) => s.saltId),
    ),
    ...(await sourceFaults(
      tx,
      parts.map((p, i) => ({ field: `parts.${i}.sourceId`, id: p.sourceId })),
    )),
    ...(await supplyFaults(
      tx,
      minerals.map((m, i) => ({ field: `minerals.${i}.supplyId`, id: m.supplyId })),
    )),
    ...(salts.length > 0 && !recipeEffect({ volumeL: madeL, source: {}, taken: salts }).ok
      ? [{ field: 'salts', message: 'cannot be weighed like that' }]
      : []),
  ];
};

/** What happens to a batch must be about one that is in the book, of this water. */
export const checkBatchStep: EntryCheck = async (tx, entry) => {
  if (entry.kind !== 'batch-step') return [];
  const step = v.parse(batchStepPayload, entry.payload);
  const rows = await readDiaryIn(tx, { kinds: ['batch'], subjectIds: [entry.subjectId] });
  if (!rows.some((r) => r.entry_id === step.batchId))
    return [{ field: 'batchId', message: 'is no batch of this water' }];
  if (step.step === 'measured' && Object.keys(step.water).length === 0)
    return [{ field: 'water', message: 'says nothing' }];
  if (step.step === 'corrected' && step.addedL === 0 && step.addedG === 0)
    return [{ field: 'addedL', message: 'adds nothing' }];
  return [];
};

/** A change from a batch takes no more than is left, and needs a reason where the batch is not usable. */
export async function batchFaults(
  tx: Tx,
  { payload, happenedAt, changeL, id }: { payload: unknown; happenedAt: string; changeL: number; id: string },
): Promise<FieldFault[]> {
  const { batchId, batchReason, sourceId } = v.parse(changePayload, payload);
  if (batchId === undefined) return [];
  const nowEpochMs = Date.parse(happenedAt);
  const batches = await readBatches(tx, { sinceEpochMs: nowEpochMs - 400 * dayMs, nowEpochMs, nameOf: () => '' });
  const batch = batches.find((b) => b.batchId === batchId);
  if (!batch) return [{ field: 'batchId', message: 'is no batch in the book' }];
  const faults: FieldFault[] = [];
  if (batch.sourceId !== sourceId) faults.push({ field: 'batchId', message: 'is a batch of another water' });
  // The change being written may stand in the book already, in this transaction.
  const before = batch.leftL + batch.uses.filter((u) => u.changeEntryId === id).reduce((sum, u) => sum + u.usedL, 0);
  if (changeL > before + 0.5)
    faults.push({
      field: 'entered',
      message: `${Math.round(10 * before) / 10} L of this batch are left`,
      mend: String(Math.round(10 * before) / 10),
    });
  if (!batch.usable && batch.fate !== 'empty' && batchReason === undefined)
    faults.push({ field: 'batchReason', message: `is needed: ${batch.why}` });
  return faults;
}

export const checkRoutine: EntryCheck = async (tx, entry) => {
  if (entry.kind !== 'routine') return [];
  const { sourceId, otherSourceId } = v.parse(routinePayload, entry.payload);
  return sourceFaults(tx, [
    { field: 'sourceId', id: sourceId },
    ...(otherSourceId === undefined ? [] : [{ field: 'otherSourceId', id: otherSourceId }]),
  ]);
};
export const checkSequence: EntryCheck = async (tx, entry) => {
  if (entry.kind !== 'sequence') return [];
  const step = v.parse(sequencePayload, entry.payload);
  if (step.step === 'planned') return sourceFaults(tx, [{ field: 'sourceId', id: step.sourceId }]);
  return known(tx, entry.subjectId, 'sequence', step.sequenceId, 'sequenceId');
};
export const checkJob: EntryCheck = async (tx, entry) => {
  if (entry.kind !== 'job') return [];
  const step = v.parse(jobPayload, entry.payload);
  return step.step === 'started' ? [] : known(tx, entry.subjectId, 'job', step.jobId, 'jobId');
};
export const checkTimer: EntryCheck = async (tx, entry) => {
  if (entry.kind !== 'timer') return [];
  const step = v.parse(timerPayload, entry.payload);
  return step.step === 'set' ? [] : known(tx, entry.subjectId, 'timer', step.timerId, 'timerId');
};
async function known(
  tx: Tx,
  subjectId: string,
  kind: 'sequence' | 'job' | 'timer',
  id: string,
  field: string,
): Promise<FieldFault[]> {
  const rows = await readDiaryIn(tx, { kinds: [kind], subjectIds: [subjectId] });
  return rows.some((r) => r.entry_id === id) ? [] : [{ field, message: 'is not in the book' }];
}
