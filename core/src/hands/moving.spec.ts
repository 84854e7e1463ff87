import { dayMs } from '#core/units';
import { recorder } from '#core/explain';
import { unwrap } from '#core/result';
import {
  movedDay,
  moveAdvice,
  moveOrder,
  moveTimeline,
  waterToCarry,
  type MoveQuestion,
  tanWithoutFilter,
} from './moving';

const question: MoveQuestion = {
  movingKg: 30,
  lifting: 'two',
  bed: 'inert',
  planted: true,
  hours: 1,
  ailing: false,
  cycling: false,
  inCourse: false,
  tripOn: null,
  today: '2026-03-14',
};
const advised = (more: Partial<MoveQuestion> = {}) => {
  const { school, for: why, against } = moveAdvice({ ...question, ...more });
  return [school, why.map((r) => r.id).join(), against.map((r) => r.id).join()];
};

describe('which way a tank is moved (common practice)', () => {
  it('what may be lifted and is rooted stays in', () => {
    expect(advised()).toEqual(['all-in', 'light-enough,roots-hold', '']);
    expect(advised({ bed: 'none', planted: true, lifting: null })).toEqual(['all-in', '', '']);
  });
  it('what no two people lift, a rich bed shaken for more than an hour, a bed for more than three hours comes out', () => {
    expect(advised({ lifting: 'more' })[0]).toBe('all-out');
    expect([advised({ bed: 'active', hours: 1 })[0], advised({ bed: 'active', hours: 1.5 })[0]]).toEqual([
      'all-in',
      'all-out',
    ]);
    expect([advised({ hours: 3 })[0], advised({ hours: 3.5 })[0]]).toEqual(['all-in', 'all-out']);
  });
  it('not in the week before a journey; a day more is far enough, one that is over counts no more', () => {
    const trip = (tripOn: string) => advised({ tripOn })[2];
    expect([trip('2026-03-14'), trip('2026-03-21'), trip('2026-03-22'), trip('2026-03-13')]).toEqual([
      'trip-soon',
      'trip-soon',
      '',
      '',
    ]);
  });
  it('not while its animals are ill, it is being cycled, or a course runs', () => {
    expect(advised({ ailing: true, cycling: true, inCourse: true })[2]).toBe('ailing,not-cycled,in-course');
  });
});

describe('water for a move', () => {
  it('old and new are the whole; cans of 18 L are full ones (arithmetic)', () => {
    const note = recorder();
    expect(unwrap(waterToCarry({ netVolumeL: 54, choice: 'half' }, note))).toEqual({
      oldL: 27,
      newL: 27,
      cansCount: 2,
    });
    expect(note.explained(null).steps.map((s) => s.id)).toEqual(['old', 'new']);
    expect(unwrap(waterToCarry({ netVolumeL: 45, choice: 'same' })).cansCount).toBe(2);
    const little = unwrap(waterToCarry({ netVolumeL: 100, choice: 'new' }));
    expect([little.oldL, little.newL, little.cansCount]).toEqual([20, 80, 2]);
  });
  it('a tank without a volume is refused', () => {
    expect(waterToCarry({ netVolumeL: 0, choice: 'half' }).ok).toBeFalse();
  });
});

