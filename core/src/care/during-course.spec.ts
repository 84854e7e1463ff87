import { dayMs } from '#core/units';
import fc from 'fast-check';
import {
  agentsIn,
  changesUntilGone,
  exitCriteria,
  filterWatch,
  presentFraction,
  quarantineHappenings,
  redosesDue,
  shareLeft,
  type WaterChanged,
} from './during-course';
import { courseThreads, type CourseStep, type CourseThread } from './course-thread';
import type { QuarantineThread } from './quarantine-thread';

const at = (on: string): number => Date.parse(`${on}T20:00:00Z`);
const head = (on: string, entryId = `e${on}`) => ({ entryId, tankId: 'pen', atEpochMs: at(on), on });
const started: CourseStep = {
  ...head('2026-03-01', 'c'),
  step: 'started',
  agentId: 'D07',
  productName: 'a dewormer',
  label: { packTreatsL: 40, doseDays: [1, 3, 7], changes: [{ day: 5, fraction: 0.25 }] },
  repeats: 0,
  split: false,
  netVolumeL: 80,
  startOn: '2026-03-01',
};
const given = (on: string, day: number): CourseStep => ({ ...head(on, `g${on}`), step: 'given', courseId: 'c', day });
const course = (steps: CourseStep[], today = '2026-03-04'): CourseThread => {
  const [found] = courseThreads([started, ...steps], { today });
  if (!found) throw new Error('no course');
  return found;
};
const change = (on: string, changeFraction: number, tankId = 'pen'): WaterChanged => ({
  entryId: `w${on}`,
  tankId,
  atEpochMs: at(on) + 1000,
  changeFraction,
});
const dayOf = (atEpochMs: number): number => Math.floor((atEpochMs - Date.parse('2026-03-01')) / dayMs) + 1;

describe('what is left of an agent in the water', () => {
  it('each dose less what every change since took along: two doses, a half changed between', () => {
    const changes = [{ atEpochMs: 5, changeFraction: 0.5 }];
    expect(shareLeft({ givenEpochMs: [1, 9], changes, nowEpochMs: 10 })).toBe(1.5);
    expect(shareLeft({ givenEpochMs: [1, 9], changes, nowEpochMs: 8 })).toBe(0.5);
    expect(shareLeft({ givenEpochMs: [5], changes, nowEpochMs: 8 })).toBe(1);
    expect(shareLeft({ givenEpochMs: [], changes, nowEpochMs: 8 })).toBe(0);
  });
  it('never grows by a change, and never falls below nothing (property)', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { maxLength: 12 }), (fractions) => {
        const changes = fractions.map((changeFraction, i) => ({ atEpochMs: i + 1, changeFraction }));
        const left = [...fractions, 0].map((_, i) => shareLeft({ givenEpochMs: [0], changes, nowEpochMs: i }));
        expect(left.every((share, i) => share >= 0 && share <= (left[i - 1] ?? 1))).toBeTrue();
      }),
    );
  });
  it('a quarter at a time a whole dose is gone after eleven changes: 0.75^11 = 0.042 (arithmetic)', () => {
    expect(changesUntilGone({ shareFraction: 1, changeFraction: 0.25 })).toBe(11);
    expect(0.75 ** 10).toBeGreaterThan(presentFraction);
    expect(
      [
        [0.05, 0.25],
        [1, 1],
        [1, 0],
      ].map(([shareFraction = 0, changeFraction = 0]) => changesUntilGone({ shareFraction, changeFraction })),
    ).toEqual([0, 1, null]);
  });
  it('an agent counts while more than a twentieth of a dose is left, and only in its own tank', () => {
    const end: CourseStep = { ...head('2026-03-03', 'x'), step: 'ended', courseId: 'c', verdict: 'better', note: '' };
    const over = course([given('2026-03-01', 1), end]);
    const inTank = (changeFraction: number, tankId = 'pen') =>
      agentsIn([over], { tankId, changes: [change('2026-03-02', changeFraction)], nowEpochMs: at('2026-03-04') }).map(
        (s) => [s.agentId, Number(s.shareFraction.toFixed(3))],
      );
    expect(inTank(0.94)).toEqual([['D07', 0.06]]);
    expect(inTank(0.95)).toEqual([]);
    expect(inTank(0, 'lobby')).toEqual([]);
    // One that runs counts before its first dose: what would meet it tomorrow must be known today.
    expect(
      agentsIn([course([])], { tankId: 'pen', changes: [], nowEpochMs: at('2026-03-04') }).map((s) => [
        s.shareFraction,
        s.ended,
      ]),
    ).toEqual([[0, false]]);
  });
});

