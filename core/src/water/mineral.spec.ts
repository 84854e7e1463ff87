import { dayMs } from '#core/units';
import { unwrap } from '#core/result';
import { mineralDose, mineralDrift, mineralState } from './index';

type Batch = Parameters<typeof mineralDrift>[0][number];
const label = { massG: 6, waterL: 60, ghDegrees: 5, khDegrees: 2.5, ec25UsPerCm: 300 };
const batch = (day: number, ecRiseUsPerCm: number | null, over: Partial<Batch> = {}): Batch => ({
  atEpochMs: day * dayMs,
  massG: 4,
  waterL: 40,
  ghRiseDegrees: null,
  ecRiseUsPerCm,
  ...over,
});

describe('what a mineral raises', () => {
  it('is its label’s while there are fewer than three batches: 6 g in 60 L give 5 °dH, so 50 a gram in a litre', () => {
    const state = mineralState({ label, batches: [batch(1, 330), batch(2, 330)] });
    expect(state.gh).toEqual({ perGPerL: 50, scatterFraction: 0, batchesCount: 0, by: 'label', labelRatio: null });
    expect(state.kh?.perGPerL).toBeCloseTo(25, 9);
    expect(state.ec).toEqual(jasmine.objectContaining({ batchesCount: 2, by: 'label' }));
    expect(state.ec?.perGPerL).toBeCloseTo(3000, 9);
    expect(mineralState({ label: { ...label, khDegrees: null }, batches: [] }).kh).toBeNull();
  });
  it('is the keeper’s own from three on: the median, its scatter by MAD, and how far from the label', () => {
    const { ec } = mineralState({ label, batches: [batch(1, 300), batch(2, 330), batch(3, 360)] });
    expect(ec?.by).toBe('own-batches');
    expect(ec?.perGPerL).toBeCloseTo(3300, 9);
    expect(ec?.labelRatio).toBeCloseTo(1.1, 9);
    expect(ec?.scatterFraction).toBeCloseTo((1.4826 * 300) / 3300, 9);
  });
  it('batches without powder, or not measured, say nothing', () => {
    const { ec, gh } = mineralState({
      label: { ...label, ec25UsPerCm: null, ghDegrees: null },
      batches: [batch(1, 300), batch(2, null), batch(3, 330, { massG: 0 })],
    });
    expect(ec).toBeNull();
    expect(gh).toBeNull();
    const own = mineralState({
      label: { ...label, ec25UsPerCm: null },
      batches: [batch(1, 300), batch(2, 300), batch(3, 300)],
    });
    expect(own.ec).toEqual(jasmine.objectContaining({ by: 'own-batches', labelRatio: null }));
  });
});

describe('a batch that is odd', () => {
  const odd = (ec: number, over: Partial<Batch> = {}, before: readonly Batch[] = []) =>
    mineralState({ label, batches: [...before, batch(50, ec, over)] }).odd;
  it('lies further off than eight in a hundred: 300 expected, 324 is none, 325 is', () => {
    expect(odd(324)).toEqual([]);
    expect(odd(276)).toEqual([]);
    expect(odd(325)[0]).toEqual(
      jasmine.objectContaining({ quantity: 'ec25UsPerCm', measuredValue: 325, atEpochMs: 50 * dayMs }),
    );
    expect(odd(325)[0]?.expectedValue).toBeCloseTo(300, 9);
    expect(odd(275).length).toBe(1);
  });
  it('not by less than its kit can tell: a degree, five µS/cm', () => {
    const hard = (ghRiseDegrees: number) => odd(300, { ghRiseDegrees });
    expect(hard(6)).toEqual([]);
    expect(hard(6.1).map((o) => o.quantity)).toEqual(['ghDegrees']);
    expect(odd(34.9, { massG: 0.4 })).toEqual([]);
    expect(odd(35.1, { massG: 0.4 }).length).toBe(1);
  });
  it('the causes of too strong are not those of too weak', () => {
    const [strong, weak] = [odd(400)[0]?.likely ?? [], odd(200)[0]?.likely ?? []];
    expect(strong).toEqual(['weighed-twice', 'water-not-pure', 'pen-off']);
    expect(weak).toEqual(['damp-powder', 'dying-scale', 'not-dissolved']);
  });
  it('where two were made in the month before, they are pointed at', () => {
    const told = (days: readonly number[]) =>
      odd(
        200,
        {},
        days.map((d) => batch(d, 300)),
      ).find((o) => o.measuredValue === 200)?.likely ?? [];
    expect(told([40, 45])).toContain('see-batches-before');
    expect(told([45])).not.toContain('see-batches-before');
    expect(told([10, 15])).not.toContain('see-batches-before');
  });
  it('a mineral that scatters widely has wider room', () => {
    const wide = [250, 350, 240, 360, 300].map((ec, i) => batch(i, ec));
    expect(odd(380, {}, wide)).toEqual([]);
    expect(odd(380).length).toBe(1);
  });
});

describe('a dose', () => {
  const dose = (over: Partial<Parameters<typeof mineralDose>[0]> = {}) =>
    mineralDose({ volumeL: 200, nowValue: 0.5, targetValue: 8.5, perGPerL: 50, ...over });
  it('8 °dH in 200 L at 50 a gram in a litre are 32 g', () => {
    expect(unwrap(dose()).value.massG).toBeCloseTo(32, 9);
    expect(unwrap(dose({ targetValue: 0.5 })).value.massG).toBe(0);
  });
  it('lowers nothing, and is held to what can be', () => {
    const low = dose({ targetValue: 0.4 });
    expect(!low.ok && low.refusal.kind).toBe('unreachable');
    for (const [over, field] of [
      [{ volumeL: 0 }, 'volumeL'],
      [{ nowValue: -1 }, 'nowValue'],
      [{ targetValue: 1e6 }, 'targetValue'],
      [{ perGPerL: 0 }, 'perGPerL'],
    ] as const) {
      const refused = dose(over);
      expect(refused.ok ? '' : 'field' in refused.refusal && refused.refusal.field).toBe(field);
    }
  });
});

describe('a mineral that ages', () => {
  it('its slope over the months: a twentieth less each month of thirty days', () => {
    const drift = mineralDrift([0, 30, 60, 90].map((day, i) => batch(day, 300 - 15 * i)));
    expect(drift?.perMonthFraction).toBeCloseTo(-15 / 277.5, 6);
    expect(mineralDrift([0, 30, 60, 90].map((day) => batch(day, 300)))?.perMonthFraction).toBeCloseTo(0, 12);
  });
  it('nothing can be said of none', () => {
    expect(mineralDrift([])).toBeNull();
    expect(mineralDrift([batch(0, null), batch(1, 300, { massG: 0 })])).toBeNull();
  });
});
