import {
  quarantineOutOfPlace,
  quarantineThreads,
  type QuarantineHappening,
  type QuarantineStep,
} from './quarantine-thread';

const at = (on: string, hour = 21): number => Date.parse(`${on}T${String(hour).padStart(2, '0')}:00:00Z`);
const head = (on: string, entryId = `e${on}`) => ({ entryId, tankId: 'pen', atEpochMs: at(on), on });

describe('a quarantine as it stands', () => {
  const opened: QuarantineStep = {
    ...head('2026-03-01', 'q'),
    step: 'opened',
    school: 'short',
    reason: 'new',
    openedOn: '2026-03-01',
  };
  const of = (
    steps: QuarantineStep[],
    happened: QuarantineHappening[] = [],
    today = '2026-03-10',
    more: Partial<QuarantineStep> = {},
  ) =>
    quarantineThreads([{ ...opened, ...more } as QuarantineStep, ...steps], {
      happened,
      tempC: () => 25,
      today,
    })[0];
  const happens = (on: string, kind: QuarantineHappening['event']['kind'], tankId = 'pen'): QuarantineHappening => ({
    tankId,
    event: { on, kind },
  });
  it('runs from its opening, and again from what happened to its tank since', () => {
    expect(of([])?.clock?.exitOn).toBe('2026-03-15');
    expect(of([], [happens('2026-03-05', 'arrival')])?.clock?.exitOn).toBe('2026-03-19');
    expect(
      of([], [happens('2026-03-05', 'arrival', 'other'), happens('2026-02-20', 'wet-contact')])?.clock?.exitOn,
    ).toBe('2026-03-15');
    expect(of([], [happens('2026-03-05', 'death')])?.clock?.blockedBy).toEqual(['time', 'death']);
  });
  it('a sign keeps it open until it is noted as ended', () => {
    const noted = (on: string, event: 'sign' | 'sign-ended'): QuarantineStep => ({
      ...head(on),
      step: 'noted',
      quarantineId: 'q',
      event,
      notedOn: on,
      note: '',
    });
    expect(of([noted('2026-03-05', 'sign')])?.clock?.exitOn).toBeNull();
    expect(of([noted('2026-03-05', 'sign'), noted('2026-03-08', 'sign-ended')])?.clock?.exitOn).toBe('2026-03-22');
  });
  it('a refuge has no clock; a look of today is known; left it stands as it was then', () => {
    expect(of([], [], '2026-03-10', { reason: 'refuge' })?.clock).toBeNull();
    const looked: QuarantineStep = {
      ...head('2026-03-10'),
      step: 'looked',
      quarantineId: 'q',
      appetiteCount: 3,
      note: '',
    };
    expect([of([looked])?.lookedToday, of([looked], [], '2026-03-11')?.lookedToday]).toEqual([true, false]);
    const left: QuarantineStep = { ...head('2026-03-15'), step: 'left', quarantineId: 'q', reason: '' };
    const gone = of([left], [happens('2026-03-20', 'arrival')], '2026-04-01');
    expect([gone?.clock?.exitOn, gone?.clock?.blockedBy, gone?.left !== null]).toEqual(['2026-03-15', [], true]);
    expect(gone?.left).toEqual({ atEpochMs: at('2026-03-15'), reason: '' });
    // What happens on the very day it is left still counts.
    expect(of([left], [happens('2026-03-15', 'arrival')], '2026-04-01')?.clock?.exitOn).toBe('2026-03-29');
    expect(of([looked])?.looks).toEqual([{ atEpochMs: at('2026-03-10'), appetiteCount: 3 }]);
    expect(of([left], [], '2026-03-15')?.looks).toEqual([]);
  });
  it('what happens on the day it is opened sets its clock; the newest quarantine of the list is told first', () => {
    expect(of([], [happens('2026-03-01', 'wet-contact')])?.clock?.exitOn).toBe('2026-03-15');
    const other: QuarantineStep = { ...opened, ...head('2026-03-02', 'r'), tankId: 'tub', openedOn: '2026-03-01' };
    const looked: QuarantineStep = {
      ...head('2026-03-10'),
      tankId: 'tub',
      step: 'looked',
      quarantineId: 'r',
      appetiteCount: 1,
      note: '',
    };
    const both = quarantineThreads([opened, other, looked], { happened: [], tempC: () => 25, today: '2026-03-10' });
    expect(both.map((q) => `${q.quarantineId} ${q.tankId} ${q.lookedToday}`)).toEqual(['r tub true', 'q pen false']);
  });
});

