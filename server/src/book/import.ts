import * as v from 'valibot';
import { instantMs } from '#core/units';
import type { exportedEntry, exportedBook } from '#contracts/book';
import {
  descriptorOf,
  kindAsRead,
  newEntry,
  photoPayload,
  type ImportReport,
  type Kind,
  type SentEntry,
} from '#contracts/book';
import { bookAnswers } from '#words/book';
import {
  bookIsEmpty,
  entriesById,
  insertEntries,
  insertNumbered,
  insertSubjects,
  lockSubjects,
  type NewEntryRow,
} from './book-repo';
import { readEntry, timed, type BookDeps } from './book-service';
import { entryHash, hashedInAnotherWriting, unstorableText } from './canonical';
import { saidIn } from '../problems';
import type { Visit } from '../house';
import { standingFaults, type RowFault } from './import-checks';
import type { Photo } from './photo';
import { knownPhotos, storePhoto } from './photo-repo';
import type { PhotoRoom } from './photo-service';
import { rebuildSubject } from './projection';

type Exported = v.InferOutput<typeof exportedEntry>;
type Fault = RowFault;
const shownFaultCount = 200;
/** Thrown to roll a trial back: nothing of it stays. */
class TrialEnds extends Error {}

/**
 * Takes an exported book in: all of it or nothing. Each row is checked as if it were written now, and its hash against
 * its content; rows that are in the book already are left. A dry run does everything and undoes it.
 */
export async function importBook(
  deps: BookDeps,
  {
    dryRun,
    keepOldFaults,
    book,
    photos,
    room,
    visit,
  }: {
    visit: Visit;
    dryRun: boolean;
    /** Rows that would be refused today are taken in all the same; what was altered or is no entry never is. */
    keepOldFaults: boolean;
    book: v.InferOutput<typeof exportedBook>;
    photos: ReadonlyMap<string, Uint8Array>;
    room: PhotoRoom;
  },
): Promise<ImportReport> {
  const told = (all: readonly Fault[]): ImportReport['faults'] =>
    all.slice(0, shownFaultCount).map((f) => ({ ...f, message: saidIn(visit.speech, f.message) }));
  const faults = book.entries.flatMap((entry, i) => rowFaults(deps, entry, i));
  const doubled = new Set<string>();
  for (const [i, { id }] of book.entries.entries()) {
    if (doubled.has(id)) faults.push({ rowIndex: i + 1, message: bookAnswers.itsIdStandsTwiceIn });
    doubled.add(id);
  }
  const named = hashesNamed(book.entries);
  const brought = [...photos].filter(([hash]) => named.has(hash));
  const checked: Photo[] = [];
  for (const [hash, bytes] of brought) {
    const made = await room.checked(bytes, hash);
    if ('photo' in made) checked.push(made.photo);
    else faults.push({ rowIndex: 0, message: `the photo ${hash.slice(0, 12)}… ${made.fault}` });
  }
  const here = await knownPhotos(deps.db, [...named]);
  const base = {
    dryRun,
    rowCount: book.entries.length,
    house: book.house,
    photosCount: checked.length,
    missingPhotosCount: [...named].filter((hash) => !here.has(hash) && !photos.has(hash)).length,
  };
  if (faults.length > 0)
    return {
      ...base,
      newCount: 0,
      knownCount: 0,
      written: false,
      faults: told(faults),
      faultCount: faults.length,
      mayKeep: false,
    };
  const old: Fault[] = [];
  let [newCount, knownCount] = [0, 0];
  try {
    await deps.db.transaction(async (tx) => {
      const ordered = [...book.entries].sort((a, b) => a.sequence - b.sequence);
      const known = new Map(
        (
          await entriesById(
            tx,
            ordered.map((e) => e.id),
          )
        ).map((e) => [e.id, e.payloadHash]),
      );
      for (const [i, entry] of ordered.entries())
        if (known.has(entry.id) && known.get(entry.id) !== entry.payloadHash)
          faults.push({ rowIndex: i + 1, message: bookAnswers.isInThisBookAlready });
      if (faults.length > 0) throw new TrialEnds();
      const fresh = ordered.filter((e) => !known.has(e.id));
      [newCount, knownCount] = [fresh.length, ordered.length - fresh.length];
      const seeds = new Map<string, Exported>();
      for (const entry of fresh)
        if (descriptorOf(kindOf(entry)).seeds && !seeds.has(entry.subjectId)) seeds.set(entry.subjectId, entry);
      await insertSubjects(
        tx,
        [...seeds].map(([id, entry]) => {
          const seed = deps.kinds.seedOf(
            kindOf(entry),
            deps.kinds.read(kindOf(entry), entry.kindVersion, entry.payload),
          );
          if (!seed) throw new Error('a seed without a subject');
          return { id, movedSequence: 0, state: {}, newest: {}, ...seed };
        }),
      );
      const subjectIds = [...new Set(fresh.map((e) => e.subjectId))];
      const subjects = new Set((await lockSubjects(tx, subjectIds)).map((s) => s.id));
      for (const [i, entry] of ordered.entries())
        if (!known.has(entry.id) && !subjects.has(entry.subjectId))
          faults.push({ rowIndex: i + 1, message: bookAnswers.belongsToNothingInThe });
      if (faults.length > 0) throw new TrialEnds();
      const first = await bookIsEmpty(tx);
      // An empty house takes the numbers over, too.
      const numbers = new Set<number>();
      for (const [i, { sequence }] of book.entries.entries()) {
        if (first && numbers.has(sequence))
          faults.push({ rowIndex: i + 1, message: bookAnswers.itsNumberSequenceStandsTwice });
        numbers.add(sequence);
      }
      if (faults.length > 0) throw new TrialEnds();
      for (let i = 0; i < fresh.length; i += 1000) {
        const part = fresh.slice(i, i + 1000);
        if (first)
          await insertNumbered(
            tx,
            part.map((e) => ({ ...rowOf(e), sequence: e.sequence })),
          );
        else await insertEntries(tx, part.map(rowOf));
      }
      for (const photo of checked) await storePhoto(tx, photo, deps.house.clock.nowEpochMs());
      for (const id of subjectIds.sort()) await rebuildSubject(tx, id, deps.kinds);
      const place = new Map(book.entries.map((e, i) => [e.id, i + 1]));
      const rows = fresh.map((e) => ({ rowIndex: place.get(e.id) ?? 0, entry: readEntry(deps, timed(sentOf(e))) }));
      old.push(...(await standingFaults(deps, tx, { rows, nowEpochMs: deps.house.clock.nowEpochMs() })));
      const freshIds = new Set(fresh.map((e) => e.id));
      for (const { entryId, final, field, message } of await deps.kinds.rules.standing(tx, subjectIds))
        if (freshIds.has(entryId))
          (final ? faults : old).push({
            rowIndex: place.get(entryId) ?? 0,
            message: (speech) => `${field}: ${saidIn(speech, message)}`,
          });
      // What harms people is in no book, however openly.
      if (faults.length > 0) throw new TrialEnds();
      if (dryRun || (old.length > 0 && !keepOldFaults)) throw new TrialEnds();
    });
  } catch (error) {
    if (!(error instanceof TrialEnds)) throw error;
  }
  return {
    ...base,
    newCount,
    knownCount,
    written: !dryRun && faults.length === 0 && (old.length === 0 || keepOldFaults),
    faults: told([...faults, ...old]),
    faultCount: faults.length + old.length,
    mayKeep: faults.length === 0 && old.length > 0,
  };
}

