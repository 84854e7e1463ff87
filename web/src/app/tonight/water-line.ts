import { tonightPages } from '#words/tonight';
import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { catchError, of, startWith, switchMap } from 'rxjs';
import { eveningPlan } from '#core/water';
import type { EveningView } from '#contracts/water';
import { eveningShort } from '#words/water';
import { Api } from '../base/api';
import { Outbox } from '../base/outbox';

/** Litres and minutes of the evening's water, in the first line of the round; loaded after the round stands. */
@Component({
  selector: 'nl-water-line',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<a routerLink="/water/evening">{{ text() }}</a>`,
})
export class WaterLine {
  private readonly api = inject(Api);
  private readonly view = signal<EveningView | null>(null);
  protected readonly text = computed(() => {
    const view = this.view();
    const plan = view ? eveningPlan(view) : null;
    return plan?.ok ? eveningShort(speech(), plan.value.sum) : tonightPages.waterToMix;
  });
  constructor() {
    inject(Outbox)
      .stirred.pipe(
        startWith(undefined),
        switchMap(() => this.api.call('evening').pipe(catchError(() => of(null)))),
        takeUntilDestroyed(),
      )
      .subscribe((view) => {
        if (view) this.view.set(view);
      });
  }
}
