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
      <h2 id="housesHead">Your own house and the demo house</h2>
      @if (view(); as v) {
        @if (v.open === 'demo') {
          <p>
            You are looking round the <strong>demo house</strong>: eighteen invented months of nine tanks. Write in it
            as you like; it has a book of its own, and your own house knows nothing of it.
          </p>
          <button pButton type="button" class="go" [disabled]="going()" (click)="go('own')">
            {{ own()?.ready ? 'To your own house' : 'Leave it, and begin your own house' }}
          </button>
        } @else {
          <p>
            This is <strong>your own house</strong>. The demo house can be looked round; nothing of yours is touched.
          </p>
          <button pButton type="button" class="plain" [disabled]="going()" (click)="go('demo')">
            Look round the demo house
          </button>
        }
      }
      @if (going() && doneFraction() !== null) {
        <p role="status" class="small">
          <progress [value]="doneFraction()" max="1" aria-label="Demo house written"></progress>
          Writing the demo house: {{ percent() }} % of eighteen months. Your own house is not touched.
        </p>
      }
      @if (fault()) {
        <p class="fault" role="alert">{{ fault() }} Nothing was changed.</p>
      }
    </section>
  `,
})
export class Houses {
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
