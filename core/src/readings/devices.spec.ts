import { hourMs } from '#core/units';
import fc from 'fast-check';
import {
  bucketStart,
  devicePossible,
  deviceWarnings,
  grainFor,
  grains,
  hasLeft,
  steadiness,
  type DeviceHeard,
} from './index';

/** A probe put into another water: first-order settling, the common model of an electrode (from memory). */
const settlingProbe = ({ from, to, tauS, forS }: { from: number; to: number; tauS: number; forS: number }) =>
  Array.from({ length: forS * 4 }, (_, i) => ({
    atEpochMs: i * 250,
    value: to + (from - to) * Math.exp(-(i * 0.25) / tauS),
  }));

describe('hold until steady', () => {
  it('a pH electrode of τ = 9 s from 4 to 7.2 is not taken at 10 s, and when taken is within two digits', () => {
    const samples = settlingProbe({ from: 4, to: 7.2, tauS: 9, forS: 90 });
    const early = samples.filter((s) => s.atEpochMs <= 10_000);
    expect(steadiness(early, { nowEpochMs: 10_000, resolution: 0.01 }).why).toBe('rising');
    const first = samples.find(
      (s, i) => steadiness(samples.slice(0, i + 1), { nowEpochMs: s.atEpochMs, resolution: 0.01 }).steady,
    );
    expect(first?.atEpochMs).toBeGreaterThan(30_000);
    expect(Math.abs((first?.value ?? 0) - 7.2)).toBeLessThanOrEqual(0.02);
  });
  it('for every lag up to 12 s and every step the value taken is at most two and a half digits short', () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 12, noNaN: true }), fc.integer({ min: 0, max: 2000 }), (tauS, to) => {
        const samples = settlingProbe({ from: 0, to, tauS, forS: 150 });
        const told = samples
          .filter((_, i) => i % 4 === 0)
          .map((s) => {
            const upTo = samples.filter((x) => x.atEpochMs <= s.atEpochMs);
            return steadiness(upTo, { nowEpochMs: s.atEpochMs, resolution: 1 });
          })
          .find((s) => s.steady);
        expect(told).toBeDefined();
        expect(Math.abs((told?.value ?? NaN) - to)).toBeLessThanOrEqual(2.6);
      }),
      { numRuns: 60, examples: [[12, 4] as [number, number], [12, 3] as [number, number]] },
    );
  });
  it('says what is missing: nothing, too little, jumping', () => {
    const now = { nowEpochMs: 10_000, resolution: 1 };
    expect(steadiness([], now)).toEqual({ steady: false, value: null, why: 'nothing-heard', heldForMs: 0 });
    expect(steadiness([{ atEpochMs: 9500, value: 312.4 }], now)).toEqual({
      steady: false,
      value: 312,
      why: 'settling',
      heldForMs: 0,
    });
    const jumping = Array.from({ length: 40 }, (_, i) => ({ atEpochMs: i * 250, value: i % 2 ? 300 : 330 }));
    expect(steadiness(jumping, now).why).toBe('jumping');
  });
  it('a thermometer that speaks every ten seconds is steady after seven equal values', () => {
    const slow = Array.from({ length: 8 }, (_, i) => ({ atEpochMs: i * 10_000, value: 23.6 }));
    const at = (nowEpochMs: number) => steadiness(slow, { nowEpochMs, resolution: 0.1, everyMs: 10_000 }).steady;
    expect([at(30_000), at(70_000)]).toEqual([false, true]);
  });
  it('a sample from before the window does not count: a pen that went silent is not steady', () => {
    const old = Array.from({ length: 40 }, (_, i) => ({ atEpochMs: i * 250, value: 300 }));
    expect(steadiness(old, { nowEpochMs: 30_000, resolution: 1 }).why).toBe('nothing-heard');
  });
});

describe('devices on the wire', () => {
  const well: DeviceHeard = {
    online: true,
    silentForMs: 900,
    everyMs: 1000,
    heardPerMinuteCount: 60,
    batteryFraction: 0.8,
    clockOffMs: 200,
    refusedCount: 0,
    lastRefusal: '',
    repeatedCount: 0,
  };
  const ids = (over: Partial<DeviceHeard>): string[] => deviceWarnings({ ...well, ...over }).map((w) => w.id);
  it('a well one has nothing against it; each fault is named', () => {
    expect(ids({})).toEqual([]);
    expect(ids({ online: false })).toEqual(['gone']);
    expect(ids({ silentForMs: null })).toEqual(['silent']);
    // It has only just come: a cell that waits for it goes on waiting.
    expect(deviceWarnings({ ...well, silentForMs: null })[0]?.unusable).toBeFalse();
    expect(ids({ silentForMs: 61_000, batteryFraction: 0.1 })).toEqual(['silent', 'battery']);
    expect(ids({ heardPerMinuteCount: 60_000 })).toEqual(['floods']);
    expect(ids({ refusedCount: 2, lastRefusal: 'pH 74' })).toEqual(['refused']);
    expect(ids({ clockOffMs: -hourMs })).toEqual(['clock']);
    expect(ids({ clockOffMs: 300_000, batteryFraction: 0.16, heardPerMinuteCount: 600, silentForMs: 10_000 })).toEqual(
      [],
    );
  });
  it('water takes the limits of the catalogue, and none where it is not in it; a level may lie below its mark', () => {
    const catalogue = [{ id: 'ph' as const, possible: { lo: 0, hi: 14 } }];
    expect(devicePossible('ph', catalogue)).toEqual({ lo: 0, hi: 14 });
    expect(devicePossible('tempC', catalogue)).toEqual({ lo: 0, hi: 0 });
    expect(devicePossible('levelMm', catalogue).lo).toBeLessThan(0);
  });
  it('buckets hold their start, days are told in the finest grain that reaches', () => {
    expect(
      new Date(bucketStart({ atEpochMs: Date.UTC(2026, 2, 14, 21, 44, 59), grainMinutes: 15 })).toISOString(),
    ).toBe('2026-03-14T21:30:00.000Z');
    expect([1, 2, 3, 90, 91].map((days) => grainFor({ days }))).toEqual([1, 1, 15, 15, 1440]);
    expect(grains.map((g) => g.grainMinutes)).toEqual([1, 15, 1440]);
  });
});

describe('whether a probe has left the water it was taken from', () => {
  it('three digits or 2 %, whichever is more; less is noise', () => {
    expect(hasLeft({ value: 0, takenValue: 350, resolution: 1 })).toBeTrue();
    expect(hasLeft({ value: 356, takenValue: 350, resolution: 1 })).toBeFalse();
    expect(hasLeft({ value: 358, takenValue: 350, resolution: 1 })).toBeTrue();
    expect(hasLeft({ value: 7.13, takenValue: 7.1, resolution: 0.01 })).toBeFalse();
    expect(hasLeft({ value: 7.25, takenValue: 7.1, resolution: 0.01 })).toBeTrue();
  });
});
