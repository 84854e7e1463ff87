import { computed, DestroyRef, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { catchError, of, startWith, switchMap } from 'rxjs';
import type { WaterChanged } from '#core/care';
import type { CareWater } from '#contracts/care';
import { Api } from '../base/api';
import { Outbox } from '../base/outbox';

/** Changes of treated tanks and what one hose has linked, asked for anew after every write. */
export class CareChanges {
  private readonly known = signal<CareWater | null>(null);
  readonly loaded = computed(() => this.known() !== null);
  readonly chains = computed(() => this.known()?.chains ?? []);
  constructor() {
    const api = inject(Api);
    inject(Outbox)
      .stirred.pipe(
        startWith(null),
        switchMap(() => api.call('careWater').pipe(catchError(() => of(null)))),
        takeUntilDestroyed(inject(DestroyRef)),
      )
      .subscribe((water) => {
        // What was not told is not «nothing».
        if (water) this.known.set(water);
      });
  }
  changesOf(tankId: string): WaterChanged[] {
    return (this.known()?.changes ?? []).filter((c) => c.tankId === tankId);
  }
}
