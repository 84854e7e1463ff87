import { Worker } from 'node:worker_threads';

interface Asked<O> {
  settle: (answer: { value: O } | { fault: string }) => void;
}

/**
 * A thread of its own for work that would keep other requests waiting: plain data in, plain data out, any number in
 * flight. Started at the first question; one that dies is replaced at the next, and what it held is refused.
 */
export class HelperThread<I, O> {
  private worker: Worker | null = null;
  private readonly open = new Map<number, Asked<O>>();
  private lastIndex = 0;

  /** @param source The worker's file, beside the caller: `new URL('./x-thread.ts', import.meta.url)`. */
  constructor(private readonly source: URL) {}

  ask(input: I): Promise<O> {
    const worker = (this.worker ??= this.started());
    const index = (this.lastIndex += 1);
    return new Promise((resolve, reject) => {
      this.open.set(index, {
        settle: (answer) => {
          if ('value' in answer) resolve(answer.value);
          else reject(new Error(answer.fault));
        },
      });
      // Held alive only while something is asked.
      worker.ref();
      worker.postMessage({ index, input });
    });
  }

  async close(): Promise<void> {
    await this.worker?.terminate();
  }

  private started(): Worker {
    const bundled = process.env['NIGHT_LEDGER_BUNDLED'] !== undefined;
    // From the sources a thread has to be taught TypeScript first.
    const taught = `import('tsx/esm/api').then(({ register }) => (register(), import(${JSON.stringify(this.source.href)})))`;
    const worker = bundled
      ? new Worker(new URL(this.source.href.replace(/\.ts$/, '.js')))
      : new Worker(taught, { eval: true });
    worker.on('message', ({ index, ...answer }: { index: number } & ({ value: O } | { fault: string })) => {
      this.open.get(index)?.settle(answer);
      this.open.delete(index);
      if (this.open.size === 0) worker.unref();
    });
    const gone = (why: string): void => {
      if (this.worker === worker) this.worker = null;
      for (const asked of this.open.values()) asked.settle({ fault: why });
      this.open.clear();
    };
    worker.on('error', (error) => {
      gone(error.message);
    });
    worker.on('exit', () => {
      gone('the helper thread ended');
    });
    return worker;
  }
}
