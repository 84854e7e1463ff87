import {
  courseThreads,
  dueOf,
  mealsRefused,
  quarantineThreads,
  readyToEnd,
  takenOf,
  type CourseStep,
  type CourseThread,
  type QuarantineHappening,
  type QuarantineStep,
} from './threads';

const at = (on: string, hour = 21): number => Date.parse(`${on}T${String(hour).padStart(2, '0')}:00:00Z`);
const head = (on: string, entryId = `e${on}`) => ({ entryId, tankId: 'pen', atEpochMs: at(on) });
const started: CourseStep = {
  ...head('2026-03-01', 'c'),
  step: 'started',
  agentId: 'D07',
  productName: 'a dewormer',
  label: { packTreatsL: 40, doseDays: [1, 3], changes: [{ day: 5, fraction: 0.25 }] },
  repeats: 0,
  split: false,
  netVolumeL: 80,
  startOn: '2026-03-01',
};
const step = (on: string, of: { step: 'given' | 'changed' | 'missed'; day: number }): CourseStep => ({
  ...head(on, `${of.step}${on}`),
  courseId: 'c',
  ...of,
});
const closed = (on: string, name: 'ended' | 'looked' = 'ended'): CourseStep => ({
  ...head(on, name + on),
  step: name,
  courseId: 'c',
  verdict: 'better',
  note: '',
});
const thread = (steps: CourseStep[], today: string): CourseThread => {
  const [found] = courseThreads([started, ...steps], { today, zone: 'UTC' });
  if (!found) throw new Error('no course');
  return found;
};
const due = (of: CourseThread): string[] => dueOf(of).map((d) => `${d.do} ${d.day} ${d.state}`);

describe('a course as it stands', () => {
  it('asks for what is due today, and for what is late before it', () => {
    expect(due(thread([], '2026-03-01'))).toEqual(['dose 1 due']);
    expect(due(thread([], '2026-03-03'))).toEqual(['dose 1 late', 'dose 3 due']);
    expect(due(thread([step('2026-03-01', { step: 'given', day: 1 })], '2026-03-02'))).toEqual([]);
    expect(thread([], '2026-03-01').packsPerDose).toBe(2);
  });
  it('a missed dose moves itself and all after it by a day: never a double', () => {
    const of = thread(
      [step('2026-03-01', { step: 'given', day: 1 }), step('2026-03-03', { step: 'missed', day: 3 })],
      '2026-03-04',
    );
    expect(of.calendar.filter((d) => d.do !== 'look').map((d) => `${d.do} ${d.day}`)).toEqual([
      'dose 1',
      'dose 4',
      'change 6',
    ]);
    expect(due(of)).toEqual(['dose 4 due']);
    expect(of.missedCount).toBe(1);
  });
  const rest = (on: string, name: 'paused' | 'resumed'): CourseStep => ({
    ...head(on, name + on),
    step: name,
    courseId: 'c',
    note: '',
  });
  const days = (of: CourseThread): string[] =>
    of.calendar.filter((d) => d.do !== 'look').map((d) => `${d.do} ${d.day}`);
  it('while it rests nothing is due; what was to come moves by the length of the rest, what was given stays', () => {
    const given = step('2026-03-01', { step: 'given', day: 1 });
    const resting = thread([given, rest('2026-03-02', 'paused')], '2026-03-05');
    expect([resting.pausedOn, due(resting), readyToEnd(resting)]).toEqual(['2026-03-02', [], false]);
    expect(resting.calendar.some((d) => d.state === 'late' || d.state === 'due')).toBeFalse();
    const tonight = thread([given, rest('2026-03-03', 'paused')], '2026-03-03');
    expect(tonight.calendar.some((d) => d.state === 'due')).toBeFalse();
    const on = thread([given, rest('2026-03-02', 'paused'), rest('2026-03-05', 'resumed')], '2026-03-06');
    expect([on.pausedOn, days(on), due(on)]).toEqual([null, ['dose 1', 'dose 6', 'change 8'], ['dose 6 due']]);
  });
  it('a rest and a missed dose move it in the order they were written', () => {
    const of = thread(
      [
        step('2026-03-01', { step: 'given', day: 1 }),
        rest('2026-03-02', 'paused'),
        rest('2026-03-04', 'resumed'),
        step('2026-03-05', { step: 'missed', day: 5 }),
      ],
      '2026-03-06',
    );
    expect(days(of)).toEqual(['dose 1', 'dose 6', 'change 8']);
  });
  it('takes of its bottle what the packs are; without a bottle nothing', () => {
    expect(takenOf({ ...started, supplyId: 's', doseValue: 5 }, 0.5)).toEqual({ supplyId: 's', value: 2.5 });
    expect(takenOf(started, 0.5)).toBeNull();
  });
  it('knows what was given when, which own changes were dosed again, and the case it treats', () => {
    const again: CourseStep = { ...head('2026-03-02', 'r'), step: 'redosed', courseId: 'c', changeEntryId: 'w' };
    const of = thread([step('2026-03-01', { step: 'given', day: 1 }), again], '2026-03-02');
    expect(of.given).toEqual([{ day: 1, atEpochMs: at('2026-03-01') }]);
    expect([of.redosedIds, of.caseId]).toEqual([['w'], null]);
  });
  it('is ready to end when all is given and changed; ended it asks only for its looks', () => {
    const all = [
      step('2026-03-01', { step: 'given', day: 1 }),
      step('2026-03-03', { step: 'given', day: 3 }),
      step('2026-03-05', { step: 'changed', day: 5 }),
    ];
    expect(readyToEnd(thread(all.slice(0, 2), '2026-03-05'))).toBeFalse();
    expect(readyToEnd(thread(all, '2026-03-05'))).toBeTrue();
    const ended = thread([...all, closed('2026-03-05')], '2026-03-12');
    expect(readyToEnd(ended)).toBeFalse();
    expect(due(ended)).toEqual(['look 12 due']);
    expect(due(thread([...all, closed('2026-03-05'), closed('2026-03-12', 'looked')], '2026-03-13'))).toEqual([]);
  });
  it('ended early, what was not given is dropped', () => {
    expect(thread([closed('2026-03-02')], '2026-03-04').calendar.map((d) => d.state)).toEqual([
      'dropped',
      'dropped',
      'dropped',
      'later',
      'later',
      'later',
    ]);
  });
  it('steps of another course or another tank do not count', () => {
    const other = { ...step('2026-03-01', { step: 'given', day: 1 }), tankId: 'other' };
    const lost = { ...step('2026-03-01', { step: 'given', day: 1 }), courseId: 'x' } as CourseStep;
    expect(due(thread([other, lost], '2026-03-01'))).toEqual(['dose 1 due']);
  });
  it('over the change of clocks days stay days', () => {
    const spring: CourseStep = { ...started, startOn: '2026-03-28' };
    const [of] = courseThreads([spring], { today: '2026-03-30', zone: 'Europe/Berlin' });
    expect(of?.courseDay).toBe(3);
  });
});

