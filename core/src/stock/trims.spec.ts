import { dayMs } from '#core/units';
import { afterTrims, learntTrimMinutes, roundsUntilShaping, type TrimSession } from './trims';

const session = (day: number, of: Partial<TrimSession> = {}): TrimSession => ({
  atEpochMs: day * dayMs,
  kindId: 'rotala',
  workMinutes: null,
  topsCount: null,
  ...of,
});

describe('minutes with the scissors', () => {
  const timed = (...minutes: number[]) => minutes.map((workMinutes, i) => session(i, { workMinutes }));
  it('are known from three timed sessions on: their middle', () => {
    expect(learntTrimMinutes(timed(30, 50))).toBeNull();
    expect(learntTrimMinutes(timed(30, 50, 40))).toBe(40);
    expect(learntTrimMinutes([...timed(30, 50), session(9)])).toBeNull();
  });
  it('several plants of one sitting are one session, and only the last nine count', () => {
    const together = [session(1, { workMinutes: 30 }), session(1, { kindId: 'moss', workMinutes: 30 })];
    expect(learntTrimMinutes([...together, session(2, { workMinutes: 20 })])).toBeNull();
    expect(learntTrimMinutes(timed(900, ...Array<number>(9).fill(10)))).toBe(10);
  });
});

describe('rounds until shaping', () => {
  it('three rounds of tops that were put back, of this plant (common practice)', () => {
    const put = (day: number, kindId = 'rotala') => session(day, { kindId, topsCount: 6 });
    expect(roundsUntilShaping([], 'rotala')).toBe(3);
    expect(roundsUntilShaping([put(1), put(2, 'ludwigia'), session(3), session(4, { topsCount: 0 })], 'rotala')).toBe(
      2,
    );
    expect(roundsUntilShaping([put(1), put(2), put(3), put(4)], 'rotala')).toBe(0);
  });
});

describe('what followed the trims of a tank', () => {
  const read = (day: number, middleValue: number) => ({ atEpochMs: day * dayMs, middleValue });
  const trims = [10, 40, 70].map((d) => d * dayMs);
  it('the last reading before against the last within two weeks after: the middle of three, and how often it rose', () => {
    const readings = [read(8, 10), read(20, 15), read(38, 12), read(50, 14), read(68, 20), read(80, 17)];
    expect(afterTrims({ trimsAtEpochMs: trims, readings })).toEqual({ trimsCount: 3, higherCount: 2, movedValue: 2 });
  });
  it('silent under three trims that can be told', () => {
    const readings = [read(8, 10), read(20, 15), read(38, 12), read(50, 14), read(59, 20), read(85, 17)];
    expect(afterTrims({ trimsAtEpochMs: trims, readings })).toBeNull();
    expect(afterTrims({ trimsAtEpochMs: [], readings })).toBeNull();
  });
});
