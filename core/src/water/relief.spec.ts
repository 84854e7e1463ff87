import { emergencyIn, type Emergency } from './advice';
import { changeEffect } from './change';
import { roundThresholds as thresholds } from './limits.cases';
import { mostInEmergencyFraction, reliefOf } from './relief';
import { unwrap } from '#core/result';
import type { Water } from '#core/readings';

const gasping: Emergency = { kind: 'gasping', why: { id: 'gasping', facts: {} } };
const relief = (tank: Water, source: Water = {}, emergency: Emergency | null = null) => {
  const found = emergency ?? emergencyIn({ water: tank, thresholds });
  if (!found) throw new Error('no emergency');
  return reliefOf({ tank, source, emergency: found, thresholds });
};

describe('how much must be changed in an emergency', () => {
  it('nitrite 4 to under 1 mg/L with water free of it: three quarters and a little, once (mass balance)', () => {
    expect(relief({ no2MgPerL: 4 })).toEqual({ changeFraction: 0.76, changesCount: 1, by: 'measured' });
    expect(relief({ no2MgPerL: 2 })?.changeFraction).toBe(0.51);
    expect(relief({ no2MgPerL: 1 })?.changeFraction).toBe(0.01);
  });
  it('water that holds some takes more; water that holds as much relieves nobody', () => {
    expect(relief({ no2MgPerL: 2 }, { no2MgPerL: 0.5 })?.changeFraction).toBe(0.67);
    expect(relief({ no2MgPerL: 2 }, { no2MgPerL: 1.5 })).toBeNull();
    expect(relief({ cl2MgPerL: 1 }, { cl2MgPerL: 1 })).toBeNull();
  });
  it('never all of it: what four fifths do not reach takes several, and the last of them is below', () => {
    const tank = { no2MgPerL: 10 };
    const told = relief(tank);
    expect(told).toEqual({ changeFraction: mostInEmergencyFraction, changesCount: 2, by: 'measured' });
    expect(relief({ no2MgPerL: 60 })?.changesCount).toBe(3);
    // 100,000 mg/L: more changes than an evening has.
    expect(relief({ no2MgPerL: 100_000 })).toBeNull();
    expect(mostInEmergencyFraction).toBeLessThan(1);
  });
  it('the share that is named is below what is urgent, a hundredth less is not', () => {
    const tank = { tanMgPerL: 2, ph: 8, tempC: 25 };
    const { changeFraction } = relief(tank)!;
    const after = (share: number) => ({
      ...tank,
      ...unwrap(changeEffect({ netVolumeL: 1, changeFraction: share, tank, source: { tanMgPerL: 0 } })).value.after,
    });
    expect(emergencyIn({ water: after(changeFraction), thresholds })).toBeNull();
    expect(emergencyIn({ water: after(changeFraction - 0.011), thresholds })?.kind).toBe('ammonia');
  });
  it('pH is weighed with the share: water that raises it takes more, or makes more of it toxic than it takes', () => {
    const tank = { tanMgPerL: 1.6, ph: 7.8, khDegrees: 4, tempC: 25 };
    const alike = relief(tank, { ph: 7.8, khDegrees: 4, tempC: 25 })?.changeFraction ?? NaN;
    const higher = relief(tank, { ph: 8.6, khDegrees: 12, tempC: 25 });
    expect(higher === null || higher.changesCount > 1 || higher.changeFraction > alike).toBeTrue();
    // Nobody tested the new water: the tank's own pH is taken, and the change is sized all the same.
    expect(relief(tank, {})?.changeFraction).toBe(alike);
  });
  it('where nothing measured sizes it, half; animals that gasp get half at least', () => {
    expect(relief({ tempC: 25 }, {}, gasping)).toEqual({ changeFraction: 0.5, changesCount: 1, by: 'usual' });
    expect(relief({ no2MgPerL: 1.1 }, {}, gasping)).toEqual({
      changeFraction: 0.5,
      changesCount: 1,
      by: 'measured',
    });
    expect(relief({ no2MgPerL: 4 }, {}, gasping)?.changeFraction).toBe(0.76);
  });
});
