import { inject, Injectable } from '@angular/core';
import { expand, of, switchMap, takeWhile, timer, type Observable } from 'rxjs';
import type { HouseKey, HousesView } from '#contracts/tonight';
import { Api } from './api';
import { enterHouse } from './which-house';

const askAgainMs = 700;

/** Thrown where a house was asked for and cannot be made; its message is for the keeper. */
export class HouseNotMade extends Error {}

/** The way into a house: made where it is not there yet, entered as soon as it stands. */
@Injectable({ providedIn: 'root' })
export class HouseDoor {
  private readonly api = inject(Api);
  view(): Observable<HousesView> {
    return this.api.call('houses');
  }
  /** Tells how far it is until it stands, then enters it; fails with `HouseNotMade` or with what the server answers. */
  open(key: HouseKey): Observable<HousesView> {
    const house = (view: HousesView) => view.houses.find((h) => h.key === key);
    return this.api.call('openHouse', { params: { houseKey: key }, body: {} }).pipe(
      expand((view) => (house(view)?.ready ? of() : timer(askAgainMs).pipe(switchMap(() => this.view())))),
      switchMap((view) => {
        const fault = house(view)?.fault;
        if (fault) throw new HouseNotMade(fault);
        return of(view);
      }),
      takeWhile((view) => {
        const ready = house(view)?.ready === true;
        if (ready) void this.enter(key);
        return !ready;
      }, true),
    );
  }
  protected enter(key: HouseKey): Promise<void> {
    return enterHouse(key);
  }
}
