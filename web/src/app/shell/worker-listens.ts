import { fromEvent, map, of, take, type Observable } from 'rxjs';

/** Once the worker stands between this page and the house: at the first visit that is moments after its opening. */
export function workerListens(): Observable<null> {
  if (navigator.serviceWorker.controller) return of(null);
  return fromEvent(navigator.serviceWorker, 'controllerchange').pipe(
    take(1),
    map(() => null),
  );
}
