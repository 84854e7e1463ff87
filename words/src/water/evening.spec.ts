import { usualUnits } from '#core/units';
import { speechIn } from '#words/units';
import type { NightReason } from '#core/water';
import { batchWords, bearsWords, eveningWords, learntWords, nightWords, waitWords } from './index';

const speech = speechIn(usualUnits);

describe('the evening’s water, in words', () => {
  it('says drums, litres, tanks and minutes; or that nothing can, or need, be changed', () => {
    const sum = { drumCount: 1, changeL: 30, tankCount: 3, minutes: 60, held: false };
    expect(eveningWords(speech, sum)).toBe('One drum, 30 litres for 3 tanks, about 60 minutes.');
    expect(eveningWords(speech, { ...sum, drumCount: 0, tankCount: 1 })).toBe(
      'No drum to make, 30 litres for one tank, about 60 minutes.',
    );
    expect(eveningWords(speech, { ...sum, tankCount: 0 })).toBe('No tank is due a change tonight.');
    expect(eveningWords(speech, { ...sum, tankCount: 0, held: true })).toContain('below is why');
  });
  it('why a tank waits, and until when', () => {
    const lead = (leadHours: number, stirred: boolean) =>
      waitWords(speech, { id: 'needs-time', facts: { waterName: 'lake', leadHours, stirred } });
    expect(lead(168, true)).toBe('lake must be stirred for 7 days first: begin it now');
    expect(lead(47, false)).toBe('lake must stand for 47 hours first: begin it now');
    expect(waitWords(speech, { id: 'begun', facts: { waterName: 'lake', readyAtDay: 2 } })).toBe(
      'lake is begun and ready in 2 days',
    );
    expect(waitWords(speech, { id: 'not-due', facts: { dueDays: 0.5 } })).toBe('due tonight');
    expect(waitWords(speech, { id: 'pure-short', facts: { shortL: 5 } })).toBe('pure water is short by 5 L');
    expect(bearsWords(null)).toBe('nothing leaves its band within eight weeks');
    expect(bearsWords({ parameter: 'no3MgPerL', atDay: 5.4 })).toBe(
      'Nitrate may leave its band in about 5 days without a change',
    );
    expect(bearsWords({ parameter: 'no3MgPerL', atDay: 0.5 })).toBe('Nitrate may be out of its band');
  });
  it('why a tank is on its night of the fortnight, and with whom it shares', () => {
    const said: [NightReason, string][] = [
      [{ id: 'routine', facts: { sharedWith: [] } }, 'its routine asks for it'],
      [
        { id: 'late-already', facts: { lateDays: 3, by: { id: 'closed', facts: {} }, sharedWith: ['A', 'B', 'C'] } },
        '3 days late already; no evening is kept before; shares its water with A, B and C',
      ],
      [{ id: 'early', facts: { earlyDays: 1, sharedWith: [] } }, 'a day early: later evenings are fuller or closed'],
      [
        { id: 'after', facts: { lateDays: 2, sharedWith: ['A'] } },
        '2 days after its day: shares its water with A, and it bears waiting',
      ],
      [
        { id: 'after-closed', facts: { lateDays: 2, sharedWith: ['A'] } },
        '2 days after its day: no evening is kept then; shares its water with A',
      ],
    ];
    for (const [reason, text] of said) expect(nightWords(reason)).toBe(text);
  });
  it('what a batch is', () => {
    const off = { values: [{ parameter: 'ec25UsPerCm' as const, side: 'high' as const }], insisted: null };
    expect(batchWords({ id: 'off', facts: off })).toBe('EC is above what it was made for.');
    expect(batchWords({ id: 'off', facts: { ...off, insisted: 'hard-water tank' } })).toContain(
      'taken all the same: hard-water tank',
    );
    expect(batchWords({ id: 'not-measured', facts: { corrected: true } })).toBe('Corrected, and not measured since.');
    expect(batchWords({ id: 'old', facts: { ageDays: 15.2 } })).toContain('15 days old');
  });
  it('what the changes teach of the litres: less or more than the book says', () => {
    const litres = (middleValue: number) =>
      learntWords(speech, {
        kind: 'net-volume',
        netVolumeL: { lo: middleValue, middleValue, hi: middleValue },
        nowL: 100,
        changesCount: 5,
      });
    expect(litres(80)).toContain('less water in it');
    expect(litres(120)).toContain('more water in it');
  });
});
