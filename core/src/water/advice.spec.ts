import { dayMs } from '#core/units';
import { recorder } from '#core/explain';
import { unwrap } from '#core/result';
import {
  changeAdvice,
  emergencyIn,
  largestWiseFraction,
  newArrivals,
  bearingOf,
  bearingTonight,
  oneClassLower,
} from './index';
import { roundLimits as limits, roundThresholds as thresholds } from './limits.cases';
import { toxicAmmoniaOf } from './ammonia';

type AdviceInput = Parameters<typeof changeAdvice>[0];

const asked = (over: Partial<AdviceInput>) =>
  changeAdvice({ bearing: 'usual', before: { tempC: 25 }, after: { tempC: 25 }, limits, ...over });
const advise = (over: Partial<AdviceInput>) => unwrap(asked(over)).value;

describe('a step against its limit', () => {
  it('at the limit is within, a thousandth beyond is not: 2 K for usual animals', () => {
    expect(advise({ after: { tempC: 23 } }).advice).toBe('wise');
    expect(advise({ after: { tempC: 27 } }).advice).toBe('wise');
    expect(advise({ after: { tempC: 22.999 } }).advice).toBe('too-large');
    expect(advise({ after: { tempC: 27.001 } }).advice).toBe('too-large');
  });
  it('binary fractions do not make a step too large: 0.1 + 0.2 against 0.3', () => {
    const tight = [
      { ...limits[0]!, byBearing: { ...limits[0]!.byBearing, usual: { value: 0.3, grade: 'ours' as const } } },
    ];
    expect(advise({ before: { tempC: 0.1 }, after: { tempC: 0.1 + 0.1 + 0.2 }, limits: tight }).advice).toBe('wise');
    expect(advise({ before: { tempC: 100 }, after: { tempC: 100.3 }, limits: tight }).advice).toBe('wise');
  });
  it('delicate animals bear half, robust ones twice: classes are not mixed up', () => {
    const at = (bearing: AdviceInput['bearing'], tempC: number) => advise({ bearing, after: { tempC } }).advice;
    expect([at('delicate', 24), at('delicate', 23.9)]).toEqual(['wise', 'too-large']);
    expect([at('robust', 21), at('robust', 20.9)]).toEqual(['wise', 'too-large']);
  });
  it('a fraction is of the level before: 20 % of 300 µS/cm is 60', () => {
    const step = (ec25UsPerCm: number) => advise({ before: { ec25UsPerCm: 300 }, after: { ec25UsPerCm } });
    expect([step(240).advice, step(239).advice]).toEqual(['wise', 'too-large']);
    expect(step(240).parameters[0]).toEqual({
      parameter: 'ec25UsPerCm',
      beforeValue: 300,
      afterValue: 240,
      stepValue: -60,
      limitValue: 60,
      per: 'change',
      within: true,
      ruleId: 'ec',
      grade: 'common-practice',
    });
  });
  it('a limit a day counts what has moved already, a limit a change does not', () => {
    const gh = (after: number, moved: number) =>
      advise({ before: { ghDegrees: 8 }, after: { ghDegrees: after }, movedToday: { ghDegrees: moved } }).advice;
    expect([gh(7, 0), gh(7, -1), gh(7, -1.1)]).toEqual(['wise', 'wise', 'too-large']);
    expect(gh(7, 1)).withContext('back where it came from is no step more').toBe('wise');
    expect(advise({ after: { tempC: 24 }, movedToday: { tempC: -5 } }).advice).toBe('wise');
  });
  it('what has no limit is named, but only where it moves; what is known on one side only is left out', () => {
    const told = advise({
      before: { tempC: 25, po4MgPerL: 1, kMgPerL: 5, mgMgPerL: 3 },
      after: { tempC: 25, po4MgPerL: 0.8, kMgPerL: 5, caMgPerL: 4 },
    });
    expect(told.unlimited).toEqual(['po4MgPerL']);
    expect(advise({ after: { tempC: 20 } }).unlimited).toEqual([]);
    expect(told.parameters.map((p) => p.parameter)).toEqual(['tempC']);
  });
  it('the working holds each step as after − before', () => {
    const { steps } = unwrap(
      changeAdvice({ bearing: 'usual', before: { tempC: 25 }, after: { tempC: 22 }, limits }, recorder()),
    );
    expect(steps.map((s) => s.value)).toEqual([-3]);
  });
  it('refuses what is no number, no bearing, and nothing to compare', () => {
    const refusal = (over: Partial<AdviceInput>) => {
      const given = asked(over);
      return given.ok ? null : given.refusal;
    };
    expect(refusal({ before: { tempC: NaN } })).toEqual(
      jasmine.objectContaining({ kind: 'not-a-number', field: 'tempC' }),
    );
    expect(refusal({ after: { tempC: Infinity } })?.kind).toBe('not-a-number');
    expect(refusal({ bearing: 'tough' as never })).toEqual(
      jasmine.objectContaining({ kind: 'unknown-name', known: ['robust', 'usual', 'delicate'] }),
    );
    expect(refusal({ before: {}, after: { tempC: 25 } })?.kind).toBe('missing');
  });
});

