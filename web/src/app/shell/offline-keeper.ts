import { inject, Injectable } from '@angular/core';
import { catchError, concatMap, from, of, Subject, switchMap, timer } from 'rxjs';
import { apiPath, routes } from '#contracts/api';
import type { TonightTank } from '#contracts/tonight';
import { Api } from '../base/api';
import { HouseStore } from '../base/house-store';
import { workerListens } from './worker-listens';

/** A larger house keeps what was opened; forty tanks are kept whole. */
const mostTanks = 60;
/** Slowly: whoever types meanwhile is not to notice. */
const betweenMs = 700;
const always = ['house', 'tonight', 'doing', 'bench', 'evening', 'buildUp', 'sources', 'almanac', 'stock'] as const;

/**
 * Reads once a night, in the background, what the pages will need where the house cannot be reached: the folio of every
 * tank, the evening, the almanac. The service worker keeps what it hears; without one nothing is read.
 */
@Injectable({ providedIn: 'root' })
export class OfflineKeeper {
  private readonly api = inject(Api);
  private readonly house = inject(HouseStore);
  private readonly asked = new Subject<readonly string[]>();
  private learntOn = '';

  constructor() {
    this.asked
      .pipe(
        switchMap((paths) => workerListens().pipe(switchMap(() => from(paths)))),
        concatMap((path) =>
          timer(betweenMs).pipe(
            switchMap(() => this.api.learn(path)),
            catchError(() => of(null)),
          ),
        ),
      )
      .subscribe();
  }
  learn(tanks: readonly TonightTank[]): void {
    const night = this.house.house()?.nightOn ?? '';
    if (!('serviceWorker' in navigator) || night === '' || tanks.length === 0 || this.learntOn === night) return;
    this.learntOn = night;
    this.asked.next([
      ...always.map((name) => routes[name].path),
      ...tanks.slice(0, mostTanks).map(({ tankId }) => apiPath(routes.folio.path, { tankId }, { days: '365' })),
    ]);
  }
}
