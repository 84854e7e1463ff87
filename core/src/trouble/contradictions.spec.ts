import { contradictions } from './contradictions';
import type { TroubleCase } from './signs';

const of = (findings: TroubleCase['findings'], tan?: { lo: number; hi: number }): TroubleCase => ({
  hosts: ['fish'],
  findings,
  measurements: tan ? { tanMgPerL: tan } : {},
  events: null,
  tankAgeDays: 400,
});
describe('answers that something speaks against', () => {
  it('no ammonia, with a test that shows it; ammonia, with a test that shows none', () => {
    expect(contradictions(of({ MS01: 'no' }, { lo: 1, hi: 1 }), {})).toEqual([
      { findingId: 'MS01', said: 'no', against: 'reading' },
    ]);
    expect(contradictions(of({ MS01: 'yes' }, { lo: 0, hi: 0 }), {})).toHaveSize(1);
  });
  it('a span across the threshold speaks against neither, nor does what agrees', () => {
    expect(contradictions(of({ MS01: 'no' }, { lo: 0, hi: 0.3 }), {})).toEqual([]);
    expect(contradictions(of({ MS01: 'yes' }, { lo: 1, hi: 1 }), {})).toEqual([]);
    expect(contradictions(of({ MS01: 'yes' }), {})).toEqual([]);
  });
  it('looked and not there, where an entry says it was there', () => {
    expect(contradictions(of({ BF01: 'no', BF02: 'no' }), { BF01: 'yes' })).toEqual([
      { findingId: 'BF01', said: 'no', against: 'entry' },
    ]);
    expect(contradictions(of({ BF01: 'yes' }), { BF01: 'yes' })).toEqual([]);
  });
});
