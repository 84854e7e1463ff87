import { usualUnits } from '#core/units';
import { speechIn } from '#words/units';
import { maturitySchools, type StockingReason, type TogetherReason } from '#core/stock';
import {
  arrivalCautionWords,
  cyclingReasonWords,
  cyclingWords,
  learntBearingWords,
  maturityWords,
  methodWords,
  moultWords,
  osmoticWords,
  stockingWords,
  togetherWords,
  watchHabitWords,
  watchVerdictWords,
} from './index';

const speech = speechIn(usualUnits);

describe('arrivals, in words', () => {
  it('a foul bag: straight over, with what was measured or is to be expected', () => {
    const foul = (measured: boolean, hardnessDiffers = false) =>
      methodWords({ id: 'foul', facts: { measured, transportHours: 9, hardnessDiffers } });
    expect(foul(true)).toContain('There is ammonia in the bag:');
    expect(foul(false)).toContain('After 9 hours there will be ammonia in the bag:');
    expect([foul(true), foul(true, true)].map((t) => t.includes('mixed to the bag’s hardness'))).toEqual([false, true]);
  });
  it('what differs is spelled, one or several; the bag’s water goes down the drain', () => {
    expect(methodWords({ id: 'differs', facts: { parameters: ['ghDegrees'] } })).toBe(
      'general hardness differs by more than they take at once.',
    );
    expect(methodWords({ id: 'differs', facts: { parameters: ['ghDegrees', 'khDegrees'] } })).toContain(
      'general hardness and carbonate hardness differ by',
    );
    expect(arrivalCautionWords({ id: 'bag-water', facts: {} })).toContain('never into the tank');
    expect(arrivalCautionWords({ id: 'not-known', facts: { parameters: ['ec25UsPerCm', 'tempC'] } })).toBe(
      'Not known of both waters: conductivity, temperature.',
    );
  });
  it('what speaks against it tonight', () => {
    const said: [StockingReason, string][] = [
      [{ id: 'not-cycled', facts: { known: false } }, 'does not know'],
      [{ id: 'not-cycled', facts: { known: true } }, 'Not cycled'],
      [
        { id: 'not-matured', facts: { ageWeeks: 5.9, school: 'patient', gateWeeks: 6 } },
        '5 weeks old; the patient school waits 6',
      ],
      [{ id: 'full', facts: { totalCount: 26, finalCount: 25 } }, '26 would be more than the 25'],
      [{ id: 'too-few', facts: { totalCount: 5, leastCount: 6 } }, '5 are too few; from 6'],
    ];
    for (const [reason, text] of said) expect(stockingWords(reason)).toContain(text);
    expect(maturitySchools.every((s) => maturityWords[s.id].why !== '')).toBeTrue();
  });
});

describe('company, cycle and watch, in words', () => {
  it('who eats whom, by name', () => {
    const pair = { name: 'oscar', otherName: 'guppy' };
    const said: [TogetherReason, string][] = [
      [{ id: 'eats', facts: pair }, 'oscar eats guppy.'],
      [{ id: 'fits-its-mouth', facts: { ...pair, adultCm: 30 } }, 'oscar grows to 30 cm; guppy fits its mouth.'],
      [{ id: 'room', facts: { name: 'oscar', wantedL: 400, netVolumeL: 99.6 } }, 'oscar wants 400 L; there are 100.'],
      [{ id: 'sexes', facts: { name: 'guppy', sexRatio: 'one to two' } }, 'guppy: one to two.'],
    ];
    for (const [reason, text] of said) expect(togetherWords(speech, reason)).toBe(text);
  });
  it('hard and soft each have their reason, for fish, shells and leaves', () => {
    expect(osmoticWords({ group: 'shrimp', side: 'below' })).toContain('shell');
    const all = (['fish', 'shrimp', 'plant'] as const).flatMap((group) =>
      (['below', 'above'] as const).map((side) => osmoticWords({ group, side })),
    );
    expect(new Set(all).size).toBe(6);
  });
  it('a cycle left unfed says for how long; ammonia carries its caution', () => {
    expect(cyclingReasonWords({ id: 'fading', facts: { unfedNights: 9 } })).toContain('for 9 days');
    expect(cyclingWords.ammonia.risk).toContain('never with bleach');
  });
  it('moults by both schools, against the colony', () => {
    const usual = { aDayCount: 0.36, colonyCount: 10 };
    expect(moultWords({ id: 'warning', facts: { moultCount: 4, many: true, usual } })).toBe(
      '4 the day after is more than chance; about 0.4 a day are usual in a colony of 10: the change was too large or too different.',
    );
    expect(moultWords({ id: 'warning', facts: { moultCount: 8, many: false, usual: null } })).toBe(
      '8 the day after is background.',
    );
    expect(moultWords({ id: 'good-sign', facts: { withDeaths: true } })).toContain('no good sign in this school');
    expect(watchVerdictWords({ id: 'dead', facts: { deathsCount: 2 } })).toContain('2 dead after the change');
    expect(watchHabitWords({ id: 'berried', facts: { seenCount: 1, meanCount: 6, fewerThanChance: true } })).toContain(
      'fewer than chance',
    );
  });
  it('what a tank has shown to bear, whether anything went amiss or not', () => {
    const bearing = { bornePercent: 30, notBornePercent: null, borneCount: 3, notBorneCount: 0 };
    expect(learntBearingWords(bearing)).toBe(
      'This tank has borne up to 30 % (3 of 3 watched changes), nothing amiss yet.',
    );
    expect(learntBearingWords({ ...bearing, notBornePercent: 50, notBorneCount: 1 })).toBe(
      'This tank has borne up to 30 % (3 of 4 watched changes), amiss from 50 % (1).',
    );
    expect(learntBearingWords({ bornePercent: null, notBornePercent: 20, borneCount: 0, notBorneCount: 3 })).toBe(
      'This tank was amiss from 20 % (3).',
    );
  });
});
