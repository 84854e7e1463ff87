import type { Parameter } from '#core/readings';
import { parameterOf, readingValue, understand } from './understanding';

const parameter = (id: string): Parameter => {
  const found = parameterOf(id);
  if (!found) throw new Error(id);
  return found;
};
const nothing = { band: null, last: null };

describe('understanding while one types', () => {
  it('says span and verdict: 20-40 against a ceiling of 30 cannot tell', () => {
    const said = understand({
      parameter: parameter('no3MgPerL'),
      text: '20-40',
      context: { band: { lo: 0, hi: 30 }, last: null },
    });
    expect(said.kind === 'understood' && [said.verdict, said.tone]).toEqual(['unknown', 'unknown']);
    expect(said.kind === 'understood' && said.text).toContain('cannot tell');
  });
  it('a blank is nothing, pH 74 a fault with its mend, 64 °C after 24 a question', () => {
    expect(understand({ parameter: parameter('ph'), text: ' ', context: nothing }).kind).toBe('empty');
    const fault = understand({ parameter: parameter('ph'), text: '74', context: nothing });
    expect(fault.kind === 'fault' && fault.message).toContain('7.4');
    const asked = understand({
      parameter: parameter('tempC'),
      text: '64',
      context: { band: null, last: { lo: 24, hi: 24 } },
    });
    expect(asked.kind === 'understood' && asked.question).toContain('17.8');
  });
  it('keeps text, unit and basis of an entry, and the pen’s factor', () => {
    const of = (id: string, text: string) => {
      const said = understand({ parameter: parameter(id), text, context: nothing });
      return said.kind === 'understood'
        ? readingValue({ parameter: parameter(id), reading: said.reading, text, insisted: false })
        : null;
    };
    expect(of('no3MgPerL', '10 mg/L as N')).toEqual(
      jasmine.objectContaining({ basis: 'as-element', text: '10 mg/L as N', enteredUnit: 'mg/L as N' }),
    );
    expect(of('no3MgPerL', '<5')).toEqual(jasmine.objectContaining({ basis: 'ion', lo: null, hi: 5 }));
    expect(of('ec25UsPerCm', '150 ppm (0.5)')?.penFactor).toBe(0.5);
    expect(of('ph', '6,4')).toEqual({ parameter: 'ph', lo: 6.35, hi: 6.45, text: '6,4', enteredUnit: '' });
  });
});
