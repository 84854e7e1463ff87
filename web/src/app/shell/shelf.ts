import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink, RouterLinkActive } from '@angular/router';
import { roundOf } from '#core/tonight';
import { TonightStore } from '../tonight';
import { roundInSteps } from '../ui/drawn-in-steps';
import { StateMark } from '../ui/state-mark';
import { stateWords } from '../ui/words';

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
              [routerLink]="['/tanks', tank.tankId]"
              routerLinkActive="here"
              [attr.title]="word(tank.state) + ': ' + tank.reason">
              <nl-state-mark [state]="tank.state" [worded]="false" />
              <span class="serif">{{ tank.name }}</span>
              @if (tank.lookedTonight) {
                <span class="seen" title="looked after tonight"
                  >✓<span class="visuallyHidden">looked after tonight</span></span
                >
              }
            </a>
          </li>
        }
      </ul>
    }
    <a routerLink="/tanks/new" class="add small">Add a tank</a>
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
  private readonly store = inject(TonightStore);
  protected readonly groups = computed(() => roundOf(this.store.tanks()));
  protected readonly drawnOf = roundInSteps(this.groups);
  protected word = (state: keyof typeof stateWords): string => stateWords[state];
}
