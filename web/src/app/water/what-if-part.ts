import { waterPages } from '#words/water';
import { speech } from '../base/speech';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { FormsModule } from '@angular/forms';
import type { Parameter } from '#core/readings';
import { sdOf80, type WhatIfCourse, type WhatIfInput, type WhatIfRoutine } from '#core/water';
import type { FolioOutlook } from '#contracts/tanks';
import { spokenValue, valueText } from '#words/units';
import { plainRefusal } from '../ui/refusals';
import { FanChart } from './fan-chart';
import { WhatIfRunner } from './what-if-runner';
import { InUnit } from '../ui/in-unit';
import { BareAmountPipe, UnitNamePipe } from '../ui/amount';
import { FromToPipe } from '../ui/from-to';

const days = 182;
const drawsCount = 1000;

type Row = WhatIfRoutine & { skipPercent: number; awayFromDay: number; awayDays: number; percent: number };

const begunWith = (now: Pick<WhatIfRoutine, 'everyDays' | 'changeFraction' | 'sourceValue'>): readonly Row[] => {
  const percent = Math.round(1000 * now.changeFraction) / 10;
  return [{ ...now, id: '0', name: 'as now', percent, skipPercent: 0, feedFactor: 1, awayFromDay: 0, awayDays: 0 }];
};

