import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { ButtonDirective } from 'primeng/button';
import { tonightPages } from '#words/tonight';
import { ApiProblem } from '../base/api';
import { HouseDoor, HouseNotMade } from '../base/house-door';

/** An empty house: three ways in, side by side. */
@Component({
  selector: 'nl-welcome',
  imports: [RouterLink, ButtonDirective],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h1>A new ledger</h1>
    <p>Nothing is in the book yet. Three ways in; none of them bars another.</p>
    <div class="ways">
      <section>
        <h2>The water you have, and one tank</h2>
        <p>Three steps, about two minutes. At the end: what would live in it, and what to do tonight.</p>
        <a pButton class="go" routerLink="/begin">Begin</a>
        <p class="small quiet">
          Or each on its own page: <a routerLink="/sources" [queryParams]="{ new: 1 }">the water you have</a>,
          <a routerLink="/tanks/new">a tank</a>.
        </p>
      </section>
      <section>
        <h2>A table you kept so far</h2>
        <p>
          Readings as CSV, or a list of up to 200 tanks. Every fault is named first; nothing is written while there is
          one.
        </p>
        <a pButton class="plain" routerLink="/book/import">Take in readings</a>
        <a pButton class="plain" routerLink="/tanks" [queryParams]="{ csv: 1 }">Take in tanks</a>
      </section>
      <section>
        <h2>Look round the demo house</h2>
        <p>Nine tanks, eighteen invented months. It has a book of its own; you come back here whenever you like.</p>
        <button pButton type="button" class="plain" [disabled]="making() !== null" (click)="lookRound()">
          Look round
        </button>
        @if (making(); as percent) {
          <p role="status" class="small">
            <progress [value]="percent" max="100" aria-label="Demo house written"></progress> Writing it:
            {{ percent }} %
          </p>
        }
        @if (fault()) {
          <p class="fault" role="alert">{{ fault() }}</p>
        }
      </section>
    </div>
    <p class="quiet">
      Later press <kbd>n</kbd> and write what you measured, as you would on tape:
      <span class="num">ph 6,8 gh 7 no3 5-10 t 23</span>
    </p>
  `,
  styles: `
    .ways {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(260px, 1fr));
      gap: 1rem 2rem;
      margin: 1.2rem 0;
    }
    .ways section {
      border-top: 3px solid var(--water);
      padding-top: 0.6rem;
    }
    .ways p {
      margin: 0.5rem 0 0.8rem;
    }
    a[pButton] {
      display: inline-flex;
      align-items: center;
      text-decoration: none;
      margin: 0 0.5rem 0.5rem 0;
    }
  `,
})
export class Welcome {
  private readonly door = inject(HouseDoor);
  protected readonly making = signal<number | null>(null);
  protected readonly fault = signal('');
  protected lookRound(): void {
    this.making.set(1);
    this.fault.set('');
    this.door.open('demo').subscribe({
      next: ({ houses }) => {
        const demo = houses.find((h) => h.key === 'demo');
        this.making.set(Math.max(1, Math.round(100 * (demo?.makingFraction ?? 0))));
      },
      error: (error: unknown) => {
        this.failed(
          error instanceof ApiProblem
            ? error.problem.title
            : error instanceof HouseNotMade
              ? error.message
              : 'Something failed',
        );
      },
    });
  }
  private failed(why: string): void {
    this.making.set(null);
    this.fault.set(tonightPages.nothingWasChanged(why));
  }
}
