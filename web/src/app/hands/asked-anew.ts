import { inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { catchError, merge, of, switchMap } from 'rxjs';
import { Api, type ResponseOf } from '../base/api';
import { Outbox } from '../base/outbox';

/** One answer of the house, asked for when the page opens and anew after every write; what is not told is not «nothing». */
export class AskedAnew<N extends 'buildUp' | 'handsFound' | 'evening'> {
  private readonly known = signal<ResponseOf<N> | null>(null);
  readonly told = this.known.asReadonly();
  constructor(name: N) {
    const api = inject(Api);
    merge(of(null), inject(Outbox).stirred)
      .pipe(
        switchMap(() => api.call(name).pipe(catchError(() => of(null)))),
        takeUntilDestroyed(),
      )
      .subscribe((answer) => {
        if (answer) this.known.set(answer);
      });
  }
}
