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
import { instrumentTypes, type InstrumentType, type ParameterId } from '#core/readings';
import type { InstrumentPayload } from '#contracts/book';
import { instrumentWords } from '#words/readings';
import { HouseStore } from '../base/house-store';
import { newId } from '../base/outbox';
import { Scribe } from '../base/scribe';
import { DevicesPart } from './devices-part';
import { InstrumentStore, type OwnedInstrument } from './instrument-store';
import { InUnit } from '../ui/in-unit';

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
  imports: [InUnit, DevicesPart, FormsModule, RouterLink, ButtonDirective, Checkbox, Choice, Day, InputText, Option],
  providers: [InstrumentStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h1>Kits and instruments</h1>
    <p class="quiet">
      Each gives a reading its span: a drop, a colour, the last digit. <a routerLink="/readings/bench">To the bench</a>
    </p>
    @if (store.all().length > 0) {
      <div class="wide">
        <table>
          <thead>
            <tr>
              <th>Instrument</th>
              <th>Measures</th>
              <th>Tells apart</th>
              <th>Good until</th>
              <th>Last calibration</th>
              <th>Tonight</th>
            </tr>
          </thead>
          <tbody>
            @for (o of store.all(); track o.instrument.id) {
              <tr [class.away]="o.payload.retired">
                <td>
                  <span class="serif">{{ o.instrument.name }}</span>
                  <span class="small quiet">{{ words[o.instrument.type] }}</span>
                </td>
                <td>{{ measures(o) }}</td>
                <td class="small">{{ tells(o) }}</td>
                <td class="small num">{{ o.instrument.expiresOn ?? '' }}</td>
                <td class="small">
                  @if (lastOf(o); as c) {
                    <span class="num">{{ c.on }}</span> {{ c.shownValue }} in
                    {{ c.standardValue === 0 && c.parameter === 'ec25UsPerCm' ? 'air' : c.standardValue }}
                  } @else {
                    <span class="quiet">none</span>
                  }
                </td>
                <td class="small">
                  @for (w of o.warnings; track w.id) {
                    <p [class.act]="w.doubtful">{{ warningText(w) }}</p>
                  } @empty {
                    <span class="settled">nothing against it</span>
                  }
                  <button pButton type="button" class="asText" (click)="open(o)">
                    Calibrate or put away<span class="visuallyHidden"> {{ o.instrument.name }}</span>
                  </button>
                </td>
              </tr>
              @if (opened() === o.instrument.id) {
                <tr>
                  <td colspan="6">
                    <form
                      class="grid"
                      (ngSubmit)="calibrate(o)"
                      [attr.aria-label]="'Calibration of ' + o.instrument.name">
                      <label
                        ><span class="name">Parameter</span
                        ><nl-choice name="cp" [ngModel]="calParameter()" (ngModelChange)="calParameter.set($event)">
                          @for (p of o.instrument.parameters; track p) {
                            <nl-option [value]="p" [word]="short[p]" />
                          }</nl-choice
                      ></label>
                      <label
                        ><span class="name">Standard (0: dry in air)</span
                        ><input
                          pInputText
                          nlIn
                          name="cs"
                          [ngModel]="calStandard()"
                          (ngModelChange)="calStandard.set($event)"
                      /></label>
                      <label
                        ><span class="name">It showed, once steady</span
                        ><input pInputText nlIn name="cv" [ngModel]="calShown()" (ngModelChange)="calShown.set($event)"
                      /></label>
                      <label class="check"
                        ><p-checkbox
                          [autofocus]="false"
                          [binary]="true"
                          name="ca"
                          [ngModel]="calAdjusted()"
                          (ngModelChange)="calAdjusted.set($event)" />
                        and it was set right</label
                      >
                      <div>
                        <button pButton class="go" [disabled]="calStandard() === null || calShown() === null">
                          Write the calibration
                        </button>
                        <button pButton type="button" class="plain" (click)="retire(o)">
                          {{ o.payload.retired ? 'Take it out again' : 'Put it away' }}
                        </button>
                      </div>
                    </form>
                    <p class="small quiet">
                      Rinse with pure water first. A conductivity pen held dry in the air reads 0. Standards are not for
                      drinking; keep them and reagents away from children and food.
                    </p>
                  </td>
                </tr>
              }
            }
          </tbody>
        </table>
      </div>
    } @else if (store.loaded()) {
      <p class="quiet">
        The book knows no kit yet. Without one, each parameter is read as the usual kit would: the span is a guess.
      </p>
    }
    <p role="status" class="quiet">{{ said() }}</p>
    @defer {
      <nl-devices-part />
    }
    <form class="grid" (ngSubmit)="add()" aria-label="A new instrument">
      <h2>A new one</h2>
      <label
        ><span class="name">Name</span
        ><input
          pInputText
          name="name"
          maxlength="60"
          autocomplete="off"
          [ngModel]="name()"
          (ngModelChange)="name.set($event)"
          [attr.aria-invalid]="!!fault('name')" />
        @if (fault('name')) {
          <span class="fault">{{ fault('name') }}</span>
        }
      </label>
      <label
        ><span class="name">Sort</span
        ><nl-choice name="type" [ngModel]="type()" (ngModelChange)="type.set($event)">
          @for (t of types; track t) {
            <nl-option [value]="t" [word]="words[t]" />
          }</nl-choice
      ></label>
      <label
        ><span class="name">Measures</span
        ><nl-choice name="parameter" [ngModel]="parameter()" (ngModelChange)="parameter.set($event)">
          @for (p of measured; track p.id) {
            <nl-option [value]="p.id" [word]="p.label" />
          }</nl-choice
      ></label>
      @if (type() === 'colour-chart' || type() === 'strip') {
        <label
          ><span class="name">Its colours, rising</span
          ><input
            pInputText
            name="steps"
            placeholder="0 5 10 20 40 80"
            [ngModel]="steps()"
            (ngModelChange)="steps.set($event)"
            [attr.aria-invalid]="!!fault('steps')" />
          @if (fault('steps')) {
            <span class="fault">{{ fault('steps') }}</span>
          }
        </label>
      } @else {
        <label
          ><span class="name">{{ type() === 'drop-test' ? 'One drop is' : 'Last digit' }}</span
          ><input
            pInputText
            nlIn
            name="resolution"
            [ngModel]="resolution()"
            (ngModelChange)="resolution.set($event)"
            [attr.aria-invalid]="!!fault('resolutionValue')" />
          @if (fault('resolutionValue')) {
            <span class="fault">{{ fault('resolutionValue') }}</span>
          }
        </label>
      }
      @if (type() === 'drop-test') {
        <label class="check"
          ><p-checkbox
            [autofocus]="false"
            [binary]="true"
            name="double"
            [ngModel]="double()"
            (ngModelChange)="double.set($event)" />
          with a double sample: half a drop</label
        >
      }
      @if (parameter() === 'ec25UsPerCm') {
        <label
          ><span class="name">It shows</span
          ><nl-choice name="factor" [ngModel]="factor()" (ngModelChange)="factor.set($event)">
            <nl-option value="" word="µS/cm" />
            <nl-option value="0.5" word="ppm, factor 0.5" />
            <nl-option value="0.64" word="ppm, factor 0.64" />
            <nl-option value="0.7" word="ppm, factor 0.7" />
            <nl-option value="unknown" word="ppm, factor not known" /> </nl-choice
        ></label>
        <label class="check"
          ><p-checkbox
            [autofocus]="false"
            [binary]="true"
            name="comp"
            [ngModel]="compensates()"
            (ngModelChange)="compensates.set($event)" />
          compensates temperature</label
        >
      }
      @if (['no2MgPerL', 'no3MgPerL', 'po4MgPerL'].includes(parameter())) {
        <label class="check"
          ><p-checkbox
            [autofocus]="false"
            [binary]="true"
            name="element"
            [ngModel]="element()"
            (ngModelChange)="element.set($event)" />
          reports as {{ parameter() === 'po4MgPerL' ? 'P' : 'N' }}, not as the ion</label
        >
      }
      <label
        ><span class="name">Good until</span
        ><nl-day name="expires" [ngModel]="expires()" (ngModelChange)="expires.set($event)"
      /></label>
      @if (type() === 'pen' || type() === 'probe' || type() === 'scale') {
        <label
          ><span class="name">Calibrate every, days</span
          ><input pInputText nlIn name="every" [ngModel]="every()" (ngModelChange)="every.set($event)"
        /></label>
      }
      <div><button pButton class="go" [disabled]="name().trim() === ''">Put it in the book</button></div>
    </form>
  `,
  styles: `
    .wide {
      overflow-x: auto;
      position: relative;
    }
    .away {
      opacity: 0.65;
    }
    .act {
      color: var(--act);
    }
    .settled {
      color: var(--settled);
    }
    td {
      vertical-align: top;
    }
    .grid {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
      gap: 0.7rem 1rem;
      align-items: end;
      max-width: 900px;
      margin-top: 1rem;
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
  protected readonly store = inject(InstrumentStore);
  private readonly scribe = inject(Scribe);
  private readonly house = inject(HouseStore);
  protected readonly types = instrumentTypes;
  protected readonly words = typeWords;
  protected warningText = instrumentWords;
  protected readonly short = parameterWords;
  protected readonly measured = parameters;
  protected readonly name = signal('');
  protected readonly type = signal<InstrumentType>('drop-test');
  protected readonly parameter = signal<ParameterId>('ghDegrees');
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
    return `${step}${i.penFactorUnknown ? ' ppm, factor not known' : i.penFactor === null ? '' : ` ppm, factor ${i.penFactor}`}${i.type === 'drop-test' ? ' a drop' : ''}`;
  }
  protected lastOf = (o: OwnedInstrument): OwnedInstrument['calibrations'][number] | undefined => o.calibrations.at(-1);
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
      this.faults.set(new Map([['steps', 'These are not all numbers; write them with blanks between.']]));
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
