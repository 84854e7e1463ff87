import { assert, because, firstFault, guarded, ok, refuse, unwrap } from './index';

const range = { lo: 0, hi: 10, unit: 'L' };
const kindOf = (value: unknown): string => firstFault([{ field: 'changeL', value, range }])?.kind ?? 'none';

describe('guards', () => {
  it('both ends are inside, what is beyond is not', () => {
    expect([0, 10, -0.001, 10.001].map(kindOf)).toEqual(['none', 'none', 'out-of-range', 'out-of-range']);
  });
  it('nothing, no number and no end are told apart', () => {
    expect([undefined, null, NaN, Infinity, '5', {}].map(kindOf)).toEqual([
      'missing',
      'missing',
      'not-a-number',
      'not-a-number',
      'not-a-number',
      'not-a-number',
    ]);
    expect(firstFault([{ field: 'changeL', value: '5', range }])).toEqual({
      kind: 'not-a-number',
      field: 'changeL',
      text: 'string',
    });
  });
  it('the first of several faults is said, with its field, its value and what could be', () => {
    expect(
      firstFault([
        { field: 'a', value: 5, range },
        { field: 'b', value: 11, range },
        { field: 'c', value: null, range },
      ]),
    ).toEqual({ kind: 'out-of-range', field: 'b', value: 11, lo: 0, hi: 10, unit: 'L' });
  });
  it('nothing is computed where a guard is broken', () => {
    let computedCount = 0;
    const compute = () => {
      computedCount += 1;
      return ok(computedCount);
    };
    expect(guarded([{ field: 'a', value: 11, range }], compute).ok).toBeFalse();
    expect(computedCount).toBe(0);
    expect(guarded([{ field: 'a', value: 5, range }], compute)).toEqual(ok(1));
  });
});

describe('a broken promise of our own', () => {
  it('throws, and says what was promised', () => {
    expect(() => {
      assert(false, 'rows are in order');
    }).toThrowError('Broken assumption: rows are in order');
    expect(() => {
      assert(true, 'rows are in order');
    }).not.toThrow();
  });
  it('a value is taken out, a refusal where none can be is a bug', () => {
    expect(unwrap(ok(5))).toBe(5);
    expect(() => unwrap(refuse({ kind: 'missing', field: 'pH', why: because('number-needed') }))).toThrowError(
      /missing.*pH.*number-needed/,
    );
  });
});
