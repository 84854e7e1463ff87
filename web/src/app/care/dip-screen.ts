import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { ButtonDirective } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { InputText } from 'primeng/inputtext';
import { careKnowledge } from '#almanac/care';
import {
  availableChlorinePercent,
  bathAfterBleach,
  bathOf,
  bleachDip,
  type BathRecipe,
  type BleachLabel,
} from '#core/care';
import { recorder } from '#core/explain';
import { amountPlainly } from '#words/units';
import { carePages } from '#words/care';
import { Scribe } from '../base/scribe';
import { speech } from '../base/speech';
import { StockStore } from '../stock';
import { Choice, Option } from '../ui/choice';
import { Field } from '../ui/field';
import { Figure } from '../ui/figure';
import { CareNav } from './care-nav';
import { InUnit } from '../ui/in-unit';
import { UnitNamePipe } from '../ui/amount';
import { WhyNot } from '../ui/why';

const says: readonly { id: BleachLabel; word: string }[] = [
  { id: 'hypochlorite-weight', word: carePages.sodiumHypochloriteByWeight },
  { id: 'hypochlorite-volume', word: carePages.sodiumHypochloriteByVolume },
  { id: 'available-chlorine-volume', word: carePages.availableChlorineByVolume },
  { id: 'available-chlorine-weight', word: carePages.availableChlorineByWeight },
];
const [firstBath] = careKnowledge.baths as readonly [BathRecipe, ...BathRecipe[]];
const three = (value: number): string => String(Number(value.toPrecision(3)));