describe('what is given in the food', () => {
  const meal = { bodyMassG: 40, percentOfBodyMass: 2, agentMgPerKgPerDay: 50 };
  const fed = (steps: CourseStep[]): CourseThread => {
    const plan = { ...started, label: { doseDays: [1, 3, 7], changes: [] }, food: meal } as CourseStep;
    const [found] = courseThreads([plan, ...steps], { today: '2026-03-04' });
    if (!found) throw new Error('no course');
    return found;
  };
  it('is not in the water: a change asks for nothing, and nothing is left when it is over; while it runs it is in the animals', () => {
    const given1 = given('2026-03-01', 1);
    expect(redosesDue(fed([given1]), { changes: [change('2026-03-02', 0.5)], dayOf })).toEqual([]);
    const inTank = (steps: CourseStep[]) =>
      agentsIn([fed(steps)], { tankId: 'pen', changes: [], nowEpochMs: at('2026-03-04') }).map((a) => a.shareFraction);
    expect(inTank([given1])).toEqual([0]);
    const over: CourseStep = { ...head('2026-03-03', 'x'), step: 'ended', courseId: 'c', verdict: 'better', note: '' };
    expect(inTank([given1, over])).toEqual([]);
  });
});

describe('a change of the keeper’s own while a course runs', () => {
  const due = (steps: CourseStep[], changes: WaterChanged[]) => redosesDue(course(steps), { changes, dayOf });
  it('asks for the dose of the replaced water only: a quarter of 80 L is half a pack of two', () => {
    const [asked] = due([given('2026-03-01', 1)], [change('2026-03-02', 0.25)]);
    // Half a pack cannot be carried out: a pack is dissolved, and half of it given.
    expect(asked?.give).toEqual({
      by: 'stock',
      dissolvedPacksCount: 1,
      waterMl: 100,
      takeMl: 50,
      packs: 0.5,
      doseShare: 0.25,
    });
    expect(asked?.changeEntryId).toBe('w2026-03-02');
  });
  it('not for one before the last dose, not for the label’s own, not in another tank, not twice', () => {
    expect(due([given('2026-03-01', 1), given('2026-03-03', 3)], [change('2026-03-02', 0.25)])).toEqual([]);
    expect(due([given('2026-03-03', 3)], [change('2026-03-05', 0.25)])).toEqual([]);
    expect(due([given('2026-03-01', 1)], [change('2026-03-02', 0.25, 'lobby')])).toEqual([]);
    expect(due([], [change('2026-03-02', 0.25)])).toEqual([]);
    const again: CourseStep = {
      ...head('2026-03-02', 'r'),
      step: 'redosed',
      courseId: 'c',
      changeEntryId: 'w2026-03-02',
    };
    expect(due([given('2026-03-01', 1), again], [change('2026-03-02', 0.25)])).toEqual([]);
  });
  it('not after the last dose of the label, not while it rests, not once it is over', () => {
    expect(due([given('2026-03-01', 1)], [change('2026-03-07', 0.25)]).length).toBe(1);
    expect(due([given('2026-03-01', 1)], [change('2026-03-08', 0.25)])).toEqual([]);
    const rests: CourseStep = { ...head('2026-03-01', 'p'), step: 'paused', courseId: 'c', note: '' };
    const over: CourseStep = { ...head('2026-03-03', 'x'), step: 'ended', courseId: 'c', verdict: 'better', note: '' };
    expect(due([given('2026-03-01', 1), rests], [change('2026-03-02', 0.25)])).toEqual([]);
    expect(due([given('2026-03-01', 1), over], [change('2026-03-02', 0.25)])).toEqual([]);
  });
});

describe('the watch over the filter', () => {
  const on = (atEpochMs: number): string => new Date(atEpochMs).toISOString().slice(0, 10);
  const watch = (steps: CourseStep[], today: string, read: Record<string, string> = {}) =>
    filterWatch(course(steps, today), { readOn: new Map(Object.entries(read)), today, dayOf: on });
  it('from the first dose on, each day, for what was not read that day', () => {
    expect(watch([], '2026-03-01')).toEqual([]);
    expect(watch([given('2026-03-01', 1)], '2026-03-02')).toEqual(['tanMgPerL', 'no2MgPerL']);
    expect(watch([given('2026-03-01', 1)], '2026-03-02', { tanMgPerL: '2026-03-02', no2MgPerL: '2026-03-01' })).toEqual(
      ['no2MgPerL'],
    );
  });
  it('until a week after the end, and not a day longer', () => {
    const over: CourseStep = { ...head('2026-03-08', 'x'), step: 'ended', courseId: 'c', verdict: 'better', note: '' };
    expect(watch([given('2026-03-01', 1), over], '2026-03-15').length).toBe(2);
    expect(watch([given('2026-03-01', 1), over], '2026-03-16')).toEqual([]);
  });
});

