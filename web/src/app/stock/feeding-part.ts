import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { Choice, Option } from '../ui/choice';
import { InputText } from 'primeng/inputtext';
import { FormsModule } from '@angular/forms';
import { foods, powderSchools } from '#almanac/kinds';
import { recorder } from '#core/explain';
import {
  feedingSchools,
  leftoverDue,
  livingMassG,
  nextFood,
  nextMeal,
  nitrogenOf,
  pinchesOf,
  portionsFor,
  rationByMass,
  schoolRations,
  type FeedingSchool,
} from '#core/stock';
import { feedingWords, mealWords, stockPages } from '#words/stock';
import { amount, fromTo } from '#words/units';
import { HouseStore } from '../base/house-store';
import { DiaryWatch, Scribe } from '../base/scribe';
import { Figure } from '../ui/figure';
import { agoText, figure, whenText } from '../ui/words';
import type { TankStock } from './stock-store';
import { InUnit } from '../ui/in-unit';
import { Field } from '../ui/field';
import { WhyNot } from '../ui/why';

const spanText = ({ lo, hi }: { lo: number; hi: number }, decimalsCount: number): string => {
  const [from, to] = [figure(lo, decimalsCount), figure(hi, decimalsCount)];
  return fromTo(from, to);
};
function pinchText({ lo, hi }: { lo: number; hi: number }): string {
  const [from, to] = [pinchesOf(lo), pinchesOf(hi)];
  if (to < 0.5) return stockPages.lessThanHalfAPinch;
  // More than a few is weighed, not pinched.
  if (from > 6) return '';
  return from === to ? `${to} ${to === 1 ? 'pinch' : 'pinches'}` : `${from}–${to} pinches`;
}

