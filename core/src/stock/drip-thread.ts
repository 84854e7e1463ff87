import { outOfPlace, walked, type OutOfPlace, type ThreadTable } from '#core/threads';

/** A drip as the book has it: each step names the arrival whose animals stand in the box. */
export interface DripStep {
  entryId: string;
  tankId: string;
  atEpochMs: number;
  on: string;
  step: 'arrived' | 'started' | 'measured' | 'ended';
  arrivalId: string;
}
/** They arrive, are dripped, measured as often as one likes, and are brought over once. */
export const dripTable: ThreadTable<DripStep['step'], 'arrived' | 'dripping' | 'over'> = {
  opens: 'arrived',
  begun: 'arrived',
  moves: {
    arrived: { started: 'dripping' },
    dripping: { measured: 'dripping', ended: 'over' },
    over: {},
  },
};
/** Steps of drips that have no place: of no arrival, before it began, after they were brought over. */
export const dripOutOfPlace = (steps: readonly DripStep[]): OutOfPlace<DripStep>[] =>
  outOfPlace({
    steps,
    startIdOf: (s) => (s.step === 'arrived' ? null : s.arrivalId),
    outOf: (start, own) =>
      walked<DripStep, 'arrived' | 'dripping' | 'over', null>({ table: dripTable, start, later: own, kept: null }).out,
  });
