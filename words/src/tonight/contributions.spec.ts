import { usualUnits } from '#core/units';
import { speechIn } from '#words/units';
import type { ContributionReason } from '#core/tonight';
import { contributionWords, leavesText, mindWords, ratchetWords, testWords } from './index';
import { parameters } from '#almanac/parameters';

const speech = speechIn(usualUnits);

const say = (reason: ContributionReason): string => contributionWords(speech, reason).text;
const deaths = {
  id: 'deaths',
  facts: { seenCount: 6, expectedCount: 0.4, colonyCount: 60, act: true, expected: false },
} as const;

describe('what the slices have to say of a tank, in words', () => {
  it('animals: what happened, and beside it the last change and what is new', () => {
    const beside = (changedNights: number | null, fresh: readonly string[] = []) =>
      say({
        id: 'animals',
        facts: { alarm: deaths, kindName: 'cherry shrimp', beside: { changedNights, changeFraction: 0.256, fresh } },
      });
    expect(beside(0)).toBe(
      '6 cherry shrimp dead in a week; hardly one would be usual for 60 here. Test the water first, then ask what is new. Last change tonight, 26 %.',
    );
    expect(beside(1)).toContain('Last change 1 night ago, 26 %.');
    expect(beside(5, ['leaf powder', 'moss'])).toContain('Last change 5 nights ago, 26 %. New: leaf powder, moss.');
    expect(beside(null)).toContain('No change is in the book.');
    expect(
      say({ id: 'animals', facts: { alarm: { id: 'not-grazing', facts: {} }, kindName: 'bee shrimp', beside: null } }),
    ).toBe('bee shrimp are not grazing: that comes before the deaths. Test now.');
  });
  it('harm that comes slowly: its name, what speaks for it, and what to do', () => {
    const slow = (finding: Extract<ContributionReason, { id: 'slow-harm' }>['facts']['finding']) =>
      contributionWords(speech, { id: 'slow-harm', facts: { finding, parameters: [], grade: 'common-practice' } });
    const falling = { perWeek: -0.25, readingCount: 9 } as never;
    const old = slow({
      id: 'old-tank',
      facts: { no3: { perWeek: 1.44, readingCount: 12 }, kh: falling, ph: null },
    });
    expect(old.text).toBe('Old-tank syndrome is setting in');
    expect(old.evidence).toEqual([
      'Nitrate up 1.4 mg/L a week over 12 readings',
      'KH down 0.25 a week over 9',
      'pH has not followed yet',
    ]);
    expect(old.nextStep).toContain('never one large one');
    const kh = (leaves: { lo: number; hi: number | null } | null) =>
      slow({ id: 'kh-decline', facts: { kh: falling, levelDegrees: 2.04, leaves, atThisPaceDays: 30 } }).evidence;
    expect(kh(null)).toEqual([
      'KH down 0.25 a week over 9 readings, about 2.0 tonight',
      'At this pace it is down to 1 in about 30 days',
    ]);
    expect(kh({ lo: 20, hi: 40 })[1]).toBe('Down to 1 in 20 to 40 days');
    expect(slow({ id: 'silent-gap', facts: { silentDays: 61 } }).text).toBe('No test for 61 days');
    expect(slow({ id: 'temperature-widening', facts: { rangeNowK: 4.25, rangeBeforeK: 2 } }).evidence[0]).toContain(
      'Range 4.3 K in four weeks, 2.0 K in the three months before',
    );
  });
  it('salt that creeps up: each likely cause in words of its own', () => {
    const causes = ['source', 'top-ups', 'minerals', 'food', 'evaporation', 'not-clear'] as const;
    const said = causes.map(
      (cause) =>
        contributionWords(speech, {
          id: 'slow-harm',
          facts: {
            finding: {
              id: 'tds-creep',
              facts: {
                ec: { perWeek: 12, readingCount: 8 },
                cause,
                sourceRiseUsPerCm: 40.4,
                topUpUsPerCmPerWeek: 7.6,
                usual: null,
                back: null,
              },
            },
            parameters: ['ec25UsPerCm'],
            grade: 'ours',
          },
        }).evidence[1] ?? '',
    );
    expect(new Set(said).size).toBe(causes.length);
    expect(said[0]).toContain('rose by about 40 µS/cm');
    expect(said[1]).toContain('about 8 µS/cm a week');
    expect(said[5]).toContain('not clear from the tests');
  });
  it('salt beyond what was usual here: by how much, and the changes that bring it back, or that none can', () => {
    type Creep = Extract<
      Extract<ContributionReason, { id: 'slow-harm' }>['facts']['finding'],
      { id: 'tds-creep' }
    >['facts'];
    const creep = (back: Creep['back'], hiUsPerCm = 210.4) =>
      contributionWords(speech, {
        id: 'slow-harm',
        facts: {
          finding: {
            id: 'tds-creep',
            facts: {
              ec: { perWeek: 8, readingCount: 5 },
              cause: 'not-clear',
              sourceRiseUsPerCm: 0,
              topUpUsPerCmPerWeek: 0,
              usual: { loUsPerCm: 198.2, hiUsPerCm, levelUsPerCm: 240 },
              back,
            },
          },
          parameters: ['ec25UsPerCm'],
          grade: 'common-practice',
        },
      });
    const way = { reachable: true, sourceUsPerCm: 100, changeFraction: 0.171, everyDays: 7 } as const;
    expect(creep(null).evidence[0]).toBe('240 µS/cm where 198–210 was usual here, up 8 a week over 5 readings');
    expect(creep(null, 198.2).evidence[0]).toContain('where about 198 was usual here');
    expect(creep({ ...way, changesCount: 2 }).nextStep).toContain(
      '2 changes of 17 %, 7 days apart, with water of 100 µS/cm bring it back to what was usual',
    );
    expect(creep({ ...way, changesCount: 1 }).nextStep).toContain('One change of 17 %');
    expect(creep({ reachable: false, sourceUsPerCm: 260 }).nextStep).toContain('no change brings it back');
  });
  it('a routine that loses: the levels after its changes, and what would hold', () => {
    const said = contributionWords(speech, {
      id: 'routine-loses',
      facts: { parameter: 'no3MgPerL', levels: [10, 14, 18] },
    });
    expect([said.text, said.evidence[0]]).toEqual([
      'Nitrate: the routine loses',
      jasmine.stringMatching('each ends higher'),
    ]);
  });
  it('deaths told without a kind: what lives there, or that nothing is in the book to hold them against', () => {
    const losses = (livingCount: number | null) =>
      say({
        id: 'losses',
        facts: { deathsCount: 2, livingCount, beside: { changedNights: 3, changeFraction: 0.3, fresh: ['moss'] } },
      });
    expect(losses(40)).toBe(
      '2 dead in a week of about 40. Test the water first, then ask what is new. Last change 3 nights ago, 30 %. New: moss.',
    );
    expect(losses(null)).toContain('2 dead in a week, and no stock is in the book to hold it against.');
  });
  it('what runs: timers with their note, work with what is still open, drips, leftovers', () => {
    expect(say({ id: 'timer', facts: { timer: 'hose', note: '' } })).toBe('hose running');
    expect(say({ id: 'timer', facts: { timer: 'dip', note: 'the moss' } })).toBe('animals in a dip: the moss');
    expect(say({ id: 'open-job', facts: { work: 'sponge', openCount: 1 } })).toBe(
      'Filter sponge not closed: 1 thing to see to',
    );
    expect(say({ id: 'open-job', facts: { work: 'change', openCount: 3 } })).toContain('3 things to see to');
    expect(say({ id: 'drip', facts: { arrivalId: 'a' } })).toBe('drip running');
    expect(say({ id: 'after-change', facts: { changeEntryId: 'c' } })).toContain('what do they do?');
    expect(say({ id: 'leftovers', facts: { foodId: 'a leaf of ours', fedEntryId: 'f' } })).toBe(
      'a leaf of ours: take out what is left',
    );
    expect(say({ id: 'new', facts: { what: 'food', name: 'leaf powder' } })).toBe('New: leaf powder');
  });
  it('tests that are due carry why; what leaves its band carries when', () => {
    const due = contributionWords(speech, {
      id: 'test-due',
      facts: { parameter: 'no3MgPerL', why: 'after-death', dueInDays: 0 },
    });
    expect([due.text, due.evidence]).toEqual(['Nitrate', [testWords['after-death']]]);
    expect(say({ id: 'leaves', facts: { parameter: 'ghDegrees', side: 'below', lo: 3, hi: 9 } })).toBe(
      'General hardness goes below its band in 3 to 9 days',
    );
  });
});

