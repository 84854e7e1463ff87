import { unwrap } from '#core/result';
import { ichCycleDays, ichTiming } from './ich';
import { quarantineClock, type QuarantineEvent, type QuarantineSchool } from './quarantine';

describe('white spot by warmth (F1, from memory)', () => {
  const at = (tempC: number) => unwrap(ichTiming({ tempC }));
  it('holds the rows: 10, 15, 20, the plateau of 24 to 26, 28, and heat alone from 30', () => {
    expect(at(10)).toEqual({ redoseDays: { lo: 5, hi: 7 }, treatAtLeastDays: 35 });
    expect(at(15)).toEqual({ redoseDays: { lo: 3, hi: 5 }, treatAtLeastDays: 21 });
    expect(at(20)).toEqual({ redoseDays: { lo: 2, hi: 3 }, treatAtLeastDays: 14 });
    for (const tempC of [24, 25, 26]) expect(at(tempC)).toEqual({ redoseDays: { lo: 1, hi: 2 }, treatAtLeastDays: 10 });
    expect(at(28)).toEqual({ redoseDays: { lo: 1, hi: 1 }, treatAtLeastDays: 7 });
    for (const tempC of [30, 32]) expect(at(tempC)).toEqual({ redoseDays: null, treatAtLeastDays: 14 });
  });
  it('is linear between them', () => {
    expect(at(22)).toEqual({ redoseDays: { lo: 1.5, hi: 2.5 }, treatAtLeastDays: 12 });
    expect(at(27).treatAtLeastDays).toBeCloseTo(8.5, 9);
    expect(at(29.9).redoseDays).toEqual({ lo: 1, hi: 1 });
  });
  it('refuses below 10 and above 32 °C', () => {
    expect([9.9, 32.1, NaN].map((tempC) => ichTiming({ tempC }).ok)).toEqual([false, false, false]);
  });
  it('the cycle: 40 days at 10, 4.5 from 24 on, below 10 as at 10', () => {
    expect([10, 15, 20, 24, 26].map(ichCycleDays)).toEqual([40, 15, 8.5, 4.5, 4.5]);
    expect(ichCycleDays(22)).toBeCloseTo(6.5, 9);
    expect(ichCycleDays(4)).toBe(40);
  });
});

describe('the clock of a quarantine', () => {
  const clock = (events: QuarantineEvent[], more: { school?: QuarantineSchool; tempC?: number; today?: string } = {}) =>
    unwrap(quarantineClock({ school: 'observe', tempC: 25, today: '2026-03-29', events, ...more }));
  const arrival: QuarantineEvent = { on: '2026-03-01', kind: 'arrival' };
  it('runs its school’s days from the arrival: 28, 42, 28, 14, 14', () => {
    const schools: QuarantineSchool[] = ['observe', 'prophylactic', 'shrimp', 'short', 'plants'];
    expect(schools.map((school) => clock([arrival], { school }).exitOn)).toEqual([
      '2026-03-29',
      '2026-04-12',
      '2026-03-29',
      '2026-03-15',
      '2026-03-15',
    ]);
  });
  it('on the day itself time is over, the day before not', () => {
    expect(clock([arrival]).blockedBy).toEqual([]);
    expect(clock([arrival], { today: '2026-03-28' }).blockedBy).toEqual(['time']);
  });
  it('begins again with a newer arrival, a wet contact, the end of a sign, the end of a treatment; not with a death', () => {
    for (const kind of ['arrival', 'wet-contact', 'sign-ended', 'treatment-ended'] as const)
      expect(clock([arrival, { on: '2026-03-10', kind }]).clockStartOn)
        .withContext(kind)
        .toBe('2026-03-10');
    const died = clock([arrival, { on: '2026-03-20', kind: 'death' }]);
    expect([died.clockStartOn, died.blockedBy]).toEqual(['2026-03-01', ['death']]);
  });
  it('a sign without an end has no exit; one that ended on the same day has', () => {
    const open = clock([arrival, { on: '2026-03-10', kind: 'sign' }]);
    expect([open.exitOn, open.stretchedExitOn, open.blockedBy]).toEqual([null, null, ['sign-open']]);
    const again = clock([
      arrival,
      { on: '2026-03-10', kind: 'sign' },
      { on: '2026-03-12', kind: 'sign-ended' },
      { on: '2026-03-20', kind: 'sign' },
    ]);
    expect(again.blockedBy).toEqual(['sign-open', 'sign']);
    const ended = clock([arrival, { on: '2026-03-10', kind: 'sign' }, { on: '2026-03-10', kind: 'sign-ended' }]);
    expect([ended.exitOn, ended.setBy]).toEqual(['2026-04-07', 'sign-ended']);
  });
  it('no sign, no death, no medicine for 14 days: on the fourteenth day it is over', () => {
    const at = (kind: QuarantineEvent['kind'], on: string) =>
      clock(
        [
          { on: '2026-01-01', kind: 'arrival' },
          { on, kind },
        ],
        { today: '2026-06-01' },
      ).blockedBy;
    expect(at('death', '2026-05-19')).toEqual(['death']);
    expect(at('death', '2026-05-18')).toEqual([]);
    expect(at('treatment-ended', '2026-05-19')).toEqual(['time', 'treatment']);
    expect(at('sign-ended', '2026-05-19')).toEqual(['time', 'sign']);
  });
  it('stretches in the cold as a warning, and moves nothing: 22 °C makes 28 days 41', () => {
    const cold = clock([arrival], { tempC: 22 });
    expect([cold.exitOn, cold.stretchedExitOn]).toEqual(['2026-03-29', '2026-04-11']);
    expect(clock([arrival], { tempC: 24 }).stretchedExitOn).toBeNull();
    expect(clock([arrival], { tempC: 20, school: 'short' }).stretchedExitOn).toBe('2026-03-28');
  });
  it('refuses the future, days that are none, and a quarantine that nothing began', () => {
    const of = (events: QuarantineEvent[], today = '2026-03-29', tempC = 25) => {
      const got = quarantineClock({ school: 'observe', tempC, today, events });
      return got.ok ? null : got.refusal.kind;
    };
    expect(of([{ on: '2026-03-30', kind: 'arrival' }])).toBe('malformed');
    expect(of([{ on: '2026-02-30', kind: 'arrival' }])).toBe('malformed');
    expect(of([arrival], '29.3.2026')).toBe('malformed');
    expect([of([]), of([{ on: '2026-03-01', kind: 'death' }])]).toEqual(['missing', 'missing']);
    expect(of([arrival], '2026-03-29', NaN)).toBe('not-a-number');
  });
  it('over the change of clocks days stay days', () => {
    expect(clock([{ on: '2026-03-20', kind: 'arrival' }], { school: 'short', today: '2026-04-03' }).exitOn).toBe(
      '2026-04-03',
    );
  });
});
