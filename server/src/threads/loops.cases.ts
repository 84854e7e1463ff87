/** A thread for the specs: it doubles what it is asked, never ends for what is below nought, and fails for nought. */
export default (asked: number): number => {
  if (asked === 0) throw new Error('nought');
  while (asked < 0) asked -= 1e-9;
  return 2 * asked;
};
