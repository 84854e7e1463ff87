import { waterPages } from '#words/water';
import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { stepLimits } from '#almanac/limits';
import { changeSchools, type ChangeSchool } from '#almanac/water';
import { middle, type Parameter, type Water } from '#core/readings';
import {
  isPure,
  alternating,
  changeAdvice,
  changeEffect,
  bearingTonight,
  routineCost,
  routineSettles,
  usualChangeMinutes,
  type RoutineCost,
} from '#core/water';
import type { Folio, FolioOutlook } from '#contracts/tanks';
import { valueText } from '#words/units';
import { HouseStore } from '../base/house-store';
import { SourcesStore } from '../sources';
import { parameterLabel } from '../ui/kind-words';
import { waterOfView } from './mix-store';

export interface SchoolTaken {
  school: ChangeSchool;
  changeFraction: number;
  everyDays: number;
  /** The water of every second change, where the school has two. */
  otherSourceId: string;
}
interface SchoolHere extends SchoolTaken {
  advised: boolean;
  tooLarge: boolean;
  stepText: string;
  peak: string;
  trough: string;
  /** It would settle above the ceiling. */
  over: boolean;
  cost: RoutineCost;
}

/** What each school of changing water would do to this tank: the step it makes, where it settles, what it takes in a year. */
@Component({
  selector: 'nl-schools-part',
  imports: [ButtonDirective],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>{{ say.whatEachSchoolWouldDo }}</h2>
    <div class="scroll">
      <table>
        <thead>
          <tr>
            <th>{{ say.school }}</th>
            <th class="right">{{ say.change }}</th>
            <th class="right">{{ say.every }}</th>
            <th>{{ say.theStep }}</th>
            <th class="right">{{ say.settlesBefore }}</th>
            <th class="right">{{ say.andAfter }}</th>
            <th class="right">{{ say.lAYear }}</th>
            <th class="right">{{ say.hours }}</th>
            <th></th>
          </tr>
        </thead>
        <tbody>
          @for (s of schools(); track s.school.id) {
            <tr [class.usual]="s.advised">
              <td>
                <strong>{{ s.school.name }}</strong>
                @if (s.advised) {
                  &ngsp;<span class="small">{{ say.usualForThisTank }}</span>
                }
                <div class="small quiet">{{ s.school.suits }}. {{ s.school.caution }}</div>
              </td>
              <td class="num right">{{ percent(s.changeFraction) }} %</td>
              <td class="num right">{{ s.everyDays }} d</td>
              <td class="small" [class.over]="s.tooLarge">{{ s.stepText }}</td>
              <td class="num right" [class.over]="s.over">
                {{ s.peak }}
                @if (s.over) {
                  <div class="small">{{ say.above(ceiling() ?? '') }}</div>
                }
              </td>
              <td class="num right">{{ s.trough }}</td>
              <td class="num right">{{ s.cost.litresPerYearL.toFixed(0) }}</td>
              <td class="num right">{{ s.cost.workPerYearHours.toFixed(0) }}</td>
              <td class="line">
                <button pButton type="button" class="asText" (click)="taken.emit(s)">
                  {{ say.takeItOver }}<span class="visuallyHidden">: {{ s.school.name }}</span>
                </button>
              </td>
            </tr>
          }
        </tbody>
      </table>
    </div>
    <p class="small quiet">
      {{
        say.commonPracticeEachWithIts(
          parameter().label,
          waterName() || say.noWaterChosen,
          pureSource() ? say.andInTurn(pureSource()?.setUp?.name ?? '') : ''
        )
      }}
    </p>
  `,
  styles: `
    .right {
      text-align: right;
    }
    .usual td:first-child {
      box-shadow: inset 3px 0 0 var(--settled);
      padding-left: 0.6rem;
    }
    .over {
      color: var(--act);
    }
    .line {
      white-space: nowrap;
    }
    p {
      margin: 0.4rem 0;
    }
  `,
})
export class SchoolsPart {
  protected readonly say = waterPages;
  readonly folio = input.required<Folio>();
  readonly outlook = input.required<FolioOutlook>();
  readonly parameter = input.required<Parameter>();
  readonly sourceId = input.required<string>();
  /** Of what builds up, in the water that is given. */
  readonly sourceValue = input.required<number>();
  readonly ceiling = input<number | null>(null);
  readonly advisedIds = input<readonly string[]>([]);
  readonly taken = output<SchoolTaken>();
  private readonly house = inject(HouseStore);
  private readonly sources = inject(SourcesStore);

  protected readonly waterName = computed(() => this.sources.named(this.sourceId())?.setUp.name ?? '');
  /** The pure water of the house; where there is none, water with nothing in it is reckoned with. */
  protected readonly pureSource = computed(() => this.sources.list().find((s) => isPure(s.setUp.state)) ?? null);
  private readonly pureWater = computed((): Water => ({
    ghDegrees: 0,
    khDegrees: 0,
    ec25UsPerCm: 0,
    ...waterOfView(this.pureSource()),
  }));
  private readonly mineralWater = computed((): Water => waterOfView(this.sources.named(this.sourceId())));
  private readonly before = computed((): Water =>
    Object.fromEntries(
      this.folio().lines.flatMap((l) => (l.latest?.hi != null && !l.computed ? [[l.parameter, middle(l.latest)]] : [])),
    ),
  );
  /** Animals that came within the month count one class lower. */
  private readonly bearing = computed(() => {
    const { setUp, bears } = this.folio();
    return bearingTonight({ ...bears, newArrivalsOn: setUp.newArrivalsOn, nowEpochMs: this.house.nowEpochMs() });
  });

  protected readonly schools = computed((): SchoolHere[] =>
    changeSchools.map((school): SchoolHere => {
      const changeFraction = (school.changeFraction.lo + school.changeFraction.hi) / 2;
      const everyDays = Math.round((school.everyDays.lo + school.everyDays.hi) / 2);
      const settles = this.settlesBy(school, { changeFraction, everyDays });
      const [v, limit] = [(value: number) => valueText(speech(), this.parameter().id, value), this.ceiling()];
      const { netVolumeL } = this.folio();
      const changeMinutes = usualChangeMinutes(changeFraction * netVolumeL);
      return {
        school,
        advised: this.advisedIds().includes(school.id),
        changeFraction,
        everyDays,
        otherSourceId: school.alternates ? (this.pureSource()?.sourceId ?? '') : '',
        ...this.stepOf(
          changeFraction,
          school.alternates ? [this.mineralWater(), this.pureWater()] : [this.mineralWater()],
        ),
        peak: settles ? v(settles.peak) : '',
        trough: settles ? v(settles.trough) : '',
        over: settles !== null && limit !== null && settles.peak > limit,
        cost: routineCost({ netVolumeL, changeFraction, everyDays, changeMinutes }),
      };
    }),
  );
  private settlesBy(
    { alternates }: ChangeSchool,
    { changeFraction, everyDays }: { changeFraction: number; everyDays: number },
  ): { peak: number; trough: number } | null {
    const productionPerDay = this.outlook().productionPerDay.mean;
    const sourceValue = this.sourceValue();
    if (alternates) {
      const sourceValues = [sourceValue, this.pureWater()[this.parameter().id] ?? 0] as const;
      const swing = alternating({ productionPerDay, sourceValues, changeFraction, everyDays });
      return swing.ok ? swing.value : null;
    }
    const told = routineSettles({ productionPerDay, sourceValue, changeFraction, everyDays });
    return told.ok ? told.value.value : null;
  }
  /** What one change of this size would be for these animals, temperature matched; with the worse of several waters. */
  private stepOf(changeFraction: number, waters: readonly Water[]): Pick<SchoolHere, 'tooLarge' | 'stepText'> {
    const [{ netVolumeL }, before] = [this.folio(), this.before()];
    const unknown = { tooLarge: false, stepText: waterPages.cannotTellSourceOrTank };
    const over = new Set<string>();
    for (const water of waters) {
      const source: Water = { ...water, ...(before.tempC === undefined ? {} : { tempC: before.tempC }) };
      const effect = changeEffect({ netVolumeL, changeFraction, tank: before, source });
      if (!effect.ok) return unknown;
      const { after } = effect.value.value;
      const advice = changeAdvice({ bearing: this.bearing(), before, after, limits: stepLimits });
      if (!advice.ok) return unknown;
      for (const p of advice.value.value.parameters) if (!p.within) over.add(parameterLabel(p.parameter));
    }
    return over.size === 0
      ? { tooLarge: false, stepText: 'borne' }
      : { tooLarge: true, stepText: waterPages.tooLargeAStepIn([...over].join(', ')) };
  }
  protected percent = (share: number): string => String(Math.round(1000 * share) / 10);
}
