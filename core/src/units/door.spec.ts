import { doorFault, rangeOf } from './index';
import { hasRange } from './ranges';

const kindOf = (input: unknown): string => doorFault(input)?.kind ?? 'let in';
const fieldOf = (input: unknown): string => {
  const fault = doorFault(input);
  return fault && 'field' in fault ? fault.field : '';
};

describe('what a number can be', () => {
  it('is said by the ending of its name, the longest that fits', () => {
    expect(rangeOf('netVolumeL')).toEqual({ lo: 0, hi: 10_000_000, unit: 'L' });
    expect(rangeOf('no3MgPerL').unit).toBe('mg/L');
    expect(rangeOf('rateLPerH').unit).toBe('L/h');
    expect(rangeOf('ec25UsPerCm').unit).toBe('µS/cm');
    expect(rangeOf('massG').unit).toBe('g');
    expect(rangeOf('massKg').unit).toBe('kg');
    expect(rangeOf('bulkKgPerL').unit).toBe('kg/L');
  });
  it('or by the name itself, with or without something before it', () => {
    expect(rangeOf('ph')).toEqual({ lo: 0, hi: 14, unit: '' });
    expect(rangeOf('days')).toEqual(rangeOf('horizonInDays'));
    expect(rangeOf('count').hi).toBe(1_000_000_000);
  });
  it('a difference of days may lie before now, a share never', () => {
    expect(rangeOf('dueInDays').lo).toBeLessThan(0);
    expect(rangeOf('changeFraction')).toEqual({ lo: 0, hi: 1, unit: '' });
  });
  it('where a name says no quantity it is any number that can be reckoned with', () => {
    expect(hasRange('weight')).toBeFalse();
    expect(hasRange('changeL')).toBeTrue();
    expect(rangeOf('weight')).toEqual({ lo: -1e12, hi: 1e12, unit: '' });
  });
});

describe('the guard at the door', () => {
  it('lets in what can be, both ends included, and an open end', () => {
    for (const input of [
      { ph: 0 },
      { ph: 14 },
      { changeFraction: 1, netVolumeL: 0 },
      { band: { lo: null, hi: 4 } },
      { lo: 3, hi: 3 },
      'text',
      null,
      undefined,
      5,
    ])
      expect(kindOf(input)).withContext(JSON.stringify(input)).toBe('let in');
  });
  it('names the field of what cannot be, however deep, and its place in a list', () => {
    expect(fieldOf({ changeL: -3 })).toBe('changeL');
    expect(fieldOf({ tank: { water: { ph: 15 } } })).toBe('tank.water.ph');
    expect(fieldOf({ parts: [{ partL: 1 }, { partL: -1 }] })).toBe('parts.1.partL');
    expect(kindOf({ changeL: -3 })).toBe('out-of-range');
  });
  it('what is no number is refused whatever it is called', () => {
    for (const value of [NaN, Infinity, -Infinity]) {
      expect(kindOf({ anything: value })).toBe('not-a-number');
      expect(fieldOf({ list: [1, value] })).toBe('list.1');
    }
  });
  it('crossed ends are a contradiction, of measured spans, of likely ones and of temperatures', () => {
    for (const span of [
      { lo: 8, hi: 7 },
      { lo80: 8, hi80: 7 },
      { loC: 25, hiC: 24 },
    ]) {
      const fault = doorFault({ band: span });
      expect(fault?.kind).toBe('contradiction');
      expect(fault?.kind === 'contradiction' && fault.fields).toEqual(Object.keys(span).map((k) => `band.${k}`));
    }
    expect(kindOf({ lo: 8, hi: null })).toBe('let in');
  });
  it('the ends of a span and a value are of the quantity above them, or of the parameter beside them', () => {
    expect(kindOf({ ph: { lo: 7, hi: 15 } })).toBe('out-of-range');
    expect(kindOf({ weight: { lo: 7, hi: 15 } })).toBe('let in');
    expect(kindOf({ parameter: 'ph', value: 15 })).toBe('out-of-range');
    expect(kindOf({ parameter: 'tempC', value: 15 })).toBe('let in');
    expect(kindOf({ quantity: 'changeL', readings: [1, -1] })).toBe('out-of-range');
  });
  it('other words for a parameter are turned into its name', () => {
    const nameOf = (name: string): string => (name === 'acidity' ? 'ph' : name);
    expect(doorFault({ acidity: 15 }, nameOf)?.kind).toBe('out-of-range');
    expect(doorFault({ parameter: 'acidity', value: 15 }, nameOf)?.kind).toBe('out-of-range');
    expect(doorFault({ acidity: 15 })).toBeNull();
  });
  it('what is nested or long beyond any question is refused', () => {
    let deep: unknown = 1;
    for (let i = 0; i < 14; i++) deep = { deep };
    expect(kindOf(deep)).toBe('malformed');
    expect(kindOf({ list: Array.from({ length: 100_001 }, () => 1) })).toBe('malformed');
    expect(kindOf({ list: Array.from({ length: 100_000 }, () => 1) })).toBe('let in');
    expect(kindOf(Object.fromEntries(Array.from({ length: 100_001 }, (_, i) => [`k${i}`, 1])))).toBe('malformed');
  });
});
