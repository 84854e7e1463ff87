import type { TroubleCase } from '#core/trouble';
import { shareAbove, shareAtLeast, shareWithin, sharesOf } from '../../../core/src/trouble/signs';
import { troubleKnowledge } from './index';

const plain: TroubleCase = { hosts: ['fish'], findings: {}, measurements: {}, events: null, tankAgeDays: 400 };
const at = (value: number): { lo: number; hi: number } => ({ lo: value, hi: value });
const share = (of: Partial<TroubleCase>, id: string): number | undefined =>
  sharesOf({ ...plain, ...of }, troubleKnowledge).get(id);

describe('a reading beside a threshold', () => {
  it('counts by the share of its span that lies beyond; a point whole or not at all', () => {
    expect(shareAtLeast({ lo: 0, hi: 0.4 }, 0.1)).toBeCloseTo(0.75, 9);
    expect(shareAtLeast(at(0.1), 0.1)).toBe(1);
    expect(shareAtLeast(at(0.09), 0.1)).toBe(0);
    expect(shareAbove(at(30), 30)).toBe(0);
    expect(shareAbove(at(30.1), 30)).toBe(1);
    expect(shareAtLeast({ lo: 5, hi: null }, 10)).toBe(0.5);
    expect(shareWithin(at(7), { lo: 6.8, hi: 7.2 })).toBe(1);
    expect(shareWithin(at(7.3), { lo: 6.8, hi: 7.2 })).toBe(0);
  });
});

