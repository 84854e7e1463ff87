import { Injectable } from '@angular/core';
import { Observable } from 'rxjs';
import { routes } from '#contracts/api';
import type { Devices } from '#contracts/readings';

/** The live stream of the server, as RxJS: the browser comes back by itself when the line breaks; null while it is broken. */
@Injectable({ providedIn: 'root' })
export class Live {
  devices(): Observable<Devices | null> {
    return new Observable((subscriber) => {
      const source = new EventSource(`${routes.live.path}?ngsw-bypass=true`);
      source.onmessage = (event: MessageEvent<string>) => {
        subscriber.next(JSON.parse(event.data) as Devices);
      };
      source.onerror = () => {
        subscriber.next(null);
      };
      return () => {
        source.close();
      };
    });
  }
}
