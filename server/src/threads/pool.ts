import { fileURLToPath } from 'node:url';
import { Piscina } from 'piscina';

/**
 * Threads for work that would keep other requests waiting: plain data in, plain data out, any number in flight. They
 * are started at the first question and rest when nothing is asked; what a thread throws arrives as a rejection, and a
 * thread that dies is replaced while what it held is refused.
 */
export class ThreadPool<I, O> {
  private pool: Piscina<I, O> | null = null;

  /**
   * @param source The thread's file, beside the caller: `new URL('./x-thread.ts', import.meta.url)`; its default export
   * answers one question.
   */
  constructor(
    private readonly source: URL,
    private readonly threadsCount = 1,
    /** What its objects may take; beyond it the thread ends and what it held is refused, not the server. */
    private readonly mostMemoryMb = 2048,
  ) {}

  /** What takes longer than the limit is ended, its thread with it; the next question gets a new one. */
  ask(input: I, { timeLimitMs }: { timeLimitMs: number }): Promise<O> {
    this.pool ??= this.started();
    return this.pool.run(input, { signal: AbortSignal.timeout(timeLimitMs) });
  }
  async close(): Promise<void> {
    await this.pool?.destroy();
    this.pool = null;
  }

  private started(): Piscina<I, O> {
    const bundled = process.env['NIGHT_LEDGER_BUNDLED'] !== undefined;
    const file = fileURLToPath(this.source);
    return new Piscina<I, O>({
      filename: bundled ? file.replace(/\.ts$/, '.js') : file,
      // From the sources a thread has to be taught TypeScript first.
      ...(bundled ? {} : { execArgv: ['--import', 'tsx'] }),
      resourceLimits: { maxOldGenerationSizeMb: this.mostMemoryMb },
      minThreads: 0,
      maxThreads: this.threadsCount,
      idleTimeout: 60_000,
      concurrentTasksPerWorker: 1,
    });
  }
}