describe('the day of a move', () => {
  const day = (more: Partial<Parameters<typeof moveTimeline>[0]> = {}) =>
    moveTimeline({
      school: 'all-in',
      netVolumeL: 54,
      oldL: 27,
      fishCount: 12,
      swarmCount: 0,
      wayMinutes: 40,
      lifting: 'two',
      ...more,
    });
  const at = (of: ReturnType<typeof day>, id: string): number => of.steps.findIndex((s) => s.id === id);
  it('the heater is off and cool before water goes, and on last of all; the filter before it', () => {
    const of = day();
    expect(of.steps[0]).toEqual({ id: 'plugs-off', atMinutes: 0, minutes: 15, peopleCount: 1 });
    expect(at(of, 'plugs-off')).toBeLessThan(at(of, 'water-drawn'));
    expect(at(of, 'hardscape-out')).toBeLessThan(at(of, 'drain'));
    expect(at(of, 'water-in')).toBeLessThan(at(of, 'animals-in'));
    expect(at(of, 'filter-on')).toBeLessThan(at(of, 'heater-on'));
  });
  it('each step begins when the one before is done; litres and heads take their minutes', () => {
    const of = day();
    for (const [i, step] of of.steps.entries())
      expect(step.atMinutes).toBe(of.steps.slice(0, i).reduce((sum, s) => sum + s.minutes, 0));
    const minutes = (id: string, more = {}) => day(more).steps.find((s) => s.id === id)?.minutes;
    // 27 L at 4 L a minute, 27 L at 5, 12 animals at a minute and a half.
    expect([minutes('water-drawn'), minutes('drain'), minutes('animals-out')]).toEqual([7, 6, 18]);
    expect(minutes('animals-out', { fishCount: 0 })).toBe(5);
    // Two hundred shrimp come by the netful.
    expect(minutes('animals-out', { fishCount: 2, swarmCount: 200 })).toBe(23);
  });
  it('how long the animals are in their boxes runs from their catching to the filter', () => {
    const of = day();
    const from = of.steps[at(of, 'animals-out')]?.atMinutes ?? 0;
    const to = of.steps[at(of, 'filter-on')]?.atMinutes ?? 0;
    expect(of.inBagsMinutes).toBe(to - from);
    expect(day({ wayMinutes: 100 }).inBagsMinutes).toBe(of.inBagsMinutes + 60);
  });
  it('everything out has the bed and the plants as well; the heavy needs four', () => {
    expect(at(day(), 'bed-out')).toBe(-1);
    const out = day({ school: 'all-out', lifting: 'more' });
    for (const id of ['plants-out', 'bed-out', 'bed-in']) expect(at(out, id)).withContext(id).toBeGreaterThan(0);
    expect(out.steps.find((s) => s.id === 'carry')?.peopleCount).toBe(4);
    expect(day({ lifting: 'one' }).steps.find((s) => s.id === 'carry')?.peopleCount).toBe(1);
  });
});

describe('several tanks', () => {
  it('the small first, the precious last whatever its size, days between', () => {
    const tanks = [
      { tankId: 'large', netVolumeL: 200, precious: false },
      { tankId: 'pearl', netVolumeL: 20, precious: true },
      { tankId: 'small', netVolumeL: 50, precious: false },
    ];
    expect(moveOrder(tanks, { firstOn: '2026-03-30', apartDays: 4 })).toEqual([
      { tankId: 'small', on: '2026-03-30' },
      { tankId: 'large', on: '2026-04-03' },
      { tankId: 'pearl', on: '2026-04-07' },
    ]);
  });
});

describe('a day of the watch after a move', () => {
  const on = (atEpochMs: number): string => new Date(atEpochMs).toISOString().slice(0, 10);
  const now = Date.parse('2026-03-14T21:00:00Z');
  const read = (hi: number, daysAgo = 0) => ({ lo: 0, hi, atEpochMs: now - daysAgo * dayMs });
  const day = (tan?: ReturnType<typeof read>, no2?: ReturnType<typeof read>) =>
    movedDay({ ...(tan ? { tanMgPerL: tan } : {}), ...(no2 ? { no2MgPerL: no2 } : {}) }, { today: '2026-03-14', on });
  it('is good where both were read today at nothing, bad where one is not, untested otherwise', () => {
    expect(day(read(0.25), read(0.25))).toBe('good');
    expect(day(read(0.26), read(0))).toBe('bad');
    expect(day(read(0), read(0.5))).toBe('bad');
    expect(day(read(0.5))).toBe('bad');
    expect(day(read(0))).toBe('untested');
    expect(day()).toBe('untested');
  });
  it('yesterday’s reading tests nothing of today, whatever it said', () => {
    expect(day(read(0, 1), read(0))).toBe('untested');
    expect(day(read(5, 1), read(0))).toBe('untested');
  });
});

describe('ammonia without a filter', () => {
  it('is the nitrogen of the nitrate that a day brings: 14.007 of 62.004', () => {
    const found = tanWithoutFilter({ no3MgPerLPerDay: { lo: 1, hi: 2 } });
    expect(found.ok && found.value.tanMgPerLPerDay.lo).toBeCloseTo(0.2259, 4);
    expect(found.ok && found.value.tanMgPerLPerDay.hi).toBeCloseTo(0.4518, 4);
  });
  it('where nitrate falls, none is known to come; what is no number is refused', () => {
    const found = tanWithoutFilter({ no3MgPerLPerDay: { lo: -1, hi: 0 } });
    expect(found.ok && found.value.tanMgPerLPerDay).toEqual({ lo: 0, hi: 0 });
    expect(tanWithoutFilter({ no3MgPerLPerDay: { lo: NaN, hi: 1 } }).ok).toBeFalse();
  });
});
