import { readDiary, type KindModule } from '../book';

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
      case 'away':
      case 'moved':
        return [];
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
