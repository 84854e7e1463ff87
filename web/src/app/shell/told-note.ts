import { shellPages } from '#words/shell';
import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { Skeleton } from 'primeng/skeleton';
import { HouseStore } from '../base/house-store';
import { Told } from '../base/told';
import { whenText } from '../ui/words';

/** What the house did not tell, on every page: what is missing, how old what is shown is, and the way to ask again. */
@Component({
  selector: 'nl-told-note',
  imports: [ButtonDirective, Skeleton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (told.failed(); as failed) {
      <p class="caution" role="alert">
        {{
          say.notToldNothingIsLost(
            failed.about,
            failed.title,
            shownFrom() ? say.whatIsShownIsOf(shownFrom()) : say.thatNothingStandsHereDoes
          )
        }}
        <button pButton type="button" class="asText" (click)="told.askAgain()">{{ say.askAgain }}</button>
      </p>
    } @else if (told.waiting()) {
      <div class="bones" role="status" [attr.aria-label]="say.theHouseIsAsked">
        <p-skeleton width="14rem" height="1.6rem" />
        <p-skeleton width="100%" height="2.2rem" />
        <p-skeleton width="92%" height="2.2rem" />
        <p-skeleton width="96%" height="2.2rem" />
      </div>
    }
  `,
  styles: `
    .bones {
      display: grid;
      gap: 0.5rem;
      margin-bottom: 1rem;
    }
  `,
})
export class ToldNote {
  protected readonly say = shellPages;
  protected readonly told = inject(Told);
  private readonly house = inject(HouseStore);
  protected readonly shownFrom = computed(() => {
    const at = this.told.failed()?.shownFromEpochMs ?? null;
    return at === null ? '' : whenText(speech(), at, this.house.zone());
  });
}