/** Dips and baths: how much, how long, with the caution before the clock and a stop that is loud on every page. */
@Component({
  selector: 'nl-dip',
  imports: [
    WhyNot,
    UnitNamePipe,
    InUnit,
    Figure,
    FormsModule,
    ButtonDirective,
    Checkbox,
    InputText,
    Choice,
    Option,
    Field,
    CareNav,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nl-care-nav />
    <h1>Dips and baths</h1>
    <p class="caution">
      Gloves, goggles, window open. Never bleach with acid, ammonia, peroxide or alcohol: poisonous gas. Never in a
      kitchen pan; a labelled bottle, away from children and animals. Nothing of it into garden or pond; never siphon by
      mouth.
    </p>
    <label class="choice"
      ><p-checkbox
        [autofocus]="false"
        [binary]="true"
        [ngModel]="read()"
        (onChange)="read.set(!read())"
        [ngModelOptions]="{ standalone: true }" />
      Read, and gloves and goggles are on</label
    >
    <section aria-label="Bleach, for plants and tools">
      <h2>Bleach, for plants and tools</h2>
      <div class="row">
        <nl-field name="Water in the bucket" [unit]="'volume' | unitName"
          ><input
            pInputText
            nlIn="volume"
            name="waterL"
            min="0"
            [ngModel]="waterL()"
            (ngModelChange)="waterL.set($event)"
        /></nl-field>
        <nl-field name="Per cent on the label" unit="%"
          ><input
            pInputText
            nlIn
            name="percent"
            min="0"
            max="20"
            [ngModel]="percent()"
            (ngModelChange)="percent.set($event)"
        /></nl-field>
        <nl-field name="of"
          ><nl-choice name="says" [ngModel]="says()" (ngModelChange)="says.set($event)">
            @for (s of labels; track s.id) {
              <nl-option [value]="s.id" [word]="s.word" />
            }</nl-choice
        ></nl-field>
        <nl-field name="Opened so many days ago"
          ><input pInputText nlIn name="opened" min="0" [ngModel]="opened()" (ngModelChange)="opened.set($event)"
        /></nl-field>
        <nl-field name="Wanted, as available chlorine" unit="mg/L"
          ><input pInputText nlIn name="target" min="0" [ngModel]="target()" (ngModelChange)="target.set($event)"
        /></nl-field>
      </div>
      @if (bleach(); as b) {
        <p>
          <strong><nl-figure title="Bleach for the dip" [text]="b.ml" unit="mL" [working]="b.dipWorking" /></strong> of
          it: one part to <span class="num">{{ b.ratio }}</span> of water, <span class="num">{{ b.mgPerL }}</span> mg/L
          available chlorine (the bottle still holds <span class="num">{{ b.left }}</span> %).
        </p>
        <p class="small">
          Then rinse, then a bath of the same size with
          <nl-figure
            title="Thiosulfate for the bath after it"
            [text]="b.thiosulfateG"
            unit="g"
            [working]="b.bathWorking" />
          of thiosulfate (the pentahydrate; twice what is needed, for chloramine, too, for what clings: a tenth of the
          dip), and a chlorine test that shows nothing before they go in; 5 to 7 days apart.
        </p>
      } @else {
        <p class="fault">{{ bleachFault() }}</p>
      }
      <div class="row">
        <nl-field name="Plants"
          ><nl-choice name="hardy" [ngModel]="hardy()" (ngModelChange)="hardy.set($event)">
            @for (h of hardinesses; track h.id) {
              <nl-option [value]="h.id" [word]="h.name" />
            }</nl-choice
        ></nl-field>
        <nl-field name="The alarm rings for"
          ><nl-choice name="dipTank" [ngModel]="tankId()" (ngModelChange)="tankId.set($event)">
            <nl-option value="" disabled word="choose a tank" />
            @for (s of stock.stocked(); track s.tank.tankId) {
              <nl-option [value]="s.tank.tankId" [word]="s.tank.name" />
            }</nl-choice
        ></nl-field>
        @if (minutes() > 0) {
          <button
            pButton
            type="button"
            class="go"
            [nlWhy]="{ 'the tick that it was read': !read(), 'a tank': !tankId(), 'water and label': !bleach() }"
            (click)="begin('plant-dip', bleachNote(), minutes())">
            In: the clock runs {{ minutes() }} min
          </button>
        } @else {
          <p class="caution small">Mosses and liverworts: no bleach at all.</p>
        }
      </div>
      <p class="small quiet">
        Pot, wool and dead leaves off, roots trimmed, plants parted first. Schools: one part of 5 to 6 % to 19 of water
        for a minute and a half to two, or about one to 30 of a concentrated one for three (tough) or two (tender);
        common practice. It does not kill mycobacteria or flatworm eggs. Tools: 200 mg/L for 30 to 60 minutes (IFAS,
        from memory).
      </p>
    </section>
    <section aria-label="Other dips and baths">
      <h2>Other dips and baths</h2>
      <div class="row">
        <nl-field name="What"
          ><nl-choice name="bath" [ngModel]="bathId()" (ngModelChange)="bathId.set($event)">
            @for (b of bathList; track b.id) {
              <nl-option [value]="b.id" [word]="b.word" />
            }</nl-choice
        ></nl-field>
        <nl-field name="Water in the tub" [unit]="'volume' | unitName"
          ><input pInputText nlIn="volume" name="bathL" min="0" [ngModel]="bathL()" (ngModelChange)="bathL.set($event)"
        /></nl-field>
        @if (bath(); as b) {
          <p>
            <strong><nl-figure [title]="b.word" [text]="b.text" [unit]="b.unit" [working]="b.working" /></strong>,
            {{ b.minutes }} minutes at most. <span class="small quiet">{{ b.grade }}, from memory.</span>
          </p>
        } @else {
          <p class="fault">says how many litres</p>
        }
        <button
          pButton
          type="button"
          class="go"
          [nlWhy]="{ 'the tick that it was read': !read(), 'a tank': !tankId(), 'its water': !bath() }"
          (click)="begin('dip', bathNote(), chosenBath().minutes)">
          In: the clock runs {{ chosenBath().minutes }} min
        </button>
      </div>
      @if (chosenBath().host !== 'plants') {
        <p class="caution">
          Clean water of the tank’s own warmth stands ready beside it. The first that rolls over ends it at once,
          whatever the clock says.
        </p>
      }
      <p class="caution small">{{ chosenBath().people }}.</p>
    </section>
    <p role="status" class="quiet">{{ said() }}</p>
  `,
  styleUrl: './care-screen.scss',
})
export class DipScreen {
  protected readonly stock = inject(StockStore);
  private readonly scribe = inject(Scribe);
  protected readonly labels = says;
  protected readonly hardinesses = careKnowledge.bleachTimes;
  protected readonly bathList = careKnowledge.baths.map((b) => ({ id: b.id, word: this.bathWord(b) }));
  protected readonly read = signal(false);
  protected readonly waterL = signal<number | null>(10);
  protected readonly percent = signal<number | null>(null);
  protected readonly says = signal<BleachLabel>('hypochlorite-weight');
  protected readonly opened = signal<number | null>(0);
  protected readonly target = signal<number | null>(1700);
  protected readonly hardy = signal('unsure');
  protected readonly tankId = signal('');
  protected readonly bathId = signal('salt-fish');
  protected readonly bathL = signal<number | null>(10);
  protected readonly said = signal('');
  constructor() {
    this.stock.load();
  }
  protected readonly minutes = computed(() => this.hardinesses.find((h) => h.id === this.hardy())?.minutes ?? 0);
  private readonly worked = computed(() => {
    const [waterL, percent, target, openedDays] = [this.waterL(), this.percent(), this.target(), this.opened()];
    if (waterL === null || percent === null || target === null || openedDays === null) return null;
    const note = recorder();
    const left = availableChlorinePercent({ labelPercent: percent, says: this.says(), openedDays }, note);
    const dip = bleachDip({ waterL, targetMgPerL: target, availableChlorinePercent: left }, note);
    return { left, waterL, dip, working: note.explained(null) };
  });
  protected readonly bleachFault = computed(() => {
    const worked = this.worked();
    if (!worked) return carePages.saysTheLitresThePer;
    return worked.dip.ok ? '' : carePages.cannotBeTheBottleDoes;
  });
  protected readonly bleach = computed(() => {
    const worked = this.worked();
    if (!worked?.dip.ok) return null;
    const { productMl, availableChlorineMgPerL, ratioOneTo } = worked.dip.value;
    const note = recorder();
    const bath = bathAfterBleach({ waterL: worked.waterL, availableChlorineMgPerL }, note);
    return {
      ml: three(productMl),
      ratio: three(ratioOneTo),
      mgPerL: three(availableChlorineMgPerL),
      left: three(worked.left),
      thiosulfateG: bath.ok ? three(bath.value.thiosulfateG) : '',
      dipWorking: worked.working,
      bathWorking: note.explained(null),
    };
  });
  protected readonly chosenBath = computed(
    (): BathRecipe => careKnowledge.baths.find((b) => b.id === this.bathId()) ?? firstBath,
  );
  protected readonly bath = computed(() => {
    const volumeL = this.bathL();
    const recipe = this.chosenBath();
    const { targetGPerL, productPercent, minutes, grade } = recipe;
    if (volumeL === null) return null;
    const note = recorder();
    const made = bathOf({ volumeL, targetGPerL, ...(productPercent === null ? {} : { productPercent }) }, note);
    if (!made.ok) return null;
    const { massG, productMl } = made.value;
    return {
      word: this.bathWord(recipe),
      minutes,
      grade: grade === 'published' ? 'Published' : 'Common practice',
      ...(massG === undefined ? { text: three(productMl ?? 0), unit: 'mL' } : { text: three(massG), unit: 'g' }),
      working: note.explained(null),
    };
  });
  protected bathWord({ name, targetGPerL }: BathRecipe): string {
    return `${name}: ${targetGPerL < 1 ? `${1000 * targetGPerL} mg/L` : `${targetGPerL} g/L`}`;
  }
  /** What stands in the book of it: how much of what in how much water. */
  protected readonly bleachNote = computed(() => {
    const [b, waterL] = [this.bleach(), this.waterL()];
    return b && waterL !== null
      ? carePages.bleachDipMlInMg(b.ml, amountPlainly(speech(), 'volume', waterL), b.mgPerL)
      : 'bleach dip';
  });
  protected readonly bathNote = computed(() => {
    const [b, bathL] = [this.bath(), this.bathL()];
    return b && bathL !== null
      ? `${b.word}, ${b.text} ${b.unit} in ${amountPlainly(speech(), 'volume', bathL)}`
      : this.bathWord(this.chosenBath());
  });
  protected async begin(timer: 'dip' | 'plant-dip', note: string, minutes: number): Promise<void> {
    const entry = this.scribe.entry('timer', this.tankId(), {
      step: 'set',
      timer,
      minutes,
      note: note.slice(0, 80),
    });
    this.said.set((await this.scribe.write([entry], 'The clock')).said);
  }
}
