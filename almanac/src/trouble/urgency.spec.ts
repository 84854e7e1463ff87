import { acting, caseOf, seeing, weighed } from './acting.cases';
import { animalSigns, redFlags } from '../../../core/src/trouble/held-fast';
import { urgencyOf } from '../../../core/src/trouble/urgency';
import type { Weighed } from '../../../core/src/trouble/weigh';
import type { TroubleCase } from '#core/trouble';

const urgency = (of: TroubleCase, ...all: Weighed[]) => urgencyOf(of, all, acting);

describe('red flags: air before any question', () => {
  it('gasping, gulping, animals climbing out or on their backs, many dead at once, brown gills', () => {
    for (const id of [
      'gasping',
      'darting',
      'climbing-out',
      'twitching-shrimp',
      'many-deaths-in-a-day',
      'all-kinds-within-hours',
      'brown-gills',
    ])
      expect(redFlags(seeing([id]), acting))
        .withContext(id)
        .toEqual([id]);
    for (const id of ['lying-still', 'one-death', 'red-streaks', 'rotten-egg-smell'])
      expect(redFlags(seeing([id]), acting))
        .withContext(id)
        .toEqual([]);
  });
  it('chlorine that was measured, and oxygen that was: nobody has to see anything for that', () => {
    expect(redFlags(caseOf({ measurements: { totalChlorineMgPerL: { lo: 0.05, hi: 0.15 } } }), acting)).toEqual([
      'chlorine-measured',
    ]);
    expect(redFlags(caseOf({ measurements: { cl2MgPerL: { lo: 0.05, hi: 0.15 } } }), acting)).toEqual([
      'chlorine-measured',
    ]);
    expect(redFlags(caseOf({ measurements: { totalChlorineMgPerL: { lo: 0, hi: 0.05 } } }), acting)).toEqual([]);
    expect(redFlags(caseOf({ measurements: { o2MgPerL: { lo: 2.5, hi: 3 } } }), acting)).toEqual(['oxygen-low']);
    expect(redFlags(caseOf({ measurements: { o2MgPerL: { lo: 7.5, hi: 8 } } }), acting)).toEqual([]);
    expect(urgency(caseOf({ measurements: { totalChlorineMgPerL: { lo: 0.05, hi: 0.15 } } }))).toBe('now');
  });
  it('what somebody looked for and did not find is none; single dashes of an air breather are none', () => {
    expect(redFlags(caseOf({ findings: { gasping: 'no', 'many-deaths-in-a-day': 'no' } }), acting)).toEqual([]);
    expect(redFlags(seeing(['gasping', 'air-breather-dashes']), acting)).toEqual([]);
    expect(redFlags(seeing(['gasping', 'air-breather-dashes', 'many-deaths-in-a-day']), acting)).toEqual([
      'gasping',
      'many-deaths-in-a-day',
    ]);
  });
});

describe('whether an animal shows anything', () => {
  it('fish, shrimp and the dead do; water, algae and what speaks for nothing do not', () => {
    for (const id of ['lying-still', 'red-streaks', 'shrimp-not-grazing', 'one-death'])
      expect(animalSigns(seeing([id]), acting))
        .withContext(id)
        .toBeTrue();
    for (const id of ['rotten-egg-smell', 'chlorine-measured', 'brown-dust', 'pink-dead-shrimp'])
      expect(animalSigns(seeing([id]), acting))
        .withContext(id)
        .toBeFalse();
    expect(animalSigns(caseOf({ findings: { 'lying-still': 'no' } }), acting)).toBeFalse();
  });
});

