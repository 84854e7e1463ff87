import { minuteMs } from '#core/units';
import type { ElementRef } from '@angular/core';
import { ChangeDetectionStrategy, Component, computed, inject, input, viewChild } from '@angular/core';
import { LineChart } from 'echarts/charts';
import { GridComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import type { DeviceHistory } from '#contracts/readings';
import { readingsPages } from '#words/readings';
import { HouseStore } from '../base/house-store';
import { drawnChart } from '../ui/drawn-chart';
import { fontSans, tokens } from '../base/tokens';

use([LineChart, GridComponent, SVGRenderer]);

/** Continuous data of one device: the mean as a line within its lowest and highest; nothing is drawn through a gap. */
@Component({
  selector: 'nl-device-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div #at class="chart" role="img" [attr.aria-label]="said()"></div>`,
  styles: `
    .chart {
      width: 100%;
      height: 150px;
    }
  `,
})
export class DeviceChart {
  readonly series = input.required<DeviceHistory['series'][number]>();
  readonly grainMinutes = input.required<number>();
  readonly label = input.required<string>();
  private readonly at = viewChild.required<ElementRef<HTMLDivElement>>('at');
  private readonly house = inject(HouseStore);
  protected readonly said = computed(() => {
    const { buckets } = this.series();
    const [lo, hi] = [Math.min(...buckets.map((b) => b.lo)), Math.max(...buckets.map((b) => b.hi))];
    return readingsPages.pointsBetweenAnd(this.label(), buckets.length, lo, hi);
  });

  private readonly option = computed(() => {
    const t = tokens[this.house.lamp()];
    const stepMs = this.grainMinutes() * minuteMs;
    // A gap is a missing point, not a line.
    const points = this.series().buckets.flatMap((b, i, all) => {
      const before = all[i - 1];
      const gap =
        before && b.atEpochMs - before.atEpochMs > 3 * stepMs ? [{ atEpochMs: b.atEpochMs - stepMs, own: null }] : [];
      return [...gap, { atEpochMs: b.atEpochMs, own: b }];
    });
    const line = (
      value: (b: DeviceHistory['series'][number]['buckets'][number]) => number,
    ): [number, number | null][] => points.map((p) => [p.atEpochMs, p.own && value(p.own)]);
    const text = { color: t.quiet, fontFamily: fontSans };
    const plain = { type: 'line', showSymbol: points.length < 4, symbolSize: 5, silent: true };
    return {
      animation: false,
      textStyle: text,
      grid: { left: 56, right: 18, top: 12, bottom: 26 },
      xAxis: { type: 'time', axisLabel: { ...text, hideOverlap: true }, axisLine: { lineStyle: { color: t.quiet } } },
      yAxis: {
        type: 'value',
        scale: true,
        splitNumber: 3,
        axisLabel: text,
        splitLine: { lineStyle: { color: t.line } },
      },
      series: [
        { ...plain, showSymbol: false, stack: 'span', lineStyle: { opacity: 0 }, data: line((b) => b.lo) },
        {
          ...plain,
          showSymbol: false,
          stack: 'span',
          stackStrategy: 'all',
          lineStyle: { opacity: 0 },
          areaStyle: { color: t.water, opacity: 0.22 },
          data: line((b) => b.hi - b.lo),
        },
        {
          ...plain,
          itemStyle: { color: t.water },
          lineStyle: { color: t.water, width: 1.5 },
          data: line((b) => b.mean),
        },
      ],
    };
  });

  constructor() {
    drawnChart({ at: this.at, option: this.option });
  }
}
