import { usualUnits } from '#core/units';
import { speechIn } from '#words/units';
import { entryOf, kindIds, kindList, lifted, type Kind, type PayloadOf } from '#contracts/book';
import { doneWords, lineWords } from './index';

const speech = speechIn(usualUnits);

const someId = '0191e809-2880-7258-80c9-974745566b57';
const nameOf = (id: string): string => (id === someId ? 'Tap, aged' : `the ${id}`);
/** As the book's page says it: written, read back by its kind, and put in words. */
function say<K extends Kind>(kind: K, payload: PayloadOf<K>): string {
  const entry = entryOf(kind, { id: someId, subjectId: someId, happenedAt: '2026-03-14T21:30:00.000Z' }, payload);
  return lineWords(speech, kind, lifted(kind, entry.kindVersion, entry.payload) as never, nameOf);
}

describe('a line for every kind of entry', () => {
  it('each says something of its example, in one line', () => {
    for (const { id, example } of kindList) {
      const line = say(id, example as never);
      expect(line.length).withContext(id).toBeGreaterThan(2);
      expect(line)
        .withContext(id)
        .not.toMatch(/undefined|null|\[object|NaN|\n/);
    }
    expect<number>(kindList.length).toBe(kindIds.length);
  });
  it('a change: how much, of what, from which batch, and whether it was against advice', () => {
    const change = (over: Partial<PayloadOf<'change'>> = {}) =>
      say('change', {
        entered: { by: 'litres', changeL: 18 },
        sourceId: someId,
        water: { tempC: 23 },
        how: 'poured',
        ...over,
      });
    expect(change()).toBe('changed 18 L, Tap, aged at 23.0 °C, poured');
    expect(change({ entered: { by: 'fraction', changeFraction: 0.125 }, water: {} })).toBe(
      'changed 12.5 %, Tap, aged, poured',
    );
    expect(change({ bedL: 3 })).toContain(', 3 L of it from the bed');
    expect(change({ bedL: 0 })).not.toContain('from the bed');
    expect(change({ batchReason: 'the pen is broken' })).toContain('batch taken all the same: the pen is broken');
    const advice = (kind: 'wise' | 'too-large' | 'lesser-harm') =>
      change({
        overrideReason: 'gasping',
        advice: {
          advice: kind,
          reason: 'because',
          before: {},
          after: {},
          bearing: 'usual',
          emergency: null,
          method: { id: 'water.change-advice', version: 1, almanacVersion: 1 },
          lines: [],
        },
      });
    expect(advice('too-large')).toContain('— against advice: gasping');
    expect(advice('lesser-harm')).toContain('— emergency: gasping');
    expect(advice('wise')).not.toContain('—');
  });
  it('readings: where they were taken, and what was insisted on', () => {
    const value = { parameter: 'ph', lo: 6.4, hi: 6.4, text: '6.4', enteredUnit: '' } as const;
    expect(say('readings', { context: 'routine', values: [value] })).toBe('tested: pH 6.4');
    expect(say('readings', { context: 'before-change', values: [{ ...value, insisted: true }] })).toBe(
      'tested (before change): pH 6.4 (insisted)',
    );
  });
  it('animals: counts as they are known, and where they went', () => {
    const stock = (over: Partial<PayloadOf<'stock'>>) =>
      say('stock', { event: 'counted', kindId: 'cherry-shrimp', strain: '', count: { lo: 10, hi: 20 }, ...over });
    expect(stock({})).toBe('10–20 cherry shrimp counted');
    expect(stock({ count: { lo: 3, hi: 3 }, event: 'died' })).toBe('3 cherry shrimp dead');
    expect(stock({ count: { lo: 5, hi: null }, strain: 'blue' })).toBe('5 or more cherry shrimp (blue) counted');
    expect(stock({ event: 'moved-out', otherTankId: someId })).toContain('moved out, to Tap, aged');
    expect(stock({ event: 'moved-in', otherTankId: someId })).toContain('moved in, from Tap, aged');
    expect(stock({ event: 'sign', count: null, sign: 'not-grazing' })).toBe('cherry shrimp: not grazing');
  });
  it('marks, facts and what was seen', () => {
    expect(say('note', { text: 'ich?', mark: 'doubtful' })).toBe('marked doubtful: ich?');
    expect(say('note', { text: 'well', mark: 'clear' })).toBe('no longer doubtful: well');
    expect(say('note', { text: 'the moss came loose' })).toBe('the moss came loose');
    expect(say('fact', { about: 'equipment', item: 'heater', on: false })).toContain('off');
    expect(say('fact', { about: 'new', what: 'food', name: 'leaf powder', gone: true })).toBe(
      'leaf powder (food) is out again',
    );
    expect(say('fact', { about: 'sight', sight: 'overgrown' })).toContain('the dead stay unseen');
    expect(say('seen', {})).toBe('seen: nothing out of the way');
    expect(say('seen', { moults: { lo: 3, hi: 3 }, grazing: 'less' })).toBe('seen: 3 moults, grazing less');
  });
  it('work: what was begun, closed and broken off', () => {
    expect(say('job', { step: 'started', work: { kind: 'sponge', note: 'the left one' } })).toBe(
      'began to clean a sponge: the left one',
    );
    expect(say('job', { step: 'broken-off', jobId: someId, reason: 'the phone rang' })).toBe(
      'broken off: the phone rang',
    );
    expect(say('job', { step: 'ticked', jobId: someId, checks: ['put-away'] })).toBe('closed: put away');
    expect(say('timer', { step: 'set', timer: 'hose', minutes: 5, note: '' })).toBe('timer: hose running, 5 min');
    expect(say('timer', { step: 'answered', timerId: someId })).toBe('timer answered');
  });
  it('the log of the unit: what was not measured is said so', () => {
    const unit = (betweenUsPerCm: number | null, renewed: PayloadOf<'unit'>['renewed'] = []) =>
      say('unit', { madeL: 1200, inUsPerCm: 400, betweenUsPerCm, outUsPerCm: null, renewed });
    expect(unit(null)).toBe('RO unit at 1200 L: in 400 µS/cm, out not measured');
    expect(unit(12)).toContain(', after the membrane 12 µS/cm, out');
  });
  it('food: what was left, when it was gone', () => {
    expect(say('cleared', { fedEntryId: someId, clearedMinutes: null })).toBe('leftovers taken out');
    expect(say('cleared', { fedEntryId: someId, clearedMinutes: 90 })).toBe('food gone in 90 min');
    const fed = (clearedMinutes?: number | null) =>
      say('fed', {
        foodId: 'a leaf',
        foodG: 0.2,
        school: 'mass',
        ...(clearedMinutes === undefined ? {} : { clearedMinutes }),
      });
    expect([fed(), fed(null), fed(60)]).toEqual([
      'fed 0.2 g a leaf (mass)',
      'fed 0.2 g a leaf (mass), some left',
      'fed 0.2 g a leaf (mass), gone in 60 min',
    ]);
  });
});

describe('what was last done, in few words', () => {
  it('a look says whether it was fed', () => {
    expect(doneWords(speech, { id: 'looked', facts: { fed: true } })).toBe('looked, fed, fine');
    expect(doneWords(speech, { id: 'looked', facts: { fed: false } })).toBe('looked, fine');
  });
  it('a change says its size, readings what they read', () => {
    expect(doneWords(speech, { id: 'change', facts: { entered: { by: 'litres', changeL: 18 } } })).toBe('changed 18 L');
    expect(doneWords(speech, { id: 'readings', facts: { values: [{ parameter: 'ph', lo: 6.4, hi: 6.6 }] } })).toBe(
      'pH 6.4–6.6',
    );
    const values = [
      { parameter: 'ghDegrees' as const, lo: 6.5, hi: 7.5, text: '7', enteredUnit: '°dH' },
      { parameter: 'no3MgPerL' as const, lo: 30, hi: 31, text: '30-31', enteredUnit: 'mg/L' },
    ];
    expect(doneWords(speech, { id: 'readings', facts: { values } })).toBe('GH 7, NO₃ 30–31');
    // Of what is kept without its text, and in another unit, the span is said.
    expect(
      doneWords(speechIn({ ...usualUnits, temperature: '°F' }), {
        id: 'readings',
        facts: { values: [{ parameter: 'tempC', lo: 20, hi: 22, text: '21', enteredUnit: '°C' }] },
      }),
    ).toBe('Temp 68.0–71.6');
  });
});
