import { hourMs } from '#core/units';
import {
  caseFromBook as caseOf,
  changedBy,
  evidenceOf as evidenceIn,
  happenedIn,
  signsIn,
  tempBorne,
  weighTrouble,
  type BookContext,
  type BookOfTank,
  type TroubleCase,
  type TroubleRow,
} from '#core/trouble';
import { trappedReading } from '../../../core/src/trouble/evidence';
import { troubleKnowledge } from './index';

const now = 1000 * 24 * hourMs;
const ago = (hours: number): number => now - hours * hourMs;
const book: BookOfTank = {
  nowEpochMs: now,
  startedEpochMs: ago(24 * 100),
  groups: ['fish', 'shrimp', 'plant'],
  readings: [],
  usual: {},
  happened: [],
  told: [],
  pokes: [],
  livingCount: 30,
  equipment: {},
  source: [],
};
const evidenceOf = (of: BookOfTank) => evidenceIn(of, troubleKnowledge);
const caseFromBook = (
  of: BookOfTank,
  answers: TroubleCase['findings'],
  options?: { struckIds?: readonly string[]; firstSignEpochMs?: number },
) => caseOf(of, answers, troubleKnowledge, options);
const says = (of: Partial<BookOfTank>): string[] => evidenceOf({ ...book, ...of }).map((e) => e.says);

