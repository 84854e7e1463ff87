import {
  descriptorOf,
  hasParts,
  kindAsRead,
  mayStrike,
  namedIn,
  type BookEntry,
  type BookPage,
  type Kind,
  type ReadEntry,
  type SentEntry,
  type StrikePayload,
  type WriteResponse,
} from '#contracts/book';
import type { ParameterId } from '#core/readings';
import { instantMs, dayMs, hourMs, minuteMs } from '#core/units';
import { lineWords, bookAnswers } from '#words/book';
import type { Speech } from '#words/units';
import { badRequest, conflict, notFound, refused, type FieldFault } from '../problems';
import { endedByDeadlock, type Db, type Tx } from '../db';
import type { HouseContext } from '../house';
import {
  entriesById,
  insertEntries,
  insertSubjects,
  lockSubjects,
  otherNamed,
  pageOfEntries,
  readSubjects,
  strikesOf,
  updateSubjects,
  type EntryRow,
  type NewEntryRow,
  type PageQuery,
  type SubjectRow,
} from './book-repo';
import { writeInOneStatement } from './at-once';
import { entryHash, unstorableText } from './canonical';
import type { KindRegistry, ProjectedEntry, SubjectSeed } from './kind';
import { laidOnto, newestWith, notStruck, project, projectedEntry, rebuildSubject } from './projection';

export interface BookDeps {
  db: Db;
  house: HouseContext;
  kinds: KindRegistry;
  by: string;
}

/** "In the future" allows the clocks of two devices five minutes. */
const skewMs = 5 * minuteMs;

/**
 * Writes a batch: all of it or none, each id once. The same id with the same content is acknowledged again; with other
 * content it is a conflict and nothing of the batch is written.
 */
export async function writeEntries(deps: BookDeps, sent: readonly SentEntry[]): Promise<WriteResponse> {
  const batch = sent.map(timed);
  const nowEpochMs = deps.house.clock.nowEpochMs();
  refuseUnstorable(batch);
  const rows = batch.map((entry) => rowOf(deps, entry, nowEpochMs));
  const read = batch.map((entry) => readEntry(deps, entry));
  const inTransaction = () =>
    deps.db.transaction(async (tx) => {
      const known = await lockedSubjects(deps, tx, read);
      const written = await insertEntries(tx, rows);
      const fresh = read.filter((e) => written.has(e.id));
      const repeated = await repeatedSequences(tx, {
        rows,
        written,
        asSent: new Map(sent.map((e) => [e.id, entryHash(e)])),
      });
      await checkEntries(deps, tx, { fresh, known, nowEpochMs });
      await projectFresh(deps, tx, { fresh, rows, written, known });
      return { written, repeated };
    });
  const sequences = await again(async () => {
    const written = await writeInOneStatement(deps, {
      read,
      rows,
      isRight: (entry, subject) => isRight(deps, { entry, subject, nowEpochMs }),
    });
    return written ? { written, repeated: new Map<string, number>() } : inTransaction();
  });
  return {
    nowAt: new Date(nowEpochMs).toISOString(),
    entries: rows.map((row) => ({
      id: row.id,
      sequence: sequences.written.get(row.id) ?? sequences.repeated.get(row.id) ?? 0,
      nightOn: row.nightOn,
      repeated: !sequences.written.has(row.id),
    })),
  };
}

/** Two writes that waited for each other, of which the database ended one: that one is done again. */
async function again<T>(write: () => Promise<T>): Promise<T> {
  for (let triesLeft = 4; ; triesLeft--) {
    try {
      return await write();
    } catch (error) {
      if (triesLeft === 0 || !endedByDeadlock(error)) throw error;
    }
  }
}

/** A time is kept, hashed and exported in one writing, however it was sent. */
export const timed = <E extends SentEntry>(entry: E): E => ({
  ...entry,
  happenedAt: new Date(instantMs(entry.happenedAt) ?? NaN).toISOString(),
});

/** What was sent stays as it was sent; what checks and projectors see is lifted to the version of today. */
export function readEntry({ kinds }: BookDeps, { kindVersion, payload, ...sent }: SentEntry): ReadEntry {
  const kind = kindAsRead(sent.kind, payload);
  const { version } = descriptorOf(kind);
  return { ...sent, kind, kindVersion: version, payload: kinds.read(kind, kindVersion, payload) } as ReadEntry;
}

