import { computed, inject, Injectable, signal } from '@angular/core';
import { catchError, of, Subject, switchMap, tap } from 'rxjs';
import { roundOf } from '#core/tonight';
import type { Tonight, TonightTank } from '#contracts/tonight';
import { entryOf } from '#contracts/book';
import { Api } from '../base/api';
import { HouseStore } from '../base/house-store';
import { newId, Outbox, type Sent } from '../base/outbox';

/** Forecasts of a large house follow the sheet: it is asked for again until all are in it. */
const followUpMs = 1500;

/** Every tank with its verdict; loaded once, and again after every acknowledged write. */
@Injectable({ providedIn: 'root' })
export class TonightStore {
  private readonly api = inject(Api);
  private readonly outbox = inject(Outbox);
  private readonly house = inject(HouseStore);
  private readonly asked = new Subject<void>();
  private readonly _sheet = signal<Tonight | null>(null);
  readonly sheet = this._sheet.asReadonly();
  readonly tanks = computed<TonightTank[]>(() => this._sheet()?.tanks ?? []);
  readonly round = computed(() => roundOf(this.tanks()));
  readonly empty = computed(() => this._sheet()?.tanks.length === 0);

  constructor() {
    this.asked
      .pipe(
        switchMap(() =>
          this.api.call('tonight').pipe(
            tap((sheet) => {
              this._sheet.set(sheet);
              if (sheet.foreseen.readyCount < sheet.foreseen.tanksCount)
                setTimeout(() => {
                  this.load();
                }, followUpMs);
            }),
            catchError(() => of(null)),
          ),
        ),
      )
      .subscribe();
    this.outbox.stirred.subscribe(() => {
      this.load();
    });
  }
  load(): void {
    this.asked.next();
  }
  tankNamed(id: string): TonightTank | null {
    return this.tanks().find((t) => t.tankId === id) ?? null;
  }
  /** Looked, fed, fine: one entry a tank, one request. */
  looked(tanks: readonly TonightTank[]): Promise<Sent> {
    const happenedAt = this.house.nowIso();
    return this.outbox.write(
      tanks.map((t) => entryOf('looked', { id: newId(), subjectId: t.tankId, happenedAt }, { fed: true, fine: true })),
    );
  }
}
