import { darkDays, spotPeroxideMl } from './dark';

describe('days of darkness', () => {
  const at = (tempC: number, days = { lo: 3, hi: 4 }) => darkDays({ days, tempC, saturationMgPerL: 8.4 });
  it('as many days as what is starved asks for; the fewest in the warm', () => {
    expect(at(24).days).toEqual({ lo: 3, hi: 4 });
    expect(at(26.9).days.hi).toBe(4);
    expect(at(27).days.hi).toBe(3);
    expect(at(24, { lo: 3, hi: 3 }).days).toEqual({ lo: 3, hi: 3 });
  });
  it('asks for three fifths of saturation at dawn, and for 5 mg/L at least', () => {
    expect(at(24).leastMgPerL).toBeCloseTo(5.04, 10);
    expect(darkDays({ days: { lo: 3, hi: 4 }, tempC: 30, saturationMgPerL: 7.5 }).leastMgPerL).toBe(5);
  });
});
describe('peroxide on a spot', () => {
  it('60 L net: 15 to 24 mL of 3 % a day; half as much of 6 %', () => {
    expect(spotPeroxideMl({ netVolumeL: 60, productPercent: 3 })).toEqual({ lo: 15, hi: 24 });
    expect(spotPeroxideMl({ netVolumeL: 60, productPercent: 6 })).toEqual({ lo: 7.5, hi: 12 });
  });
  it('holds 8 to 12 mg of peroxide a litre (3 % is 30 g/L)', () => {
    const dose = spotPeroxideMl({ netVolumeL: 1, productPercent: 3 });
    expect((dose?.lo ?? 0) * 30).toBeCloseTo(7.5, 10);
    expect((dose?.hi ?? 0) * 30).toBeCloseTo(12, 10);
  });
  it('nothing over 12 %, nothing of nothing', () => {
    expect(spotPeroxideMl({ netVolumeL: 60, productPercent: 12 })).not.toBeNull();
    expect(spotPeroxideMl({ netVolumeL: 60, productPercent: 12.1 })).toBeNull();
    expect(spotPeroxideMl({ netVolumeL: 60, productPercent: 0 })).toBeNull();
    expect(spotPeroxideMl({ netVolumeL: 0, productPercent: 3 })).toBeNull();
  });
});
