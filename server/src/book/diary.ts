import { kindAsRead, kindsWhere, lifted, type Kind, type ReadPayloadOf } from '#contracts/book';
import type { Db, Tx } from '../db';
import { pageOfDiary, type RawDiaryRow } from './book-repo';

/** Kinds that an index of its own is kept for: the many readings and visits are not among them. */
export const diaryKinds: readonly Kind[] = kindsWhere((d) => d.diary);
/** The others, as the index names them; a test holds the two together. */
export const notInDiary: readonly Kind[] = kindsWhere((d) => !d.diary);

/** One entry that is not struck, its payload as its kind reads it. */
export type DiaryRow<K extends Kind = Kind> = {
  [Of in K]: {
    entryId: string;
    kind: Of;
    subjectId: string;
    atEpochMs: number;
    /** The night it belongs to, by the zone of the house when it was written. */
    nightOn: string;
    sequence: number;
    payload: ReadPayloadOf<Of>;
  };
}[K];

export interface DiaryQuery<K extends Kind> {
  kinds: readonly K[];
  subjectIds?: readonly string[];
  sinceEpochMs?: number;
  /** Also what was written of a tank before it was begun anew. */
  wholeLife?: boolean;
}

/** So many are read at a time: a long diary is never one answer of the database. */
const pageRowsCount = 5000;

/** Entries of these kinds that are not struck, oldest first, however many; of some subjects or of all; of a tank that was begun anew since then. */
export async function readDiary<K extends Kind>(
  { db }: { db: Db | Tx },
  { kinds, subjectIds, sinceEpochMs = 0, wholeLife = false }: DiaryQuery<K>,
): Promise<DiaryRow<K>[]> {
  const all: DiaryRow<K>[] = [];
  let after: Pick<RawDiaryRow, 'happenedAt' | 'sequence'> | null = null;
  for (;;) {
    const rows: RawDiaryRow[] = await pageOfDiary(db, {
      ...{ kinds, subjectIds, sinceEpochMs, after, wholeLife },
      limit: pageRowsCount,
    });
    for (const { id, kind, version, subjectId, atEpochMs, nightOn, sequence, payload } of rows) {
      const read = kindAsRead(kind, payload);
      all.push({
        entryId: id,
        kind: read,
        subjectId,
        atEpochMs,
        nightOn,
        sequence,
        payload: lifted(read, version, payload),
      } as unknown as DiaryRow<K>);
    }
    after = rows.length === pageRowsCount ? (rows.at(-1) ?? null) : null;
    if (after === null) return all;
  }
}

/** Those of one kind among them. */
export const ofKind = <K extends Kind>(rows: readonly DiaryRow[], kind: K): DiaryRow<K>[] =>
  rows.filter((row) => row.kind === kind) as unknown as DiaryRow<K>[];
