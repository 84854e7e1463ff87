import { alarmWords } from './index';

describe('what the animals say, in words', () => {
  const deaths = (expectedCount: number, act: boolean, expected = false) =>
    alarmWords(
      { id: 'deaths', facts: { seenCount: 6, expectedCount, colonyCount: 60, act, expected } },
      'cherry shrimp',
    );
  it('deaths: how many would be usual, and what to do', () => {
    expect(deaths(0.94, true)).toContain('hardly one would be usual for 60 here. Test the water first');
    expect(deaths(0.95, true)).toContain('about 1 would be usual');
    expect(deaths(2.6, false)).toContain('about 3 would be usual for 60 here. Look again tomorrow.');
    expect(deaths(6.1, false, true)).toContain('That may be age or chance: look again tomorrow.');
  });
  it('what is missing without a body is looked for, and tested for', () => {
    const said = alarmWords({ id: 'missing', facts: { missingCount: 4 } }, 'amano shrimp');
    for (const part of ['4 amano shrimp missing', 'behind the filter', 'on the floor', 'test for ammonia'])
      expect(said).toContain(part);
  });
  it('first losses are usual up to a number, and looked after', () => {
    expect(
      alarmWords({ id: 'first-losses', facts: { lostCount: 1, arrivedCount: 20, upToCount: 2 } }, 'bee shrimp'),
    ).toBe('1 of 20 new bee shrimp lost; up to 2 in a fortnight is usual: look every day, and test.');
  });
  it('no young, young that do not grow, and too many moults', () => {
    expect(alarmWords({ id: 'no-young', facts: { weeksCount: 6 } }, 'bee shrimp')).toContain('seen for 6 weeks');
    expect(alarmWords({ id: 'young-not-growing', facts: {} }, 'bee shrimp')).toContain('food, hardness');
    expect(alarmWords({ id: 'moults', facts: { seenCount: 12, expectedCount: 2.57 } }, 'x')).toContain(
      '12 moults within a day where about 2.6 would be usual',
    );
  });
});
