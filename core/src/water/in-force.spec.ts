import { dayMs } from '#core/units';
import { leavesFirst, nextChange, openStep, routineInForce } from './index';

const now = Date.UTC(2026, 2, 14, 21, 30);
type Done = Parameters<typeof routineInForce>[0]['past'][number];
const habitOf = (past: readonly Done[]) => routineInForce({ said: null, past, nowEpochMs: now });
type Said = NonNullable<Parameters<typeof routineInForce>[0]['said']>;
type Planned = Parameters<typeof openStep>[0]['planned'][number];

const done = (daysAgo: number, over: Partial<Done> = {}): Done => ({
  atEpochMs: now - daysAgo * dayMs,
  changeFraction: 0.2,
  changeL: 20,
  sourceId: 'tap',
  how: 'poured',
  sequenceId: null,
  ...over,
});
const said = (daysAgo: number, over: Partial<Said> = {}): Said => ({
  saidEpochMs: now - daysAgo * dayMs,
  everyDays: 7,
  changeFraction: 0.3,
  sourceId: 'tap',
  how: 'dripped',
  changeMinutes: 25,
  ramp: [],
  ...over,
});

describe('the routine in force', () => {
  it('is the keeper’s word before any habit', () => {
    const past = [done(3), done(10), done(17)];
    expect(routineInForce({ said: said(30), past, nowEpochMs: now })).toEqual({
      everyDays: 7,
      changeFraction: 0.3,
      sourceId: 'tap',
      how: 'dripped',
      changeMinutes: 25,
      by: 'keeper',
    });
    expect(routineInForce({ said: null, past, nowEpochMs: now })?.by).toBe('habit');
    expect(routineInForce({ said: null, past: [], nowEpochMs: now })).toBeNull();
  });

  it('led in over weeks: each week has its step, the first from the hour it was said, and then the whole', () => {
    const ramp = [
      { everyDays: 3, changeFraction: 0.1 },
      { everyDays: 5, changeFraction: 0.2 },
    ];
    const at = (daysAgo: number) => {
      const r = routineInForce({ said: said(daysAgo, { ramp }), past: [], nowEpochMs: now });
      return [r?.everyDays, r?.changeFraction];
    };
    expect(at(0)).toEqual([3, 0.1]);
    expect(at(6.99)).toEqual([3, 0.1]);
    expect(at(7)).toEqual([5, 0.2]);
    expect(at(13.9)).toEqual([5, 0.2]);
    expect(at(14)).toEqual([7, 0.3]);
    expect(at(-2)).withContext('said for a day to come: its first step').toEqual([3, 0.1]);
  });

  it('two waters in turn: the one that was not poured last, and its own first of all', () => {
    const next = (past: readonly Done[], over: Partial<Said> = {}) =>
      routineInForce({ said: said(30, { otherSourceId: 'ro', ...over }), past, nowEpochMs: now })?.sourceId;
    expect(next([])).toBe('tap');
    expect(next([done(3, { sourceId: 'tap' })])).toBe('ro');
    expect(next([done(3, { sourceId: 'ro' }), done(10, { sourceId: 'tap' })])).toBe('tap');
    expect(next([done(3, { sourceId: 'lake' })]))
      .withContext('a third water does not turn it')
      .toBe('tap');
    expect(next([done(3, { sourceId: 'tap' })], { otherSourceId: undefined })).toBe('tap');
  });
});

describe('a habit', () => {
  it('takes three changes, and is their usual distance, size and the newest water', () => {
    expect(habitOf([done(1), done(8)])).toBeNull();
    expect(habitOf([])).toBeNull();
    const past = [
      done(1, { changeFraction: 0.1, sourceId: 'ro', how: 'dripped' }),
      done(8, { changeFraction: 0.2 }),
      done(15, { changeFraction: 0.4 }),
    ];
    expect(habitOf(past)).toEqual(
      jasmine.objectContaining({ everyDays: 7, changeFraction: 0.2, sourceId: 'ro', how: 'dripped', by: 'habit' }),
    );
  });
  it('to the half day, and one missed week does not make it longer: the middle, not the mean', () => {
    expect(habitOf([done(0), done(3.3), done(6.7)])?.everyDays).toBe(3.5);
    expect(habitOf([done(0), done(7), done(14), done(42)])?.everyDays).toBe(7);
  });
  it('two changes of one sitting are one; nothing but one sitting is no rhythm', () => {
    expect(habitOf([done(0), done(0.1), done(7), done(14)])?.everyDays).toBe(7);
    expect(habitOf([done(0), done(0.1), done(0.2)])).toBeNull();
    expect(habitOf([done(0), done(0.25), done(0.5)])?.everyDays)
      .withContext('never oftener than twice a day')
      .toBe(0.5);
  });
  it('takes longer the more is carried', () => {
    const minutes = (changeL: number) =>
      habitOf([done(0, { changeL }), done(7, { changeL }), done(14, { changeL })])?.changeMinutes ?? 0;
    expect(minutes(60)).toBeGreaterThan(minutes(5));
  });
});

