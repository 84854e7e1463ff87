import { countRead, type Instrument, type ParameterId } from '#core/readings';
import type { Analysis } from '#core/sources';
import { type NewEntry, type ReadingValue, type SeenPayload, entryOf } from '#contracts/book';
import type { Bench } from '#contracts/readings';
import { readingsPages } from '#words/readings';
import { askedAbout, knownOf } from './questions';
import { parameterOf, readingValue, readOn, understand, type Understanding } from './understanding';

export const seenColumns = ['deaths', 'moults', 'berried'] as const;
export type SeenColumn = (typeof seenColumns)[number];
export type Column = ParameterId | SeenColumn;
export const isSeen = (column: string): column is SeenColumn => seenColumns.some((c) => c === column);

/** What is typed on the bench and not yet in the book; ids are given with the first key, so that nothing is written twice. */
export interface BenchDraft {
  texts: Record<string, string>;
  entryIds: Record<string, string>;
  columns: Column[];
  instruments: Partial<Record<ParameterId, string>>;
  /** Where a cell was read with another instrument than its column: taken from a device, by cell. */
  cellInstruments?: Record<string, string>;
}
/**
 * Two tabs over one draft: each cell is taken from where it was changed since both were last alike, from the other tab
 * where it was in both. A row has one id in both, the older of two, so that it cannot be written twice.
 */
export function mergedDraft({
  base,
  mine,
  theirs,
}: {
  base: BenchDraft;
  mine: BenchDraft;
  theirs: BenchDraft;
}): BenchDraft {
  const merged = <T>(of: (draft: BenchDraft) => Record<string, T>): Record<string, T> => {
    const [was, own, other] = [of(base), of(mine), of(theirs)];
    const keys = new Set([...Object.keys(own), ...Object.keys(other)]);
    return Object.fromEntries(
      [...keys].flatMap((key) => {
        const value = other[key] === was[key] ? own[key] : other[key];
        return value === undefined ? [] : [[key, value]];
      }),
    );
  };
  const entryIds = merged((d) => d.entryIds);
  for (const key of Object.keys(entryIds)) {
    const [own, other] = [mine.entryIds[key], theirs.entryIds[key]];
    if (own !== undefined && other !== undefined) entryIds[key] = own < other ? own : other;
  }
  const changedThere = JSON.stringify(theirs.columns) !== JSON.stringify(base.columns);
  return {
    texts: merged((d) => d.texts),
    entryIds,
    columns: changedThere ? theirs.columns : mine.columns,
    instruments: merged((d) => d.instruments as Record<string, string>),
    cellInstruments: merged((d) => d.cellInstruments ?? {}),
  };
}

export const instrumentIdOf = (draft: BenchDraft, tankId: string, column: ParameterId): string | undefined =>
  draft.cellInstruments?.[cellKey(tankId, column)] ?? draft.instruments[column];
export const cellKey = (tankId: string, column: string): string => `${tankId} ${column}`;

export type CellSaid =
  | { kind: 'empty' }
  | { kind: 'fault'; message: string }
  | { kind: 'count'; count: { lo: number; hi: number | null } }
  | { kind: 'reading'; understood: Extract<Understanding, { kind: 'understood' }>; insisted: boolean };
type BenchTank = Bench['tanks'][number];

/** A count as one writes it: `3`, `3-5`, `10+`, `0`. */
function countSaid(text: string): CellSaid {
  const said = countRead(text);
  if (said.kind === 'none') return { kind: 'fault', message: readingsPages.isNoCountWrite3(text) };
  return said.kind === 'backwards'
    ? { kind: 'fault', message: `${text} runs backwards.` }
    : { kind: 'count', count: { lo: said.lo, hi: said.hi } };
}

/** One cell, understood with the instrument of its column. A `!` behind the value says “it is right, keep it”. */
export function cellSaid({
  text,
  column,
  tank,
  instrument,
}: {
  text: string;
  column: Column;
  tank: BenchTank;
  instrument: Instrument | undefined;
}): CellSaid {
  const insisted = text.trim().endsWith('!');
  const plain = text.trim().replace(/!+$/, '').trim();
  if (plain === '') return { kind: 'empty' };
  if (isSeen(column)) return countSaid(plain);
  const parameter = parameterOf(column);
  if (!parameter) return { kind: 'empty' };
  const cell = tank.cells[column];
  const said = understand({
    parameter,
    ...readOn(instrument, { text: plain, parameter: column }),
    context: { band: cell?.band ?? null, last: cell?.expected ? null : (cell?.last ?? null) },
  });
  if (said.kind !== 'understood')
    return said.kind === 'fault' ? { kind: 'fault', message: said.message } : { kind: 'empty' };
  return { kind: 'reading', understood: said, insisted };
}

