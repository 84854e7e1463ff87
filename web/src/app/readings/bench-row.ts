import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Bench } from '#contracts/readings';
import type { Column } from './bench-entries';

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
    @for (c of view().cells; track c.column; let k = $index) {
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
          (keydown)="keyed.emit({ place: k, event: $event })"
          (focus)="focused.emit(c.column)"
          (paste)="laidIn.emit({ place: k, event: $event })" />
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
export class BenchRowPart {
  readonly view = input.required<RowView>();
  readonly here = input(false);
  readonly typed = output<{ column: Column; text: string }>();
  readonly keyed = output<{ place: number; event: KeyboardEvent }>();
  readonly focused = output<Column>();
  readonly laidIn = output<{ place: number; event: ClipboardEvent }>();
  protected textOf = (event: Event): string => (event.target as HTMLInputElement).value;
}
