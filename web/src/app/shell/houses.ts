import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import type { HouseKey, HousesView } from '#contracts/tonight';
import { shellPages } from '#words/shell';
import { ApiProblem } from '../base/api';
import { HouseDoor, HouseNotMade } from '../base/house-door';

/** The keeper's own house and the demo house: which is open on this device, and the way into the other. */
@Component({
  selector: 'nl-houses',
  imports: [ButtonDirective],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section aria-labelledby="housesHead">
      <h2 id="housesHead">{{ say.yourOwnHouseAndThe }}</h2>
      @if (view(); as v) {
        @if (v.open === 'demo') {
          <p>
            {{ say.youAreLookingRoundThe }} <strong>{{ say.demoHouse }}</strong>{{ say.eighteenInventedMonthsOfNine }}
          </p>
          <button pButton type="button" class="go" [disabled]="going()" (click)="go('own')">
            {{ own()?.ready ? say.toYourOwnHouse : say.leaveItAndBeginYour }}
          </button>
        } @else {
          <p>
            {{ say.thisIs }} <strong>{{ say.yourOwnHouse }}</strong>{{ say.theDemoHouseCanBe }}
          </p>
          <button pButton type="button" class="plain" [disabled]="going()" (click)="go('demo')">
            {{ say.lookRoundTheDemoHouse }}
          </button>
        }
      }
      @if (going() && doneFraction() !== null) {
        <p role="status" class="small">
          <progress [value]="doneFraction()" max="1" [attr.aria-label]="say.demoHouseWritten"></progress>
          {{ say.writingTheDemoHouseOf(percent()) }}
        </p>
      }
      @if (fault()) {
        <p class="fault" role="alert">{{ say.nothingWasChanged(fault()) }}</p>
      }
    </section>
  `,
})
export class Houses {
  protected readonly say = shellPages;
  private readonly door = inject(HouseDoor);
  protected readonly view = signal<HousesView | null>(null);
  protected readonly going = signal(false);
  protected readonly fault = signal('');
  protected readonly own = computed(() => this.view()?.houses.find((h) => h.key === 'own'));
  protected readonly doneFraction = computed(
    () => this.view()?.houses.find((h) => h.makingFraction !== null)?.makingFraction ?? null,
  );
  protected readonly percent = computed(() => Math.round(100 * (this.doneFraction() ?? 0)));

  constructor() {
    this.ask();
  }
  private ask(): void {
    this.door.view().subscribe({
      next: (view) => {
        this.view.set(view);
      },
      error: (error: unknown) => {
        this.fault.set(shellPages.whichHousesThereAreCannot(titleOf(error)));
      },
    });
  }
  protected go(key: HouseKey): void {
    this.going.set(true);
    this.fault.set('');
    this.door.open(key).subscribe({
      next: (view) => {
        this.view.set(view);
      },
      error: (error: unknown) => {
        this.stayed(titleOf(error));
      },
    });
  }
  private stayed(why: string): void {
    this.going.set(false);
    this.fault.set(`${why}.`);
  }
}

const titleOf = (error: unknown): string =>
  error instanceof ApiProblem
    ? error.problem.title
    : error instanceof HouseNotMade
      ? error.message
      : 'Something failed';
