import type { LedgerEntry } from '#core/readings';
import type { BookEntry } from '#contracts/book';
import { amendment, asLedgerEntry, canAmend } from './amend';

const entry = (kind: BookEntry['kind'], payload: unknown, struck: BookEntry['struck'] = null): BookEntry => ({
  id: 'old',
  sequence: 1,
  kind,
  kindVersion: 1,
  subjectId: 'tank',
  subjectName: 'Library',
  happenedAt: '2026-03-14T21:30:42.000Z',
  nightOn: '2026-03-14',
  writtenAt: '2026-03-14T21:30:43.000Z',
  by: 'keeper',
  line: '',
  struck,
  payload,
});
const value = (parameter: string, lo: number, hi: number) => ({ parameter, lo, hi, text: String(lo), enteredUnit: '' });
const amended = (old: BookEntry, made: Partial<LedgerEntry>) =>
  amendment({
    old,
    entries: [{ subjectId: 'tank', atEpochMs: Date.parse('2026-03-14T21:30:00.000Z'), ...made } as LedgerEntry],
    ids: ['s', 'n'],
    reason: ' ',
    insisted: new Set(),
    nowIso: '2026-03-15T08:00:00.000Z',
  });

describe('putting an entry right', () => {
  const instrumentId = 'pen';
  const readings = entry('readings', {
    context: 'routine',
    values: [{ ...value('ph', 6.1, 6.2), instrumentId, doubt: 'old' }, value('ghDegrees', 4, 5)],
  });
  it('strikes and writes in one; a value left alone keeps its instrument and its doubt, a mended one does not', () => {
    const [strike, made] = amended(readings, {
      kind: 'readings',
      payload: { context: 'routine', values: [value('ph', 6.1, 6.2), value('ghDegrees', 5, 6)] },
    } as never);
    expect(strike).toEqual(
      jasmine.objectContaining({ kind: 'strike', id: 's', payload: { entryId: 'old', reason: 'amended' } }),
    );
    const values = made?.kind === 'readings' ? made.payload.values : [];
    expect(values.map((v) => [v.parameter, v.lo, v.instrumentId])).toEqual([
      ['ph', 6.1, 'pen'],
      ['ghDegrees', 5, undefined],
    ]);
    expect(made?.happenedAt).withContext('the second of the moment stays').toBe('2026-03-14T21:30:42.000Z');
  });
  it('a dose of half as much brought half as much; another product brought nothing that is known', () => {
    const dose = entry('dose', { product: 'PK salt', amountMl: 4, no3MgPerL: 2, po4MgPerL: 0, kMgPerL: 1 });
    const brought = (product: string): unknown => {
      const [, made] = amended(dose, { kind: 'dose', payload: { product, amountMl: 2 } } as never);
      return made?.payload;
    };
    expect(brought('PK salt')).toEqual(jasmine.objectContaining({ amountMl: 2, no3MgPerL: 1, kMgPerL: 0.5 }));
    expect(brought('other')).toEqual({ product: 'other', amountMl: 2 });
  });
  it('the mark of a note and the change of a watch go on', () => {
    const [, note] = amended(entry('note', { text: 'a', mark: 'doubtful' }), {
      kind: 'note',
      payload: { text: 'b' },
    } as never);
    expect(note?.payload).toEqual({ text: 'b', mark: 'doubtful' } as never);
  });
  it('what is struck in part shows what stands; what is struck whole or was never a line cannot be amended', () => {
    const part = { ...readings, struck: { entryId: 'x', reason: 'r', parameters: ['ph' as const] } };
    const standing = asLedgerEntry(part);
    expect(standing.kind === 'readings' && standing.payload.values.map((v) => v.parameter)).toEqual(['ghDegrees']);
    expect([
      canAmend(readings),
      canAmend(part),
      canAmend({ ...readings, struck: { entryId: 'x', reason: 'r', parameters: [] } }),
      canAmend(entry('set-up', {})),
    ]).toEqual([true, true, false, false]);
  });
});
