import { calendarDue } from './calendar';
import type { ContributionReason } from './contribution';

const said = (reason: ContributionReason, more: object = {}) => ({
  id: reason.id,
  severity: 'note' as const,
  reason,
  dueEpochMs: null,
  loud: false,
  ...more,
});
const due = (...contributions: ReturnType<typeof said>[]) =>
  calendarDue({ nightOn: '2026-02-27', tanks: [{ tankId: 'a', contributions }] });
const test = (dueInDays: number) => said({ id: 'test-due', facts: { parameter: 'ph', why: 'straddles', dueInDays } });

describe('what leaves the house as a calendar', () => {
  it('a test falls on the day it is due, over the end of a month, and tonight where it is late', () => {
    expect(due(test(2))[0]?.on).toBe('2026-03-01');
    expect(due(test(1.2))[0]?.on).toBe('2026-03-01');
    expect(due(test(-4))[0]?.on).toBe('2026-02-27');
  });
  it('a quarantine ends on its day; one without an end is looked at tonight', () => {
    const pen = (leftDays: number | null) =>
      due(said({ id: 'quarantine', facts: { leftDays, free: false, lookedToday: false } }))[0]?.on;
    expect(pen(3)).toBe('2026-03-02');
    expect(pen(null)).toBe('2026-02-27');
  });
  it('a value may leave its band on its earliest day', () => {
    const leaves = said({ id: 'leaves', facts: { parameter: 'no3MgPerL', side: 'above', lo: 2.9, hi: null } });
    expect(due(leaves)[0]?.on).toBe('2026-03-01');
  });
  it('what runs out at an hour stands at that hour', () => {
    const timer = said(
      { id: 'timer', facts: { timer: 'hose', note: '' } },
      {
        dueEpochMs: 1000,
        loud: true,
      },
    );
    expect(due(timer)).toEqual([
      { key: 'a:timer', tankId: 'a', contributionId: 'timer', on: null, atEpochMs: 1000, loud: true },
    ]);
  });
  it('what must be done stands on tonight; what only is so stands nowhere', () => {
    const move = { id: 'moved', facts: { goodDays: 2, testedToday: false } } as const;
    expect(due(said(move, { severity: 'act' }))[0]?.on).toBe('2026-02-27');
    expect(due(said(move, { severity: 'watch' }))).toEqual([]);
  });
});
