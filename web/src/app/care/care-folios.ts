import { DestroyRef, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { catchError, of } from 'rxjs';
import type { WaterChanged } from '#core/care';
import type { Folio } from '#contracts/tanks';
import { Api } from '../base/api';

const backDays = '180';

/** The folios of the tanks that care is about: their changes and their newest readings, asked for once each. */
export class CareFolios {
  private readonly api = inject(Api);
  private readonly ends = inject(DestroyRef);
  private readonly asked = new Set<string>();
  private readonly _known = signal<ReadonlyMap<string, Folio>>(new Map());
  readonly known = this._known.asReadonly();

  want(tankIds: readonly string[]): void {
    for (const tankId of tankIds.filter((id) => !this.asked.has(id))) {
      this.asked.add(tankId);
      this.api
        .call('folio', { params: { tankId }, query: { days: backDays } })
        .pipe(
          catchError(() => of(null)),
          takeUntilDestroyed(this.ends),
        )
        .subscribe((folio) => {
          // What was not told is asked for again another time.
          if (folio) this._known.update((all) => new Map(all).set(tankId, folio));
          else this.asked.delete(tankId);
        });
    }
  }
  changesOf(tankId: string): WaterChanged[] {
    return (this.known().get(tankId)?.changes ?? []).map(({ entryId, atEpochMs, changeFraction }) => ({
      entryId,
      tankId,
      atEpochMs,
      changeFraction,
    }));
  }
}
