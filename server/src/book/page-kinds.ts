import { eq } from 'drizzle-orm';
import { strikes } from './book-table';
import type { KindModule } from './kind';

const shownLength = 80;
const shortened = (text: string): string => (text.length <= shownLength ? text : `${text.slice(0, shownLength - 1)}…`);

export const lookedKind: KindModule<'looked'> = {
  done: ({ fed }) => ({ slot: 'looked', done: { id: 'looked', facts: { fed } } }),
};

export const noteKind: KindModule<'note'> = {
  done: ({ text, mark }) =>
    mark === undefined
      ? { slot: 'note', done: { id: 'note', facts: { text: shortened(text) } } }
      : { slot: 'mark', done: { id: 'mark', facts: { mark } } },
};

export const strikeKind: KindModule<'strike'> = {
  project: async (tx, entries) => {
    await tx.insert(strikes).values(
      entries.map(({ id, subjectId, payload }) => ({
        entryId: id,
        struckEntryId: payload.entryId,
        parameter: payload.parameter ?? null,
        reason: payload.reason,
        subjectId,
      })),
    );
    return [];
  },
  clear: async (tx, subjectId) => {
    await tx.delete(strikes).where(eq(strikes.subjectId, subjectId));
  },
};
