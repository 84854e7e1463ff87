import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router, RouterLink } from '@angular/router';
import { ButtonDirective } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { InputText } from 'primeng/inputtext';
import { thingEnds, waterEnds, type ThingEnd, type WaterEnd } from '#core/tanks';
import type { PayloadOf } from '#contracts/book';
import { endWords, tanksPages } from '#words/tanks';
import { GateWatch } from '../base/gate-watch';
import { Scribe } from '../base/scribe';
import { StockStore } from '../stock';
import { Choice, Option } from '../ui/choice';
import { Field } from '../ui/field';
import { WhyNot, type Why } from '../ui/why';

type Ended = Extract<PayloadOf<'ending'>, { step: 'ended' }>;

/** A tank ends: who and what runs in it is asked about, and where water, bed and equipment go is kept. */
@Component({
  selector: 'nl-end',
  imports: [FormsModule, RouterLink, ButtonDirective, Checkbox, InputText, Choice, Option, Field, WhyNot],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (stock(); as s) {
      <h1>{{ say.ends(s.tank.name) }}</h1>
      <p class="quiet">
        {{ say.itLeavesRoundsAndForecasts }}
      </p>
      <form (ngSubmit)="write()" [attr.aria-label]="say.endATank">
        @for (f of against(); track f.text) {
          <p class="caution" role="status">{{ f.text }}.</p>
        }
        @if (animalsLeft()) {
          <p>
            <a [routerLink]="['/stock/tanks', tankId()]">{{ say.toItsAnimalsMovedGiven }}</a>
          </p>
        }
        <div class="row">
          <nl-field [name]="say.itsWater"
            ><nl-choice name="water" [ngModel]="water()" (ngModelChange)="water.set($event)">
              @for (w of waters; track w) {
                <nl-option [value]="w" [word]="words[w]" />
              }</nl-choice
          ></nl-field>
          <nl-field [name]="say.itsBed"
            ><nl-choice name="bed" [ngModel]="bed()" (ngModelChange)="bed.set($event)">
              @for (w of things; track w) {
                <nl-option [value]="w" [word]="words[w]" />
              }</nl-choice
          ></nl-field>
          <nl-field [name]="say.itsEquipment"
            ><nl-choice name="equipment" [ngModel]="equipment()" (ngModelChange)="equipment.set($event)">
              @for (w of things; track w) {
                <nl-option [value]="w" [word]="words[w]" />
              }</nl-choice
          ></nl-field>
          @if (goesOn()) {
            <nl-field [name]="say.intoWhichTank"
              ><nl-choice name="toTank" [ngModel]="toTankId()" (ngModelChange)="toTankId.set($event)">
                <nl-option value="" disabled [word]="say.choose" />
                @for (o of others(); track o.tank.tankId) {
                  <nl-option [value]="o.tank.tankId" [word]="o.tank.name" />
                }</nl-choice
            ></nl-field>
          }
          <nl-field class="wide" [name]="say.aNoteIfAny"
            ><input
              pInputText
              name="note"
              maxlength="500"
              autocomplete="off"
              [ngModel]="note()"
              (ngModelChange)="note.set($event)"
          /></nl-field>
        </div>
        @if (asksAlso()) {
          <label class="choice"
            ><p-checkbox
              [autofocus]="false"
              [binary]="true"
              [ngModel]="alsoEnds()"
              (onChange)="alsoEnds.set(!alsoEnds())"
              [ngModelOptions]="{ standalone: true }" />
            {{ say.whatStillRunsInIt }}</label
          >
        }
        <p class="caution small">
          {{ say.everythingUnpluggedBeforeHandsOr }}
        </p>
        <button pButton class="go" [nlWhy]="why()">{{ say.itHasEndedWriteIt }}</button>
        @for (f of faults(); track f) {
          <p class="fault" role="alert">{{ f }}</p>
        }
      </form>
    } @else {
      <p class="quiet">{{ say.opening }}</p>
    }
  `,
  styles: `
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 0.7rem 1rem;
      align-items: end;
      margin: 0.7rem 0;
    }
    .wide {
      flex: 1 1 16rem;
      max-width: 34rem;
    }
  `,
})
export class EndScreen {
  protected readonly say = tanksPages;
  readonly tankId = input.required<string>();
  private readonly store = inject(StockStore);
  private readonly scribe = inject(Scribe);
  private readonly router = inject(Router);
  private readonly gate = new GateWatch('ending', {
    kinds: () => this.store.kinds(),
    nameOf: (id) => this.store.kindNamed(id)?.commonName ?? id,
  });
  protected readonly words = endWords;
  protected readonly waters = waterEnds;
  protected readonly things = thingEnds;
  protected readonly water = signal<WaterEnd>('drain');
  protected readonly bed = signal<ThingEnd>('thrown-away');
  protected readonly equipment = signal<ThingEnd>('kept');
  protected readonly toTankId = signal('');
  protected readonly alsoEnds = signal(false);
  protected readonly note = signal('');
  protected readonly faults = signal<string[]>([]);
  protected readonly stock = computed(() => this.store.stockOf(this.tankId()));
  protected readonly others = computed(() => this.store.stocked().filter((s) => s.tank.tankId !== this.tankId()));
  protected readonly goesOn = computed(() => [this.water(), this.bed(), this.equipment()].includes('other-tank'));

  constructor() {
    this.store.load();
    effect(() => {
      this.gate.open(this.tankId());
    });
  }
  private readonly draft = computed((): Ended => ({
    step: 'ended',
    water: this.water(),
    bed: this.bed(),
    equipment: this.equipment(),
    ...(this.goesOn() && this.toTankId() !== '' ? { toTankId: this.toTankId() } : {}),
    ...(this.alsoEnds() ? { alsoEnds: true } : {}),
    note: this.note().trim(),
  }));
  private readonly says = computed(() => this.gate.says(this.tankId(), this.draft()));
  /** Asked as if nothing were ticked, so that the tick stays where it is. */
  protected readonly asksAlso = computed(() => {
    const { alsoEnds: _ticked, ...unticked } = this.draft();
    return (this.gate.says(this.tankId(), unticked) ?? []).some((s) => s.field === 'alsoEnds');
  });
  protected readonly against = computed(() => this.says() ?? []);
  protected readonly animalsLeft = computed(() => this.against().some((s) => s.field === 'animals'));
  protected readonly why = computed((): Why => {
    if (this.says() === null && !this.gate.outOfReach()) return tanksPages.theHouseHasNotTold;
    return {
      [tanksPages.thatNoAnimalIsLeft]: this.animalsLeft(),
      [tanksPages.thatWhatStillRunsEnds]: this.against().some((s) => s.field === 'alsoEnds'),
      [tanksPages.thatItIsNotOver]: this.against().some((s) => s.field === 'step'),
      [tanksPages.whereItGoesOn]: this.goesOn() && this.toTankId() === '',
    };
  });
  protected async write(): Promise<void> {
    const entry = this.scribe.entry('ending', this.tankId(), this.draft());
    const written = await this.scribe.write([entry], 'The end');
    this.faults.set([...written.faults.values()]);
    if (written.kept) void this.router.navigate(['/tanks']);
  }
}
