import { dayMs } from '#core/units';
import { tanksPages } from '#words/tanks';
import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, model, signal } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { Choice, Option } from '../ui/choice';
import { Day } from '../ui/day';
import { Table, type TableColumn } from '../ui/table';
import { FormsModule } from '@angular/forms';
import { catchError, of } from 'rxjs';
import { parameters } from '#almanac/parameters';
import { middle, type Interval, type Parameter, type ParameterId } from '#core/readings';
import type { Folio } from '#contracts/tanks';
import { amountPlainly, decimalsOf, spanText, spokenSpan, spokenValue, unitOf, fromTo } from '#words/units';
import { Api } from '../base/api';
import { HouseStore } from '../base/house-store';
import { DiaryWatch } from '../base/scribe';
import { TonightStore } from '../tonight';
import { otherMarks, TideChart, type ChartNotch, type ChartSeries, type ChartSpan } from '../ui/tide-chart';
import { whenText } from '../ui/words';

const parameterOf = (id: string): Parameter | undefined => parameters.find((p) => p.id === id);
type Others = readonly { tankId: string; name: string; history: Folio['history'] }[];

/** The stretches over which each band of a parameter held; equal neighbours are one. */
export function bandStretches(
  byDate: Folio['bandsByDate'],
  { parameter, toEpochMs }: { parameter: ParameterId; toEpochMs: number },
): NonNullable<ChartSeries['bands']> {
  const stretches: (Interval & { fromEpochMs: number; toEpochMs: number })[] = [];
  for (const { fromEpochMs, bands } of byDate) {
    const band = bands[parameter];
    const last = stretches.at(-1);
    if (last && last.toEpochMs > fromEpochMs) last.toEpochMs = fromEpochMs;
    if (!band) continue;
    if (last?.toEpochMs === fromEpochMs && last.lo === band.lo && last.hi === band.hi) last.toEpochMs = toEpochMs;
    else stretches.push({ ...band, fromEpochMs, toEpochMs });
  }
  return stretches;
}

/** What stands in a span: how many, from where to where, and the middle one. */
export function spanFigures(
  readings: readonly (Interval & { atEpochMs: number })[],
  { fromEpochMs, toEpochMs }: ChartSpan,
): { count: number; lo: number; hi: number; medianValue: number } | null {
  const inside = readings.filter((r) => r.atEpochMs >= fromEpochMs && r.atEpochMs <= toEpochMs);
  if (inside.length === 0) return null;
  const middles = inside.map((r) => middle(r)).sort((a, b) => a - b);
  return {
    count: inside.length,
    lo: Math.min(...inside.map((r) => r.lo ?? middle(r))),
    hi: Math.max(...inside.map((r) => r.hi ?? middle(r))),
    medianValue: middles[Math.floor(middles.length / 2)] ?? 0,
  };
}