function refuseUnstorable(batch: readonly SentEntry[]): void {
  const paths = unstorableText(batch, 'entries');
  if (paths.length > 0)
    throw badRequest(paths.map((field) => ({ field, message: bookAnswers.holdsACharacterThatCannot })));
  const ids = batch.map((e) => e.id);
  const doubled = ids.findIndex((id, i) => ids.indexOf(id) !== i);
  if (doubled >= 0) throw badRequest([{ field: `entries.${doubled}.id`, message: bookAnswers.standsTwiceInThisBatch }]);
}

function rowOf({ house, by }: BookDeps, entry: SentEntry, nowEpochMs: number): NewEntryRow {
  const at = new Date(entry.happenedAt);
  return {
    id: entry.id,
    kind: entry.kind,
    kindVersion: entry.kindVersion,
    subjectId: entry.subjectId,
    happenedAt: at,
    zone: house.zoneAt(at.getTime()),
    nightOn: house.nightOnAt(at.getTime()),
    writtenAt: new Date(nowEpochMs),
    writtenBy: by,
    payload: entry.payload,
    payloadHash: entryHash(entry),
  };
}

/** The subjects of the batch, locked; those that the batch itself brings into being are made first. */
async function lockedSubjects(
  { kinds }: BookDeps,
  tx: Tx,
  batch: readonly ReadEntry[],
): Promise<Map<string, SubjectRow>> {
  const seeds = new Map<string, SubjectRow>();
  for (const entry of batch) {
    const seed = kinds.seedOf(entry.kind, entry.payload);
    if (seed && !seeds.has(entry.subjectId))
      seeds.set(entry.subjectId, { id: entry.subjectId, movedSequence: 0, state: {}, newest: {}, ...seed });
  }
  await insertSubjects(
    tx,
    [...seeds.values()].sort((a, b) => a.id.localeCompare(b.id)),
  );
  // What an entry draws on is locked as well: one batch of water is not poured into two tanks at once beyond what is left.
  const own = new Set(batch.map((e) => e.subjectId));
  const drawnOn = batch.flatMap((e) => namedIn(e.kind, e.payload));
  const locked = await lockSubjects(tx, [...new Set([...own, ...drawnOn])]);
  return new Map(locked.filter((s) => own.has(s.id)).map((s) => [s.id, s]));
}

/** What is there already, with the same content; books from before had the time hashed as it was sent. */
async function repeatedSequences(
  tx: Tx,
  {
    rows: all,
    written,
    asSent,
  }: {
    rows: readonly NewEntryRow[];
    written: ReadonlyMap<string, number>;
    asSent: ReadonlyMap<string, string>;
  },
): Promise<Map<string, number>> {
  const rows = all.filter((r) => !written.has(r.id));
  const stored = new Map(
    (
      await entriesById(
        tx,
        rows.map((r) => r.id),
      )
    ).map((r) => [r.id, r]),
  );
  const other = rows.filter((r) => {
    const hash = stored.get(r.id)?.payloadHash;
    return hash !== r.payloadHash && hash !== asSent.get(r.id);
  });
  if (other.length > 0)
    throw conflict(
      bookAnswers.anEntryWithThisId,
      other.map((r) => ({
        field: `entries.${all.indexOf(r)}.id`,
        message: bookAnswers.wasWrittenBeforeWithOther,
      })),
    );
  return new Map([...stored.values()].map((r) => [r.id, r.sequence]));
}

async function checkEntries(
  deps: BookDeps,
  tx: Tx,
  { fresh, known, nowEpochMs }: { fresh: readonly ReadEntry[]; known: Map<string, SubjectRow>; nowEpochMs: number },
): Promise<void> {
  const faults: FieldFault[] = [];
  const struckHere = new Map<string, (ParameterId | undefined)[]>();
  const struckIds = new Set(
    fresh.flatMap((e) => (e.kind === 'strike' && e.payload.parameter === undefined ? [e.payload.entryId] : [])),
  );
  for (const [i, entry] of fresh.entries()) {
    const path = `entries.${i}`;
    const subject = known.get(entry.subjectId);
    if (!subject) throw notFound(subjectWord(entry.kind), `${path}.subjectId`);
    faults.push(...timeFaults({ entry, subject, nowEpochMs, path, deps }));
    if (!descriptorOf(entry.kind).about.includes(subject.kind))
      faults.push({
        field: `${path}.subjectId`,
        message: bookAnswers.isAThisKindOf(subject.kind, subjectWord(entry.kind)),
      });
    const seed = deps.kinds.seedOf(entry.kind, entry.payload);
    if (seed) faults.push(...(await seedFaults(deps, tx, { seed, subject, path, nowEpochMs })));
    if (entry.kind === 'strike') {
      const kind = await checkStrike(tx, {
        strike: entry.payload,
        subjectId: entry.subjectId,
        path: `${path}.payload`,
      });
      const what = { id: entry.payload.entryId, subjectId: entry.subjectId, alsoStruckIds: struckIds };
      const hanging = (await deps.kinds.of(kind).struck?.(tx, what)) ?? [];
      faults.push(...hanging.map((f) => ({ ...f, field: `${path}.payload.${f.field}` })));
      const { entryId, parameter } = entry.payload;
      const before = struckHere.get(entryId) ?? [];
      if (before.some((p) => p === undefined || parameter === undefined || p === parameter))
        throw refused(bookAnswers.thisIsStruckAlready, [
          { field: `${path}.payload.entryId`, message: bookAnswers.isStruckAlready },
        ]);
      struckHere.set(entryId, [...before, parameter]);
    }
    const { faults: faultsOf, lasting, check } = deps.kinds.of(entry.kind);
    const own = [
      ...(faultsOf?.(entry) ?? []),
      ...((await lasting?.(tx, entry)) ?? []),
      ...((await check?.(tx, entry)) ?? []),
    ];
    faults.push(...own.map((f) => ({ ...f, field: `${path}.payload.${f.field}` })));
  }
  if (faults.length > 0) throw badRequest(faults);
}

