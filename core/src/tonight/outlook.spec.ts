import { dayMs } from '#core/units';
import type { BandLine } from '#core/almanac';
import { catalogueCase, nitrateCase } from '../readings/parameters.cases';
import { outlookOf, routineAhead, type Outlook } from './outlook';
import { slowHarm, wayBack, type CreepCause } from './slow-harm';
import { testPlan, type TestPlanInput } from './test-plan';
import { withOutlooks } from './with-outlooks';
import type { TankVerdict } from './verdict';

const now = Date.parse('2026-03-14T21:00:00Z');
const daysAgo = (days: number): number => now - days * dayMs;
/** A straight course read weekly for so many weeks. */
const course = (
  weeks: number,
  start: number,
  perWeek: number,
  wide: number,
): { lo: number; hi: number; atEpochMs: number }[] =>
  Array.from({ length: weeks }, (_, i) => {
    const value = start + perWeek * i;
    return { lo: value - wide / 2, hi: value + wide / 2, atEpochMs: daysAgo(7 * (weeks - 1 - i) + 1) };
  });
const band: BandLine = { parameter: 'no3MgPerL', lo: 0, hi: 40, grade: 'common-practice', sourceIds: [] };
const nitrate = (
  perWeek: number,
  changes: { atEpochMs: number; changeFraction: number; sourceValue: number }[] = [],
): Outlook => {
  const found = outlookOf({
    parameter: nitrateCase,
    readings: course(8, 10, perWeek, 2),
    changes,
    band,
    nowEpochMs: now,
  });
  if (!found) throw new Error('no outlook');
  return found;
};

describe('the outlook of a parameter', () => {
  it('sees 3 a week from 31 pass a ceiling of 40 in about three weeks', () => {
    const { leaves } = nitrate(3);
    expect(leaves?.side).toBe('above');
    expect(leaves?.lo).toBeLessThanOrEqual(21);
    expect(leaves?.hi ?? 99).toBeGreaterThanOrEqual(18);
  });
  it('sees nothing leave where nothing moves', () => {
    expect(nitrate(0).leaves).toBeNull();
  });
  it('says nothing under three readings', () => {
    expect(
      outlookOf({ parameter: nitrateCase, readings: course(2, 10, 3, 2), changes: [], band, nowEpochMs: now }),
    ).toBeNull();
  });
  it('lets a routine that has stopped stop: no change is foreseen after three rounds without', () => {
    const routine = { everyDays: 7, changeFraction: 0.3, sourceValue: 2 };
    expect(routineAhead(routine, -3)[0]?.atDay).toBe(4);
    expect(routineAhead(routine, -3).length).toBe(8);
    expect(routineAhead(routine, -30)).toEqual([]);
  });
  it('names the plain ratchet: each change ends higher than the last', () => {
    const changes = [1, 2, 3, 4, 5].map((week) => ({
      atEpochMs: daysAgo(7 * (6 - week) - 3),
      changeFraction: 0.1,
      sourceValue: 5,
    }));
    const readings = course(7, 12, 5, 1);
    const found = outlookOf({ parameter: nitrateCase, readings, changes, band, nowEpochMs: now });
    expect(found?.ratchet?.verdict).toBe('loses');
  });
});

describe('what four changes left behind', () => {
  const ec = catalogueCase.find((p) => p.id === 'ec25UsPerCm')!;
  /** A pen read to the digit a day after each weekly change of 15 %, so many µS/cm higher each time. */
  const after = (stepUsPerCm: number) =>
    outlookOf({
      parameter: ec,
      readings: Array.from({ length: 9 }, (_, i) => {
        const value = 300 + stepUsPerCm * i;
        return { lo: value - 0.5, hi: value + 0.5, atEpochMs: daysAgo(7 * (8 - i) + 1) };
      }),
      changes: Array.from({ length: 9 }, (_, i) => ({
        atEpochMs: daysAgo(7 * (8 - i) + 2),
        changeFraction: 0.15,
        sourceValue: 250,
      })),
      band: null,
      nowEpochMs: now,
    })?.ratchet?.verdict;
  it('three more µS/cm in four changes of a tank at 300 are noise; fifteen are a loss, or a gain', () => {
    expect(after(1)).toBe('holds');
    expect(after(5)).toBe('loses');
    expect(after(-5)).toBe('falls');
  });
});

