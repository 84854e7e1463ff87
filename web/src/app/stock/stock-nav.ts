import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink, RouterLinkActive } from '@angular/router';

/** The rooms of the stock page. */
@Component({
  selector: 'nl-stock-nav',
  imports: [RouterLink, RouterLinkActive],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<nav aria-label="Stock">
    @for (room of rooms; track room.path) {<a [routerLink]="room.path" routerLinkActive="here" [routerLinkActiveOptions]="match" ariaCurrentWhenActive="page">{{ room.word }}</a>}
  </nav>`,
  styles: `nav { display: flex; flex-wrap: wrap; gap: 0.2rem 1.4rem; margin-bottom: 1rem; border-bottom: 1px solid var(--line); } a { min-height: 40px; display: inline-flex; align-items: center; text-decoration: none; color: var(--quiet); } .here { color: var(--ink); box-shadow: inset 0 -3px 0 var(--amber); }`,
})
export class StockNav {
  /** The path alone: what is asked after it does not make it another room. */
  protected readonly match = {
    paths: 'exact',
    queryParams: 'ignored',
    matrixParams: 'ignored',
    fragment: 'ignored',
  } as const;
  protected readonly rooms = [
    { path: '/stock', word: 'Who lives where' },
    { path: '/stock/fits', word: 'What fits' },
    { path: '/stock/arrival', word: 'Arrivals' },
    { path: '/stock/kinds', word: 'Kinds' },
  ];
}