describe('readings as findings', () => {
  it('ammonia from 0.1 mg/L as N, nitrite from 0.12', () => {
    expect(share({ measurements: { tanMgPerL: at(0.1) } }, 'ammonia-measured')).toBe(1);
    expect(share({ measurements: { tanMgPerL: at(0.09) } }, 'ammonia-measured')).toBe(0);
    expect(share({ measurements: { no2MgPerL: at(0.12) } }, 'nitrite-measured')).toBe(1);
    expect(share({ measurements: { no2MgPerL: at(0.11) } }, 'nitrite-measured')).toBe(0);
    expect(share({}, 'ammonia-measured')).toBeUndefined();
  });
  it('nitrate above 50, above 30 where shrimp live', () => {
    expect(share({ measurements: { no3MgPerL: at(40) } }, 'nitrate-high')).toBe(0);
    expect(share({ hosts: ['shrimp'], measurements: { no3MgPerL: at(40) } }, 'nitrate-high')).toBe(1);
    expect(share({ measurements: { no3MgPerL: at(51) } }, 'nitrate-high')).toBe(1);
  });
  it('pH counts below 6 and 0.7 below its usual; without a usual it cannot be said', () => {
    const usual = { ph: { lo: 6.4, hi: 6.6 } };
    expect(share({ measurements: { ph: at(5.8) }, usual }, 'ph-fallen')).toBe(1);
    expect(share({ measurements: { ph: at(5.9) }, usual }, 'ph-fallen')).toBe(0);
    expect(share({ measurements: { ph: at(6) }, usual }, 'ph-fallen')).toBe(0);
    expect(share({ measurements: { ph: at(5.5) } }, 'ph-fallen')).toBeUndefined();
  });
  it('KH of one is a finding only where it usually is more, and never over an active bed', () => {
    const low = { measurements: { khDegrees: at(1) } };
    expect(share({ ...low, usual: { khDegrees: { lo: 3, hi: 4 } } }, 'kh-used-up')).toBe(1);
    expect(share({ ...low, usual: { khDegrees: { lo: 1, hi: 2 } } }, 'kh-used-up')).toBe(0);
    expect(share({ ...low, usual: { khDegrees: { lo: 3, hi: 4 } }, has: { activeBed: true } }, 'kh-used-up')).toBe(0);
  });
  it('conductivity three tenths above its usual, but not two days after a change', () => {
    const of = { measurements: { ec25UsPerCm: at(400) }, usual: { ec25UsPerCm: { lo: 290, hi: 310 } } };
    expect(share(of, 'conductivity-crept-up')).toBe(1);
    expect(share({ ...of, measurements: { ec25UsPerCm: at(390) } }, 'conductivity-crept-up')).toBe(0);
    expect(share({ ...of, events: [{ id: 'change-done', hoursAgo: 48 }] }, 'conductivity-crept-up')).toBeUndefined();
    expect(share({ ...of, events: [{ id: 'change-done', hoursAgo: 49 }] }, 'conductivity-crept-up')).toBe(1);
    expect(share({ ...of, events: [{ id: 'change-done', hoursAgo: 20 }] }, 'conductivity-jumped')).toBe(1);
  });
  it('oxygen below 5 mg/L, or below three fifths of what warm water can hold', () => {
    expect(share({ measurements: { o2MgPerL: at(4.9) } }, 'oxygen-low')).toBe(1);
    expect(share({ measurements: { o2MgPerL: at(5) } }, 'oxygen-low')).toBe(0);
    // 9.1 mg/L at 20 °C: three fifths are 5.45.
    expect(share({ measurements: { o2MgPerL: at(5.3), tempC: at(20) } }, 'oxygen-low')).toBe(1);
    expect(share({ measurements: { o2MgPerL: at(5.6), tempC: at(20) } }, 'oxygen-low')).toBe(0);
  });
  it('temperature outside 20 to 29 °C or three away from its usual; a cool tank is excused', () => {
    expect(share({ measurements: { tempC: at(29.1) } }, 'temperature-off')).toBe(1);
    expect(share({ measurements: { tempC: at(24) } }, 'temperature-off')).toBe(0);
    expect(share({ measurements: { tempC: at(21) }, usual: { tempC: { lo: 25, hi: 26 } } }, 'temperature-off')).toBe(1);
    expect(share({ measurements: { tempC: at(17) }, usual: { tempC: { lo: 16, hi: 18 } } }, 'temperature-off')).toBe(0);
    const warm = { measurements: { tempC: at(30) }, bears: { tempC: { lo: 26, hi: 31 } } };
    expect([share(warm, 'temperature-off'), share({ ...warm, bears: undefined }, 'temperature-off')]).toEqual([0, 1]);
    // A range that keepers like narrower makes no shock of half a degree beyond it.
    const narrow = { measurements: { tempC: at(26.5) }, bears: { tempC: { lo: 20, hi: 26 } } };
    expect(share(narrow, 'temperature-off')).toBe(0);
    expect(share({ measurements: { tempC: at(17) }, bears: { tempC: { lo: 16, hi: 22 } } }, 'temperature-off')).toBe(0);
  });
  it('too much by itself, unless it is usual here: pH, temperature, salt', () => {
    const ph = (value: number, usual?: { lo: number; hi: number }) =>
      share({ measurements: { ph: at(value) }, ...(usual ? { usual: { ph: usual } } : {}) }, 'ph-extreme');
    expect([ph(9.2), ph(9.3), ph(4.2), ph(4.1), ph(7)]).toEqual([0, 1, 0, 1, 0]);
    expect([ph(9.4, { lo: 8.9, hi: 9.5 }), ph(9.4, { lo: 7.9, hi: 8.5 })]).toEqual([0, 1]);
    const warm = (value: number, usual?: { lo: number; hi: number }) =>
      share(
        { measurements: { tempC: at(value) }, ...(usual ? { usual: { tempC: usual } } : {}) },
        'temperature-extreme',
      );
    expect([warm(32), warm(32.1), warm(15), warm(14.9)]).toEqual([0, 1, 0, 1]);
    expect([warm(13, { lo: 17, hi: 19 }), warm(13, { lo: 24, hi: 25 }), warm(33, { lo: 17, hi: 19 })]).toEqual([
      0, 1, 1,
    ]);
    const salt = (value: number) => share({ measurements: { ec25UsPerCm: at(value) } }, 'conductivity-extreme');
    expect([salt(3000), salt(3001)]).toEqual([0, 1]);
  });
  it('copper where fish live, unless a course is meant to hold it there', () => {
    const copper = (value: number, more: Partial<TroubleCase> = {}) =>
      share({ measurements: { copperMgPerL: at(value) }, ...more }, 'copper-with-fish');
    expect([copper(0.04), copper(0.05)]).toEqual([0, 1]);
    expect(copper(0.15, { meant: { copperMgPerL: { lo: 0.1, hi: 0.2 } } })).toBe(0);
    expect(copper(0.25, { meant: { copperMgPerL: { lo: 0.1, hi: 0.2 } } })).toBe(1);
    expect(copper(0.25, { hosts: ['shrimp'] })).toBeUndefined();
  });
  it('any chlorine at all, copper only where it harms somebody', () => {
    expect(share({ measurements: { totalChlorineMgPerL: { lo: 0.01, hi: 0.1 } } }, 'chlorine-measured')).toBe(1);
    expect(share({ measurements: { totalChlorineMgPerL: { lo: 0, hi: 0.1 } } }, 'chlorine-measured')).toBe(0);
    expect(share({ measurements: { copperMgPerL: at(0.02) } }, 'copper-measured')).toBeUndefined();
    expect(share({ hosts: ['snails'], measurements: { copperMgPerL: at(0.02) } }, 'copper-measured')).toBe(1);
  });
  it('a keeper’s answer stands above a reading that straddles, never above one that settles; age tells a young tank', () => {
    const answered = (lo: number, hi: number) =>
      share({ measurements: { tanMgPerL: { lo, hi } }, findings: { 'ammonia-measured': 'no' } }, 'ammonia-measured');
    expect([answered(0.05, 0.2), answered(0.1, 0.2), answered(2, 2)]).toEqual([0, 1, 1]);
    const po4 = { measurements: { po4MgPerL: at(3) }, findings: { 'phosphate-high': 'no' } } as const;
    expect(share(po4, 'phosphate-high')).toBe(0);
    expect(share({ tankAgeDays: 55 }, 'tank-is-new')).toBe(1);
    expect(share({ tankAgeDays: 56 }, 'tank-is-new')).toBe(0);
  });
});
