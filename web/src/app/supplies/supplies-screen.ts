import { dayMs } from '#core/units';
import { bound, speech } from '../base/speech';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { Choice, Option } from '../ui/choice';
import { Day } from '../ui/day';
import { InputText } from 'primeng/inputtext';
import { FormsModule } from '@angular/forms';
import { TableModule } from 'primeng/table';
import {
  supplyCategories,
  supplyState,
  supplyUnits,
  unitCost,
  type SupplyCategory,
  type SupplyState,
  type SupplyUnit,
} from '#core/supplies';
import { saltIds, salts, type SaltId } from '#core/water';
import type { SupplyLogPayload, SupplyPayload } from '#contracts/book';
import { supplyWords, suppliesPages } from '#words/supplies';
import { HouseStore } from '../base/house-store';
import { newId } from '../base/outbox';
import { DiaryWatch, Scribe } from '../base/scribe';
import { saveCsv } from '../ui/save-csv';
import { onText } from '#words/dates';
import { dateText, figure } from '../ui/words';
import { InUnit } from '../ui/in-unit';
import { FromToPipe } from '../ui/from-to';
import { Field } from '../ui/field';
import { MedicinePart, type Medicine } from './medicine-part';
import { WhyNot } from '../ui/why';

const stateWords: Record<SupplyState['state'], string> = {
  enough: 'enough',
  reorder: 'order now',
  out: 'none left',
  expires: 'expires soon',
  expired: 'expired',
  unknown: 'cannot tell',
};

