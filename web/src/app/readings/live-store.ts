import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { DeviceParameterId } from '#core/readings';
import type { Device, Devices } from '#contracts/readings';
import { Live } from './live';

export interface LiveValue {
  device: Device;
  value: number | null;
  steady: boolean;
  /** What is missing until it may be taken. */
  why: string;
}

/** Devices on the wire, as they are heard; only while a page that shows them is open. */
@Injectable()
export class LiveStore {
  private readonly _seen = signal<Devices | null>(null);
  /** Devices that have not settled anew since a value was taken from them. */
  private readonly stuck = new Set<string>();
  readonly seen = this._seen.asReadonly();
  readonly devices = computed(() => this._seen()?.devices ?? []);

  constructor() {
    inject(Live)
      .devices()
      .pipe(takeUntilDestroyed())
      .subscribe((seen) => {
        for (const device of seen?.devices ?? [])
          if (device.live.some((l) => !l.steady)) this.stuck.delete(device.deviceId);
        this._seen.set(seen);
      });
  }

  /** The value of a device as it may be taken: usable, steady, and not still in the water it was last taken from. */
  valueOf(deviceId: string | undefined, parameter: DeviceParameterId): LiveValue | null {
    const device = this.devices().find((d) => d.deviceId === deviceId);
    const live = device?.live.find((l) => l.parameter === parameter);
    if (!device || !live) return null;
    const unusable = device.warnings.find((w) => w.unusable);
    if (unusable) return { device, value: live.value, steady: false, why: unusable.text };
    if (live.steady && this.stuck.has(device.deviceId))
      return { device, value: live.value, steady: false, why: 'not moved since its last value: put it into this tank' };
    return { device, value: live.value, steady: live.steady, why: live.why };
  }
  taken(deviceId: string): void {
    this.stuck.add(deviceId);
  }
}
