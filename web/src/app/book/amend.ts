import type { LedgerEntry, ParameterId } from '#core/readings';
import { entryOf, mayAmendAsLine, type BookEntry, type NewEntry } from '#contracts/book';
import { bookEntry } from '../readings';

/** Entries that can be said as a line, and so be amended by one. */
export const canAmend = ({ kind, struck }: BookEntry): boolean =>
  mayAmendAsLine(kind) && (struck?.parameters.length ?? 1) !== 0;

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
  insisted: ReadonlySet<ParameterId>;
  nowIso: string;
}): NewEntry[] {
  const strike = entryOf(
    'strike',
    { id: ids[0] ?? '', subjectId: old.subjectId, happenedAt: nowIso },
    { entryId: old.id, reason: reason.trim() || 'amended' },
  );
  return [
    strike,
    ...entries.map((entry, i) => {
      const made = carriedOver(old, bookEntry({ entry, id: ids[i + 1] ?? '', insisted }));
      // A line tells minutes; where they were left as they were, the moment stays what it was.
      const sameMinute = made.happenedAt.slice(0, 16) === old.happenedAt.slice(0, 16);
      return sameMinute ? { ...made, happenedAt: old.happenedAt } : made;
    }),
  ];
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
    const { conditionerMl } = was;
    const kept = conditionerMl === undefined ? {} : { conditionerMl };
    return { ...made, payload: { ...kept, ...made.payload, water } };
  }
  if (made.kind === 'top-up' && old.kind === 'top-up') {
    const was = old.payload as typeof made.payload;
    return was.sourceId === made.payload.sourceId
      ? { ...made, payload: { ...made.payload, water: was.water ?? {} } }
      : made;
  }
  if (made.kind === 'seen' && old.kind === 'seen') {
    const { changeEntryId } = old.payload as typeof made.payload;
    return changeEntryId === undefined ? made : { ...made, payload: { ...made.payload, changeEntryId } };
  }
  if (made.kind === 'note' && old.kind === 'note') {
    const { mark } = old.payload as typeof made.payload;
    return mark === undefined ? made : { ...made, payload: { ...made.payload, mark } };
  }
  if (made.kind === 'dose' && old.kind === 'dose') {
    const was = old.payload as typeof made.payload;
    if (was.product !== made.payload.product || !(was.amountMl > 0)) return made;
    // What it brought goes with how much of it there was.
    const factor = made.payload.amountMl / was.amountMl;
    const added = (['no3MgPerL', 'po4MgPerL', 'kMgPerL'] as const).map((id) => [id, (was[id] ?? 0) * factor] as const);
    return { ...made, payload: { ...made.payload, ...Object.fromEntries(added) } };
  }
  return made;
}
