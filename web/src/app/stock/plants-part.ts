import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { Choice, Option } from '../ui/choice';
import { InputText } from 'primeng/inputtext';
import { FormsModule } from '@angular/forms';
import { exampleFertilisers } from '#almanac/kinds';
import { recorder } from '#core/explain';
import { dosingSchools, drySalts, nutrientsAdded, trimDue, type Fertiliser } from '#core/stock';
import { dosingWords, trimWords, stockPages } from '#words/stock';
import { amount } from '#words/units';
import { HouseStore } from '../base/house-store';
import { DiaryWatch, Scribe } from '../base/scribe';
import { Figure } from '../ui/figure';
import { plainRefusal } from '../ui/refusals';
import { dateText, figure } from '../ui/words';
import type { TankStock } from './stock-store';
import { InUnit } from '../ui/in-unit';
import { Field } from '../ui/field';

/** The plants of one tank: what is due to be trimmed and how long it takes, and what a dose adds in a week. */
@Component({
  selector: 'nl-plants-part',
  imports: [Field, InUnit, FormsModule, Figure, ButtonDirective, Choice, InputText, Option],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (plants().length > 0) {
      <section [attr.aria-label]="say.plants">
        <h2>{{ say.plants }}</h2>
        <table>
          <thead>
            <tr>
              <th>{{ say.plant }}</th>
              <th>{{ say.nextTrim }}</th>
              <th class="right">{{ say.takes }}</th>
              <th>{{ say.how }}</th>
              <th></th>
            </tr>
          </thead>
          <tbody>
            @for (p of plants(); track p.kind.id) {
              <tr>
                <td class="serif">{{ p.kind.commonName }}</td>
                <td class="num small">{{ p.due ? day(p.due.loEpochMs) + ' – ' + day(p.due.hiEpochMs) : '' }}</td>
                <td class="num right">{{ p.due?.workMinutes }} <span class="unit">min</span></td>
                <td class="small">
                  {{ p.due?.stage === 'replant' ? say.replantTheTops : p.due?.stage === 'shape' ? say.shapeIt : ''
                  }}{{ p.due ? trimText[p.due.habit] : '' }}
                </td>
                <td>
                  <button pButton type="button" class="plain" (click)="trimmed(p.kind.id)">
                    {{ say.trimmed }}<span class="visuallyHidden"> {{ p.kind.commonName }}</span>
                  </button>
                </td>
              </tr>
            }
          </tbody>
        </table>
        <p class="small quiet">
          {{ say.lightHead }}
          @if (stock().tank.equipment.light?.lightHours; as h) {
            {{ say.hADay(h) }}
          } @else {
            {{ say.itsHoursAreNotIn }}
          }
          {{ say.sharpScissorsAndGlassOne }}
        </p>
        <h3>{{ say.fertiliserAndLiquidCarbon }}</h3>
        <div class="row">
          <nl-field [name]="say.what"
            ><nl-choice name="what" [ngModel]="what()" (ngModelChange)="what.set($event)">
              @for (f of fertilisers; track f.id) {
                <nl-option [value]="f.id" [word]="f.name" />
              }</nl-choice
          ></nl-field>
          <nl-field [name]="say.aDose(chosen().form === 'salt' ? say.grams : say.millilitres)"
            ><input pInputText nlIn name="amount" [ngModel]="amount()" (ngModelChange)="amount.set($event)"
          /></nl-field>
          <nl-field [name]="say.dosesAWeek"
            ><input pInputText nlIn name="doses" [ngModel]="doses()" (ngModelChange)="doses.set($event)"
          /></nl-field>
          <nl-field [name]="say.changedWeekly"
            ><input pInputText nlIn name="change" [ngModel]="change()" (ngModelChange)="change.set($event)"
          /></nl-field>
          @if (chosen().form === 'liquid' && !chosen().carbon) {
            <nl-field [name]="say.nitrateByItsLabelMg"
              ><input pInputText nlIn name="label" [ngModel]="no3Label()" (ngModelChange)="no3Label.set($event)"
            /></nl-field>
          }
        </div>
        @if (chosen().carbon) {
          <p class="caution small">
            {{ say.liquidCarbonIsADisinfectant(litres()) }}
            @if (sensitive(); as names) {
              {{ say.harmedByItHere(names) }}
            }
          </p>
        } @else if (added(); as a) {
          <p>
            {{ say.inAWeekNitrate }}
            <nl-figure
              [title]="say.nitrateAddedInAWeek"
              [text]="text(a.value.no3MgPerLPerWeek)"
              unit="mg/L"
              [working]="a" />{{
              say.phosphatePotassiumIronMgL(
                text(a.value.po4MgPerLPerWeek),
                text(a.value.kMgPerLPerWeek),
                text(a.value.feMgPerLPerWeek)
              )
            }}
            @if (a.value.no3CeilingMgPerL !== null) {
              {{ say.ifPlantsTookNothingNitrate(text(a.value.no3CeilingMgPerL)) }}
            }
          </p>
        } @else {
          <p class="fault">{{ refusal() }}</p>
        }
        <button pButton type="button" class="plain" (click)="dosed()">{{ say.dosedOnce }}</button>
        <ul>
          @for (s of schools; track s.id) {
            <li class="small">
              <strong>{{ dosing[s.id].name }}</strong>: {{ dosing[s.id].why }}
            </li>
          }
        </ul>
        <p role="status" class="quiet">{{ said() }}</p>
      </section>
    }
  `,
  styles: `
    section {
      margin-top: 1rem;
      overflow-x: auto;
      position: relative;
    }
    h3 {
      margin-top: 0.8rem;
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
    .right {
      text-align: right;
    }
    li {
      padding: 0.1rem 0;
    }
  `,
})
export class PlantsPart {
  protected readonly say = stockPages;
  readonly stock = input.required<TankStock>();
  /** The id alone: what is read again must not be asked for again each time the clock moves. */
  private readonly tankId = computed(() => this.stock().tank.tankId);
  private readonly house = inject(HouseStore);
  private readonly scribe = inject(Scribe);
  private readonly diary = new DiaryWatch(['trim']);
  protected readonly fertilisers: readonly Fertiliser[] = [...exampleFertilisers, ...drySalts];
  protected readonly schools = dosingSchools;
  protected readonly dosing = dosingWords;
  protected readonly trimText = trimWords;
  protected readonly what = signal('all-in-one');
  protected readonly amount = signal(5);
  protected readonly doses = signal(1);
  protected readonly change = signal(30);
  protected readonly no3Label = signal(20);
  protected readonly said = signal('');
  constructor() {
    effect(() => {
      this.diary.open(this.tankId());
    });
  }
  protected readonly plants = computed(() =>
    this.stock().residents.flatMap((l) => {
      if (!l.kind.plant) return [];
      const trimsAtEpochMs = this.diary
        .of('trim')
        .filter((t) => t.payload.kindId === l.kind.id)
        .map((t) => t.atEpochMs);
      const planted =
        this.stock().tank.events.find((e) => e.kindId === l.kind.id)?.atEpochMs ?? this.house.nowEpochMs();
      return [
        {
          kind: l.kind,
          due: trimDue({
            kind: l.kind,
            trimsAtEpochMs,
            plantedEpochMs: planted,
            netVolumeL: this.stock().tank.netVolumeL,
          }),
        },
      ];
    }),
  );
  protected readonly sensitive = computed(() =>
    this.plants()
      .filter((p) => p.kind.plant?.carbonSensitive)
      .map((p) => p.kind.commonName)
      .join(', '),
  );
  protected readonly chosen = computed((): Fertiliser => {
    const found = this.fertilisers.find((f) => f.id === this.what()) ?? this.fertilisers[0];
    if (!found) throw new Error('no fertiliser');
    return found.form === 'liquid' && !found.carbon ? { ...found, no3MgPerMl: this.no3Label() } : found;
  });
  private readonly result = computed(() =>
    nutrientsAdded(
      {
        fertiliser: this.chosen(),
        amountMl: this.amount(),
        dosesPerWeek: this.doses(),
        netVolumeL: this.stock().tank.netVolumeL,
        weeklyChangeFraction: this.change() / 100,
      },
      recorder(),
    ),
  );
  protected readonly added = computed(() => {
    const result = this.result();
    return result.ok ? result.value : null;
  });
  protected readonly refusal = computed(() => {
    const result = this.result();
    return result.ok ? '' : plainRefusal(result.refusal);
  });
  protected readonly litres = computed(() => amount(speech(), 'volume', this.stock().tank.netVolumeL, 0));
  protected text = (value: number): string => figure(value, value < 1 ? 2 : 1);
  protected day = (at: number): string => dateText(speech(), at, this.house.zone());
  protected async trimmed(kindId: string): Promise<void> {
    const entry = this.scribe.entry('trim', this.stock().tank.tankId, { kindId });
    this.said.set((await this.scribe.write([entry], 'Trimmed')).said);
  }
  protected async dosed(): Promise<void> {
    const once = nutrientsAdded({
      fertiliser: this.chosen(),
      amountMl: this.amount(),
      dosesPerWeek: 1,
      netVolumeL: this.stock().tank.netVolumeL,
    });
    if (!once.ok) return;
    const { no3MgPerLPerWeek, po4MgPerLPerWeek, kMgPerLPerWeek } = once.value.value;
    const entry = this.scribe.entry('dose', this.stock().tank.tankId, {
      product: this.chosen().name,
      amountMl: this.amount(),
      no3MgPerL: no3MgPerLPerWeek,
      po4MgPerL: po4MgPerLPerWeek,
      kMgPerL: kMgPerLPerWeek,
    });
    this.said.set((await this.scribe.write([entry], `Dosed ${this.amount()}`)).said);
  }
}
