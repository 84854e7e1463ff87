import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router, RouterLink } from '@angular/router';
import { parameters } from '#almanac/parameters';
import { intervalText } from '#core/readings';
import { sourceStates, type NewEntry, type SourcePayload } from '#contracts/book';
import type { SourceView } from '#contracts/sources';
import { HouseStore } from '../shell/house-store';
import { newId, Outbox } from '../shell/outbox';
import { faultsByField } from '../ui/faults';
import { agoText } from '../ui/words';
import { SourcesStore } from './sources-store';

const stateWords: Record<SourcePayload['state'], string> = {
  'tap-straight': 'tap, straight',
  'tap-aged': 'tap, aged a day with air',
  softened: 'tap through a softener',
  ro: 'RO',
  rodi: 'RO and deioniser',
  rain: 'rain',
  batch: 'mixed in a drum',
};
const asked = ['ghDegrees', 'khDegrees', 'ec25UsPerCm', 'ph', 'no3MgPerL', 'tempC'];

/** Water sources: what each is, what is known of it and from when, and what is not known. */
@Component({
  selector: 'nl-sources',
  imports: [FormsModule, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h1>Sources</h1>
    <p class="quiet">The waters you have to change with. What is not known of one cannot be worked out after a change.</p>
    @for (s of store.list(); track s.sourceId) {
      <section [attr.aria-label]="s.setUp.name">
        <div class="head"><h2>{{ s.setUp.name }}</h2><span class="quiet">{{ words[s.setUp.state] }}</span><a routerLink="/readings" [queryParams]="{ source: s.sourceId }">Write an analysis</a></div>
        @if (s.setUp.chlorine === 'chloramine') {<p class="caution small">Chloramine does not gas off with ageing; it needs a conditioner by its label, or a deioniser.</p>}
        @if (s.setUp.chlorine === 'chlorine') {<p class="caution small">Chlorine: a day of aeration, or a conditioner by its label, before it goes in. Run a copper pipe for a minute first.</p>}
        @if (s.setUp.chlorine === 'unknown') {<p class="caution small">Whether chlorine or chloramine is in it is not known: ask the supplier, and treat it as chloramine until then.</p>}
        <dl>@for (row of known(s); track row.label) {<div><dt>{{ row.label }}</dt><dd class="num">{{ row.text }} <span class="unit">{{ row.unit }}</span></dd><dd class="small quiet">{{ row.ago }}</dd></div>}</dl>
        @if (unknown(s).length > 0) {<p class="small quiet">Not known: {{ unknown(s).join(', ') }}.</p>}
      </section>
    } @empty {@if (store.loaded()) {<p>No source yet. Most begin with the tap.</p>}}
    @if (adding()) {
      <form (ngSubmit)="save()">
        <h2>A new source</h2>
        @if (fault('')) {<p class="fault" role="alert">{{ fault('') }}</p>}
        <div class="grid">
          <label><span class="name">Name</span><input name="name" required maxlength="60" [ngModel]="name()" (ngModelChange)="name.set($event)" [attr.aria-invalid]="!!fault('name')" autocomplete="off" />@if (fault('name')) {<span class="fault">{{ fault('name') }}</span>}</label>
          <label><span class="name">What it is</span><select name="state" [ngModel]="state()" (ngModelChange)="state.set($event)">@for (k of states; track k) {<option [value]="k">{{ words[k] }}</option>}</select></label>
          <label><span class="name">Chlorine</span><select name="chlorine" [ngModel]="chlorine()" (ngModelChange)="chlorine.set($event)"><option value="unknown">not known</option><option value="none">none</option><option value="chlorine">chlorine</option><option value="chloramine">chloramine</option></select></label>
        </div>
        <div class="do"><button class="go" [disabled]="busy()">Put the source in the book</button> <button type="button" class="asText" (click)="adding.set(false)">Leave it</button></div>
      </form>
    } @else {<button type="button" class="go add" (click)="adding.set(true)">Add a source</button>}
  `,
  styles: `
    section { border-top: 1px solid var(--quiet); padding: 0.7rem 0; margin-top: 0.7rem; } .head { display: flex; gap: 1rem; align-items: baseline; flex-wrap: wrap; }
    dl { display: flex; flex-wrap: wrap; gap: 0.4rem 1.6rem; margin: 0.5rem 0; } dt { font-size: 0.85rem; color: var(--quiet); }
    .grid { display: grid; grid-template-columns: repeat(auto-fill, minmax(230px, 1fr)); gap: 0.8rem 1.2rem; max-width: 860px; margin-top: 0.5rem; } .do { margin-top: 1rem; display: flex; gap: 1rem; } .add { margin-top: 1rem; } form { margin-top: 1.4rem; }
  `,
})
export class SourcesScreen {
  readonly new = input<string>();
  protected readonly store = inject(SourcesStore);
  private readonly house = inject(HouseStore);
  private readonly outbox = inject(Outbox);
  private readonly router = inject(Router);
  protected readonly words = stateWords;
  protected readonly states = sourceStates;
  protected readonly adding = linkedSignal(() => this.new() !== undefined);
  protected readonly name = signal('');
  protected readonly state = signal<SourcePayload['state']>('tap-aged');
  protected readonly chlorine = signal<SourcePayload['chlorine']>('unknown');
  protected readonly faults = signal<Map<string, string>>(new Map());
  protected readonly busy = signal(false);
  private readonly now = computed(() => this.house.nowEpochMs());
  constructor() {
    this.store.load();
  }
  protected known = (s: SourceView): { label: string; text: string; unit: string; ago: string }[] =>
    parameters.flatMap((p) => {
      const value = s.analysis[p.id];
      return value
        ? [
            {
              label: p.label,
              text: intervalText(value, p.decimalsCount),
              unit: p.unit,
              ago: agoText({ atEpochMs: value.atEpochMs, nowEpochMs: this.now() }),
            },
          ]
        : [];
    });
  protected unknown = (s: SourceView): string[] =>
    parameters.filter((p) => asked.includes(p.id) && !s.analysis[p.id]).map((p) => p.label.toLowerCase());
  protected fault = (field: string): string => this.faults().get(field) ?? '';
  protected async save(): Promise<void> {
    this.busy.set(true);
    const subjectId = newId();
    const entry: NewEntry = {
      id: newId(),
      kind: 'source',
      kindVersion: 1,
      subjectId,
      happenedAt: this.house.nowIso(),
      payload: {
        name: this.name().trim(),
        state: this.state(),
        chlorine: this.chlorine(),
        startedOn: this.house.house()?.nightOn ?? this.house.nowIso().slice(0, 10),
      },
    };
    const sent = await this.outbox.write([entry]);
    this.busy.set(false);
    if (sent.state === 'refused') {
      this.faults.set(faultsByField(sent.problem));
      return;
    }
    this.faults.set(new Map());
    this.adding.set(false);
    this.name.set('');
    if (sent.state === 'written') await this.router.navigate(['/readings'], { queryParams: { source: subjectId } });
  }
}
