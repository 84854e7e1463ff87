import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NavigationEnd, Router, RouterLink, RouterLinkActive } from '@angular/router';
import { filter, map } from 'rxjs';
import { roundOf } from '#core/tonight';
import { shellPages } from '#words/shell';
import { TonightStore } from '../tonight';
import { rangeShown } from '../ui/gradual-list';
import { StateMark } from '../ui/state-mark';
import { stateWords } from '../ui/words';

/** Pages about one tank, which it is standing behind their address. */
const chosenByShelf: readonly string[] = ['/readings', '/water', '/water/routines'];

/** The shelf: every tank in round order, its name and its state's mark. */
@Component({
  selector: 'nl-shelf',
  imports: [RouterLink, RouterLinkActive, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (group of groups(); track group.id) {
      <ul [attr.aria-label]="group.id">
        @for (tank of group.visits.slice(0, drawnOf(group.visits)); track tank.tankId) {
          <li>
            <a
              [routerLink]="pathOf(tank.tankId)"
              [queryParams]="queryOf(tank.tankId)"
              routerLinkActive="here"
              [attr.title]="word(tank.state) + ': ' + tank.reason">
              <nl-state-mark [state]="tank.state" [worded]="false" />
              <span class="serif">{{ tank.name }}</span>
              @if (tank.lookedTonight) {
                <span class="seen" [title]="say.lookedAfterTonight"
                  >✓<span class="visuallyHidden">{{ say.lookedAfterTonight }}</span></span
                >
              }
            </a>
          </li>
        }
      </ul>
    }
    <a routerLink="/tanks/new" class="add small">{{ say.addATank }}</a>
  `,
  styles: `
    /* Stays in sight beside a long page, and scrolls by itself: three hundred names cost nothing while one types. */
    :host {
      display: block;
      position: sticky;
      top: 0.4rem;
      max-height: calc(100vh - 0.8rem);
      overflow-y: auto;
      contain: content;
    }
    li {
      content-visibility: auto;
      contain-intrinsic-size: auto 36px;
    }
    @media (max-width: 700px) {
      :host {
        position: static;
        max-height: none;
      }
    }
    ul + ul {
      border-top: 1px dashed var(--quiet);
      margin-top: 0.4rem;
      padding-top: 0.4rem;
    }
    a {
      display: flex;
      align-items: center;
      gap: 0.55rem;
      min-height: 36px;
      padding: 0.2rem 0.5rem;
      color: var(--ink);
      text-decoration: none;
      border-left: 3px solid transparent;
    }
    a:hover {
      background: var(--wash);
    }
    .here {
      border-left-color: var(--amber);
      background: var(--wash);
    }
    .seen {
      margin-left: auto;
      color: var(--settled);
    }
    .add {
      color: var(--water);
      margin-top: 0.6rem;
    }
  `,
})
export class Shelf {
  protected readonly say = shellPages;
  private readonly router = inject(Router);
  private readonly store = inject(TonightStore);
  protected readonly groups = computed(() => roundOf(this.store.tanks()));
  protected readonly drawnOf = rangeShown(this.groups);
  private readonly url = toSignal(
    this.router.events.pipe(
      filter((event) => event instanceof NavigationEnd),
      map((event) => event.urlAfterRedirects),
    ),
    { initialValue: this.router.url },
  );
  /** A page that is about one tank stays what it is, of another tank; from elsewhere the folio opens. */
  private readonly page = computed(() => {
    const path = this.url().replace(/[?#].*$/, '');
    return chosenByShelf.includes(path) ? path : path.startsWith('/stock') ? '/stock/tanks' : '/tanks';
  });
  protected pathOf = (tankId: string): string[] =>
    chosenByShelf.includes(this.page()) ? [this.page()] : [this.page(), tankId];
  protected queryOf = (tankId: string): { tank?: string } =>
    chosenByShelf.includes(this.page()) ? { tank: tankId } : {};
  protected word = (state: keyof typeof stateWords): string => stateWords[state];
}
