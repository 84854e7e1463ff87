import {
  ChangeDetectionStrategy,
  ChangeDetectorRef,
  Component,
  ElementRef,
  inject,
  input,
  output,
  signal,
  type OnDestroy,
  type OnInit,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Bench } from '#contracts/readings';
import type { Column } from './bench-entries';
import { NearRows } from './near-rows';

/** So many rows are in sight of a large screen when the bench is opened. */
const filledAtOnceCount = 24;

/** One cell as it is shown: what is typed in it, and what was known before. */
export interface CellView {
  column: Column;
  label: string;
  text: string;
  tone: string;
  last: string;
  trend: string;
  due: boolean;
  description: string;
  /** Where the value stands beside its band, 0 to 100 with the band from 25 to 75; null where there is none. */
  standsPercent: number | null;
}
export interface RowView {
  tank: Bench['tanks'][number];
  cells: readonly CellView[];
}

/** One tank of the bench. A row of its own, so that a key in one of three hundred draws one again and not all. */
@Component({
  selector: 'tr[nlBenchRow]',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '[class.here]': 'here()' },
  template: `
    <th scope="row" role="rowheader">
      <a class="serif" [routerLink]="['/tanks', view().tank.tankId]">{{ view().tank.name }}</a>
    </th>
    @for (c of near() ? view().cells : []; track c.column; let k = $index) {
      <td role="cell" [class]="c.tone" [class.due]="c.due">
        <input
          [attr.aria-label]="view().tank.name + ', ' + c.label"
          [attr.aria-description]="c.description"
          [attr.aria-invalid]="c.tone === 'bad' || c.tone === 'asked'"
          autocomplete="off"
          autocapitalize="off"
          spellcheck="false"
          inputmode="text"
          [placeholder]="c.last"
          [value]="c.text"
          (input)="typed.emit({ column: c.column, text: textOf($event) })"
          (keydown)="keyed.emit({ placeIndex: k, event: $event })"
          (focus)="focused.emit(c.column)"
          (paste)="laidIn.emit({ placeIndex: k, event: $event })" />
        @if (c.standsPercent !== null) {
          <span class="stands" aria-hidden="true" [style.--at]="c.standsPercent + '%'"></span>
        }
        @if (c.trend) {
          <span class="trend" aria-hidden="true">{{ c.trend }}</span>
        }
      </td>
    }
  `,
  styleUrl: './bench-row.scss',
})
export class BenchRowPart implements OnInit, OnDestroy {
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  private readonly rows = inject(NearRows);
  private readonly changes = inject(ChangeDetectorRef);
  /** Its fields are there; they stay, once they are. */
  protected readonly near = signal(false);
  /** Where it stands: the first are in sight at once. */
  readonly place = input(0);
  readonly view = input.required<RowView>();
  readonly here = input(false);
  readonly typed = output<{ column: Column; text: string }>();
  readonly keyed = output<{ placeIndex: number; event: KeyboardEvent }>();
  readonly focused = output<Column>();
  readonly laidIn = output<{ placeIndex: number; event: ClipboardEvent }>();
  ngOnInit(): void {
    if (this.place() < filledAtOnceCount) this.near.set(true);
    else
      this.rows.watch(this.element, () => {
        this.near.set(true);
      });
  }
  ngOnDestroy(): void {
    this.rows.forget(this.element);
  }
  /** It will be reached soon: filled with the next frame. */
  coming(): void {
    this.near.set(true);
  }
  /** Filled at once, so that the key after this one already finds its field. */
  fill(): void {
    this.near.set(true);
    this.changes.detectChanges();
  }
  field(place: number): HTMLInputElement | null {
    return this.element.querySelectorAll<HTMLInputElement>('td input')[place] ?? null;
  }
  protected textOf = (event: Event): string => (event.target as HTMLInputElement).value;
}
