import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import {
  supplyCategories,
  supplyState,
  supplyUnits,
  type SupplyCategory,
  type SupplyState,
  type SupplyUnit,
} from '#core/supplies';
import type { SupplyLogPayload } from '#contracts/book';
import { HouseStore } from '../shell/house-store';
import { newId } from '../shell/outbox';
import { DiaryWatch, Scribe } from '../shell/scribe';
import { dateText, figure } from '../ui/words';

const stateWords: Record<SupplyState['state'], string> = {
  enough: 'enough',
  reorder: 'order now',
  out: 'none left',
  expires: 'expires soon',
  expired: 'expired',
  unknown: 'cannot tell',
};
const dayMs = 86_400_000;

/** What is on the shelf: how much, how fast it goes, when it runs out, and what to order. */
@Component({
  selector: 'nl-supplies',
  imports: [FormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h1>Supplies</h1>
    @if (orders().length > 0) {<p class="caution" role="status">To order: {{ orders().join(', ') }}.</p>}
    @if (rows().length > 0) {<table>
      <thead><tr><th>Supply</th><th class="right">Left</th><th class="right">A week</th><th>Runs out</th><th>Good until</th><th>State</th><th>Write</th></tr></thead>
      <tbody>@for (r of rows(); track r.id) {<tr>
        <td><span class="serif">{{ r.supply.name }}</span> <span class="small quiet">{{ r.supply.category }}</span></td>
        <td class="num right">{{ amount(r.state.leftValue) }} <span class="unit">{{ r.supply.unit }}</span></td>
        <td class="num right">@if (r.state.weekly; as w) {{{ amount(w.lo) }}–{{ amount(w.hi) }}} @else {<span class="quiet">?</span>}</td>
        <td class="small num">@if (r.state.runsOut; as o) {{{ day(o.loEpochMs) }} – {{ day(o.hiEpochMs) }}}</td>
        <td class="small num">{{ r.supply.expiresOn ?? '' }}</td>
        <td class="small"><strong [class]="r.state.state">{{ words[r.state.state] }}</strong><div class="quiet">{{ r.state.reason }}</div></td>
        <td><form class="log" (ngSubmit)="log(r.id, r.supply.name)"><select [name]="'e' + r.id" [attr.aria-label]="'What happened to ' + r.supply.name" [ngModel]="events()[r.id] ?? 'used'" (ngModelChange)="setEvent(r.id, $event)"><option value="used">used</option><option value="left">left, counted</option><option value="bought">bought</option><option value="thrown-away">thrown away</option></select><input type="number" step="any" min="0" [name]="'v' + r.id" [attr.aria-label]="'How much of ' + r.supply.name + ', ' + r.supply.unit" [ngModel]="values()[r.id]" (ngModelChange)="setValue(r.id, $event)" /><button class="plain">Write<span class="visuallyHidden"> {{ r.supply.name }}</span></button></form></td>
      </tr>}</tbody></table>}
    @else if (diary.loaded()) {<p class="quiet">Nothing is on the shelf that the book knows of. Minerals, conditioner, salts, food, kits, resin, fertiliser: what runs out on a Sunday.</p>}
    <p role="status" class="quiet">{{ said() }}</p>
    <form (ngSubmit)="add()" class="grid" aria-label="A new supply">
      <h2>A new supply</h2>
      <label><span class="name">Name</span><input name="name" required maxlength="60" [ngModel]="name()" (ngModelChange)="name.set($event)" [attr.aria-invalid]="!!fault('name')" autocomplete="off" />@if (fault('name')) {<span class="fault">{{ fault('name') }}</span>}</label>
      <label><span class="name">Sort</span><select name="category" [ngModel]="category()" (ngModelChange)="category.set($event)">@for (c of categories; track c) {<option [value]="c">{{ c }}</option>}</select></label>
      <label><span class="name">In</span><select name="unit" [ngModel]="unit()" (ngModelChange)="unit.set($event)">@for (u of units; track u) {<option [value]="u">{{ u }}</option>}</select></label>
      <label><span class="name">There is now</span><input type="number" step="any" min="0" name="now" [ngModel]="now()" (ngModelChange)="now.set($event)" /></label>
      <label><span class="name">Good until</span><input type="date" name="expires" [ngModel]="expires()" (ngModelChange)="expires.set($event)" /></label>
      <label><span class="name">Days until a delivery comes</span><input type="number" min="0" max="365" name="lead" [ngModel]="lead()" (ngModelChange)="lead.set($event)" /></label>
      <div><button class="go" [disabled]="name().trim() === ''">Put it on the shelf</button></div>
    </form>
    <p class="small quiet">Medicines and bleach out of reach of children and guests, in their own bottles, never beside food.</p>
  `,
  styles: `
    .right { text-align: right; } .log { display: flex; gap: 0.4rem; } .log select { width: 130px; } .log input { width: 96px; } .reorder, .out, .expired { color: var(--act); } .expires { color: var(--drifting); } .enough { color: var(--settled); } .unknown { color: var(--unknown); }
    .grid { display: grid; grid-template-columns: repeat(auto-fill, minmax(200px, 1fr)); gap: 0.7rem 1rem; align-items: end; max-width: 900px; margin-top: 1.2rem; } .grid h2 { grid-column: 1 / -1; }
  `,
})
export class SuppliesScreen {
  private readonly house = inject(HouseStore);
  private readonly scribe = inject(Scribe);
  protected readonly diary = new DiaryWatch(['supply', 'supply-log']);
  protected readonly categories = supplyCategories;
  protected readonly units = supplyUnits;
  protected readonly words = stateWords;
  protected readonly name = signal('');
  protected readonly category = signal<SupplyCategory>('mineral');
  protected readonly unit = signal<SupplyUnit>('g');
  protected readonly now = signal<number | null>(null);
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
  protected day = (at: number): string => dateText(at, this.house.zone());
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
  protected async add(): Promise<void> {
    const id = newId();
    const left = this.now();
    const written = await this.scribe.write(
      [
        this.scribe.entry('supply', id, {
          name: this.name().trim(),
          category: this.category(),
          unit: this.unit(),
          leadDays: this.lead(),
          startedOn: this.house.house()?.nightOn ?? this.house.nowIso().slice(0, 10),
          ...(this.expires() ? { expiresOn: this.expires() } : {}),
        }),
        ...(left === null ? [] : [this.scribe.entry('supply-log', id, { event: 'left', value: left })]),
      ],
      this.name().trim(),
    );
    this.faults.set(written.faults);
    this.said.set(written.said);
    if (!written.kept) return;
    this.name.set('');
    this.now.set(null);
  }
}
