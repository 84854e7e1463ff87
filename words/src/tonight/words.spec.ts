import { usualUnits } from '#core/units';
import { speechIn } from '#words/units';
import type { VerdictReason } from '#core/tonight';
import { contributionWords, leavesText, stepWords, testWords, verdictWords } from './index';

const speech = speechIn(usualUnits);

const nitrate = { parameter: 'no3MgPerL', reading: { lo: 30, hi: 32 }, band: { lo: 0, hi: 40 } } as const;
const say = (id: VerdictReason['id'], facts: Partial<VerdictReason['facts']> = {}): string =>
  verdictWords(speech, { id, facts: { ...nitrate, ...facts } });

describe('why a tank is judged as it is, in words', () => {
  it('a value outside says its reading, its limit and the side', () => {
    expect(say('outside', { side: 'above' })).toBe('Nitrate reads 30–32 mg/L, ceiling 40: above it.');
    expect(say('outside', { side: 'above', usual: { span: { lo: 24, hi: 70 }, alwaysSo: true } })).toContain(
      'It is no news in this tank: 24–70 is usual here.',
    );
  });
  it('in band: the arrow, the model’s word in its place, and a doubt about the pen at the end', () => {
    expect(say('in-band', { trend: { direction: 'rising', heldByChanges: true } })).toBe(
      'Nitrate reads 30–32 mg/L, ceiling 40, rising by itself but held by the changes.',
    );
    expect(say('heading-out', { leaves: { side: 'above', lo: 9, hi: 16 }, hangsOnFactor: true })).toBe(
      'Nitrate reads 30–32 mg/L, ceiling 40; goes above it in 9 to 16 days if the routine goes on. The band hangs on the pen’s factor.',
    );
    expect(say('in-band', { stays: true })).toContain(', moving but not expected to leave it in four weeks.');
    expect(say('unusual', { usual: { span: { lo: 5, hi: 15 }, alwaysSo: false } })).toContain(
      ': in band, but unusual for this tank (5–15 is usual here).',
    );
  });
  it('too fast: how far at least, in how long, and what these animals bear', () => {
    expect(say('fast', { fast: { movedValue: -12, days: 1, perDayValue: 10 } })).toContain(
      ', but it fell by at least 12.0 in a day; these animals bear 10 a day.',
    );
    expect(say('fast', { fast: { movedValue: 12, days: 3, perDayValue: 2 } })).toContain(
      'rose by at least 12.0 in 3 days',
    );
  });
  it('nitrite with chloride, without it, and unread', () => {
    const nitrite = {
      parameter: 'no2MgPerL',
      reading: { lo: 1, hi: 2 },
      band: { lo: 0, hi: 0.5 },
      side: 'above',
    } as const;
    const chloride = (ratio: { lo: number; hi: number } | null, guards: boolean) =>
      say('unguarded-nitrite', { ...nitrite, chloride: { ratio, wantedRatio: 10, guards } });
    expect(chloride(null, false)).toContain('a chloride test would tell');
    expect(chloride({ lo: 3, hi: 4 }, false)).toContain('; chloride is 3.0–4.0 to one of nitrite, 10 would guard.');
    expect(chloride({ lo: 15, hi: 30 }, true)).toContain(', but chloride guards: 15–30 to one, 10 is enough.');
  });
  it('toxic ammonia, urgent or not, and CO2 over its limit', () => {
    const toxic = { span: { lo: 0.1, hi: 0.12 }, concernMgPerL: 0.02, urgentMgPerL: 0.05 };
    expect(say('toxic-ammonia', { parameter: 'tanMgPerL', toxic })).toBe(
      'Toxic ammonia is 0.100–0.120 mg/L as N, of concern from 0.02, urgent from 0.05.',
    );
    expect(say('outside', { parameter: 'co2MgPerL', co2: { limitMgPerL: 30, over: true, open: false } })).toContain(
      'at once if animals gasp',
    );
  });
  it('warm water says what oxygen it holds', () => {
    const warm = say('outside', {
      parameter: 'tempC',
      reading: { lo: 30, hi: 30 },
      band: { lo: 20, hi: 26 },
      side: 'above',
      heat: { tempC: 30, o2MgPerL: 7.56 },
    });
    expect(warm).toContain('At 30.0 °C water holds 7.6 mg/L of oxygen at most');
  });
  it('nothing tested, never tested, too old, and a tank without animals', () => {
    expect(say('nothing-tested', { parameter: null })).toBe('Nothing has been tested yet.');
    expect(say('never-tested')).toBe('Nitrate has not been tested.');
    expect(say('stale', { ageDays: 50.4 })).toBe('Nitrate was last tested 50 days ago.');
    expect(say('resting', { parameter: null })).toBe('No animals in it.');
  });
});

