import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NavigationEnd, Router } from '@angular/router';
import { ButtonDirective } from 'primeng/button';
import { filter, map, startWith } from 'rxjs';
import { shellPages } from '#words/shell';

/** What each page is for, in one line. */
const purposes: Readonly<Record<string, string>> = {
  '/tanks': shellPages.allTanksInTheOrder,
  '/readings': shellPages.whatYouMeasuredOfOne,
  '/readings/bench': shellPages.theEveningsTestsOfAll,
  '/readings/instruments': shellPages.yourKitsPensAndDevices,
  '/water': shellPages.oneChangeThoughtThroughFirst,
  '/water/evening': shellPages.whatToMixTonightFor,
  '/water/mix': shellPages.gramsForTheWaterYou,
  '/water/batches': shellPages.whatStandsInTheDrums,
  '/water/routines': shellPages.whetherEachTanksRoutineHolds,
  '/sources': shellPages.theWatersYouHaveWhat,
  '/stock': shellPages.whoLivesWhereHowMany,
  '/stock/fits': shellPages.whatCanLiveInThe,
  '/supplies': shellPages.whatIsOnTheShelf,
  '/book': shellPages.everythingThatWasEverWritten,
  '/almanac': shellPages.whatTheLedgerKnowsAnd,
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
        <button pButton type="button" class="asText" (click)="done(path())">{{ say.understood }}</button>
        <button pButton type="button" class="asText" (click)="done(stop)">{{ say.noMoreOfThese }}</button>
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
  protected readonly say = shellPages;
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
