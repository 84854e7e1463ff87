import { csvEntries, csvTable, dateIn, guessedUses, type Mapping } from './csv-mapping';

const bytes = (text: string): ArrayBuffer => new TextEncoder().encode(text).buffer;
const table = (text: string) => {
  const read = csvTable(bytes(text));
  if (!read.ok) throw new Error(read.message);
  return read.table;
};
const mapping = (header: readonly string[], more: Partial<Mapping> = {}): Mapping => ({
  uses: guessedUses(header),
  order: 'dmy',
  tankId: '',
  subjects: [{ id: 'a', name: 'Lobby', kind: 'tank' }],
  zone: 'Europe/Berlin',
  nowEpochMs: Date.parse('2026-03-14T21:00:00Z'),
  newId: () => 'id',
  ...more,
});
const made = (text: string, more: Partial<Mapping> = {}) => {
  const t = table(text);
  return csvEntries(t, mapping(t.header, more));
};

describe('a table of somebody else’s', () => {
  it('guesses columns by their headings', () => {
    expect(guessedUses(['Date', 'Tank', 'pH', 'Nitrate (mg/L)', 'GH', 'Colour', 'Notes'])).toEqual([
      'date',
      'tank',
      'ph',
      'no3MgPerL',
      'ghDegrees',
      'skip',
      'note',
    ]);
  });
  it('finds the separator, keeps spans, and takes 21:00 where no time is said', () => {
    const { entries, faults } = made('Date;Tank;Nitrate\n13.3.2026;lobby;10-20\n');
    expect(faults).toEqual([]);
    expect(entries[0]?.happenedAt).toBe('2026-03-13T20:00:00.000Z');
    expect(
      entries[0]?.kind === 'readings' && [entries[0].payload.values[0]?.lo, entries[0].payload.values[0]?.hi],
    ).toEqual([10, 20]);
  });
  it('takes 03/04 by the order that was said, and 31 February for no date', () => {
    expect([dateIn('03/04/2026', 'dmy'), dateIn('03/04/2026', 'mdy'), dateIn('31.2.2026', 'dmy')]).toEqual([
      '2026-04-03',
      '2026-03-04',
      null,
    ]);
  });
  it('names each fault with its row and column, and makes nothing of a row that has one', () => {
    const { entries, faults } = made(
      'Date,Tank,pH\n2026-03-01,Attic,7\n2026-03-02,Lobby,74\n2026-04-02,Lobby,7\n2026-03-03,Lobby,7\n',
    );
    expect(faults.map((f) => [f.rowNumber, f.column])).toEqual([
      [2, 'Tank'],
      [3, 'pH'],
      [4, 'Date'],
    ]);
    expect(entries.length).toBe(1);
  });
  it('reads UTF-16 by its mark, as spreadsheets save it', () => {
    const utf16 = Uint16Array.from('\uFEFFTank,pH\nLibrary,6.1', (c) => c.charCodeAt(0));
    const read = csvTable(utf16.buffer);
    expect(read.ok && read.table).toEqual({ header: ['Tank', 'pH'], rows: [['Library', '6.1']] });
  });
  it('refuses what is no UTF-8, no text, or no table', () => {
    expect(csvTable(new Uint8Array([0xff, 0xfe, 0x44]).buffer).ok).toBe(false);
    expect(csvTable(new Uint8Array([0x44, 0xe4, 0x2c]).buffer).ok).toBe(false);
    expect(csvTable(bytes('a\u0000b\nc')).ok).toBe(false);
    expect(csvTable(bytes('Date,Tank')).ok).toBe(false);
  });
});
