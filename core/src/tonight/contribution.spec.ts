import { inOrderOfNeed, type Contribution } from './index';

const one = (id: string, over: Partial<Contribution> = {}): Contribution => ({
  id,
  severity: 'watch',
  reason: { id: 'new', facts: { what: 'food', name: id } },
  sinceEpochMs: null,
  dueEpochMs: null,
  loud: false,
  begins: null,
  rank: 50,
  ...over,
});
const order = (...given: Contribution[]) => inOrderOfNeed(given).map((c) => c.id);

describe('what is said of a tank stands in order of need', () => {
  it('what must be acted on, then what is watched, then notes', () => {
    expect(
      order(
        one('note', { severity: 'note', rank: 0 }),
        one('watch', { rank: 1 }),
        one('act', { severity: 'act', rank: 99 }),
      ),
    ).toEqual(['act', 'watch', 'note']);
  });
  it('within one severity by rank, then by what is due sooner; what runs out goes before what does not', () => {
    expect(order(one('b', { rank: 2 }), one('a', { rank: 1, dueEpochMs: 9 }))).toEqual(['a', 'b']);
    expect(order(one('open'), one('late', { dueEpochMs: 9 }), one('soon', { dueEpochMs: 3 }))).toEqual([
      'soon',
      'late',
      'open',
    ]);
  });
  it('then the newer first, and at last by name, so that the order never flickers', () => {
    expect(order(one('old', { sinceEpochMs: 1 }), one('new', { sinceEpochMs: 5 }))).toEqual(['new', 'old']);
    expect(order(one('b'), one('a'))).toEqual(['a', 'b']);
    expect(order(one('a'), one('b'))).toEqual(['a', 'b']);
  });
  it('what was given is left as it was', () => {
    const given = [one('b'), one('a')];
    inOrderOfNeed(given);
    expect(given.map((c) => c.id)).toEqual(['b', 'a']);
  });
});
