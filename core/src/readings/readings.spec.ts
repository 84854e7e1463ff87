import { dayMs } from '#core/units';
import fc from 'fast-check';
import { unwrap } from '#core/result';
import {
  directionOf,
  intervalText,
  judgeReading,
  lineReadings,
  parameterIds,
  parameterNamed,
  parseReading,
  placeBesideBand,
  plausibility,
  typedSpan,
  type Interval,
  type ReadBy,
} from './index';
import { catalogueCase, ecCase, ghCase, nitrateCase, phCase, tanCase, tempCase } from './parameters.cases';

const read = (parameter: typeof phCase, text: string, readBy?: ReadBy): Interval => {
  const { lo, hi } = unwrap(parseReading({ parameter, text, readBy }));
  return { lo, hi };
};
const refusal = (parameter: typeof phCase, text: string): string => {
  const r = parseReading({ parameter, text });
  return r.ok ? 'ok' : r.refusal.kind;
};

describe('a written reading is an interval', () => {
  const cases: [string, typeof phCase, string, Interval, ReadBy?][] = [
    ['6.4 on a 0.1 pen', phCase, '6.4', { lo: 6.35, hi: 6.45 }],
    ['decimal comma', phCase, '6,4', { lo: 6.35, hi: 6.45 }],
    ['a finer pen', phCase, '6.42', { lo: 6.415, hi: 6.425 }],
    ['a span', nitrateCase, '20-40', { lo: 20, hi: 40 }],
    ['a span with a dash of its own', nitrateCase, '20–40', { lo: 20, hi: 40 }],
    ['below', nitrateCase, '<5', { lo: null, hi: 5 }],
    ['above', nitrateCase, '>160', { lo: 160, hi: null }],
    ['about 30: the kit step around it', nitrateCase, '~30', { lo: 20, hi: 40 }],
    ['a colour on the chart', nitrateCase, '20', { lo: 15, hi: 30 }],
    ['the palest colour', nitrateCase, '0', { lo: 0, hi: 2.5 }],
    ['the darkest colour is open above', nitrateCase, '160', { lo: 120, hi: null }],
    ['own chart steps', nitrateCase, '~30', { lo: 25, hi: 50 }, { kind: 'chart', steps: [0, 25, 50] }],
    ['own resolution', phCase, '7', { lo: 6.75, hi: 7.25 }, { kind: 'resolution', resolution: 0.5 }],
    ['°F', tempCase, '77 °F', { lo: 24.7222222222, hi: 25.2777777778 }],
    ['as N', nitrateCase, '<10 mg/L as N', { lo: null, hi: 44.2664381381 }],
    ['a drop test in ppm is no finer than in degrees', ghCase, '100 ppm', { lo: 5.10288102189, hi: 6.10288102189 }],
    ['a pen of unknown factor holds its doubt', ecCase, '>=150 ppm', { lo: 214.285714286, hi: null }],
  ];
  for (const [title, parameter, text, expected, readBy] of cases)
    it(`${title}: “${text}”`, () => {
      const got = read(parameter, text, readBy);
      for (const end of ['lo', 'hi'] as const)
        if (expected[end] === null) expect(got[end]).toBeNull();
        else expect(got[end]).toBeCloseTo(expected[end], 6);
    });
  it('holds the written number, whatever it is', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1400 }), (tenths) => {
        const value = tenths / 100;
        const { lo, hi } = read(phCase, value.toFixed(2));
        return (lo ?? 0) <= value && value <= (hi ?? 0) && (hi ?? 0) - (lo ?? 0) <= 0.011;
      }),
    );
    expect(read(phCase, '14').hi).toBe(14);
  });
  it('a span that is printed can be read back as it was', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 200 }), fc.integer({ min: 2, max: 80 }), (lo, width) => {
        const got = read(nitrateCase, intervalText({ lo, hi: lo + width }, 0));
        return got.lo === lo && got.hi === lo + width;
      }),
    );
    expect(intervalText({ lo: null, hi: 5 }, 0)).toBe('<5');
  });
  it('refuses what is no number, no unit, backwards, negative or impossible', () => {
    expect(['blue', '', '5 furlongs', '40-20', '-3', '3000', '1e999'].map((t) => refusal(nitrateCase, t))).toEqual([
      'not-a-number',
      'not-a-number',
      'unknown-unit',
      'contradiction',
      'out-of-range',
      'out-of-range',
      'unknown-unit',
    ]);
  });
  it('pH 74 is refused with its likely mend 7.4', () => {
    const r = parseReading({ parameter: phCase, text: '74' });
    expect(r.ok ? null : r.refusal).toEqual(jasmine.objectContaining({ kind: 'out-of-range', mend: '7.4' }));
  });
});