describe('the open step of a sequence', () => {
  const plan = (sequenceId: string, daysAgo: number): Planned => ({
    sequenceId,
    plannedEpochMs: now - daysAgo * dayMs,
    sourceId: `water of ${sequenceId}`,
    changes: [
      { atDay: 0, changeFraction: 0.1 },
      { atDay: 2, changeFraction: 0.15 },
    ],
  });
  const step = (planned: readonly Planned[], past: readonly Done[] = [], ended: readonly string[] = []) =>
    openStep({ planned, past, endedIds: new Set(ended) });
  it('counts what was done of it, and says the day', () => {
    expect(step([plan('a', 3)])).toEqual({
      sequenceId: 'a',
      sourceId: 'water of a',
      changeFraction: 0.1,
      stepIndex: 1,
      stepsCount: 2,
      dueEpochMs: now - 3 * dayMs,
    });
    expect(step([plan('a', 3)], [done(3, { sequenceId: 'a' }), done(3), done(2, { sequenceId: 'b' })])).toEqual(
      jasmine.objectContaining({ stepIndex: 2, changeFraction: 0.15, dueEpochMs: now - dayMs }),
    );
  });
  it('nothing is open where all is done, it was ended, or none was planned', () => {
    expect(step([plan('a', 3)], [done(3, { sequenceId: 'a' }), done(1, { sequenceId: 'a' })])).toBeNull();
    expect(step([plan('a', 3)], [], ['a'])).toBeNull();
    expect(step([])).toBeNull();
  });
  it('the newest that is open: an older one where the newer was ended or done', () => {
    expect(step([plan('a', 5), plan('b', 1)])?.sequenceId).toBe('b');
    expect(step([plan('a', 5), plan('b', 1)], [], ['b'])?.sequenceId).toBe('a');
    expect(
      step([plan('a', 5), plan('b', 1)], [done(1, { sequenceId: 'b' }), done(0, { sequenceId: 'b' })])?.sequenceId,
    ).toBe('a');
  });
});

describe('what is due next', () => {
  const routine = {
    everyDays: 7,
    changeFraction: 0.2,
    sourceId: 'tap',
    how: 'poured',
    changeMinutes: 20,
    by: 'keeper',
  } as const;
  it('by the routine from the last change on; late is below nought', () => {
    const due = (daysAgo: number) =>
      nextChange({ routine, sequence: null, lastEpochMs: now - daysAgo * dayMs, nowEpochMs: now });
    expect(due(3)).toEqual({ waterId: 'tap', changeFraction: 0.2, dueDays: 4 });
    expect(due(9.26).dueDays).toBe(-2.3);
  });
  it('a sequence that is open goes before it, with its own water, size and day', () => {
    const sequence = {
      sequenceId: 'a',
      sourceId: 'ro',
      changeFraction: 0.05,
      stepIndex: 1,
      stepsCount: 3,
      dueEpochMs: now + 1.5 * dayMs,
    };
    expect(nextChange({ routine, sequence, lastEpochMs: now - 3 * dayMs, nowEpochMs: now })).toEqual({
      waterId: 'ro',
      changeFraction: 0.05,
      dueDays: 1.5,
    });
  });
});

describe('what leaves its band first', () => {
  const fan = (mean: number) => ({ mean, lo: mean, hi: mean });
  const first = (
    rows: readonly [parameter: 'no3MgPerL' | 'ghDegrees' | 'khDegrees', level: number, perDay: number][],
    bands: Parameters<typeof leavesFirst>[0]['bands'],
  ) =>
    leavesFirst({
      outlooks: rows.map(([parameter, level, perDay]) => ({
        parameter,
        level: fan(level) as never,
        productionPerDay: fan(perDay) as never,
      })),
      bands,
    });
  const bands = [
    { parameter: 'no3MgPerL', lo: null, hi: 30 },
    { parameter: 'ghDegrees', lo: 4, hi: 8 },
  ] as const;
  it('the earliest of all, whichever stands first', () => {
    expect(
      first(
        [
          ['no3MgPerL', 20, 2],
          ['ghDegrees', 6, 1],
        ],
        bands,
      ),
    ).toEqual({ parameter: 'ghDegrees', atDay: 2 });
    expect(
      first(
        [
          ['ghDegrees', 6, 1],
          ['no3MgPerL', 20, 2],
        ],
        bands,
      ),
    ).toEqual({ parameter: 'ghDegrees', atDay: 2 });
    expect(
      first(
        [
          ['ghDegrees', 6, 0.1],
          ['no3MgPerL', 20, 2],
        ],
        bands,
      ),
    ).toEqual({ parameter: 'no3MgPerL', atDay: 5 });
  });
  it('nothing where it has no band, stays in, or would only in more than eight weeks', () => {
    expect(first([['khDegrees', 6, 5]], bands)).toBeNull();
    expect(first([['ghDegrees', 6, 0]], bands)).toBeNull();
    expect(first([['no3MgPerL', 20, 10 / 56]], bands)?.atDay).toBeCloseTo(56, 6);
    expect(first([['no3MgPerL', 20, 10 / 56.1]], bands)).toBeNull();
    expect(first([], bands)).toBeNull();
  });
  it('what is out already leaves today', () => {
    expect(first([['no3MgPerL', 35, 0]], bands)).toEqual({ parameter: 'no3MgPerL', atDay: 0 });
  });
});
