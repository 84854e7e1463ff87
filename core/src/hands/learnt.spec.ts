import { dayMs } from '#core/units';
import { flowGains, moveCosts, stirredUp } from './learnt';
import type { HandsStep } from './threads';

const jug = (day: number, secondsPerL: number, tankId = 'a') => ({
  step: 'flow' as const,
  tankId,
  atEpochMs: day * dayMs,
  secondsPerL,
});
const cleaned = (day: number, what = 'sponge') => ({
  step: 'cleaned' as const,
  tankId: 'a',
  atEpochMs: day * dayMs,
  what,
});

describe('what cleaning did to the flow', () => {
  it('the last jug before beside the first after: 15 s a litre to 10 is half as much again (arithmetic)', () => {
    const [gain] = flowGains([jug(1, 30), jug(9, 15), cleaned(10), jug(11, 10), jug(12, 9)]);
    expect([gain?.beforeSecondsPerL, gain?.afterSecondsPerL]).toEqual([15, 10]);
    expect(gain?.gainFraction).toBeCloseTo(0.5, 9);
  });
  it('a jug too long before or after, of another tank, or none, tells nothing; neither does a bed', () => {
    const count = (...steps: Parameters<typeof flowGains>[0]) => flowGains(steps).length;
    expect([count(jug(10, 15), cleaned(40), jug(41, 10)), count(jug(9, 15), cleaned(40), jug(41, 10))]).toEqual([1, 0]);
    expect([count(jug(9, 15), cleaned(10), jug(17, 10)), count(jug(9, 15), cleaned(10), jug(18, 10))]).toEqual([1, 0]);
    expect(count(jug(9, 15, 'b'), cleaned(10), jug(11, 10))).toBe(0);
    expect(count(jug(9, 15), cleaned(10, 'bed'), jug(11, 10))).toBe(0);
    expect(count(jug(9, 15), cleaned(10, 'prefilter'), jug(11, 10))).toBe(1);
  });
});

describe('what a move cost', () => {
  const moved: HandsStep = { entryId: 'm', tankId: 'a', atEpochMs: 0, on: '2026-03-01', step: 'moved' };
  const day = (on: string, good: boolean): HandsStep => ({
    entryId: on,
    tankId: 'a',
    atEpochMs: 0,
    on,
    step: 'move-day',
    movedId: 'm',
    good,
  });
  const run = (from: number, to: number) =>
    Array.from({ length: to - from + 1 }, (_, i) => day(`2026-03-${String(from + i).padStart(2, '0')}`, true));
  it('seven good days from the next day on are the least', () => {
    expect(moveCosts([moved, ...run(2, 8)])).toEqual([
      { entryId: 'm', tankId: 'a', movedOn: '2026-03-01', leastDays: 7, tookDays: 7, badDaysCount: 0 },
    ]);
  });
  it('a bad day begins them anew; six are not seven; what comes after the end is not counted', () => {
    const [cost] = moveCosts([moved, ...run(2, 4), day('2026-03-05', false), ...run(6, 20)]);
    expect([cost?.tookDays, cost?.badDaysCount]).toEqual([11, 1]);
    expect(moveCosts([moved, ...run(2, 7)])[0]?.tookDays).toBeNull();
  });
});

describe('what a move stirred up', () => {
  const read = (day: number, lo: number, hi: number, parameter = 'tanMgPerL') => ({
    ...{ parameter, lo, hi },
    atEpochMs: day * dayMs,
  });
  const highest = (...readings: ReturnType<typeof read>[]) =>
    stirredUp({ movedEpochMs: 100 * dayMs, readings }).map((s) => `${s.parameter} ${s.reading.lo}-${s.reading.hi}`);
  it('is the highest of each value by its upper end, of two weeks', () => {
    expect(highest(read(101, 0, 0.5), read(103, 0.4, 1), read(105, 0.5, 0.6), read(102, 0, 0.1, 'no2MgPerL'))).toEqual([
      'no2MgPerL 0-0.1',
      'tanMgPerL 0.4-1',
    ]);
    expect(highest(read(99.9, 8, 8), read(114.1, 8, 8))).toEqual([]);
    expect(highest(read(100, 1, 1))).toEqual(['tanMgPerL 1-1']);
    expect(highest(read(100, 1, 1), read(114, 2, 2))).toEqual(['tanMgPerL 2-2']);
  });
});
