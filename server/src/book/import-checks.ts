import { descriptorOf, mayStrike, type ReadEntry } from '#contracts/book';
import { bookAnswers } from '#words/book';
import type { Tx } from '../db';
import { entriesById, namesakes, readSubjects } from './book-repo';
import { saidIn, type Said } from '../problems';
import { timeFaults, type BookDeps } from './book-service';

export interface RowFault {
  rowIndex: number;
  message: Said;
}
export interface ImportedRow {
  rowIndex: number;
  entry: ReadEntry;
}

/**
 * What would be refused today, each row at its own time: the future, days before a subject was there, the wrong kind of
 * subject, names twice, strikes of strikes and of what is struck, and what each kind says of itself whenever it is asked
 * (`lasting`). Asked once all rows are in place, inside the transaction. What is struck is wrong by its keeper's own word
 * and not asked about.
 */
export async function standingFaults(
  deps: BookDeps,
  tx: Tx,
  { rows, nowEpochMs }: { rows: readonly ImportedRow[]; nowEpochMs: number },
): Promise<RowFault[]> {
  const subjects = new Map(
    (await readSubjects(tx, [...new Set(rows.map((r) => r.entry.subjectId))])).map((s) => [s.id, s]),
  );
  const struck = new Set(rows.flatMap(({ entry }) => (entry.kind === 'strike' ? [entry.payload.entryId] : [])));
  const faults: RowFault[] = [...(await nameFaults(tx, rows)), ...(await strikeFaults(tx, rows))];
  for (const { rowIndex, entry } of rows) {
    const subject = subjects.get(entry.subjectId);
    if (!subject) continue;
    const say = (message: Said): void => void faults.push({ rowIndex, message });
    for (const { message } of timeFaults({ entry, subject, nowEpochMs, path: '', deps })) say(message);
    if (!descriptorOf(entry.kind).about.includes(subject.kind)) say(bookAnswers.doesNotGoToA(subject.kind));
    if (struck.has(entry.id)) continue;
    const { faults: faultsOf, lasting } = deps.kinds.of(entry.kind);
    for (const { field, message } of [...(faultsOf?.(entry) ?? []), ...((await lasting?.(tx, entry)) ?? [])])
      say((speech) => `${field}: ${saidIn(speech, message)}`);
  }
  return faults.sort((a, b) => a.rowIndex - b.rowIndex);
}

/** Subjects that these rows brought into being under a name that another of their kind has. */
async function nameFaults(tx: Tx, rows: readonly ImportedRow[]): Promise<RowFault[]> {
  const firstRow = new Map<string, number>();
  for (const { rowIndex, entry } of rows)
    if (descriptorOf(entry.kind).seeds && !firstRow.has(entry.subjectId)) firstRow.set(entry.subjectId, rowIndex);
  const doubled = await namesakes(tx, [...firstRow.keys()]);
  return doubled.map(({ id, kind, name }) => ({
    rowIndex: firstRow.get(id) ?? 0,
    message: bookAnswers.isTheNameOfAnotherForName(name, kind),
  }));
}

async function strikeFaults(tx: Tx, rows: readonly ImportedRow[]): Promise<RowFault[]> {
  const strikes = rows.flatMap(({ rowIndex, entry }) =>
    entry.kind === 'strike' ? [{ rowIndex, subjectId: entry.subjectId, ...entry.payload }] : [],
  );
  const meant = new Map(
    (
      await entriesById(
        tx,
        strikes.map((s) => s.entryId),
      )
    ).map((e) => [e.id, e]),
  );
  const before = new Map<string, (string | undefined)[]>();
  return strikes.flatMap(({ rowIndex, subjectId, entryId, parameter }): RowFault[] => {
    const entry = meant.get(entryId);
    if (entry?.subjectId !== subjectId) return [{ rowIndex, message: bookAnswers.strikesWhatIsNoEntry }];
    if (!mayStrike(entry.kind, null)) return [{ rowIndex, message: `strikes a ${entry.kind}` }];
    const parts = before.get(entryId) ?? [];
    before.set(entryId, [...parts, parameter]);
    return parts.some((p) => p === undefined || parameter === undefined || p === parameter)
      ? [{ rowIndex, message: bookAnswers.strikesWhatIsStruckAlready }]
      : [];
  });
}
