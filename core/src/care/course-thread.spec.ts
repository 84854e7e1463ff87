import fc from 'fast-check';
import {
  courseOutOfPlace,
  courseThreads,
  dueOf,
  mealsRefused,
  readyToEnd,
  takenOf,
  type CourseStep,
  type CourseThread,
} from './course-thread';

const at = (on: string, hour = 21): number => Date.parse(`${on}T${String(hour).padStart(2, '0')}:00:00Z`);
const head = (on: string, entryId = `e${on}`) => ({ entryId, tankId: 'pen', atEpochMs: at(on), on });
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
  const [found] = courseThreads([started, ...steps], { today });
  if (!found) throw new Error('no course');
  return found;
};
const due = (of: CourseThread): string[] => dueOf(of).map((d) => `${d.do} ${d.day} ${d.state}`);

describe('a course as it stands', () => {
  it('asks for what is due today, and for what is late before it', () => {
    expect(due(thread([], '2026-03-01'))).toEqual(['dose 1 due']);
    expect(due(thread([], '2026-03-03'))).toEqual(['dose 1 late', 'dose 3 due']);
    expect(due(thread([step('2026-03-01', { step: 'given', day: 1 })], '2026-03-02'))).toEqual([]);
    expect(thread([], '2026-03-01').give).toEqual({ by: 'packs', packs: 2, doseShare: 1 });
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
    const [of] = courseThreads([spring], { today: '2026-03-30' });
    expect(of?.courseDay).toBe(3);
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

describe('given is given', () => {
  const rest = (on: string, name: 'paused' | 'resumed', hour = 22): CourseStep => ({
    ...head(on, `${name}${on}${hour}`),
    atEpochMs: at(on, hour),
    step: name,
    courseId: 'c',
    note: '',
  });
  const given = (on: string, day: number, hour = 21): CourseStep => ({
    ...head(on, `given${on}${hour}`),
    atEpochMs: at(on, hour),
    step: 'given',
    courseId: 'c',
    day,
  });
  it('a pause after tonight’s dose, and going on, never ask for it again', () => {
    const steps = [given('2026-03-01', 1), rest('2026-03-01', 'paused'), rest('2026-03-02', 'resumed')];
    expect(due(thread(steps.slice(0, 2), '2026-03-01'))).toEqual([]);
    expect(due(thread(steps, '2026-03-02'))).toEqual([]);
    expect(due(thread(steps, '2026-03-04'))).toEqual(['dose 4 due']);
    expect(thread(steps, '2026-03-04').calendar.filter((d) => d.do === 'dose' && d.state === 'done').length).toBe(1);
    // Said once more, on any of the days that it stood on, it has no place.
    for (const day of [1, 2])
      expect(courseOutOfPlace([started, ...steps, given('2026-03-02', day, 23)]).map((o) => o.why.id)).toEqual([
        day === 1 ? 'day-done' : 'day-of-nothing',
      ]);
  });
  it('out of its place: before the start, to come, a day of nothing, twice, missed when given, while it rests', () => {
    const begun: CourseStep = { ...started, atEpochMs: at('2026-03-01', 13) };
    const why = (...steps: CourseStep[]): string[] =>
      courseOutOfPlace([begun, ...steps]).map(({ step: s, why: w }) => `${s.step} ${w.id}`);
    expect(why(given('2026-02-28', 1))).toEqual(['given before-start']);
    expect(why(given('2026-03-01', 400))).toEqual(['given day-of-nothing']);
    expect(why(given('2026-03-01', 3))).toEqual(['given day-to-come']);
    expect(why(given('2026-03-02', 2))).toEqual(['given day-of-nothing']);
    expect(why(given('2026-03-01', 1), given('2026-03-01', 1, 23))).toEqual(['given day-done']);
    expect(why(given('2026-03-01', 1), step('2026-03-02', { step: 'missed', day: 1 }))).toEqual(['missed day-done']);
    expect(why(rest('2026-03-02', 'paused'), given('2026-03-03', 3))).toEqual(['given not-now']);
    expect(why(rest('2026-03-02', 'resumed'))).toEqual(['resumed not-now']);
    expect(why(closed('2026-03-02'), closed('2026-03-03'))).toEqual(['ended not-now']);
    expect(why(closed('2026-03-02'), given('2026-03-03', 3))).toEqual(['given not-now']);
    expect(why({ ...given('2026-03-01', 1), courseId: 'x' } as CourseStep)).toEqual(['given no-start']);
    // What was given before the pause and is written after it has its place.
    expect(why(rest('2026-03-01', 'paused'), given('2026-03-01', 1, 20))).toEqual([]);
    const early: CourseStep = { ...started, atEpochMs: at('2026-02-27'), on: '2026-02-27' };
    expect(courseOutOfPlace([early, given('2026-02-28', 1)]).map((o) => o.why.id)).toEqual(['day-before-start']);
  });
  it('property: any steps in any order give a state that can be, and never more doses than the label has', () => {
    const stepOf = fc.record({
      name: fc.constantFrom('given', 'changed', 'missed', 'paused', 'resumed', 'ended', 'looked', 'redosed'),
      night: fc.integer({ min: 0, max: 25 }),
      hour: fc.integer({ min: 13, max: 23 }),
      day: fc.integer({ min: 1, max: 26 }),
    });
    fc.assert(
      fc.property(
        fc.array(stepOf, { maxLength: 40 }),
        fc.uniqueArray(fc.integer({ min: 1, max: 9 }), { minLength: 1, maxLength: 4 }),
        fc.integer({ min: 0, max: 2 }),
        (made, doseDays, repeats) => {
          const label = { packTreatsL: 40, doseDays, changes: [{ day: 5, fraction: 0.25 }], maxRepeats: 2 };
          const start: CourseStep = { ...started, label, repeats };
          const steps = made.map(({ name, night, hour, day }, i): CourseStep => {
            const on = `2026-03-${String(1 + night).padStart(2, '0')}`;
            const base = { entryId: `s${i}`, tankId: 'pen', atEpochMs: at(on, hour), on, courseId: 'c' };
            if (name === 'paused' || name === 'resumed') return { ...base, step: name, note: '' };
            if (name === 'ended' || name === 'looked') return { ...base, step: name, verdict: 'same', note: '' };
            if (name === 'redosed') return { ...base, step: name, changeEntryId: `w${day}` };
            return { ...base, step: name as 'given', day };
          });
          const [of] = courseThreads([start, ...steps], { today: '2026-03-26' });
          if (!of) throw new Error('no course');
          const most = doseDays.length * (repeats + 1);
          const out = courseOutOfPlace([start, ...steps]);
          const doses = of.calendar.filter((d) => d.do === 'dose');
          const canBe =
            of.given.length <= most &&
            doses.length === most &&
            doses.filter((d) => d.state === 'done').length === of.given.length &&
            new Set(doses.map((d) => d.day)).size === most &&
            !(of.ended !== null && of.pausedOn !== null) &&
            // Either it has its place or it is named: nothing is lost between the two.
            out.length + of.given.length <= made.length &&
            of.given.length + out.filter((o) => o.step.step === 'given').length ===
              steps.filter((s) => s.step === 'given').length;
          expect(canBe).toBeTrue();
        },
      ),
      { numRuns: 400, seed: 20260314 },
    );
  });
});
