import { usualUnits } from '#core/units';
import { speechIn } from '#words/units';
import type { VerdictReason } from '#core/tonight';
import { shortVerdict } from './short';

const speech = speechIn(usualUnits);

const say = (id: VerdictReason['id'], facts: Partial<VerdictReason['facts']> = {}): string =>
  shortVerdict(speech, { id, facts: { parameter: 'ph', ...facts } });
const at = (lo: number, hi = lo) => ({ lo, hi });

describe('a verdict in about five words', () => {
  it('says what decides, what it reads and on which side of what it lies', () => {
    expect(say('outside', { reading: at(7.1), band: at(6.5, 6.8), side: 'above' })).toBe('pH 7.1, above 6.5–6.8');
    expect(say('outside', { reading: at(5.2), band: at(5.5, 6.8), side: 'below' })).toBe('pH 5.2, below 5.5–6.8');
    expect(say('outside', { parameter: 'no3MgPerL', reading: at(60, 80), band: at(0, 40), side: 'above' })).toBe(
      'NO₃ 60–80, above 40',
    );
    expect(say('straddles', { reading: at(6.5, 7) })).toBe('pH 6.5–7.0, cannot tell');
    expect(say('in-band', { reading: at(6.6), band: at(6.5, 6.8) })).toBe('pH 6.6, in band');
  });
  it('where it is going comes before that it is in its band', () => {
    const inside = { reading: at(6.6), band: at(6.5, 6.8) };
    expect(say('heading-out', { ...inside, leaves: { side: 'above', lo: 9, hi: 16 } })).toBe('pH 6.6, out from day 9');
    expect(say('heading-out', { ...inside, leaves: { side: 'above', lo: 0, hi: 1 } })).toBe('pH 6.6, out within a day');
    expect(say('in-band', { ...inside, trend: { direction: 'rising', heldByChanges: false } })).toBe('pH 6.6, rising');
    expect(say('in-band', { ...inside, trend: { direction: 'steady', heldByChanges: false } })).toBe('pH 6.6, in band');
    expect(say('fast', { ...inside, fast: { movedValue: -0.6, days: 1, perDayValue: 0.2 } })).toBe('pH 6.6, fell fast');
    expect(say('unusual', { ...inside, usual: { span: at(7, 7.2), alwaysSo: false } })).toBe('pH 6.6, unusual here');
  });
  it('what nobody knows is said as that', () => {
    expect(shortVerdict(speech, { id: 'nothing-tested', facts: { parameter: null } })).toBe('nothing tested yet');
    expect(shortVerdict(speech, { id: 'resting', facts: { parameter: null } })).toBe('no animals in it');
    expect(say('never-tested')).toBe('pH never tested');
    expect(say('stale', { ageDays: 61.2 })).toBe('pH untested 61 days');
    expect(say('needs-others', { parameter: 'tanMgPerL' })).toBe('TAN: pH or temperature missing');
    expect(say('no-band', { reading: at(7) })).toBe('pH 7.0, no band');
  });
  it('poison is named by what it is', () => {
    expect(
      say('toxic-ammonia', {
        parameter: 'tanMgPerL',
        toxic: { span: at(0.046, 0.115), concernMgPerL: 0.02, urgentMgPerL: 0.05 },
      }),
    ).toBe('toxic ammonia 0.046–0.115 mg/L');
    expect(
      say('outside', { parameter: 'ph', reading: at(28, 41), co2: { limitMgPerL: 30, over: true, open: false } }),
    ).toMatch(/^CO₂ 28.*41.*, limit 30$/);
  });
  it('is never long', () => {
    for (const facts of [
      { reading: at(6.6), band: at(6.5, 6.8), leaves: { side: 'above' as const, lo: 9, hi: null } },
      { reading: at(143, 250), band: at(100, 300), side: 'above' as const },
    ])
      for (const id of ['outside', 'in-band', 'straddles', 'stale', 'never-tested'] as const)
        expect(say(id, { ...facts, ageDays: 12 }).split(' ').length).toBeLessThanOrEqual(6);
  });
});
