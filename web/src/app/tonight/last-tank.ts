import { inject, Injectable } from '@angular/core';
import { HouseStore } from '../base/house-store';
import { TonightStore } from './tonight-store';

/** The tank that was last looked at on this device: pages about one tank open on it, or on the first of the round. */
@Injectable({ providedIn: 'root' })
export class LastTank {
  private readonly house = inject(HouseStore);
  private readonly tonight = inject(TonightStore);
  private get key(): string {
    return `night-ledger-last-tank-${this.house.house()?.key ?? 'own'}`;
  }
  remember(tankId: string): void {
    try {
      localStorage.setItem(this.key, tankId);
    } catch {
      // Then the first of the round stands there.
    }
  }
  /** Null while nothing is known of the house, or where it has no tank. */
  tankId(): string | null {
    const round = this.tonight.round().flatMap((group) => group.visits);
    let kept: string | null = null;
    try {
      kept = localStorage.getItem(this.key);
    } catch {
      // Forbidden: as if nothing were kept.
    }
    const needing = round.find((t) => t.state === 'act' || t.urgent);
    return (round.find((t) => t.tankId === kept) ?? needing ?? round[0])?.tankId ?? null;
  }
}
