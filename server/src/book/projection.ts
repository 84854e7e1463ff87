import type { Kind, StrikePayload } from '#contracts/book';
import type { Db, Tx } from '../db';
import {
  allSubjectIds,
  entriesOfSubject,
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
  const module = kinds.of(entry.kind);
  const done = module.state?.(entry.payload);
  const atEpochMs = entry.happenedAt.getTime();
  const laid = { ...subject };
  if (done) {
    const last = subject.state[done.slot];
    if (!last || atEpochMs >= last.atEpochMs) {
      laid.state = { ...subject.state, [done.slot]: { atEpochMs, text: done.text } };
      if (done.slot === 'setUp' && module.seeds) Object.assign(laid, pick(module.seeds(entry.payload)));
    }
  }
  return laid;
}
const pick = ({ name, startedOn }: { name: string; startedOn: string }): { name: string; startedOn: string } => ({
  name,
  startedOn,
});

export function projectedEntry(
  row: Omit<EntryRow, 'payload' | 'kind'> & { payload: unknown; kind: string },
  kinds: KindRegistry,
  struck: ProjectedEntry<unknown>['struck'],
): ProjectedEntry<unknown> {
  return {
    id: row.id,
    sequence: row.sequence,
    kind: row.kind as Kind,
    subjectId: row.subjectId,
    happenedAt: row.happenedAt,
    payload: kinds.of(row.kind).read(row.payload, row.kindVersion),
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
  for (const module of kinds.all()) {
    const own = entries.filter((e) => e.kind === module.kind);
    if (own.length > 0) patches.push(...((await module.project?.(tx, own)) ?? []));
  }
  return patches;
}

/** The newest few with the patches laid in: by time, then by sequence, so that the order of writing does not matter. */
export function newestWith(newest: Newest, patches: readonly NewestPatch[]): Newest {
  if (patches.length === 0) return newest;
  const laid = { ...newest };
  for (const { key, item, keepCount } of patches)
    laid[key] = [...(laid[key] ?? []), item].sort((a, b) => b[0] - a[0] || b[1] - a[1]).slice(0, keepCount);
  return laid;
}

/** Makes all that is derived of one subject anew from its entries. The subject must be locked by the caller. */
export async function rebuildSubject(tx: Tx, subjectId: string, kinds: KindRegistry): Promise<void> {
  const rows = await entriesOfSubject(tx, subjectId);
  const struck = strikesFrom(rows, kinds);
  const projected = rows.map((row) => projectedEntry(row, kinds, struck.get(row.id) ?? notStruck));
  const seed = projected.find((e) => kinds.of(e.kind).seeds !== undefined);
  if (!seed) return;
  for (const module of kinds.all()) await module.clear?.(tx, subjectId);
  const blank: SubjectRow = {
    id: subjectId,
    state: {},
    newest: {},
    ...(kinds.of(seed.kind).seeds?.(seed.payload) ?? { kind: 'tank', name: '', startedOn: '1970-01-01' }),
  };
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
    const { entryId, parameter } = kinds.of('strike').read(row.payload, row.kindVersion) as StrikePayload;
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
