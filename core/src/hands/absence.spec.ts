import { unwrap } from '#core/result';
import { absence, changedBefore, productionShare, standInDays, type AbsenceValue } from './absence';

const kh = (more: Partial<AbsenceValue> = {}): AbsenceValue => ({
  parameter: 'khDegrees',
  now: { lo: 4, hi: 6 },
  productionPerDay: { lo: -0.2, hi: -0.1 },
  floor: 3,
  ...more,
});
const leaves = (value: AbsenceValue, days = 30) => unwrap(absence({ days, perParameter: [value] })).leaves;

describe('what falls while nobody changes the water', () => {
  it('leaves by its floor: earliest at the lower ends, likely at the middles (arithmetic)', () => {
    // (4 − 3) / 0.2 = 5; (5 − 3) / 0.15 = 13.3
    const [found] = leaves(kh());
    expect(found).toEqual(jasmine.objectContaining({ parameter: 'khDegrees', earliestDay: 5, side: 'below' }));
    expect(found?.likelyDay).toBeCloseTo(13.333, 3);
  });
  it('is below already on day 0, is left out where it does not fall, or only after the absence', () => {
    expect(leaves(kh({ now: { lo: 3, hi: 5 } }))[0]?.earliestDay).toBe(0);
    expect(leaves(kh({ now: { lo: 2.9, hi: 5 }, productionPerDay: { lo: 0, hi: 0 } }))[0]?.earliestDay).toBe(0);
    expect(leaves(kh({ productionPerDay: { lo: 0, hi: 0 } }))).toEqual([]);
    // On its floor and not falling it is in its band.
    expect(leaves(kh({ now: { lo: 3, hi: 3 }, productionPerDay: { lo: 0, hi: 0 } }))).toEqual([]);
    expect([leaves(kh(), 5).length, leaves(kh(), 4.9).length]).toEqual([1, 0]);
  });
  it('a band with both ends is watched at both; evaporation concentrates, it holds no floor', () => {
    const both = kh({ productionPerDay: { lo: -0.2, hi: 0.5 }, ceiling: 8, evaporationFractionPerDay: 0.01 });
    // (8 − 6) / (0.5 + 8 × 0.01) = 3.45
    expect(leaves(both).map((l) => [l.side ?? 'above', Number(l.earliestDay.toFixed(2))])).toEqual([
      ['above', 3.45],
      ['below', 5],
    ]);
  });
  it('a value without an end of a band is refused by field', () => {
    const none = absence({ days: 3, perParameter: [kh({ floor: undefined })] });
    expect(none.ok ? null : none.refusal).toEqual(
      jasmine.objectContaining({ kind: 'missing', field: 'perParameter.0.ceiling' }),
    );
  });
});

describe('what if', () => {
  it('a third of the build-up goes on without food; daily food is the usual build-up, more is not more (our own estimate)', () => {
    expect(productionShare(null)).toBeCloseTo(1 / 3, 9);
    expect(productionShare(1)).toBe(1);
    expect(productionShare(0.5)).toBe(1);
    expect(productionShare(3)).toBeCloseTo(1 / 3 + 2 / 9, 9);
  });
  it('a change on the eve mixes both ends with the new water (balance of the mixture)', () => {
    expect(changedBefore({ now: { lo: 20, hi: 30 }, changeFraction: 0.4, sourceValue: 5 })).toEqual({ lo: 14, hi: 20 });
    expect(changedBefore({ now: { lo: 20, hi: 30 }, changeFraction: 0, sourceValue: 5 })).toEqual({ lo: 20, hi: 30 });
  });
});

describe('the days of a stand-in', () => {
  it('every day is looked at, every third fed, the first portion three days after leaving; as many as are counted out', () => {
    const days = standInDays({ fromOn: '2026-03-27', toOn: '2026-04-05', feedEveryDays: 3 });
    expect(days.length).toBe(9);
    expect(days.filter((d) => d.feeds).map((d) => d.on)).toEqual(['2026-03-30', '2026-04-02', '2026-04-05']);
    expect(days[0]).toEqual({ on: '2026-03-28', day: 1, feeds: false });
  });
  it('without food, or over before a portion is due, none is fed', () => {
    const fed = (feedEveryDays: number) =>
      standInDays({ fromOn: '2026-03-01', toOn: '2026-03-04', feedEveryDays }).filter((d) => d.feeds).length;
    expect([fed(Infinity), fed(4), fed(3), fed(1)]).toEqual([0, 0, 1, 3]);
  });
});
