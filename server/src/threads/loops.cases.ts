/**
 * A thread for the specs: it doubles what it is asked, never ends for what is below nought, fails for nought, and takes its
 * milliseconds for a hundred and more.
 */
export default (asked: number): number => {
  if (asked === 0) throw new Error('nought');
  while (asked < 0) asked -= 1e-9;
  if (asked >= 100) Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, asked);
  return 2 * asked;
};
