import { clearStrikes, insertStrikes } from './book-repo';
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
  moves: true,
  project: async (tx, entries) => {
    await insertStrikes(
      tx,
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
  clear: clearStrikes,
};
