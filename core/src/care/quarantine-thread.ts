import { inOrder, outOfPlace, walked, type OutOfPlace, type PlaceReason, type ThreadTable } from '#core/threads';
import type { CareHead } from './course-thread';
import { quarantineClock, type QuarantineClock, type QuarantineEvent, type QuarantineSchool } from './quarantine';

export const quarantineReasons = ['new', 'sick', 'refuge', 'exposed'] as const;
export type QuarantineReason = (typeof quarantineReasons)[number];
export type QuarantineStep = CareHead &
  (
    | { step: 'opened'; school: QuarantineSchool; reason: QuarantineReason; openedOn: string }
    | {
        step: 'noted';
        quarantineId: string;
        event: 'wet-contact' | 'sign' | 'sign-ended';
        notedOn: string;
        note: string;
      }
    | { step: 'looked'; quarantineId: string; appetiteCount: number; note: string }
    | { step: 'sentinels'; quarantineId: string; kindId: string; count: number; besideOn: string }
    | { step: 'left'; quarantineId: string; reason: string }
  );
type Opened = Extract<QuarantineStep, { step: 'opened' }>;
export type QuarantineState = 'open' | 'left';
export const quarantineTable: ThreadTable<QuarantineStep['step'], QuarantineState> = {
  opens: 'opened',
  begun: 'open',
  moves: { open: { noted: 'open', looked: 'open', sentinels: 'open', left: 'left' }, left: {} },
};
/** What else of the book sets the clock of a quarantine. */
export interface QuarantineHappening {
  tankId: string;
  event: QuarantineEvent;
}
export interface QuarantineThread {
  quarantineId: string;
  tankId: string;
  school: QuarantineSchool;
  reason: QuarantineReason;
  openedOn: string;
  /** Null for a refuge: it has no clock of disease. */
  clock: QuarantineClock | null;
  lookedToday: boolean;
  looks: readonly { atEpochMs: number; appetiteCount: number }[];
  left: { atEpochMs: number; reason: string } | null;
  /** Sentinels that were put beside them; null where none were. */
  sentinels: { kindId: string; count: number; on: string } | null;
}

/** The date that a step names for itself, where it names one. */
const namedOn = (step: QuarantineStep): string | null =>
  step.step === 'opened'
    ? step.openedOn
    : step.step === 'noted'
      ? step.notedOn
      : step.step === 'sentinels'
        ? step.besideOn
        : null;
/** A date that is named lies not after the night on which it is written of, nor before the quarantine was opened. */
function datesCrossed(step: QuarantineStep, openedOn: string | null): PlaceReason | null {
  const on = namedOn(step);
  if (on === null) return null;
  if (on > step.on) return { id: 'dates-crossed', facts: { firstOn: step.on, secondOn: on } };
  return openedOn !== null && on < openedOn
    ? { id: 'dates-crossed', facts: { firstOn: openedOn, secondOn: on } }
    : null;
}
/** The steps of one quarantine laid onto its table: which count, which are out of place, where it stands. */
export const quarantineWalked = (start: Opened, steps: readonly QuarantineStep[]) =>
  walked<QuarantineStep, QuarantineState, null>({
    table: quarantineTable,
    start,
    later: steps.filter((s) => s.step !== 'opened' && s.quarantineId === start.entryId),
    kept: null,
    refuses: (step) => datesCrossed(step, start.openedOn),
  });

/** Steps of quarantines that have no place: of none, after they were left, dated where they cannot be. */
export const quarantineOutOfPlace = (steps: readonly QuarantineStep[]): OutOfPlace<QuarantineStep>[] =>
  outOfPlace({
    steps,
    startIdOf: (s) => (s.step === 'opened' ? null : s.quarantineId),
    outOf: (start, own) => {
      if (start.step !== 'opened') return [];
      const why = datesCrossed(start, null);
      return [...(why ? [{ step: start, why }] : []), ...quarantineWalked(start, own).out];
    },
  });

/**
 * Quarantines as threads of the book, the newest first, each with its clock as of tonight: by what was noted in it, and by
 * arrivals, deaths, wet contacts and ended treatments of its tank since it was opened.
 * @example quarantineThreads(steps, { happened, tempC: () => 25, today: '2026-03-14' })
 */
export function quarantineThreads(
  steps: readonly QuarantineStep[],
  {
    happened,
    tempC,
    today,
  }: {
    happened: readonly QuarantineHappening[];
    tempC: (tankId: string) => number;
    today: string;
  },
): QuarantineThread[] {
  return inOrder(steps)
    .flatMap((open): QuarantineThread[] => {
      if (open.step !== 'opened' || datesCrossed(open, null)) return [];
      const { placed, state } = quarantineWalked(open, steps);
      const left = placed.find((s) => s.step === 'left');
      const until = state === 'left' && left ? left.on : today;
      const events: QuarantineEvent[] = [
        { on: open.openedOn, kind: 'arrival' as const },
        ...placed.flatMap((s): QuarantineEvent[] => (s.step === 'noted' ? [{ on: s.notedOn, kind: s.event }] : [])),
        ...happened.filter((h) => h.tankId === open.tankId && h.event.on >= open.openedOn).map((h) => h.event),
      ].filter((e) => e.on <= until);
      const clock = quarantineClock({ school: open.school, tempC: tempC(open.tankId), events, today: until });
      return [
        {
          quarantineId: open.entryId,
          tankId: open.tankId,
          school: open.school,
          reason: open.reason,
          openedOn: open.openedOn,
          clock: open.reason === 'refuge' || !clock.ok ? null : clock.value,
          lookedToday: placed.some((s) => s.step === 'looked' && s.on === today),
          looks: placed.flatMap((s) =>
            s.step === 'looked' ? [{ atEpochMs: s.atEpochMs, appetiteCount: s.appetiteCount }] : [],
          ),
          left: left?.step === 'left' ? { atEpochMs: left.atEpochMs, reason: left.reason } : null,
          sentinels:
            placed
              .flatMap((s) => (s.step === 'sentinels' ? [{ kindId: s.kindId, count: s.count, on: s.besideOn }] : []))
              .at(-1) ?? null,
        },
      ];
    })
    .reverse();
}
