import type { ElementRef } from '@angular/core';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  viewChild,
} from '@angular/core';
import { CustomChart, ScatterChart } from 'echarts/charts';
import { DataZoomInsideComponent, GridComponent, MarkAreaComponent, TooltipComponent } from 'echarts/components';
import { init, use, type EChartsCoreOption, type EChartsType } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { middle, type Interval } from '#core/readings';
import { HouseStore } from '../shell/house-store';
import { fontSans, tokens } from './tokens';

use([
  CustomChart,
  ScatterChart,
  GridComponent,
  TooltipComponent,
  MarkAreaComponent,
  DataZoomInsideComponent,
  SVGRenderer,
]);

export interface ChartSeries {
  label: string;
  unit: string;
  decimalsCount: number;
  band: Interval | null;
  readings: readonly (Interval & { atEpochMs: number; text: string })[];
  /** Where the model sees it going: a fan, drawn after tonight. */
  forecast?: readonly { atEpochMs: number; mean: number; lo80: number; hi80: number }[];
}
export interface ChartNotch {
  atEpochMs: number;
  label: string;
}

/**
 * Nights on the x-axis, one pane for each parameter; readings as spans, changes as notches under the axis. Readings are
 * not joined: nothing is drawn through a month without tests.
 */
@Component({
  selector: 'nl-tide-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div #at class="chart" [style.height.px]="heightPx()" role="img" [attr.aria-label]="said()"></div>`,
  styles: `.chart { width: 100%; }`,
})
export class TideChart {
  readonly series = input.required<readonly ChartSeries[]>();
  readonly notches = input<readonly ChartNotch[]>([]);
  private readonly at = viewChild.required<ElementRef<HTMLDivElement>>('at');
  private readonly house = inject(HouseStore);
  private chart: EChartsType | null = null;
  protected readonly heightPx = computed(() => 60 + 150 * Math.max(1, this.series().length));
  protected readonly said = computed(() =>
    this.series()
      .map((s) => `${s.label}: ${s.readings.length} readings, last ${s.readings[0]?.text ?? 'none'}`)
      .join('; '),
  );

  constructor() {
    const destroyed = inject(DestroyRef);
    afterNextRender(() => {
      const chart = init(this.at().nativeElement, null, { renderer: 'svg' });
      this.chart = chart;
      const sized = new ResizeObserver(() => {
        chart.resize();
      });
      sized.observe(this.at().nativeElement);
      this.draw();
      destroyed.onDestroy(() => {
        sized.disconnect();
        chart.dispose();
      });
    });
    effect(() => {
      this.heightPx();
      this.draw();
    });
  }
  private draw(): void {
    const option = this.option();
    this.chart?.resize();
    this.chart?.setOption(option, { notMerge: true });
  }

  private readonly option = computed((): EChartsCoreOption => {
    const t = tokens[this.house.lamp()];
    const series = this.series();
    const panePx = 150;
    const text = { color: t.quiet, fontFamily: fontSans };
    return {
      backgroundColor: 'transparent',
      textStyle: text,
      animation: false,
      tooltip: {
        trigger: 'item',
        backgroundColor: t.panel,
        borderColor: t.quiet,
        textStyle: { color: t.ink, fontFamily: fontSans },
      },
      grid: series.map((_, i) => ({ left: 56, right: 18, top: 24 + i * panePx, height: panePx - 44 })),
      xAxis: series.map((_, i) => ({
        type: 'time',
        gridIndex: i,
        boundaryGap: ['1%', '2%'],
        axisLine: { lineStyle: { color: t.quiet } },
        axisLabel: { ...text, show: i === series.length - 1, margin: 16, hideOverlap: true },
        splitLine: { show: false },
        axisTick: { show: false },
      })),
      yAxis: series.map((s, i) => ({
        type: 'value',
        gridIndex: i,
        ...rangeOf(s),
        name: `${s.label}${s.unit ? `, ${s.unit}` : ''}`,
        nameTextStyle: { ...text, align: 'left', padding: [0, 0, 0, -46] },
        axisLabel: text,
        splitNumber: 3,
        splitLine: { lineStyle: { color: t.line } },
      })),
      dataZoom: [{ type: 'inside', xAxisIndex: series.map((_, i) => i), zoomOnMouseWheel: 'ctrl' }],
      series: series.flatMap((s, i) => [this.fan(s, i, t), this.spans(s, i, t), this.notchRow(i, t, series.length)]),
    };
  });

