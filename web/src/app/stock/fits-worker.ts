import { DestroyRef, inject, Injectable } from '@angular/core';
import type { KindFit, RemedyFound, StockKind, WaterKnown } from '#core/stock';
import type { FitsWork } from '../../worker/fits.worker';
import { OffThread } from '../base/off-thread';

/** Suitability of many kinds for many waters, off the main thread. */
@Injectable({ providedIn: 'root' })
export class FitsWorker {
  private readonly thread = new OffThread<FitsWork>(
    () => new Worker(new URL('../../worker/fits.worker', import.meta.url), { type: 'module' }),
  );
  constructor() {
    inject(DestroyRef).onDestroy(() => {
      this.thread.end();
    });
  }
  fits(job: {
    kinds: readonly StockKind[];
    waters: readonly { id: string; water: WaterKnown }[];
  }): Promise<{ id: string; fits: KindFit[] }[]> {
    return this.thread.ask((work) => work.fits(job));
  }
  remedies(job: { kinds: readonly StockKind[]; source: WaterKnown }): Promise<RemedyFound[]> {
    return this.thread.ask((work) => work.remedies(job));
  }
}
