import { parametersWhere } from '#core/readings';
import { sourcesPages } from '#words/sources';
import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { parameters } from '#almanac/parameters';
import { movementOf } from '#core/sources';
import type { SourceHistory } from '#contracts/sources';
import { decimalsOf, spanText, spokenSpan, unitOf, valueText } from '#words/units';
import { Api } from '../base/api';
import { HouseStore } from '../base/house-store';
import { Outbox } from '../base/outbox';
import { TideChart, type ChartSeries } from '../ui/tide-chart';
import { dateText } from '../ui/words';

/** What stays in water that stands; its warmth and gases are those of the day. */
const drawn = parametersWhere((p) => p.tested === 'each-round' && p.overTime !== 'balances');

/** How a source has moved over the year: its range, the one step that explains it, and the analyses drawn. */
@Component({
  selector: 'nl-source-year',
  imports: [TideChart],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (lines().length > 0) {
      <details (toggle)="open.set($any($event.target).open)">
        <summary class="small">{{ say.overTheYear(said()) }}</summary>
        <table>
          <thead>
            <tr>
              <th>{{ say.value }}</th>
              <th class="right">{{ say.from }}</th>
              <th class="right">{{ say.to }}</th>
              <th>{{ say.moved }}</th>
            </tr>
          </thead>
          <tbody>
            @for (l of lines(); track l.id) {
              <tr>
                <td>{{ l.label }}</td>
                <td class="num right">{{ l.lo }}</td>
                <td class="num right">{{ l.hi }}</td>
                <td class="small">{{ l.step }}</td>
              </tr>
            }
          </tbody>
        </table>
        @if (open()) {
          @defer (on viewport) {
            <nl-tide-chart [series]="series()" />
          } @placeholder {
            <div class="place quiet">{{ say.drawing }}</div>
          }
        }
      </details>
    }
  `,
  styles: `
    .right {
      text-align: right;
    }
    .place {
      height: 300px;
    }
    table {
      max-width: 640px;
    }
  `,
})
export class SourceYear {
  protected readonly say = sourcesPages;
  readonly sourceId = input.required<string>();
  readonly name = input.required<string>();
  private readonly api = inject(Api);
  private readonly house = inject(HouseStore);
  private readonly history = signal<SourceHistory['history']>({});
  protected readonly open = signal(false);
  constructor() {
    const load = (): void => {
      this.api.call('sourceHistory', { params: { sourceId: this.sourceId() }, query: { days: '400' } }).subscribe({
        next: ({ history }) => {
          this.history.set(history);
        },
        error: () => undefined,
      });
    };
    effect(load);
    inject(Outbox).stirred.subscribe((entries) => {
      if (!entries || entries.some((e) => e.subjectId === this.sourceId())) load();
    });
  }
  protected readonly lines = computed(() =>
    drawn.flatMap((id) => {
      const [parameter, readings] = [parameters.find((p) => p.id === id), this.history()[id] ?? []];
      const moved = movementOf(readings);
      if (!parameter || !moved || readings.length < 2) return [];
      const shown = (value: number): string => valueText(speech(), id, value);
      const { step } = moved;
      return [
        {
          id,
          label: parameter.label,
          lo: shown(moved.lo),
          hi: shown(moved.hi),
          step: step
            ? sourcesPages.fromAboutToBetweenAnd(
                shown(step.beforeValue),
                shown(step.afterValue),
                dateText(speech(), step.afterEpochMs, this.house.zone()),
                dateText(speech(), step.atEpochMs, this.house.zone()),
              )
            : 'no step',
          stepped: step !== null,
        },
      ];
    }),
  );
  protected readonly said = computed(() => {
    const stepped = this.lines().filter((l) => l.stepped);
    return stepped.length > 0
      ? stepped.map((l) => `${l.label.toLowerCase()} ${l.step}`).join('; ')
      : sourcesPages.noStepInIt;
  });
  protected readonly series = computed((): ChartSeries[] =>
    drawn.flatMap((id) => {
      const [parameter, readings] = [parameters.find((p) => p.id === id), this.history()[id] ?? []];
      return parameter && readings.length > 1
        ? [
            {
              label: parameter.label,
              unit: unitOf(speech(), id),
              decimalsCount: decimalsOf(speech(), id),
              band: null,
              readings: readings.map((r) => ({
                ...r,
                ...spokenSpan(speech(), id, r),
                text: `${spanText(speech(), id, r)}${r.origin === 'supplier-report' ? ', report' : ''}`,
              })),
            },
          ]
        : [];
    }),
  );
}
