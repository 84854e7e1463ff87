import { rangeOf } from '#core/units';
import { answer } from './main';
import { calculations } from './registry';

type Path = readonly (string | number)[];
interface Leaf {
  path: Path;
  value: unknown;
}
const leavesOf = (value: unknown, path: Path = []): Leaf[] =>
  typeof value === 'object' && value !== null
    ? Object.entries(value).flatMap(([key, item]) =>
        leavesOf(item, [...path, Array.isArray(value) ? Number(key) : key]),
      )
    : [{ path, value }];
const spansOf = (value: unknown, path: Path = []): { path: Path; span: { lo: number; hi: number } }[] =>
  typeof value !== 'object' || value === null
    ? []
    : [
        ...('lo' in value && 'hi' in value && typeof value.lo === 'number' && typeof value.hi === 'number'
          ? [{ path, span: { lo: value.lo, hi: value.hi } }]
          : []),
        ...Object.entries(value).flatMap(([key, item]) =>
          spansOf(item, [...path, Array.isArray(value) ? Number(key) : key]),
        ),
      ];
function bent(value: unknown, path: Path, to: unknown): unknown {
  const [key, ...rest] = path;
  if (key === undefined) return to;
  if (Array.isArray(value)) return value.map((item: unknown, i) => (i === key ? bent(item, rest, to) : item));
  return { ...(value as object), [key]: bent((value as Record<string, unknown>)[key], rest, to) };
}
/** The quantity a number is of: the last name on the way to it. */
const keyOf = (path: Path): string => [...path].reverse().find((key) => typeof key === 'string') ?? '';
/** The names of the fields that a refusal speaks of. */
const fieldsOf = (given: ReturnType<typeof answer>): string => (given.ok ? '' : JSON.stringify(given.refusal));

const startedMs = (): number => Number(process.hrtime.bigint() / 1_000_000n);
const answered = (name: string, input: unknown): ReturnType<typeof answer> => {
  const started = startedMs();
  const given = answer(name, input);
  expect(startedMs() - started)
    .withContext(`${name} ends soon`)
    .toBeLessThan(3000);
  return given;
};

/** Every calculation there is, with every number of its example bent in every way: made here, so that a new one is held too. */
describe('the door of every calculation', () => {
  for (const { name, example } of calculations) {
    const numbers = leavesOf(example).filter((l): l is Leaf & { value: number } => typeof l.value === 'number');
    const words = leavesOf(example).filter((l) => typeof l.value === 'string');

    if (/^(care|trouble)\./.test(name))
      it(`${name}: its working holds steps`, () => {
        const given = answer(name, example);
        expect(given.ok ? (given.explanation as { steps: unknown[] }).steps.length : 0).toBeGreaterThan(0);
      });
    it(`${name}: its example is answered`, () => {
      const given = answered(name, example);
      expect(given.ok).withContext(JSON.stringify(given)).toBeTrue();
      expect(given.ok && (given.explanation as { method: { id: string } }).method.id)
        .withContext('the calculation itself says what it is called')
        .toBe(name);
    });
    if (numbers.length > 0)
      it(`${name}: what is not finite, or far beyond any quantity, is refused by its field`, () => {
        for (const { path } of numbers)
          for (const value of [NaN, Infinity, -Infinity, 1e308, -1e308, 1e15, -1e15]) {
            const given = answered(name, bent(example, path, value));
            // An instant may lie so far off that 1e15 ms are no fault.
            if (Math.abs(value) === 1e15 && String(path.at(-1)).endsWith('EpochMs')) continue;
            expect(given.ok)
              .withContext(`${name} ${path.join('.')} = ${value}`)
              .toBeFalse();
            const said = keyOf(path);
            expect(fieldsOf(given))
              .withContext(`${name} ${path.join('.')} = ${value}`)
              .toContain(said);
          }
      });
    if (numbers.length > 0)
      it(`${name}: what its quantity cannot be is refused`, () => {
        for (const { path, value } of numbers) {
          const key = keyOf(path);
          const { lo, hi } = rangeOf(key);
          const step = Math.max(1, Math.abs(value));
          for (const beyond of [lo - step, hi + step])
            expect(answered(name, bent(example, path, beyond)).ok)
              .withContext(`${name} ${path.join('.')} = ${beyond}`)
              .toBeFalse();
        }
      });
    it(`${name}: wrong types are refused, whatever stands there`, () => {
      for (const { path } of numbers)
        for (const value of ['5 apples', true, [], { toString: 1 }, undefined]) {
          const given = answered(name, bent(example, path, value));
          if (value === undefined && given.ok) continue;
          expect(given.ok)
            .withContext(`${name} ${path.join('.')} = ${JSON.stringify(value)}`)
            .toBeFalse();
        }
      for (const { path } of words)
        for (const value of [5, true, [], { toString: 1 }, null]) {
          const given = answered(name, bent(example, path, value));
          if (!given.ok) continue;
          // A reading may be a number or a text; then either is good.
          expect(typeof value)
            .withContext(`${name} ${path.join('.')}`)
            .toBe('number');
        }
      for (const input of [null, undefined, 5, 'x', [], { toString: 1 }])
        expect(answered(name, input).ok).withContext(JSON.stringify(input)).toBeFalse();
    });
    if (spansOf(example).length > 0)
      it(`${name}: crossed spans are refused`, () => {
        for (const { path, span } of spansOf(example)) {
          const crossed = bent(bent(example, [...path, 'lo'], span.hi + 1), [...path, 'hi'], span.lo);
          expect(answered(name, crossed).ok)
            .withContext(`${name} ${path.join('.')}`)
            .toBeFalse();
        }
      });
  }
});