describe('evidence from the book', () => {
  it('a change of more than half is two events, half of it one; each names its entry', () => {
    const change = (changeFraction: number): Partial<BookOfTank> => ({
      happened: [{ entryId: 'c', atEpochMs: ago(10), what: 'change', changeFraction }],
    });
    expect(says(change(0.51))).toEqual(['change-done', 'big-change']);
    expect(says(change(0.5))).toEqual(['change-done']);
    expect(evidenceOf({ ...book, ...change(0.5) })[0]?.entryId).toBe('c');
  });
  it('events count for two weeks, new animals and plants for four, nothing of the future', () => {
    const at = (what: 'dose' | 'animals-in', hours: number): string[] =>
      says({ happened: [{ entryId: 'e', atEpochMs: ago(hours), what }] });
    expect(at('dose', 14 * 24)).toEqual(['product-or-dose-new']);
    expect(at('dose', 14 * 24 + 1)).toEqual([]);
    expect(at('animals-in', 28 * 24)).toEqual(['animals-came']);
    expect(at('animals-in', 28 * 24 + 1)).toEqual([]);
    expect(at('dose', -1)).toEqual([]);
  });
  it('the newest reading of each parameter within a week is a measurement', () => {
    const readings = [
      { parameter: 'ph' as const, lo: 7, hi: 7.2, atEpochMs: ago(50), entryId: 'old' },
      { parameter: 'ph' as const, lo: 6, hi: 6.2, atEpochMs: ago(2), entryId: 'new' },
      { parameter: 'tanMgPerL' as const, lo: 0, hi: 0.1, atEpochMs: ago(8 * 24), entryId: 'stale' },
    ];
    expect(evidenceOf({ ...book, readings }).map((e) => e.id)).toEqual(['ph:new']);
    const of = caseFromBook({ ...book, readings }, {});
    expect(of.measurements['ph']).toEqual({ lo: 6, hi: 6.2, hoursAgo: 2 });
    expect(of.tankAgeDays).toBe(100);
    expect(of.hosts).toEqual(['fish', 'shrimp', 'plants']);
  });
  it('a top-up that was not pure, a medicine, animals without quarantine', () => {
    const at = (what: 'top-up' | 'medicine' | 'untreated-arrival', hours = 10): string[] =>
      says({ happened: [{ entryId: 'e', atEpochMs: ago(hours), what }] });
    expect(at('top-up')).toEqual(['top-up-not-pure']);
    expect(at('medicine')).toEqual(['medicine-given']);
    expect(at('untreated-arrival', 27 * 24)).toEqual(['animals-came', 'animals-without-quarantine']);
  });
  it('the power away for an hour or more, a heater that failed, and one that stuck', () => {
    const at = (what: 'power-cut' | 'heater-off' | 'heater-stuck', lastedHours?: number): string[] =>
      says({
        happened: [{ entryId: 'e', atEpochMs: ago(30), what, ...(lastedHours === undefined ? {} : { lastedHours }) }],
      });
    expect(at('power-cut', 1)).toEqual(['power-cut']);
    expect(at('power-cut', 0.99)).toEqual([]);
    expect(at('power-cut')).toEqual([]);
    expect(at('heater-off')).toEqual(['heater-failed']);
    expect(at('heater-stuck')).toEqual(['hot-weather']);
  });
  it('light that came on or burns longer, CO2 set anew; how they were first is no change', () => {
    const light = (hours: number, lightHours: number, on = true) => ({
      ...{ entryId: `l${hours}`, atEpochMs: ago(hours), item: 'light' as const, on, lightHours },
    });
    const co2 = (hours: number, on: boolean, detail = '') => ({
      ...{ entryId: `c${hours}`, atEpochMs: ago(hours), item: 'co2' as const, on, detail },
    });
    const of = (list: Parameters<typeof changedBy>[0]): string[] =>
      changedBy(list).map((h) => `${h.what} ${h.entryId}`);
    expect(of([light(40, 10), light(90, 8)])).toEqual(['light-more l40']);
    expect(of([light(90, 8), light(40, 8)])).toEqual([]);
    expect(of([light(90, 8), light(40, 6)])).toEqual([]);
    expect(of([light(90, 8), light(60, 8, false), light(40, 8)])).toEqual(['light-more l40']);
    expect(of([light(90, 12), co2(50, true), co2(40, true, 'two bubbles'), co2(30, false, 'two bubbles')])).toEqual([
      'co2-changed c40',
      'co2-changed c30',
    ]);
    const { detail: _none, ...bare } = co2(20, true);
    expect(of([co2(50, true), bare])).toEqual([]);
    const at = (what: 'light-more' | 'co2-changed', hours: number): string[] =>
      says({ happened: [{ entryId: 'e', atEpochMs: ago(hours), what }] });
    expect(at('light-more', 28 * 24)).toEqual(['light-more']);
    expect(at('co2-changed', 14 * 24)).toEqual(['co2-altered']);
    expect(at('co2-changed', 14 * 24 + 1)).toEqual([]);
  });
  it('three weeks without a change, a test or a look are missed care; not where the book does not tell', () => {
    expect(says({ lastCareEpochMs: ago(21 * 24) })).toEqual(['care-missed']);
    expect(says({ lastCareEpochMs: ago(21 * 24 - 1) })).toEqual([]);
    expect(says({ lastCareEpochMs: null })).toEqual([]);
  });
  it('deaths are a pattern: three and a tenth within a day are many; on three days of a month a trickle; one is one', () => {
    const died = (hours: number, count: number): BookOfTank['told'][number] => ({
      entryId: `d${hours}`,
      atEpochMs: ago(hours),
      what: 'died',
      count,
    });
    expect(says({ told: [died(2, 3)] })).toEqual(['many-deaths-in-a-day']);
    expect(says({ told: [died(2, 2)] })).toEqual([]);
    expect(says({ told: [died(2, 3)], livingCount: 31 })).toEqual([]);
    expect(says({ told: [died(30, 1)] })).toEqual(['one-death']);
    expect(says({ told: [died(30, 1), died(80, 1), died(200, 1)] })).toEqual(['deaths-for-weeks']);
    expect(says({ told: [died(30, 1), died(80, 1)] })).toEqual([]);
  });
  it('what was struck does not count, and what the keeper answers lies over what the book says', () => {
    const told: BookOfTank['told'] = [{ entryId: 'g', atEpochMs: ago(3), what: 'gasping', count: 1 }];
    const happened: BookOfTank['happened'] = [{ entryId: 'c', atEpochMs: ago(9), what: 'change', changeFraction: 0.3 }];
    const whole = caseFromBook({ ...book, told, happened }, {}, { firstSignEpochMs: ago(4) });
    expect(whole.findings).toEqual({ gasping: 'yes' });
    expect(whole.events).toEqual([{ id: 'change-done', hoursAgo: 9 }]);
    expect(whole.firstSignHoursAgo).toBe(4);
    const struck = caseFromBook({ ...book, told, happened }, { gasping: 'no' }, { struckIds: ['change-done:c'] });
    expect(struck.findings).toEqual({ gasping: 'no' });
    expect(struck.events).toEqual([]);
  });
  it('signs are those of animals that live there', () => {
    const told: BookOfTank['told'] = [{ entryId: 'n', atEpochMs: ago(3), what: 'not-grazing', count: 1 }];
    expect(says({ told })).toEqual(['shrimp-not-grazing']);
    expect(says({ told, groups: ['fish'] })).toEqual([]);
  });
  it('a tank without any entry says nothing at all', () => {
    expect(evidenceOf({ ...book, groups: [] })).toEqual([]);
  });
});

