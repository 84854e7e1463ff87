import { speech } from '../base/speech';
import type { ElementRef } from '@angular/core';
import { ChangeDetectionStrategy, Component, computed, inject, input, output, viewChild } from '@angular/core';
import { CustomChart, ScatterChart } from 'echarts/charts';
import {
  BrushComponent,
  DataZoomInsideComponent,
  GridComponent,
  MarkAreaComponent,
  TooltipComponent,
} from 'echarts/components';
import { use, type EChartsCoreOption } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { middle, type Interval } from '#core/readings';
import { HouseStore } from '../base/house-store';
import { drawnChart } from './drawn-chart';
import { shortDayText } from './words';
import { fontSans, tokens } from '../base/tokens';

use([
  CustomChart,
  ScatterChart,
  BrushComponent,
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
  /** Bands of earlier days, where practices have changed; `band` is the one in force. */
  bands?: readonly (Interval & { fromEpochMs: number; toEpochMs: number })[];
  /** Other tanks, each with a mark of its own. */
  others?: readonly { name: string; readings: readonly (Interval & { atEpochMs: number; text: string })[] }[];
  readings: readonly (Interval & { atEpochMs: number; text: string })[];
  /** Where the model sees it going: a fan, drawn after tonight. */
  forecast?: readonly { atEpochMs: number; mean: number; lo80: number; hi80: number }[];
}
/** Shapes of the other tanks, in their order: told apart without colour. */
export const otherMarks = [
  { symbol: 'emptyCircle', sign: '○' },
  { symbol: 'emptyTriangle', sign: '△' },
  { symbol: 'emptyDiamond', sign: '◇' },
] as const;
export interface ChartSpan {
  fromEpochMs: number;
  toEpochMs: number;
}
export interface ChartNotch {
  atEpochMs: number;
  label: string;
  /** Something put in without changing water, a dose or a top-up: a ring instead of a stroke. */
  added?: boolean;
}

/**
 * Nights on the x-axis, one pane for each parameter; readings as spans, changes as notches under the axis. Readings are
 * not joined: nothing is drawn through a month without tests.
 */
@Component({
  selector: 'nl-tide-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div #at class="chart" [style.height.px]="heightPx()" role="img" [attr.aria-label]="said()"></div>`,
  styles: `
    .chart {
      width: 100%;
    }
  `,
})
export class TideChart {
  readonly series = input.required<readonly ChartSeries[]>();
  readonly notches = input<readonly ChartNotch[]>([]);
  /** Whether a span of time can be drawn over the panes; it is told by `brushed`. */
  readonly brush = input(false);
  /** Only this span of time; null for all there is. */
  readonly span = input<ChartSpan | null>(null);
  readonly brushed = output<ChartSpan | null>();
  private readonly at = viewChild.required<ElementRef<HTMLDivElement>>('at');
  private readonly house = inject(HouseStore);
  protected readonly heightPx = computed(() => 60 + 150 * Math.max(1, this.series().length));
  protected readonly said = computed(() =>
    this.series()
      .map((s) => `${s.label}: ${s.readings.length} readings, last ${s.readings[0]?.text ?? 'none'}`)
      .join('; '),
  );

  constructor() {
    drawnChart({
      at: this.at,
      option: computed(() => {
        this.heightPx();
        return this.option();
      }),
      made: (chart) => {
        chart.on('brushEnd', (event: unknown) => {
          const [area] = (event as { areas: { coordRange?: number[] | number[][] }[] }).areas;
          const range = area?.coordRange?.flat();
          const [from, to] = [range?.[0], range?.[1]];
          this.brushed.emit(from === undefined || to === undefined ? null : { fromEpochMs: from, toEpochMs: to });
        });
      },
      drawn: (chart) => {
        if (!this.brush()) return;
        chart.dispatchAction({
          type: 'takeGlobalCursor',
          key: 'brush',
          brushOption: { brushType: 'lineX', brushMode: 'single' },
        });
      },
    });
  }

  private readonly option = computed((): EChartsCoreOption => {
    const t = tokens[this.house.lamp()];
    const series = this.series();
    const span = this.span();
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
        ...(span ? { min: span.fromEpochMs, max: span.toEpochMs } : {}),
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
        // The ends of the range are no round figures and would lie over the last ones that are.
        axisLabel: { ...text, hideOverlap: true, showMaxLabel: false, showMinLabel: rangeOf(s).min === 0 },
        splitNumber: 3,
        splitLine: { lineStyle: { color: t.line } },
      })),
      ...(this.brush()
        ? {
            toolbox: { show: false },
            brush: {
              xAxisIndex: series.map((_, i) => i),
              brushLink: 'all',
              throttleType: 'debounce',
              brushStyle: { color: t.amber, opacity: 0.18, borderColor: t.amber, borderWidth: 1 },
              outOfBrush: { colorAlpha: 1 },
            },
          }
        : {}),
      dataZoom: [{ type: 'inside', xAxisIndex: series.map((_, i) => i), zoomOnMouseWheel: 'ctrl' }],
      series: series.flatMap((s, i) => [
        this.fan(s, i, t),
        this.spans(s, i, t),
        ...(s.others ?? []).map((_, k) => this.other(s, { pane: i, place: k }, t)),
        this.notchRow(i, t, series.length),
      ]),
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
          `${shortDayText(speech(), p.value[0] ?? 0, this.house.zone())}: ${s.label} ${escaped(p.name)} ${s.unit}`,
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
      markArea: { silent: true, itemStyle: { color: t.water, opacity: 0.13 }, data: bandAreas(s) },
    };
  }
  private other(s: ChartSeries, at: { pane: number; place: number }, t: (typeof tokens)['lit']): object {
    const other = s.others?.[at.place];
    return {
      type: 'scatter',
      xAxisIndex: at.pane,
      yAxisIndex: at.pane,
      symbol: otherMarks[at.place]?.symbol ?? 'emptyCircle',
      symbolSize: 7,
      itemStyle: { color: t.quiet },
      data: (other?.readings ?? []).map((r) => ({ value: [r.atEpochMs, middle(r)], name: r.text })),
      tooltip: {
        formatter: (p: { name: string; value: number[] }) =>
          `${escaped(other?.name ?? '')}, ${shortDayText(speech(), p.value[0] ?? 0, this.house.zone())}: ${escaped(p.name)} ${s.unit}`,
      },
    };
  }
  private notchRow(i: number, t: (typeof tokens)['lit'], panes: number): object {
    return {
      type: 'custom',
      xAxisIndex: i,
      yAxisIndex: i,
      silent: i !== panes - 1,
      encode: { x: 0 },
      data: this.notches().map((n) => ({ value: [n.atEpochMs, n.added ? 1 : 0], name: n.label })),
      tooltip: { formatter: (p: { name: string }) => escaped(p.name) },
      renderItem: (
        params: { coordSys: { y: number; height: number } },
        api: { value: (n: number) => number; coord: (p: number[]) => number[] },
      ) => {
        const [x = 0] = api.coord([api.value(0), 0]);
        const below = params.coordSys.y + params.coordSys.height;
        if (api.value(1) === 1)
          return {
            type: 'circle',
            shape: { cx: x, cy: below + 5, r: 3 },
            style: { stroke: t.water, fill: 'transparent', lineWidth: 1.5 },
          };
        return {
          type: 'line',
          shape: {
            x1: x,
            x2: x,
            y1: below + 1,
            y2: below + 9,
          },
          style: { stroke: t.amber, lineWidth: 2 },
        };
      },
      clip: false,
    };
  }
}

