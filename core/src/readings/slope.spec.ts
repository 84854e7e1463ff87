import fc from 'fast-check';
import { theilSenLine, theilSenSlope } from './slope';

const points = (...ys: number[]) => ys.map((y, x) => ({ x, y }));

describe('the robust line (Theil 1950, Sen 1968)', () => {
  it('of six pairwise slopes the mean of the two middle ones: 1, 1.5, 3 | 0, 1, 2 of 0, 1, 3, 3 give 1 and 1.5', () => {
    // Pairs by hand: 1, 3/2, 1, 2, 1, 0; sorted 0, 1, 1, 1, 1.5, 2: the middle is 1.
    expect(theilSenSlope(points(0, 1, 3, 3))).toBe(1);
    // Pairs by hand: 0, 1, 2, 2, 3, 4; the middle two are 2 and 2.
    expect(theilSenSlope(points(0, 0, 2, 6))).toBe(2);
    // Pairs by hand: 1, 0.5, 3, 0, 4, 8; sorted 0, 0.5, 1, 3, 4, 8: the mean of 1 and 3.
    expect(theilSenSlope(points(0, 1, 1, 9))).toBe(2);
  });
  it('a straight line is itself, with one wild value too', () => {
    const line = theilSenLine([...points(1, 3, 5, 7, 9, 11), { x: 6, y: 900 }]);
    expect(line?.value).toBeCloseTo(2, 9);
    expect(line?.interceptValue).toBeCloseTo(1, 9);
    expect(line?.lo).toBeCloseTo(2, 9);
  });
  it('mirrored data give the mirrored slope, spread and height', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: -100, max: 100, noNaN: true }), { minLength: 4, maxLength: 12 }), (ys) => {
        const [up, down] = [theilSenLine(points(...ys)), theilSenLine(points(...ys.map((y) => -y)))];
        expect((up?.value ?? NaN) + (down?.value ?? NaN)).toBeCloseTo(0, 9);
        expect((up?.lo ?? NaN) + (down?.hi ?? NaN)).toBeCloseTo(0, 9);
        expect((up?.interceptValue ?? NaN) + (down?.interceptValue ?? NaN)).toBeCloseTo(0, 9);
      }),
    );
  });
  it('under four points there is no line, and without a run no slope', () => {
    expect(theilSenLine(points(1, 2, 3))).toBeNull();
    expect(theilSenLine([1, 2, 3, 4].map((y) => ({ x: 0, y })))).toBeNull();
    expect(theilSenSlope([{ x: 0, y: 1 }])).toBeNull();
  });
});
