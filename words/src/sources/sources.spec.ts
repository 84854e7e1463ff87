import { usualUnits } from '#core/units';
import { speechIn } from '#words/units';
import { analysisWords, questionWords, treatmentWords } from './index';

const speech = speechIn(usualUnits);

describe('sources, in words', () => {
  it('what of an analysis cannot be true together', () => {
    const check = {
      id: 'hardness',
      facts: { caMgPerL: 40, mgMgPerL: 10, impliedGhDegrees: 7.906, ghDegrees: 3 },
    } as const;
    expect(analysisWords(speech, check)).toBe('Ca 40 and Mg 10 mg/L make GH 7.91; 3 stands here');
    expect(questionWords(speech, { id: 'check-broken', facts: { check } })).toContain(
      '3 stands here: one of them is off',
    );
  });
  it('a question says the limit with its unit, what was expected, or what is implied', () => {
    expect(questionWords(speech, { id: 'cannot-be', facts: { parameter: 'tempC', lo: 0, hi: 45 } })).toContain(
      '0 to 45 °C',
    );
    expect(
      questionWords(speech, {
        id: 'unexpected',
        facts: { parameter: 'no3MgPerL', expected: { lo: 12, hi: 18 }, reading: { lo: 60, hi: 60 } },
      }),
    ).toBe('Nitrate was expected at 12–18; 60 is far from it');
    expect(questionWords(speech, { id: 'co2-unbearable', facts: { leastMgPerL: 123 } })).toContain('at least 120 mg/L');
    expect(
      questionWords(speech, {
        id: 'part-hardness',
        facts: { parameter: 'ghDegrees', degrees: 12, ec25UsPerCm: 90, leastUsPerCm: 401.7 },
      }),
    ).toBe('GH 12 cannot give 90 µS/cm; it takes at least about 402: one of the two is off');
  });
  it('what nobody asked the supplier counts as chloramine; broken, it leaves ammonia', () => {
    const stays = (known: boolean) => treatmentWords({ id: 'chloramine-stays', facts: { known } });
    expect([stays(true), stays(false)].map((t) => t.includes('treat it as chloramine'))).toEqual([false, true]);
    expect(treatmentWords({ id: 'chloramine-ammonia', facts: { cl2MgPerL: 2, tanMgPerL: 0.395 } })).toContain(
      '0.40 mg/L ammonia',
    );
  });
});
