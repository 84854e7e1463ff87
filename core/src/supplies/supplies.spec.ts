import { dayMs } from '#core/units';
import fc from 'fast-check';
import { shortfall, supplyState, type SupplyEvent } from './index';

const day = dayMs;
const now = 100 * day;
const on = (n: number, event: SupplyEvent['event'], value: number): SupplyEvent => ({
  atEpochMs: n * day,
  event,
  value,
});
const state = (events: SupplyEvent[], over: Partial<Parameters<typeof supplyState>[0]> = {}) =>
  supplyState({ events, nowEpochMs: now, expiresEpochMs: null, leadDays: 7, ...over });

describe('a supply on the shelf', () => {
  it('1000 g bought, 10 g used a week: 930 left after seven, gone in about 93 weeks (arithmetic)', () => {
    const uses = [0, 1, 2, 3, 4, 5, 6].map((n) => on(51 + 7 * n, 'used', 10));
    const s = state([on(50, 'bought', 1000), ...uses]);
    expect(s.leftValue).toBe(930);
    expect(s.by).toBe('level');
    expect(Number(s.weekly?.lo)).toBeGreaterThan(8);
    expect(Number(s.weekly?.hi)).toBeLessThan(14);
    expect((Number(s.runsOut?.loEpochMs) - now) / (7 * day)).toBeGreaterThan(60);
    expect(s.state).toBe('enough');
  });
  it('a count sets the level, a purchase between does not count as use', () => {
    const s = state([
      on(0, 'left', 100),
      on(20, 'left', 80),
      on(40, 'left', 60),
      on(50, 'bought', 100),
      on(60, 'left', 140),
      on(80, 'left', 120),
    ]);
    expect(s.leftValue).toBe(120);
    expect(Number(s.weekly?.lo)).toBeCloseTo(7, 0);
    expect(Number(s.weekly?.hi)).toBeLessThan(9);
  });
  it('two uses give a span of a third either way; one tells nothing', () => {
    expect(state([on(80, 'bought', 50), on(86, 'used', 7), on(93, 'used', 7)]).weekly).toEqual({
      lo: (7 * 2) / 3,
      hi: (7 * 4) / 3,
    });
    expect(state([on(80, 'bought', 50), on(93, 'used', 7)]).state).toBe('unknown');
  });
  it('reorder in time, out, expired, and about to', () => {
    const weekly = [0, 7, 14, 21, 28].map((n) => on(70 + n, 'used', 10));
    expect(state([on(69, 'bought', 60), ...weekly]).state).toBe('reorder');
    expect(state([on(69, 'bought', 50), ...weekly]).state).toBe('out');
    expect(state([on(69, 'bought', 900), ...weekly], { expiresEpochMs: 99 * day }).state).toBe('expired');
    expect(state([on(69, 'bought', 900), ...weekly], { expiresEpochMs: 110 * day }).state).toBe('expires');
    expect(state([]).state).toBe('unknown');
  });
  it('never less than nothing is left, whatever is written', () => {
    const event = fc.record({
      atEpochMs: fc.integer({ min: 0, max: now }),
      event: fc.constantFrom<SupplyEvent['event'][]>('bought', 'used', 'left', 'thrown-away'),
      value: fc.double({ min: 0, max: 1000, noNaN: true }),
    });
    fc.assert(fc.property(fc.array(event), (events) => state(events).leftValue >= 0));
    expect(state([on(1, 'used', 10)]).leftValue).toBe(0);
  });
});

describe('what is missing on the shelf', () => {
  const pack = { packValue: 4, costValue: 3 };
  it('whole packs are bought: 7 missing of 4 are two, at 3 each 6 (arithmetic)', () => {
    expect(shortfall({ needValue: 12, leftValue: 5, pack })).toEqual({ missingValue: 7, packsCount: 2, costValue: 6 });
    expect(shortfall({ needValue: 13, leftValue: 5, pack }).packsCount).toBe(2);
    expect(shortfall({ needValue: 13.1, leftValue: 5, pack }).packsCount).toBe(3);
  });
  it('nothing where there is enough; no money where nobody said what a pack holds', () => {
    expect(shortfall({ needValue: 5, leftValue: 5, pack })).toEqual({ missingValue: 0, packsCount: 0, costValue: 0 });
    expect(shortfall({ needValue: 7, leftValue: 5, pack: undefined })).toEqual({
      missingValue: 2,
      packsCount: null,
      costValue: null,
    });
  });
});