  /** The forecast as a fan: a pale area between the ends that hold the truth four times in five, its middle dashed. */
  private fan(s: ChartSeries, i: number, t: (typeof tokens)['lit']): object {
    const ahead = s.forecast ?? [];
    return {
      type: 'custom',
      xAxisIndex: i,
      yAxisIndex: i,
      silent: true,
      clip: true,
      encode: { x: 0, y: [1, 2] },
      // One item that draws the whole: ends first, so that the axis knows how far it reaches.
      data: ahead.length > 1 ? [[ahead.at(-1)?.atEpochMs ?? 0, ahead[0]?.lo80 ?? 0, ahead.at(-1)?.hi80 ?? 0]] : [],
      renderItem: (_params: unknown, api: { coord: (p: number[]) => number[] }) => {
        const point = (f: (typeof ahead)[number], value: number): number[] => api.coord([f.atEpochMs, value]);
        return {
          type: 'group',
          children: [
            {
              type: 'polygon',
              shape: {
                points: [...ahead.map((f) => point(f, f.hi80)), ...[...ahead].reverse().map((f) => point(f, f.lo80))],
              },
              style: { fill: t.amber, opacity: 0.22 },
            },
            {
              type: 'polyline',
              shape: { points: ahead.map((f) => point(f, f.mean)) },
              style: { stroke: t.amber, lineWidth: 1.5, lineDash: [5, 4], fill: 'none' },
            },
          ],
        };
      },
    };
  }
  /** The chart as a file, as it stands on the screen. */
  save(kind: 'svg' | 'png', name: string): void {
    const svg = this.at().nativeElement.querySelector('svg');
    if (!svg) return;
    const { width, height } = svg.getBoundingClientRect();
    const copy = svg.cloneNode(true) as SVGElement;
    copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
    const url = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(new XMLSerializer().serializeToString(copy))}`;
    const file = `${name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}-readings.${kind}`;
    if (kind === 'svg') {
      download(url, file);
      return;
    }
    const image = new Image();
    image.onload = () => {
      const canvas = document.createElement('canvas');
      [canvas.width, canvas.height] = [width * 2, height * 2];
      const paper = canvas.getContext('2d');
      if (!paper) return;
      paper.fillStyle = tokens[this.house.lamp()].ground;
      paper.fillRect(0, 0, canvas.width, canvas.height);
      paper.drawImage(image, 0, 0, canvas.width, canvas.height);
      download(canvas.toDataURL('image/png'), file);
    };
    image.src = url;
  }
  private spans(s: ChartSeries, i: number, t: (typeof tokens)['lit']): object {
    const floor = s.band?.lo ?? 0;
    return {
      type: 'custom',
      xAxisIndex: i,
      yAxisIndex: i,
      clip: true,
      encode: { x: 0, y: [1, 2] },
      data: s.readings.map((r) => ({
        value: [r.atEpochMs, r.lo ?? Math.min(floor, middle(r)), r.hi ?? r.lo ?? 0],
        name: r.text,
      })),
      tooltip: {
        formatter: (p: { name: string; value: number[] }) =>
          `${new Date(p.value[0] ?? 0).toLocaleDateString('en-GB')}: ${s.label} ${escaped(p.name)} ${s.unit}`,
      },
      renderItem: (_params: unknown, api: { value: (n: number) => number; coord: (p: number[]) => number[] }) => {
        const [x = 0, low = 0] = api.coord([api.value(0), api.value(1)]);
        const [, high = 0] = api.coord([api.value(0), api.value(2)]);
        const heightPx = Math.max(4, low - high);
        return {
          type: 'rect',
          shape: { x: x - 2.5, y: (low + high) / 2 - heightPx / 2, width: 5, height: heightPx, r: 1.5 },
          style: { fill: t.water },
        };
      },
      markArea: s.band
        ? {
            silent: true,
            itemStyle: { color: t.water, opacity: 0.13 },
            data: [[{ yAxis: s.band.lo ?? 'min' }, { yAxis: s.band.hi ?? 'max' }]],
          }
        : undefined,
    };
  }
  private notchRow(i: number, t: (typeof tokens)['lit'], panes: number): object {
    return {
      type: 'custom',
      xAxisIndex: i,
      yAxisIndex: i,
      silent: i !== panes - 1,
      encode: { x: 0 },
      data: this.notches().map((n) => ({ value: [n.atEpochMs], name: n.label })),
      tooltip: { formatter: (p: { name: string }) => escaped(p.name) },
      renderItem: (
        params: { coordSys: { y: number; height: number } },
        api: { value: (n: number) => number; coord: (p: number[]) => number[] },
      ) => {
        const [x = 0] = api.coord([api.value(0), 0]);
        return {
          type: 'line',
          shape: {
            x1: x,
            x2: x,
            y1: params.coordSys.y + params.coordSys.height + 1,
            y2: params.coordSys.y + params.coordSys.height + 9,
          },
          style: { stroke: t.amber, lineWidth: 2 },
        };
      },
      clip: false,
    };
  }
}

function download(url: string, name: string): void {
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
}

/** The axis holds every reading and the band, with a little room; never below nothing. */
function rangeOf(s: ChartSeries): { min: number; max: number } {
  const ahead = (s.forecast ?? []).map((f) => ({ lo: f.lo80, hi: f.hi80 }));
  const ends = [s.band, ...ahead, ...s.readings]
    .flatMap((span) => (span ? [span.lo, span.hi] : []))
    .filter((n): n is number => n !== null);
  if (ends.length === 0) return { min: 0, max: 1 };
  const [lo, hi] = [Math.min(...ends), Math.max(...ends)];
  const room = Math.max(hi - lo, 0.1) * 0.08;
  const step = 10 ** Math.floor(Math.log10(Math.max(hi - lo, 0.1)) - 0.5);
  return { min: Math.max(0, Math.floor((lo - room) / step) * step), max: Math.ceil((hi + room) / step) * step };
}

const escaped = (text: string): string => text.replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`);