describe('an emergency turns the weighing round', () => {
  const nitrite = { kind: 'nitrite', why: { id: 'nitrite', facts: { no2MgPerL: 3, urgentMgPerL: 1 } } } as const;
  const cold = { before: { tempC: 25, no2MgPerL: 3 }, after: { tempC: 20, no2MgPerL: 1.5 } };
  it('a step too large is the lesser harm where the change lowers what is dangerous', () => {
    const told = advise({ ...cold, emergency: nitrite });
    expect(told.advice).toBe('lesser-harm');
    expect(told.reason).toEqual({
      id: 'lesser-harm',
      facts: { parameters: ['tempC'], emergency: nitrite.why },
    });
    expect(told.conditions).toEqual(['match-temperature', 'no-chlorine', 'air', 'test-again']);
  });
  it('it is not where the change leaves it as it is, or makes it worse', () => {
    for (const no2MgPerL of [3, 4]) {
      const told = advise({ before: cold.before, after: { tempC: 20, no2MgPerL }, emergency: nitrite });
      expect(told.advice).toBe('too-large');
      expect(told.reason).toEqual({ id: 'too-large-no-relief', facts: { parameters: ['tempC'] } });
    }
  });
  it('what nobody measured on both sides is believed to help: gasping, contamination, an untested source', () => {
    for (const kind of ['gasping', 'contamination', 'declared'] as const)
      expect(
        advise({ after: { tempC: 20 }, emergency: { kind, why: { id: 'told', facts: { text: '' } } } }).advice,
      ).toBe('lesser-harm');
    expect(advise({ before: { tempC: 25, no2MgPerL: 3 }, after: { tempC: 20 }, emergency: nitrite }).advice).toBe(
      'lesser-harm',
    );
    expect(advise({ before: { tempC: 25 }, after: { tempC: 20, no2MgPerL: 1 }, emergency: nitrite }).advice).toBe(
      'lesser-harm',
    );
  });
  it('less ammonia at a higher pH is no relief: the toxic part decides (unionised ammonia, Emerson 1975)', () => {
    const ammonia = { kind: 'ammonia', why: { id: 'told', facts: { text: '' } } } as const;
    const step = (tanMgPerL: number, ph: number) =>
      advise({
        before: { tempC: 25, tanMgPerL: 2, ph: 7 },
        after: { tempC: 20, tanMgPerL, ph },
        emergency: ammonia,
      }).advice;
    expect(step(1, 8.2)).toBe('too-large');
    expect(step(1, 7)).toBe('lesser-harm');
    // Without a pH afterwards the total is all there is.
    const total = (tanMgPerL: number) =>
      advise({ before: { tempC: 25, tanMgPerL: 2 }, after: { tempC: 20, tanMgPerL }, emergency: ammonia }).advice;
    expect([total(1), total(2)]).toEqual(['lesser-harm', 'too-large']);
  });
  it('a wise step stays wise, and says that waiting would do harm only where it helps', () => {
    const small = (no2MgPerL: number, emergency: AdviceInput['emergency']) =>
      advise({ before: cold.before, after: { tempC: 25, no2MgPerL }, emergency });
    expect(small(1, nitrite).advice).toBe('wise');
    expect(small(1, nitrite).reason).toEqual({ id: 'within-and-urgent', facts: { emergency: nitrite.why } });
    expect(small(3, nitrite).reason.id).toBe('within');
    expect(small(1, null).reason.id).toBe('within');
    expect(small(1, nitrite).conditions).toEqual(['no-chlorine', 'air', 'test-again']);
  });
  it('without one, the conditions are to change less, and to match the temperature where that is what is over', () => {
    expect(advise({ after: { tempC: 20 } }).conditions).toEqual(['match-temperature', 'less-or-drip']);
    const hard = advise({ before: { tempC: 25, ghDegrees: 8 }, after: { tempC: 25, ghDegrees: 4 } });
    expect(hard.conditions).toEqual(['less-or-drip']);
    expect(hard.reason).toEqual({ id: 'too-large', facts: { parameters: ['ghDegrees'] } });
  });
});

