import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { RouterLink, RouterLinkActive } from '@angular/router';

export interface Room {
  path: string;
  word: string;
}
/** The rooms of a page: a second row of links under the menu. */
@Component({
  selector: 'nl-rooms',
  imports: [RouterLink, RouterLinkActive],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<nav [attr.aria-label]="label()">
    @for (room of rooms(); track room.path) {
      <a
        [routerLink]="room.path"
        routerLinkActive="here"
        [routerLinkActiveOptions]="match"
        ariaCurrentWhenActive="page"
        >{{ room.word }}</a
      >
    }
  </nav>`,
  styles: `
    nav {
      display: flex;
      flex-wrap: wrap;
      gap: 0.2rem 1.4rem;
      margin-bottom: 1rem;
      border-bottom: 1px solid var(--line);
    }
    a {
      min-height: 44px;
      display: inline-flex;
      align-items: center;
      text-decoration: none;
      color: var(--quiet);
    }
    .here {
      color: var(--ink);
      box-shadow: inset 0 -3px 0 var(--amber);
    }
    @media print {
      nav {
        display: none;
      }
    }
  `,
})
export class Rooms {
  readonly label = input.required<string>();
  readonly rooms = input.required<readonly Room[]>();
  /** The path alone: what is asked after it does not make it another room. */
  protected readonly match = {
    paths: 'exact',
    queryParams: 'ignored',
    matrixParams: 'ignored',
    fragment: 'ignored',
  } as const;
}
