import { flowOf } from './drip';

describe('a rate as hands set it at the valve', () => {
  it('up to three drops a second are counted (common practice)', () => {
    // 20 drops a mL: 0.54 L/h are 10 800 drops an hour, three a second.
    expect(flowOf(0.54)).toEqual({ by: 'drops', dropsPerS: 3 });
    expect(flowOf(0.18)).toEqual({ by: 'drops', dropsPerS: 1 });
  });
  it('faster than that nobody counts: millilitres a minute, and a marked cup against the clock', () => {
    const flow = flowOf(2.1);
    expect(flow.by).toBe('cup');
    expect(flow).toEqual(jasmine.objectContaining({ rateMlPerMinute: 35, cupMl: 25 }));
    expect(flow.by === 'cup' && flow.fillSeconds).toBeCloseTo(42.86, 2);
    expect(flowOf(0.541).by).toBe('cup');
  });
  it('the smallest cup that takes twenty seconds; a litre where none does', () => {
    // 30 mL a minute: 10 mL in exactly 20 s. 30.06: 25 mL.
    expect(flowOf(1.8)).toEqual({ by: 'cup', rateMlPerMinute: 30, cupMl: 10, fillSeconds: 20 });
    expect(flowOf(1.81)).toEqual(jasmine.objectContaining({ cupMl: 25 }));
    expect(flowOf(600)).toEqual({ by: 'cup', rateMlPerMinute: 10_000, cupMl: 1000, fillSeconds: 6 });
  });
});
