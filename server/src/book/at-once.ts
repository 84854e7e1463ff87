import { namedIn, type ReadEntry } from '#contracts/book';
import { alreadyThere, type Db } from '../db';
import { insertAtOnce, readSubjectVersions, sequenceToCome, type NewEntryRow, type ReadSubject } from './book-repo';
import type { KindRegistry } from './kind';
import { laidOnto, newestWith, notStruck, patchesOf, projectedEntry } from './projection';

/** So many subjects are remembered as they were last written or read. */
const mostKept = 400;
/** A batch of more is written in the long way, where a statement a kind is cheap. */
const mostEntries = 100;

/** Subjects as this process last saw them, by their database. A memory only: a write holds if the row is still that one. */
const memories = new WeakMap<Db, Map<string, ReadSubject>>();

/**
 * Writes entries that hang on nothing but their own subjects in one statement. Null where that cannot be: an entry of
 * another kind, something wrong with one of them, an id that is known, a subject that others write to just now. Then
 * nothing is written, and the long way says what is to be said.
 */
export async function writeInOneStatement(
  { db, kinds }: { db: Db; kinds: KindRegistry },
  {
    read,
    rows,
    isRight,
  }: {
    read: readonly ReadEntry[];
    rows: readonly NewEntryRow[];
    /** Whether the entry may be written to its subject as it is known. */
    isRight: (entry: ReadEntry, subject: ReadSubject['row']) => boolean;
  },
): Promise<Map<string, number> | null> {
  const ids = new Set(read.map((e) => e.subjectId));
  if (ids.size < read.length || read.length > mostEntries) return null;
  if (!read.every((e) => kinds.isPlain(e.kind) && namedIn(e.kind, e.payload).length === 0)) return null;
  const memory = memories.get(db) ?? new Map<string, ReadSubject>();
  memories.set(db, memory);
  // What is remembered may be old: then once more with what is there now.
  for (const remembered of [true, false]) {
    const known = await subjectsOf(db, { memory, ids: [...ids], remembered });
    const laid: ReadSubject[] = [];
    const derived: Parameters<typeof insertAtOnce>[1]['derived'][number][] = [];
    for (const kind of kinds.inOrder) {
      const own = read.flatMap((entry, i) => {
        const [subject, row] = [known.get(entry.subjectId), rows[i]];
        return entry.kind === kind && subject && row && isRight(entry, subject.row) ? [{ subject, row }] : [];
      });
      const projected = own.map(({ row }) => projectedEntry({ ...row, sequence: sequenceToCome }, kinds, notStruck));
      const insert = kinds.of(kind).rows?.(projected as never);
      if (insert && projected.length > 0) derived.push(insert);
      for (const [i, entry] of projected.entries()) {
        const subject = own[i]?.subject;
        if (!subject) continue;
        const row = laidOnto(subject.row, entry, kinds);
        laid.push({ ...subject, row: { ...row, newest: newestWith(row.newest, patchesOf(entry, kinds)) } });
      }
    }
    if (laid.length < read.length) return null;
    try {
      const written = await insertAtOnce(db, { entries: rows, subjects: laid, derived });
      for (const { subject } of written) keep(memory, subject);
      if (written.length > 0) {
        const sequenceOf = new Map(written.map(({ subject, sequence }) => [subject.row.id, sequence]));
        return new Map(read.map((e) => [e.id, sequenceOf.get(e.subjectId) ?? 0]));
      }
    } catch (error) {
      if (alreadyThere(error)) return null;
      throw error;
    }
  }
  return null;
}

async function subjectsOf(
  db: Db,
  { memory, ids, remembered }: { memory: Map<string, ReadSubject>; ids: string[]; remembered: boolean },
): Promise<Map<string, ReadSubject>> {
  const unknown = remembered ? ids.filter((id) => !memory.has(id)) : ids;
  if (unknown.length > 0) for (const subject of await readSubjectVersions(db, unknown)) keep(memory, subject);
  return new Map(
    ids.flatMap((id) => {
      const subject = memory.get(id);
      return subject ? [[id, subject] as const] : [];
    }),
  );
}

/** The one that was used longest ago goes first. */
function keep(memory: Map<string, ReadSubject>, subject: ReadSubject): void {
  memory.delete(subject.row.id);
  memory.set(subject.row.id, subject);
  for (const id of memory.keys()) {
    if (memory.size <= mostKept) break;
    memory.delete(id);
  }
}
