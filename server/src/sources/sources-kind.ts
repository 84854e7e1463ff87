import { eq } from 'drizzle-orm';
import * as v from 'valibot';
import { sourcePayload, type SourcePayload } from '#contracts/book';
import type { KindModule } from '../book';
import { sourceSetups } from './sources-table';

export const sourceKind: KindModule<SourcePayload> = {
  kind: 'source',
  version: 1,
  on: 'source',
  reaches: 'later-entries',
  read: (payload) => v.parse(sourcePayload, payload),
  seeds: ({ name, startedOn }) => ({ kind: 'source', name, startedOn }),
  state: ({ name }) => ({ slot: 'setUp', text: name }),
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
  print: ({ state, chlorine }) => `water source: ${state.replace('-', ', ')}, chlorine: ${chlorine}`,
};
