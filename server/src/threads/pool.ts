import { minuteMs } from '#core/units';
import { fileURLToPath } from 'node:url';
import { Piscina } from 'piscina';

/** A thread was ended because its work took longer than it may, or more room than there is: it can be asked again. */
export class ThreadEnded extends Error {}

/**
 * Threads for work that would keep other requests waiting: plain data in, plain data out, any number in flight. They
 * are started at the first question and rest when nothing is asked; what a thread throws arrives as a rejection, and a
 * thread that dies is replaced while what it held is refused.
 */
export class ThreadPool<I, O> {
  private pool: Piscina<I, O> | null = null;
  private freeCount: number;
  private readonly waiting: (() => void)[] = [];

  /**
   * @param source The thread's file, beside the caller: `new URL('./x-thread.ts', import.meta.url)`; its default export
   * answers one question.
   */
  constructor(
    private readonly source: URL,
    private readonly threadsCount = 1,
    /** What its objects may take; beyond it the thread ends and what it held is refused, not the server. */
    private readonly mostMemoryMb = 2048,
  ) {
    this.freeCount = threadsCount;
  }

  /**
   * What takes longer than the limit is ended, its thread with it; the next question gets a new one. Waiting for one's
   * turn does not count.
   * @throws ThreadEnded where it was ended
   */
  async ask(input: I, { timeLimitMs }: { timeLimitMs: number }): Promise<O> {
    if (this.freeCount > 0) this.freeCount -= 1;
    else await new Promise<void>((turn) => this.waiting.push(turn));
    try {
      this.pool ??= this.started();
      return await this.pool.run(input, { signal: AbortSignal.timeout(timeLimitMs) });
    } catch (error) {
      if (endedBy(error)) throw new ThreadEnded('the thread was ended', { cause: error });
      throw error;
    } finally {
      // One’s turn is handed on to who waits longest.
      const next = this.waiting.shift();
      if (next) next();
      else this.freeCount += 1;
    }
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
      idleTimeout: minuteMs,
      concurrentTasksPerWorker: 1,
    });
  }
}

/** Its time was over (an aborted run), its memory, or the thread itself. */
const endedBy = (error: unknown): boolean =>
  error instanceof Error &&
  (error.name === 'AbortError' || ('code' in error && /^ERR_WORKER|^ABORT_ERR/.test(String(error.code))));
