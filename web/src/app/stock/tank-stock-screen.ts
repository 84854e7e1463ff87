import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { stockPages } from '#words/stock';
import { StateMark } from '../ui/state-mark';
import { LifePart } from './life-part';
import { StockNav } from './stock-nav';
import { StockStore } from './stock-store';

/** The animals and plants of one tank, on a page of its own: what its folio shows under Life. */
@Component({
  selector: 'nl-tank-stock',
  imports: [RouterLink, StateMark, StockNav, LifePart],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (stock(); as s) {
      <div class="title">
        <h1>{{ say.stockForTank(s.tank.name) }}</h1>
        <nl-state-mark [state]="s.tank.state" /><a [routerLink]="['/tanks', s.tank.tankId]">{{ say.folio }}</a
        ><a routerLink="/stock/arrival" [queryParams]="{ tank: s.tank.tankId }">{{ say.someoneArrives }}</a
        ><a routerLink="/stock/fits" [queryParams]="{ tank: s.tank.tankId }">{{ say.whatFits }}</a>
      </div>
      <nl-stock-nav />
    }
    <nl-life-part [tankId]="tankId()" />
  `,
  styles: `
    .title {
      display: flex;
      flex-wrap: wrap;
      gap: 0.3rem 1.1rem;
      align-items: baseline;
    }
  `,
})
export class TankStockScreen {
  protected readonly say = stockPages;
  readonly tankId = input.required<string>();
  private readonly store = inject(StockStore);
  protected readonly stock = computed(() => this.store.stockOf(this.tankId()));
}
