import { dayMs } from '#core/units';
import { batchCode, batchState, type BatchEvent, type BatchMade } from '#core/water';
import type { BatchPayload, BatchStepPayload } from '#contracts/book';
import type { BatchList, BatchView } from '#contracts/water';
import { batchWords } from '#words/water';
import { namesOf, ofKind, readDiary, type BookDeps } from '../book';
import type { Db, Tx } from '../db';
import { readBatchUses } from './water-repo';

const batchMade = ({ madeL, aims, leadHours }: BatchPayload, madeEpochMs: number): BatchMade => ({
  madeEpochMs,
  madeL,
  aims,
  leadHours,
});

function eventFrom(atEpochMs: number, payload: BatchStepPayload): BatchEvent {
  switch (payload.step) {
    case 'measured':
      return { atEpochMs, step: 'measured', water: payload.water };
    case 'corrected':
      return {
        atEpochMs,
        step: 'corrected',
        addedL: payload.addedL - payload.removedL,
        addedG: payload.addedG,
        what: payload.what,
      };
    case 'accepted':
      return { atEpochMs, step: 'accepted', reason: payload.reason };
    case 'left':
      return { atEpochMs, step: 'left', leftL: payload.leftL };
    case 'thrown-away':
      return { atEpochMs, step: 'thrown-away' };
  }
}

/** Batches with what happened to each and what it is now. One query for entries, one for the changes that used them. */
export async function readBatches(
  db: Db | Tx,
  { sinceEpochMs, nowEpochMs, nameOf }: { sinceEpochMs: number; nowEpochMs: number; nameOf: (id: string) => string },
): Promise<BatchView[]> {
  const [rows, uses] = await Promise.all([
    readDiary({ db }, { kinds: ['batch', 'batch-step'], sinceEpochMs }),
    readBatchUses(db, sinceEpochMs),
  ]);
  const allSteps = ofKind(rows, 'batch-step');
  const views = ofKind(rows, 'batch').flatMap(({ entryId, subjectId, atEpochMs, payload: made }): BatchView[] => {
    const steps = allSteps.filter((s) => s.payload.batchId === entryId);
    const own = uses.filter((u) => u.batchId === entryId);
    const events: BatchEvent[] = [
      ...steps.map((s) => eventFrom(s.atEpochMs, s.payload)),
      ...own.map((u): BatchEvent => ({ atEpochMs: u.atEpochMs, step: 'used', usedL: u.changeL, tankName: u.name })),
    ];
    const state = batchState({ made: batchMade(made, atEpochMs), events, nowEpochMs });
    return [
      {
        batchId: entryId,
        sourceId: subjectId,
        sourceName: nameOf(subjectId),
        code: batchCode(entryId),
        madeEpochMs: atEpochMs,
        made,
        steps: steps.map((s) => ({ entryId: s.entryId, atEpochMs: s.atEpochMs, payload: s.payload })),
        uses: own.map((u) => ({
          changeEntryId: u.entryId,
          tankId: u.subjectId,
          tankName: u.name,
          usedL: u.changeL,
          atEpochMs: u.atEpochMs,
        })),
        ...state,
        why: batchWords(state.why),
      },
    ];
  });
  return views.reverse();
}

export async function batchList(deps: BookDeps, { days }: { days: number }): Promise<BatchList> {
  const nowEpochMs = deps.house.clock.nowEpochMs();
  const names = await namesOf(deps.db, 'source');
  const batches = await readBatches(deps.db, {
    sinceEpochMs: nowEpochMs - days * dayMs,
    nowEpochMs,
    nameOf: (id) => names.get(id) ?? '',
  });
  return { nowAt: new Date(nowEpochMs).toISOString(), batches };
}
