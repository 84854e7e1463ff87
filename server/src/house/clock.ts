/** The only clock of the house: real time plus an offset, or stopped. Nothing else asks the machine for the time. */
export interface Clock {
  nowEpochMs: () => number;
}

export const realClock = ({ offsetMs = 0 }: { offsetMs?: number } = {}): Clock => ({
  nowEpochMs: () => Date.now() + offsetMs,
});
export const stoppedClock = (atEpochMs: number): Clock => ({ nowEpochMs: () => atEpochMs });

/** For seeding: time goes on only when told to. */
export function steppingClock(startEpochMs: number): Clock & { to: (atEpochMs: number) => void } {
  let now = startEpochMs;
  return { nowEpochMs: () => now, to: (atEpochMs) => void (now = atEpochMs) };
}