/** Two to four ways of keeping this tank, side by side over half a year; the model of the forecast, its chance drawn. */
@Component({
  selector: 'nl-what-if-part',
  imports: [FromToPipe, BareAmountPipe, UnitNamePipe, InUnit, FormsModule, FanChart, ButtonDirective, InputText],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>{{ say.whatIf }}</h2>
    <div class="scroll">
      <table>
        <thead>
          <tr>
            <th>{{ say.way }}</th>
            <th>{{ say.changeHead }}</th>
            <th>{{ say.everyDaysInline }}</th>
            <th>{{ say.inTheWaterForShort(parameter().short) }}</th>
            <th>{{ say.skipped }}</th>
            <th>{{ say.food }}</th>
            <th>{{ say.awayFromDayInline }}</th>
            <th>{{ say.forDays }}</th>
            <th></th>
          </tr>
        </thead>
        <tbody>
          @for (r of rows(); track r.id; let i = $index) {
            <tr>
              <td>
                <input
                  pInputText
                  [name]="'n' + i"
                  maxlength="40"
                  [ngModel]="r.name"
                  (ngModelChange)="set(i, { name: $event })"
                  [attr.aria-label]="say.nameOfWay(i + 1)" />
              </td>
              @for (f of fields; track f.key) {
                <td>
                  <input
                    pInputText
                    nlIn
                    [name]="f.key + i"
                    [ngModel]="r[f.key]"
                    (ngModelChange)="set(i, asPart(f.key, $event))"
                    [attr.aria-label]="say.wayForF(f.label, i + 1)" />
                </td>
              }
              <td>
                @if (rows().length > 1) {
                  <button pButton type="button" class="asText" (click)="drop(i)">
                    {{ say.out }}<span class="visuallyHidden">: {{ r.name }}</span>
                  </button>
                }
              </td>
            </tr>
          }
        </tbody>
      </table>
    </div>
    <div class="do">
      @if (rows().length < 4) {
        @for (p of presets; track p.word) {
          <button pButton type="button" class="plain" (click)="add(p)">{{ p.word }}</button>
        }
      }
      <button pButton type="button" class="go" (click)="run()" [disabled]="runner.doneFraction() !== null">
        {{ say.halfAYearAhead }}
      </button>
      @if (runner.doneFraction(); as d) {
        <progress [value]="d" max="1" [attr.aria-label]="say.coursesDrawn"></progress>
        <button pButton type="button" class="asText" (click)="runner.stop()">{{ say.stop }}</button>
      }
    </div>
    @if (fault()) {
      <p class="fault" role="alert">{{ say.whatYouTypedIsKeptForRefusal(fault()) }}</p>
    }
    @if (courses().length > 0) {
      <nl-fan-chart [courses]="courses()" [ceiling]="ceiling()" [parameter]="parameter().id" />
      <table>
        <thead>
          <tr>
            <th>{{ say.way }}</th>
            <th class="right">{{ say.afterHalfAYear }}</th>
            <th class="right">{{ say.fourInFive }}</th>
            @if (ceiling() !== null) {
              <th class="right">{{ say.everAbove(ceilingText()) }}</th>
              <th class="right">{{ say.ofAllDays }}</th>
              <th>{{ say.halfOfThemBy }}</th>
            }
            <th class="right">{{ say.changesInline }}</th>
            <th class="right">{{ 'volume' | unitName }}</th>
          </tr>
        </thead>
        <tbody>
          @for (c of courses(); track c.id) {
            <tr>
              <td>{{ c.name }}</td>
              <td class="num right">{{ last(c).mean }}</td>
              <td class="num right">{{ last(c).lo | to: last(c).hi }}</td>
              @if (ceiling() !== null) {
                <td class="num right">{{ percent(c.aboveFraction) }}</td>
                <td class="num right">{{ percent(c.daysAboveFraction) }}</td>
                <td class="num">
                  {{ c.halfAboveAtDay === null ? say.notWithinIt : say.dayForHalfAboveAtDay(c.halfAboveAtDay) }}
                </td>
              }
              <td class="num right">{{ c.changesCount }}</td>
              <td class="num right">{{ c.changedFraction * netVolumeL() | bareAmount: 'volume' : 0 }}</td>
            </tr>
          }
        </tbody>
      </table>
      <p class="small quiet">
        {{ say.aThousandCoursesEachFrom }}
      </p>
    }
  `,
  styles: `
    table input {
      min-width: 76px;
      width: 88px;
    }
    table td:first-child input {
      width: 170px;
    }
    .do {
      display: flex;
      flex-wrap: wrap;
      gap: 0.5rem 0.8rem;
      align-items: center;
      margin: 0.6rem 0;
    }
    .right {
      text-align: right;
    }
    progress {
      accent-color: var(--water);
    }
  `,
})
export class WhatIfPart {
  protected readonly say = waterPages;
  readonly tankId = input.required<string>();
  readonly outlook = input.required<FolioOutlook>();
  readonly parameter = input.required<Parameter>();
  readonly netVolumeL = input.required<number>();
  readonly now = input.required<{ everyDays: number; changeFraction: number; sourceValue: number }>();
  readonly sinceChangeDays = input(0);
  readonly ceiling = input<number | null>(null);
  protected readonly runner = new WhatIfRunner();
  protected readonly fields = [
    { key: 'percent', label: 'Change, %', min: 0 },
    { key: 'everyDays', label: 'Every, days', min: 0.25 },
    { key: 'sourceValue', label: waterPages.inTheWater, min: 0 },
    { key: 'skipPercent', label: 'Skipped, %', min: 0 },
    { key: 'feedFactor', label: 'Food, times', min: 0 },
    { key: 'awayFromDay', label: waterPages.awayFromDay, min: 0 },
    { key: 'awayDays', label: waterPages.awayForDays, min: 0 },
  ] as const;
  protected readonly presets: readonly { word: string; part: (row: Row) => Partial<Row> }[] = [
    { word: waterPages.everySecondOneSkipped, part: () => ({ name: 'half skipped', skipPercent: 50 }) },
    { word: waterPages.twiceTheFood, part: () => ({ name: waterPages.twiceTheFoodInline, feedFactor: 2 }) },
    {
      word: waterPages.threeWeeksAway,
      part: () => ({ name: waterPages.threeWeeksAwayInline, awayFromDay: 30, awayDays: 21 }),
    },
    { word: 'Pure water', part: () => ({ name: 'pure water', sourceValue: 0 }) },
    {
      word: waterPages.halfAsMuchAgain,
      part: (r) => ({ name: waterPages.halfAsMuchAgainInline, percent: Math.min(100, r.percent * 1.5) }),
    },
  ];
  /** What is typed and drawn belongs to a value of a tank; a folio told anew must not take it away. */
  private readonly about = computed(() => `${this.tankId()} ${this.parameter().id}`);
  protected readonly rows = linkedSignal<{ about: string; begun: readonly Row[] }, readonly Row[]>({
    source: () => ({ about: this.about(), begun: begunWith(this.now()) }),
    computation: (source, previous) =>
      previous?.source.about === source.about && previous.value !== previous.source.begun
        ? previous.value
        : source.begun,
  });
  protected readonly courses = linkedSignal<string, readonly WhatIfCourse[]>({
    source: this.about,
    computation: () => [],
  });
  protected readonly fault = signal('');
  private nextId = 1;
  constructor() {
    inject(DestroyRef).onDestroy(() => {
      this.runner.stop();
    });
  }
  protected asPart = (key: keyof Row, value: number | null): Partial<Row> => ({ [key]: value ?? 0 });
  protected set(index: number, part: Partial<Row>): void {
    this.rows.update((all) => all.map((r, i) => (i === index ? { ...r, ...part } : r)));
  }
  protected add({ part }: (typeof this.presets)[number]): void {
    this.rows.update((all) => {
      const [first] = all;
      return first ? [...all, { ...first, id: String(this.nextId++), ...part(first) }] : all;
    });
  }
  protected drop(index: number): void {
    this.rows.update((all) => all.filter((_, i) => i !== index));
  }
  protected readonly ceilingText = computed(() => {
    const ceiling = this.ceiling();
    return ceiling === null ? '' : String(Number(spokenValue(speech(), this.parameter().id, ceiling).toPrecision(3)));
  });
  protected percent = (share: number | null): string => (share === null ? '' : `${Math.round(100 * share)} %`);
  protected last(c: WhatIfCourse): { mean: string; lo: string; hi: string } {
    const end = c.fan.at(-1);
    const v = (value: number | undefined): string => valueText(speech(), this.parameter().id, value ?? 0);
    return { mean: v(end?.mean), lo: v(end?.lo80), hi: v(end?.hi80) };
  }
  private readonly input = computed((): WhatIfInput => {
    const { level, productionPerDay, traits } = this.outlook();
    return {
      levelValue: level.mean,
      levelSdValue: sdOf80(level),
      productionPerDay: productionPerDay.mean,
      productionSdPerDay: sdOf80(productionPerDay),
      traits,
      sinceChangeDays: this.sinceChangeDays(),
      routines: this.rows().map(({ skipPercent, awayFromDay, awayDays, percent, ...r }) => ({
        ...r,
        changeFraction: percent / 100,
        skipFraction: skipPercent / 100,
        ...(awayDays > 0 ? { absence: { fromAtDay: awayFromDay, days: awayDays } } : {}),
      })),
      days,
      drawsCount,
      randomSeed: 20260101,
      ceilingValue: this.ceiling(),
    };
  });
  protected async run(): Promise<void> {
    this.fault.set('');
    const result = await this.runner.run(this.input());
    if (!result) return;
    if (result.ok) this.courses.set(result.value.courses);
    else this.fault.set(plainRefusal(result.refusal));
  }
}
