import { Temporal } from 'temporal-polyfill';
import type { BedSchool, CleanedPart } from './cleaning';
import type { OutageCause } from './outage';

/** So many good days running end the watch after a move (common practice). */
export const goodDaysNeeded = 7;
/** What the book holds of hands, one entry each. */
export type HandsStep = { entryId: string; tankId: string; atEpochMs: number; on: string } & (
  | { step: 'stop' | 'pass' | 'handed' }
  | { step: 'outage'; cause: OutageCause }
  | { step: 'outage-over'; outageId: string }
  | { step: 'flow'; secondsPerL: number }
  | { step: 'cleaned'; what: CleanedPart; squareIds: readonly string[]; school?: BedSchool | undefined }
  | { step: 'moved' }
  | { step: 'move-day'; movedId: string; good: boolean }
  | { step: 'away'; fromOn: string; toOn: string }
  | { step: 'back'; awayId: string }
);
export interface OpenOutage {
  entryId: string;
  tankId: string;
  cause: OutageCause;
  sinceEpochMs: number;
}
export interface MoveWatch {
  entryId: string;
  tankId: string;
  movedOn: string;
  movedEpochMs: number;
  /** Good days running up to today, or to yesterday where today was not tested yet. */
  goodDays: number;
  testedToday: boolean;
  over: boolean;
}
export interface Absence {
  entryId: string;
  tankId: string;
  fromOn: string;
  toOn: string;
  back: boolean;
  /** When somebody came home; null while nobody did. */
  backEpochMs: number | null;
}

/**
 * Good days running: each with a test that was good, the last of them today or yesterday. A day that was bad, or that
 * nobody tested, begins the count anew; of several tests of one day the bad one counts.
 * @example goodDaysRunning({ days: [{ on: '2026-03-13', good: true }], today: '2026-03-14' }) // 1
 */
export function goodDaysRunning({ days, today }: { days: readonly { on: string; good: boolean }[]; today: string }): {
  goodDays: number;
  testedToday: boolean;
} {
  const goodOn = new Map<string, boolean>();
  for (const { on, good } of days) goodOn.set(on, good && (goodOn.get(on) ?? true));
  const testedToday = goodOn.has(today);
  let on = Temporal.PlainDate.from(today);
  if (!testedToday) on = on.subtract({ days: 1 });
  let goodDays = 0;
  for (; goodOn.get(on.toString()) === true; on = on.subtract({ days: 1 })) goodDays++;
  return { goodDays, testedToday };
}

const of = <S extends HandsStep['step']>(steps: readonly HandsStep[], step: S) =>
  steps.filter((s): s is Extract<HandsStep, { step: S }> => s.step === step);

/** What is open of the hands' work: outages that run, moves that are watched, absences. */
export function handsThreads(
  steps: readonly HandsStep[],
  { today }: { today: string },
): { outages: OpenOutage[]; moves: MoveWatch[]; absences: Absence[] } {
  const overIds = of(steps, 'outage-over').map((s) => s.outageId);
  const cameBack = new Map(of(steps, 'back').map((s) => [s.awayId, s.atEpochMs]));
  return {
    outages: of(steps, 'outage')
      .filter((s) => !overIds.includes(s.entryId))
      .map(({ entryId, tankId, cause, atEpochMs }) => ({ entryId, tankId, cause, sinceEpochMs: atEpochMs })),
    moves: of(steps, 'moved').map(({ entryId, tankId, on, atEpochMs }) => {
      const days = of(steps, 'move-day').filter((s) => s.movedId === entryId);
      const { goodDays, testedToday } = goodDaysRunning({ days, today });
      // Once seven ran, a day that nobody tests afterwards opens nothing again.
      const over = days.some((d) => goodDaysRunning({ days, today: d.on }).goodDays >= goodDaysNeeded);
      return { entryId, tankId, movedOn: on, movedEpochMs: atEpochMs, goodDays, testedToday, over };
    }),
    absences: of(steps, 'away').map(({ entryId, tankId, fromOn, toOn }) => ({
      entryId,
      tankId,
      fromOn,
      toOn,
      back: cameBack.has(entryId),
      backEpochMs: cameBack.get(entryId) ?? null,
    })),
  };
}