describe('what is an emergency', () => {
  const kindOf = (water: Parameters<typeof emergencyIn>[0]['water']) =>
    emergencyIn({ water, thresholds })?.kind ?? null;
  it('toxic ammonia from its threshold on, by pH and temperature', () => {
    const toxic = toxicAmmoniaOf({ tanMgPerL: 1, ph: 8, tempC: 25 }) ?? 0;
    const at = (nh3AsNMgPerL: number) =>
      emergencyIn({ water: { tanMgPerL: 1, ph: 8, tempC: 25 }, thresholds: { ...thresholds, nh3AsNMgPerL } })?.kind;
    expect(at(toxic)).toBe('ammonia');
    expect(emergencyIn({ water: { tanMgPerL: 1, ph: 8, tempC: 25 }, thresholds })?.why).toEqual({
      id: 'toxic-ammonia',
      facts: { nh3AsNMgPerL: toxic, urgentMgPerL: thresholds.nh3AsNMgPerL },
    });
    expect(at(toxic * 1.0001)).toBeUndefined();
    expect(kindOf({ tanMgPerL: 0, ph: 9, tempC: 30 })).toBeNull();
    expect(kindOf({ tanMgPerL: 5 }))
      .withContext('without pH nothing is known of its toxic part')
      .toBeNull();
    expect(emergencyIn({ water: { tempC: 25 }, thresholds: { ...thresholds, nh3AsNMgPerL: 0 } })).toBeNull();
  });
  it('nitrite from 1 mg/L on, unless ten times as much chloride by mass guards (SRAC 462)', () => {
    expect([kindOf({ no2MgPerL: 1 }), kindOf({ no2MgPerL: 0.99 })]).toEqual(['nitrite', null]);
    expect(kindOf({ no2MgPerL: 2, clMgPerL: 20 })).toBeNull();
    expect(kindOf({ no2MgPerL: 2, clMgPerL: 19.9 })).toBe('nitrite');
    expect(kindOf({ no2MgPerL: 4, clMgPerL: 20 })).toBe('nitrite');
    expect(kindOf({ clMgPerL: 50 })).toBeNull();
    expect(kindOf({})).toBeNull();
  });
  it('chlorine from 0.05 mg/L on', () => {
    expect([kindOf({ cl2MgPerL: 0.05 }), kindOf({ cl2MgPerL: 0.049 })]).toEqual(['chlorine', null]);
  });
});

describe('new animals bear a class less', () => {
  const day = dayMs;
  const came = Date.UTC(2026, 2, 1);
  it('one class, and delicate stays delicate', () => {
    expect((['robust', 'usual', 'delicate'] as const).map(oneClassLower)).toEqual(['usual', 'delicate', 'delicate']);
  });
  it('for thirty days, and not a day longer; nobody new, nothing lower', () => {
    const at = (days: number) => newArrivals({ newArrivalsOn: '2026-03-01', nowEpochMs: came + days * day });
    expect([at(0), at(29.9), at(30), at(31)]).toEqual([true, true, false, false]);
    expect(newArrivals({ nowEpochMs: came })).toBeFalse();
    const tonight = (days: number) =>
      bearingTonight({ bearing: 'robust', newArrivalsOn: '2026-03-01', nowEpochMs: came + days * day });
    expect([tonight(5), tonight(40)]).toEqual(['usual', 'robust']);
    expect(bearingTonight({ bearing: 'usual', nowEpochMs: came })).toBe('usual');
  });
});

