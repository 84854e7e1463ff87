import { heldAgainst, type HeldInput } from './forecast-check';

describe('what was foreseen of an absence, held against what is read', () => {
  const of = (over: Partial<HeldInput>): string[] =>
    heldAgainst({
      foreseen: [{ parameter: 'no3MgPerL' }],
      readings: [],
      bands: { no3MgPerL: { lo: null, hi: 40 }, khDegrees: { lo: 3, hi: 8 } },
      backEpochMs: 100,
      changedEpochMs: [],
      ...over,
    }).map((h) => `${h.parameter} ${h.verdict} ${h.reading ? `${h.reading.lo}-${h.reading.hi}` : ''}`.trim());
  const read = (atEpochMs: number, lo: number | null, hi: number | null, parameter = 'no3MgPerL') => ({
    ...{ parameter, atEpochMs, lo, hi },
  });
  it('above its limit as foreseen, below it after all, on it, or not read', () => {
    expect(of({ readings: [read(100, 40.1, 50)] })).toEqual(['no3MgPerL as-foreseen 40.1-50']);
    expect(of({ readings: [read(100, 30, 40)] })).toEqual(['no3MgPerL held 30-40']);
    expect(of({ readings: [read(100, 40, 40.1)] })).toEqual(['no3MgPerL on-its-limit 40-40.1']);
    expect(of({ readings: [read(100, 80, null)] })).toEqual(['no3MgPerL as-foreseen 80-null']);
    expect(of({ readings: [read(100, 20, null)] })).toEqual(['no3MgPerL on-its-limit 20-null']);
    expect(of({})).toEqual(['no3MgPerL not-read']);
  });
  it('what nobody foresaw is told where it is above, and left out where it is not', () => {
    expect(of({ foreseen: [], readings: [read(110, 9, 10, 'khDegrees')] })).toEqual(['khDegrees unforeseen 9-10']);
    expect(of({ foreseen: [], readings: [read(110, 5, 6, 'khDegrees'), read(110, 9, 9, 'ph')] })).toEqual([]);
  });
  it('the first reading since coming home counts, before water was changed', () => {
    const readings = [read(140, 10, 20), read(99, 10, 20), read(120, 50, 60)];
    expect(of({ readings })).toEqual(['no3MgPerL as-foreseen 50-60']);
    expect(of({ readings, changedEpochMs: [50, 119] })).toEqual(['no3MgPerL not-read']);
    expect(of({ readings, changedEpochMs: [130, 120] })).toEqual(['no3MgPerL as-foreseen 50-60']);
  });
  it('what was foreseen to fall is held against its floor', () => {
    const foreseen = [{ parameter: 'khDegrees', side: 'below' as const }];
    expect(of({ foreseen, readings: [read(100, 2, 2.9, 'khDegrees')] })).toEqual(['khDegrees as-foreseen 2-2.9']);
    expect(of({ foreseen, readings: [read(100, 3, 4, 'khDegrees')] })).toEqual(['khDegrees held 3-4']);
    expect(of({ foreseen, readings: [read(100, 2.9, 3.1, 'khDegrees')] })).toEqual(['khDegrees on-its-limit 2.9-3.1']);
    expect(of({ foreseen, readings: [read(100, 2, 3, 'khDegrees')] })).toEqual(['khDegrees on-its-limit 2-3']);
    expect(of({ foreseen })).toEqual(['khDegrees not-read']);
  });
});
