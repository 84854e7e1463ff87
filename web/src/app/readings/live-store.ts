import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { hasLeft, type DeviceParameterId } from '#core/readings';
import type { Device, Devices } from '#contracts/readings';
import { readingsPages } from '#words/readings';
import { Live } from '../base/live';

export interface LiveValue {
  device: Device;
  value: number | null;
  steady: boolean;
  /** What is missing until it may be taken. */
  why: string;
  /** Steady, but perhaps still in the water it was last taken from: only the keeper knows. */
  stuck: boolean;
}

/** Devices on the wire, as they are heard; only while a page that shows them is open. */
@Injectable()
export class LiveStore {
  private readonly _seen = signal<Devices | null>(null);
  /** What a device showed when a value was last taken from it, until it has left that water. */
  private readonly stuck = new Map<string, ReadonlyMap<DeviceParameterId, number>>();
  readonly seen = this._seen.asReadonly();
  readonly devices = computed(() => this._seen()?.devices ?? []);

  constructor() {
    inject(Live)
      .devices()
      .pipe(takeUntilDestroyed())
      .subscribe((seen) => {
        for (const device of seen?.devices ?? []) if (this.hasMoved(device)) this.stuck.delete(device.deviceId);
        this._seen.set(seen);
      });
  }

  private hasMoved({ deviceId, live }: Device): boolean {
    const taken = this.stuck.get(deviceId);
    return live.some(({ parameter, value, resolutionValue }) => {
      const takenValue = taken?.get(parameter);
      return takenValue !== undefined && value !== null && hasLeft({ value, takenValue, resolution: resolutionValue });
    });
  }

  /** The value of a device as it may be taken: usable, steady, and not still in the water it was last taken from. */
  valueOf(deviceId: string | undefined, parameter: DeviceParameterId): LiveValue | null {
    const device = this.devices().find((d) => d.deviceId === deviceId);
    const live = device?.live.find((l) => l.parameter === parameter);
    if (!device || !live) return null;
    const unusable = device.warnings.find((w) => w.unusable);
    const { value } = live;
    if (unusable) return { device, value, steady: false, why: unusable.text, stuck: false };
    if (live.steady && this.stuck.has(device.deviceId))
      return {
        device,
        value,
        steady: false,
        why: readingsPages.notMovedSinceItsLast,
        stuck: true,
      };
    return { device, value, steady: live.steady, why: live.why, stuck: false };
  }
  taken(deviceId: string): void {
    const device = this.devices().find((d) => d.deviceId === deviceId);
    const shown = (device?.live ?? []).flatMap((l) => (l.value === null ? [] : [[l.parameter, l.value] as const]));
    this.stuck.set(deviceId, new Map(shown));
  }
}
