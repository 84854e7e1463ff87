import { alike } from './kills.mjs';

describe('the same but for the moment', () => {
  it('lets only the moment differ', () => {
    expect(alike({ nowAt: 'a', x: [1] }, { nowAt: 'b', x: [1] })).toBeTrue();
    expect(alike({ dueEpochMs: 1000 }, { dueEpochMs: 60_999 })).toBeTrue();
    expect(alike({ dueEpochMs: 1000 }, { dueEpochMs: 61_000 })).toBeFalse();
    expect(alike({ x: [1, 2] }, { x: [1] })).toBeFalse();
    expect(alike({ x: 1 }, { x: 2 })).toBeFalse();
    expect(alike({ x: null }, { x: 0 })).toBeFalse();
  });
});
