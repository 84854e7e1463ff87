import type { VerdictFacts } from '#core/tonight';
import { usualUnits, type KeepersUnits } from '#core/units';
import { lineWords } from '#words/book';
import { refusalWords } from '#words/explain';
import { shortVerdict, verdictWords } from '#words/tonight';
import { eveningShort } from '#words/water';
import { amount, amountPlainly, amountStep, spanText, speechIn, unitOf, valueText, type Speech } from './index';

describe('sentences in the units of who reads them', () => {
  let speech: Speech;
  const inUnits = (over: Partial<KeepersUnits>): void => void (speech = speechIn({ ...usualUnits, ...over }));
  beforeEach(() => (speech = speechIn(usualUnits)));

  it('amounts, steps and values of a parameter', () => {
    inUnits({ temperature: '°F', volume: 'US gal', hardness: 'ppm', nitrogen: 'as N', conductivity: 'ppm (0.5)' });
    expect(amount(speech, 'temperature', 25, 1)).toBe('77.0 °F');
    expect(amountStep(speech, 'temperature', 2, 1)).toBe('3.6 °F');
    expect(amount(speech, 'volume', 37.85411784, 1)).toBe('10.00 US gal');
    expect(amountPlainly(speech, 'volume', 18.927)).toBe('5 US gal');
    expect([valueText(speech, 'ghDegrees', 6), unitOf(speech, 'ghDegrees')]).toEqual(['107', 'ppm']);
    expect([spanText(speech, 'no3MgPerL', { lo: 44.27, hi: 88.5 }), unitOf(speech, 'no3MgPerL')]).toEqual([
      '10.0–20.0',
      'mg/L as N',
    ]);
    expect(spanText(speech, 'ec25UsPerCm', { lo: 400, hi: null })).toBe('>200');
    expect(speech.units.volume).toBe('US gal');
  });
  it('as the book keeps them, where nothing is chosen', () => {
    expect(amount(speech, 'temperature', 25, 1)).toBe('25.0 °C');
    expect(amountStep(speech, 'temperature', 2, 1)).toBe('2.0 K');
    expect(amount(speech, 'volume', 18, 1)).toBe('18.0 L');
    expect([spanText(speech, 'no3MgPerL', { lo: 10, hi: 20 }), unitOf(speech, 'no3MgPerL')]).toEqual(['10–20', 'mg/L']);
  });
  it('a verdict, its reading and its band alike', () => {
    const facts = {
      parameter: 'tempC',
      reading: { lo: 27.95, hi: 28.05 },
      band: { lo: 20, hi: 25 },
      side: 'above',
    } as VerdictFacts;
    expect(verdictWords(speech, { id: 'outside', facts })).toBe('Temperature reads 28.0 °C, band 20–25: above it.');
    expect(shortVerdict(speech, { id: 'outside', facts })).toBe('Temp 28.0, above 20–25');
    inUnits({ temperature: '°F' });
    expect(verdictWords(speech, { id: 'outside', facts })).toBe('Temperature reads 82.4 °F, band 68–77: above it.');
    expect(shortVerdict(speech, { id: 'outside', facts })).toBe('Temp 82.4, above 68–77');
  });
  it('toxic ammonia by what the keeper counts it as', () => {
    const facts = {
      parameter: 'tanMgPerL',
      toxic: { span: { lo: 0.046, hi: 0.115 }, concernMgPerL: 0.02, urgentMgPerL: 0.05 },
    } as VerdictFacts;
    expect(verdictWords(speech, { id: 'outside', facts })).toContain(
      'Toxic ammonia is 0.046–0.115 mg/L as N, of concern from 0.02',
    );
    inUnits({ ammonia: 'mg/L as NH3' });
    // By molar mass, 17.031 to 14.007.
    expect(verdictWords(speech, { id: 'outside', facts })).toContain(
      'Toxic ammonia is 0.056–0.140 mg/L as NH3, of concern from 0.024, urgent from 0.061.',
    );
  });
  it('the book, a refusal, the evening’s water', () => {
    inUnits({ volume: 'imp gal', temperature: '°F' });
    expect(lineWords(speech, 'top-up', { topUpL: 4.54609, sourceId: 'ro' } as never, () => 'RO')).toBe(
      'topped up 1 imp gal, RO',
    );
    expect(eveningShort(speech, { drumCount: 1, changeL: 45.4609, tankCount: 2, minutes: 50, held: false })).toBe(
      'Water 10.0 imp gal, 50 min',
    );
    expect(
      refusalWords(speech, { kind: 'out-of-range', field: 'Temperature', value: 120, lo: -2, hi: 100, unit: '°C' }),
    ).toBe('Temperature is 248 °F; it can only be between 28.4 °F and 212 °F.');
  });
});
