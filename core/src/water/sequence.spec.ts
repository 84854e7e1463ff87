import fc from 'fast-check';
import { recorder } from '#core/explain';
import { unwrap } from '#core/result';
import { changeSequence, wiseSequence } from './index';
import { roundLimits as limits } from './limits.cases';

type Asked = Parameters<typeof wiseSequence>[0];
const asked = (over: Partial<Asked> = {}) =>
  wiseSequence({
    netVolumeL: 100,
    tank: { ghDegrees: 12 },
    source: { ghDegrees: 2 },
    aims: [{ parameter: 'ghDegrees', value: 7, side: 'at-most' }],
    bearing: 'usual',
    limits,
    everyDays: 2,
    ...over,
  });
const row = (over: Partial<Asked> = {}) => unwrap(asked(over));

describe('changes of one size towards a target', () => {
  type One = Parameters<typeof changeSequence>[0];
  const one = (over: Partial<One> = {}) =>
    changeSequence({ value: 100, target: 40, sourceValue: 0, changeFraction: 0.5, everyDays: 3, ...over }, recorder());
  const value = (over: Partial<One> = {}) => unwrap(one(over)).value;
  it('100 down to 40 by halves with pure water: two, the last three days after the first is due', () => {
    expect(value()).toEqual({ changes: 2, after: [50, 25], lastAtDay: 6 });
    expect(unwrap(one()).steps.map((s) => [s.id, s.label])).toEqual([
      ['after-1', 'After change 1'],
      ['after-2', 'After change 2'],
    ]);
  });
  it('up as well as down: 0 to 60 with 100 by halves takes two', () => {
    expect(value({ value: 0, target: 60, sourceValue: 100 }).after).toEqual([50, 75]);
  });
  it('exactly there is there; where it stands already nothing is changed', () => {
    expect(value({ target: 50 }).changes).toBe(1);
    expect(value({ target: 100 }).changes).toBe(0);
    expect(value({ target: 25 }).changes).toBe(2);
    expect(value({ value: 0, target: 50, sourceValue: 100 }).changes).toBe(1);
  });
  it('a source on the wrong side, or at the target, is never reached; a whole change reaches the source itself', () => {
    const refusal = (over: Partial<One>) => {
      const given = one(over);
      return given.ok ? 'answered' : given.refusal.kind;
    };
    expect(refusal({ sourceValue: 45 })).toBe('unreachable');
    expect(refusal({ sourceValue: 40 })).toBe('unreachable');
    expect(refusal({ value: 0, target: 60, sourceValue: 60 })).toBe('unreachable');
    expect(refusal({ value: 0, target: 60, sourceValue: 50 })).toBe('unreachable');
    expect(value({ sourceValue: 40, changeFraction: 1 }).changes).toBe(1);
    expect(value({ value: 0, target: 60, sourceValue: 60, changeFraction: 1 }).changes).toBe(1);
  });
  it('so small a share that it takes more changes than anybody makes is refused, not begun', () => {
    const given = one({ changeFraction: 0.0001, target: 1 });
    expect(!given.ok && given.refusal.kind).toBe('unreachable');
    expect(!given.ok && 'why' in given.refusal && given.refusal.why.id).toBe('too-many-changes');
  });
  it('negative values, shares above one, no rhythm: refused by their field', () => {
    for (const [over, field] of [
      [{ value: -1 }, 'value'],
      [{ target: -1 }, 'target'],
      [{ sourceValue: -1 }, 'sourceValue'],
      [{ changeFraction: 1.1 }, 'changeFraction'],
      [{ changeFraction: 0 }, 'changeFraction'],
    ] as const) {
      const given = one(over);
      expect(!given.ok && 'field' in given.refusal && given.refusal.field).toBe(field);
    }
  });
});

