import { speech } from '../base/speech';
import { computed, type Signal } from '@angular/core';
import { placeBesideBand, type Instrument, type Interval } from '#core/readings';
import type { Bench } from '#contracts/readings';
import { spanText } from '#words/units';
import {
  benchRow,
  cellKey,
  instrumentIdOf,
  isSeen,
  type BenchDraft,
  type BenchRow,
  type Column,
} from './bench-entries';
import type { CellView, RowView } from './bench-row';

interface Given {
  bench: Signal<Bench | null>;
  /** With the instrument of every column. */
  draft: Signal<BenchDraft>;
  columns: Signal<readonly { id: Column; label: string }[]>;
  instruments: Signal<ReadonlyMap<string, Instrument>>;
}

/** What the bench shows of every cell, worked out anew only where something has changed: a key in one of three hundred rows costs one row. */
export class BenchGrid {
  constructor(private readonly given: Given) {}
  /** Only rows in which something stands are understood, and only those anew that have changed. */
  private readonly understood = new Map<
    string,
    { key: string; row: BenchRow; instruments: ReadonlyMap<string, Instrument> }
  >();
  readonly rows = computed((): Map<string, BenchRow> => {
    const draft = this.given.draft();
    const instruments = this.given.instruments();
    const rows = new Map<string, BenchRow>();
    const typed = new Set(
      Object.entries(draft.texts).flatMap(([key, text]) => (text.trim() === '' ? [] : [key.split(' ')[0]])),
    );
    for (const tank of this.given.bench()?.tanks ?? []) {
      if (!typed.has(tank.tankId)) continue;
      const texts = draft.columns.map((c) => draft.texts[cellKey(tank.tankId, c)] ?? '');
      if (texts.every((t) => t.trim() === '')) continue;
      const used = draft.columns.map((c) => (isSeen(c) ? '' : (instrumentIdOf(draft, tank.tankId, c) ?? '')));
      const key = JSON.stringify([draft.columns, texts, used]);
      const known = this.understood.get(tank.tankId);
      const row =
        known?.key === key && known.row.tank === tank && known.instruments === instruments
          ? known.row
          : benchRow({ tank, draft, instruments });
      this.understood.set(tank.tankId, { key, row, instruments });
      rows.set(tank.tankId, row);
    }
    return rows;
  });
  /** Rows as they are shown; the same object as long as nothing in it has changed, so that it is not drawn again. */
  private readonly shown = new Map<string, { known: readonly CellView[]; row: BenchRow | undefined; view: RowView }>();
  private readonly before = computed(
    () =>
      new Map(
        (this.given.bench()?.tanks ?? []).map((tank) => [
          tank.tankId,
          this.given.columns().map(({ id, label }): CellView => ({
            column: id,
            label,
            text: '',
            tone: '',
            last: lastText(tank, id),
            trend: trendMark(tank, id),
            due: !isSeen(id) && (tank.cells[id]?.due ?? '') !== '',
            description: describedCell(tank, id),
            standsPercent: stands(tank, id, isSeen(id) ? null : (tank.cells[id]?.last ?? null)),
          })),
        ]),
      ),
  );
  readonly views = computed((): RowView[] => {
    const [rows, before, { texts }] = [this.rows(), this.before(), this.given.draft()];
    return (this.given.bench()?.tanks ?? []).map((tank) => {
      const [known, row] = [before.get(tank.tankId) ?? [], rows.get(tank.tankId)];
      const last = this.shown.get(tank.tankId);
      if (last?.known === known && last.row === row && last.view.tank === tank) return last.view;
      const cells = row
        ? known.map((cell) => ({
            ...cell,
            text: texts[cellKey(tank.tankId, cell.column)] ?? '',
            tone: toneOf(row, cell.column),
            ...standsTyped(row, cell.column),
          }))
        : known;
      const view = { tank, cells };
      this.shown.set(tank.tankId, { known, row, view });
      return view;
    });
  });
}

function toneOf(row: BenchRow, column: Column): string {
  const said = row.said.get(column);
  if (!said || said.kind === 'empty') return '';
  if (said.kind === 'fault') return 'bad';
  if (row.questions.some((q) => q.column === column)) return 'asked';
  return said.kind === 'reading' ? said.understood.tone : 'settled';
}
function stands(tank: Bench['tanks'][number], column: Column, reading: Interval | null): number | null {
  const band = isSeen(column) ? null : tank.cells[column]?.band;
  return band && reading ? placeBesideBand({ reading, band }) : null;
}
function standsTyped(row: BenchRow, column: Column): { standsPercent?: number | null } {
  const said = row.said.get(column);
  return said?.kind === 'reading' ? { standsPercent: stands(row.tank, column, said.understood.reading) } : {};
}
function lastText(tank: Bench['tanks'][number], column: Column): string {
  if (isSeen(column)) return '';
  const cell = tank.cells[column];
  return cell?.last ? spanText(speech(), column, cell.last) : '';
}
function trendMark(tank: Bench['tanks'][number], column: Column): string {
  if (isSeen(column)) return '';
  const cell = tank.cells[column];
  if (!cell?.expected || !cell.last) return '';
  const [lo, hi] = [cell.last.lo ?? cell.expected.mean, cell.last.hi ?? cell.expected.mean];
  return cell.expected.lo80 > hi ? '↗' : cell.expected.hi80 < lo ? '↘' : '';
}
export function describedCell(tank: Bench['tanks'][number], column: Column): string {
  if (isSeen(column)) return '';
  const cell = tank.cells[column];
  return [
    cell?.band ? `band ${spanText(speech(), column, cell.band)}` : '',
    cell?.expected ? `expected ${spanText(speech(), column, { lo: cell.expected.lo80, hi: cell.expected.hi80 })}` : '',
    cell?.due ? `due: ${cell.due}` : '',
  ]
    .filter((t) => t !== '')
    .join(', ');
}
