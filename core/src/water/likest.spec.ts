import type { WaterSpan } from './change';
import { likestFirst } from './likest';
import { roundLimits as limits, roundThresholds as thresholds } from './limits.cases';

const at = (value: number) => ({ lo: value, hi: value });
const water = (ghDegrees: number, ec25UsPerCm: number): WaterSpan => ({
  ghDegrees: at(ghDegrees),
  ec25UsPerCm: at(ec25UsPerCm),
});
/** Soft-water shrimp with nitrite 2: half and a little brings it below 1 mg/L. */
const asked = (waters: { sourceId: string; source: WaterSpan }[], no2MgPerL = 2) =>
  likestFirst({
    netVolumeL: 30,
    tank: { tempC: at(23), ghDegrees: at(4), ec25UsPerCm: at(200), no2MgPerL: at(no2MgPerL) },
    waters,
    bearing: 'delicate',
    newArrivals: false,
    limits,
    thresholds,
  });

describe('in an emergency, like water before unlike (common practice)', () => {
  it('the drum of their own water comes before the hard tap, which would be a second harm', () => {
    const told = asked([
      { sourceId: 'tap', source: water(14, 600) },
      { sourceId: 'drum', source: water(4, 210) },
    ]);
    expect(told.map((w) => [w.sourceId, w.over])).toEqual([
      ['drum', []],
      ['tap', ['ghDegrees', 'ec25UsPerCm']],
    ]);
    expect(told[0]?.relief.changeFraction).toBe(0.51);
  });
  it('a water nobody tested is not called like: it comes after one that is known to be', () => {
    const told = asked([
      { sourceId: 'untested', source: {} },
      { sourceId: 'drum', source: water(4, 200) },
    ]);
    expect(told.map((w) => w.sourceId)).toEqual(['drum', 'untested']);
    expect(told[1]?.untested).toEqual(['ghDegrees', 'ec25UsPerCm']);
  });
  it('where all are unlike, the one with the smaller step comes first: the smaller harm', () => {
    const told = asked([
      { sourceId: 'harder', source: water(20, 900) },
      { sourceId: 'hard', source: water(12, 500) },
    ]);
    expect(told.map((w) => w.sourceId)).toEqual(['hard', 'harder']);
    // Half and a little of eight degrees: 4.08 of 1 that they bear; of 300 uS: 153 of 20.
    expect(told[0]?.worstRatio).toBeCloseTo(7.65, 2);
  });
  it('water that holds the same poison is none of them; without an emergency there are none', () => {
    const drum = water(4, 200);
    expect(asked([{ sourceId: 'bad', source: { ...drum, no2MgPerL: at(3) } }])).toEqual([]);
    expect(asked([{ sourceId: 'drum', source: drum }], 0)).toEqual([]);
  });
});
