import { sql, type AnyColumn, type SQL } from 'drizzle-orm';
import { subjectKinds, type Done } from '#contracts/book';
import { at } from '../columns';
import { bigint, date, index, integer, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core';

/**
 * Every word, number and key of what was written: search needs no second copy of the book. Readings are most of a book
 * and say their figures as text, too, so of them only the texts count: a quarter of the work.
 */
export const wordsOf = ({ kind, payload }: { kind: AnyColumn; payload: AnyColumn }): SQL =>
  sql`(case when ${kind} = 'readings' then jsonb_to_tsvector('simple'::regconfig, ${payload}, '["string"]'::jsonb) else jsonb_to_tsvector('simple'::regconfig, ${payload}, '["string", "numeric", "key"]'::jsonb) end)`;

/** The book: append-only; a trigger forbids update, delete and truncate. The sequence is not commit order. */
export const entries = pgTable(
  'entries',
  {
    id: uuid().primaryKey(),
    sequence: bigint({ mode: 'number' }).generatedAlwaysAsIdentity().notNull(),
    kind: text().notNull(),
    kindVersion: integer().notNull(),
    subjectId: uuid().notNull(),
    happenedAt: at().notNull(),
    zone: text().notNull(),
    nightOn: date({ mode: 'string' }).notNull(),
    writtenAt: at().notNull(),
    writtenBy: text().notNull(),
    payload: jsonb().notNull(),
    /** SHA-256 over the canonical JSON of all that the client sent, before storing (jsonb reorders). */
    payloadHash: text().notNull(),
  },
  (t) => [
    index('entries_subject').on(t.subjectId, t.happenedAt.desc().nullsFirst(), t.sequence.desc().nullsFirst()),
    index('entries_time').on(t.happenedAt.desc().nullsFirst(), t.sequence.desc().nullsFirst()),
    index('entries_words').using('gin', wordsOf(t)),
    // Only what a diary is kept of: the many readings and visits cost nothing here.
    index('entries_diary')
      .on(t.kind, t.subjectId, t.happenedAt.desc().nullsFirst())
      .where(sql`kind not in ('set-up', 'source', 'readings', 'change', 'looked', 'note', 'strike')`),
  ],
);

/** What was last done to a subject, by kind of doing: the latest by time, later writing wins a tie. Words are made when it is shown. */
export type SubjectState = Partial<
  Record<
    'looked' | 'change' | 'readings' | 'note' | 'mark' | 'setUp' | 'stock' | 'fed',
    { atEpochMs: number; done: Done }
  >
>;

/**
 * The newest few things of a subject by slot, newest first: what a list of hundreds needs, without probing years of
 * rows. The slices that own a subject give its slots their names and schemas (`tanks/newest`).
 */
export type NewestItem = { atEpochMs: number; sequence: number } & Record<string, unknown>;
export type Newest = Record<string, NewestItem[]>;

/** One identity for anything entries attach to. A projection: rebuilt from the book. */
export const subjects = pgTable('subjects', {
  id: uuid().primaryKey(),
  kind: text({ enum: subjectKinds }).notNull(),
  name: text().notNull(),
  startedOn: date({ mode: 'string' }).notNull(),
  /** The highest number among those entries that move the water or say what it is: what is foreseen rests on them. */
  movedSequence: bigint({ mode: 'number' }).notNull().default(0),
  state: jsonb()
    .$type<SubjectState>()
    .notNull()
    .default(sql`'{}'::jsonb`),
  newest: jsonb()
    .$type<Newest>()
    .notNull()
    .default(sql`'{}'::jsonb`),
});

export const strikes = pgTable(
  'strikes',
  {
    entryId: uuid().primaryKey(),
    struckEntryId: uuid().notNull(),
    /** Null strikes the whole entry. */
    parameter: text(),
    reason: text().notNull(),
    subjectId: uuid().notNull(),
  },
  (t) => [index('strikes_struck').on(t.struckEntryId), index('strikes_subject').on(t.subjectId)],
);
