import { contradictions as found, type TroubleCase } from '#core/trouble';
import { troubleKnowledge } from './index';

const of = (findings: TroubleCase['findings'], tan?: { lo: number; hi: number }): TroubleCase => ({
  hosts: ['fish'],
  findings,
  measurements: tan ? { tanMgPerL: tan } : {},
  events: null,
  tankAgeDays: 400,
});
const contradictions = (answered: TroubleCase, fromBook: TroubleCase['findings']) =>
  found(answered, fromBook, troubleKnowledge);

describe('answers that something speaks against', () => {
  it('no ammonia, with a test that shows it; ammonia, with a test that shows none', () => {
    expect(contradictions(of({ 'ammonia-measured': 'no' }, { lo: 1, hi: 1 }), {})).toEqual([
      { findingId: 'ammonia-measured', said: 'no', against: 'reading' },
    ]);
    expect(contradictions(of({ 'ammonia-measured': 'yes' }, { lo: 0, hi: 0 }), {})).toHaveSize(1);
  });
  it('a span across the threshold speaks against neither, nor does what agrees', () => {
    expect(contradictions(of({ 'ammonia-measured': 'no' }, { lo: 0, hi: 0.3 }), {})).toEqual([]);
    expect(contradictions(of({ 'ammonia-measured': 'yes' }, { lo: 1, hi: 1 }), {})).toEqual([]);
    expect(contradictions(of({ 'ammonia-measured': 'yes' }), {})).toEqual([]);
  });
  it('looked and not there, where an entry says it was there', () => {
    expect(contradictions(of({ gasping: 'no', 'fast-gills': 'no' }), { gasping: 'yes' })).toEqual([
      { findingId: 'gasping', said: 'no', against: 'entry' },
    ]);
    expect(contradictions(of({ gasping: 'yes' }), { gasping: 'yes' })).toEqual([]);
  });
});
