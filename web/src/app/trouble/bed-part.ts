import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { ButtonDirective } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { troubleKnowledge } from '#almanac/trouble';
import { bedDecision, pokeGases, type BedCase, type PokeGas } from '#core/trouble';
import { bedDoWords, bedReasonWords, gasWords, troublePages } from '#words/trouble';
import { HouseStore } from '../base/house-store';
import { Scribe } from '../base/scribe';
import { Choice, Option } from '../ui/choice';
import { Field } from '../ui/field';
import { whenText } from '../ui/words';

/** Gas in the bed: what was poked where, and whether to leave it, clean it by sections or replace it. */
@Component({
  selector: 'nl-bed-part',
  imports: [FormsModule, ButtonDirective, InputText, Choice, Option, Field],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let d = decision();
    <section [attr.aria-label]="say.gasInTheBed">
      <h2>{{ say.gasInTheBed }}</h2>
      <p class="caution small">{{ caution }}</p>
      <p>
        <strong>{{ doWords[d.do] }}</strong>
      </p>
      <ul class="small">
        @for (r of reasons(); track r) {
          <li>{{ r }}</li>
        }
      </ul>
      @if (d.do === 'sections' || d.do === 'replace') {
        <p class="small">
          {{ say.in2 }} <span class="num">{{ d.sectionCount }}</span> {{ say.sectionsOneEvery }}
          <span class="num">{{ d.everyDays }}</span>
          {{ say.daysWhatLeavesByThe }}
        </p>
      }
      @if (d.do !== 'poke') {
        <p class="small quiet">{{ say.pokeAgainInDays(d.pokeAgainDays) }}</p>
      }
      <form class="row" (ngSubmit)="keep()" [attr.aria-label]="say.aPoke">
        <nl-field [name]="say.whereASquareOfThe" [fault]="fault()">
          <input
            pInputText
            name="place"
            maxlength="60"
            autocomplete="off"
            [ngModel]="place()"
            (ngModelChange)="place.set($event)" />
        </nl-field>
        <nl-field [name]="say.whatCameUp"
          ><nl-choice name="gas" [ngModel]="gas()" (ngModelChange)="gas.set($event)">
            @for (g of gases; track g) {
              <nl-option [value]="g" [word]="gasNames[g]" />
            }</nl-choice
        ></nl-field>
        <button pButton class="go">{{ say.writeThePoke }}</button>
      </form>
      <p role="status" class="quiet">{{ said() }}</p>
      @if (shown().length > 0) {
        <ul class="small">
          @for (p of shown(); track p.atEpochMs + p.place) {
            <li>
              {{ p.text }} <span class="quiet">{{ p.when }}</span>
            </li>
          }
        </ul>
      }
    </section>
  `,
  styles: `
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 0.5rem 1rem;
      align-items: end;
    }
  `,
})
export class BedPart {
  protected readonly say = troublePages;
  readonly tankId = input.required<string>();
  readonly bed = input.required<BedCase>();
  private readonly scribe = inject(Scribe);
  private readonly house = inject(HouseStore);
  protected readonly caution = troubleKnowledge.cautions.find((c) => c.id === 'gas')?.text ?? '';
  protected readonly gases = pokeGases;
  protected readonly gasNames = gasWords;
  protected readonly doWords = bedDoWords;
  protected readonly place = signal('');
  protected readonly gas = signal<PokeGas>('none');
  protected readonly said = signal('');
  protected readonly fault = signal('');
  protected readonly decision = computed(() => bedDecision(this.bed()));
  protected readonly reasons = computed(() => this.decision().reasons.map(bedReasonWords));
  protected readonly shown = computed(() =>
    [...this.bed().pokes]
      .sort((a, b) => b.atEpochMs - a.atEpochMs)
      .slice(0, 12)
      .map((p) => ({
        ...p,
        text: `${p.place}: ${gasWords[p.gas]}`,
        when: whenText(speech(), p.atEpochMs, this.house.zone()),
      })),
  );
  protected async keep(): Promise<void> {
    const place = this.place().trim();
    this.fault.set(place === '' ? 'says where' : '');
    if (place === '') return;
    const entry = this.scribe.entry('poke', this.tankId(), { place, gas: this.gas(), note: '' });
    const written = await this.scribe.write([entry], 'The poke');
    this.fault.set(written.kept ? '' : [...written.faults.values()].join('; '));
    this.said.set(written.kept ? written.said : '');
    if (written.kept) this.place.set('');
  }
}
