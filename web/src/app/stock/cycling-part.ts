import { weekMs } from '#core/units';
import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { Choice, Option } from '../ui/choice';
import { InputText } from 'primeng/inputtext';
import { FormsModule } from '@angular/forms';
import { recorder } from '#core/explain';
import { middle, type DatedReading } from '#core/readings';
import { ammoniaDose, cyclingSchools, cyclingState, type CyclingSchoolId } from '#core/stock';
import { cyclingReasonWords, cyclingWords, stockPages } from '#words/stock';
import { amount } from '#words/units';
import { HouseStore } from '../base/house-store';
import { DiaryWatch, Scribe } from '../base/scribe';
import { FolioStore } from '../tonight';
import { Figure } from '../ui/figure';
import { plainRefusal } from '../ui/refusals';
import { TideChart, type ChartSeries } from '../ui/tide-chart';
import { dateText, figure } from '../ui/words';
import type { TankStock } from './stock-store';
import { InUnit } from '../ui/in-unit';
import { Field } from '../ui/field';
import { WhyNot } from '../ui/why';

/** The cycle of a tank: its school, where it stands, when it will be ready, and the dose of ammonia by net volume. */
@Component({
  selector: 'nl-cycling-part',
  imports: [WhyNot, Field, InUnit, FormsModule, Figure, TideChart, ButtonDirective, Choice, InputText, Option],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section [attr.aria-label]="say.cycle">
      <h2>{{ say.cycledAndMatured }}</h2>
      @if (started(); as begun) {
        <p>
          <strong>{{ words[state()?.phase ?? 'waiting'] }}.</strong> {{ reasonText() }}
          @if (state()?.forecast; as f) {
            {{ say.readyBetween }} <span class="num">{{ day(f.loEpochMs) }}</span> {{ say.and }}
            <span class="num">{{ day(f.hiEpochMs) }}</span>{{
              f.by === 'nitrite-falling' ? say.byHowNitriteFalls : say.byTheSchoolsUsualSpan
            }}.
          }
        </p>
        <p class="small quiet">
          {{ say.bySinceReadyWhen(schoolText()?.name ?? '', day(begun.atEpochMs), schoolText()?.ready ?? '') }}
          @if (state()?.paceRatio; as pace) {
            {{ say.bacteriaGrowAtOfTheir(percent(pace)) }}
          }
          {{ say.matured(maturedText()) }}
        </p>
        <p class="caution small">{{ schoolText()?.risk }}</p>
      } @else if (!stocked()) {
        <p class="quiet">{{ say.noCycleIsInThe }}</p>
        <div class="row">
          @for (s of schools; track s.id) {
            <button pButton type="button" class="plain" (click)="begin(s.id)">
              {{ say.beginBy(schoolWords[s.id].name) }}
            </button>
          }
        </div>
        <ul>
          @for (s of schools; track s.id) {
            <li class="small">
              <strong>{{ schoolWords[s.id].name }}</strong>: {{ schoolWords[s.id].how }}
              <span class="quiet">{{ schoolWords[s.id].risk }}</span>
            </li>
          }
        </ul>
      } @else {
        <p class="quiet">{{ say.stockedBeforeACycleWas(maturedText()) }}</p>
      }
      @if (started() && stocked() && state()?.phase !== 'ready') {
        <p class="caution">
          <strong>{{ say.animalsLiveHereNoAmmonia }}</strong> {{ say.testAmmoniaAndNitriteDaily }}
        </p>
      }
      @if (started() && !stocked()) {
        <form class="row" (ngSubmit)="write()">
          <nl-field [name]="say.ammoniaToMgLAs"
            ><input pInputText nlIn="ammonia" name="target" [ngModel]="target()" (ngModelChange)="target.set($event)"
          /></nl-field>
          <nl-field [name]="say.from"
            ><nl-choice name="from" [ngModel]="from()" (ngModelChange)="from.set($event)">
              <nl-option value="salt" [word]="say.ammoniumChloride" />
              <nl-option value="solution" [word]="say.ammoniaSolution" /> </nl-choice
          ></nl-field>
          @if (from() === 'solution') {
            <nl-field [name]="say.itsStrengthNh3"
              ><input pInputText nlIn name="strength" [ngModel]="strength()" (ngModelChange)="strength.set($event)"
            /></nl-field>
          }
          <p>
            @if (dose(); as d) {
              {{ say.take }}
              <nl-figure
                [title]="say.doseOfAmmonia"
                [text]="doseText()"
                [unit]="d.value.amountMl === null ? 'g' : 'mL'"
                [working]="d" />
              {{ say.forNet(litres()) }}
            } @else {
              <span class="fault">{{ refusal() }}</span>
            }
          </p>
          <button pButton class="plain" [nlWhy]="[[say.aDoseThatCanBe, !dose()]]">
            {{ say.dosedIt }}
          </button>
        </form>
      }
      @if (series().length > 0 && started()) {
        @defer (on viewport) {
          <nl-tide-chart [series]="series()" />
        } @placeholder {
          <div class="place quiet">{{ say.drawing }}</div>
        }
      }
      <p role="status" class="quiet">{{ said() }}</p>
    </section>
  `,
  styles: `
    section {
      margin-top: 1rem;
      overflow-x: auto;
      position: relative;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 0.6rem 1rem;
      align-items: end;
      margin: 0.5rem 0;
    }
    .row :is(label, nl-field) {
      width: 190px;
    }
    .row p {
      align-self: center;
    }
    .place {
      height: 400px;
    }
    li {
      padding: 0.1rem 0;
    }
  `,
})
export class CyclingPart {
  protected readonly say = stockPages;
  readonly stock = input.required<TankStock>();
  /** The id alone: what is read again must not be asked for again each time the clock moves. */
  private readonly tankId = computed(() => this.stock().tank.tankId);
  private readonly house = inject(HouseStore);
  private readonly scribe = inject(Scribe);
  private readonly folios = inject(FolioStore);
  private readonly diary = new DiaryWatch(['cycling', 'fed']);
  protected readonly schools = cyclingSchools;
  protected readonly schoolWords = cyclingWords;
  protected readonly schoolText = computed(() => {
    const school = this.school();
    return school && cyclingWords[school.id];
  });
  protected readonly reasonText = computed(() => {
    const state = this.state();
    return state ? cyclingReasonWords(state.reason) : '';
  });
  protected readonly target = signal(2);
  protected readonly from = signal<'salt' | 'solution'>('salt');
  protected readonly strength = signal(10);
  protected readonly said = signal('');
  protected readonly words = {
    'no-source': stockPages.nothingFeedsIt,
    waiting: 'Under way',
    ammonia: 'Ammonia',
    nitrite: 'Nitrite',
    ready: 'Cycled',
    fading: 'Fading',
    expired: stockPages.mostLikelyLost,
  };
  constructor() {
    effect(() => {
      const tankId = this.tankId();
      this.diary.open(tankId);
      this.folios.open(tankId);
    });
  }
  private readonly steps = computed(() => this.diary.of('cycling'));
  protected readonly started = computed(
    () => [...this.steps()].reverse().find((s) => s.payload.step === 'started') ?? null,
  );
  protected readonly school = computed(() => {
    const payload = this.started()?.payload;
    return cyclingSchools.find((s) => payload?.step === 'started' && s.id === payload.school) ?? null;
  });
  protected readonly stocked = computed(() => this.stock().residents.some((l) => l.kind.animal));
  private readonly history = computed(() => {
    const folio = this.folios.folio();
    return folio?.tank.tankId === this.stock().tank.tankId ? folio.history : {};
  });
  private of = (id: 'tanMgPerL' | 'no2MgPerL' | 'no3MgPerL'): DatedReading[] =>
    (this.history()[id] ?? []).filter((r) => r.atEpochMs >= (this.started()?.atEpochMs ?? 0));
  protected readonly state = computed(() => {
    const [begun, school] = [this.started(), this.school()];
    if (!begun || !school) return null;
    const { tempC, ph } = this.stock().tank.water;
    const doses = this.steps().flatMap(({ atEpochMs, payload }) =>
      payload.step === 'dosed' ? [{ atEpochMs, tanMgPerL: payload.tanMgPerL }] : [],
    );
    return cyclingState({
      school: school.id,
      startedAtEpochMs: begun.atEpochMs,
      nowEpochMs: this.house.nowEpochMs(),
      tan: this.of('tanMgPerL'),
      no2: this.of('no2MgPerL'),
      no3: this.of('no3MgPerL'),
      fedAtEpochMs: [...doses, ...this.diary.of('fed')].map((d) => d.atEpochMs),
      doses,
      stocked: this.stocked(),
      tempC: tempC ? middle(tempC) : null,
      ph: ph ? middle(ph) : null,
    });
  });
  protected readonly maturedText = computed(() => {
    const weeks = Math.floor((this.house.nowEpochMs() - Date.parse(this.stock().tank.setUp.startedOn)) / weekMs);
    return weeks >= 8
      ? stockPages.weeksOldMaturedByEvery(weeks)
      : weeks >= 2
        ? stockPages.weeksOldEnoughForThe(weeks)
        : stockPages.weeksOldNotYetBy(Math.max(0, weeks));
  });
  private readonly dosed = computed(() =>
    ammoniaDose(
      {
        netVolumeL: this.stock().tank.netVolumeL,
        tanMgPerL: this.target(),
        source:
          this.from() === 'salt'
            ? { kind: 'salt' }
            : { kind: 'solution', nh3Percent: this.strength(), densityGPerMl: 0.96 },
      },
      recorder(),
    ),
  );
  protected readonly dose = computed(() => {
    const result = this.dosed();
    return result.ok ? result.value : null;
  });
  protected readonly refusal = computed(() => {
    const result = this.dosed();
    return result.ok ? '' : plainRefusal(result.refusal);
  });
  protected readonly doseText = computed(() =>
    figure(this.dose()?.value.amountMl ?? this.dose()?.value.amountG ?? 0, 2),
  );
  protected readonly litres = computed(() => amount(speech(), 'volume', this.stock().tank.netVolumeL, 1));
  protected readonly series = computed((): ChartSeries[] =>
    (
      [
        ['tanMgPerL', 'Ammonia'],
        ['no2MgPerL', 'Nitrite'],
        ['no3MgPerL', 'Nitrate'],
      ] as const
    ).flatMap(([id, label]) => {
      const readings = (this.history()[id] ?? []).filter((r) => r.atEpochMs >= (this.started()?.atEpochMs ?? 0));
      return readings.length === 0 ? [] : [{ label, unit: 'mg/L', decimalsCount: 2, band: null, readings }];
    }),
  );
  protected day = (at: number): string => dateText(speech(), at, this.house.zone());
  protected percent = (share: number): number => Math.round(share * 100);
  protected async begin(school: CyclingSchoolId): Promise<void> {
    const { tankId } = this.stock().tank;
    const written = await this.scribe.write(
      [
        this.scribe.entry('cycling', tankId, { step: 'started', school }),
        this.scribe.entry('fact', tankId, { about: 'stage', stage: 'cycling' }),
      ],
      stockPages.theCycleIsBegun,
    );
    this.said.set(written.said);
  }
  protected async write(): Promise<void> {
    const written = await this.scribe.write(
      [this.scribe.entry('cycling', this.stock().tank.tankId, { step: 'dosed', tanMgPerL: this.target() })],
      stockPages.ammoniaDosedToMgL(this.target()),
    );
    this.said.set(written.kept ? written.said : [...written.faults.values()].join('; '));
  }
}
