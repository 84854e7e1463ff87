import { dayMs } from '#core/units';
import { bedDecision, sulphideFraction, type BedCase } from './bed';

const nowEpochMs = 100 * dayMs;
const of = (more: Partial<BedCase> = {}): BedCase => ({
  pokes: [],
  nowEpochMs,
  grainMm: null,
  depthCm: null,
  active: 'no',
  young: false,
  ph: null,
  tempC: null,
  slowSigns: false,
  gasping: false,
  ...more,
});
const poke = (place: string, gas: 'none' | 'no-smell' | 'smell', daysAgo = 1) => ({
  place,
  gas,
  atEpochMs: nowEpochMs - daysAgo * dayMs,
});
const ids = (more: Partial<BedCase>): string[] => bedDecision(of(more)).reasons.map((r) => r.id);

describe('un-ionised sulphide', () => {
  it('is half at its pK, 6.98 at 25 °C (Millero 1986; value from memory)', () => {
    expect(sulphideFraction({ ph: 6.981, tempC: 25 })).toBeCloseTo(0.5, 2);
    expect(sulphideFraction({ ph: 6, tempC: 25 })).toBeCloseTo(0.905, 2);
    expect(sulphideFraction({ ph: 8, tempC: 25 })).toBeCloseTo(0.087, 2);
  });
  it('falls with the pH, and a little with the warmth', () => {
    expect(sulphideFraction({ ph: 7, tempC: 20 })).toBeGreaterThan(sulphideFraction({ ph: 7, tempC: 28 }));
  });
});
describe('gas in the bed', () => {
  it('nobody poked: poke one spot; a poke of more than 30 days ago is none', () => {
    expect([bedDecision(of()).do, ids({})]).toEqual(['poke', ['no-poke']]);
    expect(bedDecision(of({ pokes: [poke('change', 'smell', 30)] })).do).toBe('sections');
    expect(bedDecision(of({ pokes: [poke('change', 'smell', 30.1)] })).do).toBe('poke');
    expect(ids({ pokes: [poke('change', 'smell', 40)] })).toEqual(['old-pokes']);
  });
  it('no gas: leave it; gas without a smell alone: leave it and poke again sooner', () => {
    expect(bedDecision(of({ pokes: [poke('change', 'none')] }))).toEqual(
      jasmine.objectContaining({ do: 'leave', pokeAgainDays: 30 }),
    );
    expect(bedDecision(of({ pokes: [poke('change', 'no-smell')] }))).toEqual(
      jasmine.objectContaining({ do: 'leave', pokeAgainDays: 14 }),
    );
  });
  it('gas without a smell is not ruled out where animals fail slowly', () => {
    expect(bedDecision(of({ pokes: [poke('change', 'no-smell')], slowSigns: true })).do).toBe('sections');
    expect(bedDecision(of({ pokes: [poke('change', 'none')], slowSigns: true })).do).toBe('leave');
  });
  it('a smell: by sections; an active bed that no longer holds: replaced; one that holds: cleaned', () => {
    const pokes = [poke('B2', 'smell')];
    expect(bedDecision(of({ pokes })).do).toBe('sections');
    expect(bedDecision(of({ pokes, active: 'holds' })).do).toBe('sections');
    expect(bedDecision(of({ pokes, active: 'spent' })).do).toBe('replace');
  });
  it('never with young about, whatever the bed', () => {
    const pokes = [poke('B2', 'smell')];
    for (const active of ['no', 'holds', 'spent', 'unknown'] as const)
      expect(bedDecision(of({ pokes, active, young: true })).do).toBe('wait');
    expect(bedDecision(of({ pokes, active: 'spent', young: true })).reasons.map((r) => r.id)).toContain('young');
  });
  it('gasping after a dig is met with air before anything else', () => {
    expect(bedDecision(of({ gasping: true, young: true, pokes: [poke('B2', 'smell')] })).do).toBe('air-now');
  });
  it('the last poke of a place counts: a place that was cleaned and is clear is clear', () => {
    expect(bedDecision(of({ pokes: [poke('B2', 'none', 1), poke('B2', 'smell', 9)] })).do).toBe('leave');
    expect(bedDecision(of({ pokes: [poke('B2', 'smell', 1), poke('B2', 'none', 9)] })).do).toBe('sections');
    expect(bedDecision(of({ pokes: [poke('B2', 'smell', -1)] })).do).toBe('poke');
  });
  it('acid water makes it more urgent: smaller sections, and says the share that kills', () => {
    const pokes = [poke('B2', 'smell')];
    const acid = bedDecision(of({ pokes, ph: { lo: 6, hi: 6 } }));
    const hard = bedDecision(of({ pokes, ph: { lo: 8, hi: 8 } }));
    expect([acid.sectionCount, hard.sectionCount]).toEqual([6, 4]);
    expect(acid.h2sFraction).toBeCloseTo(0.905, 2);
    expect(acid.reasons.map((r) => r.id)).toContain('acid-water');
    expect(hard.reasons.map((r) => r.id)).not.toContain('acid-water');
  });
  it('grain and depth are said: under 2 mm fine, from 3 mm coarse, over 6 cm deep', () => {
    expect(ids({ grainMm: { lo: 1, hi: 2 } })).toContain('fine-grain');
    expect(ids({ grainMm: { lo: 2, hi: 2 } })).not.toContain('fine-grain');
    expect(ids({ grainMm: { lo: 3, hi: 5 } })).toContain('coarse-grain');
    expect(ids({ depthCm: 6 })).not.toContain('deep');
    expect(ids({ depthCm: 6.5 })).toContain('deep');
  });
});