describe('test traps', () => {
  const tan = { parameter: 'tanMgPerL' as const, lo: 0.8, hi: 1.2, atEpochMs: ago(2), entryId: 'r' };
  const changed = (hours: number, conditioned: boolean): BookOfTank['happened'] => [
    { entryId: 'c', atEpochMs: ago(hours), what: 'change', changeFraction: 0.3, conditioned },
  ];
  const measured = (of: Partial<BookOfTank>) =>
    caseFromBook({ ...book, readings: [tan], ...of }, {}).measurements['tanMgPerL'];
  it('ammonia within a day of a conditioner may be bound: down to nothing; later, or without one, it is what it is', () => {
    expect(measured({ happened: changed(25, true) })).toEqual({ lo: 0, hi: 1.2, hoursAgo: 2 });
    expect(measured({ happened: changed(26, true) })?.lo).toBe(0.8);
    expect(measured({ happened: changed(25, false) })?.lo).toBe(0.8);
    // A change after the test says nothing of the test.
    expect(measured({ happened: changed(1, true) })?.lo).toBe(0.8);
    expect(
      evidenceOf({ ...book, readings: [tan], happened: changed(25, true) }).find((e) => e.says === 'tanMgPerL')?.trap,
    ).toBe('ammonia-after-conditioner');
  });
  it('a doubtful kit is believed less: half to each side and a step, never under nothing', () => {
    expect(measured({ readings: [{ ...tan, doubtful: true }] })).toEqual({
      lo: 0.4 - 0.25,
      hi: 1.2 * 1.5 + 0.25,
      hoursAgo: 2,
    });
    expect(trappedReading({ lo: 0, hi: 0 }, 'no2MgPerL', 'doubtful-kit')).toEqual({ lo: 0, hi: 0.1 });
    expect(trappedReading({ lo: 6.5, hi: 6.5 }, 'ph', 'doubtful-kit')).toEqual({ lo: 6, hi: 7 });
    expect(trappedReading({ lo: 24, hi: 25 }, 'tempC', 'doubtful-kit')).toEqual({ lo: 23, hi: 26 });
    expect(trappedReading({ lo: 1, hi: null }, 'tanMgPerL', 'doubtful-kit')).toEqual({ lo: 1, hi: null });
    expect(trappedReading({ lo: 1, hi: 2 }, 'tanMgPerL', undefined)).toEqual({ lo: 1, hi: 2 });
  });
  it('what is foreseen stands in where nobody measured for a week, and only there', () => {
    const foreseen = (lastHours: number, more: Partial<BookOfTank> = {}): Partial<BookOfTank> => ({
      foreseen: [{ parameter: 'no3MgPerL', lo: 60, hi: 80, lastEntryId: 'r', lastEpochMs: ago(lastHours) }],
      ...more,
    });
    expect(evidenceOf({ ...book, ...foreseen(9 * 24) }).map((e) => [e.id, e.of])).toEqual([
      ['foreseen-no3MgPerL:r', 'foreseen'],
    ]);
    const of = caseFromBook({ ...book, ...foreseen(9 * 24) }, {});
    expect(of.foreseen).toEqual({ no3MgPerL: { lo: 60, hi: 80 } });
    expect(of.measurements).toEqual({});
    expect(
      caseFromBook({ ...book, ...foreseen(9 * 24) }, {}, { struckIds: ['foreseen-no3MgPerL:r'] }).foreseen,
    ).toEqual({});
    const readings = [{ parameter: 'no3MgPerL' as const, lo: 20, hi: 25, atEpochMs: ago(3 * 24), entryId: 'r' }];
    expect(evidenceOf({ ...book, ...foreseen(3 * 24, { readings }) }).map((e) => e.of)).toEqual(['measurement']);
    expect([56 * 24, 56 * 24 + 1].map((h) => evidenceOf({ ...book, ...foreseen(h) }).length)).toEqual([1, 0]);
  });
});

describe('deaths by their dates', () => {
  const died = (hours: number, count = 1) => ({
    entryId: `d${hours}`,
    atEpochMs: ago(hours),
    what: 'died' as const,
    count,
  });
  it('four nights running are no «every few days for weeks», and are no matter of a week', () => {
    const nights = [died(10, 2), died(34, 1), died(58, 5), died(82, 3)];
    expect(says({ told: nights })).toEqual(['deaths-on-running-nights']);
    expect(says({ told: [died(10), died(90), died(130)] })).toEqual([]);
    const of = caseFromBook({ ...book, told: nights }, {});
    const weighed = weighTrouble(of, troubleKnowledge);
    expect(weighed.ok && ['today', 'now'].includes(weighed.value.urgency)).toBeTrue();
  });
  it('now and then over more than a week is; both where both are', () => {
    expect(says({ told: [died(10), died(100), died(190)] })).toEqual(['deaths-for-weeks']);
    expect(says({ told: [died(10), died(34), died(58), died(250)] })).toEqual([
      'deaths-for-weeks',
      'deaths-on-running-nights',
    ]);
  });
});