describe('how urgent one cause is', () => {
  it('ammonia by its toxic share: at once from 0.05 mg/L of NH3-N, with 25 °C and pH 7 where nobody measured them', () => {
    const ammonia = weighed('ammonia', { urgency: 'today' });
    const at = (tanMgPerL: number, more: object = {}) =>
      urgency(caseOf({ measurements: { tanMgPerL: { lo: tanMgPerL, hi: tanMgPerL }, ...more } }), ammonia);
    // At pH 7 and 25 °C 0.57 % is NH3 (Emerson et al. 1975): 0.05 of 8.8 mg/L.
    expect([at(8), at(9.5)]).toEqual(['today', 'now']);
    // At pH 8.5 and 28 °C nearly a fifth is.
    expect(at(0.5, { ph: { lo: 8.5, hi: 8.5 }, tempC: { lo: 28, hi: 28 } })).toBe('now');
    expect(at(0.5, { ph: { lo: 6.2, hi: 6.2 }, tempC: { lo: 28, hi: 28 } })).toBe('today');
    // The upper end counts: what cannot be excluded.
    expect(at(1, { ph: { lo: 7, hi: 8.8 } })).toBe('now');
    expect(urgency(seeing(['lying-still']), ammonia)).toBe('today');
  });
  it('nitrite at once above 1 mg/L, where its top is open, or where animals show it', () => {
    const nitrite = weighed('nitrite', { urgency: 'today' });
    const at = (lo: number, hi: number | null) => urgency(caseOf({ measurements: { no2MgPerL: { lo, hi } } }), nitrite);
    expect([at(0.5, 1), at(1, 1), at(1, 1.2), at(0.5, null)]).toEqual(['today', 'today', 'now', 'now']);
    expect(urgency(seeing(['lying-still'], { measurements: { no2MgPerL: { lo: 0.3, hi: 0.5 } } }), nitrite)).toBe(
      'now',
    );
  });
  it('copper at once where shrimp or snails live, else today', () => {
    const copper = weighed('copper-poisoning', { urgency: 'now' });
    const where = (hosts: TroubleCase['hosts']) => urgency(seeing(['lying-still'], { hosts }), copper);
    expect([where(['fish', 'shrimp']), where(['snails']), where(['fish']), where(['fish', 'plants'])]).toEqual([
      'now',
      'now',
      'today',
      'today',
    ]);
  });
  it('a jump at once while animals lie as after a change; hydrogen sulphide at once with its smell and signs', () => {
    const jump = weighed('osmotic-jump', { urgency: 'today' });
    expect([
      urgency(seeing(['lying-still']), jump),
      urgency(seeing(['lying-still', 'began-after-change']), jump),
    ]).toEqual(['today', 'now']);
    const sulphide = weighed('hydrogen-sulphide', { urgency: 'now' });
    expect(urgency(seeing(['lying-still', 'rotten-egg-smell']), sulphide)).toBe('now');
    expect(urgency(seeing(['lying-still']), sulphide)).toBe('today');
  });
});

describe('how soon somebody has to act', () => {
  const disease = (id: string, more: object = {}): Weighed =>
    weighed(id, { domain: 'fish', urgency: 'today', ...more });
  it('by the most urgent of what leads each list and of what comes within half of it', () => {
    const sign = seeing(['lying-still']);
    expect(urgency(sign, weighed('organic-load'), disease('ich'))).toBe('today');
    const near = weighed('co2-overdose', { urgency: 'now', score: 5 });
    expect(urgency(sign, weighed('organic-load', { score: 10 }), near)).toBe('now');
    expect(urgency(sign, weighed('organic-load', { score: 10.1 }), near)).toBe('week');
  });
  it('what was not shown, and what only looks like illness, presses nobody', () => {
    expect(urgency(seeing(['lying-still']), disease('ich', { shown: false }))).toBe('watch');
    expect(urgency(seeing(['lying-still']), disease('moult-shell', { mistakenFor: 'white spot' }))).toBe('none');
    expect(urgency(seeing(['lying-still']), disease('ich', { evidenceRatio: 2.9 }))).toBe('watch');
  });
  it('water that nobody measured beyond anything is no hurry while no animal shows anything', () => {
    expect(urgency(caseOf(), weighed('co2-overdose', { urgency: 'now' }))).toBe('none');
    expect(urgency(seeing(['chlorine-measured']), weighed('organic-load', { urgency: 'week' }))).toBe('now');
    expect(urgency(seeing(['kh-used-up']), weighed('organic-load', { urgency: 'week' }))).toBe('week');
  });
  it('the dead are watched for whatever is ranked; one after the other a week is too long', () => {
    for (const id of [
      'one-death',
      'deaths-for-weeks',
      'shrimp-die-fish-fine',
      'fish-die-shrimp-fine',
      'largest-die-first',
      'dead-at-dawn',
      'dead-at-the-moult',
    ])
      expect(urgency(seeing([id])))
        .withContext(id)
        .toBe('watch');
    expect(urgency(seeing(['only-new-animals-die']))).toBe('watch');
    expect(urgency(seeing(['brown-dust']))).toBe('none');
    expect([
      urgency(seeing(['deaths-for-weeks']), weighed('organic-load')),
      urgency(seeing(['one-death']), weighed('organic-load')),
    ]).toEqual(['today', 'week']);
  });
  it('where only plants live nothing is more than watched', () => {
    expect(urgency(seeing(['chlorine-measured'], { hosts: ['plants'] }), weighed('chlorine', { urgency: 'now' }))).toBe(
      'watch',
    );
    expect(urgency(caseOf({ hosts: ['plants'] }))).toBe('none');
  });
});
