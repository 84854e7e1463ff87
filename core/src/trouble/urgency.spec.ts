import { acting, caseOf, seeing, weighed } from './acting.cases';
import { animalSigns, redFlags, urgencyOf } from './urgency';
import type { Weighed } from './weigh';
import type { TroubleCase } from './signs';

const urgency = (of: TroubleCase, ...all: Weighed[]) => urgencyOf(of, all, acting);

describe('red flags: air before any question', () => {
  it('gasping, gulping, animals climbing out or on their backs, many dead at once, brown gills', () => {
    for (const id of ['BF01', 'BF07', 'SH08', 'SH13', 'DP03', 'DP11', 'BD22'])
      expect(redFlags(seeing([id])))
        .withContext(id)
        .toEqual([id]);
    for (const id of ['BF05', 'DP01', 'BD08', 'WT04'])
      expect(redFlags(seeing([id])))
        .withContext(id)
        .toEqual([]);
  });
  it('chlorine that was measured, and oxygen that was: nobody has to see anything for that', () => {
    expect(redFlags(caseOf({ measurements: { totalChlorineMgPerL: { lo: 0.05, hi: 0.15 } } }))).toEqual(['MS12']);
    expect(redFlags(caseOf({ measurements: { cl2MgPerL: { lo: 0.05, hi: 0.15 } } }))).toEqual(['MS12']);
    expect(redFlags(caseOf({ measurements: { totalChlorineMgPerL: { lo: 0, hi: 0.05 } } }))).toEqual([]);
    expect(redFlags(caseOf({ measurements: { o2MgPerL: { lo: 2.5, hi: 3 } } }))).toEqual(['MS10']);
    expect(redFlags(caseOf({ measurements: { o2MgPerL: { lo: 7.5, hi: 8 } } }))).toEqual([]);
    expect(urgency(caseOf({ measurements: { totalChlorineMgPerL: { lo: 0.05, hi: 0.15 } } }))).toBe('now');
  });
  it('what somebody looked for and did not find is none; single dashes of an air breather are none', () => {
    expect(redFlags(caseOf({ findings: { BF01: 'no', DP03: 'no' } }))).toEqual([]);
    expect(redFlags(seeing(['BF01', 'LK11']))).toEqual([]);
    expect(redFlags(seeing(['BF01', 'LK11', 'DP03']))).toEqual(['BF01', 'DP03']);
  });
});

describe('whether an animal shows anything', () => {
  it('fish, shrimp and the dead do; water, algae and what speaks for nothing do not', () => {
    for (const id of ['BF05', 'BD08', 'SH07', 'DP01'])
      expect(animalSigns(seeing([id]), acting.findings))
        .withContext(id)
        .toBeTrue();
    for (const id of ['WT04', 'MS12', 'AL01', 'BF11'])
      expect(animalSigns(seeing([id]), acting.findings))
        .withContext(id)
        .toBeFalse();
    expect(animalSigns(caseOf({ findings: { BF05: 'no' } }), acting.findings)).toBeFalse();
  });
});

