import { assert, firstFault, guarded, ok, refusalSentence, refuse, unwrap, type Refusal } from './index';

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

describe('a refusal in one plain sentence', () => {
  const said = (refusal: Refusal) => refusalSentence(refusal);
  it('says the range with its unit, or only its lower end where there is no upper, and the likely mend', () => {
    const beyond = { kind: 'out-of-range', field: 'pH', value: 74, lo: 0, hi: 14, unit: '' } as const;
    expect(said(beyond)).toBe('pH is 74; it can only be between 0 and 14.');
    expect(said({ ...beyond, mend: '7.4' })).toBe('pH is 74; it can only be between 0 and 14. Perhaps 7.4?');
    expect(said({ ...beyond, field: 'volume', value: -1, hi: 1e300, unit: 'L' })).toBe(
      'volume is -1 L; it can only be at least 0 L.',
    );
  });
  it('has one for every kind, each with what it is about', () => {
    const all: Refusal[] = [
      { kind: 'not-a-number', field: 'pH', text: 'six', mend: '6' },
      { kind: 'unknown-unit', field: 'volume', text: 'cups', known: ['L', 'mL'] },
      { kind: 'unknown-name', field: 'salt', text: 'spice', known: ['kcl'] },
      { kind: 'missing', field: 'pH', why: 'a number is needed' },
      { kind: 'contradiction', fields: ['GH', 'Ca'], why: 'too much calcium' },
      { kind: 'method-invalid', method: 'co2', why: 'the bed holds the pH' },
      { kind: 'malformed', field: 'input', why: 'it is nested too deep' },
      { kind: 'unreachable', target: '4', why: 'the water stands at 6' },
      { kind: 'conflict', conflict: ['GH', 'EC'], why: 'salt conducts', nearest: { massG: {} }, wouldHelp: [] },
    ];
    const sentences = all.map(said);
    expect(sentences).toEqual([
      '“six” is not a number we can read for pH. Perhaps 6?',
      '“cups” is not a unit known for volume. Known: L, mL.',
      '“spice” is not a known salt. Known: kcl.',
      'pH is missing: a number is needed.',
      'GH, Ca cannot all be true: too much calcium.',
      'This cannot be computed here: the bed holds the pH.',
      'input is not what is expected here: it is nested too deep.',
      '4 cannot be reached: the water stands at 6.',
      'GH, EC cannot all be met: salt conducts.',
    ]);
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
    expect(() => unwrap(refuse({ kind: 'missing', field: 'pH', why: 'a number is needed' }))).toThrowError(
      /pH is missing/,
    );
  });
});
