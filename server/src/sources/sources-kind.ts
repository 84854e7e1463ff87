import { eq } from 'drizzle-orm';
import type { KindModule } from '../book';
import { sourceSetups } from './sources-table';

export const sourceKind: KindModule<'source'> = {
  seed: ({ name, startedOn }) => ({ name, startedOn }),
  done: ({ name }) => ({ slot: 'setUp', done: { id: 'set-up', facts: { name } } }),
  project: async (tx, entries) => {
    await tx.insert(sourceSetups).values(
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
  clear: async (tx, subjectId) => {
    await tx.delete(sourceSetups).where(eq(sourceSetups.subjectId, subjectId));
  },
};
