import type { KindModule } from '../book';
import { clearSourceSetUps, insertSourceSetUps } from './sources-repo';

export const sourceKind: KindModule<'source'> = {
  seed: ({ name, startedOn }) => ({ name, startedOn }),
  done: ({ name }) => ({ slot: 'setUp', done: { id: 'set-up', facts: { name } } }),
  project: async (tx, entries) => {
    await insertSourceSetUps(
      tx,
      entries.map(({ id, subjectId, happenedAt, payload, struck }) => ({
        entryId: id,
        subjectId,
        fromAt: happenedAt,
        payload,
        struck: struck.whole,
      })),
    );
    return [];
  },
  clear: clearSourceSetUps,
};
