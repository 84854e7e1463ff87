import { waterPages } from '#words/water';
import { speech } from '../base/speech';
import type { ElementRef } from '@angular/core';
import { ChangeDetectionStrategy, Component, computed, inject, input, viewChild } from '@angular/core';
import { LineChart } from 'echarts/charts';
import { GridComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import { use, type EChartsCoreOption } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import type { ParameterId } from '#core/readings';
import type { WhatIfCourse } from '#core/water';
import { spokenValue, unitOf } from '#words/units';
import { HouseStore } from '../base/house-store';
import { drawnChart } from '../ui/drawn-chart';
import { fontSans, tokens } from '../base/tokens';

use([LineChart, GridComponent, MarkLineComponent, TooltipComponent, SVGRenderer]);
const panePx = 130;
const gapPx = 34;

/** Courses one under the other, each a fan with its middle, all on the same scale, so that heights can be compared. */
@Component({
  selector: 'nl-fan-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div #at class="chart" [style.height.px]="heightPx()" role="img" [attr.aria-label]="said()"></div>`,
  styles: `
    .chart {
      width: 100%;
    }
  `,
})
export class FanChart {
  /** In the canonical unit of the parameter; drawn in the keeper's. */
  readonly courses = input.required<readonly WhatIfCourse[]>();
  readonly ceiling = input<number | null>(null);
  readonly parameter = input.required<ParameterId>();
  private readonly unit = computed(() => unitOf(speech(), this.parameter()));
  private readonly drawn = computed(() =>
    this.courses().map((c) => ({
      ...c,
      fan: c.fan.map((f) => ({
        ...f,
        mean: spokenValue(speech(), this.parameter(), f.mean),
        lo80: spokenValue(speech(), this.parameter(), f.lo80),
        hi80: spokenValue(speech(), this.parameter(), f.hi80),
      })),
    })),
  );
  private readonly at = viewChild.required<ElementRef<HTMLDivElement>>('at');
  private readonly house = inject(HouseStore);
  protected readonly heightPx = computed(() => this.courses().length * (panePx + gapPx) + 30);
  protected readonly said = computed(() =>
    this.drawn()
      .map((c) => {
        const last = c.fan.at(-1);
        return `${c.name}: after ${c.fan.length - 1} days ${last ? waterPages.fourTimesInFiveTo(last.mean.toFixed(0), last.lo80.toFixed(0), last.hi80.toFixed(0)) : ''} ${this.unit()}`;
      })
      .join('; '),
  );
  private readonly option = computed((): EChartsCoreOption => {
    const t = tokens[this.house.lamp()];
    const courses = this.drawn();
    const limit = this.ceiling();
    const ceiling = limit === null ? null : spokenValue(speech(), this.parameter(), limit);
    const highest = Math.max(ceiling ?? 0, ...courses.flatMap((c) => c.fan.map((f) => f.hi80)));
    const lowest = Math.min(...courses.flatMap((c) => c.fan.map((f) => f.lo80)));
    const from = lowest > 0.6 * highest ? Math.floor(lowest * 0.95) : 0;
    const text = { color: t.quiet, fontFamily: fontSans };
    return {
      animation: false,
      textStyle: text,
      tooltip: { trigger: 'axis', valueFormatter: (v: unknown) => (typeof v === 'number' ? v.toFixed(1) : '') },
      grid: courses.map((_, i) => ({ left: 52, right: 16, top: 24 + i * (panePx + gapPx), height: panePx })),
      xAxis: courses.map((_, i) => ({
        gridIndex: i,
        type: 'value',
        min: 0,
        max: (courses[0]?.fan.length ?? 1) - 1,
        axisLabel: { ...text, formatter: (v: number) => (i === courses.length - 1 ? `${v} d` : '') },
        splitLine: { show: false },
        axisLine: { lineStyle: { color: t.quiet } },
      })),
      yAxis: courses.map((c, i) => ({
        gridIndex: i,
        type: 'value',
        min: from,
        max: Math.ceil(highest * 1.05),
        name: c.name,
        nameTextStyle: { ...text, color: t.ink, align: 'left', padding: [0, 0, 0, -44] },
        splitNumber: 3,
        axisLabel: text,
        splitLine: { lineStyle: { color: t.line } },
      })),
      series: courses.flatMap((c, i) => [
        {
          name: 'low',
          type: 'line',
          xAxisIndex: i,
          yAxisIndex: i,
          data: c.fan.map((f) => [f.day, f.lo80]),
          stack: `fan${i}`,
          symbol: 'none',
          lineStyle: { opacity: 0 },
          silent: true,
          tooltip: { show: false },
        },
        {
          name: waterPages.fourInFive,
          type: 'line',
          xAxisIndex: i,
          yAxisIndex: i,
          data: c.fan.map((f) => [f.day, f.hi80 - f.lo80]),
          stack: `fan${i}`,
          symbol: 'none',
          lineStyle: { opacity: 0 },
          areaStyle: { color: t.water, opacity: 0.25 },
          silent: true,
          tooltip: { show: false },
        },
        {
          name: c.name,
          type: 'line',
          xAxisIndex: i,
          yAxisIndex: i,
          data: c.fan.map((f) => [f.day, f.mean]),
          symbol: 'none',
          lineStyle: { color: t.water, width: 2 },
          ...(ceiling === null
            ? {}
            : {
                markLine: {
                  silent: true,
                  symbol: 'none',
                  data: [{ yAxis: ceiling }],
                  lineStyle: { color: t.amber, type: 'dashed' },
                  label: { position: 'insideEndTop', formatter: 'ceiling', color: t.quiet, fontFamily: fontSans },
                },
              }),
        },
      ]),
    };
  });

  constructor() {
    drawnChart({ at: this.at, option: this.option });
  }
}
