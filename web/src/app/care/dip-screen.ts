import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { ButtonDirective } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { InputText } from 'primeng/inputtext';
import { careKnowledge } from '#almanac/care';
import { availableChlorinePercent, bathOf, bleachDip, neutralise, type BleachLabel } from '#core/care';
import { Scribe } from '../base/scribe';
import { StockStore } from '../stock';
import { Choice, Option } from '../ui/choice';
import { Field } from '../ui/field';
import { CareNav } from './care-nav';
import { InUnit } from '../ui/in-unit';
import { UnitNamePipe } from '../ui/amount';

const says: readonly { id: BleachLabel; word: string }[] = [
  { id: 'hypochlorite-weight', word: 'sodium hypochlorite, by weight' },
  { id: 'hypochlorite-volume', word: 'sodium hypochlorite, by volume' },
  { id: 'available-chlorine-volume', word: 'available chlorine, by volume' },
  { id: 'available-chlorine-weight', word: 'available chlorine, by weight' },
];
/** How long, by how hardy; both schools as minutes. */
const hardiness = [
  { id: 'tough', word: 'tough (ferns, swords, wood)', minutes: 2.5 },
  { id: 'stems', word: 'stems, carpets, the tender', minutes: 2 },
  { id: 'unsure', word: 'not sure: one trial stem', minutes: 1.5 },
  { id: 'moss', word: 'mosses, liverworts', minutes: 0 },
] as const;
/** For animals and plants, each with its seconds at most; it ends at roll-over. */
const baths = [
  {
    id: 'salt-fish',
    word: 'salt dip, fish: 30 g/L',
    targetGPerL: 30,
    percent: null,
    minutes: 5,
    animal: true,
    agent: 'D01',
  },
  {
    id: 'salt-bath',
    word: 'salt bath, fish: 10 g/L',
    targetGPerL: 10,
    percent: null,
    minutes: 20,
    animal: true,
    agent: 'D01',
  },
  {
    id: 'salt-shrimp',
    word: 'salt dip, shrimp: 30 g/L',
    targetGPerL: 30,
    percent: null,
    minutes: 0.75,
    animal: true,
    agent: 'D01',
  },
  {
    id: 'alum',
    word: 'alum, plants: 12 g/L',
    targetGPerL: 12,
    percent: null,
    minutes: 180,
    animal: false,
    agent: 'D24',
  },
  {
    id: 'permanganate',
    word: 'permanganate, plants: 10 mg/L',
    targetGPerL: 0.01,
    percent: null,
    minutes: 15,
    animal: false,
    agent: 'D17',
  },
  {
    id: 'peroxide',
    word: 'peroxide 3 %, plants: one part to four',
    targetGPerL: 6,
    percent: 3,
    minutes: 5,
    animal: false,
    agent: 'D16',
  },
] as const;
const three = (value: number): string => String(Number(value.toPrecision(3)));

