import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { afterWindowDays, whatCameBefore, type BeforeInput, type SeenBefore } from '#core/before';
import { beforeLine, troublePages } from '#words/trouble';
import { Table, type TableColumn } from '../ui/table';
import { BeforeChart } from './later';

const times = (value: number | null): string =>
  value === null ? 'any number' : value >= 10 ? value.toFixed(0) : value.toFixed(1);

/** What was seen in this tank after things were done to it, against its own other days. */
@Component({
  selector: 'nl-before-part',
  imports: [Table, BeforeChart],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section [attr.aria-label]="say.seenHereBefore">
      <h2>{{ say.seenHereBefore }}</h2>
      @if (rows().length === 0) {
        <p class="quiet small">
          {{ say.notEnoughInTheBook }}
        </p>
      } @else {
        <p>
          @for (row of telling(); track row.thing + row.outcome) {
            <strong>{{ line(row) }}</strong>{{ say.timesAsOftenAsOnOther(span(row)) }}
          } @empty {
            {{ say.nothingStandsOutFromThis }}
          }
        </p>
        @defer {
          <nl-before-chart [rows]="rows()" />
        }
        <nl-table [name]="say.daysAfterAgainstOtherDays" [columns]="columns" [rows]="rows()" />
        <p class="small quiet">{{ say.seenHereBeforeWhichIs(rows()[0]?.questionCount ?? '') }}</p>
      }
    </section>
  `,
})
export class BeforePart {
  protected readonly say = troublePages;
  readonly book = input.required<BeforeInput>();
  protected readonly rows = computed(() => whatCameBefore(this.book()));
  protected readonly telling = computed(() => this.rows().filter((r) => r.more));
  protected readonly line = beforeLine;
  protected readonly span = (row: SeenBefore): string =>
    row.hi === null ? `at least ${times(row.lo)}` : `${times(row.lo)} to ${times(row.hi)}`;
  protected readonly columns: readonly TableColumn<SeenBefore>[] = [
    { head: troublePages.whatAfterWhat, text: beforeLine },
    {
      head: troublePages.daysLookedAt,
      text: (r) => `${afterWindowDays[r.thing]} after each`,
      sortBy: (r) => afterWindowDays[r.thing],
    },
    { head: 'After', text: (r) => `${r.afterCount} in ${r.afterDays} days`, sortBy: (r) => r.afterCount },
    { head: 'Other days', text: (r) => `${r.otherCount} in ${r.otherDays} days`, sortBy: (r) => r.otherCount },
    {
      head: troublePages.timesAsOften,
      text: (r) => times(r.rateRatio),
      sortBy: (r) => r.rateRatio ?? 1e9,
      figures: true,
    },
    { head: 'From, to', text: this.span, sortBy: (r) => r.lo, figures: true },
  ];
}