describe('next steps and contributions, in words', () => {
  const step = (id: Parameters<typeof stepWords>[1]['reason']['id']) =>
    stepWords(speech, { kind: 'look', reason: { id, facts: { parameter: 'no3MgPerL' } } });
  it('an emergency says that waiting is the greater harm', () => {
    expect(step('change-now')).toBe('Change water now, matched and free of chlorine; waiting is the greater harm.');
    expect(step('plan-change')).toBe('Plan a change against nitrate, in steps these animals bear.');
  });
  it('"in 9 to 16 days", never two ends that are the same', () => {
    expect(leavesText({ lo: 9, hi: 16 })).toBe('in 9 to 16 days');
    expect(leavesText({ lo: 9, hi: 9 })).toBe('in 9 days');
    expect(leavesText({ lo: 0, hi: 1 })).toBe('within a day');
    expect(leavesText({ lo: 12, hi: null })).toBe('in 12 days at the earliest, perhaps not at all');
    expect(leavesText({ lo: 0, hi: null })).toBe('any day now, or not at all');
  });
  it('deaths stand beside the last change and what is new', () => {
    const said = contributionWords(speech, {
      id: 'animals',
      facts: {
        alarm: {
          id: 'deaths',
          facts: { seenCount: 6, expectedCount: 0.3, colonyCount: 36, act: true, expected: false },
        },
        kindName: 'cherry shrimp',
        beside: { changedNights: 1, changeFraction: 0.3, fresh: ['a leaf extract'] },
      },
    });
    expect(said.text).toBe(
      '6 cherry shrimp dead in a week; hardly one would be usual for 36 here. Test the water first, then ask what is new. Last change 1 night ago, 30 %. New: a leaf extract.',
    );
  });
  it('a test that is due says its value and why; slow harm its evidence and what to do', () => {
    expect(
      contributionWords(speech, { id: 'test-due', facts: { parameter: 'ph', why: 'straddles', dueInDays: 0 } }),
    ).toEqual({
      text: 'pH',
      short: 'pH',
      evidence: [testWords.straddles],
      nextStep: null,
    });
    const creep = contributionWords(speech, {
      id: 'slow-harm',
      facts: {
        grade: 'common-practice',
        parameters: ['ec25UsPerCm'],
        finding: {
          id: 'tds-creep',
          facts: {
            ec: { perWeek: 6, readingCount: 14 },
            cause: 'top-ups',
            sourceRiseUsPerCm: 0,
            topUpUsPerCmPerWeek: 4.2,
            usual: null,
            back: null,
          },
        },
      },
    });
    expect(creep.text).toBe('Conductivity is creeping up');
    expect(creep.evidence).toEqual([
      'up 6 µS/cm a week over 14 readings',
      'Likeliest: topping up: it brings about 4 µS/cm a week, and what evaporates takes none of it away',
    ]);
    expect(creep.nextStep).toContain('pure water');
  });
});

describe('who asks for a band', () => {
  const outside = (facts: object) =>
    verdictWords(speech, {
      id: 'outside',
      facts: { parameter: 'ph', reading: { lo: 7.1, hi: 7.1 }, band: { lo: 5, hi: 7 }, side: 'above', ...facts },
    });
  it('the kinds are named, what the practice alone says stands beside, and a range the book is not sure of is said', () => {
    const asked = {
      names: ['cardinal tetra', 'panda corydoras'],
      practice: { lo: 6, hi: 7.5 },
      unsure: false,
      widthValue: 2,
    };
    expect(outside({ asked })).toBe(
      'pH reads 7.1, band 5–7 for cardinal tetra and panda corydoras: above it. By the practice alone: band 6–7.5.',
    );
    expect(outside({ asked: { ...asked, unsure: true } })).toContain('The book is not sure of this range.');
    expect(outside({})).toBe('pH reads 7.1, band 5–7: above it.');
  });
  it('animals whose range the practice never reaches are said once, inside or outside', () => {
    const clash = { names: ['lake fish'], range: { lo: 7.8, hi: 9 } };
    const said = 'For lake fish the band 7.8–9 holds, which this practice never reaches';
    expect(outside({ clash })).toContain(said);
    expect(
      verdictWords(speech, {
        id: 'in-band',
        facts: { parameter: 'ph', reading: { lo: 6.5, hi: 6.5 }, band: { lo: 6, hi: 7.5 }, clash },
      }),
    ).toContain(said);
  });
  it('pen against pen is said to be so', () => {
    expect(
      verdictWords(speech, {
        id: 'outside',
        facts: {
          parameter: 'ec25UsPerCm',
          reading: { lo: 485.7, hi: 680 },
          band: { lo: 286, hi: 580 },
          side: 'above',
          penPpm: { reading: { lo: 340, hi: 340 }, band: { lo: 200, hi: 290 } },
        },
      }),
    ).toBe('Conductivity reads 340 ppm, band 200–290 ppm (pen against pen: neither says its factor): above it.');
  });
});