/** Dips and baths: how much, how long, with the caution before the clock and a stop that is loud on every page. */
@Component({
  selector: 'nl-dip',
  imports: [UnitNamePipe, InUnit, FormsModule, ButtonDirective, Checkbox, InputText, Choice, Option, Field, CareNav],
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
          ><input pInputText nlIn name="opened" min="0" [ngModel]="opened()" (ngModelChange)="opened.set($event ?? 0)"
        /></nl-field>
        <nl-field name="Wanted, as available chlorine" unit="mg/L"
          ><input pInputText nlIn name="target" min="0" [ngModel]="target()" (ngModelChange)="target.set($event)"
        /></nl-field>
      </div>
      @if (bleach(); as b) {
        <p>
          <strong class="num">{{ b.ml }} mL</strong> of it: one part to <span class="num">{{ b.ratio }}</span> of water,
          <span class="num">{{ b.mgPerL }}</span> mg/L available chlorine (the bottle still holds
          <span class="num">{{ b.left }}</span> %).
        </p>
        <p class="small">
          Then rinse, then a bath of the same size with
          <span class="num">{{ b.thiosulfateG }}</span> g of thiosulfate (the pentahydrate; twice what is needed, for
          chloramine, too, for what clings: a tenth of the dip), and a chlorine test that shows nothing before they go
          in; 5 to 7 days apart.
        </p>
      } @else {
        <p class="fault">{{ bleachFault() }}</p>
      }
      <div class="row">
        <nl-field name="Plants"
          ><nl-choice name="hardy" [ngModel]="hardy()" (ngModelChange)="hardy.set($event)">
            @for (h of hardinesses; track h.id) {
              <nl-option [value]="h.id" [word]="h.word" />
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
            [disabled]="!read() || !tankId() || !bleach()"
            (click)="begin('bleach dip', minutes())">
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
            <strong class="num">{{ b.text }}</strong>, {{ b.minutes }} minutes at most.
          </p>
        } @else {
          <p class="fault">says how many litres</p>
        }
        <button
          pButton
          type="button"
          class="go"
          [disabled]="!read() || !tankId() || !bath()"
          (click)="begin(chosenBath().word, chosenBath().minutes)">
          In: the clock runs {{ chosenBath().minutes }} min
        </button>
      </div>
      @if (chosenBath().animal) {
        <p class="caution">
          Clean water of the tank’s own warmth stands ready beside it. The first that rolls over ends it at once,
          whatever the clock says.
        </p>
      }
      <p class="caution small">{{ people() }}.</p>
    </section>
    <p role="status" class="quiet">{{ said() }}</p>
  `,
  styleUrl: './care-screen.scss',
})
export class DipScreen {
  protected readonly stock = inject(StockStore);
  private readonly scribe = inject(Scribe);
  protected readonly labels = says;
  protected readonly hardinesses = hardiness;
  protected readonly bathList = baths;
  protected readonly read = signal(false);
  protected readonly waterL = signal<number | null>(10);
  protected readonly percent = signal<number | null>(null);
  protected readonly says = signal<BleachLabel>('hypochlorite-weight');
  protected readonly opened = signal(0);
  protected readonly target = signal<number | null>(1700);
  protected readonly hardy = signal<(typeof hardiness)[number]['id']>('unsure');
  protected readonly tankId = signal('');
  protected readonly bathId = signal<(typeof baths)[number]['id']>('salt-fish');
  protected readonly bathL = signal<number | null>(10);
  protected readonly said = signal('');
  constructor() {
    this.stock.load();
  }
  protected readonly minutes = computed(() => hardiness.find((h) => h.id === this.hardy())?.minutes ?? 0);
  private readonly worked = computed(() => {
    const [waterL, percent, target] = [this.waterL(), this.percent(), this.target()];
    if (waterL === null || percent === null || target === null) return null;
    const left = availableChlorinePercent({ labelPercent: percent, says: this.says(), openedDays: this.opened() });
    return { left, waterL, dip: bleachDip({ waterL, targetMgPerL: target, availableChlorinePercent: left }) };
  });
  protected readonly bleachFault = computed(() => {
    const worked = this.worked();
    if (!worked) return 'says the litres, the per cent of the label and the strength wanted';
    return worked.dip.ok ? '' : 'cannot be: the bottle does not hold that, or a number is out of range';
  });
  protected readonly bleach = computed(() => {
    const worked = this.worked();
    if (!worked?.dip.ok) return null;
    const { productMl, availableChlorineMgPerL, ratioOneTo } = worked.dip.value;
    // What clings to rinsed plants is taken for a tenth of the dip; the bath holds twice what that takes.
    const bath = neutralise({ volumeL: worked.waterL, chlorineMgPerL: availableChlorineMgPerL / 10 });
    return {
      ml: three(productMl),
      ratio: three(ratioOneTo),
      mgPerL: three(availableChlorineMgPerL),
      left: three(worked.left),
      thiosulfateG: bath.ok ? three((2 * bath.value.thiosulfatePentahydrateMg) / 1000) : '',
    };
  });
  protected readonly chosenBath = computed(() => baths.find((b) => b.id === this.bathId()) ?? baths[0]);
  protected readonly people = computed(
    () => careKnowledge.agents.find((a) => a.id === this.chosenBath().agent)?.people ?? '',
  );
  protected readonly bath = computed(() => {
    const volumeL = this.bathL();
    const { targetGPerL, percent, minutes } = this.chosenBath();
    if (volumeL === null) return null;
    const made = bathOf({ volumeL, targetGPerL, ...(percent === null ? {} : { productPercent: percent }) });
    if (!made.ok) return null;
    const { massG, productMl } = made.value;
    return { minutes, text: massG === undefined ? `${three(productMl ?? 0)} mL` : `${three(massG)} g` };
  });
  protected async begin(note: string, minutes: number): Promise<void> {
    const entry = this.scribe.entry('timer', this.tankId(), {
      step: 'set',
      timer: 'dip',
      minutes,
      note: note.slice(0, 80),
    });
    this.said.set((await this.scribe.write([entry], 'The clock')).said);
  }
}
