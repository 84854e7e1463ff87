import { countRead } from './count';

describe('a count as one writes it', () => {
  it('one number, a span, an open end, none', () => {
    const counted = (lo: number, hi: number | null) => ({ kind: 'count' as const, lo, hi });
    expect(['3', ' 10-15 ', '10 to 15', '10–15', '10+', 'no', 'No', '0'].map(countRead)).toEqual([
      counted(3, 3),
      counted(10, 15),
      counted(10, 15),
      counted(10, 15),
      counted(10, null),
      counted(0, 0),
      counted(0, 0),
      counted(0, 0),
    ]);
  });
  it('what runs backwards is told apart from what is no count', () => {
    expect(['15-10', 'many', '-3', '', '3.5', '123456', '3-5+'].map((t) => countRead(t).kind)).toEqual([
      'backwards',
      ...Array.from({ length: 6 }, () => 'none' as const),
    ]);
    expect(['none', 'one', 'Ten'].map(countRead)).toEqual([
      { kind: 'count', lo: 0, hi: 0 },
      { kind: 'count', lo: 1, hi: 1 },
      { kind: 'count', lo: 10, hi: 10 },
    ]);
    expect(countRead('5-5')).toEqual({ kind: 'count', lo: 5, hi: 5 });
  });
});
