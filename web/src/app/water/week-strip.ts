import { waterPages } from '#words/water';
import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { dueByNight } from '#core/water';
import type { EveningTankView } from '#contracts/water';
import { HouseStore } from '../base/house-store';
import { AmountPipe } from '../ui/amount';
import { nightText } from '../ui/words';

const nights = 7;

/** The week ahead as a strip: on which night which tanks are due a change by their routines, and how much water that is. */
@Component({
  selector: 'nl-week-strip',
  imports: [AmountPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <table>
      <caption class="visuallyHidden">
        {{
          say.changesThatAreDueIn
        }}
      </caption>
      <thead>
        <tr>
          @for (n of week(); track n.day) {
            <th scope="col">{{ n.name }}</th>
          }
        </tr>
      </thead>
      <tbody>
        <tr>
          @for (n of week(); track n.day) {
            <td>
              <div class="bar" [style.height.px]="n.heightPx" aria-hidden="true"></div>
              @if (n.tanks.length > 0) {
                <strong class="num">{{ n.changeL | amount: 'volume' : 0 }}</strong>
                <div class="small">{{ n.names }}</div>
              } @else {
                <span class="quiet small">{{ say.none }}</span>
              }
            </td>
          }
        </tr>
      </tbody>
    </table>
  `,
  styles: `
    :host {
      display: block;
      overflow-x: auto;
    }
    table {
      width: 100%;
      min-width: 620px;
      table-layout: fixed;
      border-collapse: collapse;
    }
    th {
      text-align: left;
      font-size: 0.875rem;
      color: var(--quiet);
      padding: 0.2rem 0.4rem;
      border-bottom: 1px solid var(--quiet);
    }
    td {
      vertical-align: top;
      padding: 0.3rem 0.4rem;
      border-right: 1px solid var(--line);
    }
    .bar {
      background: var(--water);
      width: 60%;
      margin-bottom: 0.2rem;
    }
  `,
})
export class WeekStrip {
  protected readonly say = waterPages;
  readonly tanks = input.required<readonly EveningTankView[]>();
  private readonly house = inject(HouseStore);
  protected readonly week = computed(() => {
    const on = this.house.house()?.nightOn;
    const days = dueByNight(this.tanks(), nights);
    const mostL = Math.max(1, ...days.map((d) => d.changeL));
    return days.map(({ nightIndex: day, tanks, changeL }) => ({
      day,
      tanks,
      changeL,
      name: day === 0 ? 'tonight' : on ? nightText(speech(), on, day) : `in ${day}`,
      names: tanks.map((t) => t.name).join(', '),
      heightPx: Math.round((44 * changeL) / mostL),
    }));
  });
}
