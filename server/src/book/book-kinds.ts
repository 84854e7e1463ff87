import { eq } from 'drizzle-orm';
import * as v from 'valibot';
import {
  lookedPayload,
  notePayload,
  strikePayload,
  type LookedPayload,
  type NotePayload,
  type StrikePayload,
} from '#contracts/book';
import { strikes } from './book-table';
import type { KindModule } from './kind';

const shortened = (text: string, length: number): string =>
  text.length <= length ? text : `${text.slice(0, length - 1)}…`;

export const lookedKind: KindModule<LookedPayload> = {
  kind: 'looked',
  version: 1,
  on: 'tank',
  reaches: 'itself',
  read: (payload) => v.parse(lookedPayload, payload),
  state: ({ fed }) => ({ slot: 'looked', text: fed ? 'looked, fed, fine' : 'looked, fine' }),
  print: ({ fed, fine }) => ['looked', ...(fed ? ['fed'] : ['not fed']), ...(fine ? ['fine'] : [])].join(', '),
};

export const noteKind: KindModule<NotePayload> = {
  kind: 'note',
  version: 1,
  on: 'either',
  reaches: 'itself',
  read: (payload) => v.parse(notePayload, payload),
  state: ({ text, mark }) =>
    mark === undefined ? { slot: 'note', text: shortened(text, 80) } : { slot: 'mark', text: mark },
  print: ({ text, mark }) =>
    mark === 'doubtful' ? `marked doubtful: ${text}` : mark === 'clear' ? `no longer doubtful: ${text}` : text,
};

export const strikeKind: KindModule<StrikePayload> = {
  kind: 'strike',
  version: 1,
  on: 'either',
  reaches: 'later-entries',
  read: (payload) => v.parse(strikePayload, payload),
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
  print: ({ parameter, reason }) => `struck${parameter ? ` ${parameter}` : ''}: ${reason}`,
};
