import { shellPages } from '#words/shell';
import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { ButtonDirective } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { InputText } from 'primeng/inputtext';
import { unitChoices, type KeepersUnits, type UnitQuestion } from '#core/units';
import type { Preferences } from '#contracts/tonight';
import { whenText } from '#words/dates';
import { amount, spanText, unitOf, type DateForm } from '#words/units';
import { ApiProblem } from '../base/api';
import { faultsByField } from '../base/faults';
import { HouseStore, unitsOf } from '../base/house-store';
import { Choice, Option } from '../ui/choice';
import { Field } from '../ui/field';
import { Notifier } from '../doing';
import { Houses } from './houses';

const questions: readonly { id: UnitQuestion; label: string; words: Readonly<Record<string, string>> }[] = [
  {
    id: 'volume',
    label: 'Water',
    words: { L: 'litres', [shellPages.usGal]: 'US gallons', [shellPages.impGal]: 'imperial gallons' },
  },
  { id: 'temperature', label: 'Temperature', words: { '°C': 'degrees Celsius', '°F': 'degrees Fahrenheit' } },
  { id: 'length', label: 'Length', words: { cm: 'centimetres', in: 'inches' } },
  {
    id: 'hardness',
    label: shellPages.hardnessGeneralAndCarbonate,
    words: { degrees: 'German degrees', ppm: shellPages.ppmAsCaco, 'mmol/L': 'mmol/L' },
  },
  {
    id: 'ammonia',
    label: 'Ammonia',
    words: {
      [shellPages.mgLAsN]: shellPages.mgLAsNitrogen,
      [shellPages.mgLAsNh3]: 'mg/L as NH₃',
      [shellPages.mgLAsNh4]: 'mg/L as NH₄',
    },
  },
  {
    id: 'nitrogen',
    label: shellPages.nitrateAndNitrite,
    words: { [shellPages.asIon]: shellPages.mgLAsTheIon, [shellPages.asN]: shellPages.mgLAsNitrogen },
  },
  {
    id: 'conductivity',
    label: 'Dissolved salts',
    words: {
      'µS/cm': 'conductivity, µS/cm at 25 °C',
      'ppm (0.5)': shellPages.ppmPenOfFactor0,
      'ppm (0.64)': shellPages.ppmPenOfFactor064,
      'ppm (0.7)': shellPages.ppmPenOfFactor07,
    },
  },
];
const dateForms: readonly { id: DateForm; word: string }[] = [
  { id: 'day-month', word: '14 Mar 2026' },
  { id: 'month-day', word: 'Mar 14, 2026' },
  { id: 'year-month-day', word: '2026-03-14' },
];