describe('what must hold before a quarantine is left', () => {
  const now = at('2026-03-20');
  const pen = (more: Partial<QuarantineThread> = {}, blockedBy: string[] = []): QuarantineThread =>
    ({
      clock: { blockedBy },
      looks: [{ atEpochMs: now - dayMs, appetiteCount: 3 }],
      sentinels: null,
      ...more,
    }) as unknown as QuarantineThread;
  const reads = (tan: number, no2: number, daysAgo = 1) => ({
    tanMgPerL: { lo: 0, hi: tan, atEpochMs: now - daysAgo * dayMs },
    no2MgPerL: { lo: 0, hi: no2, atEpochMs: now - daysAgo * dayMs },
  });
  const met = (of: QuarantineThread, water: Parameters<typeof exitCriteria>[1]['water']) =>
    Object.fromEntries(exitCriteria(of, { water, nowEpochMs: now, today: '2026-03-20' }).map((c) => [c.id, c.met]));
  it('all of it met', () => {
    expect(met(pen(), reads(0.25, 0.1))).toEqual({
      time: true,
      'no-sign': true,
      'no-death': true,
      'no-medicine': true,
      eats: true,
      water: true,
    });
  });
  it('what stands in the way is named by what it is', () => {
    expect(met(pen({}, ['time']), reads(0, 0))['time']).toBeFalse();
    expect(met(pen({}, ['sign-open']), reads(0, 0))).toEqual(
      jasmine.objectContaining({ time: false, 'no-sign': false }),
    );
    expect(met(pen({}, ['death', 'treatment']), reads(0, 0))).toEqual(
      jasmine.objectContaining({ 'no-death': false, 'no-medicine': false }),
    );
    expect(met(pen(), reads(0.26, 0))['water']).toBeFalse();
    const eats = (appetiteCount: number) =>
      met(pen({ looks: [{ atEpochMs: now, appetiteCount }] }), reads(0, 0))['eats'];
    expect([eats(1), eats(2)]).toEqual([false, true]);
  });
  it('what nobody looked at or read within three days is not known; a half that is bad is bad', () => {
    expect(met(pen({ looks: [{ atEpochMs: now - 4 * dayMs, appetiteCount: 3 }] }), reads(0, 0))['eats']).toBeNull();
    expect(met(pen(), reads(0, 0, 4))['water']).toBeNull();
    expect(met(pen(), {})['water']).toBeNull();
    expect(met(pen(), { tanMgPerL: reads(1, 0).tanMgPerL })['water']).toBeFalse();
    expect(met(pen(), { tanMgPerL: reads(0, 0).tanMgPerL })['water']).toBeNull();
  });
  it('sentinels are asked for only where there are some: two weeks beside them, without a sign and without a death', () => {
    const beside = (on: string, blockedBy: string[] = []) =>
      met(pen({ sentinels: { kindId: 'platy', count: 2, on } }, blockedBy), reads(0, 0))['sentinels'];
    expect([beside('2026-03-06'), beside('2026-03-07')]).toEqual([true, false]);
    for (const block of ['sign', 'sign-open', 'death'])
      expect(beside('2026-03-06', [block]))
        .withContext(block)
        .toBeFalse();
    expect(beside('2026-03-06', ['time'])).toBeTrue();
  });
  it('a refuge has no days and no signs to wait for', () => {
    expect(Object.keys(met(pen({ clock: null }), reads(0, 0)))).toEqual(['no-death', 'no-medicine', 'eats', 'water']);
  });
});

describe('what sets the clock of a quarantine', () => {
  const kinds = (entries: Parameters<typeof quarantineHappenings>[0]) =>
    quarantineHappenings(entries).map((h) => h.event.kind);
  it('arrivals, moves in, deaths, wet contacts that were not disinfected, treatments that ended; nothing else', () => {
    const of = { tankId: 'pen', on: '2026-03-01' };
    expect(
      kinds([
        { ...of, kind: 'arrival' },
        { ...of, kind: 'stock', event: 'moved-in' },
        { ...of, kind: 'stock', event: 'arrived' },
        { ...of, kind: 'stock', event: 'died' },
        { ...of, kind: 'stock', event: 'sold' },
        { ...of, kind: 'shared', disinfected: true },
        { ...of, kind: 'shared', disinfected: false },
        { ...of, kind: 'course-ended' },
      ]),
    ).toEqual(['arrival', 'arrival', 'arrival', 'death', 'wet-contact', 'treatment-ended']);
  });
});