describe('a row of changes as these animals bear them', () => {
  it('GH 12 to 7 with water of 2, two degrees a day borne: steps of a fifth, two days apart, none over its limit', () => {
    const { verdict, steps, missed, stops } = row();
    expect(verdict).toBe('sequence');
    expect(missed).toEqual([]);
    expect(stops.length).toBe(3);
    expect(steps[0]?.changeFraction).toBeCloseTo(0.2, 4);
    expect(steps[0]?.changeL).toBeCloseTo(20, 2);
    expect(steps.map((s) => s.day)).toEqual(steps.map((_, i) => 2 * i));
    for (const step of steps) expect(step.steps.every((s) => s.within)).toBeTrue();
    expect(steps.at(-1)?.after.ghDegrees).toBeCloseTo(7, 4);
    expect(steps.at(-2)?.after.ghDegrees).toBeGreaterThan(7);
  });
  it('the last step is only as large as is needed: never below the aim', () => {
    fc.assert(
      fc.property(fc.double({ min: 3, max: 11, noNaN: true }), (aim) => {
        const { steps } = row({ aims: [{ parameter: 'ghDegrees', value: aim, side: 'at-most' }] });
        expect(steps.at(-1)?.after.ghDegrees).withContext(`to ${aim}`).toBeCloseTo(aim, 2);
      }),
    );
  });
  it('delicate animals take twice as many steps of half the size', () => {
    expect(row({ bearing: 'delicate' }).steps[0]?.changeFraction).toBeCloseTo(0.1, 4);
    expect(row({ bearing: 'delicate' }).steps.length).toBeGreaterThan(row().steps.length);
  });
  it('one change where one will do, and then nothing to stop for; none where nothing is to be mended', () => {
    const one = row({ aims: [{ parameter: 'ghDegrees', value: 11, side: 'at-most' }] });
    expect([one.verdict, one.steps.length, one.stops.length]).toEqual(['one', 1, 0]);
    expect(one.steps[0]?.changeFraction).toBeCloseTo(0.1, 4);
    const none = row({ aims: [{ parameter: 'ghDegrees', value: 12, side: 'at-most' }] });
    expect(none).toEqual({ verdict: 'leave', steps: [], missed: [], stops: [] });
    expect(row({ aims: [{ parameter: 'ghDegrees', value: 12, side: 'at-least' }] }).verdict).toBe('leave');
    expect(row({ aims: [{ parameter: 'khDegrees', value: 1, side: 'at-least' }] }).verdict)
      .withContext('what nobody measured is no reason to change')
      .toBe('leave');
  });
  it('upwards too: KH 1 to at least 3 with water of 6', () => {
    const up = row({
      tank: { khDegrees: 1 },
      source: { khDegrees: 6 },
      aims: [{ parameter: 'khDegrees', value: 3, side: 'at-least' }],
      mostFraction: 0.25,
    });
    expect(up.verdict).toBe('sequence');
    expect(up.steps.map((s) => Number(s.after.khDegrees?.toFixed(3)))).toEqual([2.25, 3]);
  });
  it('never more than the most at once, however much would be borne', () => {
    const free = row({ limits: [], aims: [{ parameter: 'ghDegrees', value: 3, side: 'at-most' }], mostFraction: 0.3 });
    expect(Math.max(...free.steps.map((s) => s.changeFraction))).toBeCloseTo(0.3, 9);
    expect(
      row({ limits: [], aims: [{ parameter: 'ghDegrees', value: 3, side: 'at-most' }] }).steps[0]?.changeFraction,
    ).toBe(0.5);
  });
  it('what moved today makes the first step smaller, and only the first', () => {
    const { steps } = row({ movedToday: { ghDegrees: -1 } });
    expect(steps[0]?.changeFraction).toBeCloseTo(0.1, 4);
    expect(steps[1]?.changeFraction).toBeGreaterThan(0.2);
  });
  it('what the tank makes between is counted in: half a degree a day costs more steps', () => {
    const plain = row().steps;
    const made = row({ productionPerDay: { ghDegrees: 0.25 } }).steps;
    expect(made[1]?.before.ghDegrees).toBeCloseTo((made[0]?.after.ghDegrees ?? 0) + 0.5, 9);
    expect(made.length).toBeGreaterThanOrEqual(plain.length);
    const used = row({ productionPerDay: { ghDegrees: -20 } });
    expect(used.steps.length).withContext('nothing falls below nothing').toBe(1);
    expect(row({ productionPerDay: { po4MgPerL: 1 } }).steps.length).toBe(plain.length);
  });
  it('a source on the wrong side, at the value itself, or never tested: said, and nothing is begun for it', () => {
    const why = (source: Asked['source'], aims?: Asked['aims']) => row({ source, ...(aims ? { aims } : {}) });
    expect(why({ ghDegrees: 7 })).toEqual(jasmine.objectContaining({ verdict: 'no-way', steps: [] }));
    expect(why({ ghDegrees: 9 }).missed[0]?.why).toEqual({ id: 'source-beyond', facts: { sourceValue: 9 } });
    expect(why({ tempC: 25 }).missed[0]?.why.id).toBe('untested-source');
    expect(
      row({
        tank: { khDegrees: 1 },
        source: { khDegrees: 3 },
        aims: [{ parameter: 'khDegrees', value: 3, side: 'at-least' }],
      }).verdict,
    ).toBe('no-way');
  });
  it('of two aims the one that can be met is met, and the other is named', () => {
    const told = row({
      tank: { ghDegrees: 12, khDegrees: 8 },
      source: { ghDegrees: 2, khDegrees: 9 },
      aims: [
        { parameter: 'ghDegrees', value: 7, side: 'at-most' },
        { parameter: 'khDegrees', value: 4, side: 'at-most' },
      ],
    });
    expect(told.missed.map((m) => m.parameter)).toEqual(['khDegrees']);
    expect(told.steps.at(-1)?.after.ghDegrees).toBeCloseTo(7, 3);
  });
  it('of two aims that can be met the slower decides: it goes on until both are', () => {
    const told = row({
      tank: { ghDegrees: 12, no3MgPerL: 60 },
      source: { ghDegrees: 2, no3MgPerL: 0 },
      aims: [
        { parameter: 'ghDegrees', value: 11, side: 'at-most' },
        { parameter: 'no3MgPerL', value: 20, side: 'at-most' },
      ],
    });
    expect(told.verdict).toBe('sequence');
    expect(told.steps.at(-1)?.after.no3MgPerL).toBeLessThanOrEqual(20.001);
    expect(told.missed).toEqual([]);
  });
  it('where the tank makes as much as a change takes, it stops and says so instead of going on for ever', () => {
    const told = row({
      tank: { no3MgPerL: 80 },
      source: { no3MgPerL: 0 },
      aims: [{ parameter: 'no3MgPerL', value: 10, side: 'at-most' }],
      mostFraction: 0.1,
      productionPerDay: { no3MgPerL: 5 },
    });
    expect(told.missed.map((m) => m.why.id)).toEqual(['no-gain']);
    expect(told.steps.length).toBeLessThan(10);
    expect(told.steps.length).toBeGreaterThan(3);
  });
  it('where next to nothing is borne, no sequence is begun', () => {
    const told = row({ movedToday: { ghDegrees: -2 } });
    expect(told.verdict).toBe('no-way');
    expect(told.missed.length).toBe(1);
  });
  it('refuses no litres, no rhythm, a most of nothing', () => {
    for (const [over, field] of [
      [{ netVolumeL: 0 }, 'netVolumeL'],
      [{ everyDays: 0 }, 'everyDays'],
      [{ everyDays: 61 }, 'everyDays'],
      [{ mostFraction: 0 }, 'mostFraction'],
      [{ mostFraction: 1.1 }, 'mostFraction'],
    ] as const) {
      const given = asked(over);
      expect(!given.ok && 'field' in given.refusal && given.refusal.field).toBe(field);
    }
    expect(asked({ bearing: 'tough' as never }).ok).toBeFalse();
  });
});
