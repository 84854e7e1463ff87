import { dayMs } from '#core/units';
import { whatCameBefore, type BeforeInput } from './before';

const on = <T extends string>(id: T, days: readonly number[]) =>
  days.map((day) => ({ id, atEpochMs: (day + 0.5) * dayMs }));
const book = (died: readonly number[], changed: readonly number[], lastDay = 99): BeforeInput => ({
  fromEpochMs: 0,
  toEpochMs: lastDay * dayMs,
  outcomes: on('died', died),
  things: on('big-change', changed),
});

describe('what came before', () => {
  it('counts the days after a change against the other days, a day of many deaths once', () => {
    const [row] = whatCameBefore(book([10, 10, 11, 40, 60, 80, 90], [10, 40]));
    expect(row).toEqual(
      jasmine.objectContaining({ afterDays: 6, otherDays: 94, afterCount: 3, otherCount: 3, questionCount: 1 }),
    );
    expect(row?.rateRatio).toBeCloseTo(3 / 6 / (3 / 94), 10);
  });
  it('is the exact interval of Clopper and Pearson: 4 of 5 is 0.2836 to 0.9949 (their table, from memory)', () => {
    // 50 days after, 50 days other: the ratio of rates is then share / (1 - share).
    const changed = Array.from({ length: 17 }, (_, i) => i * 3);
    const [row] = whatCameBefore(book([1, 5, 9, 13, 80], changed, 101));
    expect([row?.afterDays, row?.otherDays]).toEqual([51, 51]);
    expect(row?.lo).toBeCloseTo(0.2836 / (1 - 0.2836), 3);
    expect((row?.hi ?? 0) / (1 + (row?.hi ?? 0))).toBeCloseTo(0.9949, 4);
  });
  it('never on other days: any number of times more, the bottom from 0.025 ^ (1/n)', () => {
    const [row] = whatCameBefore(book([10, 11, 12, 40, 41], [10, 40]));
    expect([row?.rateRatio, row?.hi]).toEqual([null, null]);
    const share = 0.025 ** (1 / 5);
    expect(row?.lo).toBeCloseTo((share / (1 - share)) * (94 / 6), 6);
    expect(row?.more).toBeTrue();
  });
  it('never after it: the bottom is nothing, and it is not said to come after', () => {
    const [row] = whatCameBefore(book([50, 51, 52, 53, 54], [10]));
    expect([row?.lo, row?.afterCount, row?.more]).toEqual([0, 0, false]);
  });
  it('is silent below five days with it, without the thing, and where every day is after it', () => {
    expect(whatCameBefore(book([10, 11, 12, 40], [10]))).toEqual([]);
    expect(whatCameBefore(book([10, 11, 12, 40, 41], []))).toEqual([]);
    expect(whatCameBefore(book([0, 1, 2, 3, 4], [0, 3], 5))).toEqual([]);
    expect(whatCameBefore({ ...book([1, 2, 3, 4, 5], [1]), toEpochMs: 0 })).toEqual([]);
  });
  it('the more is asked, the wider the interval', () => {
    const one = whatCameBefore(book([10, 11, 40, 60, 80], [10, 40]))[0];
    const two = whatCameBefore({
      ...book([10, 11, 40, 60, 80], [10, 40]),
      things: [...on('big-change', [10, 40]), ...on('food', [70])],
    }).find((r) => r.thing === 'big-change');
    expect(two?.questionCount).toBe(2);
    expect(two?.lo).toBeLessThan(one?.lo ?? 0);
    expect(two?.hi ?? 0).toBeGreaterThan(one?.hi ?? Infinity);
  });
  it('what is outside the book does not count', () => {
    const rows = whatCameBefore(book([-3, 10, 11, 12, 40, 41, 200], [10, -1]));
    expect(rows[0]?.afterCount).toBe(3);
    // The window of the change a day before the book began reaches two days into it.
    expect(rows[0]?.afterDays).toBe(5);
  });
  it('where deaths have nothing to do with changes, hardly ever says so (Monte Carlo, 5 % at most beside noise)', () => {
    let seed = 7;
    const next = (): number => (seed = (seed * 16807) % 2147483647) / 2147483647;
    let said = 0;
    for (let run = 0; run < 400; run++) {
      const died = Array.from({ length: 12 }, () => Math.floor(next() * 100));
      if (whatCameBefore(book(died, [5, 33, 61, 80])).some((r) => r.more)) said++;
    }
    expect(said / 400).toBeLessThan(0.05);
  });
});
