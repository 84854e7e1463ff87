import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink, RouterLinkActive, type IsActiveMatchOptions } from '@angular/router';

/** The pages of care, one beside the other. */
@Component({
  selector: 'nl-care-nav',
  imports: [RouterLink, RouterLinkActive],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nav class="rooms noPrint" aria-label="Care">
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
export class CareNav {
  /** Whatever tank or agent the address asks for. */
  protected readonly where: IsActiveMatchOptions = {
    paths: 'exact',
    queryParams: 'ignored',
    fragment: 'ignored',
    matrixParams: 'ignored',
  };
  protected readonly pages = [
    { path: '/care', word: 'Under way' },
    { path: '/care/course', word: 'Plan a course' },
    { path: '/care/salt', word: 'Salt' },
    { path: '/care/dip', word: 'Dips and baths' },
    { path: '/care/trace', word: 'Who touched whom' },
    { path: '/almanac/care', word: 'Agents' },
  ];
}
