import { tonightPages } from '#words/tonight';
import { parameterLabel } from '../ui/kind-words';
import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { ButtonDirective } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { bookKinds } from '#almanac/kinds';
import { parameters } from '#almanac/parameters';
import { practices } from '#almanac/practices';
import { parametersWhere, type ParameterId } from '#core/readings';
import { whoFits, type WaterKnown } from '#core/stock';
import { netVolume, usualGeometry } from '#core/tanks';
import { entryOf, type NewEntry, type ReadingValue, type SourcePayload } from '#contracts/book';
import { labelOf } from '#words/book';
import { amount } from '#words/units';
import { faultsByField } from '../base/faults';
import { HouseStore } from '../base/house-store';
import { newId, Outbox } from '../base/outbox';
import { AmountPipe, UnitNamePipe } from '../ui/amount';
import { Choice, Option } from '../ui/choice';
import { Field } from '../ui/field';
import { InUnit } from '../ui/in-unit';
import { plainRefusal } from '../ui/refusals';
import { ValueField, type TypedReading } from '../ui/value-field';
import { WhyNot } from '../ui/why';

/** Of the tap its warmth says nothing about the tank. */
const tested = parametersWhere((p) => p.tested === 'each-round' && p.mixes !== 'as-heat');
const states: readonly { id: SourcePayload['state']; word: string }[] = [
  { id: 'tap-aged', word: tonightPages.tapWaterThatHasStood },
  { id: 'tap-straight', word: tonightPages.tapWaterStraight },
  { id: 'softened', word: tonightPages.tapWaterThroughASoftener },
  { id: 'ro', word: 'reverse osmosis' },
  { id: 'rain', word: 'rain' },
];
/** So many names of a list are shown. */
const shownCount = 12;

/**
 * The first minutes: the water there is, one tank, and then at once what would live in it and what to do tonight. Each
 * step is in the book when the next opens, so that one may stop anywhere.
 */
