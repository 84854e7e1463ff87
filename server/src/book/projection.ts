import { kindAsRead, type StrikePayload } from '#contracts/book';
import type { Db, Tx } from '../db';
import {
  allSubjectIds,
  entriesOfSubject,
  insertRows,
  insertSubjects,
  lockSubjects,
  updateSubjects,
  type EntryRow,
  type SubjectRow,
} from './book-repo';
import type { Newest } from './book-table';
import type { KindRegistry, NewestPatch, ProjectedEntry } from './kind';

/** Lays one entry onto what is known of its subject: pure, so that writing and rebuilding cannot differ. */
export function laidOnto(subject: SubjectRow, entry: ProjectedEntry<unknown>, kinds: KindRegistry): SubjectRow {
  if (entry.struck.whole) return subject;
  const { done, moves } = kinds.of(entry.kind);
  const left = done?.(entry.payload as never);
  const atEpochMs = entry.happenedAt.getTime();
  const laid = { ...subject };
  if (moves) laid.movedSequence = Math.max(subject.movedSequence, entry.sequence);
  if (left) {
    const last = subject.state[left.slot];
    if (!last || atEpochMs >= last.atEpochMs) {
      laid.state = { ...subject.state, [left.slot]: { atEpochMs, done: left.done } };
      const seed = left.slot === 'setUp' ? kinds.seedOf(entry.kind, entry.payload as never) : null;
      if (seed) Object.assign(laid, { name: seed.name, startedOn: seed.startedOn });
    }
  }
  return laid;
}

export function projectedEntry(
  row: Pick<EntryRow, 'id' | 'sequence' | 'subjectId' | 'happenedAt' | 'kindVersion'> & {
    payload: unknown;
    kind: string;
  },
  kinds: KindRegistry,
  struck: ProjectedEntry<unknown>['struck'],
): ProjectedEntry<unknown> {
  const kind = kindAsRead(row.kind, row.payload);
  return {
    id: row.id,
    sequence: row.sequence,
    kind,
    subjectId: row.subjectId,
    happenedAt: row.happenedAt,
    payload: kinds.read(kind, row.kindVersion, row.payload),
    struck,
  };
}

/** Hands the entries to their kinds: strikes and set-ups first, because the rest may hang on them. One statement a kind. */
export async function project(
  tx: Tx,
  entries: readonly ProjectedEntry<unknown>[],
  kinds: KindRegistry,
): Promise<NewestPatch[]> {
  const patches: NewestPatch[] = [];
  for (const kind of kinds.inOrder) {
    const own = entries.filter((e) => e.kind === kind);
    if (own.length === 0) continue;
    const module = kinds.of(kind);
    if (module.rows) await insertRows(tx, module.rows(own as never));
    patches.push(...((await module.project?.(tx, own as never)) ?? []), ...own.flatMap((e) => patchesOf(e, kinds)));
  }
  return patches;
}

/** What an entry puts into the newest of its subject. */
export const patchesOf = (
  { id, kind, sequence, subjectId, happenedAt, payload, struck }: ProjectedEntry<unknown>,
  kinds: KindRegistry,
): NewestPatch[] =>
  struck.whole
    ? []
    : (kinds.of(kind).newly?.(payload as never, id, struck.parameters) ?? []).map(({ key, fact, keepCount }) => ({
        subjectId,
        key,
        item: { atEpochMs: happenedAt.getTime(), sequence, ...fact },
        keepCount,
      }));

/** The newest few with the patches laid in: by time, then by sequence, so that the order of writing does not matter. */
export function newestWith(newest: Newest, patches: readonly NewestPatch[]): Newest {
  if (patches.length === 0) return newest;
  const laid = { ...newest };
  for (const { key, item, keepCount } of patches)
    laid[key] = [...(laid[key] ?? []), item]
      .sort((a, b) => b.atEpochMs - a.atEpochMs || b.sequence - a.sequence)
      .slice(0, keepCount);
  return laid;
}

/** Makes all that is derived of one subject anew from its entries. The subject must be locked by the caller. */
export async function rebuildSubject(tx: Tx, subjectId: string, kinds: KindRegistry): Promise<void> {
  const rows = await entriesOfSubject(tx, subjectId);
  const struck = strikesFrom(rows, kinds);
  const projected = rows.map((row) => projectedEntry(row, kinds, struck.get(row.id) ?? notStruck));
  const seeds = projected.flatMap((e) => kinds.seedOf(e.kind, e.payload as never) ?? []);
  const [seed] = seeds;
  if (!seed) return;
  for (const kind of kinds.inOrder) await kinds.of(kind).clear?.(tx, subjectId);
  const blank: SubjectRow = { id: subjectId, movedSequence: 0, state: {}, newest: {}, ...seed };
  await insertSubjects(tx, [blank]);
  const patches = await project(tx, projected, kinds);
  const laid = projected.reduce((subject, entry) => laidOnto(subject, entry, kinds), blank);
  await updateSubjects(tx, [{ ...laid, newest: newestWith({}, patches) }]);
}

export const notStruck: ProjectedEntry<unknown>['struck'] = { whole: false, parameters: [] };

function strikesFrom(
  rows: readonly EntryRow[],
  kinds: KindRegistry,
): Map<string, { whole: boolean; parameters: string[] }> {
  const struck = new Map<string, { whole: boolean; parameters: string[] }>();
  for (const row of rows.filter((r) => r.kind === 'strike')) {
    const { entryId, parameter } = kinds.read('strike', row.kindVersion, row.payload) as StrikePayload;
    const known = struck.get(entryId) ?? { whole: false, parameters: [] };
    struck.set(
      entryId,
      parameter === undefined ? { ...known, whole: true } : { ...known, parameters: [...known.parameters, parameter] },
    );
  }
  return struck;
}

/** Rebuilds every projection from the book, a transaction a subject; safe while the house is in use. */
export async function rebuildAll(db: Db, kinds: KindRegistry): Promise<number> {
  const ids = await allSubjectIds(db);
  for (const id of ids)
    await db.transaction(async (tx) => {
      await lockSubjects(tx, [id]);
      await rebuildSubject(tx, id, kinds);
    });
  return ids.length;
}
