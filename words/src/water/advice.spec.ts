import { usualUnits } from '#core/units';
import { speechIn } from '#words/units';
import { adviceWords, conditionWords, missWords, stopWords, warmingWords, watchWhenWords, watchWords } from './index';

const speech = speechIn(usualUnits);

describe('advice on a change, in words', () => {
  it('an emergency says from what it was concluded, and that waiting is the greater harm', () => {
    const emergency = { id: 'toxic-ammonia', facts: { nh3AsNMgPerL: 0.0612, urgentMgPerL: 0.05 } } as const;
    expect(adviceWords({ id: 'lesser-harm', facts: { parameters: ['tempC', 'khDegrees'], emergency } })).toBe(
      'Waiting is the greater harm: toxic ammonia is 0.061 mg/L as N, urgent from 0.05. The step in Temp, KH is over its limit, and is the smaller harm.',
    );
    const nitrite = { id: 'nitrite', facts: { no2MgPerL: 3, urgentMgPerL: 1 } } as const;
    expect(adviceWords({ id: 'within-and-urgent', facts: { emergency: nitrite } })).toContain(
      'waiting would do harm: nitrite is 3 mg/L, urgent from 1 unless chloride guards',
    );
    expect(adviceWords({ id: 'too-large-no-relief', facts: { parameters: ['ghDegrees'] } })).toContain(
      'would not relieve the emergency',
    );
    expect(adviceWords({ id: 'too-large', facts: { parameters: ['ghDegrees'] } })).not.toContain('emergency');
  });
  it('what to do so that it harms least, when to stop, and why an aim is missed', () => {
    expect(conditionWords['no-chlorine']).toContain('chloramine');
    expect(stopWords.death).toContain('one dies');
    expect(missWords({ id: 'source-beyond', facts: { sourceValue: 9 } })).toContain('stands at 9');
  });
  it('what to watch: the toxic part with both figures, delicate animals on the second evening, both schools on moults', () => {
    expect(watchWords(speech, { id: 'toxic-ammonia', facts: { beforeMgPerL: 0.003, afterMgPerL: 0.035 } })).toContain(
      '0.035 mg/L as N instead of 0.003',
    );
    const animals = (bearing: 'usual' | 'delicate') => watchWords(speech, { id: 'animals', facts: { bearing } });
    expect([animals('usual'), animals('delicate')].map((t) => t.includes('second evening'))).toEqual([false, true]);
    expect(watchWords(speech, { id: 'moults', facts: {} })).toContain('both are set against the colony');
    expect(watchWords(speech, { id: 'no-more-today', facts: { parameters: ['khDegrees'] } })).toContain('a day of KH');
    expect(watchWhenWords['within-the-hour']).toBe('Within the hour');
  });
  it('hot water that scalds says so', () => {
    const hot = (scaldingC: number | null) => warmingWords(speech, { id: 'then-hot', facts: { hotL: 15, scaldingC } });
    expect(hot(60)).toContain('at 60 °C it scalds');
    expect(hot(null)).toBe('Then 15.0 L of hot.');
  });
});
