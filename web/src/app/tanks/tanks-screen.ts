import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { tanksPages } from '#words/tanks';
import { Choice, Option } from '../ui/choice';
import { InputText } from 'primeng/inputtext';
import { TableModule } from 'primeng/table';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { tankStages, type TankStage } from '#core/tanks';
import { purposes, type Purpose } from '#core/tonight';
import type { StockTank } from '#contracts/stock';
import { HouseStore } from '../base/house-store';
import { newId } from '../base/outbox';
import { Scribe } from '../base/scribe';
import { countText, StockStore, type TankStock } from '../stock';
import { TonightStore, Welcome } from '../tonight';
import { countShown } from '../ui/gradual-list';
import { StateMark } from '../ui/state-mark';
import { decoded } from '../ui/text-file';
import { EndedPart } from './ended-part';
import { RackPicture } from './rack-picture';
import { csvOf, tanksFromCsv, type CsvTanks } from './tank-csv';
import { BareAmountPipe, UnitNamePipe } from '../ui/amount';

type Column = 'order' | 'name' | 'rack' | 'purpose' | 'stage' | 'net' | 'state';
/** Up to so many rows all their fields are open. */
const mostEditable = 60;
const rank = { act: 0, drifting: 1, unknown: 2, settled: 3, resting: 4 };