/** The chart of a folio: several parameters, bands by date, a span that is drawn or typed, other tanks, files, a table. */
@Component({
  selector: 'nl-chart-part',
  imports: [TideChart, ButtonDirective, Checkbox, Choice, Day, Option, FormsModule, Table],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './chart-part.html',
  styles: `
    .choices {
      display: flex;
      flex-wrap: wrap;
      gap: 0.3rem 0.9rem;
      align-items: center;
      padding: 0.3rem 0;
    }
    .chartPlace {
      height: 360px;
    }
    input,
    select {
      width: auto;
    }
    .do {
      display: flex;
      flex-wrap: wrap;
      gap: 0.6rem;
      margin: 0.4rem 0;
    }
    input[type='date'] {
      min-height: 32px;
    }
  `,
})
export class ChartPart {
  protected readonly say = tanksPages;
  readonly folio = input.required<Folio>();
  readonly charted = model<readonly ParameterId[]>(['no3MgPerL', 'ec25UsPerCm']);
  private readonly api = inject(Api);
  private readonly house = inject(HouseStore);
  private readonly tonight = inject(TonightStore);
  protected readonly span = signal<ChartSpan | null>(null);
  protected readonly zoomed = signal(false);
  protected readonly others = signal<Others>([]);
  protected readonly choices = computed(() => this.folio().lines.filter((l) => l.latest !== null && !l.computed));
  protected readonly series = computed((): ChartSeries[] =>
    this.charted().flatMap((id) => {
      const parameter = parameterOf(id);
      const { lines, history, bandsByDate, nowAt } = this.folio();
      if (!parameter) return [];
      return [
        {
          label: parameter.label,
          unit: unitOf(speech(), id),
          decimalsCount: decimalsOf(speech(), id),
          band: bandOf(id, lines.find((l) => l.parameter === id)?.band ?? null),
          bands: bandStretches(bandsByDate, { parameter: id, toEpochMs: Date.parse(nowAt) + 60 * dayMs }).map((b) => ({
            ...b,
            ...spokenSpan(speech(), id, b),
            fromEpochMs: Math.max(b.fromEpochMs, this.firstEpochMs()),
          })),
          readings: spokenReadings(id, history[id] ?? []),
          forecast: this.forecastOf(id),
          others: this.others().map((o) => ({ name: o.name, readings: spokenReadings(id, o.history[id] ?? []) })),
        },
      ];
    }),
  );
  /** Where the drawn bands begin: at the first reading in the chart. */
  private readonly firstEpochMs = computed(() =>
    Math.min(
      Date.parse(this.folio().nowAt),
      ...this.charted().flatMap((id) => (this.folio().history[id] ?? []).map((r) => r.atEpochMs)),
    ),
  );
  private readonly diary = new DiaryWatch(['dose', 'top-up']);
  constructor() {
    const tankId = computed(() => this.folio().tank.tankId);
    effect(() => {
      this.diary.open(tankId());
    });
  }
  protected readonly notches = computed((): ChartNotch[] => [
    ...this.folio().changes.map((c) => ({
      atEpochMs: c.atEpochMs,
      label: `changed ${Math.round(c.changeFraction * 100)} %, ${c.sourceName}`,
    })),
    ...this.diary.of('dose').map(({ atEpochMs, payload }) => ({
      atEpochMs,
      label: tanksPages.dosedMlOrG(payload.amountMl, payload.product),
      added: true,
    })),
    ...this.diary.of('top-up').map(({ atEpochMs, payload }) => ({
      atEpochMs,
      label: `topped up ${amountPlainly(speech(), 'volume', payload.topUpL)}`,
      added: true,
    })),
  ]);
  protected readonly figures = computed(() => {
    const span = this.span();
    if (!span) return [];
    return this.series().flatMap((s) => {
      const text = (value: number): string => value.toFixed(s.decimalsCount);
      return [{ name: this.folio().tank.name, readings: s.readings }, ...(s.others ?? [])].map(({ name, readings }) => {
        const found = spanFigures(readings, span);
        return {
          key: `${s.label} ${name}`,
          label: s.label,
          name,
          count: found?.count ?? 0,
          range: found ? fromTo(text(found.lo), text(found.hi)) : '–',
          median: found ? text(found.medianValue) : '–',
        };
      });
    });
  });
  protected readonly figureColumns: TableColumn<ReturnType<typeof this.figures>[number]>[] = [
    { head: tanksPages.inTheSpan, text: (f) => f.label },
    { head: 'Tank', text: (f) => f.name },
    { head: 'Readings', text: (f) => String(f.count), sortBy: (f) => f.count, figures: true },
    { head: tanksPages.lowestToHighest, text: (f) => f.range, figures: true },
    { head: 'Median', text: (f) => f.median, sortBy: (f) => Number(f.median), figures: true },
  ];
  protected readonly changesInSpan = computed(() => {
    const span = this.span();
    return span
      ? this.folio().changes.filter((c) => c.atEpochMs >= span.fromEpochMs && c.atEpochMs <= span.toEpochMs).length
      : 0;
  });
  protected readonly rows = computed(() =>
    this.charted()
      .flatMap((id) =>
        [
          { name: this.folio().tank.name, readings: this.folio().history[id] ?? [] },
          ...this.others().map((o) => ({ name: o.name, readings: o.history[id] ?? [] })),
        ].flatMap(({ name, readings }) =>
          readings.map((r) => ({ ...r, shown: spanText(speech(), id, r), tank: name, label: this.label(id) })),
        ),
      )
      .sort((a, b) => b.atEpochMs - a.atEpochMs),
  );
  protected readonly tableOpen = signal(false);
  private readonly whenColumn: TableColumn<{ atEpochMs: number }> = {
    head: 'When',
    text: (r) => this.when(r.atEpochMs),
    sortBy: (r) => r.atEpochMs,
  };
  protected readonly readingColumns: TableColumn<ReturnType<typeof this.rows>[number]>[] = [
    this.whenColumn,
    { head: 'Tank', text: (r) => r.tank },
    { head: 'Parameter', text: (r) => r.label },
    { head: 'As written', text: (r) => r.text, sortBy: (r) => middle(r), figures: true },
    { head: 'Understood as', text: (r) => r.shown, sortBy: (r) => middle(r), figures: true },
  ];
  protected readonly aheadColumns: TableColumn<ReturnType<typeof this.ahead>[number]>[] = [
    this.whenColumn,
    { head: 'Parameter', text: (f) => f.label },
    { head: 'From', text: (f) => f.lo, sortBy: (f) => Number(f.lo), figures: true },
    { head: 'To', text: (f) => f.hi, sortBy: (f) => Number(f.hi), figures: true },
  ];
  protected readonly doneColumns: TableColumn<ReturnType<typeof this.done>[number]>[] = [
    this.whenColumn,
    { head: 'What', text: (n) => n.label },
  ];
  /** The fan and the notches of the chart in words, for those who cannot see them. */
  protected readonly ahead = computed(() =>
    this.series().flatMap((s) =>
      (s.forecast ?? [])
        .filter((_, i) => i > 0 && i % 7 === 0)
        .map(({ atEpochMs, lo80, hi80 }) => ({
          key: `${s.label} ${atEpochMs}`,
          atEpochMs,
          label: s.label,
          lo: lo80.toFixed(s.decimalsCount),
          hi: hi80.toFixed(s.decimalsCount),
        })),
    ),
  );
  protected readonly done = computed(() => [...this.notches()].sort((a, b) => b.atEpochMs - a.atEpochMs));
  protected readonly comparable = computed(() =>
    this.tonight
      .tanks()
      .filter((t) => t.tankId !== this.folio().tank.tankId && !this.others().some((o) => o.tankId === t.tankId))
      .sort((a, b) => a.name.localeCompare(b.name)),
  );
  protected readonly mostOthersCount = otherMarks.length;

