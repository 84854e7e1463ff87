import fc from 'fast-check';
import { buildUp, type BuildUp } from './build-up';
import type { BuildUpEvent } from './build-up-filter';
import { afterChange, afterDays, observed, type BuildUpState, type BuildUpTraits } from './build-up-state';
import type { ParameterId } from './parameter';

const parameter: ParameterId = 'no3MgPerL';
const dayed = fc.integer({ min: 0, max: 200 }).map((n) => n / 2);
const reading: fc.Arbitrary<BuildUpEvent> = fc
  .tuple(dayed, fc.integer({ min: 0, max: 60 }), fc.constantFrom(0.5, 2, 10))
  .map(([atDay, lo, wide]) => ({ atDay, reading: { lo, hi: lo + wide } }));
const change: fc.Arbitrary<BuildUpEvent> = fc
  .tuple(dayed, fc.integer({ min: 5, max: 80 }), fc.constantFrom(0, 3, 8, null))
  .map(([atDay, percent, sourceValue]) => ({ atDay, changeFraction: percent / 100, sourceValue }));
const dose: fc.Arbitrary<BuildUpEvent> = fc
  .tuple(dayed, fc.integer({ min: 1, max: 10 }))
  .map(([atDay, addValue]) => ({ atDay, addValue }));
/** Events on days of their own, so that their order is never a matter of taste. */
const course = fc
  .uniqueArray(fc.oneof({ weight: 3, arbitrary: reading }, change, dose), {
    minLength: 3,
    maxLength: 25,
    selector: (e) => e.atDay,
  })
  .filter((events) => events.some((e) => 'reading' in e));
const figures = ({ level, productionPerDay, forecast }: BuildUp): number[] => [
  ...[level, productionPerDay].flatMap((fan) => [fan.mean, fan.lo80, fan.hi80]),
  ...forecast.flatMap((f) => [f.mean, f.lo80, f.hi80]),
];
const expectAlike = (one: number[], two: number[]): void => {
  one.forEach((x, i) => {
    expect(Math.abs(x - (two[i] ?? NaN))).toBeLessThanOrEqual(1e-6 * Math.max(1, Math.abs(x)));
  });
};
const horizonDays = [1, 7, 30];
const runs = { numRuns: 40 };

describe('laws of the build-up model', () => {
  it('days count from any start', () => {
    fc.assert(
      fc.property(course, fc.integer({ min: -5000, max: 5000 }), (events, by) => {
        const moved = events.map((e) => ({ ...e, atDay: e.atDay + by }));
        expectAlike(
          figures(buildUp({ parameter, events, horizonDays })),
          figures(buildUp({ parameter, events: moved, horizonDays })),
        );
      }),
      runs,
    );
  });
  it('the order of writing does not matter, only when it happened', () => {
    fc.assert(
      fc.property(course, fc.integer({ min: 0, max: 24 }), (events, at) => {
        const turned = [...events.slice(at), ...events.slice(0, at)].reverse();
        expectAlike(
          figures(buildUp({ parameter, events, horizonDays })),
          figures(buildUp({ parameter, events: turned, horizonDays })),
        );
      }),
      runs,
    );
  });
  it('every figure is a number, its mean inside its span and nothing under nought', () => {
    fc.assert(
      fc.property(course, (events) => {
        const { forecast, level } = buildUp({ parameter, events, horizonDays: [0, 3, 10, 40] });
        for (const f of [level, ...forecast]) {
          expect([f.mean, f.lo80, f.hi80].every(Number.isFinite)).toBeTrue();
          expect(0 <= f.lo80 && f.lo80 <= f.mean && f.mean <= f.hi80).toBeTrue();
        }
      }),
      runs,
    );
  });
  it('all of the water changed leaves the source, as sure as the source is known', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 500, noNaN: true }), (levelValue) => {
        const state: BuildUpState = {
          atDay: 0,
          levelValue,
          productionPerDay: 1,
          levelVarianceValue: 100,
          covarianceValue: 3,
          productionVarianceValue: 1,
        };
        const after = afterChange(state, { changeFraction: 1, sourceValue: 7, changeSdFraction: 0, sourceSdValue: 2 });
        expect(after.state.levelValue).toBeCloseTo(7, 9);
        expect(after.state.levelVarianceValue).toBeCloseTo(4, 9);
        expect(after.state.covarianceValue).toBeCloseTo(0, 9);
      }),
    );
  });
  it('without noise of its own it is the least-squares line (recursive least squares, Plackett 1950)', () => {
    const still: BuildUpTraits = {
      wanderValue: 0,
      driftPerDay: 0,
      usualProductionPerDay: 0,
      returnPerDay: 0,
      readingValue: 1,
      readingFraction: 0,
      misreadFraction: 0,
      jumpFraction: 0,
      jumpValue: 1,
      stepPerDay: 0,
      stepValue: 0,
      mostPerDay: 1,
    };
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 100, noNaN: true }), { minLength: 4, maxLength: 20 }), (values) => {
        let state: BuildUpState = {
          atDay: 0,
          levelValue: 0,
          productionPerDay: 0,
          levelVarianceValue: 1e8,
          covarianceValue: 0,
          productionVarianceValue: 1e8,
        };
        values.forEach((value, day) => {
          state = afterDays(state, day - state.atDay, still).state;
          state = observed(state, { lo: value, hi: value }, 1).state;
        });
        // The textbook sums, written out another way.
        const n = values.length;
        const meanDay = (n - 1) / 2;
        const mean = values.reduce((a, b) => a + b) / n;
        const slope =
          values.reduce((sum, v, day) => sum + (day - meanDay) * (v - mean), 0) /
          values.reduce((sum, _, day) => sum + (day - meanDay) ** 2, 0);
        expect(state.productionPerDay).toBeCloseTo(slope, 3);
        expect(state.levelValue).toBeCloseTo(mean + slope * (n - 1 - meanDay), 3);
      }),
    );
  });
});
