import type { LedgerEntry } from '#core/readings';
import type { BookEntry, NewEntry } from '#contracts/book';
import { bookEntry } from '../readings/ledger-entries';

const writable = ['readings', 'change', 'seen', 'looked', 'dose', 'fed', 'note'] as const;
/** Entries that can be said as a line, and so be amended by one. */
export const canAmend = ({ kind, struck }: BookEntry): boolean =>
  writable.some((k) => k === kind) && (struck?.parameters.length ?? 1) !== 0;

/** What still stands of an entry, as the ledger line knows it. */
export function asLedgerEntry(entry: BookEntry): LedgerEntry {
  const { kind, subjectId, happenedAt, struck } = entry;
  const payload = entry.payload as Extract<NewEntry, { kind: 'readings' }>['payload'];
  const standing =
    kind === 'readings' && struck
      ? { ...payload, values: payload.values.filter((v) => !struck.parameters.includes(v.parameter)) }
      : payload;
  return { kind, subjectId, atEpochMs: Date.parse(happenedAt), payload: standing } as unknown as LedgerEntry;
}

/**
 * The strike of the old entry and the new ones, for one request. What a line cannot say of a reading (with which
 * instrument it was taken, what speaks against that) goes on with a value that was left as it was; of a change the water
 * that was known goes on where the source is the same. Advice that was given was given for the old figures, and ends.
 */
export function amendment({
  old,
  entries,
  ids,
  reason,
  insisted,
  nowIso,
}: {
  old: BookEntry;
  entries: readonly LedgerEntry[];
  ids: readonly string[];
  reason: string;
  insisted: boolean;
  nowIso: string;
}): NewEntry[] {
  const strike: NewEntry = {
    id: ids[0] ?? '',
    kind: 'strike',
    kindVersion: 1,
    subjectId: old.subjectId,
    happenedAt: nowIso,
    payload: { entryId: old.id, reason: reason.trim() || 'amended' },
  };
  return [strike, ...entries.map((entry, i) => carriedOver(old, bookEntry({ entry, id: ids[i + 1] ?? '', insisted })))];
}

function carriedOver(old: BookEntry, made: NewEntry): NewEntry {
  if (made.kind === 'readings' && old.kind === 'readings') {
    const before = (old.payload as typeof made.payload).values;
    const values = made.payload.values.map((value) => {
      const was = before.find((b) => b.parameter === value.parameter);
      const same = was?.lo === value.lo && was.hi === value.hi;
      return was && same ? { ...was } : value;
    });
    return { ...made, payload: { ...made.payload, values } };
  }
  if (made.kind === 'change' && old.kind === 'change') {
    const was = old.payload as typeof made.payload;
    const water = was.sourceId === made.payload.sourceId ? { ...was.water, ...made.payload.water } : made.payload.water;
    return { ...made, payload: { ...made.payload, water } };
  }
  return made;
}