  private forecastOf(id: ParameterId): ChartSeries['forecast'] {
    const { outlooks, nowAt } = this.folio();
    const now = Date.parse(nowAt);
    const outlook = outlooks.find((o) => o.parameter === id);
    return (
      outlook?.forecast.map(({ day, mean, lo80, hi80 }) => ({
        atEpochMs: now + day * dayMs,
        mean: spokenValue(speech(), id, mean),
        lo80: spokenValue(speech(), id, lo80),
        hi80: spokenValue(speech(), id, hi80),
      })) ?? []
    );
  }
  protected sign = (place: number): string => otherMarks[place]?.sign ?? '';
  protected label = (id: string): string => parameterOf(id)?.label ?? id;
  protected short = (id: string): string => parameterOf(id)?.short ?? id;
  protected when = (at: number): string => whenText(speech(), at, this.house.zone());
  protected toggle(id: ParameterId): void {
    this.charted.update((all) => (all.includes(id) ? all.filter((x) => x !== id) : [...all, id]));
  }
  protected compare(tankId: string): void {
    const name = this.tonight.tankNamed(tankId)?.name ?? '';
    if (tankId === '') return;
    this.api
      .call('folio', { params: { tankId }, query: { days: '365' } })
      .pipe(catchError(() => of(null)))
      .subscribe((folio) => {
        if (folio)
          this.others.update((all) => [...all, { tankId, name, history: folio.history }].slice(0, otherMarks.length));
      });
  }
  protected drop(tankId: string): void {
    this.others.update((all) => all.filter((o) => o.tankId !== tankId));
  }
  protected brushed(span: ChartSpan | null): void {
    this.span.set(span);
    if (!span) this.zoomed.set(false);
  }
  /** A template's `?.` gives null where nothing is. */
  protected dayOf = (atEpochMs: number | null | undefined): string =>
    atEpochMs == null ? '' : new Date(atEpochMs).toISOString().slice(0, 10);
  /** The same span by keyboard: two days, whole. */
  protected typed(side: 'from' | 'to', day: string): void {
    const on = Date.parse(day);
    if (Number.isNaN(on)) return;
    const span = this.span() ?? { fromEpochMs: this.firstEpochMs(), toEpochMs: Date.parse(this.folio().nowAt) };
    const next = side === 'from' ? { ...span, fromEpochMs: on } : { ...span, toEpochMs: on + dayMs - 1 };
    if (next.fromEpochMs < next.toEpochMs) this.span.set(next);
  }
}

/** As they are drawn: in the keeper's unit, like the axis beside them. */
const spokenReadings = (
  id: ParameterId,
  readings: readonly (Interval & { atEpochMs: number; text: string })[],
): (Interval & { atEpochMs: number; text: string })[] =>
  readings.map((r) => ({ ...r, ...spokenSpan(speech(), id, r) }));
const bandOf = (id: ParameterId, band: Interval | null): Interval | null =>
  band ? spokenSpan(speech(), id, band) : null;
