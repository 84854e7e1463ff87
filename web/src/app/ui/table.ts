import { NgTemplateOutlet } from '@angular/common';
import {
  booleanAttribute,
  ChangeDetectionStrategy,
  Component,
  computed,
  contentChild,
  contentChildren,
  Directive,
  inject,
  input,
  TemplateRef,
} from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { TableModule } from 'primeng/table';
import { uiPages } from '#words/ui';
import { saveCsv } from './save-csv';

/** A column: what it says of a row, and what it is sorted by where the words would sort wrongly. */
export interface TableColumn<Row> {
  head: string;
  text: (row: Row) => string;
  sortBy?: (row: Row) => number | string;
  /** Figures stand to the right, in the figures' face. */
  figures?: boolean;
  note?: (row: Row) => string;
}

/** How a cell is drawn, where words alone will not do; it is found, sorted and saved by its words all the same. */
@Directive({ selector: 'ng-template[nlCell]' })
export class TableCell {
  /** The head of its column. */
  readonly nlCell = input.required<string>();
  readonly template = inject<TemplateRef<{ $implicit: unknown }>>(TemplateRef);
}
/** What stands under a row while it is open. */
@Directive({ selector: 'ng-template[nlUnder]' })
export class TableUnder {
  readonly template = inject<TemplateRef<{ $implicit: unknown }>>(TemplateRef);
}

const fewRowsCount = 10;
/** From here on only the rows in sight are drawn. */
const longRowsCount = 30;

/**
 * A table to be read: from eleven rows on it sorts, finds, keeps its head in sight and is saved as a file;
 * a long one draws only what is in sight.
 */
@Component({
  selector: 'nl-table',
  imports: [TableModule, InputText, ButtonDirective, NgTemplateOutlet],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (!nameHidden()) {
      <p class="small quiet">{{ name() }}</p>
    }
    @if (many()) {
      <p class="tools small">
        <label
          >{{ say.find }}
          <input pInputText #find (input)="table.filterGlobal(find.value, 'contains')" autocomplete="off"
        /></label>
        <span class="quiet">{{ say.rows(lines().length) }}</span>
        <button pButton type="button" class="asText" (click)="save()">
          {{ say.saveAsCsv }}<span class="visuallyHidden">: {{ name() }}</span>
        </button>
      </p>
    }
    <p-table
      #table
      [value]="lines()"
      dataKey="key"
      [pt]="{ table: { 'aria-label': name() } }"
      [class]="long() ? 'long' : 'sticky'"
      [scrollable]="long()"
      [scrollHeight]="long() ? '380px' : undefined"
      [virtualScroll]="long()"
      [virtualScrollItemSize]="36"
      [globalFilterFields]="fields()"
      [tableStyle]="{ 'max-width': widest() }">
      <ng-template #header>
        <tr>
          @for (c of columns(); track c.head; let i = $index) {
            @if (many()) {
              <th scope="col" [class.right]="c.figures" [pSortableColumn]="'sort.' + i">
                {{ c.head }} <p-sortIcon [field]="'sort.' + i" />
              </th>
            } @else {
              <th scope="col" [class.right]="c.figures">{{ c.head }}</th>
            }
          }
        </tr>
      </ng-template>
      <ng-template #body let-line>
        <tr>
          @for (c of columns(); track c.head; let i = $index) {
            <td [class.right]="c.figures" [class.num]="c.figures">
              @if (drawn().get(c.head); as template) {
                <ng-container *ngTemplateOutlet="template; context: { $implicit: line.row }" />
              } @else {
                {{ line.cells[i] }}
                @if (line.notes[i]; as note) {
                  <div class="small quiet">{{ note }}</div>
                }
              }
            </td>
          }
        </tr>
        @if (under(); as u) {
          @if (open()(line.row)) {
            <tr>
              <td [attr.colspan]="columns().length">
                <ng-container *ngTemplateOutlet="u.template; context: { $implicit: line.row }" />
              </td>
            </tr>
          }
        }
      </ng-template>
      <ng-template #emptymessage>
        <tr>
          <td [attr.colspan]="columns().length" class="quiet">{{ say.nothingOfThatNameIn }}</td>
        </tr>
      </ng-template>
    </p-table>
  `,
  styles: `
    :host {
      display: block;
      overflow-x: auto;
    }
    .tools {
      display: flex;
      flex-wrap: wrap;
      gap: 0.4rem 1rem;
      align-items: center;
    }
    .right {
      text-align: right;
    }
    td {
      vertical-align: top;
    }
    .long td {
      height: 36px;
      padding-block: 0;
      white-space: nowrap;
    }
  `,
})
export class Table<Row> {
  protected readonly say = uiPages;
  readonly name = input.required<string>();
  readonly nameHidden = input(false, { transform: booleanAttribute });
  readonly columns = input.required<readonly TableColumn<Row>[]>();
  readonly rows = input.required<readonly Row[]>();
  readonly widest = input('760px');
  /** Whether what belongs under a row is shown. */
  readonly open = input<(row: Row) => boolean>(() => false);
  private readonly cells = contentChildren(TableCell);
  protected readonly under = contentChild(TableUnder);
  protected readonly drawn = computed(() => new Map(this.cells().map((c) => [c.nlCell(), c.template])));
  protected readonly many = computed(() => this.rows().length > fewRowsCount);
  protected readonly long = computed(() => this.rows().length > longRowsCount && this.drawn().size === 0);
  protected readonly lines = computed(() =>
    this.rows().map((row, key) => ({
      key,
      row,
      cells: this.columns().map((c) => c.text(row)),
      notes: this.columns().map((c) => c.note?.(row) ?? ''),
      sort: this.columns().map((c) => (c.sortBy ?? c.text)(row)),
    })),
  );
  protected readonly fields = computed(() => this.columns().map((_, i) => `cells.${i}`));
  protected save(): void {
    saveCsv(
      this.name().toLowerCase().replaceAll(/\W+/g, '-'),
      this.columns().map((c) => c.head),
      this.lines().map((l) => l.cells),
    );
  }
}
