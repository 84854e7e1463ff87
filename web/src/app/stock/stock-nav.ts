import { ChangeDetectionStrategy, Component } from '@angular/core';
import { stockPages } from '#words/stock';
import { Rooms, type Room } from '../ui/rooms';

/** The rooms of the stock page. */
@Component({
  selector: 'nl-stock-nav',
  imports: [Rooms],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<nl-rooms [label]="say.stock" [rooms]="rooms" />`,
})
export class StockNav {
  protected readonly say = stockPages;
  protected readonly rooms: readonly Room[] = [
    { path: '/stock', word: stockPages.whoLivesWhere },
    { path: '/stock/fits', word: 'What fits' },
    { path: '/stock/arrival', word: 'Arrivals' },
    { path: '/stock/kinds', word: 'Kinds' },
  ];
}