/** Feeding one tank: the ration by the chosen school, the food whose turn it is, what must come out, and the nitrogen. */
@Component({
  selector: 'nl-feeding-part',
  imports: [WhyNot, Field, InUnit, FormsModule, Figure, ButtonDirective, Choice, InputText, Option],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (animals()) {
      <section [attr.aria-label]="say.feeding">
        <h2>{{ say.feeding }}</h2>
        <p>
          {{ advice() }}
          @if (turn(); as t) {
            {{ say.nextInTurn }} <strong>{{ t.name }}</strong> ({{ t.purpose }}).
            <span class="quiet">{{ t.note }}</span>
          }
        </p>
        <table class="small">
          <thead>
            <tr>
              <th>{{ say.school }}</th>
              <th class="num">{{ say.aMeal }}</th>
              <th class="num">{{ say.aWeek }}</th>
              <th class="num">{{ say.nitrateADayAtMost }}</th>
            </tr>
          </thead>
          <tbody>
            @for (r of rations(); track r.school) {
              <tr>
                <td>{{ schoolWords[r.school].name }}</td>
                <td class="num">{{ r.meal }}</td>
                <td class="num">{{ r.week }}</td>
                <td class="num">{{ r.no3 }}</td>
              </tr>
            }
          </tbody>
        </table>
        <p class="small quiet">
          {{ say.aPinchIsWhatTwo }}
        </p>
        @if (tooMuch(); as text) {
          <p class="caution">{{ text }}</p>
        }
        <form class="row" (ngSubmit)="write()">
          <nl-field [name]="say.school"
            ><nl-choice name="school" [ngModel]="school()" (ngModelChange)="school.set($event)">
              @for (s of schools; track s) {
                <nl-option [value]="s" [word]="schoolWords[s].name" />
              }</nl-choice
          ></nl-field>
          <nl-field [name]="say.food"
            ><nl-choice name="food" [ngModel]="foodId()" (ngModelChange)="foodId.set($event)">
              @for (f of foods; track f.id) {
                <nl-option [value]="f.id" [word]="f.name" />
              }</nl-choice
          ></nl-field>
          <nl-field [name]="say.grams"
            ><input
              pInputText
              nlIn
              name="grams"
              [ngModel]="grams()"
              (ngModelChange)="grams.set($event)"
              [attr.aria-invalid]="!!fault()"
          /></nl-field>
          <button pButton class="go" [nlWhy]="[[say.gramsInline, !grams()]]">{{ say.fed }}</button>
        </form>
        @if (fault()) {
          <p class="fault" role="alert">{{ fault() }}</p>
        }
        @if (nitrogen(); as n) {
          <p class="small">
            {{ say.itBrings }}
            <nl-figure
              [title]="say.nitrateFromThisRation"
              [text]="no3Text()"
              [unit]="say.mgLNitrateAtMost"
              [working]="n" />
            {{ say.intoForLitres(litres(), stay()) }}
          </p>
        }
        <ul>
          @for (m of meals(); track m.entryId) {
            <li class="small">
              <span class="quiet">{{ ago(m.atEpochMs) }}</span> {{ m.payload.foodG }} g {{ foodName(m.payload.foodId) }}
              @if (m.cleared === undefined) {
                <button pButton type="button" class="plain tap" (click)="clear(m.entryId, 12)">
                  {{ say.goneInAQuarterOf }}</button><button
                  pButton
                  type="button"
                  class="plain tap"
                  (click)="clear(m.entryId, 60)">
                  {{ say.goneLater }}</button
                ><button pButton type="button" class="plain tap" (click)="clear(m.entryId, null)">
                  {{ say.leftOverTakenOut }}
                </button>
                @if (m.due) {
                  <span class="quiet"> {{ say.outBy(when(m.due)) }}</span>
                }
              } @else {
                <span class="quiet">{{ m.cleared === null ? say.someWasLeft : say.goneInMin(m.cleared) }}</span>
              }
            </li>
          }
        </ul>
        <details>
          <summary>{{ say.forAnAbsence }}</summary>
          <nl-field class="short" [name]="say.nightsAway"
            ><input pInputText nlIn name="away" [ngModel]="away()" (ngModelChange)="away.set($event)"
          /></nl-field>
          <p class="small">
            {{ say.portionsOfGMeasuredBeforehand(portions().portionCount, grams2(portions().portionG)) }}
          </p>
        </details>
        <p class="small quiet">
          {{ say.powders }}
          @for (p of powder; track p.id; let last = $last) {
            {{ p.label }} ({{ p.why }}){{ last ? '' : ' ' }}
          }
        </p>
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
    li {
      padding: 0.2rem 0;
    }
    .tap {
      margin-left: 0.5rem;
    }
    .short {
      display: block;
      width: 150px;
    }
  `,
})
export class FeedingPart {
  protected readonly say = stockPages;
  readonly stock = input.required<TankStock>();
  /** The id alone: what is read again must not be asked for again each time the clock moves. */
  private readonly tankId = computed(() => this.stock().tank.tankId);
  private readonly house = inject(HouseStore);
  private readonly scribe = inject(Scribe);
  private readonly diary = new DiaryWatch(['fed', 'cleared']);
  protected readonly foods = foods;
  protected readonly powder = powderSchools;
  protected readonly schools = feedingSchools;
  protected readonly schoolWords = feedingWords;
  protected readonly school = signal<FeedingSchool>('mass');
  protected readonly foodId = signal('granules');
  protected readonly grams = signal<number | null>(null);
  protected readonly away = signal(7);
  protected readonly fault = signal('');
  protected readonly said = signal('');
  constructor() {
    effect(() => {
      this.diary.open(this.tankId());
    });
  }
  protected readonly animals = computed(() => this.stock().residents.some((l) => l.kind.animal));
  private readonly fed = computed(() => {
    const cleared = new Map(this.diary.of('cleared').map((c) => [c.payload.fedEntryId, c.payload.clearedMinutes]));
    return this.diary
      .of('fed')
      .map((m) => ({ ...m, cleared: cleared.has(m.entryId) ? cleared.get(m.entryId) : m.payload.clearedMinutes }));
  });
  protected readonly meals = computed(() =>
    [...this.fed()]
      .reverse()
      .slice(0, 5)
      .map((m) => {
        const food = foods.find((f) => f.id === m.payload.foodId);
        const due = food ? leftoverDue({ food, fedEpochMs: m.atEpochMs }) : null;
        return { ...m, due: due?.hiEpochMs ?? null };
      }),
  );
  private readonly ration = computed(() => {
    const { residents } = this.stock();
    const shrimp = residents.filter((l) => l.kind.group === 'shrimp' || l.kind.group === 'crayfish');
    const others = residents.filter((l) => !shrimp.includes(l));
    const [a, b] = [
      rationByMass({ bodyMassG: livingMassG(shrimp).lo, group: 'shrimp' }),
      rationByMass({ bodyMassG: livingMassG(others).lo, group: 'other' }),
    ];
    return { lo: a.loGPerDay + b.loGPerDay, hi: a.hiGPerDay + b.hiGPerDay };
  });
  private readonly learnt = computed(() =>
    nextMeal(
      this.fed().flatMap((m) =>
        m.cleared === undefined ? [] : [{ atEpochMs: m.atEpochMs, foodG: m.payload.foodG, clearedMinutes: m.cleared }],
      ),
    ),
  );
  private readonly no3PerDay = (weekG: number): number => {
    const food = foods.find((f) => f.id === this.foodId());
    const { netVolumeL } = this.stock().tank;
    const result = food && nitrogenOf({ foodG: weekG / 7, proteinFraction: food.proteinFraction.hi, netVolumeL });
    return result?.ok ? result.value.value.no3MgPerL : 0;
  };
  /** What each school gives, as grams and as pinches, and the nitrate of it. */
  protected readonly rations = computed(() =>
    schoolRations({ dayG: this.ration(), learntG: this.learnt()?.foodG ?? null }).map(({ school, mealG, weekG }) => ({
      school,
      meal: [`${spanText(mealG, 2)} g`, pinchText(mealG)].filter((t) => t !== '').join(', '),
      week: `${spanText(weekG, 1)} g`,
      no3: `${spanText({ lo: this.no3PerDay(weekG.lo), hi: this.no3PerDay(weekG.hi) }, 2)} mg/L`,
    })),
  );
  /** The ration that is written, or the school's, against what the routine holds. */
  protected readonly tooMuch = computed(() => {
    const held = this.stock().tank.heldNo3MgPerLPerDay;
    if (held === null) return '';
    const school = schoolRations({ dayG: this.ration(), learntG: this.learnt()?.foodG ?? null }).find(
      (r) => r.school === this.school(),
    );
    const grams = this.grams();
    const perDay = grams ? this.no3PerDay(grams * 7) : this.no3PerDay(school?.weekG.hi ?? 0);
    return perDay > held ? stockPages.thisBringsUpToMg(figure(perDay, 2), figure(held, 2)) : '';
  });
  protected readonly turn = computed(() =>
    nextFood({
      foods: foods.filter((f) => f.purpose !== 'young'),
      fed: this.fed().map((m) => ({ foodId: m.payload.foodId, atEpochMs: m.atEpochMs })),
    }),
  );
  protected readonly advice = computed(() => {
    const { lo, hi } = this.ration();
    const mass = `${fromTo(figure(lo, 2), figure(hi, 2))} g`;
    if (this.school() === 'mass') return stockPages.aboutADayByLiving(mass);
    if (this.school() === 'few') return stockPages.aboutTwoOrThreeTimes(mass);
    const meal = this.learnt();
    return meal ? `${figure(meal.foodG, 3)} g. ${mealWords[meal.why]}` : stockPages.beginWithGAndLook(figure(lo, 2));
  });
  protected readonly nitrogen = computed(() => {
    const food = foods.find((f) => f.id === this.foodId());
    const foodG = this.grams();
    if (!food || !foodG) return null;
    const result = nitrogenOf(
      { foodG, proteinFraction: food.proteinFraction.hi, netVolumeL: this.stock().tank.netVolumeL },
      recorder(),
    );
    return result.ok ? result.value : null;
  });
  protected readonly no3Text = computed(() => figure(this.nitrogen()?.value.no3MgPerL ?? 0, 2));
  protected readonly stay = computed(() => {
    const food = foods.find((f) => f.id === this.foodId());
    return food?.stayHours
      ? stockPages.outAgainWithinHours(fromTo(food.stayHours.lo, food.stayHours.hi))
      : stockPages.itMayStay;
  });
  protected readonly portions = computed(() =>
    portionsFor({ awayDays: this.away(), school: this.school(), dailyG: this.ration().lo }),
  );
  protected readonly litres = computed(() => amount(speech(), 'volume', this.stock().tank.netVolumeL, 0));
  protected grams2 = (g: number): string => figure(g, 2);
  protected foodName = (id: string): string => foods.find((f) => f.id === id)?.name ?? id;
  protected ago = (at: number): string => agoText({ atEpochMs: at, nowEpochMs: this.house.nowEpochMs() });
  protected when = (at: number): string => whenText(speech(), at, this.house.zone());
  protected async write(): Promise<void> {
    const foodG = this.grams();
    if (!foodG) return;
    const entry = this.scribe.entry('fed', this.stock().tank.tankId, {
      foodId: this.foodId(),
      foodG,
      school: this.school(),
    });
    const written = await this.scribe.write([entry], `Fed ${foodG} g`);
    this.fault.set([...written.faults.values()].join('; '));
    this.said.set(written.said);
  }
  protected async clear(fedEntryId: string, clearedMinutes: number | null): Promise<void> {
    const entry = this.scribe.entry('cleared', this.stock().tank.tankId, { fedEntryId, clearedMinutes });
    this.said.set((await this.scribe.write([entry], stockPages.lookedAfterTheMeal)).said);
  }
}
