import { inject, Injectable, signal } from '@angular/core';
import { catchError, of, Subject, switchMap } from 'rxjs';
import type { BatchView, EveningView } from '#contracts/water';
import { Api } from '../base/api';
import { Outbox } from '../base/outbox';

/** Batches and the evening’s water, read again after every write. */
@Injectable({ providedIn: 'root' })
export class WaterStore {
  private readonly api = inject(Api);
  private readonly batchesAsked = new Subject<void>();
  /** Minerals are learnt from long ago; a change only asks for what may still stand. */
  private batchDays = 60;
  private readonly eveningAsked = new Subject<void>();
  private readonly _batches = signal<readonly BatchView[]>([]);
  private readonly _evening = signal<EveningView | null>(null);
  private readonly open = new Set<'batches' | 'evening'>();
  readonly batches = this._batches.asReadonly();
  readonly batchesLoaded = signal(false);
  readonly evening = this._evening.asReadonly();

  constructor() {
    this.batchesAsked
      .pipe(
        switchMap(() =>
          this.api.call('batches', { query: { days: String(this.batchDays) } }).pipe(catchError(() => of(null))),
        ),
      )
      .subscribe((answer) => {
        if (answer) this._batches.set(answer.batches);
        if (answer) this.batchesLoaded.set(true);
      });
    this.eveningAsked
      .pipe(switchMap(() => this.api.call('evening').pipe(catchError(() => of(null)))))
      .subscribe((answer) => {
        if (answer) this._evening.set(answer);
      });
    inject(Outbox).stirred.subscribe(() => {
      if (this.open.has('batches')) this.batchesAsked.next();
      if (this.open.has('evening')) this.eveningAsked.next();
    });
  }
  loadBatches(days = 60): void {
    this.batchDays = Math.max(this.batchDays, days);
    this.open.add('batches');
    this.batchesAsked.next();
  }
  loadEvening(): void {
    this.open.add('evening');
    this.eveningAsked.next();
  }
  batchNamed(batchId: string): BatchView | null {
    return this._batches().find((b) => b.batchId === batchId) ?? null;
  }
}