describe('what the book knows and nobody asks for', () => {
  it('the newest poke of each place: gas that smells, gas that does not', () => {
    const poke = (place: string, gas: 'none' | 'no-smell' | 'smell', hours: number) => ({
      entryId: place + String(hours),
      place,
      gas,
      atEpochMs: ago(hours),
    });
    expect(says({ pokes: [poke('B3', 'smell', 20)] })).toEqual(['rotten-egg-smell']);
    expect(says({ pokes: [poke('B3', 'no-smell', 20)] })).toEqual(['bubbles-when-poked']);
    // Newest first: the place was poked again and is well.
    expect(says({ pokes: [poke('B3', 'none', 5), poke('B3', 'smell', 20)] })).toEqual([]);
    expect(says({ pokes: [poke('B4', 'none', 5), poke('B3', 'smell', 20)] })).toEqual(['rotten-egg-smell']);
    expect(says({ pokes: [poke('B3', 'smell', 14 * 24 + 1)] })).toEqual([]);
  });
  const evening = (ph: number, khDegrees: number) =>
    (
      [
        ['ph', ph],
        ['khDegrees', khDegrees],
        ['tempC', 25],
      ] as const
    ).map(([parameter, value]) => ({ parameter, lo: value, hi: value, atEpochMs: ago(2), entryId: parameter }));
  const fitted = { ...book, equipment: { co2: true }, carbonateHeld: true };
  it('CO2 by pH and KH where it is fitted and carbonate alone holds the pH', () => {
    // 3 × KH × 10^(7 − pH): 3 × 6 × 10^0.5 = 57 (common practice; the constant moves a little with warmth).
    const of = caseFromBook({ ...fitted, readings: evening(6.5, 6) }, {});
    expect(of.measurements['co2MgPerL']?.lo).toBeGreaterThan(50);
    expect(of.measurements['co2MgPerL']?.hi).toBeLessThan(65);
    const co2 = (over: Partial<BookOfTank>) => caseFromBook({ ...fitted, ...over }, {}).measurements['co2MgPerL'];
    expect(co2({ readings: evening(6.5, 6), carbonateHeld: false })).toBeUndefined();
    expect(co2({ readings: evening(6.5, 6), equipment: {} })).toBeUndefined();
    expect(co2({ readings: evening(6.5, 0.5) })).toBeUndefined();
    expect(co2({ readings: evening(6.5, 6).slice(1) })).toBeUndefined();
  });
  it('a jump by few own readings, where nothing is usual yet', () => {
    const ec = (earlier: number[], usual = {}) =>
      caseFromBook({ ...book, usual, earlier: { ec25UsPerCm: earlier.map((v) => ({ lo: v, hi: v })) } }, {}).usual?.[
        'ec25UsPerCm'
      ];
    expect(ec([165])).toEqual({ lo: 165, hi: 165 });
    expect(ec([160, 170])).toEqual({ lo: 160, hi: 170 });
    expect(ec([1, 2, 3, 4, 5])).toBeUndefined();
    expect(ec([])).toBeUndefined();
    expect(ec([165], { ec25UsPerCm: { lo: 100, hi: 200 } })).toEqual({ lo: 100, hi: 200 });
    const others = { tempC: [{ lo: 25, hi: 25 }], ph: [{ lo: 7, hi: 7 }] };
    expect(caseFromBook({ ...book, earlier: others }, {}).usual).toEqual({});
    const crept = weighTrouble(
      caseFromBook(
        {
          ...book,
          readings: [{ parameter: 'ec25UsPerCm', lo: 275, hi: 275, atEpochMs: ago(2), entryId: 'r' }],
          earlier: { ec25UsPerCm: [{ lo: 165, hi: 165 }] },
        },
        {},
      ),
      troubleKnowledge,
    );
    expect(crept.ok && crept.value.settled).toEqual(['salt-build-up']);
  });
});