/** What is on the shelf: how much, how fast it goes, when it runs out, and what to order. */
@Component({
  selector: 'nl-supplies',
  imports: [
    WhyNot,
    Field,
    MedicinePart,
    FromToPipe,
    InUnit,
    FormsModule,
    TableModule,
    ButtonDirective,
    Choice,
    Day,
    InputText,
    Option,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h1>{{ say.supplies }}</h1>
    @if (orders().length > 0) {
      <p class="caution" role="status">{{ say.toOrder(orders().join(', ')) }}</p>
    }
    @if (rows().length > 0) {
      <p class="small">
        <button pButton type="button" class="asText" (click)="saveTable()">{{ say.saveItAsCsv }}</button>
      </p>
      <p-table [value]="rows()" dataKey="id" class="sticky">
        <ng-template #header>
          <tr>
            <th pSortableColumn="supply.name">{{ say.supply }} <p-sortIcon field="supply.name" /></th>
            <th pSortableColumn="state.leftValue" class="right">
              {{ say.left }} <p-sortIcon field="state.leftValue" />
            </th>
            <th class="right">{{ say.aWeek }}</th>
            <th pSortableColumn="state.runsOut.loEpochMs">
              {{ say.runsOut }} <p-sortIcon field="state.runsOut.loEpochMs" />
            </th>
            <th pSortableColumn="supply.expiresOn">{{ say.goodUntil }} <p-sortIcon field="supply.expiresOn" /></th>
            <th pSortableColumn="state.state">{{ say.state }} <p-sortIcon field="state.state" /></th>
            <th>{{ say.write }}</th>
          </tr>
        </ng-template>
        <ng-template #body let-r>
          <tr>
            <td>
              <span class="serif">{{ r.supply.name }}</span>
              <div class="small quiet about">
                {{ r.supply.category }}{{ about(r.supply) }}&ngsp;<button
                  pButton
                  type="button"
                  class="asText small"
                  (click)="edit(r.id, r.supply)">
                  {{ say.change }}<span class="visuallyHidden"> {{ r.supply.name }}</span>
                </button>
              </div>
            </td>
            <td class="num right">
              {{ amount(r.state.leftValue) }} <span class="unit">{{ r.supply.unit }}</span>
            </td>
            <td class="num right">
              @if (r.state.weekly; as w) {
                {{ amount(w.lo) | to: amount(w.hi) }}
              } @else {
                <span class="quiet">?</span>
              }
            </td>
            <td class="small num">
              @if (r.state.runsOut; as o) {
                {{ day(o.loEpochMs) }} – {{ day(o.hiEpochMs) }}
              }
            </td>
            <td class="small num">{{ r.supply.expiresOn ? shortDay(r.supply.expiresOn) : '' }}</td>
            <td class="small">
              <strong [class]="r.state.state">{{ stateWord(r.state.state) }}</strong>
              <div class="quiet">{{ stateText(r.state.reason) }}</div>
            </td>
            <td>
              <form class="log" (ngSubmit)="log(r.id, r.supply.name)">
                <nl-choice
                  [name]="'e' + r.id"
                  [ariaLabel]="say.whatHappenedTo(r.supply.name)"
                  [ngModel]="events()[r.id] ?? 'used'"
                  (ngModelChange)="setEvent(r.id, $event)">
                  <nl-option value="used" [word]="say.used" />
                  <nl-option value="left" [word]="say.leftCounted" />
                  <nl-option value="bought" [word]="say.bought" />
                  <nl-option value="thrown-away" [word]="say.thrownAway" /></nl-choice
                ><input
                  pInputText
                  nlIn
                  [name]="'v' + r.id"
                  [attr.aria-label]="say.howMuchOf(r.supply.name, r.supply.unit)"
                  [ngModel]="values()[r.id]"
                  (ngModelChange)="setValue(r.id, $event)" /><button pButton class="plain">
                  {{ say.write }}<span class="visuallyHidden"> {{ r.supply.name }}</span>
                </button>
              </form>
            </td>
          </tr>
        </ng-template>
      </p-table>
    } @else if (diary.loaded()) {
      <p class="quiet">
        {{ say.nothingIsOnTheShelf }}
      </p>
    }
    <p role="status" class="quiet">{{ said() }}</p>
    <form (ngSubmit)="save()" class="grid" [attr.aria-label]="editing() ? say.changeASupply : say.aNewSupply">
      <h2>{{ editing() ? say.changeIt : say.aNewSupply }}</h2>
      <nl-field [name]="say.name" [fault]="fault('name')"
        ><input
          pInputText
          #first
          name="name"
          required
          maxlength="60"
          [ngModel]="name()"
          (ngModelChange)="name.set($event)"
          [attr.aria-invalid]="!!fault('name')"
          autocomplete="off"
      /></nl-field>
      <nl-field [name]="say.sort"
        ><nl-choice name="category" [ngModel]="category()" (ngModelChange)="category.set($event)">
          @for (c of categories; track c) {
            <nl-option [value]="c" [word]="c" />
          }</nl-choice
      ></nl-field>
      @if (category() === 'salt') {
        <nl-field [name]="say.whichSalt" [fault]="fault('saltId')"
          ><nl-choice name="salt" [ngModel]="saltId()" (ngModelChange)="chooseSalt($event)">
            <nl-option value="" [word]="say.anotherOne" />
            @for (s of saltList; track s.id) {
              <nl-option [value]="s.id" [word]="s.name" />
            }</nl-choice
        ></nl-field>
        @if (saltId()) {
          <nl-field [name]="say.pureByItsLabel" [fault]="fault('purityFraction')"
            ><input
              pInputText
              nlIn
              name="purity"
              [ngModel]="purityPercent()"
              (ngModelChange)="purityPercent.set($event)"
              [attr.aria-invalid]="!!fault('purityFraction')"
          /></nl-field>
        }
      }
      <nl-field [name]="say.in2" [fault]="fault('unit')"
        ><nl-choice name="unit" [ngModel]="unit()" (ngModelChange)="unit.set($event)">
          @for (u of units; track u) {
            <nl-option [value]="u" [word]="u" />
          }</nl-choice
      ></nl-field>
      @if (!editing()) {
        <nl-field [name]="say.thereIsNow"
          ><input pInputText nlIn name="now" [ngModel]="now()" (ngModelChange)="now.set($event)"
        /></nl-field>
      }
      <nl-field [name]="say.aPackHolds(unit())" [fault]="fault('packValue')"
        ><input
          pInputText
          nlIn
          name="packHolds"
          [ngModel]="packHolds()"
          (ngModelChange)="packHolds.set($event)"
          [attr.aria-invalid]="!!fault('packValue')"
      /></nl-field>
      <nl-field [name]="say.andCosts" [fault]="fault('costValue')"
        ><input
          pInputText
          nlIn
          name="packCosts"
          [ngModel]="packCosts()"
          (ngModelChange)="packCosts.set($event)"
          [attr.aria-invalid]="!!fault('costValue')"
      /></nl-field>
      <nl-field [name]="say.goodUntil"
        ><nl-day name="expires" [ngModel]="expires()" (ngModelChange)="expires.set($event)"
      /></nl-field>
      <nl-field [name]="say.daysUntilADeliveryComes"
        ><input pInputText nlIn name="lead" [ngModel]="lead()" (ngModelChange)="lead.set($event)"
      /></nl-field>
      @if (category() === 'medicine') {
        <nl-medicine-part class="whole" [unit]="unit()" [written]="medicineWritten()" (said)="medicine.set($event)" />
      }
      @if (fault('medicine')) {
        <p class="fault whole" role="alert">{{ fault('medicine') }}</p>
      }
      <div>
        <button pButton class="go" [nlWhy]="[[say.aName, name().trim() === '']]">
          {{ editing() ? say.writeTheChange : say.putItOnTheShelf }}
        </button>
        @if (editing()) {
          &ngsp;<button pButton type="button" class="asText" (click)="clear()">{{ say.leaveIt }}</button>
        }
      </div>
    </form>
    <p class="small quiet">
      {{ say.medicinesAndBleachOutOf }}
    </p>
  `,
  styles: `
    .right {
      text-align: right;
    }
    .about {
      margin-left: 0;
    }
    .log {
      display: flex;
      gap: 0.4rem;
    }
    .log select {
      width: 130px;
    }
    .log input {
      width: 96px;
    }
    .reorder,
    .out,
    .expired {
      color: var(--act);
    }
    .expires {
      color: var(--drifting);
    }
    .enough {
      color: var(--settled);
    }
    .unknown {
      color: var(--unknown);
    }
    .grid {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
      gap: 0.7rem 1rem;
      align-items: end;
      max-width: 900px;
      margin-top: 1.2rem;
    }
    .grid h2,
    .grid .whole {
      grid-column: 1 / -1;
    }
  `,
})
export class SuppliesScreen {
  protected readonly say = suppliesPages;
  private readonly house = inject(HouseStore);
  private readonly scribe = inject(Scribe);
  protected stateText = supplyWords;
  protected readonly diary = new DiaryWatch(['supply', 'supply-log']);
  protected readonly categories = supplyCategories;
  protected readonly units = supplyUnits;
  protected stateWord = (state: SupplyState['state']): string => stateWords[state];
  protected readonly name = signal('');
  protected readonly category = signal<SupplyCategory>('mineral');
  protected readonly unit = signal<SupplyUnit>('g');
  protected readonly now = signal<number | null>(null);
  protected readonly saltList = saltIds.map((id) => salts[id]);
  protected readonly saltId = signal<SaltId | ''>('');
  protected readonly purityPercent = signal<number | null>(100);
  protected readonly packHolds = signal<number | null>(null);
  protected readonly packCosts = signal<number | null>(null);
  /** The supply that is being changed; null while a new one is written. */
  protected readonly editing = signal<{ id: string; startedOn: string } | null>(null);
  protected readonly medicineWritten = signal<Medicine | null>(null);
  protected readonly medicine = signal<Medicine | 'unfinished' | null>(null);
  private readonly first = viewChild.required<ElementRef<HTMLInputElement>>('first');
  protected readonly expires = signal('');
  protected readonly lead = signal(7);
  protected readonly events = signal<Record<string, SupplyLogPayload['event']>>({});
  protected readonly values = signal<Record<string, number | null>>({});
  protected readonly faults = signal<Map<string, string>>(new Map());
  protected readonly said = signal('');
  constructor() {
    this.diary.open();
  }
  protected readonly rows = computed(() => {
    const latest = new Map(this.diary.of('supply').map((s) => [s.subjectId, s.payload]));
    const logs = this.diary.of('supply-log');
    return [...latest]
      .map(([id, supply]) => ({
        id,
        supply,
        state: supplyState({
          events: logs.filter((l) => l.subjectId === id).map((l) => ({ atEpochMs: l.atEpochMs, ...l.payload })),
          nowEpochMs: this.house.nowEpochMs(),
          expiresEpochMs: supply.expiresOn === undefined ? null : Date.parse(supply.expiresOn) + dayMs / 2,
          leadDays: supply.leadDays,
        }),
      }))
      .sort((a, b) => a.supply.category.localeCompare(b.supply.category) || a.supply.name.localeCompare(b.supply.name));
  });
  protected readonly orders = computed(() =>
    this.rows()
      .filter((r) => ['reorder', 'out', 'expired'].includes(r.state.state))
      .map((r) => r.supply.name),
  );
  protected amount = (value: number): string => figure(value, value < 10 ? 1 : 0);
  protected day = (at: number): string => dateText(speech(), at, this.house.zone());
  protected readonly shortDay = bound(onText);
  protected saveTable(): void {
    saveCsv(
      'supplies',
      ['supply', 'sort', 'left', 'unit', suppliesPages.aWeekFrom, 'to', 'good until', 'state'],
      this.rows().map(({ supply, state }) => [
        ...[supply.name, supply.category, state.leftValue, supply.unit],
        ...[state.weekly?.lo ?? '', state.weekly?.hi ?? '', supply.expiresOn ?? '', state.state],
      ]),
    );
  }
  protected fault = (field: string): string => this.faults().get(field) ?? '';
  protected setEvent(id: string, event: SupplyLogPayload['event']): void {
    this.events.update((all) => ({ ...all, [id]: event }));
  }
  protected setValue(id: string, value: number | null): void {
    this.values.update((all) => ({ ...all, [id]: value }));
  }
  protected async log(id: string, name: string): Promise<void> {
    const value = this.values()[id];
    if (value === null || value === undefined) return;
    const event = this.events()[id] ?? 'used';
    const written = await this.scribe.write(
      [this.scribe.entry('supply-log', id, { event, value })],
      `${name}: ${event} ${value}`,
    );
    this.said.set(written.kept ? written.said : [...written.faults.values()].join('; '));
    if (written.kept) this.setValue(id, null);
  }
  /** What of it is worth a line: purity and price. */
  protected about = ({ purityFraction, pack, unit }: SupplyPayload): string => {
    const cost = unitCost(pack);
    const [per, unitWord] = unit === 'pieces' ? [1, 'piece'] : [1000, unit === 'g' ? 'kg' : 'L'];
    return [
      ...(purityFraction === undefined ? [] : [`${Math.round(1000 * purityFraction) / 10} %`]),
      ...(cost === null ? [] : [`${figure(cost * per, 2)} a ${unitWord}`]),
    ]
      .map((text) => `, ${text}`)
      .join('');
  };
  protected chooseSalt(id: SaltId | ''): void {
    this.saltId.set(id);
    if (id === '') return;
    this.unit.set('g');
    if (this.name().trim() === '') this.name.set(salts[id].name);
  }
  protected edit(id: string, supply: SupplyPayload): void {
    this.clear();
    this.editing.set({ id, startedOn: supply.startedOn });
    this.name.set(supply.name);
    this.category.set(supply.category);
    this.unit.set(supply.unit);
    this.saltId.set(supply.saltId ?? '');
    this.purityPercent.set(Math.round(1000 * (supply.purityFraction ?? 1)) / 10);
    this.packHolds.set(supply.pack?.packValue ?? null);
    this.packCosts.set(supply.pack?.costValue ?? null);
    this.expires.set(supply.expiresOn ?? '');
    this.lead.set(supply.leadDays);
    this.medicineWritten.set(supply.medicine ?? null);
    this.first().nativeElement.focus();
  }
  protected clear(): void {
    this.editing.set(null);
    this.faults.set(new Map());
    this.name.set('');
    this.saltId.set('');
    this.purityPercent.set(100);
    for (const field of [this.now, this.packHolds, this.packCosts]) field.set(null);
    this.expires.set('');
    this.medicineWritten.set(null);
    this.medicine.set(null);
  }
  protected async save(): Promise<void> {
    const editing = this.editing();
    const id = editing?.id ?? newId();
    const [left, saltId] = [this.now(), this.category() === 'salt' ? this.saltId() : ''];
    const [packValue, costValue] = [this.packHolds(), this.packCosts()];
    if ((packValue === null) !== (costValue === null)) {
      const field = packValue === null ? 'packValue' : 'costValue';
      this.faults.set(new Map([[field, suppliesPages.aPriceNeedsBothWhat]]));
      return;
    }
    const medicine = this.category() === 'medicine' ? this.medicine() : null;
    if (medicine === 'unfinished') {
      this.faults.set(new Map([['medicine', suppliesPages.theLabelIsNotWhole]]));
      return;
    }
    const written = await this.scribe.write(
      [
        this.scribe.entry('supply', id, {
          name: this.name().trim(),
          category: this.category(),
          unit: this.unit(),
          leadDays: this.lead(),
          startedOn: editing?.startedOn ?? this.house.house()?.nightOn ?? this.house.nowIso().slice(0, 10),
          ...(this.expires() ? { expiresOn: this.expires() } : {}),
          ...(saltId === '' ? {} : { saltId, purityFraction: (this.purityPercent() ?? 100) / 100 }),
          ...(medicine === null ? {} : { medicine }),
          ...(packValue === null || costValue === null ? {} : { pack: { packValue, costValue } }),
        }),
        ...(left === null || editing ? [] : [this.scribe.entry('supply-log', id, { event: 'left', value: left })]),
      ],
      this.name().trim(),
    );
    this.faults.set(written.faults);
    this.said.set(written.said);
    if (written.kept) this.clear();
  }
}
