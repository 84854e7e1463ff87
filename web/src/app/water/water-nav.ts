import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink, RouterLinkActive } from '@angular/router';

/** The rooms of the water page. */
@Component({
  selector: 'nl-water-nav',
  imports: [RouterLink, RouterLinkActive],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<nav aria-label="Water">
    @for (room of rooms; track room.path) {<a [routerLink]="room.path" routerLinkActive="here" [routerLinkActiveOptions]="match" ariaCurrentWhenActive="page">{{ room.word }}</a>}
  </nav>`,
  styles: `nav { display: flex; flex-wrap: wrap; gap: 0.2rem 1.4rem; margin-bottom: 1rem; border-bottom: 1px solid var(--line); } a { min-height: 44px; display: inline-flex; align-items: center; text-decoration: none; color: var(--quiet); } .here { color: var(--ink); box-shadow: inset 0 -3px 0 var(--amber); } @media print { nav { display: none; } }`,
})
export class WaterNav {
  protected readonly match = {
    paths: 'exact',
    queryParams: 'ignored',
    matrixParams: 'ignored',
    fragment: 'ignored',
  } as const;
  protected readonly rooms = [
    { path: '/water/evening', word: 'This evening' },
    { path: '/water', word: 'One change' },
    { path: '/water/mix', word: 'Mix' },
    { path: '/water/batches', word: 'Batches' },
    { path: '/water/routines', word: 'Routines' },
    { path: '/water/doing', word: 'Doing it' },
  ];
}
