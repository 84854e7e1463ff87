import { blendOf } from '#core/sources';
import { blend } from '#core/water';
import { unwrap } from '#core/result';
import { parameterIds, parametersWhere, rankedBy, traitsOf } from './parameter';

describe('the table of parameters', () => {
  it('says what a round of tests holds: temperature, pH, hardness, alkalinity, conductivity, nitrate (common practice)', () => {
    expect(parametersWhere((p) => p.tested === 'each-round')).toEqual([
      'tempC',
      'ph',
      'ghDegrees',
      'khDegrees',
      'ec25UsPerCm',
      'no3MgPerL',
    ]);
  });
  it('never averages pH and gases, and every other one goes into every blend', () => {
    expect(parametersWhere((p) => p.mixes === 'by-chemistry')).toEqual(['ph', 'o2MgPerL', 'co2MgPerL']);
    const one = Object.fromEntries(parameterIds.map((id) => [id, 1]));
    const mixed = unwrap(blend({ parts: [{ volumeL: 10, water: one }] })).value.water;
    const averaged = parametersWhere((p) => p.mixes !== 'by-chemistry');
    expect(Object.keys(mixed).filter((id) => id !== 'ph')).toEqual(averaged);
    const analysis = Object.fromEntries(parameterIds.map((id) => [id, { lo: 1, hi: 1 }]));
    expect(Object.keys(blendOf([{ partL: 10, analysis }]))).toEqual(
      parametersWhere((p) => !['by-chemistry', 'as-heat'].includes(p.mixes)),
    );
  });
  it('halves iodide, copper and chlorine in half of a water that has none of them', () => {
    const full = { lo: 0.08, hi: 0.1 };
    const none = { lo: 0, hi: 0 };
    for (const id of ['iodideMgPerL', 'copperMgPerL', 'cl2MgPerL'] as const) {
      const mixed = blendOf([
        { partL: 5, analysis: { [id]: full } },
        { partL: 5, analysis: { [id]: none } },
      ])[id];
      expect(mixed).toEqual({ lo: 0.04, hi: 0.05 });
    }
  });
  it('lets hardness decide first for animals, conductivity for the drip, nitrate for the routine', () => {
    expect(rankedBy('animalsRank')).toEqual(['ghDegrees', 'khDegrees', 'tempC', 'ph', 'ec25UsPerCm']);
    expect(rankedBy('dripRank')).toEqual(['ec25UsPerCm', 'ghDegrees', 'khDegrees', 'tempC']);
    expect(rankedBy('routineRank')).toEqual(['no3MgPerL', 'ec25UsPerCm', 'ghDegrees', 'khDegrees', 'po4MgPerL']);
  });
  it('tests for chlorine, copper and gases only when something is off', () => {
    expect(parametersWhere((p) => p.tested === 'when-off')).toEqual([
      'o2MgPerL',
      'cl2MgPerL',
      'copperMgPerL',
      'co2MgPerL',
    ]);
    expect(parametersWhere((p) => !p.untestedIsNews)).toEqual(['o2MgPerL', 'co2MgPerL']);
  });
  it('takes what poisons soonest as twice as telling', () => {
    expect(parametersWhere((p) => p.tellsFactor === 2)).toEqual(['tanMgPerL', 'no2MgPerL', 'cl2MgPerL']);
    expect(traitsOf('khDegrees').tellsFactor).toBe(1.3);
  });
  it('foresees only what stays, comes from food or is used up', () => {
    expect(parametersWhere((p) => p.overTime === 'from-food')).toEqual([
      'tanMgPerL',
      'no2MgPerL',
      'no3MgPerL',
      'po4MgPerL',
    ]);
    expect(parametersWhere((p) => p.overTime === 'used-up')).toEqual(['khDegrees']);
    expect(parametersWhere((p) => p.overTime === 'balances')).toEqual(['tempC', 'ph', 'o2MgPerL', 'co2MgPerL']);
  });
});