@Component({
  selector: 'nl-begin',
  imports: [
    WhyNot,
    ...[FormsModule, RouterLink, ButtonDirective, InputText],
    ...[AmountPipe, UnitNamePipe, Choice, Field, Option, InUnit, ValueField],
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h1>{{ say.beginWithTheWaterYou }}</h1>
    <p class="quiet small">{{ say.threeStepsWhatYouDo }}</p>
    <ol class="heads">
      @for (name of heads; track name) {
        <li [attr.aria-current]="step() === $index + 1 ? 'step' : null" [class.past]="step() > $index + 1">
          <span class="num">{{ $index + 1 }}</span> {{ name }}
        </li>
      }
    </ol>
    @switch (step()) {
      @case (1) {
        <form (ngSubmit)="saveWater()">
          <div class="grid">
            <nl-field [name]="say.whatYouCallIt">
              <input
                pInputText
                name="waterName"
                maxlength="60"
                autocomplete="off"
                [ngModel]="waterName()"
                (ngModelChange)="waterName.set($event)" />
            </nl-field>
            <nl-field [name]="say.itIs">
              <nl-choice name="waterState" [ngModel]="waterState()" (ngModelChange)="waterState.set($event)">
                @for (s of states; track s.id) {
                  <nl-option [value]="s.id" [word]="s.word" />
                }
              </nl-choice>
            </nl-field>
          </div>
          <h2>{{ say.whatYouKnowOfIt }}</h2>
          <p class="small quiet">{{ say.fromATestOfYour }}</p>
          <div class="grid">
            @for (p of tested; track p) {
              <nl-value-field [name]="p" [label]="label(p)" [parameter]="p" spans (reading)="setValue(p, $event)" />
            }
          </div>
          @if (fault()) {
            <p class="fault" role="alert">{{ fault() }}</p>
          }
          <button
            pButton
            class="go"
            [nlWhy]="busy() ? say.itIsBeingWritten : [[say.whatYouCallItInline, waterName().trim() === '']]">
            {{ say.keepItAndOn }}
          </button>
        </form>
      }
      @case (2) {
        <form (ngSubmit)="saveTank()">
          <div class="grid">
            <nl-field [name]="say.theTanksName">
              <input
                pInputText
                name="tankName"
                maxlength="60"
                autocomplete="off"
                [ngModel]="tankName()"
                (ngModelChange)="tankName.set($event)" />
            </nl-field>
            <nl-field [name]="say.keptFor">
              <nl-choice name="practice" [ngModel]="practiceId()" (ngModelChange)="practiceId.set($event)">
                @for (p of practices; track p.id) {
                  <nl-option [value]="p.id" word="{{ p.livestock }}: {{ p.name }}" />
                }
              </nl-choice>
            </nl-field>
            <nl-field [name]="say.lengthOutside" [unit]="'length' | unitName">
              <input
                pInputText
                nlIn="length"
                name="lengthCm"
                [ngModel]="lengthCm()"
                (ngModelChange)="lengthCm.set($event)" />
            </nl-field>
            <nl-field [name]="say.widthOutside" [unit]="'length' | unitName">
              <input
                pInputText
                nlIn="length"
                name="widthCm"
                [ngModel]="widthCm()"
                (ngModelChange)="widthCm.set($event)" />
            </nl-field>
            <nl-field [name]="say.heightOutside" [unit]="'length' | unitName">
              <input
                pInputText
                nlIn="length"
                name="heightCm"
                [ngModel]="heightCm()"
                (ngModelChange)="heightCm.set($event)" />
            </nl-field>
            <nl-field [name]="say.orItTookToFill" [unit]="'volume' | unitName">
              <input pInputText nlIn="volume" name="fillL" [ngModel]="fillL()" (ngModelChange)="fillL.set($event)" />
            </nl-field>
          </div>
          @if (netL(); as net) {
            <p class="small">
              {{ say.about }} <strong class="num">{{ net | amount: 'volume' }}</strong>
              {{ say.ofWaterItsSetUp(glassText()) }}
            </p>
          }
          @if (sizeFault() || fault()) {
            <p class="fault" role="alert">{{ sizeFault() || fault() }}</p>
          }
          <button
            pButton
            class="go"
            [nlWhy]="
              busy()
                ? say.itIsBeingWritten
                : [
                    [say.itsName, tankName().trim() === ''],
                    [say.itsSize, netL() === null],
                  ]
            ">
            {{ say.keepItAndOn }}
          </button>
        </form>
      }
      @case (3) {
        <h2>{{ say.whatFits(waterName()) }}</h2>
        @if (known().length === 0) {
          <p>
            {{ say.nothingIsKnownOfIt }}
          </p>
        } @else {
          <p>
            <strong>{{ say.ofKindsFitAsIt(fits().yes.length, kindsCount) }}</strong>{{ names(fits().yes) }}
          </p>
          @if (fits().open.length > 0) {
            <p class="quiet">{{ say.ofMoreItCannotBe(fits().open.length, fits().wouldTell) }}</p>
          }
          <p class="small quiet">
            {{ say.byRangesOfTheAlmanac }}
            <a routerLink="/stock/fits" [queryParams]="{ source: sourceId }">{{ say.allOfThemAndWhat }}</a>
          </p>
        }
        <h2>{{ say.tonight }}</h2>
        <ul class="steps">
          <li>
            <a routerLink="/readings" [queryParams]="{ tank: tankId }">{{ say.testOnce(tankName()) }}</a>{{
              say.phHardnessNitrateAndTemperature
            }}
          </li>
          <li>
            <a [routerLink]="['/stock/tanks', tankId]">{{ say.writeDownWhoLivesIn }}</a>{{ say.itsBandsFollowThem }}
          </li>
          <li>
            <a [routerLink]="['/tanks', tankId, 'set-up']">{{ say.itsBedRockAndWood }}</a>{{ say.dosesGoByTheWater }}
          </li>
          <li>
            <a routerLink="/tonight">{{ say.toTonightsRound }}</a>
          </li>
        </ul>
        <p class="caution small">
          {{ say.newTanksNeedAGrown }}
        </p>
      }
    }
  `,
  styles: `
    .grid {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
      gap: 0.7rem 1rem;
      align-items: end;
      max-width: 900px;
      margin: 0.6rem 0;
    }
    .heads {
      display: flex;
      flex-wrap: wrap;
      gap: 0.2rem 1.6rem;
      margin: 0.8rem 0 0.4rem;
      border-bottom: 1px solid var(--line);
    }
    .heads li {
      padding: 0.4rem 0;
      color: var(--quiet);
    }
    .heads .num {
      border: 1px solid currentColor;
      border-radius: 3px;
      padding: 0 0.4rem;
      margin-right: 0.3rem;
    }
    .heads [aria-current] {
      color: var(--ink);
      box-shadow: inset 0 -3px 0 var(--amber);
    }
    .heads .past {
      color: var(--settled);
    }
    .steps li {
      padding: 0.35rem 0;
    }
    form {
      padding: 0.6rem 0;
    }
  `,
})
export class BeginScreen {
  protected readonly say = tonightPages;
  private readonly outbox = inject(Outbox);
  private readonly house = inject(HouseStore);
  protected readonly heads = ['The water', 'One tank', tonightPages.whatFitsAndTonight];
  protected readonly states = states;
  protected readonly practices = practices;
  protected readonly tested = tested;
  protected readonly kindsCount = bookKinds.length;
  protected readonly step = signal(1);
  protected readonly busy = signal(false);
  protected readonly fault = signal('');
  protected readonly sourceId = newId();
  protected readonly tankId = newId();
  protected readonly waterName = signal('Tap');
  protected readonly waterState = signal<SourcePayload['state']>('tap-aged');
  protected readonly values = signal<Partial<Record<ParameterId, TypedReading>>>({});
  protected readonly tankName = signal('');
  protected readonly practiceId = signal('community-soft');
  protected readonly lengthCm = signal<number | null>(null);
  protected readonly widthCm = signal<number | null>(null);
  protected readonly heightCm = signal<number | null>(null);
  protected readonly fillL = signal<number | null>(null);

  protected readonly geometry = computed(() => {
    const [lengthCm, widthCm, heightCm] = [this.lengthCm(), this.widthCm(), this.heightCm()];
    return lengthCm === null || widthCm === null || heightCm === null
      ? null
      : usualGeometry({ lengthCm, widthCm, heightCm });
  });
  private readonly volume = computed(() => {
    const geometry = this.geometry();
    return geometry ? netVolume(geometry) : null;
  });
  protected readonly netL = computed(() => {
    const volume = this.volume();
    return this.fillL() ?? (volume?.ok ? volume.value.value.netL : null);
  });
  protected readonly glassText = computed(() => {
    const geometry = this.geometry();
    if (this.fillL() !== null || !geometry) return '';
    return tonightPages.withGlassOfMmAnd(geometry.glassMm, amount(speech(), 'length', geometry.waterBelowRimCm, 0));
  });
  protected readonly sizeFault = computed(() => {
    const volume = this.volume();
    return volume && !volume.ok && this.fillL() === null ? plainRefusal(volume.refusal) : '';
  });

  /** As spans: of one figure half a step of a usual kit to each side, as typed figures say no more than that. */
  private readonly water = computed((): WaterKnown => {
    const water: WaterKnown = {};
    for (const p of parameters) {
      const value = this.values()[p.id];
      if (value !== undefined) water[p.id] = { lo: value.lo, hi: value.hi };
    }
    return water;
  });
  protected readonly known = computed(() => Object.keys(this.water()));
  protected readonly fits = computed(() => {
    const { fit, open, wouldTell } = whoFits({ kinds: bookKinds, water: this.water(), skip: ['tempC'] });
    return {
      yes: fit.map((kind) => kind.commonName),
      open,
      wouldTell: wouldTell ? parameterLabel(wouldTell) : 'more',
    };
  });
  protected label = labelOf;
  protected names = (names: readonly string[]): string =>
    names.length === 0
      ? '.'
      : `: ${names.slice(0, shownCount).join(', ')}${names.length > shownCount ? ` and ${names.length - shownCount} more` : ''}.`;
  protected setValue(parameter: ParameterId, value: TypedReading | null): void {
    this.values.update(({ [parameter]: _old, ...rest }) => (value === null ? rest : { ...rest, [parameter]: value }));
  }

  private today = (): string => this.house.house()?.nightOn ?? this.house.nowIso().slice(0, 10);
  protected async saveWater(): Promise<void> {
    const head = { subjectId: this.sourceId, happenedAt: this.house.nowIso() };
    const values = parameters.flatMap((p): ReadingValue[] => {
      const value = this.values()[p.id];
      return value === undefined ? [] : [{ parameter: p.id, ...value }];
    });
    const source = entryOf(
      'source',
      { id: newId(), ...head },
      {
        name: this.waterName().trim(),
        state: this.waterState(),
        chlorine: this.waterState() === 'ro' || this.waterState() === 'rain' ? 'none' : 'unknown',
        startedOn: this.today(),
      },
    );
    await this.write([
      source,
      ...(values.length > 0
        ? [entryOf('readings', { id: newId(), ...head }, { context: 'source', origin: 'own-test', values })]
        : []),
    ]);
  }
  protected async saveTank(): Promise<void> {
    const [fillL, geometry] = [this.fillL(), this.geometry()];
    await this.write([
      entryOf(
        'set-up',
        { id: newId(), subjectId: this.tankId, happenedAt: this.house.nowIso() },
        {
          name: this.tankName().trim(),
          rack: '',
          roundOrder: 10,
          purpose: 'display',
          practiceId: this.practiceId(),
          bearing: 'usual',
          overrides: [],
          startedOn: this.today(),
          ...(fillL === null ? {} : { measuredFillL: fillL }),
          ...(geometry ? { geometry } : {}),
        },
      ),
    ]);
  }
  /** Kept, and the next step; what is refused stays where it was typed. */
  private async write(entries: NewEntry[]): Promise<void> {
    this.busy.set(true);
    const sent = await this.outbox.write(entries);
    this.busy.set(false);
    if (sent.state === 'refused') {
      this.fault.set([...faultsByField(sent.problem)].map(([field, why]) => `${field} ${why}`.trim()).join('; '));
      return;
    }
    this.fault.set('');
    this.step.update((step) => step + 1);
  }
}
