import { amountRead, decimalsIn, fromUnit, inUnit, keepersUnit, stepInUnit, unitChoices, usualUnits } from './index';

describe('the units of the keeper', () => {
  const of = (quantityId: string, over: Partial<typeof usualUnits>) =>
    keepersUnit(quantityId, { ...usualUnits, ...over });

  it('shows what the book keeps in the unit chosen (NIST SP 811; water chemistry by molar masses, CIAAW 2021)', () => {
    expect(inUnit(25, of('temperature', { temperature: '°F' }))).toBeCloseTo(77, 10);
    expect(inUnit(100, of('volume', { volume: 'US gal' }))).toBeCloseTo(26.417, 3);
    expect(inUnit(100, of('volume', { volume: 'imp gal' }))).toBeCloseTo(21.997, 3);
    expect(inUnit(61, of('length', { length: 'in' }))).toBeCloseTo(24.016, 3);
    // One German degree is 17.85 mg/L as CaCO3 and 0.1783 mmol/L of calcium and magnesium.
    expect(inUnit(6, of('gh', { hardness: 'ppm' }))).toBeCloseTo(107.1, 1);
    expect(inUnit(6, of('gh', { hardness: 'mmol/L' }))).toBeCloseTo(1.07, 2);
    // Of alkalinity a mole has one charge: twice as many.
    expect(inUnit(6, of('kh', { hardness: 'mmol/L' }))).toBeCloseTo(2.14, 2);
    expect(inUnit(44.27, of('nitrate', { nitrogen: 'as N' }))).toBeCloseTo(10, 2);
    expect(inUnit(3.285, of('nitrite', { nitrogen: 'as N' }))).toBeCloseTo(1, 2);
    expect(inUnit(1, of('ammonia', { ammonia: 'mg/L as NH3' }))).toBeCloseTo(1.216, 3);
    expect(inUnit(1, of('ammonia', { ammonia: 'mg/L as NH4' }))).toBeCloseTo(1.288, 3);
    expect(inUnit(400, of('conductivity', { conductivity: 'ppm (0.64)' }))).toBeCloseTo(256, 6);
  });
  it('a step has no zero of its scale, and comes back as it went', () => {
    const f = of('temperature', { temperature: '°F' });
    expect(stepInUnit(2, f)).toBeCloseTo(3.6, 10);
    for (const [question, choices] of Object.entries(unitChoices))
      for (const choice of choices)
        for (const quantityId of [
          'volume',
          'temperature',
          'length',
          'gh',
          'kh',
          'ammonia',
          'nitrate',
          'nitrite',
          'conductivity',
        ]) {
          const unit = of(quantityId, { [question]: choice });
          expect(inUnit(fromUnit(7.3, unit), unit)).toBeCloseTo(7.3, 10);
        }
  });
  it('what nobody chooses a unit for stays as it is, and what is chosen usually is the book’s own', () => {
    expect(of('flow', { volume: 'US gal' })).toEqual(jasmine.objectContaining({ name: 'L/h', factor: 1, usual: true }));
    for (const quantityId of ['volume', 'temperature', 'length', 'gh', 'ammonia', 'nitrate', 'conductivity'])
      expect(of(quantityId, {})).toEqual(
        jasmine.objectContaining({ factor: 1, offset: 0, moreDecimals: 0, usual: true }),
      );
  });
  it('tells as much as before: decimals follow the size of the unit', () => {
    expect(decimalsIn(1, of('volume', { volume: 'US gal' }))).toBe(2);
    expect(decimalsIn(1, of('gh', { hardness: 'ppm' }))).toBe(0);
    expect(decimalsIn(1, of('gh', { hardness: 'mmol/L' }))).toBe(2);
    expect(decimalsIn(1, of('temperature', { temperature: '°F' }))).toBe(1);
    expect(decimalsIn(0, of('nitrate', { nitrogen: 'as N' }))).toBe(1);
  });
  it('reads what is written: with a unit as it stands, without one in the keeper’s, and says what it cannot read', () => {
    const read = (text: string, quantityId: string, over: Partial<typeof usualUnits> = {}) =>
      amountRead(text, { quantityId, units: { ...usualUnits, ...over } });
    expect(read('18,5', 'volume')).toBe(18.5);
    expect(read('5', 'volume', { volume: 'US gal' })).toBeCloseTo(18.927, 3);
    expect(read('5 gal', 'volume', { volume: 'imp gal' })).toBeCloseTo(22.73, 2);
    expect(read('18 L', 'volume', { volume: 'US gal' })).toBe(18);
    expect(read('77', 'temperature', { temperature: '°F' })).toBeCloseTo(25, 10);
    expect(read('25 °C', 'temperature', { temperature: '°F' })).toBe(25);
    expect(read('−3', 'temperature')).toBe(-3);
    expect(read(' ', 'volume')).toBeNull();
    expect(read('much', 'volume')).toBeUndefined();
    expect(read('5 gal', 'volume')).toBeUndefined();
    expect(read('5 kg', 'volume')).toBeUndefined();
    // A pen of unknown factor gives a span, never one number.
    expect(read('200 ppm', 'conductivity')).toBeUndefined();
  });
});
