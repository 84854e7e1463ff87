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
    <h1>{{ say.aNewLedger }}</h1>
    <p>{{ say.nothingIsInTheBook }}</p>
    <div class="ways">
      <section>
        <h2>{{ say.theWaterYouHaveAnd }}</h2>
        <p>{{ say.threeStepsAboutTwoMinutes }}</p>
        <a pButton class="go" routerLink="/begin">{{ say.begin }}</a>
        <p class="small quiet">
          {{ say.orEachOnItsOwn }} <a routerLink="/sources" [queryParams]="{ new: 1 }">{{ say.theWaterYouHave }}</a>,
          <a routerLink="/tanks/new">{{ say.aTank }}</a>.
        </p>
      </section>
      <section>
        <h2>{{ say.aTableYouKeptSo }}</h2>
        <p>
          {{ say.readingsAsCsvOrA }}
        </p>
        <a pButton class="plain" routerLink="/book/import">{{ say.takeInReadings }}</a>
        <a pButton class="plain" routerLink="/tanks" [queryParams]="{ csv: 1 }">{{ say.takeInTanks }}</a>
      </section>
      <section>
        <h2>{{ say.lookRoundTheDemoHouse }}</h2>
        <p>{{ say.nineTanksEighteenInventedMonths }}</p>
        <button pButton type="button" class="plain" [disabled]="making() !== null" (click)="lookRound()">
          {{ say.lookRound }}
        </button>
        @if (making(); as percent) {
          <p role="status" class="small">
            <progress [value]="percent" max="100" [attr.aria-label]="say.demoHouseWritten"></progress>
            {{ say.writingIt(percent) }}
          </p>
        }
        @if (fault()) {
          <p class="fault" role="alert">{{ fault() }}</p>
        }
      </section>
    </div>
    <p class="quiet">
      {{ say.laterPress }} <kbd>n</kbd> {{ say.andWriteWhatYouMeasured }}
      <span class="num">{{ say.ph68Gh7 }}</span>
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
  protected readonly say = tonightPages;
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
