import { wrap, type Remote } from 'comlink';
import { basePages } from '#words/base';

/**
 * Work off the main thread: started at the first question, ended when nobody needs it. What the work throws arrives as a
 * rejection, and so does a worker that cannot be loaded or dies; after that the next question starts another.
 */
export class OffThread<Work> {
  private running: { worker: Worker; api: Remote<Work>; failed: Promise<never>; fail: (error: Error) => void } | null =
    null;

  constructor(private readonly start: () => Worker) {}

  async ask<T>(question: (work: Remote<Work>) => Promise<T>): Promise<T> {
    const running = (this.running ??= this.started());
    return Promise.race([question(running.api), running.failed]);
  }
  /** Ends it; what was asked and not answered is refused. */
  end(): void {
    const running = this.running;
    this.running = null;
    running?.worker.terminate();
    running?.fail(new Error('ended'));
  }

  private started(): NonNullable<typeof this.running> {
    const worker = this.start();
    let fail: (error: Error) => void = () => undefined;
    const failed = new Promise<never>((_resolve, reject) => {
      fail = reject;
    });
    failed.catch(() => undefined);
    const running = { worker, api: wrap<Work>(worker), failed, fail };
    worker.addEventListener('error', ({ message }) => {
      if (this.running === running) this.running = null;
      worker.terminate();
      fail(new Error(message || basePages.theWorkerCouldNotBe));
    });
    return running;
  }
}
