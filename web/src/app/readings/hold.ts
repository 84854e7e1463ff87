import { computed, effect, inject, signal, untracked } from '@angular/core';
import type { ParameterId } from '#core/readings';
import { readingsPages } from '#words/readings';
import { LiveStore, type LiveValue } from './live-store';

export interface HeldCell {
  tankId: string;
  column: ParameterId;
  deviceId: string;
  instrumentId: string;
  tankName: string;
  label: string;
}

/** “Hold until steady”: a cell that waits for a device, and takes its value once it has settled in this water. */
export class Hold {
  private readonly live = inject(LiveStore);
  private readonly _cell = signal<HeldCell | null>(null);
  readonly cell = this._cell.asReadonly();
  readonly value = computed((): LiveValue | null => {
    const cell = this._cell();
    return cell ? this.live.valueOf(cell.deviceId, cell.column) : null;
  });

  /** @param take Puts the value where it belongs. @param say Tells what became of it. */
  constructor(
    private readonly take: (cell: HeldCell, value: number) => void,
    private readonly say: (text: string) => void,
  ) {
    effect(() => {
      const [cell, now] = [this._cell(), this.value()];
      if (!cell) return;
      untracked(() => {
        if (!now || now.device.warnings.some((w) => w.unusable)) {
          this._cell.set(null);
          say(readingsPages.nothingWasTakenFor(cell.tankName, cell.label, now?.why ?? readingsPages.theDeviceIsNotOn));
        } else if (now.steady) this.taken(cell, now);
      });
    });
  }
  private taken(cell: HeldCell, { value, device }: LiveValue): void {
    if (value === null) return;
    this._cell.set(null);
    this.live.taken(cell.deviceId);
    this.take(cell, value);
    this.say(readingsPages.takenFromSteady(cell.tankName, cell.label, value, device.name));
  }
  /** Two tanks may show the same: the keeper says that the probe is in this one. */
  takeStuck(): void {
    const [cell, now] = [this._cell(), this.value()];
    if (cell && now?.stuck) this.taken(cell, now);
  }
  start(cell: HeldCell): void {
    this._cell.set(cell);
  }
  stop(): void {
    this._cell.set(null);
  }
}
