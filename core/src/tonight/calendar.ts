import { addDays } from '#core/units';
import type { ContributionReason, ContributionSeverity } from './contribution';

/** What is due of one tank, on a day or at an hour. */
export interface CalendarDue {
  /** The same for the same thing, so that a calendar moves it and does not write it twice. */
  key: string;
  tankId: string;
  contributionId: string;
  on: string | null;
  atEpochMs: number | null;
  loud: boolean;
}
interface Said {
  id: string;
  severity: ContributionSeverity;
  reason: ContributionReason;
  dueEpochMs: number | null;
  loud: boolean;
}

/** Days from tonight on which it falls due; null where it is nothing that one does on a day. */
function dueInDays({ reason, severity }: Said): number | null {
  switch (reason.id) {
    case 'test-due':
      return Math.max(0, Math.ceil(reason.facts.dueInDays));
    case 'quarantine':
      return reason.facts.leftDays === null ? 0 : Math.max(0, reason.facts.leftDays);
    case 'leaves':
      return Math.max(0, Math.floor(reason.facts.lo));
    default:
      return severity === 'act' ? 0 : null;
  }
}

/**
 * What leaves the house as a calendar: tests by their plan, ends of quarantines, the first day on which a value may leave
 * its band, what runs out at an hour, and what must be done tonight.
 * @example calendarDue({ nightOn: '2026-03-14', tanks })[0] // { key: '…:test-due:ph', on: '2026-03-16', … }
 */
export const calendarDue = ({
  nightOn,
  tanks,
}: {
  nightOn: string;
  tanks: readonly { tankId: string; contributions: readonly Said[] }[];
}): CalendarDue[] =>
  tanks.flatMap(({ tankId, contributions }) =>
    contributions.flatMap((said): CalendarDue[] => {
      const base = { key: `${tankId}:${said.id}`, tankId, contributionId: said.id, loud: said.loud };
      // A fraction of a minute is no whole millisecond, and a calendar knows no part of one.
      if (said.dueEpochMs !== null) return [{ ...base, on: null, atEpochMs: Math.round(said.dueEpochMs) }];
      const days = dueInDays(said);
      return days === null ? [] : [{ ...base, on: addDays({ on: nightOn, days }), atEpochMs: null }];
    }),
  );
