import { sql } from 'drizzle-orm';
import { boolean, check, doublePrecision, index, integer, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import { at } from '../columns';

/** One value of a reading set: closed ends in the canonical unit, null = open, beside what was written. */
export const readings = pgTable(
  'readings',
  {
    entryId: uuid().notNull(),
    parameter: text().notNull(),
    subjectId: uuid().notNull(),
    happenedAt: at().notNull(),
    lo: doublePrecision(),
    hi: doublePrecision(),
    text: text().notNull(),
    enteredUnit: text().notNull(),
    basis: text(),
    penFactor: doublePrecision(),
    kitName: text(),
    kitVersion: integer(),
    context: text().notNull(),
    insisted: boolean().notNull(),
    struck: boolean().notNull().default(false),
  },
  (t) => [
    primaryKey({ columns: [t.entryId, t.parameter] }),
    index('readings_latest')
      .on(t.subjectId, t.parameter, t.happenedAt.desc().nullsFirst())
      .where(sql`not struck`),
    check('readings_ends', sql`(lo is not null or hi is not null) and (lo is null or hi is null or lo <= hi)`),
  ],
);