describe('how urgent one cause is', () => {
  it('ammonia by its toxic share: at once from 0.05 mg/L of NH3-N, with 25 °C and pH 7 where nobody measured them', () => {
    const ammonia = weighed('W01', { urgency: 'today' });
    const at = (tanMgPerL: number, more: object = {}) =>
      urgency(caseOf({ measurements: { tanMgPerL: { lo: tanMgPerL, hi: tanMgPerL }, ...more } }), ammonia);
    // At pH 7 and 25 °C 0.57 % is NH3 (Emerson et al. 1975): 0.05 of 8.8 mg/L.
    expect([at(8), at(9.5)]).toEqual(['today', 'now']);
    // At pH 8.5 and 28 °C nearly a fifth is.
    expect(at(0.5, { ph: { lo: 8.5, hi: 8.5 }, tempC: { lo: 28, hi: 28 } })).toBe('now');
    expect(at(0.5, { ph: { lo: 6.2, hi: 6.2 }, tempC: { lo: 28, hi: 28 } })).toBe('today');
    // The upper end counts: what cannot be excluded.
    expect(at(1, { ph: { lo: 7, hi: 8.8 } })).toBe('now');
    expect(urgency(seeing(['BF05']), ammonia)).toBe('today');
  });
  it('nitrite at once above 1 mg/L, where its top is open, or where animals show it', () => {
    const nitrite = weighed('W02', { urgency: 'today' });
    const at = (lo: number, hi: number | null) => urgency(caseOf({ measurements: { no2MgPerL: { lo, hi } } }), nitrite);
    expect([at(0.5, 1), at(1, 1), at(1, 1.2), at(0.5, null)]).toEqual(['today', 'today', 'now', 'now']);
    expect(urgency(seeing(['BF05'], { measurements: { no2MgPerL: { lo: 0.3, hi: 0.5 } } }), nitrite)).toBe('now');
  });
  it('copper at once where shrimp or snails live, else today', () => {
    const copper = weighed('W05', { urgency: 'now' });
    const where = (hosts: TroubleCase['hosts']) => urgency(seeing(['BF05'], { hosts }), copper);
    expect([where(['fish', 'shrimp']), where(['snails']), where(['fish']), where(['fish', 'plants'])]).toEqual([
      'now',
      'now',
      'today',
      'today',
    ]);
  });
  it('a jump at once while animals lie as after a change; hydrogen sulphide at once with its smell and signs', () => {
    const jump = weighed('W09', { urgency: 'today' });
    expect([urgency(seeing(['BF05']), jump), urgency(seeing(['BF05', 'DP06']), jump)]).toEqual(['today', 'now']);
    const sulphide = weighed('W12', { urgency: 'now' });
    expect(urgency(seeing(['BF05', 'WT04']), sulphide)).toBe('now');
    expect(urgency(seeing(['BF05']), sulphide)).toBe('today');
  });
});

describe('how soon somebody has to act', () => {
  const disease = (id: string, more: object = {}): Weighed =>
    weighed(id, { domain: 'fish', urgency: 'today', ...more });
  it('by the most urgent of what leads each list and of what comes within half of it', () => {
    const sign = seeing(['BF05']);
    expect(urgency(sign, weighed('W03'), disease('X01'))).toBe('today');
    const near = weighed('W07', { urgency: 'now', score: 5 });
    expect(urgency(sign, weighed('W03', { score: 10 }), near)).toBe('now');
    expect(urgency(sign, weighed('W03', { score: 10.1 }), near)).toBe('week');
  });
  it('what was not shown, and what only looks like illness, presses nobody', () => {
    expect(urgency(seeing(['BF05']), disease('X01', { shown: false }))).toBe('watch');
    expect(urgency(seeing(['BF05']), disease('N01', { mistakenFor: 'white spot' }))).toBe('none');
    expect(urgency(seeing(['BF05']), disease('X01', { evidenceRatio: 2.9 }))).toBe('none');
  });
  it('water that nobody measured beyond anything is no hurry while no animal shows anything', () => {
    expect(urgency(caseOf(), weighed('W07', { urgency: 'now' }))).toBe('none');
    expect(urgency(seeing(['MS12']), weighed('W03', { urgency: 'week' }))).toBe('now');
    expect(urgency(seeing(['MS06']), weighed('W03', { urgency: 'week' }))).toBe('week');
  });
  it('the dead are watched for whatever is ranked; one after the other a week is too long', () => {
    for (const id of ['DP01', 'DP02', 'DP07', 'DP08', 'DP09', 'DP10', 'DP12'])
      expect(urgency(seeing([id])))
        .withContext(id)
        .toBe('watch');
    expect(urgency(seeing(['DP04']))).toBe('none');
    expect([urgency(seeing(['DP02']), weighed('W03')), urgency(seeing(['DP01']), weighed('W03'))]).toEqual([
      'today',
      'week',
    ]);
  });
  it('where only plants live nothing is more than watched', () => {
    expect(urgency(seeing(['MS12'], { hosts: ['plants'] }), weighed('W04', { urgency: 'now' }))).toBe('watch');
    expect(urgency(caseOf({ hosts: ['plants'] }))).toBe('none');
  });
});
