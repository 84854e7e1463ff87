import { afterNextRender, DestroyRef, effect, inject, type ElementRef, type Signal } from '@angular/core';
import { init, type EChartsCoreOption, type EChartsType } from 'echarts/core';

/**
 * A chart drawn into an element of the component that calls this in its constructor: made after the first render, drawn
 * anew when its option changes, sized with its element, and gone with the component.
 */
export function drawnChart({
  at,
  option,
  made = () => undefined,
  drawn = () => undefined,
}: {
  at: Signal<ElementRef<HTMLElement>>;
  option: Signal<EChartsCoreOption>;
  /** Once, when the chart is there. */
  made?: (chart: EChartsType) => void;
  /** After each drawing. */
  drawn?: (chart: EChartsType) => void;
}): void {
  const destroyed = inject(DestroyRef);
  let chart: EChartsType | null = null;
  const draw = (wanted: EChartsCoreOption): void => {
    if (!chart) return;
    chart.resize();
    chart.setOption(wanted, { notMerge: true });
    drawn(chart);
  };
  afterNextRender(() => {
    const own = init(at().nativeElement, null, { renderer: 'svg' });
    chart = own;
    const sized = new ResizeObserver(() => {
      own.resize();
    });
    sized.observe(at().nativeElement);
    draw(option());
    made(own);
    destroyed.onDestroy(() => {
      sized.disconnect();
      own.dispose();
    });
  });
  effect(() => {
    draw(option());
  });
}