describe('sentinels', () => {
  it('stand with their quarantine: the last that were put beside them', () => {
    const opened: QuarantineStep = {
      ...head('2026-03-01', 'q'),
      step: 'opened',
      school: 'observe',
      reason: 'new',
      openedOn: '2026-03-01',
    };
    const put = (on: string, count: number): QuarantineStep => ({
      ...head(on, on),
      step: 'sentinels',
      quarantineId: 'q',
      kindId: 'platy',
      count,
      besideOn: on,
    });
    const of = (steps: QuarantineStep[]) =>
      quarantineThreads([opened, ...steps], { happened: [], tempC: () => 25, today: '2026-03-20' })[0]?.sentinels;
    expect(of([])).toBeNull();
    expect(of([put('2026-03-03', 1), put('2026-03-05', 2)])).toEqual(
      jasmine.objectContaining({ count: 2, on: '2026-03-05' }),
    );
  });
});

describe('steps of a quarantine that have no place', () => {
  const opened = (on: string, openedOn = on): QuarantineStep => ({
    ...head(on, 'q'),
    step: 'opened',
    school: 'short',
    reason: 'new',
    openedOn,
  });
  const left = (on: string, entryId = `left${on}`): QuarantineStep => ({
    ...head(on, entryId),
    step: 'left',
    quarantineId: 'q',
    reason: '',
  });
  const looked = (on: string): QuarantineStep => ({
    ...head(on, `looked${on}`),
    step: 'looked',
    quarantineId: 'q',
    appetiteCount: 2,
    note: '',
  });
  const noted = (on: string, notedOn: string): QuarantineStep => ({
    ...head(on, `noted${on}`),
    step: 'noted',
    quarantineId: 'q',
    event: 'sign',
    notedOn,
    note: '',
  });
  const why = (...steps: QuarantineStep[]): string[] =>
    quarantineOutOfPlace(steps).map(({ step, why: w }) => `${step.step} ${w.id}`);

  it('opened in 2099, left before it was opened, left twice, looked at after it was left', () => {
    expect(why(opened('2026-03-01', '2099-01-01'))).toEqual(['opened dates-crossed']);
    expect(why(opened('2026-03-01', '2026-02-20'))).toEqual([]);
    expect(why(opened('2026-03-05'), left('2026-03-01'))).toEqual(['left before-start']);
    expect(why(opened('2026-03-01'), left('2026-03-10'), left('2026-03-11', 'again'))).toEqual(['left not-now']);
    expect(why(opened('2026-03-01'), left('2026-03-10'), looked('2026-03-11'))).toEqual(['looked not-now']);
    expect(why(opened('2026-03-01'), left('2026-03-10'), looked('2026-03-09'))).toEqual([]);
    expect(why(looked('2026-03-02'))).toEqual(['looked no-start']);
  });
  it('a date that is noted lies between the opening and the night on which it is written of', () => {
    expect(why(opened('2026-03-01'), noted('2026-03-05', '2026-03-06'))).toEqual(['noted dates-crossed']);
    expect(why(opened('2026-03-01'), noted('2026-03-05', '2026-02-28'))).toEqual(['noted dates-crossed']);
    expect(why(opened('2026-03-01'), noted('2026-03-05', '2026-03-01'), noted('2026-03-06', '2026-03-06'))).toEqual([]);
  });
  it('one that was opened in the future is none', () => {
    const of = quarantineThreads([opened('2026-03-01', '2099-01-01')], {
      happened: [],
      tempC: () => 25,
      today: '2026-03-10',
    });
    expect(of).toEqual([]);
  });
  it('looked at at 01:18 counts for its evening', () => {
    const late: QuarantineStep = { ...looked('2026-03-10'), atEpochMs: Date.parse('2026-03-11T01:18:00Z') };
    const [of] = quarantineThreads([opened('2026-03-01'), late], {
      happened: [],
      tempC: () => 25,
      today: '2026-03-10',
    });
    expect(of?.lookedToday).toBeTrue();
  });
});
