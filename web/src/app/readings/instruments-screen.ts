import { bound, speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { Choice, Option } from '../ui/choice';
import { Day } from '../ui/day';
import { InputText } from 'primeng/inputtext';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { parameters } from '#almanac/parameters';
import { parameterWords } from '#almanac/parameters';
import { instrumentTypes, traitsOf, type InstrumentType, type ParameterId } from '#core/readings';
import type { InstrumentPayload } from '#contracts/book';
import { onText } from '#words/dates';
import { instrumentWords, readingsPages } from '#words/readings';
import { HouseStore } from '../base/house-store';
import { newId } from '../base/outbox';
import { Scribe } from '../base/scribe';
import { DevicesPart } from './devices-part';
import { InstrumentStore, type OwnedInstrument } from './instrument-store';
import { InUnit } from '../ui/in-unit';
import { Field } from '../ui/field';
import { Table, TableCell, TableUnder, type TableColumn } from '../ui/table';
import { WhyNot } from '../ui/why';

const typeWords: Record<InstrumentType, string> = {
  'drop-test': 'drop test',
  'colour-chart': 'colour chart',
  strip: 'strip',
  pen: 'pen',
  probe: 'probe',
  thermometer: 'thermometer',
  scale: 'scale',
  'level-sensor': 'level sensor',
};

/** Kits, charts, strips and pens that the keeper owns: what each can tell, its calibrations, and what speaks against it. */
@Component({
  selector: 'nl-instruments',
  imports: [
    WhyNot,
    Table,
    TableCell,
    TableUnder,
    Field,
    InUnit,
    DevicesPart,
    FormsModule,
    RouterLink,
    ButtonDirective,
    Checkbox,
    Choice,
    Day,
    InputText,
    Option,
  ],
  providers: [InstrumentStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h1>{{ say.kitsAndInstruments }}</h1>
    <p class="quiet">
      {{ say.eachGivesAReadingIts }} <a routerLink="/readings/bench">{{ say.toTheBench }}</a>
    </p>
    @if (store.all().length > 0) {
      <nl-table
        [name]="say.kitsAndInstruments"
        nameHidden
        [columns]="columns"
        [rows]="store.all()"
        [open]="isOpen"
        widest="none">
        <ng-template [nlCell]="say.instrument" let-o>
          <span class="serif">{{ o.instrument.name }}</span>
          <span class="small quiet">{{ sortOf(o) }}</span>
        </ng-template>
        <ng-template [nlCell]="say.tonight" let-o>
          <div class="small">
            @for (w of o.warnings; track w.id) {
              <p [class.act]="w.doubtful">{{ warningText(w) }}</p>
            } @empty {
              <span class="settled">{{ say.nothingAgainstIt }}</span>
            }
            <button pButton type="button" class="asText" (click)="open(o)">
              {{ say.calibrateOrPutAway }}<span class="visuallyHidden"> {{ o.instrument.name }}</span>
            </button>
          </div>
        </ng-template>
        <ng-template nlUnder let-o>
          <form class="grid" (ngSubmit)="calibrate(o)" [attr.aria-label]="say.calibrationOf(o.instrument.name)">
            <nl-field [name]="say.parameter"
              ><nl-choice name="cp" [ngModel]="calParameter()" (ngModelChange)="calParameter.set($event)">
                @for (p of o.instrument.parameters; track p) {
                  <nl-option [value]="p" [word]="shortName(p)" />
                }</nl-choice
            ></nl-field>
            <nl-field [name]="say.standard0DryInAir"
              ><input pInputText nlIn name="cs" [ngModel]="calStandard()" (ngModelChange)="calStandard.set($event)"
            /></nl-field>
            <nl-field [name]="say.itShowedOnceSteady"
              ><input pInputText nlIn name="cv" [ngModel]="calShown()" (ngModelChange)="calShown.set($event)"
            /></nl-field>
            <label class="check"
              ><p-checkbox
                [autofocus]="false"
                [binary]="true"
                name="ca"
                [ngModel]="calAdjusted()"
                (ngModelChange)="calAdjusted.set($event)" />
              {{ say.andItWasSetRight }}</label
            >
            <div>
              <button
                pButton
                class="go"
                [nlWhy]="[
                  [say.whatTheStandardSays, calStandard() === null],
                  [say.whatWasShown, calShown() === null],
                ]">
                {{ say.writeTheCalibration }}
              </button>
              <button pButton type="button" class="plain" (click)="retire(o)">
                {{ o.payload.retired ? say.takeItOutAgain : say.putItAway }}
              </button>
            </div>
          </form>
          <p class="small quiet">
            {{ say.rinseWithPureWaterFirst }}
          </p>
        </ng-template>
      </nl-table>
    } @else if (store.loaded()) {
      <p class="quiet">
        {{ say.theBookKnowsNoKit }}
      </p>
    }
    <p role="status" class="quiet">{{ said() }}</p>
    @defer {
      <nl-devices-part />
    }
    <form class="grid" (ngSubmit)="add()" [attr.aria-label]="say.aNewInstrument">
      <h2>{{ say.aNewOne }}</h2>
      <nl-field [name]="say.name" [fault]="fault('name')"
        ><input
          pInputText
          name="name"
          maxlength="60"
          autocomplete="off"
          [ngModel]="name()"
          (ngModelChange)="name.set($event)"
          [attr.aria-invalid]="!!fault('name')"
      /></nl-field>
      <nl-field [name]="say.sort"
        ><nl-choice name="type" [ngModel]="type()" (ngModelChange)="type.set($event)">
          @for (t of types; track t) {
            <nl-option [value]="t" [word]="words[t]" />
          }</nl-choice
      ></nl-field>
      <nl-field [name]="say.measures"
        ><nl-choice name="parameter" [ngModel]="parameter()" (ngModelChange)="parameter.set($event)">
          @for (p of measured; track p.id) {
            <nl-option [value]="p.id" [word]="p.label" />
          }</nl-choice
      ></nl-field>
      @if (type() === 'colour-chart' || type() === 'strip') {
        <nl-field [name]="say.itsColoursRising" [fault]="fault('steps')"
          ><input
            pInputText
            name="steps"
            placeholder="0 5 10 20 40 80"
            [ngModel]="steps()"
            (ngModelChange)="steps.set($event)"
            [attr.aria-invalid]="!!fault('steps')"
        /></nl-field>
      } @else {
        <nl-field name="{{ type() === 'drop-test' ? say.oneDropIs : say.lastDigit }}" [fault]="fault('resolutionValue')"
          ><input
            pInputText
            nlIn
            name="resolution"
            [ngModel]="resolution()"
            (ngModelChange)="resolution.set($event)"
            [attr.aria-invalid]="!!fault('resolutionValue')"
        /></nl-field>
      }
      @if (type() === 'drop-test') {
        <label class="check"
          ><p-checkbox
            [autofocus]="false"
            [binary]="true"
            name="double"
            [ngModel]="double()"
            (ngModelChange)="double.set($event)" />
          {{ say.withADoubleSampleHalf }}</label
        >
      }
      @if (parameter() === 'ec25UsPerCm') {
        <nl-field [name]="say.itShows"
          ><nl-choice name="factor" [ngModel]="factor()" (ngModelChange)="factor.set($event)">
            <nl-option value="" word="µS/cm" />
            <nl-option value="0.5" [word]="say.ppmFactor05" />
            <nl-option value="0.64" [word]="say.ppmFactor064" />
            <nl-option value="0.7" [word]="say.ppmFactor07" />
            <nl-option value="unknown" [word]="say.ppmFactorNotKnownInline" /> </nl-choice
        ></nl-field>
        <label class="check"
          ><p-checkbox
            [autofocus]="false"
            [binary]="true"
            name="comp"
            [ngModel]="compensates()"
            (ngModelChange)="compensates.set($event)" />
          {{ say.compensatesTemperature }}</label
        >
      }
      @if (reportedAsElement(parameter())) {
        <label class="check"
          ><p-checkbox
            [autofocus]="false"
            [binary]="true"
            name="element"
            [ngModel]="element()"
            (ngModelChange)="element.set($event)" />
          {{ say.reportsAsNotAsThe(parameter() === 'po4MgPerL' ? 'P' : 'N') }}</label
        >
      }
      <nl-field [name]="say.goodUntil"
        ><nl-day name="expires" [ngModel]="expires()" (ngModelChange)="expires.set($event)"
      /></nl-field>
      @if (type() === 'pen' || type() === 'probe' || type() === 'scale') {
        <nl-field [name]="say.calibrateEveryDays"
          ><input pInputText nlIn name="every" [ngModel]="every()" (ngModelChange)="every.set($event)"
        /></nl-field>
      }
      <div>
        <button pButton class="go" [nlWhy]="[[say.aName, name().trim() === '']]">{{ say.putItInTheBook }}</button>
      </div>
    </form>
  `,
  styles: `
    .act {
      color: var(--act);
    }
    .settled {
      color: var(--settled);
    }
    .grid {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
      gap: 0.7rem 1rem;
      align-items: end;
      max-width: 900px;
      margin-top: 1rem;
    }
    .grid > div {
      display: flex;
      flex-wrap: wrap;
      gap: 0.5rem;
    }
    .grid h2 {
      grid-column: 1 / -1;
    }
    .check {
      display: flex;
      gap: 0.5rem;
      align-items: center;
      min-height: 44px;
    }
  `,
})
export class InstrumentsScreen {
  protected readonly say = readingsPages;
  protected readonly store = inject(InstrumentStore);
  private readonly scribe = inject(Scribe);
  private readonly house = inject(HouseStore);
  protected readonly types = instrumentTypes;
  protected readonly words = typeWords;
  protected warningText = bound(instrumentWords);
  protected shortName = (id: ParameterId): string => parameterWords[id];
  protected readonly measured = parameters;
  protected readonly name = signal('');
  protected readonly type = signal<InstrumentType>('drop-test');
  protected readonly parameter = signal<ParameterId>('ghDegrees');
  protected reportedAsElement = (id: ParameterId): boolean => traitsOf(id).reportedAs !== null;
  protected readonly steps = signal('');
  protected readonly resolution = signal<number | null>(1);
  protected readonly double = signal(false);
  protected readonly factor = signal('');
  protected readonly compensates = signal(true);
  protected readonly element = signal(false);
  protected readonly expires = signal('');
  protected readonly every = signal<number | null>(null);
  protected readonly faults = signal<ReadonlyMap<string, string>>(new Map());
  protected readonly said = signal('');
  protected readonly opened = signal('');
  protected readonly calParameter = signal<ParameterId>('ph');
  protected readonly calStandard = signal<number | null>(null);
  protected readonly calShown = signal<number | null>(null);
  protected readonly calAdjusted = signal(false);
  private readonly stepList = computed(() =>
    this.steps()
      .split(/[\s;]+/)
      .filter((t) => t !== '')
      .map((t) => Number(t.replace(',', '.'))),
  );
  protected fault = (field: string): string => this.faults().get(field) ?? '';
  protected measures = (o: OwnedInstrument): string =>
    o.instrument.parameters.map((p) => parameterWords[p]).join(', ') ||
    (o.payload.type === 'level-sensor' ? 'level' : o.payload.type === 'scale' ? 'mass' : '');
  protected tells({ instrument: i }: OwnedInstrument): string {
    if (i.steps.length > 1) return `colours ${i.steps.join(', ')}`;
    const step = i.resolutionValue * (i.type === 'drop-test' && i.doubleSample ? 0.5 : 1);
    return `${step}${i.penFactorUnknown ? readingsPages.ppmFactorNotKnown : i.penFactor === null ? '' : ` ppm, factor ${i.penFactor}`}${i.type === 'drop-test' ? ' a drop' : ''}`;
  }
  protected sortOf = ({ payload }: OwnedInstrument): string =>
    `${typeWords[payload.type]}${payload.retired ? ', put away' : ''}`;
  private calibrated(o: OwnedInstrument): string {
    const last = o.calibrations.at(-1);
    if (!last) return 'none';
    const inAir = last.standardValue === 0 && last.parameter === 'ec25UsPerCm';
    return `${onText(speech(), last.on)}, ${last.shownValue} in ${inAir ? 'air' : last.standardValue}`;
  }
  protected isOpen = (o: OwnedInstrument): boolean => this.opened() === o.instrument.id;
  protected readonly columns: TableColumn<OwnedInstrument>[] = [
    { head: 'Instrument', text: (o) => `${o.instrument.name} ${this.sortOf(o)}` },
    { head: 'Measures', text: (o) => this.measures(o) },
    { head: 'Tells apart', text: (o) => this.tells(o) },
    {
      head: 'Good until',
      text: ({ instrument: { expiresOn } }) => (expiresOn === null ? '' : onText(speech(), expiresOn)),
      sortBy: (o) => o.instrument.expiresOn ?? '',
    },
    { head: 'Last calibration', text: (o) => this.calibrated(o), sortBy: (o) => o.calibrations.at(-1)?.on ?? '' },
    { head: 'Tonight', text: (o) => o.warnings.map(bound(instrumentWords)).join(' ') },
  ];
  protected open(o: OwnedInstrument): void {
    this.opened.update((id) => (id === o.instrument.id ? '' : o.instrument.id));
    this.calParameter.set(o.instrument.parameters[0] ?? 'ph');
    this.calStandard.set(null);
    this.calShown.set(null);
    this.calAdjusted.set(false);
  }
  protected async calibrate(o: OwnedInstrument): Promise<void> {
    const [standardValue, shownValue] = [this.calStandard(), this.calShown()];
    if (standardValue === null || shownValue === null) return;
    const payload = { parameter: this.calParameter(), standardValue, shownValue, adjusted: this.calAdjusted() };
    const written = await this.scribe.write(
      [this.scribe.entry('calibration', o.instrument.id, payload)],
      `Calibration of ${o.instrument.name}`,
    );
    this.said.set(written.kept ? written.said : [...written.faults.values()].join('; '));
    if (written.kept) this.opened.set('');
  }
  protected async retire(o: OwnedInstrument): Promise<void> {
    const written = await this.scribe.write(
      [this.scribe.entry('instrument', o.instrument.id, { ...o.payload, retired: !o.payload.retired })],
      o.instrument.name,
    );
    this.said.set(written.said);
    this.opened.set('');
  }
  private pen(): Pick<InstrumentPayload, 'penFactor' | 'penFactorUnknown'> {
    const said = this.parameter() === 'ec25UsPerCm' ? this.factor() : '';
    if (said === 'unknown') return { penFactor: null, penFactorUnknown: true };
    return { penFactor: said === '' ? null : Number(said) };
  }
  protected async add(): Promise<void> {
    const charted = this.type() === 'colour-chart' || this.type() === 'strip';
    const steps = charted ? this.stepList() : [];
    if (steps.some((s) => !Number.isFinite(s))) {
      this.faults.set(new Map([['steps', readingsPages.theseAreNotAllNumbers]]));
      return;
    }
    const gaps = steps.slice(1).map((s, i) => s - (steps[i] ?? 0));
    const payload: InstrumentPayload = {
      name: this.name().trim(),
      type: this.type(),
      parameters: [this.parameter()],
      steps,
      resolutionValue: charted ? Math.max(0.0001, Math.min(...gaps, 1)) : (this.resolution() ?? 0),
      doubleSample: this.type() === 'drop-test' && this.double(),
      ...this.pen(),
      reportsAsElement: this.element(),
      compensatesTemperature: this.compensates(),
      expiresOn: this.expires() === '' ? null : this.expires(),
      calibrateEveryDays: this.every(),
      startedOn: this.house.house()?.nightOn ?? this.house.nowIso().slice(0, 10),
      retired: false,
    };
    const written = await this.scribe.write([this.scribe.entry('instrument', newId(), payload)], payload.name);
    this.faults.set(written.faults);
    this.said.set(written.said);
    if (!written.kept) return;
    this.name.set('');
    this.steps.set('');
  }
}
