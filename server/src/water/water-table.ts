import { sql } from 'drizzle-orm';
import { boolean, doublePrecision, index, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { Water } from '#core/readings';
import { at } from '../columns';

/** Water changes with the fraction that follows from the net volume in force at the time. */
export const changes = pgTable(
  'changes',
  {
    entryId: uuid().primaryKey(),
    subjectId: uuid().notNull(),
    happenedAt: at().notNull(),
    sourceId: uuid().notNull(),
    changeL: doublePrecision().notNull(),
    changeFraction: doublePrecision().notNull(),
    how: text().notNull(),
    water: jsonb().$type<Water>().notNull(),
    advice: text(),
    struck: boolean().notNull().default(false),
  },
  (t) => [
    index('changes_latest')
      .on(t.subjectId, t.happenedAt.desc().nullsFirst())
      .where(sql`not struck`),
  ],
);
