import { speech } from '../base/speech';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  Injector,
  signal,
  viewChildren,
} from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { Choice, Option } from '../ui/choice';
import { FormsModule } from '@angular/forms';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { catchError, of, Subject, switchMap } from 'rxjs';
import { parameters } from '#almanac/parameters';
import { sharedFaults, type NightReading } from '#core/readings';
import type { Bench } from '#contracts/readings';
import { sharedFaultWords, instrumentWords, readingsPages } from '#words/readings';
import { unitOf } from '#words/units';
import { Api } from '../base/api';
import { HouseStore } from '../base/house-store';
import { Outbox } from '../base/outbox';
import {
  cellKey,
  isSeen,
  pasted,
  rowEntries,
  seenColumns,
  type BenchDraft,
  type BenchRow,
  type Column,
} from './bench-entries';
import { BenchDraftStore } from './bench-draft';
import { BenchGrid, describedCell } from './bench-grid';
import { NearRows } from './near-rows';
import { BenchRowPart } from './bench-row';
import { Hold } from './hold';
import { InstrumentStore } from './instrument-store';
import { LiveStore } from './live-store';
import { instrumentFor } from './read-with';
import { parameterOf } from './understanding';
import { WhyNot } from '../ui/why';

const seenWords = { deaths: 'Deaths', moults: 'Moults', berried: 'Berried' } as const;