describe('a value typed without its kit', () => {
  it('is half a step of the usual kit to each side; on a colour chart a tenth, at least half a unit', () => {
    if (phCase.readBy.kind !== 'resolution') throw new Error('a pen reads pH here');
    const half = phCase.readBy.resolution / 2;
    expect(typedSpan(phCase, 7.2)).toEqual({ lo: 7.2 - half, hi: 7.2 + half });
    const chart = { ...nitrateCase, readBy: { kind: 'chart' as const, steps: [0, 5, 10, 20, 40] } };
    expect(typedSpan(chart, 20)).toEqual({ lo: 18, hi: 22 });
    expect(typedSpan(chart, 2)).toEqual({ lo: 1.5, hi: 2.5 });
  });
  it('never leaves what is possible', () => {
    const chart = { ...nitrateCase, readBy: { kind: 'chart' as const, steps: [0, 5] }, possible: { lo: 0, hi: 100 } };
    expect(typedSpan(chart, 0)).toEqual({ lo: 0, hi: 0.5 });
    expect(typedSpan(chart, 99)).toEqual({ lo: 89.1, hi: 100 });
  });
});

describe('judging an interval against a band', () => {
  const verdict = (reading: Interval, band: Interval): string => unwrap(judgeReading({ reading, band })).value.verdict;
  it('inside, outside on either side, and cannot tell where it crosses', () => {
    const band = { lo: 6, hi: 8 };
    expect([
      verdict({ lo: 6.5, hi: 7 }, band),
      verdict({ lo: 8.5, hi: 9 }, band),
      verdict({ lo: 1, hi: 2 }, band),
      verdict({ lo: 7.5, hi: 8.5 }, band),
      verdict({ lo: 5, hi: 9 }, band),
    ]).toEqual(['inside', 'outside', 'outside', 'unknown', 'unknown']);
  });
  it('20-40 against a ceiling of 30 cannot tell (a kit step that crosses the limit)', () => {
    expect(unwrap(judgeReading({ reading: { lo: 20, hi: 40 }, band: { lo: 0, hi: 30 } })).value).toEqual({
      verdict: 'unknown',
      side: 'above',
    });
  });
  it('open ends: <5 is inside 0-30, >160 is outside it, >20 cannot tell', () => {
    expect([
      verdict({ lo: null, hi: 5 }, { lo: 0, hi: 30 }),
      verdict({ lo: 160, hi: null }, { lo: 0, hi: 30 }),
      verdict({ lo: 20, hi: null }, { lo: 0, hi: 30 }),
    ]).toEqual(['inside', 'outside', 'unknown']);
  });
  it('ends on the edge are inside, binary noise and all', () => {
    expect(verdict({ lo: 6, hi: 8 }, { lo: 6, hi: 8 })).toBe('inside');
    expect(verdict({ lo: 6.05 + 0.1, hi: 6.45 }, { lo: 6.15, hi: 6.45 })).toBe('inside');
  });
  it('a narrower reading never turns a clear verdict round', () => {
    const number = fc.double({ min: 0, max: 20, noNaN: true });
    fc.assert(
      fc.property(number, number, number, (centre, half, inner) => {
        const wide = verdict({ lo: centre - half, hi: centre + half }, { lo: 5, hi: 10 });
        const narrow = verdict(
          { lo: centre - Math.min(half, inner), hi: centre + Math.min(half, inner) },
          { lo: 5, hi: 10 },
        );
        return wide === 'unknown' || wide === narrow;
      }),
    );
    expect(verdict({ lo: 5, hi: 5 }, { lo: 5, hi: 10 })).toBe('inside');
  });
  it('refuses crossed ends and a reading that says nothing', () => {
    expect(judgeReading({ reading: { lo: 5, hi: 4 }, band: { lo: 0, hi: 1 } }).ok).toBeFalse();
    expect(judgeReading({ reading: { lo: null, hi: null }, band: { lo: 0, hi: 1 } }).ok).toBeFalse();
    expect(judgeReading({ reading: { lo: 1, hi: Infinity }, band: { lo: 0, hi: 1 } }).ok).toBeFalse();
  });
});

describe('an unlikely reading is asked about', () => {
  it('64 °C in a 24 °C tank: perhaps °F', () => {
    const asked = plausibility({ parameter: tempCase, reading: { lo: 63.95, hi: 64.05 }, last: { lo: 24, hi: 24 } });
    expect(asked.kind === 'question' ? asked.mend : '').toContain('17.8 °C');
  });
  it('pH 8 after 6.1 is asked, 6.4 is not', () => {
    expect(
      plausibility({ parameter: phCase, reading: { lo: 7.95, hi: 8.05 }, last: { lo: 6.05, hi: 6.15 } }).kind,
    ).toBe('question');
    expect(
      plausibility({ parameter: phCase, reading: { lo: 6.35, hi: 6.45 }, last: { lo: 6.05, hi: 6.15 } }).kind,
    ).toBe('fine');
  });
});

