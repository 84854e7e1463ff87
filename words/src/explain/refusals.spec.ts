import { because, type Refusal } from '#core/result';
import { usualUnits } from '#core/units';
import { speechIn } from '#words/units';
import { refusalWords } from './index';

describe('a refusal in one plain sentence', () => {
  const said = (refusal: Refusal): string => refusalWords(speechIn(usualUnits), refusal);
  it('says the range with its unit, or only its lower end where there is no upper, and the likely mend', () => {
    const beyond = { kind: 'out-of-range', field: 'pH', value: 74, lo: 0, hi: 14, unit: '' } as const;
    expect(said(beyond)).toBe('pH is 74; it can only be between 0 and 14.');
    expect(said({ ...beyond, mend: '7.4' })).toBe('pH is 74; it can only be between 0 and 14. Perhaps 7.4?');
    expect(said({ ...beyond, field: 'volume', value: -1, hi: 1e300, unit: 'L' })).toBe(
      'volume is -1 L; it can only be at least 0 L.',
    );
  });
  it('has one for every kind, each with what it is about', () => {
    const all: Refusal[] = [
      { kind: 'not-a-number', field: 'pH', text: 'six', mend: '6' },
      { kind: 'not-a-number', field: 'pH', text: 'NaN' },
      { kind: 'unknown-unit', field: 'volume', text: 'cups', known: ['L', 'mL'] },
      { kind: 'unknown-name', field: 'salt', text: 'spice', known: ['kcl'] },
      { kind: 'missing', field: 'pH', why: because('number-needed') },
      {
        kind: 'contradiction',
        fields: ['GH', 'Ca'],
        why: because('ions-against-hardness', { ionGhDegrees: 7.94, ghDegrees: 3 }),
      },
      { kind: 'method-invalid', method: 'co2', why: because('ph-not-by-carbonate', { ph: 4.2 }) },
      { kind: 'malformed', field: 'input', why: because('nested-too-deep') },
      { kind: 'unreachable', target: '4', why: because('source-stands-at', { sourceValue: 6 }) },
      {
        kind: 'conflict',
        conflict: ['GH', 'EC'],
        why: because('nearest-is', { text: 'GH 4' }),
        nearest: { massG: {} },
        wouldHelp: [],
      },
    ];
    const sentences = all.map(said);
    expect(sentences).toEqual([
      '“six” is not a number we can read for pH. Perhaps 6?',
      'A number is missing for pH.',
      '“cups” is not a unit known for volume. Known: L, mL.',
      '“spice” is not a known salt. Known: kcl.',
      'pH is missing: a number is needed.',
      'GH, Ca cannot all be true: calcium and magnesium give GH 7.9, and 3 stands there.',
      'This cannot be computed here: at pH 4.2 something other than CO2 and carbonate sets the pH; the method holds from 5 to 9.5.',
      'input is not what is expected here: it is nested too deep.',
      '4 cannot be reached: the source stands at 6.',
      'GH, EC cannot all be met: the nearest is GH 4.',
    ]);
  });
});
