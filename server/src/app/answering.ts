import { parentPort } from 'node:worker_threads';

/** The other end of a `HelperThread`: answers each question; a fault of the work is an answer, too. */
export function answering(work: (input: never) => unknown): void {
  const port = parentPort;
  if (!port) return;
  port.on('message', ({ index, input }: { index: number; input: never }) => {
    void (async () => {
      try {
        port.postMessage({ index, value: await work(input) });
      } catch (error) {
        port.postMessage({ index, fault: error instanceof Error ? error.message : String(error) });
      }
    })();
  });
}
