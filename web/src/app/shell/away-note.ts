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
        <strong>The house does not answer.</strong>
        @if (asOf(); as told) {
          What is shown is {{ told.age }} old ({{ told.when }}).
        }
        What you write is kept on this device and sent when it answers again.
      </p>
    }
    @if (newer.broken()) {
      <p class="caution" role="alert">
        Part of these pages is missing on this device. What you wrote is safe; open them anew while the house answers.
        <p-button label="Open them anew" severity="secondary" (onClick)="newer.open()" />
      </p>
    } @else if (newer.ready()) {
      <p class="note" role="status">
        Newer pages are here. They open by themselves next time; what is typed but not yet written would be lost if you
        took them now.
        <p-button label="Take them now" severity="secondary" (onClick)="newer.open()" />
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
