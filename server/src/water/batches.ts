import { sql } from 'drizzle-orm';
import { batchCode, batchState, type BatchEvent, type BatchMade } from '#core/water';
import * as v from 'valibot';
import { batchPayload, batchStepPayload, type BatchPayload, type BatchStepPayload } from '#contracts/book';
import type { BatchList, BatchView } from '#contracts/water';
import { readDiaryIn, type BookDeps } from '../book';
import type { Db, Tx } from '../db';

const dayMs = 86_400_000;

interface UseRow extends Record<string, unknown> {
  entry_id: string;
  subject_id: string;
  name: string;
  change_l: number;
  at_ms: number;
  batch_id: string;
}
/** Changes that took their water from a batch. */
async function readUses(db: Db | Tx, sinceEpochMs: number): Promise<UseRow[]> {
  const found = await db.execute<UseRow>(sql`
    select c.entry_id, c.subject_id, s.name, c.change_l, extract(epoch from c.happened_at)::float8 * 1000 as at_ms, e.payload ->> 'batchId' as batch_id
    from changes c join entries e on e.id = c.entry_id join subjects s on s.id = c.subject_id
    where not c.struck and c.happened_at >= ${new Date(sinceEpochMs).toISOString()}::timestamptz and e.payload ? 'batchId' order by c.happened_at`);
  return found.rows;
}

export const batchMade = ({ madeL, aims, leadHours }: BatchPayload, madeEpochMs: number): BatchMade => ({
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
    readDiaryIn(db, { kinds: ['batch', 'batch-step'], sinceEpochMs }),
    readUses(db, sinceEpochMs),
  ]);
  const views = rows.flatMap((row): BatchView[] => {
    if (row.kind !== 'batch') return [];
    const made = v.parse(batchPayload, row.payload);
    const steps = rows.filter(
      (r) => r.kind === 'batch-step' && (r.payload as BatchStepPayload).batchId === row.entry_id,
    );
    const own = uses.filter((u) => u.batch_id === row.entry_id);
    const events: BatchEvent[] = [
      ...steps.map((s) => eventFrom(s.at_ms, v.parse(batchStepPayload, s.payload))),
      ...own.map((u): BatchEvent => ({ atEpochMs: u.at_ms, step: 'used', usedL: u.change_l, tankName: u.name })),
    ];
    const state = batchState({ made: batchMade(made, row.at_ms), events, nowEpochMs });
    return [
      {
        batchId: row.entry_id,
        sourceId: row.subject_id,
        sourceName: nameOf(row.subject_id),
        code: batchCode(row.entry_id),
        madeEpochMs: row.at_ms,
        made,
        steps: steps.map((s) => ({ entryId: s.entry_id, atEpochMs: s.at_ms, payload: s.payload })),
        uses: own.map((u) => ({
          changeEntryId: u.entry_id,
          tankId: u.subject_id,
          tankName: u.name,
          usedL: u.change_l,
          atEpochMs: u.at_ms,
        })),
        ...state,
      },
    ];
  });
  return views.reverse();
}

export async function readNames(db: Db | Tx, kind: string): Promise<Map<string, string>> {
  const found = await db.execute<{ id: string; name: string }>(sql`select id, name from subjects where kind = ${kind}`);
  return new Map(found.rows.map((r) => [r.id, r.name]));
}

export async function batchList(deps: BookDeps, { days }: { days: number }): Promise<BatchList> {
  const nowEpochMs = deps.house.clock.nowEpochMs();
  const names = await readNames(deps.db, 'source');
  const batches = await readBatches(deps.db, {
    sinceEpochMs: nowEpochMs - days * dayMs,
    nowEpochMs,
    nameOf: (id) => names.get(id) ?? '',
  });
  return { nowAt: new Date(nowEpochMs).toISOString(), batches };
}
