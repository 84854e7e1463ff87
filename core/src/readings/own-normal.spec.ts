import { dayMs } from '#core/units';
import fc from 'fast-check';
import { caseOf, toleranceOf } from '#core/checks';
import { medianOf, modifiedZScores, ownNormal, unusualSide } from './index';

const weekly = (values: readonly number[], halfWidth = 0.5) =>
  values.map((v, i) => ({ lo: v - halfWidth, hi: v + halfWidth, atEpochMs: i * 7 * dayMs }));

describe('modified z score (Iglewicz & Hoaglin 1993, from memory)', () => {
  it('gives the published scores of six values and flags the sixth', () => {
    const c = caseOf('stat-modz-1');
    const scores = modifiedZScores({ values: c.inputs['x'] as number[], leastMadValue: 0 });
    (c.expected['z'] as number[]).forEach((z, i) => {
      expect(Math.abs((scores[i] ?? NaN) - z)).toBeLessThanOrEqual(toleranceOf(c, z));
    });
    const flagged = scores.flatMap((z, i) => (Math.abs(z) > 3.5 ? [i] : []));
    expect(flagged).toEqual(c.expected['outlier_indices'] as number[]);
  });
  it('a series that never moved divides by half a step of the kit, not by nothing', () => {
    const c = caseOf('stat-ts-c');
    const scores = modifiedZScores({ values: c.inputs['y'] as number[], leastMadValue: 0.05 });
    expect(scores[0]).toBe(0);
    expect(scores[3]).toBeCloseTo((0.6745 * 0.2) / 0.05, 6);
  });
});

describe('what is usual in a tank', () => {
  const steady = [10, 11, 10.5, 9.8, 10.2, 10.4, 9.9, 10.1, 10.3, 10];
  it('is the span whose edges score 3.5 among the earlier readings', () => {
    const normal = ownNormal({ readings: weekly([...steady, 30], 0), leastMadValue: 0 });
    expect(normal?.readingCount).toBe(10);
    const edge = modifiedZScores({ values: [...steady, normal?.hi ?? 0], leastMadValue: 0 });
    // The edge itself is not among the earlier readings, so its score there is 3.5 before it joins them.
    const mad = medianOf(steady.map((x) => Math.abs(x - medianOf(steady))));
    expect((0.6745 * ((normal?.hi ?? 0) - medianOf(steady))) / mad).toBeCloseTo(3.5, 9);
    expect(edge.length).toBe(11);
  });
  it('needs eight earlier readings over four weeks', () => {
    expect(ownNormal({ readings: weekly(steady.slice(0, 8)), leastMadValue: 0 })).toBeNull();
    expect(ownNormal({ readings: weekly(steady.slice(0, 9)), leastMadValue: 0 })).not.toBeNull();
    const inOneWeek = weekly(steady).map((r) => ({ ...r, atEpochMs: r.atEpochMs / 10 }));
    expect(ownNormal({ readings: inOneWeek, leastMadValue: 0 })).toBeNull();
  });
  it('one wild reading among the earlier ones does not stretch it', () => {
    const calm = ownNormal({ readings: weekly([...steady, 10]), leastMadValue: 0 });
    const wild = ownNormal({ readings: weekly([...steady.slice(0, 9), 400, 10]), leastMadValue: 0 });
    expect((wild?.hi ?? 0) - (calm?.hi ?? 0)).toBeLessThan(1);
  });
  it('a climb is taken out: what it began from is usual, and not where it has come to', () => {
    // 255 to 545 in half a year: once “0 to 708 is usual, no news”.
    const climb = Array.from({ length: 25 }, (_, i) => 255 + (290 * i) / 24 + (i % 2 === 0 ? 3 : -3));
    const normal = ownNormal({ readings: weekly([...climb, 550], 1), leastMadValue: 1 });
    expect(normal?.medianValue).toBeGreaterThan(255);
    expect(normal?.medianValue).toBeLessThan(310);
    expect((normal?.hi ?? 0) - (normal?.lo ?? 0)).toBeLessThan(60);
    expect(unusualSide({ lo: 549, hi: 551 }, normal ?? { lo: null, hi: null })).toBe('above');
    const fall = ownNormal({ readings: weekly([...climb].reverse().concat(250), 1), leastMadValue: 1 });
    expect(fall?.medianValue).toBeGreaterThan(480);
  });
  it('a saw that comes back with each change is no climb, nor is scatter', () => {
    const saw = Array.from({ length: 24 }, (_, i) => 10 + 5 * (i % 4));
    const normal = ownNormal({ readings: weekly([...saw, 20], 0), leastMadValue: 0.5 });
    expect(normal?.medianValue).toBe(medianOf(saw));
    expect(normal?.hi).toBeGreaterThan(25);
  });
  it('a reading is unusual only where it lies outside as a whole, on the side it lies on', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -50, max: 50, noNaN: true }),
        fc.double({ min: 0, max: 20, noNaN: true }),
        (lo, wide) => {
          const side = unusualSide({ lo, hi: lo + wide }, { lo: 0, hi: 10 });
          expect(side).toBe(lo > 10 ? 'above' : lo + wide < 0 ? 'below' : null);
        },
      ),
    );
    expect(unusualSide({ lo: 160, hi: null }, { lo: 0, hi: 10 })).toBe('above');
    expect(unusualSide({ lo: null, hi: 5 }, { lo: 0, hi: 10 })).toBeNull();
  });
});
