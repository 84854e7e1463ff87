import { json, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { at } from '../columns';

/**
 * Forecasts that were made, so that a restart, or another server on the same database, need not make them again. Derived
 * of derived: it may be emptied at any time.
 */
export const prospects = pgTable('prospects', {
  tankId: uuid().primaryKey(),
  /** What it was made of: another mark, and it is made anew. */
  mark: text().notNull(),
  value: json().notNull(),
  madeAt: at().notNull(),
});