describe('the ledger line', () => {
  const tanks = [
    { id: '1', name: 'Library' },
    { id: '2', name: 'Cellar Rack A' },
    { id: '3', name: 'Cellar Rack B' },
  ];
  const line = (text: string) => lineReadings({ line: text, catalogue: catalogueCase, tanks });
  it('understands masking tape: library ph 6,1 gh 4 ec 215 no3 5-10 t 22.8', () => {
    const got = line('library ph 6,1 gh 4 ec 215 no3 5-10 t 22.8');
    expect(got.tankId).toBe('1');
    expect(got.questions).toEqual([]);
    expect(got.readings.map((r) => [r.parameter, r.text])).toEqual([
      ['ph', '6,1'],
      ['ghDegrees', '4'],
      ['ec25UsPerCm', '215'],
      ['no3MgPerL', '5-10'],
      ['tempC', '22.8'],
    ]);
  });
  it('order, commas, glued values, units and equals signs do not matter', () => {
    const got = line('no3 <5, t 72 F; ph6.1, gh=4 dGH cellar');
    expect(got.readings.map((r) => r.parameter)).toEqual(['no3MgPerL', 'tempC', 'ph', 'ghDegrees']);
    expect(got.questions.map((q) => q.text)).toEqual(['cellar']);
  });
  it('asks, and drops nothing: an ambiguous tank, a word it does not know, a value without a parameter, one twice', () => {
    expect(line('cellar ph 7').tankId).toBeUndefined();
    expect(line('cellar rack b ph 7').tankId).toBe('3');
    const odd = line('library ph 74').questions[0]?.why;
    expect(odd?.id === 'refused' && 'mend' in odd.facts.refusal && odd.facts.refusal.mend).toBe('7.4');
    expect(line('library 7').questions.length).toBe(1);
    expect(line('library ph 7 ph 8').questions[0]?.why.id).toBe('value-twice');
  });
  it('tds 150 is a pen whose factor nobody said: 214 to 300 µS/cm', () => {
    const [reading] = line('tds 150').readings;
    expect(reading?.factorUnknown).toBeTrue();
    expect(reading?.lo).toBeCloseTo(213.6, 1);
    expect(reading?.hi).toBeCloseTo(301, 1);
  });
});

describe('direction, net of the changes', () => {
  const day = dayMs;
  const series = (...values: number[]) => values.map((v, i) => ({ lo: v - 0.5, hi: v + 0.5, atEpochMs: i * 7 * day }));
  it('needs four readings', () => {
    expect(directionOf({ readings: series(1, 5, 9), changes: [] })).toBe('unknown');
  });
  it('rises, falls, and stays within the width of the readings', () => {
    expect(directionOf({ readings: series(1, 3, 5, 7), changes: [] })).toBe('rising');
    expect(directionOf({ readings: series(7, 5, 3, 1), changes: [] })).toBe('falling');
    expect(directionOf({ readings: series(5, 5.3, 4.9, 5.1), changes: [] })).toBe('steady');
  });
  it('flat readings under weekly changes are rising by themselves', () => {
    const changes = [0, 1, 2].map((i) => ({ atEpochMs: (i * 7 + 1) * day, changeFraction: 0.3, sourceValue: 0 }));
    expect(directionOf({ readings: series(20, 20, 20, 20), changes })).toBe('rising');
  });
  it('says unknown where a change of unknown water lies between', () => {
    expect(
      directionOf({
        readings: series(1, 3, 5, 7),
        changes: [{ atEpochMs: day, changeFraction: 0.3, sourceValue: null }],
      }),
    ).toBe('unknown');
  });
});

it('every parameter id is found by itself and by its field name', () => {
  expect(catalogueCase.every((p) => unwrap(parameterNamed({ catalogue: catalogueCase, name: p.id })) === p)).toBeTrue();
  expect(parameterNamed({ catalogue: catalogueCase, name: 'luck' }).ok).toBeFalse();
  expect(new Set(parameterIds).size).toBe(parameterIds.length);
  expect(tanCase.quantity).toBe('ammonia');
});

describe('the place of a reading beside its band', () => {
  const at = (value: number, lo: number | null, hi: number | null): number =>
    placeBesideBand({ reading: { lo: value, hi: value }, band: { lo, hi } });
  it('the edges stand at a quarter and three quarters, the middle in the middle', () => {
    expect([at(6, 6, 8), at(7, 6, 8), at(8, 6, 8)]).toEqual([25, 50, 75]);
  });
  it('what is far outside stays on the mark; a band with one end, or none wide, still has a place', () => {
    expect([at(99, 6, 8), at(0, 6, 8)]).toEqual([100, 0]);
    expect([at(5, 5, null), at(3, null, 4), at(3, 4, 4)]).toEqual([25, 62.5, 50]);
  });
});
