import { unwrap } from '#core/result';
import { planChange, type PlanInput } from './index';
import { roundLimits as limits, roundThresholds as thresholds } from './limits.cases';

const input = (over: Partial<PlanInput> = {}): PlanInput => ({
  netVolumeL: 100,
  changeFraction: 0.2,
  tank: { tempC: { lo: 25, hi: 25 }, ghDegrees: { lo: 8, hi: 8 }, ec25UsPerCm: { lo: 300, hi: 300 } },
  source: { ghDegrees: { lo: 8, hi: 8 }, ec25UsPerCm: { lo: 300, hi: 300 } },
  bearing: 'usual',
  newArrivals: false,
  limits,
  thresholds,
  ...over,
});
const plan = (over: Partial<PlanInput> = {}) => unwrap(planChange(input(over)));

describe('one change, thought through', () => {
  it('new water whose temperature nobody told is taken as warm as the tank; one that was told is reckoned with', () => {
    expect([plan().source.tempC, plan().effect.value.after.tempC]).toEqual([25, 25]);
    const cold = plan({ newWaterC: 15 });
    expect([cold.source.tempC, cold.effect.value.after.tempC]).toEqual([15, 23]);
    expect([plan().afterSpans.tempC, cold.afterSpans.tempC]).toEqual([
      { lo: 25, hi: 25 },
      { lo: 23, hi: 23 },
    ]);
  });
  it('a tank whose temperature nobody knows has none afterwards either', () => {
    const { tempC: _unread, ...tank } = input().tank;
    const told = plan({ tank });
    expect('tempC' in told.source).toBeFalse();
    expect(told.afterSpans.tempC).toBeUndefined();
    expect(told.untested).toEqual(['tempC']);
  });
  it('a reading that is open above has no middle and sets no limit; one open below begins at nothing', () => {
    const told = plan({ tank: { ...input().tank, ghDegrees: { lo: 8, hi: null } } });
    expect(told.before.ghDegrees).toBeUndefined();
    expect(told.untested).toEqual(['ghDegrees']);
    expect(plan({ tank: { ...input().tank, ghDegrees: { lo: null, hi: 8 } } }).before.ghDegrees).toBe(4);
  });
  it('new animals bear a class less: 2 K are wise for usual animals and too large for a month after new ones came', () => {
    const step = (newArrivals: boolean) => plan({ newWaterC: 16, newArrivals });
    expect([step(false).bearing, step(false).advice.value.advice]).toEqual(['usual', 'wise']);
    expect([step(true).bearing, step(true).advice.value.advice]).toEqual(['delicate', 'too-large']);
    expect(step(true).largestWiseFraction).toBeCloseTo(step(false).largestWiseFraction / 2, 4);
  });
  it('what was changed today leaves less for tonight: two degrees of GH moved of two, and nothing more is wise', () => {
    const soft = { source: { ...input().source, ghDegrees: { lo: 0, hi: 0 } } };
    expect(plan(soft).largestWiseFraction).toBeCloseTo(0.25, 4);
    expect(plan({ ...soft, movedToday: { ghDegrees: -1 } }).largestWiseFraction).toBeCloseTo(0.125, 4);
    expect(plan({ ...soft, movedToday: { ghDegrees: -1 } }).advice.value.advice).toBe('too-large');
    expect(plan({ ...soft, movedToday: { ghDegrees: -2 } }).largestWiseFraction).toBeCloseTo(0, 4);
  });
  it('half is the most where no limit is reached; the limit where one is; exactly half by a limit is the limit’s', () => {
    expect([plan().largestWiseFraction, plan().largestBy]).toEqual([0.5, 'half']);
    expect(plan({ newWaterC: 15 }).largestBy).toBe('limits');
    const half = plan({ newWaterC: 21 });
    expect(half.largestWiseFraction).toBeCloseTo(0.5, 4);
    expect(half.largestBy).toBe('limits');
    expect(plan({ newWaterC: 22 }).largestBy).toBe('half');
  });
  it('in an emergency half is no bound: what the limits allow is said, and never all of it', () => {
    const gasping = { kind: 'gasping', why: { id: 'gasping', facts: {} } } as const;
    expect([plan({ emergency: gasping }).largestWiseFraction, plan({ emergency: gasping }).largestBy]).toEqual([
      0.8,
      'stays-wet',
    ]);
    const cool = plan({ emergency: gasping, newWaterC: 22 });
    expect(cool.largestWiseFraction).toBeCloseTo(2 / 3, 4);
    expect(cool.largestBy).toBe('limits');
  });
  it('an emergency names how much relieves it; without one nothing is named', () => {
    const tank = { ...input().tank, no2MgPerL: { lo: 4, hi: 4 } };
    expect(plan({ tank }).relief).toEqual({ changeFraction: 0.76, changesCount: 1, by: 'measured' });
    expect(plan().relief).toBeNull();
    // Like water, nothing over its limit: chlorine-free, air and a test after it are asked for all the same.
    expect(plan({ tank }).advice.value.conditions).toEqual(['no-chlorine', 'air', 'test-again']);
    expect(plan().advice.value.conditions).toEqual([]);
  });
  it('an emergency is found in the readings where nobody said one, and none is one where the keeper says so', () => {
    const tank = { ...input().tank, no2MgPerL: { lo: 2, hi: 2 } };
    expect(plan({ tank }).advice.value.emergency?.kind).toBe('nitrite');
    expect(plan({ tank, emergency: null }).advice.value.emergency).toBeNull();
  });
  it('what nobody tested, in the tank or in the new water, is named once', () => {
    const { ghDegrees: _unread, ...source } = input().source;
    expect(plan({ source }).untested).toEqual(['ghDegrees']);
    expect(plan().untested).toEqual([]);
  });
  it('refuses what the parts refuse', () => {
    expect(planChange(input({ changeFraction: 2 })).ok).toBeFalse();
    expect(planChange(input({ tank: {}, source: {} })).ok).toBeFalse();
    expect(planChange(input({ bearing: 'tough' as never })).ok).toBeFalse();
  });
});
