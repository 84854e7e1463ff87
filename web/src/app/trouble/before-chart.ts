import type { ElementRef } from '@angular/core';
import { ChangeDetectionStrategy, Component, computed, inject, input, viewChild } from '@angular/core';
import { CustomChart, ScatterChart } from 'echarts/charts';
import { GridComponent, MarkLineComponent } from 'echarts/components';
import type { CustomSeriesRenderItemAPI, CustomSeriesRenderItemParams } from 'echarts';
import { use, type EChartsCoreOption } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import type { SeenBefore } from '#core/before';
import { beforeLine, troublePages } from '#words/trouble';
import { HouseStore } from '../base/house-store';
import { fontSans, tokens } from '../base/tokens';
import { drawnChart } from '../ui/drawn-chart';

use([CustomChart, ScatterChart, GridComponent, MarkLineComponent, SVGRenderer]);
const rowPx = 34;
/** The scale ends here; what reaches further is drawn to its edge. */
const [least, most] = [0.05, 100];
const within = (value: number): number => Math.min(most, Math.max(least, value));

/** How many times more often than on the other days, each with its exact interval, on one scale. */
@Component({
  selector: 'nl-before-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div #at class="chart" [style.height.px]="heightPx()" role="img" [attr.aria-label]="said()"></div>`,
  styles: `
    .chart {
      width: 100%;
    }
  `,
})
export class BeforeChart {
  readonly rows = input.required<readonly SeenBefore[]>();
  private readonly at = viewChild.required<ElementRef<HTMLDivElement>>('at');
  private readonly house = inject(HouseStore);
  protected readonly heightPx = computed(() => this.rows().length * rowPx + 50);
  protected readonly said = computed(() => troublePages.intervalsOfHowManyTimes(this.rows().length));
  private readonly option = computed((): EChartsCoreOption => {
    const t = tokens[this.house.lamp()];
    const rows = [...this.rows()].reverse();
    const text = { color: t.quiet, fontFamily: fontSans };
    return {
      animation: false,
      textStyle: text,
      grid: { left: 8, right: 20, top: 8, bottom: 40, containLabel: true },
      xAxis: {
        type: 'log',
        min: least,
        max: most,
        name: troublePages.timesAsOftenAsOn,
        nameLocation: 'middle',
        nameGap: 26,
        nameTextStyle: text,
        axisLabel: text,
        splitLine: { lineStyle: { color: t.line } },
      },
      yAxis: {
        type: 'category',
        data: rows.map(beforeLine),
        axisLabel: { ...text, color: t.ink, width: 200, overflow: 'break' },
        axisTick: { show: false },
        axisLine: { lineStyle: { color: t.line } },
      },
      series: [
        {
          type: 'custom',
          silent: true,
          data: rows.map((row, i) => [within(row.lo), within(row.hi ?? most), i, row.more ? 1 : 0]),
          encode: { x: [0, 1], y: 2 },
          renderItem: (_: CustomSeriesRenderItemParams, api: CustomSeriesRenderItemAPI) => {
            const [from, to] = [api.coord([api.value(0), api.value(2)]), api.coord([api.value(1), api.value(2)])];
            return {
              type: 'rect',
              shape: { x: from[0] ?? 0, y: (from[1] ?? 0) - 3, width: (to[0] ?? 0) - (from[0] ?? 0), height: 6 },
              style: { fill: api.value(3) === 1 ? t.act : t.water },
            };
          },
        },
        {
          type: 'scatter',
          silent: true,
          symbolSize: 9,
          itemStyle: { color: t.ink },
          data: rows.flatMap((row, i) => (row.rateRatio === null ? [] : [[within(row.rateRatio), i]])),
          markLine: {
            silent: true,
            symbol: 'none',
            data: [{ xAxis: 1 }],
            label: { ...text, formatter: 'as often' },
            lineStyle: { color: t.ink, type: 'solid' },
          },
        },
      ],
    };
  });
  constructor() {
    drawnChart({ at: this.at, option: this.option });
  }
}