describe('entries as evidence, by the one reader', () => {
  const context: BookContext = {
    nowEpochMs: now,
    isolated: false,
    isPlant: (id) => id === 'moss',
    isMedicine: (name) => name === 'dye',
    isPure: (id) => (id === 'ro' ? true : id === 'tap' ? false : null),
  };
  const row = <K extends TroubleRow['kind']>(
    kind: K,
    payload: Extract<TroubleRow, { kind: K }>['payload'],
    hours = 5,
    entryId = 'e',
  ): TroubleRow => ({ entryId, atEpochMs: ago(hours), kind, payload }) as TroubleRow;
  const what = (...rows: TroubleRow[]): string[] => happenedIn(rows, context).map((h) => h.what);
  it('what went in: bare only where somebody said so', () => {
    expect(what(row('change', { changeFraction: 0.3, conditionerMl: 0 }))).toEqual(['change', 'unconditioned']);
    expect(what(row('change', { changeFraction: 0.3 }))).toEqual(['change']);
    expect(what(row('change', { changeFraction: 0.3, conditionerMl: 4 }))).toEqual(['change']);
    const begun = row('job', { step: 'started', work: { kind: 'change', conditionerMl: 4 } }, 6, 'job');
    const both = happenedIn([begun, row('change', { changeFraction: 0.3, conditionerMl: 0 })], context);
    expect(both.map((h) => [h.what, h.conditioned])).toEqual([['change', true]]);
    expect(what(row('top-up', { sourceId: 'tap' }), row('top-up', { sourceId: 'ro' }))).toEqual(['top-up']);
    expect(what(row('top-up', { sourceId: 'nobody knows' }))).toEqual([]);
  });
  it('who came, what was given, what was new, and what was sprayed', () => {
    const came = (kindId: string) => row('stock', { event: 'arrived', kindId, count: null });
    expect(what(came('moss'), came('guppy'))).toEqual(['plants-in', 'animals-in']);
    expect(what(row('stock', { event: 'counted', kindId: 'guppy', count: null }))).toEqual([]);
    expect(what(row('dose', { product: 'dye' }), row('dose', { product: 'iron' }))).toEqual(['medicine', 'dose']);
    const fresh = (thing: 'food' | 'spray' | 'lotion' | 'pet-drops' | 'rock', gone = false) =>
      row('fact', { about: 'new', what: thing, gone });
    expect(what(fresh('food'), fresh('spray'), fresh('lotion'), fresh('pet-drops'), fresh('rock'))).toEqual([
      'food',
      'spray',
      'lotion',
      'pet-drops',
      'decoration',
    ]);
    expect(what(fresh('food', true))).toEqual([]);
    expect(what(row('arrival', { kindId: 'guppy' }))).toEqual(['untreated-arrival']);
    expect(happenedIn([row('arrival', { kindId: 'guppy' })], { ...context, isolated: true })[0]?.what).toBe(
      'animals-in',
    );
  });
  it('work at the bed and the sponge; power that was away, until it was back or until now', () => {
    const job = (kind: 'bed' | 'sponge' | 'change', bed?: 'surface' | 'half') =>
      row('job', { step: 'started', work: { kind, bed } });
    expect(what(job('bed'), job('sponge'), job('change', 'half'), job('change', 'surface'))).toEqual([
      'bed',
      'sponge',
      'bed',
    ]);
    const out = row('outage', { step: 'outage', cause: 'power' }, 9, 'o');
    expect(happenedIn([out], context)[0]?.lastedHours).toBe(9);
    const back = row('outage', { step: 'outage-over', outageId: 'o' }, 7, 'b');
    expect(happenedIn([out, back], context).map((h) => [h.what, h.lastedHours])).toEqual([['power-cut', 2]]);
    expect(what(row('outage', { step: 'outage', cause: 'flood' }))).toEqual([]);
  });
  it('signs of kinds and of the tank as a whole, newest first', () => {
    const told = signsIn([
      row('seen', { behaviour: 'gasping', grazing: 'none' }, 9),
      row('seen', { behaviour: 'calm', deaths: { lo: 2, hi: 2 } }, 3),
      row('seen', { deaths: { lo: 0, hi: 0 }, grazing: 'less' }, 2),
      row('stock', { event: 'sign', kindId: 'guppy', count: null, sign: 'grazing' }, 1),
      row('stock', { event: 'missing', kindId: 'guppy', count: { lo: 1, hi: 3 } }, 1),
    ]);
    expect(told.map((t) => [t.what, t.count])).toEqual([
      ['missing', 2],
      ['less-grazing', 1],
      ['died', 2],
      ['gasping', 1],
      ['not-grazing', 1],
    ]);
  });
  it('all kinds together bear what the most delicate bears; where no warmth suits them all nothing is said', () => {
    const kind = (lo: number, hi: number) =>
      ({ ranges: { tempC: { lo, hi } } }) as unknown as Parameters<typeof tempBorne>[0][number];
    expect(tempBorne([kind(22, 28), kind(18, 26)])).toEqual({ lo: 22, hi: 26 });
    expect(tempBorne([kind(26, 30), kind(16, 22)])).toBeNull();
    expect(tempBorne([])).toBeNull();
  });
});
