import { minuteMs } from '#core/units';
import { DOCUMENT, inject, Injectable, signal } from '@angular/core';
import { SwUpdate, type VersionEvent } from '@angular/service-worker';

const meant = ['keydown', 'pointerdown', 'input'];
/** So often an open page looks for newer ones. */
const lookEveryMs = 30 * minuteMs;

/**
 * Newer pages: taken at once where nobody has touched this one since it was opened, else offered. Nothing that is typed
 * is ever lost to them: the page that is open keeps its own parts until it is closed.
 */
@Injectable({ providedIn: 'root' })
export class NewerPages {
  private readonly updates = inject(SwUpdate, { optional: true });
  private readonly document = inject(DOCUMENT);
  private readonly _ready = signal(false);
  private readonly _broken = signal(false);
  private touched = false;
  readonly ready = this._ready.asReadonly();
  /** A part of this version was thrown away by the device and cannot be had any more. */
  readonly broken = this._broken.asReadonly();

  start(): void {
    if (!this.updates?.isEnabled) return;
    for (const name of meant) this.document.addEventListener(name, () => (this.touched = true), { once: true });
    this.updates.versionUpdates.subscribe((event) => {
      this.heard(event);
    });
    this.updates.unrecoverable.subscribe(() => {
      this._broken.set(true);
    });
    setInterval(() => void this.updates?.checkForUpdate().catch(() => undefined), lookEveryMs);
  }
  heard({ type }: VersionEvent): void {
    if (type !== 'VERSION_READY') return;
    if (this.touched) this._ready.set(true);
    else this.open();
  }
  open(): void {
    this.document.defaultView?.location.reload();
  }
}
