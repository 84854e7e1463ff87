import { signal } from '@angular/core';
import { proxy } from 'comlink';
import type { Result } from '#core/result';
import type { WhatIfInput, WhatIfResult } from '#core/water';
import type { WhatIfWork } from '../../worker/what-if.worker';
import { OffThread } from '../base/off-thread';

/** One what-if at a time, off the main thread: progress as it goes, and an end to it whenever it is wanted. */
export class WhatIfRunner {
  private readonly thread = new OffThread<WhatIfWork>(
    () => new Worker(new URL('../../worker/what-if.worker', import.meta.url), { type: 'module' }),
  );
  private runs = 0;
  readonly doneFraction = signal<number | null>(null);

  /** Null where it was stopped. @throws where the work itself failed */
  async run(input: WhatIfInput): Promise<Result<WhatIfResult> | null> {
    this.stop();
    const own = (this.runs += 1);
    this.doneFraction.set(0);
    const tell = proxy((doneFraction: number) => {
      if (own === this.runs) this.doneFraction.set(doneFraction);
    });
    try {
      return await this.thread.ask<Result<WhatIfResult>>((work) => work.run(input, tell));
    } catch (error) {
      if (own !== this.runs) return null;
      throw error;
    } finally {
      if (own === this.runs) this.stop();
    }
  }
  stop(): void {
    this.runs += 1;
    this.doneFraction.set(null);
    this.thread.end();
  }
}
