import { aimRead } from './aim';
import { catalogueCase } from './parameters.cases';
import type { ParameterId } from './parameter';

const read = (id: ParameterId, text: string, penUnit = '') =>
  aimRead({ parameter: catalogueCase.find((p) => p.id === id)!, text, penUnit });
const valueOf = (id: ParameterId, text: string, penUnit = ''): number | null => {
  const got = read(id, text, penUnit);
  return 'value' in got ? got.value : NaN;
};
const asked = (id: ParameterId, text: string, penUnit = '') => {
  const got = read(id, text, penUnit);
  return 'question' in got ? got.question : null;
};

describe('a value that is wanted', () => {
  it('is in the unit of the parameter where it says none, with a point or a comma; empty is none', () => {
    expect([valueOf('ghDegrees', '6'), valueOf('ghDegrees', ' 6,5 '), valueOf('ghDegrees', '')]).toEqual([
      6,
      6.5,
      null,
    ]);
    expect(valueOf('ec25UsPerCm', '250')).toBe(250);
  });
  it('GH 300 asks: as ppm CaCO3 it is 16.8 degrees (17.848 mg/L a degree, by definition)', () => {
    const question = asked('ghDegrees', '300');
    expect(question?.id).toBe('ppm-or-degrees');
    expect(question?.id === 'ppm-or-degrees' && question.facts.asPpmDegrees).toBeCloseTo(300 / 17.848, 2);
    expect(valueOf('ghDegrees', '300 ppm')).toBeCloseTo(16.81, 2);
    // Said in degrees it is kept where water can be so.
    expect(valueOf('ghDegrees', '60 dGH')).toBe(60);
    expect(asked('ghDegrees', '300 dGH')?.id).toBe('outside-possible');
    expect([valueOf('ghDegrees', '35'), asked('ghDegrees', '36')?.id]).toEqual([35, 'ppm-or-degrees']);
  });
  it('conductivity in ppm is by this house’s pen: 340 ppm at 0.7 is 486 µS/cm, at 0.5 it is 680', () => {
    expect(valueOf('ec25UsPerCm', '340 ppm', 'ppm (0.7)')).toBeCloseTo(340 / 0.7, 6);
    expect(valueOf('ec25UsPerCm', '340 ppm', 'ppm (0.5)')).toBeCloseTo(680, 6);
    expect(asked('ec25UsPerCm', '340 ppm')?.id).toBe('which-factor');
    expect(asked('ec25UsPerCm', '340 tds', 'ppm')?.id).toBe('which-factor');
    expect(valueOf('ec25UsPerCm', '340 µS/cm', 'ppm (0.7)')).toBe(340);
    expect(valueOf('ec25UsPerCm', '0.25 mS/cm')).toBeCloseTo(250, 9);
  });
  it('carbonate hardness asks alike; what would be too much as ppm too is no question of units', () => {
    expect(asked('khDegrees', '90')?.id).toBe('ppm-or-degrees');
    expect(asked('ghDegrees', '3000')).toEqual({ id: 'outside-possible', facts: { value: 3000, lo: 0, hi: 120 } });
    expect(asked('ghDegrees', '100')?.id).toBe('ppm-or-degrees');
    // Another quantity beyond what is usual is taken as it was said.
    expect(valueOf('no3MgPerL', '300')).toBe(300);
  });
  it('a question carries what was typed', () => {
    expect(asked('ghDegrees', ' six ')).toEqual({ id: 'not-understood', facts: { text: 'six' } });
    expect(asked('ghDegrees', '6 bananas')).toEqual({ id: 'not-understood', facts: { text: '6 bananas' } });
    expect(asked('ec25UsPerCm', '340 ppm')).toEqual({ id: 'which-factor', facts: { value: 340 } });
    expect(asked('ec25UsPerCm', '340 xppm', 'ppm (0.7)')?.id).toBe('not-understood');
    expect(asked('ec25UsPerCm', '340 ppmx', 'ppm (0.7)')?.id).toBe('not-understood');
  });
  it('the ends of what water can be are water', () => {
    expect([valueOf('ph', '0'), valueOf('ph', '14')]).toEqual([0, 14]);
  });
  it('what is no number, no unit of it, or no water is asked about', () => {
    expect(asked('ghDegrees', 'six')?.id).toBe('not-understood');
    expect(asked('ghDegrees', '6 bananas')?.id).toBe('not-understood');
    expect(asked('ph', '74')?.id).toBe('outside-possible');
    expect(asked('ph', '-1')?.id).toBe('outside-possible');
  });
});
