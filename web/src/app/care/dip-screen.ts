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
    <h1>{{ say.dipsAndBaths }}</h1>
    <p class="caution">
      {{ say.glovesGogglesWindowOpenNever }}
    </p>
    <label class="choice"
      ><p-checkbox
        [autofocus]="false"
        [binary]="true"
        [ngModel]="read()"
        (onChange)="read.set(!read())"
        [ngModelOptions]="{ standalone: true }" />
      {{ say.readAndGlovesAndGoggles }}</label
    >
    <section [attr.aria-label]="say.bleachForPlantsAndTools">
      <h2>{{ say.bleachForPlantsAndTools }}</h2>
      <div class="row">
        <nl-field [name]="say.waterInTheBucket" [unit]="'volume' | unitName"
          ><input
            pInputText
            nlIn="volume"
            name="waterL"
            min="0"
            [ngModel]="waterL()"
            (ngModelChange)="waterL.set($event)"
        /></nl-field>
        <nl-field [name]="say.perCentOnTheLabel" unit="%"
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
        <nl-field [name]="say.openedSoManyDaysAgo"
          ><input pInputText nlIn name="opened" min="0" [ngModel]="opened()" (ngModelChange)="opened.set($event)"
        /></nl-field>
        <nl-field [name]="say.wantedAsAvailableChlorine" unit="mg/L"
          ><input pInputText nlIn name="target" min="0" [ngModel]="target()" (ngModelChange)="target.set($event)"
        /></nl-field>
      </div>
      @if (bleach(); as b) {
        <p>
          <strong><nl-figure [title]="say.bleachForTheDip" [text]="b.ml" unit="mL" [working]="b.dipWorking" /></strong>
          {{ say.ofItOnePartTo }} <span class="num">{{ b.ratio }}</span> {{ say.ofWater }}
          <span class="num">{{ b.mgPerL }}</span> {{ say.mgLAvailableChlorineThe }}
          <span class="num">{{ b.left }}</span> %).
        </p>
        <p class="small">
          {{ say.thenRinseThenABath }}
          <nl-figure
            [title]="say.thiosulfateForTheBathAfter"
            [text]="b.thiosulfateG"
            unit="g"
            [working]="b.bathWorking" />
          {{ say.ofThiosulfateThePentahydrateTwice }}
        </p>
      } @else {
        <p class="fault">{{ bleachFault() }}</p>
      }
      <div class="row">
        <nl-field [name]="say.plants"
          ><nl-choice name="hardy" [ngModel]="hardy()" (ngModelChange)="hardy.set($event)">
            @for (h of hardinesses; track h.id) {
              <nl-option [value]="h.id" [word]="h.name" />
            }</nl-choice
        ></nl-field>
        <nl-field [name]="say.theAlarmRingsFor"
          ><nl-choice name="dipTank" [ngModel]="tankId()" (ngModelChange)="tankId.set($event)">
            <nl-option value="" disabled [word]="say.chooseATank" />
            @for (s of stock.stocked(); track s.tank.tankId) {
              <nl-option [value]="s.tank.tankId" [word]="s.tank.name" />
            }</nl-choice
        ></nl-field>
        @if (minutes() > 0) {
          <button
            pButton
            type="button"
            class="go"
            [nlWhy]="[
              [say.theTickThatItWas, !read()],
              [say.aTank, !tankId()],
              [say.waterAndLabel, !bleach()],
            ]"
            (click)="begin('plant-dip', bleachNote(), minutes())">
            {{ say.inTheClockRunsMin(minutes()) }}
          </button>
        } @else {
          <p class="caution small">{{ say.mossesAndLiverwortsNoBleach }}</p>
        }
      </div>
      <p class="small quiet">
        {{ say.potWoolAndDeadLeaves }}
      </p>
    </section>
    <section [attr.aria-label]="say.otherDipsAndBaths">
      <h2>{{ say.otherDipsAndBaths }}</h2>
      <div class="row">
        <nl-field [name]="say.what"
          ><nl-choice name="bath" [ngModel]="bathId()" (ngModelChange)="bathId.set($event)">
            @for (b of bathList; track b.id) {
              <nl-option [value]="b.id" [word]="b.word" />
            }</nl-choice
        ></nl-field>
        <nl-field [name]="say.waterInTheTub" [unit]="'volume' | unitName"
          ><input pInputText nlIn="volume" name="bathL" min="0" [ngModel]="bathL()" (ngModelChange)="bathL.set($event)"
        /></nl-field>
        @if (bath(); as b) {
          <p>
            <strong><nl-figure [title]="b.word" [text]="b.text" [unit]="b.unit" [working]="b.working" /></strong
            >{{ say.minutesAtMost(b.minutes) }} <span class="small quiet">{{ say.fromMemory(b.grade) }}</span>
          </p>
        } @else {
          <p class="fault">{{ say.saysHowManyLitres }}</p>
        }
        <button
          pButton
          type="button"
          class="go"
          [nlWhy]="[
            [say.theTickThatItWas, !read()],
            [say.aTank, !tankId()],
            [say.itsWater, !bath()],
          ]"
          (click)="begin('dip', bathNote(), chosenBath().minutes)">
          {{ say.inTheClockRunsMin(chosenBath().minutes) }}
        </button>
      </div>
      @if (chosenBath().host !== 'plants') {
        <p class="caution">
          {{ say.cleanWaterOfTheTanks }}
        </p>
      }
      <p class="caution small">{{ chosenBath().people }}.</p>
    </section>
    <p role="status" class="quiet">{{ said() }}</p>
  `,
  styleUrl: './care-screen.scss',
})
export class DipScreen {
  protected readonly say = carePages;
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
