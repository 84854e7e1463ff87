import { inject, Injectable, signal, untracked } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { catchError, of, Subject, switchMap, tap } from 'rxjs';
import type { ParameterId } from '#core/readings';
import type { Folio } from '#contracts/tanks';
import { Api, ApiProblem } from '../base/api';
import { Outbox } from '../base/outbox';

/** One tank as its pages need it: the folio, the readings form and the water page share it. */
@Injectable({ providedIn: 'root' })
export class FolioStore {
  private readonly api = inject(Api);
  private readonly asked = new Subject<string>();
  private readonly _folio = signal<Folio | null>(null);
  private readonly _unknown = signal(false);
  private openId: string | null = null;
  readonly folio = this._folio.asReadonly();
  /** No tank bears that id; what else fails is told by the shell. */
  readonly unknown = this._unknown.asReadonly();

  constructor() {
    this.asked
      .pipe(
        switchMap((tankId) =>
          this.api.call('folio', { params: { tankId }, query: { days: '365' } }).pipe(
            tap((folio) => {
              this._folio.set(folio);
              this._unknown.set(false);
            }),
            catchError((error: unknown) => {
              this._unknown.set(error instanceof ApiProblem && error.problem.status === 404);
              return of(null);
            }),
          ),
        ),
      )
      .subscribe();
    inject(Outbox)
      .stirred.pipe(takeUntilDestroyed())
      .subscribe((entries) => {
        if (this.openId !== null && (!entries || entries.some((e) => e.subjectId === this.openId)))
          this.asked.next(this.openId);
      });
  }
  open(tankId: string): void {
    // Pages open a folio from an effect: what is read here must not make that effect run again with each answer.
    if (untracked(this._folio)?.tank.tankId !== tankId) this._folio.set(null);
    this.openId = tankId;
    this._unknown.set(false);
    this.asked.next(tankId);
  }
  working(tankId: string, parameter: ParameterId): ReturnType<typeof this.api.call<'verdictWorking'>> {
    return this.api.call('verdictWorking', { params: { tankId, parameter } });
  }
}
