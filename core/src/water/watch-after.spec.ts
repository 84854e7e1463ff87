import { unwrap } from '#core/result';
import { changeAdvice, watchAfter, type StepLimit } from './index';

const limits: readonly StepLimit[] = [
  {
    id: 'kh',
    parameter: 'khDegrees',
    per: 'day',
    measure: 'value',
    byBearing: {
      delicate: { value: 0.5, grade: 'ours' },
      usual: { value: 1, grade: 'ours' },
      robust: { value: 2, grade: 'ours' },
    },
    note: '',
    sourceIds: ['ours'],
  },
];
const asked = (over: Partial<Parameters<typeof watchAfter>[0]> = {}) => {
  const before = over.before ?? { ph: 7, tempC: 25, khDegrees: 3 };
  const after = over.after ?? { ph: 7, tempC: 25, khDegrees: 3.2 };
  const advice = unwrap(changeAdvice({ bearing: 'usual', before, after, limits })).value;
  return watchAfter({
    before,
    after,
    changeFraction: 0.2,
    advice,
    bearing: 'usual',
    bedCleaned: false,
    shrimp: false,
    ...over,
  });
};
const idsOf = (over: Partial<Parameters<typeof watchAfter>[0]> = {}): string[] => asked(over).map((w) => w.reason.id);

describe('what to watch after a change', () => {
  it('less ammonia can be more of the toxic kind: pH 6.4 to 7.6 with 2.0 to 1.6 mg/L TAN at 25 °C (Emerson et al. 1975)', () => {
    const [first] = asked({
      before: { ph: 6.4, tempC: 25, tanMgPerL: 2 },
      after: { ph: 7.6, tempC: 25, tanMgPerL: 1.6 },
    });
    expect(first?.reason.id).toBe('toxic-ammonia');
    // Fractions of the table: 0.142 % at 6.4 and 2.22 % at 7.6.
    const facts = first?.reason.id === 'toxic-ammonia' ? first.reason.facts : null;
    expect(facts?.afterMgPerL).toBeCloseTo(0.0355, 3);
    expect(facts?.beforeMgPerL).toBeCloseTo(0.00284, 4);
    expect(first?.caution).toBeTrue();
  });
  it('new water that nobody tested for ammonia counts as free of it: a fifth less of 2.0 is what is left', () => {
    const [first] = asked({ before: { ph: 6.4, tempC: 25, tanMgPerL: 2 }, after: { ph: 7.6, tempC: 25 } });
    const facts = first?.reason.id === 'toxic-ammonia' ? first.reason.facts : null;
    expect(facts?.afterMgPerL).toBeCloseTo(0.0355, 3);
    expect(facts?.beforeMgPerL).toBeCloseTo(0.00284, 4);
  });
  it('a change that makes more of it toxic is no relief: waiting is not called the greater harm', () => {
    const emergency = { kind: 'ammonia', why: { id: 'told', facts: { text: 'toxic ammonia is 0.06 mg/L' } } } as const;
    const of = (phAfter: number) =>
      unwrap(
        changeAdvice({
          bearing: 'delicate',
          before: { ph: 7.4, tempC: 25, tanMgPerL: 4, khDegrees: 2 },
          after: { ph: phAfter, tempC: 25, tanMgPerL: 3, khDegrees: 4 },
          limits,
          emergency,
        }),
      ).value;
    expect(of(7.3).advice).toBe('lesser-harm');
    expect(of(8.2).advice).toBe('too-large');
    expect(of(8.2).reason.id).toBe('too-large-no-relief');
  });
  it('is silent about it where pH falls, where there is hardly any, or where nobody measured', () => {
    expect(
      idsOf({ before: { ph: 7.6, tempC: 25, tanMgPerL: 2 }, after: { ph: 7.2, tempC: 25, tanMgPerL: 1.6 } }),
    ).toEqual(['animals']);
    expect(
      idsOf({ before: { ph: 6, tempC: 25, tanMgPerL: 0.05 }, after: { ph: 6.5, tempC: 25, tanMgPerL: 0.04 } }),
    ).toEqual(['animals']);
    expect(idsOf({ before: { ph: 6.4, tanMgPerL: 2 }, after: { ph: 7.6, tanMgPerL: 1.6 } })).toEqual(['animals']);
  });
  it('after most of a day’s step no second change, and the thermometer where it moved', () => {
    expect(idsOf({ before: { tempC: 25, khDegrees: 3 }, after: { tempC: 24, khDegrees: 3.7 } })).toEqual([
      'no-more-today',
      'temperature',
      'animals',
    ]);
    expect(asked({ after: { tempC: 25, khDegrees: 3.7 } })[0]?.reason).toEqual({
      id: 'no-more-today',
      facts: { parameters: ['khDegrees'] },
    });
    expect(idsOf({ after: { tempC: 25.2, khDegrees: 3.5 } })).toEqual(['animals']);
  });
  it('an emergency is tested again within the hour, a stirred bed on the morrow, and moults by both schools', () => {
    const urgent = asked({
      advice: {
        advice: 'lesser-harm',
        parameters: [],
        emergency: { kind: 'gasping', why: { id: 'gasping', facts: {} } },
      },
    });
    expect(urgent[0]).toEqual(
      jasmine.objectContaining({ reason: { id: 'test-again', facts: {} }, when: 'within-the-hour' }),
    );
    expect(idsOf({ bedCleaned: true, shrimp: true })).toEqual(['bed', 'animals', 'moults']);
    expect(asked({ bearing: 'delicate' })[0]?.reason.facts).toEqual({ bearing: 'delicate' });
  });
});
