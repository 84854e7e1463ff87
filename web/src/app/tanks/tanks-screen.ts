import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { TonightStore } from '../tonight/tonight-store';
import { Welcome } from '../tonight/welcome';
import { StateMark } from '../ui/state-mark';
import { figure } from '../ui/words';

@Component({
  selector: 'nl-tanks',
  imports: [RouterLink, StateMark, Welcome],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (store.empty()) {
      <nl-welcome />
    } @else {
      <div class="title"><h1>Tanks</h1><a routerLink="/tanks/new" class="go">Add a tank</a></div>
      <table>
        <caption class="visuallyHidden">Tanks in round order</caption>
        <thead><tr><th>Tank</th><th>State</th><th>Why</th><th>Rack</th><th>Purpose</th><th class="right">Net</th></tr></thead>
        <tbody>
          @for (group of store.round(); track group.id) {
            @for (tank of group.visits; track tank.tankId) {
              <tr>
                <td><a class="serif" [routerLink]="['/tanks', tank.tankId]">{{ tank.name }}</a></td>
                <td><nl-state-mark [state]="tank.state" /></td>
                <td class="small">{{ tank.reason }}</td>
                <td class="small">{{ tank.rack }}</td>
                <td class="small">{{ tank.purpose }}</td>
                <td class="num right">{{ litres(tank.netVolumeL) }} <span class="unit">L</span></td>
              </tr>
            }
          }
        </tbody>
      </table>
    }
  `,
  styles: `.title { display: flex; justify-content: space-between; align-items: center; margin-bottom: 0.8rem; } .go { display: inline-flex; align-items: center; text-decoration: none; } .right { text-align: right; padding-right: 0; } .serif { font-size: 1.1rem; }`,
})
export class TanksScreen {
  protected readonly store = inject(TonightStore);
  protected litres = (value: number): string => figure(value, 1);
}
