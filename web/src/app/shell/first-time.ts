import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NavigationEnd, Router } from '@angular/router';
import { ButtonDirective } from 'primeng/button';
import { filter, map, startWith } from 'rxjs';

/** What each page is for, in one line. */
const purposes: Readonly<Record<string, string>> = {
  '/tanks': 'All tanks in the order of the round: sort, move, copy, or take in a list of them.',
  '/readings': 'What you measured of one tank: typed as you read it, asked about where it cannot be.',
  '/readings/bench': 'The evening’s tests of all tanks in one grid: Enter goes on, Tab skips.',
  '/readings/instruments': 'Your kits, pens and devices: how finely each reads, and whether it may still be believed.',
  '/water': 'One change, thought through first: what the water becomes, and whether these animals bear the step.',
  '/water/evening': 'What to mix tonight, for which tanks, and what may wait.',
  '/water/mix': 'Grams for the water you want, from what is on your shelf.',
  '/water/batches': 'What stands in the drums: measured, put right, labelled, used up.',
  '/water/routines': 'Whether each tank’s routine holds its limits, and what it would take.',
  '/sources': 'The waters you have, what is known of them, and whether that can be true.',
  '/stock': 'Who lives where, how many, and what speaks against it.',
  '/stock/fits': 'What can live in the water you have, as it is or after the cheapest change.',
  '/supplies': 'What is on the shelf, how long it lasts, what is past its date.',
  '/book': 'Everything that was ever written; a wrong line is struck, never erased.',
  '/almanac': 'What the ledger knows and from where: bands, kinds, limits, sources.',
};
const keptKey = 'night-ledger-told';
const all = 'all';

/** Told once for each page in a house of one’s own; one tap puts it away, another puts all of them away for good. */
@Component({
  selector: 'nl-first-time',
  imports: [ButtonDirective],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (text(); as t) {
      <p class="told">
        {{ t }}
        <button pButton type="button" class="asText" (click)="done(path())">Understood</button>
        <button pButton type="button" class="asText" (click)="done(stop)">No more of these</button>
      </p>
    }
  `,
  styles: `
    .told {
      border-left: 3px solid var(--water);
      padding: 0.2rem 0.7rem;
      margin-bottom: 0.6rem;
      color: var(--quiet);
    }
  `,
})
export class FirstTime {
  private readonly router = inject(Router);
  protected readonly stop = all;
  private readonly told = signal<readonly string[]>(kept());
  protected readonly path = toSignal(
    this.router.events.pipe(
      filter((event) => event instanceof NavigationEnd),
      map(() => pathOf(this.router.url)),
      startWith(pathOf(this.router.url)),
    ),
    { initialValue: '' },
  );
  protected readonly text = computed(() =>
    this.told().includes(all) || this.told().includes(this.path()) ? '' : (purposes[this.path()] ?? ''),
  );
  protected done(what: string): void {
    this.told.update((told) => [...told, what]);
    try {
      localStorage.setItem(keptKey, JSON.stringify(this.told()));
    } catch {
      // Told again next time.
    }
  }
}

const pathOf = (url: string): string => url.replace(/[?#].*$/, '');

function kept(): string[] {
  try {
    return JSON.parse(localStorage.getItem(keptKey) ?? '[]') as string[];
  } catch {
    return [];
  }
}
