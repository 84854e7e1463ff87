import { mostBedFraction, plainBed } from '#core/hands';
import type { HandsPayload } from '#contracts/book';
import { readDiary, type DiaryRow, type KindModule } from '../book';
import type { Tx } from '../db';
import type { FieldFault } from '../problems';

/** An end belongs to what it ends, in the same tank, and to nothing that is over already. */
export const handsKind: KindModule<'hands'> = {
  check: async (tx, { id, payload, subjectId, happenedAt }) => {
    const rows = (await readDiary({ db: tx }, { kinds: ['hands'], subjectIds: [subjectId] })).filter(
      (row) => row.entryId !== id,
    );
    const atEpochMs = Date.parse(happenedAt);
    const overBefore = (outageId: string): boolean =>
      rows.some(
        ({ payload: p, atEpochMs: at }) => p.step === 'outage-over' && p.outageId === outageId && at <= atEpochMs,
      );
    switch (payload.step) {
      case 'stop':
      case 'pass':
      case 'handed':
      case 'flow':
      case 'away':
      case 'moved':
        return [];
      case 'cleaned':
        return payload.what === 'bed' && payload.overrideReason === undefined
          ? bedFaults(tx, { rows, payload, subjectId, atEpochMs })
          : [];
      case 'outage':
        return rows.some(
          ({ entryId, payload: p, atEpochMs: at }) => p.step === 'outage' && at <= atEpochMs && !overBefore(entryId),
        )
          ? [{ field: 'step', message: 'an outage runs in this tank already' }]
          : [];
      case 'outage-over': {
        const began = rows.find((r) => r.entryId === payload.outageId);
        if (began?.payload.step !== 'outage') return [{ field: 'outageId', message: 'is not in the book' }];
        if (began.atEpochMs > atEpochMs) return [{ field: 'outageId', message: 'began only after that' }];
        return overBefore(payload.outageId) ? [{ field: 'outageId', message: 'is over already' }] : [];
      }
      case 'back': {
        if (rows.find((r) => r.entryId === payload.awayId)?.payload.step !== 'away')
          return [{ field: 'awayId', message: 'is not in the book' }];
        return rows.some(({ payload: p }) => p.step === 'back' && p.awayId === payload.awayId)
          ? [{ field: 'awayId', message: 'is over already' }]
          : [];
      }
      case 'move-day': {
        const moved = rows.find((r) => r.entryId === payload.movedId);
        if (moved?.payload.step !== 'moved') return [{ field: 'movedId', message: 'is not in the book' }];
        return moved.atEpochMs > atEpochMs ? [{ field: 'movedId', message: 'was only after that' }] : [];
      }
    }
  },
};

/** An evening, whichever way it lies around midnight. */
const eveningMs = 12 * 3_600_000;
/** More than half of a bed in one evening takes the filter with it: only with a reason that is kept. */
async function bedFaults(
  tx: Tx,
  {
    rows,
    payload,
    subjectId,
    atEpochMs,
  }: {
    rows: readonly DiaryRow<'hands'>[];
    payload: Extract<HandsPayload, { step: 'cleaned' }>;
    subjectId: string;
    atEpochMs: number;
  },
): Promise<FieldFault[]> {
  if (payload.school === 'skim') return [];
  const drawn = (await readDiary({ db: tx }, { kinds: ['layout'], subjectIds: [subjectId] })).at(-1)?.payload.rows;
  const squaresCount = drawn ? drawn.flat().filter((kind) => kind !== 'hard').length : plainBed.length;
  const done = new Set([
    ...payload.squareIds,
    ...rows.flatMap(({ payload: p, atEpochMs: at }) =>
      p.step === 'cleaned' && p.school !== 'skim' && Math.abs(at - atEpochMs) < eveningMs ? p.squareIds : [],
    ),
  ]);
  return done.size > mostBedFraction * squaresCount
    ? [
        {
          field: 'overrideReason',
          message: 'is needed: more than half of the bed in one evening takes half of the filter',
        },
      ]
    : [];
}