/** The evening's tests of all tanks: a grid that is typed through with Enter, questioned at once, written in one go. */
@Component({
  selector: 'nl-bench',
  imports: [WhyNot, BenchRowPart, RouterLink, ButtonDirective, Checkbox, Choice, Option, FormsModule],
  providers: [NearRows, BenchDraftStore, InstrumentStore, LiveStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './bench-screen.html',
  styleUrl: './bench-screen.scss',
})
export class BenchScreen {
  protected readonly say = readingsPages;
  private readonly api = inject(Api);
  private readonly outbox = inject(Outbox);
  private readonly house = inject(HouseStore);
  private readonly injector = inject(Injector);
  protected readonly owned = inject(InstrumentStore);
  private readonly live = inject(LiveStore);
  protected readonly hold = new Hold(
    ({ tankId, column, instrumentId }, value) => {
      this.drafts.read(cellKey(tankId, column), { text: `${value}`, instrumentId });
      const here = this.at();
      if (here?.tankId === tankId && here.column === column) this.goOn();
    },
    (text) => {
      this.said.set(text);
    },
  );
  private readonly rowParts = viewChildren(BenchRowPart);
  private readonly asked = new Subject<void>();
  protected readonly bench = signal<Bench | null>(null);
  private readonly drafts = inject(BenchDraftStore);
  protected readonly draft = this.drafts.draft;
  protected readonly down = signal(false);
  protected readonly said = signal('');
  protected readonly faults = signal<ReadonlyMap<string, string>>(new Map());
  protected readonly at = signal<{ tankId: string; column: Column } | null>(null);
  protected readonly everyColumn: readonly { id: Column; word: string }[] = [
    ...parameters.filter((p) => p.id !== 'hco3MgPerL').map((p) => ({ id: p.id, word: p.short })),
    ...seenColumns.map((id) => ({ id: id, word: seenWords[id] })),
  ];

  constructor() {
    this.asked
      .pipe(
        switchMap(() => this.api.call('bench').pipe(catchError(() => of(null)))),
        takeUntilDestroyed(),
      )
      .subscribe((answer) => {
        if (!answer) return;
        const first = this.bench() === null;
        this.bench.set(answer);
        if (first) this.focusFirst();
      });
    this.outbox.stirred.pipe(takeUntilDestroyed()).subscribe(() => {
      this.asked.next();
    });
    this.asked.next();
  }
  private focusFirst(): void {
    afterNextRender(
      () => {
        this.rowParts()[0]?.field(0)?.focus();
      },
      { injector: this.injector },
    );
  }
  /** Apart from what is typed: a key must not have every column made anew, and with them every row. */
  private readonly columnIds = computed(() => this.draft().columns);
  protected readonly columns = computed(() =>
    this.columnIds().map((id) => {
      const parameter = isSeen(id) ? undefined : parameterOf(id);
      return {
        id,
        word: isSeen(id) ? seenWords[id] : (parameter?.short ?? id),
        label: isSeen(id) ? seenWords[id] : (parameter?.label ?? id),
        unit: parameter ? unitOf(speech(), parameter.id) : '',
        parameter,
        instruments: isSeen(id)
          ? []
          : this.owned
              .inUse()
              // What stands in one tank for good measures no other.
              .filter((o) => o.payload.tankId === undefined && o.instrument.parameters.includes(id)),
      };
    }),
  );
  /** The instrument of each column: the one chosen, or the only one that measures it. */
  private readonly resolved = computed((): BenchDraft => {
    const instruments: BenchDraft['instruments'] = {};
    for (const column of this.columns()) {
      if (isSeen(column.id)) continue;
      const chosen = this.draft().instruments;
      const instrument = instrumentFor(this.owned.inUse(), { chosen, parameter: column.id });
      if (instrument) instruments[column.id] = instrument.id;
    }
    return { ...this.draft(), instruments };
  });
  protected instrumentOf = (column: Column): string =>
    isSeen(column) ? '' : (this.resolved().instruments[column] ?? '');
  /** The device that feeds the instrument of a column, with what it shows now. */
  protected readonly liveHere = computed(() => {
    const here = this.at();
    if (!here || isSeen(here.column)) return null;
    const { tankId, column } = here;
    const standing = this.owned
      .inUse()
      .find((o) => o.payload.tankId === tankId && o.instrument.parameters.includes(column))?.instrument;
    const instrument = standing ?? this.owned.byId().get(this.resolved().instruments[column] ?? '');
    const now = this.live.valueOf(instrument?.deviceId, column);
    const tank = this.bench()?.tanks.find((t) => t.tankId === here.tankId);
    const parameter = parameterOf(here.column);
    return now && tank && parameter && instrument
      ? {
          ...now,
          tankId: tank.tankId,
          tankName: tank.name,
          column,
          instrumentId: instrument.id,
          label: parameter.label,
          unit: unitOf(speech(), parameter.id),
        }
      : null;
  });
  /** Waits for the device; `=` in a cell does the same. */
  protected holdHere(): void {
    const here = this.liveHere();
    if (!here) return;
    this.said.set('');
    const waiting = this.hold.cell();
    // A second `=` in the same cell: the probe is in this tank, whatever it shows.
    if (waiting?.tankId === here.tankId && waiting.column === here.column && this.hold.value()?.stuck)
      this.hold.takeStuck();
    else this.hold.start({ ...here, deviceId: here.device.deviceId });
  }
  private goOn(): void {
    // Whoever went elsewhere meanwhile stays there.
    if (!document.activeElement?.closest('td')) return;
    const here = this.at();
    const rowIndex = this.bench()?.tanks.findIndex((t) => t.tankId === here?.tankId) ?? -1;
    const columnIndex = here ? this.draft().columns.indexOf(here.column) : -1;
    if (rowIndex < 0 || columnIndex < 0) return;
    const wide = this.draft().columns.length;
    this.goTo(rowIndex * wide + columnIndex + (this.down() ? wide : 1));
  }
  /** Rows ahead of the hand have their fields before they are reached. */
  protected focused(rowIndex: number, tankId: string, column: Column): void {
    this.at.set({ tankId, column });
    for (const row of this.rowParts().slice(rowIndex + 1, rowIndex + 4)) row.coming();
  }
  /** To a cell by its place in the grid, row by row; a row that was never in sight gets its fields first. */
  private goTo(place: number): void {
    const wide = this.draft().columns.length;
    const row = this.rowParts()[Math.floor(place / wide)];
    if (!row) return;
    const focus = (): boolean => {
      const field = row.field(place % wide);
      field?.focus();
      field?.select();
      return field !== null;
    };
    if (focus()) return;
    row.fill();
    focus();
  }
  private readonly cells = new BenchGrid({
    bench: this.bench,
    draft: this.resolved,
    columns: this.columns,
    instruments: this.owned.byId,
  });
  private readonly rows = this.cells.rows;
  protected readonly views = this.cells.views;
  protected readonly described = computed(() => {
    const here = this.at();
    const tank = this.bench()?.tanks.find((t) => t.tankId === here?.tankId);
    const description = here && tank ? describedCell(tank, here.column) : '';
    return tank && description !== '' ? `${tank.name}, ${description}` : '';
  });
  protected readonly open = computed(() => {
    const tankId = this.at()?.tankId;
    const row = tankId === undefined ? undefined : this.rows().get(tankId);
    return row ? { name: row.tank.name, questions: row.questions, faults: this.faultsOf(row) } : null;
  });
  private faultsOf = (row: BenchRow): string[] =>
    [...row.said.values()].flatMap((s) => (s.kind === 'fault' ? [s.message] : []));
  /** An instrument that is off alike in every tank of the evening. */
  protected readonly shared = computed(() => {
    const readings = [...this.rows().values()].flatMap((row) =>
      [...row.said].flatMap(([column, said]): NightReading[] => {
        if (said.kind !== 'reading' || isSeen(column)) return [];
        const expected = row.tank.cells[column]?.expected;
        const instrumentId = this.resolved().instruments[column] ?? `any ${column}`;
        return expected
          ? [{ tankId: row.tank.tankId, instrumentId, parameter: column, reading: said.understood.reading, expected }]
          : [];
      }),
    );
    return sharedFaults(readings).map((f) => ({
      ...f,
      text: sharedFaultWords(f),
      name: this.owned.byId().get(f.instrumentId)?.name ?? parameterOf(f.parameter)?.label ?? '',
    }));
  });
  protected readonly warned = computed(() => {
    const used = new Set(Object.values(this.resolved().instruments));
    return this.owned
      .inUse()
      .filter((o) => used.has(o.instrument.id))
      .flatMap((o) =>
        o.warnings
          .filter((w) => w.doubtful)
          .map((w) => ({ name: o.instrument.name, text: instrumentWords(speech(), w) })),
      );
  });
  protected readonly filled = computed(() =>
    [...this.rows().values()].filter((r) => [...r.said.values()].some((s) => s.kind !== 'empty')),
  );
  protected readonly held = computed(() =>
    this.filled().filter((r) => r.questions.length > 0 || this.faultsOf(r).length > 0),
  );
  /** Rows that can be written; none before it is known with what they are read. */
  protected readonly ready = computed(() => (this.owned.answered() ? this.filled().length - this.held().length : 0));

  protected typed(tankId: string, { column, text }: { column: Column; text: string }): void {
    this.said.set('');
    this.drafts.type(cellKey(tankId, column), text);
  }
  protected paste(rowIndex: number, columnIndex: number, event: ClipboardEvent): void {
    const text = event.clipboardData?.getData('text/plain') ?? '';
    if (!/[\t\n]/.test(text.trim())) return;
    event.preventDefault();
    const laid = pasted({
      text,
      tankIds: (this.bench()?.tanks ?? []).map((t) => t.tankId),
      columns: this.draft().columns,
      from: { rowIndex, columnIndex },
    });
    this.drafts.put(laid.texts);
    this.said.set(
      readingsPages.cellsLaidIn(
        Object.keys(laid.texts).length,
        laid.lostCount > 0 ? readingsPages.fellOffTheGridAnd(laid.lostCount) : '',
      ),
    );
  }
  /** Enter goes on, arrows move, Ctrl and Enter write. */
  protected key(rowIndex: number, columnIndex: number, event: KeyboardEvent): void {
    const wide = this.draft().columns.length;
    const high = this.bench()?.tanks.length ?? 0;
    const input = event.target as HTMLInputElement;
    if (event.key === '=' && input.value === '') {
      event.preventDefault();
      if (this.liveHere()) this.holdHere();
      else this.said.set(readingsPages.noDeviceOnTheWire);
      return;
    }
    if (event.key === 'Escape' && this.hold.cell()) {
      this.hold.stop();
      return;
    }
    const atEnd = input.selectionStart === input.value.length;
    const atStart = input.selectionEnd === 0;
    const place = rowIndex * wide + columnIndex;
    if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) {
      event.preventDefault();
      void this.write();
      return;
    }
    const on = this.down() ? (rowIndex + 1 < high ? place + wide : columnIndex + 1) : place + 1;
    const to = {
      Enter: on,
      ArrowDown: place + wide,
      ArrowUp: place - wide,
      ArrowRight: atEnd ? place + 1 : -1,
      ArrowLeft: atStart ? place - 1 : -1,
    }[event.key];
    if (to === undefined || to < 0) return;
    if (to >= wide * high) return;
    event.preventDefault();
    this.goTo(to);
  }
  protected toggleColumn(id: Column): void {
    const { columns } = this.draft();
    const wanted = columns.includes(id) ? columns.filter((c) => c !== id) : [...columns, id];
    this.drafts.change({ columns: this.everyColumn.map((c) => c.id).filter((c) => wanted.includes(c)) });
  }
  protected chooseInstrument(column: Column, picked: string): void {
    if (isSeen(column)) return;
    const instruments = { ...this.draft().instruments, [column]: picked };
    this.drafts.change({ instruments });
  }
  /** Writes the rows that are clear; those with a question stay where they are. */
  protected async write(): Promise<void> {
    if (this.ready() === 0) return;
    const clear = this.filled().filter((r) => !this.held().includes(r));
    const entries = clear.flatMap((row) =>
      rowEntries({ row, draft: this.resolved(), happenedAt: this.house.nowIso(), doubts: this.owned.doubts() }),
    );
    if (entries.length === 0) return;
    const sentTexts = this.draft().texts;
    const done: string[] = [];
    const faults = new Map<string, string>();
    for (let i = 0; i < entries.length; i += 150) {
      const part = entries.slice(i, i + 150);
      const sent = await this.outbox.write(part);
      if (sent.state === 'refused')
        for (const [j, entry] of part.entries()) {
          const own = (sent.problem.errors ?? []).filter(
            (e) => e.field.startsWith(`entries.${j}.`) || e.field === entry.id,
          );
          if (own.length > 0 || part.length === 1)
            faults.set(entry.subjectId, own.map((e) => e.message).join('; ') || sent.problem.title);
        }
      else done.push(...part.map((e) => e.subjectId));
      if (sent.state === 'refused' && faults.size === 0) faults.set('', sent.problem.title);
    }
    const written = new Set(done);
    this.drafts.clear({ written, sentTexts });
    this.faults.set(faults);
    const left = this.filled().length;
    this.said.set(
      readingsPages.inTheBook(
        written.size,
        written.size === 1 ? 'tank' : 'tanks',
        left > 0 ? readingsPages.stillOnTheBench(left) : '',
      ),
    );
  }
  protected readonly faultList = computed(() =>
    [...this.faults()].map(([id, text]) =>
      `${this.bench()?.tanks.find((t) => t.tankId === id)?.name ?? ''} ${text}`.trim(),
    ),
  );
}