describe('what a tank bears', () => {
  const shrimp = { commonName: 'bee shrimp', bearing: 'delicate' as const };
  const platy = { commonName: 'platy', bearing: 'robust' as const };
  const tetra = { commonName: 'tetra', bearing: 'usual' as const };
  const of = (over: Partial<Parameters<typeof bearingOf>[0]>) =>
    bearingOf({ said: 'usual', keptTo: false, practice: null, kinds: [], ...over });
  it('follows the most delicate that lives there, and says who asks', () => {
    expect(of({ kinds: [platy, shrimp] })).toEqual({ bearing: 'delicate', askedBy: ['bee shrimp'] });
    expect(of({ said: 'robust', kinds: [platy, tetra] })).toEqual({ bearing: 'usual', askedBy: ['tetra'] });
    expect(of({ said: 'robust', kinds: [tetra, shrimp, shrimp] })).toEqual({
      bearing: 'delicate',
      askedBy: ['bee shrimp'],
    });
  });
  it('follows its practice: soft-water shrimp are delicate before the first of them is in the book', () => {
    expect(of({ practice: 'delicate' })).toEqual({ bearing: 'delicate', askedBy: ['practice'] });
  });
  it('is never less careful than what was said, and the keeper’s word where it is kept to', () => {
    expect(of({ said: 'delicate', kinds: [platy] })).toEqual({ bearing: 'delicate', askedBy: [] });
    expect(of({ said: 'delicate', practice: 'delicate', kinds: [shrimp] })).toEqual({
      bearing: 'delicate',
      askedBy: [],
    });
    expect(of({ keptTo: true, practice: 'delicate', kinds: [shrimp] })).toEqual({ bearing: 'usual', askedBy: [] });
  });
});

describe('the largest single change that stays wise', () => {
  const largest = (over: Partial<Parameters<typeof largestWiseFraction>[0]>) =>
    largestWiseFraction({ tank: { tempC: 25 }, source: { tempC: 15 }, bearing: 'usual', limits, ...over });
  const share = (over: Partial<Parameters<typeof largestWiseFraction>[0]>) => unwrap(largest(over)).changeFraction;
  it('10 K colder water and 2 K borne: a fifth; half of that for delicate animals, twice for robust', () => {
    expect(share({})).toBeCloseTo(0.2, 5);
    expect(share({ bearing: 'delicate' })).toBeCloseTo(0.1, 5);
    expect(share({ bearing: 'robust' })).toBeCloseTo(0.4, 5);
  });
  it('what has been changed today counts: one degree of GH moved of two leaves half', () => {
    const hard = { tank: { ghDegrees: 10 }, source: { ghDegrees: 0 } };
    expect(share(hard)).toBeCloseTo(0.2, 5);
    expect(share({ ...hard, movedToday: { ghDegrees: -1 } })).toBeCloseTo(0.1, 5);
    expect(share({ ...hard, movedToday: { ghDegrees: -2 } })).toBeCloseTo(0, 5);
  });
  it('the whole where nothing is over its limit; never more than the tightest limit allows', () => {
    expect(share({ source: { tempC: 24 } })).toBe(1);
    expect(share({ tank: { tempC: 25, ghDegrees: 10 }, source: { tempC: 15, ghDegrees: 9 } })).toBeCloseTo(0.2, 5);
  });
  it('refuses what cannot be reckoned', () => {
    expect(largest({ tank: {}, source: {} }).ok).toBeFalse();
    expect(largest({ bearing: 'tough' as never }).ok).toBeFalse();
  });
});