describe('how long, in words', () => {
  it('a span, one day, any day now, or perhaps never', () => {
    expect(leavesText({ lo: 9, hi: 16 })).toBe('in 9 to 16 days');
    expect(leavesText({ lo: 9, hi: 9 })).toBe('in 9 days');
    expect([leavesText({ lo: 0, hi: 0 }), leavesText({ lo: 0, hi: 1 })]).toEqual(['within a day', 'within a day']);
    expect(leavesText({ lo: 1, hi: 2 })).toBe('in 1 to 2 days');
    expect(leavesText({ lo: 0, hi: null })).toBe('any day now, or not at all');
    expect(leavesText({ lo: 5, hi: null })).toBe('in 5 days at the earliest, perhaps not at all');
  });
});

describe('what the last reading did, in words', () => {
  const nitrate = parameters.find((p) => p.id === 'no3MgPerL')!;
  const mind = (over: object) =>
    mindWords(speech, nitrate, {
      expected: { mean: 20, lo80: 18, hi80: 22 },
      reading: { lo: 25, hi: 25 },
      movedValue: 3,
      oddFraction: 0,
      steppedFraction: 0,
      ...over,
    });
  it('moved up or down, changed nothing, or is hardly believed', () => {
    expect(mind({})).toMatch(/^Expected 18–22, read 25: the estimate moved up by 3/);
    expect(mind({ movedValue: -3 })).toContain('moved down by 3');
    expect(mind({ movedValue: 0.1 })).toContain('it changed nothing');
    expect(mind({ oddFraction: 0.51 })).toContain('hardly believed');
    expect(mind({ oddFraction: 0.5 })).toContain('moved up');
    expect(mind({ steppedFraction: 0.51 })).toContain('for good since the test before; more comes in');
    expect(mind({ steppedFraction: 0.51, movedValue: -3 })).toContain('less comes in, or more is used');
    expect(mind({ steppedFraction: 0.5 })).toContain('moved up');
    expect(mind({ steppedFraction: 0.4, oddFraction: 0.51 })).toContain('hardly believed');
  });
  it('the levels after the last changes, and whether the routine holds', () => {
    const said = (verdict: 'holds' | 'loses' | 'falls') =>
      ratchetWords(speech, { id: 'no2MgPerL' }, { levels: [10, 12.04, 14], verdict });
    expect(said('loses')).toBe('After the last changes: 10.00, 12.04, 14.00; each ends higher: the routine loses.');
    expect(said('holds')).toContain('the routine holds it');
    expect(said('falls')).toContain('each ends lower.');
  });
});
