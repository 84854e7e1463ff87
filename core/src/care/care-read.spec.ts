import { careOfBook, toolStepOf, type CareRow } from './care-read';

const at = (on: string): number => Date.parse(`${on}T21:00:00Z`);
const head = (on: string, entryId = `e${on}`, subjectId = 'pen') => ({
  entryId,
  subjectId,
  atEpochMs: at(on),
  nightOn: on,
});
const opened: CareRow = {
  ...head('2026-03-01', 'q'),
  kind: 'quarantine',
  payload: { step: 'opened', school: 'short', reason: 'new', on: '2026-03-01' },
};
const read = (rows: CareRow[], today = '2026-03-10') =>
  careOfBook([opened, ...rows], { today, tempC: () => 25 }).quarantines[0];
const exitOn = (...rows: CareRow[]) => read(rows)?.clock?.exitOn ?? null;

describe('care as its book tells it', () => {
  it('a quarantine of fourteen days from the day that its opening names', () => {
    expect(exitOn()).toBe('2026-03-15');
    const before: CareRow = {
      ...opened,
      kind: 'quarantine',
      payload: { step: 'opened', school: 'short', reason: 'new', on: '2026-02-27' },
    };
    const [of] = careOfBook([before], { today: '2026-03-10', tempC: () => 25 }).quarantines;
    expect([of?.tankId, of?.openedOn, of?.clock?.exitOn]).toEqual(['pen', '2026-02-27', '2026-03-13']);
  });
  it('what sets its clock anew: an arrival, an animal moved in, something wet that was shared', () => {
    expect(exitOn({ ...head('2026-03-05'), kind: 'arrival' })).toBe('2026-03-19');
    const stock = (event: string): CareRow => ({ ...head('2026-03-05'), kind: 'stock', payload: { event } });
    expect(exitOn(stock('arrived'))).toBe('2026-03-19');
    expect(exitOn(stock('moved-in'))).toBe('2026-03-19');
    expect(exitOn(stock('moulted'))).toBe('2026-03-15');
    const fact = (about: string, disinfected?: boolean): CareRow => ({
      ...head('2026-03-05'),
      kind: 'fact',
      payload: { about, disinfected },
    });
    expect([exitOn(fact('shared')), exitOn(fact('shared', false))]).toEqual(['2026-03-19', '2026-03-19']);
    expect([exitOn(fact('shared', true)), exitOn(fact('light'))]).toEqual(['2026-03-15', '2026-03-15']);
    expect(read([stock('died')])?.clock?.blockedBy).toContain('death');
  });
  it('what happened in another tank sets nothing', () => {
    expect(exitOn({ ...head('2026-03-05', 'x', 'lobby'), kind: 'arrival' })).toBe('2026-03-15');
  });
  it('a course that ends sets it, on the night it ended; one that runs does not', () => {
    const course = (on: string, payload: object): CareRow =>
      ({ ...head(on, on), kind: 'course', payload }) as unknown as CareRow;
    const started = course('2026-03-02', {
      step: 'started',
      agentId: 'D07',
      productName: 'a dewormer',
      label: { packTreatsL: 40, doseDays: [1], changes: [] },
      repeats: 0,
      split: false,
      netVolumeL: 80,
      startOn: '2026-03-02',
    });
    const ended = course('2026-03-06', { step: 'ended', courseId: '2026-03-02', verdict: 'better', note: '' });
    expect(exitOn(started)).toBe('2026-03-15');
    const both = careOfBook([opened, started, ended], { today: '2026-03-10', tempC: () => 25 });
    expect(both.courses.map((c) => [c.tankId, c.ended?.on])).toEqual([['pen', '2026-03-06']]);
    expect(both.quarantines[0]?.clock?.exitOn).toBe('2026-03-20');
  });
  it('what was noted, and who was put beside them, keep the day they name', () => {
    const of = (payload: object): CareRow =>
      ({ ...head('2026-03-08'), kind: 'quarantine', payload }) as unknown as CareRow;
    const sign = of({ step: 'noted', quarantineId: 'q', event: 'sign', on: '2026-03-06', note: '' });
    const over = {
      ...of({ step: 'noted', quarantineId: 'q', event: 'sign-ended', on: '2026-03-07', note: '' }),
      entryId: 'o',
    };
    expect(exitOn(sign)).toBeNull();
    expect(exitOn(sign, over)).toBe('2026-03-21');
    const put = of({ step: 'sentinels', quarantineId: 'q', kindId: 'platy', count: 2, on: '2026-03-05' });
    expect(read([put])?.sentinels).toEqual(jasmine.objectContaining({ kindId: 'platy', count: 2, on: '2026-03-05' }));
    const looked = of({ step: 'looked', quarantineId: 'q', appetiteCount: 3, note: '' });
    expect(read([looked])?.looks).toEqual([{ atEpochMs: at('2026-03-08'), appetiteCount: 3 }]);
    expect(read([looked, put])?.lookedToday).toBeFalse();
  });
  it('a tool’s row is a step of its life, in the tank and the night of its entry', () => {
    expect(toolStepOf({ ...head('2026-03-01', 't'), payload: { step: 'kept', name: 'net', sort: 'net' } })).toEqual({
      entryId: 't',
      tankId: 'pen',
      atEpochMs: at('2026-03-01'),
      on: '2026-03-01',
      step: 'kept',
      name: 'net',
      sort: 'net',
    });
  });
});