export interface BenchRow {
  tank: BenchTank;
  said: Map<Column, CellSaid>;
  /** What is asked about the row, by the cell where it stands. */
  questions: { column: Column; why: string }[];
}

/** Everything typed for one tank, with the questions about each value and about all of them together. */
export function benchRow({
  tank,
  draft,
  instruments,
}: {
  tank: BenchTank;
  draft: BenchDraft;
  instruments: ReadonlyMap<string, Instrument>;
}): BenchRow {
  const said = new Map<Column, CellSaid>();
  const readings: Analysis = {};
  for (const column of draft.columns) {
    const instrument = isSeen(column) ? undefined : instruments.get(instrumentIdOf(draft, tank.tankId, column) ?? '');
    const cell = cellSaid({ text: draft.texts[cellKey(tank.tankId, column)] ?? '', column, tank, instrument });
    said.set(column, cell);
    if (cell.kind === 'reading' && !isSeen(column)) readings[column] = cell.understood.reading;
  }
  if (Object.keys(readings).length === 0) return { tank, said, questions: [] };
  const questions = askedAbout(readings, knownOf(tank.cells))
    .filter((q) => !q.parameters.every((p) => insistedOn(said.get(p))))
    .map((q) => ({ column: q.parameters[0] as Column, why: q.why }));
  return { tank, said, questions };
}
const insistedOn = (said: CellSaid | undefined): boolean => said?.kind !== 'reading' || said.insisted;

/** The entries of one row: its readings as one sitting, its counts as what was seen. */
export function rowEntries({
  row,
  draft,
  happenedAt,
  doubts,
}: {
  row: BenchRow;
  draft: BenchDraft;
  happenedAt: string;
  /** What speaks against an instrument tonight, by its id. */
  doubts: ReadonlyMap<string, string>;
}): NewEntry[] {
  const values: ReadingValue[] = [];
  const seen: SeenPayload = {};
  for (const [column, said] of row.said) {
    if (said.kind === 'count' && isSeen(column)) seen[column] = said.count;
    const parameter = isSeen(column) ? undefined : parameterOf(column);
    if (said.kind !== 'reading' || !parameter) continue;
    const instrumentId = instrumentIdOf(draft, row.tank.tankId, parameter.id);
    const doubt = instrumentId === undefined ? undefined : doubts.get(instrumentId);
    values.push({
      ...readingValue({
        parameter,
        reading: said.understood.reading,
        text: (draft.texts[cellKey(row.tank.tankId, column)] ?? '').replace(/!+$/, ''),
        insisted: said.insisted,
      }),
      ...(instrumentId === undefined ? {} : { instrumentId }),
      ...(doubt === undefined ? {} : { doubt }),
    });
  }
  const head = (kind: string): { id: string; subjectId: string; happenedAt: string } => ({
    id: draft.entryIds[`${row.tank.tankId} ${kind}`] ?? '',
    subjectId: row.tank.tankId,
    happenedAt,
  });
  return [
    ...(values.length > 0 ? [entryOf('readings', head('readings'), { context: 'routine', values })] : []),
    ...(Object.keys(seen).length > 0 ? [entryOf('seen', head('seen'), seen)] : []),
  ];
}

/** Cells out of a spreadsheet, laid from a cell to the right and down: what falls off the grid is told, not dropped silently. */
export function pasted({
  text,
  tankIds,
  columns,
  from,
}: {
  text: string;
  tankIds: readonly string[];
  columns: readonly Column[];
  from: { rowIndex: number; columnIndex: number };
}): { texts: Record<string, string>; lostCount: number } {
  const texts: Record<string, string> = {};
  let lostCount = 0;
  const lines = text.replace(/\r?\n$/, '').split(/\r?\n/);
  for (const [i, line] of lines.entries())
    for (const [j, value] of line.split('\t').entries()) {
      const [tankId, column] = [tankIds[from.rowIndex + i], columns[from.columnIndex + j]];
      if (tankId === undefined || column === undefined) lostCount += value.trim() === '' ? 0 : 1;
      else texts[cellKey(tankId, column)] = value.trim();
    }
  return { texts, lostCount };
}
