import { keepersUnit, usualUnits, type KeepersUnits } from '#core/units';
import { typedText } from './as-typed';
import { intervalText } from './interval';
import { catalogueCase } from './parameters.cases';
import { parseReading } from './parse';

const parameterOf = (id: string) => catalogueCase.find((p) => p.id === id)!;
/** What is typed into the field of a parameter and comes back in the book's line, in a house of those units. */
function back(id: string, text: string, units: Partial<KeepersUnits> = {}): string | null {
  const parameter = parameterOf(id);
  const read = parseReading({ parameter, text });
  if (!read.ok) throw new Error(`${id} ${text} is refused`);
  const shownUnit = keepersUnit(parameter.quantity, { ...usualUnits, ...units });
  return typedText({ parameter, reading: { ...read.value, text }, shownUnit });
}

describe('A reading as it was typed', () => {
  it('comes back in its own figures, whatever span the kit gives them', () => {
    expect(back('ghDegrees', '7')).toBe('7');
    expect(back('no3MgPerL', '30')).toBe('30');
    expect(back('no3MgPerL', '34')).toBe('34');
    expect(back('ph', '6,4')).toBe('6.4');
    expect(back('khDegrees', '4 to 5')).toBe('4–5');
    expect(back('no3MgPerL', '~8')).toBe('~8');
    expect(back('no3MgPerL', '<5 mg/L')).toBe('<5');
    expect(back('no3MgPerL', '>160')).toBe('>160');
    expect(back('tanMgPerL', '.25')).toBe('0.25');
  });
  it('every whole figure of every parameter that takes it comes back as itself', () => {
    for (const { id, possible } of catalogueCase)
      for (let value = Math.max(0, Math.ceil(possible.lo)); value <= Math.min(possible.hi, 60); value++)
        expect(back(id, String(value)))
          .withContext(id)
          .toBe(String(value));
  });
  it('ppm of a pen without a known factor keep their word: 30 is not 31, 34 is not 35', () => {
    expect(back('ec25UsPerCm', '30 ppm')).toBe('30 ppm');
    expect(back('ec25UsPerCm', '34 ppm', { conductivity: 'ppm (0.5)' })).toBe('34 ppm');
  });
  it('in another unit than is shown it is not printed as typed', () => {
    expect(back('tempC', '75 °F')).toBeNull();
    expect(back('tempC', '75 °F', { temperature: '°F' })).toBe('75');
    expect(back('ghDegrees', '120 ppm')).toBeNull();
    expect(back('ghDegrees', '120 ppm', { hardness: 'ppm' })).toBe('120');
    expect(back('ghDegrees', '7', { hardness: 'ppm' })).toBeNull();
  });
  it('never says what the book does not hold', () => {
    const said = { parameter: parameterOf('no3MgPerL'), shownUnit: keepersUnit('nitrate', usualUnits) };
    const of = (text: string, lo: number | null, hi: number | null) =>
      typedText({ ...said, reading: { lo, hi, text, enteredUnit: 'mg/L' } });
    expect(of('0', 40, 80)).toBeNull();
    expect(of('0-80', 40, 80)).toBeNull();
    expect(of('40', 40, 80)).toBe('40');
    expect(of('80', 40, 80)).toBe('80');
    expect(of('80.1', 40, 80)).toBeNull();
    expect(of('from the report', 40, 80)).toBeNull();
    expect(of('40 bars', 40, 80)).toBeNull();
    expect(of('<5', null, 5)).toBe('<5');
  });
});

describe('A span in figures', () => {
  it('of half a step to each side is one figure; two figures that were read stay two', () => {
    expect(intervalText({ lo: 29.5, hi: 30.5 }, 0)).toBe('30');
    expect(intervalText({ lo: 30, hi: 31 }, 0)).toBe('30–31');
    expect(intervalText({ lo: 34, hi: 35 }, 0)).toBe('34–35');
    expect(intervalText({ lo: 6.4, hi: 6.5 }, 1)).toBe('6.4–6.5');
    expect(intervalText({ lo: 6.4, hi: 6.4 }, 1)).toBe('6.4');
    expect(intervalText({ lo: 6.42, hi: 6.48 }, 1)).toBe('6.5');
  });
});
