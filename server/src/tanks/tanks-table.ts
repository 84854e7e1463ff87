import { boolean, doublePrecision, index, jsonb, pgTable, uuid } from 'drizzle-orm/pg-core';
import type { SetUpPayload } from '#contracts/book';
import { at } from '../columns';

/** Dated set-ups: the one in force at a time gives the net volume a change is a fraction of. */
export const tankSetups = pgTable(
  'tank_setups',
  {
    entryId: uuid().primaryKey(),
    subjectId: uuid().notNull(),
    fromAt: at().notNull(),
    netVolumeL: doublePrecision().notNull(),
    payload: jsonb().$type<SetUpPayload>().notNull(),
    struck: boolean().notNull().default(false),
  },
  (t) => [index('tank_setups_subject').on(t.subjectId, t.fromAt.desc().nullsFirst())],
);
