import { inject, Injectable } from '@angular/core';
import { catchError, concat, concatMap, defer, from, map, mergeMap, of, switchMap, timer, type Observable } from 'rxjs';
import { Api } from '../base/api';
import { workerListens } from './worker-listens';

/** What this page was opened with, a few at a time. */
const atOnceCount = 4;
/** The other pages one by one, behind whoever types. */
const afterMs = 2000;
const betweenMs = 20;

/** What the worker was built with, as it lists it itself. */
interface Listed {
  assetGroups: readonly { urls: readonly string[] }[];
}

/**
 * Has the worker keep every page. Registered in the first second, it takes the start of the app alone, so that a first
 * visit does not wait for pages that nobody opened; as soon as it listens it is asked for what this page was opened with,
 * so that the page opens again without the house, and then for all others.
 */
@Injectable({ providedIn: 'root' })
export class KeepPages {
  private readonly api = inject(Api);

  begin(): void {
    if (!('serviceWorker' in navigator)) return;
    workerListens()
      .pipe(
        switchMap(() =>
          concat(
            from(openedWith()).pipe(mergeMap((path) => this.kept(path), atOnceCount)),
            timer(afterMs).pipe(
              switchMap(() => this.listed()),
              switchMap((paths) => from(paths)),
              concatMap((path) => timer(betweenMs).pipe(switchMap(() => this.kept(path)))),
            ),
          ),
        ),
      )
      .subscribe();
  }
  private listed(): Observable<readonly string[]> {
    return this.api.file('/ngsw.json').pipe(
      switchMap((answer) => answer.json() as Promise<Listed>),
      map(({ assetGroups }) => assetGroups.flatMap((group) => group.urls)),
      catchError(() => of([])),
    );
  }
  /** Asked for through the worker, which keeps it; what it has already is not fetched again. */
  private kept(path: string): Observable<unknown> {
    return defer(() => caches.match(path)).pipe(
      switchMap((known) => (known ? of(null) : this.api.file(path))),
      catchError(() => of(null)),
    );
  }
}
/** Files that this page was made of: scripts, styles, fonts; what the house answered is kept elsewhere. */
const openedWith = (): string[] =>
  performance
    .getEntriesByType('resource')
    .map(({ name }) => new URL(name))
    .filter(({ origin, pathname }) => origin === location.origin && !pathname.startsWith('/api/'))
    .map(({ pathname }) => pathname)
    .filter((pathname) => /\.(js|css|svg|woff2?|wasm)$/.test(pathname));
