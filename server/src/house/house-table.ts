import { bigint, boolean, date, integer, jsonb, pgTable, text } from 'drizzle-orm/pg-core';
import type { Preferences } from '#contracts/tonight';

/** One row. The clock is real time plus an offset, or stands still; both only on a demo database. */
export const house = pgTable('house', {
  id: integer('id').primaryKey(),
  name: text().notNull(),
  demo: boolean().notNull(),
  clockOffsetMs: bigint({ mode: 'number' }).notNull(),
  frozenAtEpochMs: bigint({ mode: 'number' }),
  /** The shape of what is derived from the book; an older one is derived anew at start. */
  derivedVersion: integer().notNull().default(1),
});

/** One time zone per house, dated. */
export const houseZones = pgTable('house_zones', {
  fromOn: date({ mode: 'string' }).primaryKey(),
  zone: text().notNull(),
});

/** Mutable, outside the book, per person. */
export const preferences = pgTable('preferences', {
  personId: text().primaryKey(),
  choices: jsonb().$type<Preferences>().notNull(),
});
