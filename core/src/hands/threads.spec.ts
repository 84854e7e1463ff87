import { goodDaysNeeded, goodDaysRunning, handsThreads, type HandsStep } from './threads';

const dayOf = (d: number) => `2026-03-${String(d).padStart(2, '0')}`;
const good = (...ds: number[]) => ds.map((d) => ({ on: dayOf(d), good: true }));
const bad = (...ds: number[]) => ds.map((d) => ({ on: dayOf(d), good: false }));
const running = (days: { on: string; good: boolean }[], today: number) =>
  goodDaysRunning({ days, today: dayOf(today) });

describe('good days running', () => {
  it('count back from today, or from yesterday where today was not tested yet', () => {
    expect(running(good(10, 11, 12), 12)).toEqual({ goodDays: 3, testedToday: true });
    expect(running(good(10, 11, 12), 13)).toEqual({ goodDays: 3, testedToday: false });
  });
  it('begin anew after a bad day, and after one that nobody tested', () => {
    expect(running([...good(9, 10, 12), ...bad(11)], 12).goodDays).toBe(1);
    expect(running(good(9, 10, 12), 12).goodDays).toBe(1);
    expect(running(good(10, 11), 13).goodDays).toBe(0);
  });
  it('of two tests of one day the bad one counts, in whatever order', () => {
    expect(running([...good(12), ...bad(12)], 12).goodDays).toBe(0);
    expect(running([...bad(12), ...good(12)], 12).goodDays).toBe(0);
  });
  it('run over the end of a month', () => {
    const days = ['2026-02-27', '2026-02-28', '2026-03-01'].map((on) => ({ on, good: true }));
    expect(goodDaysRunning({ days, today: '2026-03-01' }).goodDays).toBe(3);
  });
});

describe('what is open of the hands’ work', () => {
  const step = (entryId: string, d: number, of: object): HandsStep =>
    ({ entryId, tankId: 'a', atEpochMs: d, on: dayOf(d), ...of }) as HandsStep;
  const moved = step('m', 1, { step: 'moved' });
  const days = (...ds: number[]) => ds.map((d) => step(`d${d}`, d, { step: 'move-day', movedId: 'm', good: true }));
  const watch = (today: number, ...steps: HandsStep[]) =>
    handsThreads([moved, ...steps], { today: dayOf(today) }).moves[0];
  it('a move is watched until seven good days ran, and not again after it', () => {
    expect(goodDaysNeeded).toBe(7);
    expect(watch(7, ...days(2, 3, 4, 5, 6, 7))?.over).toBeFalse();
    expect(watch(8, ...days(2, 3, 4, 5, 6, 7, 8))?.over).toBeTrue();
    expect(watch(20, ...days(2, 3, 4, 5, 6, 7, 8))).toEqual(jasmine.objectContaining({ over: true, goodDays: 0 }));
  });
  it('days of another move are not its own', () => {
    expect(watch(3, step('x', 2, { step: 'move-day', movedId: 'other', good: true }))?.goodDays).toBe(0);
  });
  it('an outage runs until its own end', () => {
    const out = step('o', 1, { step: 'outage', cause: 'power' });
    const open = (...steps: HandsStep[]) => handsThreads([out, ...steps], { today: dayOf(1) }).outages.length;
    expect(open()).toBe(1);
    expect(open(step('x', 2, { step: 'outage-over', outageId: 'other' }))).toBe(1);
    expect(open(step('x', 2, { step: 'outage-over', outageId: 'o' }))).toBe(0);
  });
  it('an absence knows whether somebody came back', () => {
    const away = step('w', 1, { step: 'away', fromOn: dayOf(2), toOn: dayOf(9) });
    const back = (...steps: HandsStep[]) => handsThreads([away, ...steps], { today: dayOf(9) }).absences[0]?.back;
    expect(back()).toBeFalse();
    const home = step('b', 9, { step: 'back', awayId: 'w' });
    expect(back(home)).toBeTrue();
    const when = (list: HandsStep[]) => handsThreads(list, { today: dayOf(9) }).absences[0]?.backEpochMs;
    expect([when([away]), when([away, home])]).toEqual([null, home.atEpochMs]);
  });
});
