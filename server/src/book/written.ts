import type { Db } from '../db';

export interface WrittenEntry {
  kind: string;
  subjectId: string;
}
type Heard = (entries: readonly WrittenEntry[]) => void;

/** Whoever keeps something derived of a book in memory, by the database the book is in. */
const listeners = new WeakMap<Db, Set<Heard>>();

/** Hears of every write that may have reached the book, after it was tried: also one whose answer was lost. */
export function onWritten(db: Db, heard: Heard): void {
  const known = listeners.get(db);
  if (known) known.add(heard);
  else listeners.set(db, new Set([heard]));
}
export const tellWritten = (db: Db, entries: readonly WrittenEntry[]): void => {
  for (const heard of listeners.get(db) ?? []) heard(entries);
};