/** How this keeper sees the house: its name and zone, units, dates, lamp, keys, density; and which house is open. */
@Component({
  selector: 'nl-settings',
  imports: [FormsModule, ButtonDirective, Checkbox, InputText, Choice, Field, Option, Houses],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h1>{{ say.settings }}</h1>
    <p class="quiet small">{{ say.whatIsWrittenInThe }}</p>
    <p class="said" role="status">{{ said() }}</p>
    @if (fault()) {
      <p class="fault" role="alert">{{ fault() }}</p>
    }
    <section aria-labelledby="unitsHead">
      <h2 id="unitsHead">{{ say.units }}</h2>
      <div class="grid">
        @for (q of questions; track q.id) {
          <nl-field [name]="q.label">
            <nl-choice
              [name]="q.id"
              [attr.name]="q.id"
              [ngModel]="units()[q.id]"
              (ngModelChange)="setUnit(q.id, $event)">
              @for (choice of choices(q.id); track choice) {
                <nl-option [value]="choice" [word]="q.words[choice] ?? choice" />
              }
            </nl-choice>
          </nl-field>
        }
      </div>
      <p class="example num">{{ example }}</p>
      <p class="small quiet">
        {{ say.aFigureTypedWithIts }}
      </p>
    </section>
    <section aria-labelledby="datesHead">
      <h2 id="datesHead">{{ say.datesLampLines }}</h2>
      <div class="grid">
        <nl-field [name]="say.dates">
          <nl-choice name="dates" [ngModel]="dates()" (ngModelChange)="prefer({ dateForm: $event }, 'Dates')">
            @for (f of dateForms; track f.id) {
              <nl-option [value]="f.id" [word]="f.word" />
            }
          </nl-choice>
        </nl-field>
        <nl-field [name]="say.lamp">
          <nl-choice name="lamp" [ngModel]="lamp()" (ngModelChange)="setLamp($event)">
            <nl-option value="lit" [word]="say.lampLit" />
            <nl-option value="out" [word]="say.lightsOut" />
            <nl-option value="clock" [word]="say.byTheClock"
          /></nl-choice>
        </nl-field>
        @if (lamp() === 'clock') {
          <!-- A time of day: the browser's own field knows it by key, wheel and voice. -->
          <nl-field [name]="say.outFrom">
            <input
              pInputText
              type="time"
              name="outAt"
              [ngModel]="preferences().lampOutAt ?? '22:00'"
              (change)="setTime('lampOutAt', $event)" />
          </nl-field>
          <nl-field [name]="say.litFrom">
            <input
              pInputText
              type="time"
              name="litAt"
              [ngModel]="preferences().lampLitAt ?? '08:00'"
              (change)="setTime('lampLitAt', $event)" />
          </nl-field>
        }
        <nl-field [name]="say.lines">
          <nl-choice
            name="density"
            [ngModel]="preferences().density ?? 'close'"
            (ngModelChange)="prefer({ density: $event }, 'Lines')">
            <nl-option value="close" [word]="say.closeManyTanksInSight" />
            <nl-option value="roomy" [word]="say.roomyLargerWithMoreAir"
          /></nl-choice>
        </nl-field>
      </div>
      <label class="box"
        ><p-checkbox
          [autofocus]="false"
          [binary]="true"
          [ngModel]="house.shortcuts()"
          (onChange)="house.setShortcuts(!house.shortcuts())"
          [ngModelOptions]="{ standalone: true }" />
        {{ say.singleKeysAreOnThey }}</label
      >
    </section>
    <section aria-labelledby="tellHead">
      <h2 id="tellHead">{{ say.remindersThatLeaveThePage }}</h2>
      @if (notifier.state() === 'none') {
        <p class="small">{{ say.thisBrowserHasNoNotifications }}</p>
      } @else {
        <label class="box"
          ><p-checkbox
            [autofocus]="false"
            [binary]="true"
            [ngModel]="notifier.state() !== 'off'"
            (onChange)="notifier.turn(notifier.state() === 'off')"
            [ngModelOptions]="{ standalone: true }" />
          {{ say.thisDeviceTellsByThe }}</label
        >
        @if (notifier.state() === 'refused') {
          <p class="fault" role="alert">
            {{ say.theBrowserDoesNotAllow }}
          </p>
        }
      }
      <p class="small quiet">
        {{ say.whatIsDueThisWeek }} <a href="/api/tonight.ics" download>{{ say.icalendar }}</a>{{
          say.mostCalendarsTakeItsAddress
        }}
        <span class="num">{{ say.nightLedgerV1Alarms }}</span>{{ say.aKeptMessageWhileEach }}
      </p>
    </section>
    <section aria-labelledby="houseHead">
      <h2 id="houseHead">{{ say.theHouse }}</h2>
      <form class="grid" (ngSubmit)="saveHouse()">
        <nl-field [name]="say.itsName" [fault]="faults().get('name') ?? ''">
          <input
            pInputText
            name="houseName"
            maxlength="60"
            autocomplete="off"
            [ngModel]="name()"
            (ngModelChange)="name.set($event)" />
        </nl-field>
        <nl-field [name]="say.itsTimeZone" [fault]="faults().get('zone') ?? ''">
          <nl-choice name="zone" [ngModel]="zone()" (ngModelChange)="zone.set($event)">
            @for (z of zones(); track z) {
              <nl-option [value]="z" [word]="z.replaceAll('_', ' ')" />
            }
          </nl-choice>
        </nl-field>
        <button pButton class="go">{{ say.keepThem }}</button>
      </form>
      <p class="small quiet">{{ say.anotherZoneHoldsFromTonight }}</p>
    </section>
    <nl-houses />
  `,
  styles: `
    section {
      margin: 1.2rem 0 1.8rem;
    }
    .grid {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(210px, 1fr));
      gap: 0.7rem 1rem;
      align-items: end;
      max-width: 960px;
      margin: 0.5rem 0;
    }
    .example {
      white-space: normal;
      border-left: 3px solid var(--water);
      padding-left: 0.6rem;
    }
    .box {
      display: flex;
      gap: 0.6rem;
      align-items: center;
      min-height: 44px;
    }
    .said {
      color: var(--settled);
      min-height: 1.45em;
    }
  `,
})
export class SettingsScreen {
  protected readonly say = shellPages;
  protected readonly house = inject(HouseStore);
  protected readonly notifier = inject(Notifier);
  protected readonly questions = questions;
  protected readonly dateForms = dateForms;
  protected readonly said = signal('');
  protected readonly fault = signal('');
  protected readonly faults = signal<Map<string, string>>(new Map());
  protected readonly preferences = this.house.preferences;
  protected readonly units = computed((): KeepersUnits => unitsOf(this.preferences()));
  protected readonly dates = computed(
    (): DateForm => this.preferences().dateForm ?? (navigator.language === 'en-US' ? 'month-day' : 'day-month'),
  );
  protected readonly lamp = computed(() => (this.preferences().lampBy === 'clock' ? 'clock' : this.house.lamp()));
  protected readonly name = signal('');
  protected readonly zone = signal('');
  protected readonly zones = computed(() => {
    const own = this.house.zone();
    const known = Intl.supportedValuesOf('timeZone');
    return known.includes(own) ? known : [own, ...known];
  });
  /** The same water in the units that are chosen. */
  protected readonly example = [
    amount(speech(), 'volume', 54, 1),
    amount(speech(), 'temperature', 24.5, 1),
    `nitrate ${spanText(speech(), 'no3MgPerL', { lo: 10, hi: 20 })} ${unitOf(speech(), 'no3MgPerL')}`,
    `GH ${spanText(speech(), 'ghDegrees', { lo: 6, hi: 6 })} ${unitOf(speech(), 'ghDegrees')}`,
    amount(speech(), 'conductivity', 320, 0),
    whenText(speech(), Date.UTC(2026, 2, 14, 21, 30), 'UTC'),
  ].join(' · ');

  constructor() {
    effect(() => {
      const house = this.house.house();
      if (!house) return;
      this.name.set(house.name);
      this.zone.set(house.zone);
    });
  }
  protected choices = (id: UnitQuestion): readonly string[] => unitChoices[id];
  protected setUnit(id: UnitQuestion, choice: string): void {
    // What is not named stays as another device may just have chosen it.
    this.prefer({ units: { [id]: choice } }, 'Units');
  }
  protected setLamp(choice: 'lit' | 'out' | 'clock'): void {
    this.prefer(choice === 'clock' ? { lampBy: 'clock' } : { lampBy: 'hand', lamp: choice }, 'Lamp');
  }
  protected setTime(which: 'lampOutAt' | 'lampLitAt', event: Event): void {
    const time = event.target instanceof HTMLInputElement ? event.target.value : '';
    if (/^\d{2}:\d{2}$/.test(time)) this.prefer({ [which]: time }, 'Lamp');
  }
  protected prefer(choice: Preferences, what: string): void {
    this.house.prefer(choice).subscribe({
      next: () => {
        this.fault.set('');
        this.said.set(`${what}: kept.`);
      },
      error: (error: unknown) => {
        this.said.set('');
        this.fault.set(`${what} not kept: ${error instanceof ApiProblem ? error.problem.title : 'something failed'}.`);
      },
    });
  }
  protected saveHouse(): void {
    this.faults.set(new Map());
    this.house.changeHouse({ name: this.name(), zone: this.zone() }).subscribe({
      next: () => {
        this.fault.set('');
        this.said.set(shellPages.theHouseKept);
      },
      error: (error: unknown) => {
        this.said.set('');
        if (!(error instanceof ApiProblem)) throw error;
        this.faults.set(faultsByField(error.problem));
        this.fault.set(shellPages.theHouseIsNotChanged(error.problem.title));
      },
    });
  }
}