/** All that `checkEntries` asks of a plain entry. */
function isRight(
  deps: BookDeps,
  { entry, subject, nowEpochMs }: { entry: ReadEntry; subject: SubjectRow; nowEpochMs: number },
): boolean {
  const faults = deps.kinds.of(entry.kind).faults?.(entry) ?? [];
  return (
    descriptorOf(entry.kind).about.includes(subject.kind) &&
    faults.length + timeFaults({ entry, subject, nowEpochMs, path: '', deps }).length === 0
  );
}

const subjectWord = (kind: Kind): string => {
  const { about } = descriptorOf(kind);
  return about.length > 2 ? bookAnswers.tankOrSource : about.join(' or ');
};

export function timeFaults({
  entry,
  subject,
  nowEpochMs,
  path,
  deps,
}: {
  entry: ReadEntry;
  subject: SubjectRow;
  nowEpochMs: number;
  path: string;
  deps: BookDeps;
}): FieldFault[] {
  const at = new Date(entry.happenedAt).getTime();
  if (at > nowEpochMs + skewMs) return [{ field: `${path}.happenedAt`, message: bookAnswers.liesInTheFuture }];
  // The calendar day, not the night: five past midnight on the day it was set up is after it began.
  const dayOn = (epochMs: number): string => deps.house.nightOnAt(epochMs + 12 * hourMs);
  if (!descriptorOf(entry.kind).seeds && dayOn(at) < subject.startedOn)
    return [{ field: `${path}.happenedAt`, message: bookAnswers.liesBeforeExisted(subject.name, subject.startedOn) }];
  return deps.kinds.rules.barred(subject, entry, dayOn).map((f) => ({ ...f, field: `${path}.${f.field}` }));
}

/** A subject that an entry brings into being: not from the future, and no name twice among its kind. */
async function seedFaults(
  { house }: BookDeps,
  tx: Tx,
  { seed, subject, path, nowEpochMs }: { seed: SubjectSeed; subject: SubjectRow; path: string; nowEpochMs: number },
): Promise<FieldFault[]> {
  const faults: FieldFault[] = [];
  if (seed.startedOn > house.nightOnAt(nowEpochMs + dayMs))
    faults.push({ field: `${path}.payload.startedOn`, message: bookAnswers.liesInTheFuture });
  const taken = await otherNamed(tx, { kind: subject.kind, name: seed.name, exceptId: subject.id });
  if (taken !== null)
    faults.push({ field: `${path}.payload.name`, message: bookAnswers.isTheNameOfAnother(subject.kind) });
  return faults;
}

async function checkStrike(
  tx: Tx,
  { strike: { entryId, parameter }, subjectId, path }: { strike: StrikePayload; subjectId: string; path: string },
): Promise<Kind> {
  const [entry] = await entriesById(tx, [entryId]);
  if (entry?.subjectId !== subjectId) throw notFound(bookAnswers.entryOfThisSubject, `${path}.entryId`);
  const no = (title: string, field: 'entryId' | 'parameter' = 'entryId') =>
    refused(title, [{ field: `${path}.${field}`, message: title.charAt(0).toLowerCase() + title.slice(1) }]);
  const { kind } = entry;
  if (descriptorOf(kind).strike === 'never') throw no(bookAnswers.aStrikeCannotBeStruck);
  const before = await strikesOf(tx, [entryId]);
  if (before.some((s) => s.parameter === null || s.parameter === parameter)) throw no(bookAnswers.thisIsStruckAlready);
  if (parameter !== undefined && !hasParts(kind)) throw no(bookAnswers.onlyReadingsHavePartsThat, 'parameter');
  if (!mayStrike(kind, null)) throw no(bookAnswers.aSetUpIsNot);
  return kind;
}

