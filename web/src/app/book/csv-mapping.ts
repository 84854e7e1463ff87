import { instantOf } from '#core/units';
import Papa from 'papaparse';
import { parameterNamed, parseReading, type LedgerSubject, type ParameterId } from '#core/readings';
import { parameters } from '#almanac/parameters';
import { type NewEntry, type ReadingValue, entryOf } from '#contracts/book';
import { bookPages } from '#words/book';
import { readingValue } from '../readings';
import { plainRefusal } from '../ui/refusals';
import { decoded } from '../ui/text-file';

/** What a column of somebody's table holds. */
export type ColumnUse = 'skip' | 'tank' | 'date' | 'time' | 'note' | ParameterId;
export interface CsvTable {
  header: string[];
  rows: string[][];
}
export interface RowFault {
  rowNumber: number;
  column: string;
  message: string;
}
const mostRows = 20_000;

/** Reads any CSV: the separator is found, quotes are respected; what is no text in UTF-8 or UTF-16 is refused, not garbled. */
export function csvTable(bytes: ArrayBuffer): { ok: true; table: CsvTable } | { ok: false; message: string } {
  const file = decoded(new Uint8Array(bytes));
  if ('fault' in file) return { ok: false, message: file.fault };
  const { text } = file;
  const read = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  const [header, ...rows] = read.data;
  if (!header || rows.length === 0) return { ok: false, message: bookPages.thereIsNoRowUnder };
  if (rows.length > mostRows) return { ok: false, message: bookPages.itHasRowsAtA(rows.length, mostRows) };
  return { ok: true, table: { header: header.map((h) => h.trim()), rows } };
}

/** The likeliest use of each column by its heading; the keeper has the last word. */
export function guessedUses(header: readonly string[]): ColumnUse[] {
  const taken = new Set<ColumnUse>();
  return header.map((heading): ColumnUse => {
    const plain = heading
      .toLowerCase()
      .replace(/\(.*\)|\[.*\]/g, '')
      .trim();
    const parameter = parameterNamed({ catalogue: parameters, name: plain.split(/[,/]/)[0] ?? '' });
    const use: ColumnUse = /^(tank|aquarium|name)$/.test(plain)
      ? 'tank'
      : /^(date|day|when|night)$/.test(plain)
        ? 'date'
        : /^(time|hour)$/.test(plain)
          ? 'time'
          : /^(note|notes|comment|remarks?)$/.test(plain)
            ? 'note'
            : parameter.ok
              ? parameter.value.id
              : 'skip';
    if (use !== 'skip' && taken.has(use)) return 'skip';
    taken.add(use);
    return use;
  });
}

/** `2026-03-14`, `14.3.2026`, `14/03/2026`; a date that could be two is asked about by the order the keeper gives. */
export function dateIn(text: string, order: 'dmy' | 'mdy'): string | null {
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})/.exec(text);
  const other = /^(\d{1,2})[./-](\d{1,2})[./-](\d{4})$/.exec(text);
  const [year, month, day] = iso
    ? [iso[1], iso[2], iso[3]]
    : other
      ? order === 'dmy'
        ? [other[3], other[2], other[1]]
        : [other[3], other[1], other[2]]
      : [];
  if (year === undefined || month === undefined || day === undefined) return null;
  const on = `${year}-${month.padStart(2, '0')}-${day.padStart(2, '0')}`;
  const at = new Date(`${on}T12:00:00Z`);
  return Number.isFinite(at.getTime()) && at.toISOString().startsWith(on) ? on : null;
}

export interface Mapping {
  uses: readonly ColumnUse[];
  order: 'dmy' | 'mdy';
  /** The tank of every row, where no column says it. */
  tankId: string;
  subjects: readonly LedgerSubject[];
  zone: string;
  nowEpochMs: number;
  newId: () => string;
}

/** All rows as entries, or every fault with its row and column; a row with a fault gives no entry. */
export function csvEntries(table: CsvTable, mapping: Mapping): { entries: NewEntry[]; faults: RowFault[] } {
  const faults: RowFault[] = [];
  const entries = table.rows.flatMap((cells, i): NewEntry[] => {
    const before = faults.length;
    const made = rowEntries({ cells, rowNumber: i + 2, header: table.header, mapping, faults });
    return faults.length === before ? made : [];
  });
  return { entries, faults };
}

function rowEntries({
  cells,
  rowNumber,
  header,
  mapping,
  faults,
}: {
  cells: readonly string[];
  rowNumber: number;
  header: readonly string[];
  mapping: Mapping;
  faults: RowFault[];
}): NewEntry[] {
  const of = (use: ColumnUse): string => (cells[mapping.uses.indexOf(use)] ?? '').trim();
  const fault = (use: ColumnUse, message: string): void =>
    void faults.push({ rowNumber, column: header[mapping.uses.indexOf(use)] ?? use, message });
  const on = dateIn(of('date'), mapping.order);
  if (on === null) fault('date', bookPages.isNoDateWrite2026(of('date').slice(0, 30)));
  const time = of('time') || '21:00';
  if (!/^([01]?\d|2[0-3]):[0-5]\d$/.test(time)) fault('time', bookPages.isNoTimeWrite21(time.slice(0, 20)));
  const named = of('tank');
  const subjectId =
    named === ''
      ? mapping.tankId
      : (mapping.subjects.find((s) => s.name.toLowerCase() === named.toLowerCase())?.id ?? '');
  if (subjectId === '')
    fault('tank', named === '' ? bookPages.noTankIsNamedAnd : bookPages.thereIsNoTank(named.slice(0, 40)));
  const values: ReadingValue[] = [];
  for (const [place, use] of mapping.uses.entries()) {
    const parameter = parameters.find((p) => p.id === use);
    const text = (cells[place] ?? '').trim();
    if (!parameter || text === '' || text === '-') continue;
    const parsed = parseReading({ parameter, text });
    if (!parsed.ok) faults.push({ rowNumber, column: header[place] ?? use, message: plainRefusal(parsed.refusal) });
    else values.push(readingValue({ parameter, reading: parsed.value, text: text.slice(0, 60), insisted: false }));
  }
  if (on === null || subjectId === '' || !/^\d?\d:\d\d$/.test(time)) return [];
  const atEpochMs = instantOf({ on, time: time.padStart(5, '0'), zone: mapping.zone });
  if (atEpochMs > mapping.nowEpochMs) fault('date', bookPages.liesInTheFuture);
  const head = (): { id: string; subjectId: string; happenedAt: string } => ({
    id: mapping.newId(),
    subjectId,
    happenedAt: new Date(atEpochMs).toISOString(),
  });
  const note = of('note');
  return [
    ...(values.length > 0 ? [entryOf('readings', head(), { context: 'routine', values })] : []),
    ...(note === '' ? [] : [entryOf('note', head(), { text: note.slice(0, 4000) })]),
  ];
}