describe('the verdict with the model’s word', () => {
  const settled = (state: 'settled' | 'drifting' | 'act'): TankVerdict => ({
    state,
    reason: { id: 'in-band', facts: { parameter: 'no3MgPerL' } },
    deciding: 'no3MgPerL',
    urgent: false,
    nextStep: { kind: 'leave', reason: { id: 'leave', facts: { parameter: null } } },
    lines: [
      {
        parameter: 'no3MgPerL',
        state,
        reason: {
          id: state === 'act' ? 'outside' : 'in-band',
          facts: {
            parameter: 'no3MgPerL',
            reading: { lo: 30, hi: 32 },
            band: { lo: band.lo, hi: band.hi },
            trend: { direction: 'rising', heldByChanges: false },
            hangsOnFactor: true,
          },
        },
        latest: { lo: 30, hi: 32, atEpochMs: now },
        band,
        judgement: null,
        direction: 'rising',
        actual: 'rising',
        hangsOnFactor: false,
        urgent: false,
      },
    ],
  });
  const said = (state: 'settled' | 'drifting' | 'act', perWeek: number) => {
    const verdict = withOutlooks(settled(state), { outlooks: [nitrate(perWeek)], catalogue: catalogueCase });
    return { state: verdict.state, ...verdict.lines[0]?.reason };
  };
  it('drifts where the band is left within four weeks, with the days', () => {
    const { state, id, facts } = said('settled', 3);
    expect([state, id, facts?.leaves?.side]).toEqual(['drifting', 'heading-out', 'above']);
    expect(facts?.leaves?.lo).toBeLessThanOrEqual(28);
    expect([facts?.trend, facts?.hangsOnFactor])
      .withContext('the arrow gives way to the model, the doubt about the pen stays')
      .toEqual([undefined, true]);
  });
  it('lets a movement alone that reaches no limit', () => {
    const { state, id, facts } = said('drifting', 0);
    expect([state, id, facts?.stays]).toEqual(['settled', 'in-band', true]);
  });
  it('never talks away what is outside', () => {
    expect(said('act', 0).state).toBe('act');
    expect(said('act', 3).state).toBe('act');
  });
  const withNormal = (
    state: 'settled' | 'act',
    normal: { lo: number; hi: number },
    expected: { lo80: number; hi80: number },
  ): TankVerdict =>
    withOutlooks(settled(state), {
      outlooks: [
        {
          ...nitrate(0),
          leaves: null,
          normal: { ...normal, medianValue: (normal.lo + normal.hi) / 2, readingCount: 20 },
          lastReading: {
            expected: { mean: (expected.lo80 + expected.hi80) / 2, ...expected },
            reading: { lo: 30, hi: 32 },
            movedValue: 1,
            oddFraction: 0.3,
            steppedFraction: 0,
          },
        },
      ],
      catalogue: catalogueCase,
    });
  it('in band but never so in this tank, and not to be expected: tested once more before it is believed', () => {
    const verdict = withNormal('settled', { lo: 5, hi: 15 }, { lo80: 8, hi80: 14 });
    expect([verdict.state, verdict.reason.id, verdict.nextStep.kind]).toEqual(['unknown', 'unusual', 'test']);
    expect(verdict.reason.facts.usual).toEqual({ span: { lo: 5, hi: 15 }, alwaysSo: false });
  });
  it('what the model saw coming, from a change or a dose, is not unusual', () => {
    expect(withNormal('settled', { lo: 5, hi: 15 }, { lo80: 25, hi80: 40 }).state).toBe('settled');
  });
  it('out of band but always so is said to be no news, and still acts', () => {
    const verdict = withNormal('act', { lo: 24, hi: 70 }, { lo80: 25, hi80: 40 });
    expect(verdict.state).toBe('act');
    expect(verdict.lines[0]?.reason.facts.usual?.alwaysSo).toBeTrue();
  });
  it('a coarse reading that only touches what is usual is news: the tank has not always been so', () => {
    const verdict = withNormal('act', { lo: 0, hi: 62 }, { lo80: 25, hi80: 40 });
    expect(verdict.lines[0]?.reason.facts.usual).toBeUndefined();
  });
});