describe('what was answered with nonsense once', () => {
  const refusal = (name: string, input: unknown): string => {
    const given = answered(name, input);
    return given.ok ? 'answered' : given.refusal.kind;
  };
  it('so many events that no loop ends', () => {
    expect(refusal('stock.poisson-tail', { seenCount: 1e15, expectedCount: 0.5 })).toBe('out-of-range');
    expect(refusal('stock.poisson-tail', { seenCount: 999_999_999, expectedCount: 700 })).toBe('answered');
  });
  it('a name that is no text ends no run', () => {
    expect(answer({ toString: 1 }, {})).toEqual(
      jasmine.objectContaining({ ok: false, refusal: jasmine.objectContaining({ kind: 'unknown-name' }) }),
    );
    expect(answer(undefined, {}).ok).toBeFalse();
  });
  it('negative litres, pH −1 and 15, crossed and endless spans', () => {
    expect(refusal('units.convert', { quantity: 'volume', value: -3, from: 'L', to: 'US gal' })).toBe('out-of-range');
    expect(refusal('readings.parse', { parameter: 'ph', text: '-1' })).not.toBe('answered');
    expect(refusal('readings.plausibility', { parameter: 'ph', reading: { lo: -1, hi: 7 } })).toBe('out-of-range');
    expect(refusal('stock.fit', { kindId: 'cherry-shrimp', water: { ph: { lo: 7, hi: 15 } } })).toBe('out-of-range');
    expect(refusal('stock.remedy', { kindId: 'cherry-shrimp', source: { ghDegrees: { lo: 9, hi: 8 } } })).toBe(
      'contradiction',
    );
    expect(refusal('readings.check', { readings: { ph: -1 } })).toBe('out-of-range');
    expect(refusal('readings.check', { readings: { pH: { lo: 8, hi: 7 } } })).toBe('contradiction');
    expect(refusal('sources.blend', { parts: [{ partL: -1, analysis: {} }] })).toBe('out-of-range');
    expect(refusal('water.change-advice', { bearing: 'usual', before: { ph: -1 }, after: { ph: 7 } })).toBe(
      'out-of-range',
    );
    expect(refusal('water.consistent-hardness', { ghDegrees: -1, khDegrees: 2, ec25UsPerCm: 90 })).toBe('out-of-range');
  });
});