/** The register: every tank on one screen, sorted, filtered, grouped by rack, edited in place, cloned, in and out by CSV. */
@Component({
  selector: 'nl-tanks',
  imports: [
    BareAmountPipe,
    UnitNamePipe,
    FormsModule,
    RouterLink,
    StateMark,
    Welcome,
    ButtonDirective,
    Checkbox,
    Choice,
    InputText,
    Option,
    EndedPart,
    RackPicture,
    TableModule,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './tanks-screen.html',
  styleUrl: './tanks-screen.scss',
})
export class TanksScreen {
  protected readonly say = tanksPages;
  protected readonly store = inject(StockStore);
  protected readonly tonight = inject(TonightStore);
  private readonly scribe = inject(Scribe);
  private readonly house = inject(HouseStore);
  protected readonly purposes = purposes;
  protected readonly stages = tankStages;
  protected readonly wanted = signal('');
  protected readonly grouped = signal(true);
  protected readonly drawn = signal(false);
  protected readonly sort = signal<{ by: Column; down: boolean }>({ by: 'order', down: false });
  protected readonly said = signal('');
  protected readonly fault = signal('');
  protected readonly csv = signal<CsvTanks | null>(null);
  protected readonly columns: readonly { id: Column; word: string; right?: boolean }[] = [
    { id: 'name', word: 'Tank' },
    { id: 'state', word: 'State' },
    { id: 'rack', word: 'Rack' },
    { id: 'purpose', word: 'Purpose' },
    { id: 'stage', word: 'Stage' },
    { id: 'net', word: 'Net', right: true },
  ];
  constructor() {
    this.store.load();
  }
  private readonly rows = computed(() => {
    const wanted = this.wanted().trim().toLowerCase();
    const { by, down } = this.sort();
    const key = ({ tank }: TankStock): string | number =>
      ({
        order: tank.setUp.roundOrder,
        name: tank.name.toLowerCase(),
        rack: tank.setUp.rack.toLowerCase(),
        purpose: tank.setUp.purpose,
        stage: tank.stage ?? '',
        net: tank.netVolumeL,
        state: rank[tank.state],
      })[by];
    return this.store
      .stocked()
      .filter(({ tank, residents }) =>
        `${tank.name} ${tank.setUp.rack} ${tank.setUp.purpose} ${tank.stage ?? ''} ${residents.map((l) => l.kind.commonName).join(' ')}`
          .toLowerCase()
          .includes(wanted),
      )
      .sort(
        (a, b) =>
          (key(a) < key(b) ? -1 : key(a) > key(b) ? 1 : a.tank.setUp.roundOrder - b.tank.setUp.roundOrder) *
          (down ? -1 : 1),
      );
  });
  /** Racks in the order of their first tank, where they are shown as racks. */
  protected readonly tableRows = computed((): TankStock[] => {
    const rows = this.rows();
    if (!this.grouped()) return rows;
    const racks = new Map<string, TankStock[]>();
    for (const row of rows) racks.set(row.tank.setUp.rack, [...(racks.get(row.tank.setUp.rack) ?? []), row]);
    return [...racks.values()].flat();
  });
  private readonly drawnCount = countShown(() => this.tableRows().length, { firstCount: 40, stepCount: 40 });
  protected readonly drawnRows = computed(() => this.tableRows().slice(0, this.drawnCount()));
  protected countOf = (rack: string): number => this.rows().filter((r) => r.tank.setUp.rack === rack).length;
  /** In a large house a row gets its fields when it is asked for. */
  protected readonly editing = signal<string | null>(null);
  protected editable = ({ tank }: TankStock): boolean =>
    this.rows().length <= mostEditable || this.editing() === tank.tankId;
  protected readonly total = computed(() => this.rows().length);
  protected sortBy(by: Column): void {
    this.sort.update((s) => (s.by === by ? { by, down: !s.down } : { by, down: false }));
  }
  protected sorted = (id: Column): 'ascending' | 'descending' | null =>
    this.sort().by === id ? (this.sort().down ? 'descending' : 'ascending') : null;
  protected residents = (s: TankStock): string =>
    s.residents.map((l) => `${countText(l.count)} ${l.kind.commonName}${l.strain ? ` ${l.strain}` : ''}`).join(', ');
  protected names = (c: CsvTanks): string => c.setUps.map((s) => s.name).join(', ');

  /** A set-up with one thing changed: written over the old one from tonight. */
  protected async change(tank: StockTank, over: { purpose?: Purpose; rack?: string }): Promise<void> {
    if (over.rack === tank.setUp.rack) return;
    await this.write([this.scribe.entry('set-up', tank.tankId, { ...tank.setUp, ...over })], `${tank.name} changed`);
  }
  protected async setStage(tank: StockTank, stage: TankStage): Promise<void> {
    await this.write([this.scribe.entry('fact', tank.tankId, { about: 'stage', stage })], `${tank.name}: ${stage}`);
  }
  protected async clone(tank: StockTank): Promise<void> {
    const names = new Set(this.store.tanks().map((t) => t.name.toLowerCase()));
    let n = 2;
    while (names.has(`${tank.name} ${n}`.toLowerCase())) n++;
    const { newArrivalsOn: _arrivals, ...setUp } = tank.setUp;
    const payload = { ...setUp, name: `${tank.name} ${n}`, roundOrder: setUp.roundOrder + 1, startedOn: this.today() };
    await this.write(
      [this.scribe.entry('set-up', newId(), payload)],
      tanksPages.setUpAsIsWithout(tank.name, n, tank.name),
    );
  }
  private today = (): string => this.house.house()?.nightOn ?? this.house.nowIso().slice(0, 10);
  private async write(entries: Parameters<Scribe['write']>[0], what: string): Promise<boolean> {
    const written = await this.scribe.write(entries, what);
    this.said.set(written.said);
    this.fault.set([...written.faults.values()].join('; '));
    return written.kept;
  }
  protected exportCsv(): void {
    const rows = this.store.stocked().map((s) => s.tank.setUp);
    const url = URL.createObjectURL(new Blob([csvOf(rows)], { type: 'text/csv;charset=utf-8' }));
    const link = Object.assign(document.createElement('a'), { href: url, download: 'night-ledger-tanks.csv' });
    link.click();
    URL.revokeObjectURL(url);
  }
  protected async readCsv(event: Event): Promise<void> {
    const input = event.target as HTMLInputElement;
    const file = input.files?.[0];
    if (!file) return;
    const text = decoded(new Uint8Array(await file.arrayBuffer()));
    this.csv.set(
      'fault' in text
        ? { setUps: [], faults: [{ lineCount: 0, field: '', message: text.fault }] }
        : tanksFromCsv(text.text, { existing: this.store.tanks().map((t) => t.name), on: this.today() }),
    );
    input.value = '';
  }
  /** All of the file in one request: all of it or nothing. */
  protected async importCsv(): Promise<void> {
    const setUps = this.csv()?.setUps ?? [];
    if (
      await this.write(
        setUps.map((s) => this.scribe.entry('set-up', newId(), s)),
        tanksPages.tanksFromTheFile(setUps.length),
      )
    )
      this.csv.set(null);
  }
}