describe('slow harm, before any band is left (patterns common practice)', () => {
  const found = (
    readings: Parameters<typeof slowHarm>[0]['readings'],
    more: Partial<Parameters<typeof slowHarm>[0]> = {},
  ): string[] =>
    slowHarm({
      catalogue: catalogueCase,
      readings,
      outlooks: [],
      sourceEc25UsPerCm: [],
      changesPerMonthCount: 4,
      nowEpochMs: now,
      ...more,
    }).map((f) => f.reason.id);
  it('nitrate up with KH and pH down is old-tank syndrome', () => {
    expect(
      found({ no3MgPerL: course(14, 10, 2, 2), khDegrees: course(14, 6, -0.25, 0.5), ph: course(14, 7.4, -0.04, 0.1) }),
    ).toContain('old-tank');
  });
  it('nitrate up alone is not', () => {
    expect(found({ no3MgPerL: course(14, 10, 2, 2), khDegrees: course(14, 6, 0, 0.5) })).toEqual([]);
  });
  it('conductivity that creeps names its likely cause', () => {
    const creep = (more: Parameters<typeof slowHarm>[0]['readings'], input = {}): CreepCause | undefined => {
      const [first] = slowHarm({
        catalogue: catalogueCase,
        readings: { ec25UsPerCm: course(14, 300, 6, 2), ...more },
        outlooks: [],
        sourceEc25UsPerCm: [],
        changesPerMonthCount: 4,
        nowEpochMs: now,
        ...input,
      });
      return first?.reason.id === 'tds-creep' ? first.reason.facts.cause : undefined;
    };
    expect(creep({ ghDegrees: course(14, 6, 0.3, 0.5) })).toBe('minerals');
    expect(creep({ no3MgPerL: course(14, 10, 2, 2) })).toBe('food');
    expect(creep({}, { sourceEc25UsPerCm: [300, 300, 300, 360, 360, 360] })).toBe('source');
    expect(creep({}, { changesPerMonthCount: 0.3 })).toBe('evaporation');
    expect(creep({ ghDegrees: course(14, 6, 0.3, 0.5) }, { topUpEcPerWeek: 4 })).toBe('top-ups');
    expect(creep({ ghDegrees: course(14, 6, 0.3, 0.5) }, { topUpEcPerWeek: 1 })).toBe('minerals');
  });
  describe('a pen that climbs beyond this tank’s own normal while every test is in band', () => {
    const usual = Array.from({ length: 12 }, (_, i) => 200 + [0, 2, -2, 3, -1, 1][i % 6]!);
    const weekly = (values: readonly number[]) =>
      values.map((v, i) => ({ lo: v, hi: v, atEpochMs: daysAgo(7 * (values.length - 1 - i)) }));
    const creep = (values: readonly number[], input = {}) => {
      const first = slowHarm({
        catalogue: [],
        readings: { ec25UsPerCm: weekly(values) },
        outlooks: [],
        sourceEc25UsPerCm: [100],
        changesPerMonthCount: 4,
        nowEpochMs: now,
        ...input,
      })[0]?.reason;
      return first?.id === 'tds-creep' ? first.facts : null;
    };
    /** Found by the tank's own normal: what was usual is a span, not the middle of what was before. */
    const beyond = (values: readonly number[]) => {
      const found = creep(values)?.usual;
      return found && found.loUsPerCm < found.hiUsPerCm ? found : null;
    };
    it('one that rises slowly is held against what it stood at before it did, with the way back', () => {
      const slow = creep(Array.from({ length: 15 }, (_, i) => 300 + 6 * i));
      expect(slow?.usual?.levelUsPerCm).toBe(384);
      // The first third of it: 300 to 318.
      expect(slow?.usual?.loUsPerCm).toBeLessThan(300);
      expect(slow?.usual?.hiUsPerCm).toBeGreaterThan(312);
      expect(slow?.usual?.hiUsPerCm).toBeLessThan(336);
      const few = creep(Array.from({ length: 8 }, (_, i) => 300 + 6 * i));
      expect([few?.usual?.loUsPerCm, few?.usual?.hiUsPerCm]).toEqual([306, 306]);
      expect(slow?.back).toEqual(jasmine.objectContaining({ reachable: true, sourceUsPerCm: 100 }));
    });
    it('is remarked at the second test in a row beyond it, with what was usual', () => {
      const facts = creep([...usual, 206, 211, 217, 224]);
      expect(facts?.usual?.levelUsPerCm).toBe(224);
      expect(facts?.usual?.hiUsPerCm).toBeGreaterThan(203);
      expect(facts?.usual?.hiUsPerCm).toBeLessThan(224);
      expect(facts?.ec.perWeek).toBeGreaterThan(4);
      expect(beyond([...usual, 206, 211, 217])).toBeNull();
    });
    it('is not where one of them fell, where it stays within what is usual, or climbed long ago', () => {
      expect(beyond([...usual, 206, 230, 217, 224])).toBeNull();
      expect(beyond([...usual, 201, 202, 203, 204])).toBeNull();
      expect(beyond([...usual.slice(0, 4), 210, 217, 224, 231])).toBeNull();
    });
    it('says the changes that bring it back: none larger than the routine or than these animals bear', () => {
      const back = (input = {}) => creep([...usual, 206, 211, 217, 224], input)?.back;
      // (224 - 100) to (hi - 100): of a distance of 124, changes of a tenth of the level, 22.4, are 18 %.
      const got = back();
      expect(got?.reachable && got.changeFraction).toBeCloseTo(22.4 / 124, 6);
      expect(got?.reachable && got.changesCount).toBe(1);
      const small = back({ ecStepFraction: 0.02 });
      expect(small?.reachable && small.changesCount).toBeGreaterThan(2);
      expect(back({ sourceEc25UsPerCm: [260] })).toEqual({ reachable: false, sourceUsPerCm: 260 });
      expect(back({ sourceEc25UsPerCm: [] })).toBeNull();
    });
    it('each change leaves its share of the distance: 250 to 210 from water of 100 takes two of 16.7 % (mass balance)', () => {
      const usualNow = { hiUsPerCm: 210, levelUsPerCm: 250 };
      const of = (changeFraction: number) =>
        wayBack({
          usual: usualNow,
          sourceUsPerCm: 100,
          routine: { changeFraction, everyDays: 7 },
          ecStepFraction: 0.1,
        });
      // 150 x 0.8333² = 104.2 is under 110; 150 x 0.8333 = 125 is not.
      expect(of(0.5)).toEqual({
        reachable: true,
        sourceUsPerCm: 100,
        changesCount: 2,
        changeFraction: 25 / 150,
        everyDays: 7,
      });
      const small = of(0.1);
      // 150 x 0.9³ = 109.4.
      expect(small?.reachable && [small.changesCount, small.changeFraction]).toEqual([3, 0.1]);
    });
  });
  it('a silent tank is named after 45 days, not before', () => {
    const old = (days: number) => course(8, 10, 0, 2).map((r) => ({ ...r, atEpochMs: r.atEpochMs - days * dayMs }));
    expect(found({ no3MgPerL: old(50) })).toEqual(['silent-gap']);
    expect(found({ no3MgPerL: old(30) })).toEqual([]);
  });
  it('a temperature that swings wider than before', () => {
    const swing = (from: number, to: number, by: number) =>
      Array.from({ length: 10 }, (_, i) => ({
        lo: 24 + (i % 2) * by,
        hi: 24.1 + (i % 2) * by,
        atEpochMs: daysAgo(from - ((from - to) * i) / 10),
      }));
    expect(found({ tempC: [...swing(110, 30, 0.3), ...swing(27, 1, 2.5)] })).toEqual(['temperature-widening']);
    expect(found({ tempC: [...swing(110, 30, 2), ...swing(27, 1, 2.5)] })).toEqual([]);
  });
});

