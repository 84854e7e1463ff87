import { boolean, index, jsonb, pgTable, uuid } from 'drizzle-orm/pg-core';
import type { SourcePayload } from '#contracts/book';
import { at } from '../columns';

export const sourceSetups = pgTable(
  'source_setups',
  {
    entryId: uuid().primaryKey(),
    subjectId: uuid().notNull(),
    fromAt: at().notNull(),
    payload: jsonb().$type<SourcePayload>().notNull(),
    struck: boolean().notNull().default(false),
  },
  (t) => [index('source_setups_subject').on(t.subjectId, t.fromAt.desc().nullsFirst())],
);