const kindOf = ({ kind, payload }: Exported): Kind => kindAsRead(kind, payload);

/** The photos that entries of the book name. */
function hashesNamed(rows: readonly Exported[]): Set<string> {
  return new Set(
    rows.flatMap((row) => (row.kind === 'photo' && v.is(photoPayload, row.payload) ? [row.payload.photoHash] : [])),
  );
}

/** A row as if it were sent now, and whether its content is what was hashed when it was written. */
function rowFaults(deps: BookDeps, entry: Exported, i: number): Fault[] {
  const { kind } = entry;
  const sent = sentOf(entry);
  const read = v.safeParse(newEntry, sent);
  if (!read.success)
    return [{ rowIndex: i + 1, message: `${v.getDotPath(read.issues[0]) ?? kind}: ${read.issues[0].message}` }];
  if (unstorableText(sent).length > 0) return [{ rowIndex: i + 1, message: bookAnswers.holdsACharacterThatCannotBe }];
  if (
    entryHash(read.output) !== entry.payloadHash &&
    entryHash(sent) !== entry.payloadHash &&
    !hashedInAnotherWriting(read.output, entry.payloadHash) &&
    !hashedInAnotherWriting(sent, entry.payloadHash)
  )
    return [{ rowIndex: i + 1, message: bookAnswers.wasAlteredAfterItWas }];
  const meant = readEntry(deps, timed(read.output));
  return (deps.kinds.of(meant.kind).unprojectable?.(meant) ?? []).map(({ field, message }) => ({
    rowIndex: i + 1,
    message: (speech) => `${field}: ${saidIn(speech, message)}`,
  }));
}

const sentOf = ({ id, kind, kindVersion, subjectId, happenedAt, payload }: Exported): SentEntry => ({
  id,
  kind,
  kindVersion,
  subjectId,
  happenedAt,
  payload,
});

/** By the one parser of times: what it takes, others may read as another day or none. */
const timeOf = (text: string): Date => new Date(instantMs(text) ?? NaN);
const rowOf = (e: Exported): NewEntryRow => ({
  id: e.id,
  kind: e.kind,
  kindVersion: e.kindVersion,
  subjectId: e.subjectId,
  happenedAt: timeOf(e.happenedAt),
  zone: e.zone,
  nightOn: e.nightOn,
  writtenAt: timeOf(e.writtenAt),
  writtenBy: e.by,
  payload: e.payload,
  payloadHash: e.payloadHash,
});