describe('a quarantine as it stands', () => {
  const opened: QuarantineStep = {
    ...head('2026-03-01', 'q'),
    step: 'opened',
    school: 'short',
    reason: 'new',
    on: '2026-03-01',
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
      zone: 'UTC',
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
      on,
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
  });
});

describe('a course in the food', () => {
  const food = { bodyMassG: 40, percentOfBodyMass: 2, agentMgPerKgPerDay: 50 };
  const label = { doseDays: [1, 2, 3], changes: [] };
  const fed = (...ate: ('all' | 'some' | 'none' | undefined)[]): CourseThread => {
    const meals = ate.map((who, i): CourseStep => ({
      ...head(`2026-03-0${i + 1}`, `m${i}`),
      step: 'given',
      courseId: 'c',
      day: i + 1,
      ate: who,
    }));
    const [found] = courseThreads([{ ...started, label, food }, ...meals], {
      today: '2026-03-04',
      zone: 'UTC',
    });
    if (!found) throw new Error('no course');
    return found;
  };
  it('has meals for days, with their grams', () => {
    expect(fed('all').calendar.slice(0, 2)).toEqual([
      { day: 1, do: 'dose', foodG: 0.8, agentMg: 2, state: 'done' },
      { day: 2, do: 'dose', foodG: 0.8, agentMg: 2, state: 'late' },
    ]);
  });
  it('one meal that none ate, or two that some left, reach not all; one that some left may still be the first', () => {
    expect([fed('none'), fed('all', 'none'), fed('some', 'some'), fed('none', 'some')].map(mealsRefused)).toEqual([
      true,
      true,
      true,
      true,
    ]);
    expect([fed(), fed('some'), fed('none', 'all'), fed('all', 'some'), fed(undefined)].map(mealsRefused)).toEqual([
      false,
      false,
      false,
      false,
      false,
    ]);
  });
  it('a course in the water says nothing of appetite', () => {
    expect(
      mealsRefused(
        thread([{ ...step('2026-03-01', { step: 'given', day: 1 }), ate: 'none' } as CourseStep], '2026-03-02'),
      ),
    ).toBeFalse();
  });
});

describe('sentinels', () => {
  it('stand with their quarantine: the last that were put beside them', () => {
    const opened: QuarantineStep = {
      ...head('2026-03-01', 'q'),
      step: 'opened',
      school: 'observe',
      reason: 'new',
      on: '2026-03-01',
    };
    const put = (on: string, count: number): QuarantineStep => ({
      ...head(on, on),
      step: 'sentinels',
      quarantineId: 'q',
      kindId: 'platy',
      count,
      on,
    });
    const of = (steps: QuarantineStep[]) =>
      quarantineThreads([opened, ...steps], { happened: [], tempC: () => 25, today: '2026-03-20', zone: 'UTC' })[0]
        ?.sentinels;
    expect(of([])).toBeNull();
    expect(of([put('2026-03-03', 1), put('2026-03-05', 2)])).toEqual(
      jasmine.objectContaining({ count: 2, on: '2026-03-05' }),
    );
  });
});
