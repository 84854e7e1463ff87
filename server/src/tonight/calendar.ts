import type { EventAttributes } from 'ics';
import { calendarDue } from '#core/tonight';
import type { ContributionReason } from '#core/tonight';
import type { Tonight } from '#contracts/tonight';
import { calendarDay, calendarFile } from '../house';

/** An hour's mark in a calendar. */
const markMinutes = 15;

/** What is due as an iCalendar feed (RFC 5545), from the same sheet that the page shows. */
export function calendarText(sheet: Tonight): string {
  const tanks = sheet.tanks.map((t) => ({
    tankId: t.tankId,
    contributions: t.contributions.map((c) => ({ ...c, reason: c.reason as ContributionReason })),
  }));
  const events = calendarDue({ nightOn: sheet.nightOn, tanks }).map((due): EventAttributes => {
    const tank = sheet.tanks.find((t) => t.tankId === due.tankId);
    const said = tank?.contributions.find((c) => c.id === due.contributionId);
    const words = said?.reason.id === 'test-due' ? `test ${said.short}` : (said?.short ?? '');
    const common = {
      uid: `${due.key}@night-ledger`,
      title: `${tank?.name ?? ''}: ${words}`,
      description: said?.text ?? '',
    };
    return due.atEpochMs === null
      ? { ...common, start: calendarDay(due.on ?? sheet.nightOn), duration: { days: 1 } }
      : {
          ...common,
          start: due.atEpochMs,
          startInputType: 'utc',
          duration: { minutes: markMinutes },
          ...(due.loud
            ? {
                alarms: [
                  { action: 'display' as const, description: common.title, trigger: { minutes: 0, before: true } },
                ],
              }
            : {}),
        };
  });
  return calendarFile(sheet.house, events);
}
