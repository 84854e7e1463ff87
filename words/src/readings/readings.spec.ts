import { usualUnits } from '#core/units';
import { speechIn } from '#words/units';
import { deviceWords, instrumentWords, ledgerWords, oddWords, sharedFaultWords } from './index';

const speech = speechIn(usualUnits);

describe('readings, in words', () => {
  it('a line that could mean two things is asked about by name', () => {
    expect(ledgerWords(speech, { id: 'ambiguous', facts: { text: 'cellar', names: ['Rack A', 'Rack B'] } })).toBe(
      '“cellar” may be Rack A or Rack B.',
    );
    expect(ledgerWords(speech, { id: 'water-in', facts: { names: [] } })).toBe('Which water went in?');
    expect(ledgerWords(speech, { id: 'water-in', facts: { names: ['Tap', 'RO'] } })).toBe(
      'Which water went in: Tap, RO?',
    );
    expect(ledgerWords(speech, { id: 'which-food', facts: { names: ['flakes'] } })).toBe('Of which food?');
    expect(ledgerWords(speech, { id: 'no-value', facts: { parameter: 'ghDegrees' } })).toContain(
      'has no value after it',
    );
    expect(
      ledgerWords(speech, { id: 'refused', facts: { refusal: { kind: 'not-a-number', field: 'pH', text: 'six' } } }),
    ).toContain('“six”');
    expect(
      ledgerWords(speech, {
        id: 'past-midnight',
        facts: { said: 'last-night', firstOn: '2026-03-14', secondOn: '2026-03-13' },
      }),
    ).toContain('“last night” mean 2026-03-14 or 2026-03-13');
  });
  it('an odd reading says what was expected, in its unit', () => {
    expect(oddWords(speech, { id: 'outside-usual', facts: { parameter: 'tempC', value: 64, lo: 10, hi: 36 } })).toBe(
      'Temperature 64 °C is outside what fresh-water tanks usually are (10 to 36)',
    );
    expect(
      oddWords(speech, { id: 'jumped', facts: { parameter: 'no3MgPerL', last: { lo: 10, hi: 10 }, gapValue: -8.04 } }),
    ).toBe('Nitrate was 10 last time; this is 8 mg/L lower');
  });
  it('what speaks against an instrument or a device', () => {
    expect(instrumentWords(speech, { id: 'calibration-due', facts: { ageDays: null, everyDays: 30 } })).toContain(
      'Never',
    );
    expect(instrumentWords(speech, { id: 'calibration-due', facts: { ageDays: 45.2, everyDays: 30 } })).toBe(
      'Last calibrated 45 days ago; every 30 is the plan.',
    );
    expect(deviceWords({ id: 'silent', facts: { silentForMs: 61_000, everyMs: 1000 } })).toContain('for 61 s');
    expect(deviceWords({ id: 'silent', facts: { silentForMs: 600_000, everyMs: 1000 } })).toContain('for 10 min');
    expect(deviceWords({ id: 'silent', facts: { silentForMs: null, everyMs: 1000 } })).toContain('measured nothing');
  });
  it('an instrument off alike: by a share, or for pH and temperature by a difference', () => {
    const fault = { instrumentId: 'i', parameter: 'ec25UsPerCm', tankCount: 3, offValue: 1.2 } as const;
    expect(sharedFaultWords(fault)).toContain('read 20 % higher than expected');
    expect(sharedFaultWords({ ...fault, offValue: 0.9 })).toContain('read 10 % lower');
    expect(sharedFaultWords({ ...fault, parameter: 'ph', offValue: -0.3 })).toContain('read 0.3 lower');
    expect(sharedFaultWords({ ...fault, parameter: 'ph', offValue: 0.3 })).toContain('read 0.3 higher');
  });
});
