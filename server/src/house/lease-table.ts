import { pgTable, text } from 'drizzle-orm/pg-core';
import { at } from '../columns';

/** Work that one server does for all: who has it, and until when it is theirs if nothing more is heard of them. */
export const leases = pgTable('leases', {
  name: text().primaryKey(),
  holder: text().notNull(),
  until: at().notNull(),
});
