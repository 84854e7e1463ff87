import { askedAbout, knownOf } from './questions';

describe('questions about a sitting', () => {
  const at = (value: number) => ({ lo: value, hi: value });
  it('carry what their rule stands on: constants are published, thresholds our own', () => {
    const [together] = askedAbout({ ghDegrees: at(12), ec25UsPerCm: at(90) }, {});
    expect(together?.why).toMatch(/^GH 12 cannot give 90 µS\/cm.*\(published\)$/);
    const [odd] = askedAbout({ tempC: at(64) }, {});
    expect(odd?.why).toMatch(/Perhaps 64 °F = 17.8 °C\? \(our own estimate\)$/);
  });
  it('a value far from what the tank’s own model expects is asked about; one near it is not', () => {
    const known = knownOf({
      no3MgPerL: {
        band: null,
        last: { lo: 10, hi: 20, atEpochMs: 0 },
        expected: { mean: 15, lo80: 12, hi80: 18 },
        due: null,
      },
    });
    expect(askedAbout({ no3MgPerL: { lo: 60, hi: 120 } }, known)[0]?.why).toContain('was expected at 12–18');
    expect(askedAbout({ no3MgPerL: { lo: 10, hi: 20 } }, known)).toEqual([]);
    expect(knownOf(undefined)).toEqual({ last: {}, expected: {} });
  });
});