async function projectFresh(
  { kinds }: BookDeps,
  tx: Tx,
  {
    fresh,
    rows,
    written,
    known,
  }: {
    fresh: readonly ReadEntry[];
    rows: readonly NewEntryRow[];
    written: Map<string, number>;
    known: Map<string, SubjectRow>;
  },
): Promise<void> {
  const byId = new Map(rows.map((r) => [r.id, r]));
  const projected = fresh.flatMap((entry) => {
    const row = byId.get(entry.id);
    return row ? [projectedEntry({ ...row, sequence: written.get(entry.id) ?? 0 }, kinds, notStruck)] : [];
  });
  const reaching = new Set(
    projected.filter((e) => reachesBack(e, known.get(e.subjectId), kinds)).map((e) => e.subjectId),
  );
  const plain = projected.filter((e) => !reaching.has(e.subjectId));
  const patches = await project(tx, plain, kinds);
  await updateSubjects(
    tx,
    laidAll(plain, known, kinds).map((s) => ({
      ...s,
      newest: newestWith(
        s.newest,
        patches.filter((p) => p.subjectId === s.id),
      ),
    })),
  );
  for (const id of reaching) await rebuildSubject(tx, id, kinds);
}

/** Strikes, and set-ups of a subject that has been written to already, change what other entries mean. */
function reachesBack(entry: ProjectedEntry<unknown>, subject: SubjectRow | undefined, kinds: KindRegistry): boolean {
  return kinds.reachesBack(entry.kind) && Object.keys(subject?.state ?? {}).length > 0;
}

function laidAll(
  projected: readonly ProjectedEntry<unknown>[],
  known: Map<string, SubjectRow>,
  kinds: KindRegistry,
): SubjectRow[] {
  const laid = new Map<string, SubjectRow>();
  for (const entry of projected) {
    const subject = laid.get(entry.subjectId) ?? known.get(entry.subjectId);
    if (subject) laid.set(entry.subjectId, laidOnto(subject, entry, kinds));
  }
  return [...laid.values()];
}

/** A page of the book, newest first, each entry with its line in plain words and its strike. */
export async function readPage(
  deps: Pick<BookDeps, 'db' | 'kinds' | 'house'>,
  query: PageQuery,
  speech: Speech,
): Promise<BookPage> {
  const rows = await pageOfEntries(deps.db, query);
  const last = rows.length === query.limit ? rows.at(-1) : undefined;
  return {
    nowAt: new Date(deps.house.clock.nowEpochMs()).toISOString(),
    entries: await printed(deps, rows, speech),
    olderThan: last ? `${last.happenedAt.toISOString()}/${last.sequence}` : null,
  };
}

async function printed(
  { db, kinds }: Pick<BookDeps, 'db' | 'kinds'>,
  rows: readonly EntryRow[],
  speech: Speech,
): Promise<BookEntry[]> {
  const strikes = await strikesOf(
    db,
    rows.map((r) => r.id),
  );
  const payloads = rows.map((r) => kinds.read(r.kind, r.kindVersion, r.payload));
  const named = rows.flatMap((r, i) => namedIn(r.kind, payloads[i]));
  const subjects = await readSubjects(db, [...new Set([...rows.map((r) => r.subjectId), ...named])]);
  const names = new Map(subjects.map((s) => [s.id, s.name]));
  const nameOf = (id: string): string => names.get(id) ?? 'unknown';
  return rows.map((row, i) => {
    const own = strikes.filter((s) => s.struckEntryId === row.id);
    const [first] = own;
    return {
      id: row.id,
      sequence: row.sequence,
      kind: row.kind,
      kindVersion: row.kindVersion,
      subjectId: row.subjectId,
      subjectName: nameOf(row.subjectId),
      happenedAt: row.happenedAt.toISOString(),
      nightOn: row.nightOn,
      writtenAt: row.writtenAt.toISOString(),
      by: row.writtenBy,
      line: lineWords(speech, row.kind, payloads[i] as never, nameOf),
      struck: first
        ? {
            entryId: first.entryId,
            reason: first.reason,
            parameters: own.flatMap((s) => (s.parameter === null ? [] : [s.parameter as ParameterId])),
          }
        : null,
      payload: row.payload,
    };
  });
}
