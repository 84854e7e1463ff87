import { walkPasses } from './passes';
import {
  goodDaysNeeded,
  goodDaysRunning,
  handsOutOfPlace,
  handsThreads,
  outageRunning,
  type HandsStep,
} from './threads';

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

describe('steps of the hands that stand where they cannot', () => {
  const step = (entryId: string, hour: number, of: object, tankId = 'a'): HandsStep =>
    ({ entryId, tankId, atEpochMs: hour, on: dayOf(1), ...of }) as HandsStep;
  const out = (...steps: HandsStep[]) =>
    handsOutOfPlace(steps).map(({ step: { entryId }, why }) => `${entryId} ${why.id}`);
  const idsOut = (...steps: HandsStep[]) => handsOutOfPlace(steps).map(({ step: { entryId } }) => entryId);

  it('nobody comes home before they went; on the day they went they may', () => {
    const away = step('w', 1, { step: 'away', fromOn: dayOf(5), toOn: dayOf(9) });
    const back = (day: number) => step('b', 2, { step: 'back', awayId: 'w', on: dayOf(day) });
    expect(out(away, back(4))).toEqual(['b dates-crossed']);
    expect(handsOutOfPlace([away, back(4)])[0]?.why).toEqual({
      id: 'dates-crossed',
      facts: { firstOn: dayOf(5), secondOn: dayOf(4) },
    });
    expect(out(away, back(5))).toEqual([]);
  });
  it('an outage ends once, and not before it began; of a move no date is crossed', () => {
    const outage = step('o', 3, { step: 'outage', cause: 'power' });
    const over = (id: string, hour: number) => step(id, hour, { step: 'outage-over', outageId: 'o' });
    expect(idsOut(outage, over('x', 4))).toEqual([]);
    expect(idsOut(outage, over('x', 4), over('y', 5))).toEqual(['y']);
    expect(idsOut(outage, over('x', 2))).toEqual(['x']);
    expect(idsOut(over('x', 4))).toEqual(['x']);
    const moved = step('m', 1, { step: 'moved', on: dayOf(9) });
    expect(idsOut(moved, step('d', 2, { step: 'move-day', movedId: 'm', good: true, on: dayOf(1) }))).toEqual([]);
  });
  it('with one hose a tank is not filled before it was drained; told twice a pass is one', () => {
    const pass = (id: string, hour: number, name: string, tankId = 'a', day = 1) =>
      step(id, hour, { step: 'pass', pass: name, on: dayOf(day) }, tankId);
    const names = walkPasses;
    const [first, second, last] = [names[0], names[1], names.at(-1) ?? ''];
    expect(out(pass('1', 1, first), pass('2', 2, second), pass('3', 3, last))).toEqual([]);
    expect(idsOut(pass('1', 1, last), pass('2', 2, first))).toEqual(['2']);
    expect(idsOut(pass('1', 1, second), pass('2', 2, second))).toEqual([]);
    // Another tank, and another evening, begin their own.
    expect(idsOut(pass('1', 1, last), pass('2', 2, first, 'b'))).toEqual([]);
    expect(idsOut(pass('1', 1, last), pass('2', 2, first, 'a', 2))).toEqual([]);
    expect(idsOut(pass('1', 1, last), pass('2', 2, first), pass('3', 3, last, 'b'))).toEqual(['2']);
  });
  it('what runs when: another outage, begun before and not over by then', () => {
    const outage = step('o', 10, { step: 'outage', cause: 'power' });
    const over = step('x', 20, { step: 'outage-over', outageId: 'o' });
    const runs = (atEpochMs: number, butId: string, ...steps: HandsStep[]) =>
      outageRunning(steps, { atEpochMs, butId })?.entryId ?? null;
    expect(runs(15, 'new', outage)).toBe('o');
    expect(runs(10, 'new', outage)).toBe('o');
    expect(runs(9, 'new', outage)).toBeNull();
    expect(runs(15, 'o', outage)).toBeNull();
    expect([runs(15, 'new', outage, over), runs(19, 'new', outage, over)]).toEqual(['o', 'o']);
    expect([runs(20, 'new', outage, over), runs(30, 'new', outage, over)]).toEqual([null, null]);
    expect(runs(15, 'new', step('w', 1, { step: 'away', fromOn: dayOf(1), toOn: dayOf(9) }))).toBeNull();
    const other = step('y', 12, { step: 'outage-over', outageId: 'another' });
    expect(runs(15, 'new', outage, other)).toBe('o');
  });
  it('each list holds its own: an absence is no move, a move no outage, and an open outage says since when', () => {
    const all = [
      step('o', 10, { step: 'outage', cause: 'power' }),
      step('m', 1, { step: 'moved' }),
      step('w', 1, { step: 'away', fromOn: dayOf(2), toOn: dayOf(9) }),
      step('f', 1, { step: 'flow', secondsPerL: 9 }),
    ];
    const { outages, moves, absences } = handsThreads(all, { today: dayOf(3) });
    expect(outages).toEqual([{ entryId: 'o', tankId: 'a', cause: 'power', sinceEpochMs: 10 }]);
    expect(moves.map((m) => m.entryId)).toEqual(['m']);
    expect(absences.map((a) => a.entryId)).toEqual(['w']);
  });
});
