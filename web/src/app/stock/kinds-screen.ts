import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { stockPages } from '#words/stock';
import { Choice, Option } from '../ui/choice';
import { InputText } from 'primeng/inputtext';
import { TableModule } from 'primeng/table';
import { FormsModule } from '@angular/forms';
import { sources } from '#almanac/sources';
import { kindParameters, stockGroups, type KindParameter, type KindRange, type StockKind } from '#core/stock';
import { HouseStore } from '../base/house-store';
import { newId } from '../base/outbox';
import { DiaryWatch, Scribe } from '../base/scribe';
import { gradeWords } from '../ui/words';
import { groupWords, parameterShort, rangeText } from '../ui/kind-words';
import { ValueField } from '../ui/value-field';
import { saveCsv } from '../ui/save-csv';
import { StockNav } from './stock-nav';
import { StockStore } from './stock-store';
import { AmountPipe, BareAmountPipe, UnitNamePipe } from '../ui/amount';
import { FromToPipe } from '../ui/from-to';
import { Field } from '../ui/field';

type Ends = Partial<Record<KindParameter, { lo: number | null; hi: number | null }>>;

/** The kinds of the almanac and the keeper's own, which outrank it: a breeder's figures beat any book. */
@Component({
  selector: 'nl-kinds',
  imports: [
    Field,
    FromToPipe,
    AmountPipe,
    BareAmountPipe,
    UnitNamePipe,
    FormsModule,
    StockNav,
    ValueField,
    ButtonDirective,
    Choice,
    InputText,
    Option,
    TableModule,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './kinds-screen.html',
  styleUrl: './kinds-screen.scss',
})
export class KindsScreen {
  protected readonly say = stockPages;
  readonly kind = input<string>();
  protected readonly store = inject(StockStore);
  private readonly scribe = inject(Scribe);
  private readonly house = inject(HouseStore);
  private readonly diary = new DiaryWatch(['own-kind']);
  protected readonly groups = stockGroups;
  protected readonly groupWords = groupWords;
  protected readonly parameters = kindParameters;
  protected readonly wanted = signal('');
  protected readonly group = signal('');
  protected readonly openId = signal('');
  protected readonly editing = signal<'over' | 'strain' | null>(null);
  protected readonly ends = signal<Ends>({});
  protected readonly name = signal('');
  protected readonly from = signal('');
  protected readonly faults = signal<Map<string, string>>(new Map());
  protected readonly said = signal('');
  constructor() {
    this.store.load();
    this.diary.open();
    effect(() => {
      const id = this.kind();
      if (id !== undefined)
        untracked(() => {
          this.openId.set(id);
        });
    });
  }
  protected readonly ownIds = computed(() => new Set(this.store.view()?.ownKinds.map((k) => k.id) ?? []));
  protected readonly listed = computed(() => {
    const wanted = this.wanted().trim().toLowerCase();
    return this.store
      .kinds()
      .filter(
        (k) =>
          (this.group() === '' || k.group === this.group()) &&
          `${k.commonName} ${k.scientificName}`.toLowerCase().includes(wanted),
      );
  });
  protected saveTable(): void {
    saveCsv(
      'kinds',
      ['kind', 'scientific name', 'group', stockPages.growsToCm, ...kindParameters, 'bears'],
      this.listed().map((k) => [
        ...[k.commonName, k.scientificName, k.group, k.adultCm],
        ...kindParameters.map((p) => rangeText(k.ranges[p])),
        k.bearing,
      ]),
    );
  }
  protected readonly open = computed(() => this.store.kindNamed(this.openId()));
  protected show(id: string): void {
    this.openId.set(this.openId() === id ? '' : id);
    this.editing.set(null);
  }
  protected edit(kind: StockKind, how: 'over' | 'strain'): void {
    this.editing.set(how);
    this.name.set(how === 'strain' ? `${kind.commonName}, own strain` : kind.commonName);
    this.ends.set(
      Object.fromEntries(
        kindParameters.flatMap((p) => (kind.ranges[p] ? [[p, { lo: kind.ranges[p].lo, hi: kind.ranges[p].hi }]] : [])),
      ),
    );
    this.faults.set(new Map());
  }
  protected setEnd(p: KindParameter, end: 'lo' | 'hi', value: number | null): void {
    this.ends.update((all) => ({ ...all, [p]: { lo: null, hi: null, ...all[p], [end]: value } }));
  }
  protected async save(kind: StockKind): Promise<void> {
    const ranges: Partial<Record<KindParameter, KindRange>> = {};
    for (const p of kindParameters) {
      const end = this.ends()[p];
      if (end && (end.lo !== null || end.hi !== null))
        ranges[p] = { ...end, grade: 'single-observation', sourceIds: ['own'], confidence: 'high' };
    }
    const id = this.editing() === 'over' ? kind.id : `own-${newId().slice(-8)}`;
    const own = { ...kind, id, commonName: this.name().trim(), ranges, strains: [...kind.strains] } as never;
    const entry = this.scribe.entry('own-kind', this.subjectOf(id) ?? newId(), {
      baseId: this.ownIds().has(kind.id) ? null : kind.id,
      kind: own,
      from: this.from().trim(),
      startedOn: this.house.house()?.nightOn ?? this.house.nowIso().slice(0, 10),
    });
    const written = await this.scribe.write([entry], `${this.name().trim()}, own figures`);
    this.faults.set(written.faults);
    this.said.set(written.said);
    if (!written.kept) return;
    this.editing.set(null);
    this.openId.set(id);
  }
  /** Figures that are laid over again go to the same subject. */
  private subjectOf = (id: string): string | null =>
    this.diary.of('own-kind').find((o) => o.payload.kind.id === id)?.subjectId ?? null;
  protected fault = (field: string): string => this.faults().get(field) ?? '';
  protected readonly allFaults = computed(() => [...this.faults().values()].join('; '));
  protected range = (k: StockKind, p: KindParameter): string => rangeText(k.ranges[p], p);
  protected short = parameterShort;
  protected evidence(k: StockKind, p: KindParameter): string {
    const r = k.ranges[p];
    if (!r) return '';
    const titles = r.sourceIds.map((id) => sources.find((s) => s.id === id)?.title ?? stockPages.yourOwnFigures);
    return `${gradeWords[r.grade] ?? r.grade}: ${titles.join(', ')}; confidence ${r.confidence}`;
  }
}
