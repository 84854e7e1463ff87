import { signal } from '@angular/core';
import type { Result } from '#core/result';
import type { WhatIfInput, WhatIfResult } from '#core/water';

/** One what-if at a time, off the main thread: progress as it goes, and an end to it whenever it is wanted. */
export class WhatIfRunner {
  private worker: Worker | null = null;
  readonly doneFraction = signal<number | null>(null);

  /** Null where it was stopped. */
  run(input: WhatIfInput): Promise<Result<WhatIfResult> | null> {
    this.stop();
    const worker = new Worker(new URL('../../worker/what-if.worker', import.meta.url), { type: 'module' });
    this.worker = worker;
    this.doneFraction.set(0);
    return new Promise((resolve) => {
      const finish = (result: Result<WhatIfResult> | null): void => {
        worker.terminate();
        if (this.worker === worker) {
          this.worker = null;
          this.doneFraction.set(null);
        }
        resolve(result);
      };
      this.stopped = () => {
        finish(null);
      };
      worker.addEventListener(
        'message',
        ({ data }: MessageEvent<{ doneFraction: number } | { result: Result<WhatIfResult> }>) => {
          if ('result' in data) finish(data.result);
          else this.doneFraction.set(data.doneFraction);
        },
      );
      worker.addEventListener('error', () => {
        finish(null);
      });
      worker.postMessage(input);
    });
  }
  private stopped: () => void = () => undefined;
  stop(): void {
    if (this.worker) this.stopped();
  }
}
