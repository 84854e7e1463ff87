import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { highEnd, lowEnd, middle, type Direction, type Interval, type ParameterId } from '#core/readings';
import { valueText } from '#words/units';

interface Placed {
  startPercent: number;
  widthPercent: number;
}
const clamp = (percent: number): number => Math.max(0, Math.min(100, percent));

/** The least a line spans, as a share of its highest value: 580 beside 568 is near, and looks near. */
const leastSpanFraction = 0.25;

/** The ends of the line: the band and all readings, with room on both sides. */
function scaleOf(spans: readonly Interval[]): { lo: number; hi: number } {
  const ends = spans.flatMap((s) => [s.lo, s.hi]).filter((n): n is number => n !== null);
  const [lo, hi] = [Math.min(...ends), Math.max(...ends)];
  const span = hi - lo;
  const room = Math.max(0.18 * span, (Math.max(leastSpanFraction * Math.abs(hi), 0.04) - span) / 2);
  return { lo: lo - room, hi: hi + room };
}

/**
 * The tide mark: one line per parameter, the band as a thicker stretch, the reading as a span on it, a hair for each
 * earlier reading, an arrow where it is heading. A second span can stand below it: the water after a change.
 */
@Component({
  selector: 'nl-tide-mark',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg viewBox="0 0 100 22" preserveAspectRatio="none" aria-hidden="true">
      <line x1="0" y1="11" x2="100" y2="11" class="line" />
      @if (bandAt(); as b) {
        <rect [attr.x]="b.startPercent" y="8" [attr.width]="b.widthPercent" height="6" class="band" />
      }
      @for (hair of hairs(); track $index) {
        <line [attr.x1]="hair" y1="5" [attr.x2]="hair" y2="17" class="hair" />
      }
      @if (at(); as r) {
        <rect
          [attr.x]="r.startPercent"
          y="4"
          [attr.width]="r.widthPercent"
          height="14"
          [attr.class]="'span ' + tone()" />
      }
      @if (afterAt(); as a) {
        <rect [attr.x]="a.startPercent" y="15" [attr.width]="a.widthPercent" height="7" class="after" />
      }
    </svg>
    @if (arrow(); as a) {
      <span class="arrow" [style.left.%]="a.percent" aria-hidden="true">{{ a.sign }}</span>
    }
    @if (ends(); as e) {
      <span class="end num" aria-hidden="true">{{ e.lo }}</span>
      <span class="end hi num" aria-hidden="true">{{ e.hi }}</span>
    }
    <span class="visuallyHidden">{{ said() }}</span>
  `,
  styles: `
    :host {
      position: relative;
      display: block;
      min-width: 90px;
      height: 22px;
    }
    svg {
      display: block;
      width: 100%;
      height: 22px;
      overflow: visible;
    }
    .line {
      stroke: var(--quiet);
      stroke-width: 1;
      vector-effect: non-scaling-stroke;
    }
    .band {
      fill: var(--water);
      opacity: 0.34;
    }
    .hair {
      stroke: var(--quiet);
      stroke-width: 1;
      vector-effect: non-scaling-stroke;
      opacity: 0.75;
    }
    .span {
      fill: var(--settled);
    }
    .span.drifting {
      fill: var(--drifting);
    }
    .span.act {
      fill: var(--act);
    }
    .span.unknown,
    .span.resting {
      fill: var(--unknown);
    }
    .after {
      fill: var(--amber);
    }
    .end {
      position: absolute;
      left: 0;
      top: 15px;
      font-size: 0.7rem;
      color: var(--quiet);
    }
    .end.hi {
      left: auto;
      right: 0;
    }
    .arrow {
      position: absolute;
      top: -2px;
      color: var(--ink);
      font-size: 1.05rem;
      line-height: 26px;
      transform: translateX(-50%);
    }
  `,
})
export class TideMark {
  readonly band = input<Interval | null>(null);
  readonly reading = input<Interval | null>(null);
  readonly earlier = input<readonly Interval[]>([]);
  readonly after = input<Interval | null>(null);
  readonly direction = input<Direction>('unknown');
  readonly tone = input('settled');
  readonly label = input('');
  /** The ends of the line in figures, in the keeper's unit of this parameter. */
  readonly scaledFor = input<ParameterId | null>(null);
  protected readonly ends = computed(() => {
    const id = this.scaledFor();
    const { lo, hi } = this.scale();
    return id === null ? null : { lo: valueText(speech(), id, Math.max(0, lo)), hi: valueText(speech(), id, hi) };
  });

  private readonly scale = computed(() => {
    const spans = [this.band(), this.reading(), this.after(), ...this.earlier()].filter(
      (s): s is Interval => s !== null && (s.lo !== null || s.hi !== null),
    );
    return spans.length === 0 ? { lo: 0, hi: 1 } : scaleOf(spans);
  });
  private percentOf(value: number): number {
    const { lo, hi } = this.scale();
    return clamp((100 * (value - lo)) / (hi - lo));
  }
  private place(span: Interval | null, leastPercent: number): Placed | null {
    if (!span) return null;
    const start = this.percentOf(lowEnd(span));
    const end = this.percentOf(highEnd(span));
    const width = Math.max(leastPercent, end - start);
    return {
      startPercent: Math.min(100 - width, Math.max(0, start - Math.max(0, leastPercent - (end - start)) / 2)),
      widthPercent: width,
    };
  }
  protected readonly bandAt = computed(() => this.place(this.band(), 0.5));
  protected readonly at = computed(() => this.place(this.reading(), 1.4));
  protected readonly afterAt = computed(() => this.place(this.after(), 1.4));
  protected readonly hairs = computed(() => this.earlier().map((e) => this.percentOf(middle(e))));
  protected readonly arrow = computed(() => {
    const reading = this.reading();
    const direction = this.direction();
    if (!reading || (direction !== 'rising' && direction !== 'falling')) return null;
    const placed = this.at();
    if (!placed) return null;
    const percent =
      direction === 'rising' ? placed.startPercent + placed.widthPercent + 3.5 : placed.startPercent - 3.5;
    return { sign: direction === 'rising' ? '→' : '←', percent: clamp(percent) };
  });
  protected readonly said = computed(
    () => `${this.label().replace(/\.$/, '')}${this.direction() === 'unknown' ? '' : `, ${this.direction()}`}`,
  );
}
