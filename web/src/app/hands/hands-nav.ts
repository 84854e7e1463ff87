import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink, RouterLinkActive, type IsActiveMatchOptions } from '@angular/router';

/** The pages of the hands' work, one beside the other. */
@Component({
  selector: 'nl-hands-nav',
  imports: [RouterLink, RouterLinkActive],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nav class="noPrint" aria-label="Hands">
      @for (p of pages; track p.path) {
        <a
          [routerLink]="p.path"
          routerLinkActive="here"
          ariaCurrentWhenActive="page"
          [routerLinkActiveOptions]="where"
          >{{ p.word }}</a
        >
      }
    </nav>
  `,
  styles: `
    nav {
      display: flex;
      flex-wrap: wrap;
      gap: 0.2rem 1.2rem;
    }
    a {
      min-height: 44px;
      display: inline-flex;
      align-items: center;
    }
    .here {
      font-weight: 700;
      border-bottom: 3px solid var(--amber);
    }
    @media print {
      nav {
        display: none;
      }
    }
  `,
})
export class HandsNav {
  /** Whatever tank the address asks for. */
  protected readonly where: IsActiveMatchOptions = {
    paths: 'exact',
    queryParams: 'ignored',
    fragment: 'ignored',
    matrixParams: 'ignored',
  };
  protected readonly pages = [
    { path: '/hands', word: 'The walk' },
    { path: '/hands/away', word: 'Weeks away' },
    { path: '/hands/move', word: 'Moving a tank' },
    { path: '/hands/outage', word: 'Outage' },
  ];
}