describe('what to test next', () => {
  const plan = (more: Partial<TestPlanInput> = {}) =>
    testPlan({
      tankAgeDays: 400,
      sinceArrivalDays: null,
      sinceDeathDays: null,
      sinceTreatmentDays: null,
      changeCount: 50,
      overgrown: false,
      resting: false,
      bands: [band, { ...band, parameter: 'ph', lo: 6, hi: 7 }],
      lines: [],
      outlooks: [nitrate(3)],
      nowEpochMs: now,
      ...more,
    });
  const lines = (days: number): TestPlanInput['lines'] =>
    (['no3MgPerL', 'ph'] as const).map((parameter) => ({
      parameter,
      state: 'settled',
      reason: { id: 'in-band', facts: { parameter } },
      latest: { lo: 1, hi: 2, atEpochMs: daysAgo(days) },
      band,
      judgement: null,
      direction: 'steady',
      actual: 'steady',
      hangsOnFactor: false,
      urgent: false,
    }));
  it('a settled tank: one value, the one nearest its limit, every four to six weeks (common practice, T30)', () => {
    const { state, tests } = plan({ lines: lines(10), outlooks: [{ ...nitrate(0), leaves: null }] });
    expect(state).toBe('settled');
    expect(tests.map((t) => [t.parameter, t.dueInDays])).toEqual([['no3MgPerL', 25]]);
  });
  it('a reading that crosses a limit is due tonight, finer, and is the reason said', () => {
    const crossing = lines(10).map((l) =>
      l.parameter === 'ph' ? { ...l, state: 'unknown' as const, reason: { ...l.reason, id: 'straddles' as const } } : l,
    );
    const { tests, why } = plan({ lines: crossing, outlooks: [{ ...nitrate(0), leaves: null }] });
    expect(tests.map((t) => [t.parameter, t.dueInDays])).toEqual([
      ['ph', 0],
      ['no3MgPerL', 25],
    ]);
    expect(why).toBe('straddles');
  });
  it('sooner where the band will be left', () => {
    expect(plan({ lines: lines(10) }).tests[0]?.dueInDays).toBeLessThan(10);
  });
  it('after a death: ammonia and nitrite tonight', () => {
    const { state, tests } = plan({ sinceDeathDays: 1 });
    expect([state, tests.slice(0, 2).map((t) => t.parameter)]).toEqual(['after-death', ['tanMgPerL', 'no2MgPerL']]);
  });
  it('a new tank and one with new animals are tested for what a filter fails at', () => {
    expect(plan({ tankAgeDays: 12 }).tests.map((t) => t.parameter)).toContain('no2MgPerL');
    expect(plan({ sinceArrivalDays: 3 }).state).toBe('after-move');
  });
  it('nothing in a resting tank', () => {
    expect(plan({ resting: true }).tests).toEqual([]);
  });
});
