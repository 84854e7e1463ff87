import { shellPages } from '#words/shell';
import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { timer } from 'rxjs';
import { Button } from 'primeng/button';
import { HouseStore } from '../base/house-store';
import { Reach } from '../base/reach';
import { spanText, whenText } from '../ui/words';
import { NewerPages } from './newer-pages';
import { deviceEpochMs } from '../base/device-clock';

const againMs = 30_000;

/** That the house does not answer, how old what is shown is, and what happens to what is written; and that newer pages are here. */
@Component({
  selector: 'nl-away-note',
  imports: [Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (reach.away()) {
      <p class="caution" role="status">
        <strong>{{ say.theHouseDoesNotAnswer }}</strong>
        @if (asOf(); as told) {
          {{ say.whatIsShownIsOld(told.age, told.when) }}
        }
        {{ say.whatYouWriteIsKept }}
      </p>
    }
    @if (newer.broken()) {
      <p class="caution" role="alert">
        {{ say.partOfThesePagesIs }}
        <p-button [label]="say.openThemAnew" severity="secondary" (onClick)="newer.open()" />
      </p>
    } @else if (newer.ready()) {
      <p class="note" role="status">
        {{ say.newerPagesAreHereThey }}
        <p-button [label]="say.takeThemNow" severity="secondary" (onClick)="newer.open()" />
      </p>
    }
  `,
  styles: `
    p {
      margin-bottom: 1rem;
    }
    .note {
      border-left: 3px solid var(--water);
      padding: 0.5rem 0.75rem;
    }
    p-button {
      margin-left: 0.5rem;
    }
  `,
})
export class AwayNote {
  protected readonly say = shellPages;
  protected readonly reach = inject(Reach);
  protected readonly newer = inject(NewerPages);
  private readonly house = inject(HouseStore);
  private readonly tick = toSignal(timer(0, againMs));
  protected readonly asOf = computed(() => {
    const told = this.reach.asOfEpochMs();
    this.tick();
    return told === null
      ? null
      : { age: spanText(Math.max(0, deviceEpochMs() - told)), when: whenText(speech(), told, this.house.zone()) };
  });
}
