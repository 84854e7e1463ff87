import { DestroyRef, inject, Injectable } from '@angular/core';
import type { KindFit, RemedyFound, StockKind, WaterKnown } from '#core/stock';
import type { FitJob } from '../../worker/fit-job';

type JobOf<J> = J extends { id: number } ? Omit<J, 'id'> : never;

/** Suitability of many kinds for many waters, off the main thread; an answer that is no longer wanted is dropped. */
@Injectable({ providedIn: 'root' })
export class FitsWorker {
  private worker: Worker | null = null;
  private nextId = 1;
  private readonly waiting = new Map<number, (answer: unknown) => void>();
  constructor() {
    inject(DestroyRef).onDestroy(() => this.worker?.terminate());
  }
  fits(job: {
    kinds: readonly StockKind[];
    waters: readonly { id: string; water: WaterKnown }[];
  }): Promise<{ id: string; fits: KindFit[] }[]> {
    return this.ask({ job: 'fits', ...job });
  }
  remedies(job: { kinds: readonly StockKind[]; source: WaterKnown }): Promise<RemedyFound[]> {
    return this.ask({ job: 'remedies', ...job });
  }
  private ask<T>(job: JobOf<FitJob>): Promise<T> {
    this.worker ??= this.started();
    const id = this.nextId++;
    const answered = new Promise<T>((resolve) => {
      this.waiting.set(id, resolve as (answer: unknown) => void);
    });
    this.worker.postMessage({ id, ...job });
    return answered;
  }
  private started(): Worker {
    const worker = new Worker(new URL('../../worker/fits.worker', import.meta.url), { type: 'module' });
    worker.addEventListener('message', ({ data }: MessageEvent<{ id: number; answer: unknown }>) => {
      this.waiting.get(data.id)?.(data.answer);
      this.waiting.delete(data.id);
    });
    return worker;
  }
}