/** One area for each time a band held: with dates where practices changed, over the whole width otherwise. */
function bandAreas({ band, bands }: ChartSeries): object[][] {
  const end = (value: number | null, side: 'min' | 'max'): number | string => value ?? side;
  if (bands && bands.length > 0)
    return bands.map((b) => [
      { xAxis: b.fromEpochMs, yAxis: end(b.lo, 'min') },
      { xAxis: b.toEpochMs, yAxis: end(b.hi, 'max') },
    ]);
  return band ? [[{ yAxis: end(band.lo, 'min') }, { yAxis: end(band.hi, 'max') }]] : [];
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
  const others = (s.others ?? []).flatMap((o) => o.readings);
  const ends = [s.band, ...(s.bands ?? []), ...ahead, ...s.readings, ...others]
    .flatMap((span) => (span ? [span.lo, span.hi] : []))
    .filter((n): n is number => n !== null);
  if (ends.length === 0) return { min: 0, max: 1 };
  const [lo, hi] = [Math.min(...ends), Math.max(...ends)];
  const room = Math.max(hi - lo, 0.1) * 0.08;
  const step = 10 ** Math.floor(Math.log10(Math.max(hi - lo, 0.1)) - 0.5);
  return { min: Math.max(0, Math.floor((lo - room) / step) * step), max: Math.ceil((hi + room) / step) * step };
}

const escaped = (text: string): string => text.replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`);
