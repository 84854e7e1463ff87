import { dayMs } from '#core/units';
import type { BandLine } from '#core/almanac';
import { hangsOnFactor, penBand, practiceConsistency, bandsInForce, type Practice } from '#core/almanac';
import type { DatedReading, ParameterId } from '#core/readings';
import { catalogueCase } from '../readings/parameters.cases';
import { roundOf, tankVerdict, type Visit } from './index';

const now = 400 * dayMs;
const band = (parameter: ParameterId, lo: number | null, hi: number | null): BandLine => ({
  parameter,
  lo,
  hi,
  grade: 'ours',
  sourceIds: ['ours'],
});
const reading = (lo: number | null, hi: number | null, daysAgo = 1): DatedReading => ({
  lo,
  hi,
  atEpochMs: now - daysAgo * dayMs,
});
const verdict = (readings: Partial<Record<ParameterId, DatedReading[]>>, bands: BandLine[], resting = false) =>
  tankVerdict({
    catalogue: catalogueCase,
    bands,
    history: { readings, changes: [] },
    thresholds: { nh3AsNMgPerL: 0.05, no2MgPerL: 1, chlorideToNitriteRatio: 10, cl2MgPerL: 0.05 },
    chronicNh3AsNMgPerL: 0.02,
    nowEpochMs: now,
    resting,
  });

describe('the verdict on a tank', () => {
  const bands = [band('ph', 6, 7), band('no3MgPerL', 0, 30)];
  it('settled, with nothing to do', () => {
    const got = verdict({ ph: [reading(6.45, 6.55)], no3MgPerL: [reading(5, 10)] }, bands);
    expect([got.state, got.nextStep.kind]).toEqual(['settled', 'leave']);
  });
  it('act outweighs everything, and names the reading and its limit', () => {
    const got = verdict({ ph: [reading(6.9, 7.1)], no3MgPerL: [reading(40, 80)] }, bands);
    expect([got.state, got.deciding, got.nextStep.kind]).toEqual(['act', 'no3MgPerL', 'change']);
    expect(got.reason.facts.band?.hi).toBe(30);
  });
  it('cannot tell where the reading crosses the limit, and says which finer test would', () => {
    const got = verdict({ ph: [reading(6.45, 6.55)], no3MgPerL: [reading(20, 40)] }, bands);
    expect([got.state, got.reason.id, got.nextStep.kind]).toEqual(['unknown', 'straddles', 'test']);
    expect(got.nextStep.reason.id).toBe('test-finer');
  });
  it('cannot tell after 45 days without a test, or with none at all; 44 days still count', () => {
    expect(verdict({ ph: [reading(6.4, 6.6, 46)] }, bands).reason.id).toBe('stale');
    expect(verdict({ ph: [reading(6.4, 6.6, 44)] }, bands).state).toBe('settled');
    expect(verdict({}, bands).reason.id).toBe('never-tested');
  });
  it('drifting where it rises in the upper half of its band in spite of the changes', () => {
    const rising = [26, 24, 22, 20].map((v, i) => reading(v - 0.5, v + 0.5, 1 + 7 * i));
    expect(verdict({ no3MgPerL: rising }, bands).state).toBe('drifting');
    expect(
      verdict({ no3MgPerL: rising.map((r) => ({ ...r, lo: (r.lo ?? 0) - 18, hi: (r.hi ?? 0) - 18 })) }, bands).state,
    ).toBe('settled');
  });
  it('outside of what its animals ask but within their practice: brought nearer if near, acted on if far', () => {
    const asked = {
      ...band('ph', 5, 7),
      asked: { names: ['tetra'], practice: { lo: 6, hi: 7.5 }, unsure: false, widthValue: 0.6 },
    };
    const near = verdict({ ph: [reading(7.1, 7.1)] }, [asked]);
    expect([near.state, near.reason.id, near.nextStep.reason.id]).toEqual(['drifting', 'outside', 'bring-slowly']);
    expect(near.reason.facts.asked?.names).toEqual(['tetra']);
    // Half of a range of their own that is 0.6 wide.
    expect(verdict({ ph: [reading(7.29, 7.3)] }, [asked]).state).toBe('drifting');
    expect(verdict({ ph: [reading(7.31, 7.31)] }, [asked]).state).toBe('act');
    // Beyond the practice too.
    expect(verdict({ ph: [reading(7.6, 7.6)] }, [asked]).state).toBe('act');
    const alone = {
      ...band('ghDegrees', 4, 10),
      asked: { names: ['tetra'], practice: null, unsure: false, widthValue: 6 },
    };
    expect(verdict({ ghDegrees: [reading(13, 13)] }, [alone]).state).toBe('drifting');
    expect(verdict({ ghDegrees: [reading(1, 1)] }, [alone]).state).toBe('drifting');
    expect(verdict({ ghDegrees: [reading(0.9, 0.9)] }, [alone]).state).toBe('act');
    expect(verdict({ ghDegrees: [reading(14, 14)] }, [alone]).state).toBe('act');
    // Ranges open on one side: half of the nearer end.
    const open = { ...alone, asked: { ...alone.asked, widthValue: null } };
    expect(verdict({ ghDegrees: [reading(12, 12)] }, [open]).state).toBe('drifting');
    expect(verdict({ ghDegrees: [reading(12.1, 12.1)] }, [open]).state).toBe('act');
    const unsure = { ...alone, asked: { ...alone.asked, unsure: true } };
    expect(verdict({ ghDegrees: [reading(14, 14)] }, [unsure]).state).toBe('drifting');
  });
  it('a kit too coarse for the edge that only the animals ask for tells enough; for the practice’s it does not', () => {
    const asked = {
      ...band('ph', 5, 7),
      asked: { names: ['tetra'], practice: { lo: 6, hi: 7.5 }, unsure: false, widthValue: 0.6 },
    };
    expect(verdict({ ph: [reading(6.8, 7.2)] }, [asked]).state).toBe('settled');
    expect(verdict({ ph: [reading(6.8, 7.6)] }, [asked]).reason.id).toBe('straddles');
  });
  it('what only the animals ask for is not asked to be tested', () => {
    const alone = {
      ...band('khDegrees', 1, 4),
      asked: { names: ['tetra'], practice: null, unsure: false, widthValue: 6 },
    };
    const got = verdict({ ph: [reading(6.45, 6.55)] }, [...bands, alone]);
    expect(got.lines.map((l) => l.parameter)).toEqual(['ph', 'no3MgPerL']);
  });
  it('pen against pen: 340 ppm against 200 to 290 ppm is above, whatever the factor; 250 is in band (common practice)', () => {
    const pen = { ...band('ec25UsPerCm', null, null), ...penBand({ loPpmCount: 200, hiPpmCount: 290 }) };
    const ppm = (value: number): DatedReading => ({
      ...reading(value / 0.7, value / 0.5),
      penPpm: { lo: value, hi: value },
    });
    const above = verdict({ ec25UsPerCm: [ppm(340)] }, [pen]);
    expect([above.state, above.reason.id, above.reason.facts.side]).toEqual(['act', 'outside', 'above']);
    expect(above.reason.facts.penPpm).toEqual({ reading: { lo: 340, hi: 340 }, band: { lo: 200, hi: 290 } });
    const inside = verdict({ ec25UsPerCm: [ppm(250)] }, [pen]);
    expect([inside.state, inside.lines[0]?.hangsOnFactor]).toEqual(['settled', false]);
    expect(verdict({ ec25UsPerCm: [ppm(190)] }, [pen]).reason.facts.side).toBe('below');
    // Shrimp that ask for microsiemens do not undo it, unless the reading lies outside of that by every factor.
    const asked = { names: ['shrimp'], practice: { lo: pen.lo, hi: pen.hi }, unsure: true, widthValue: 300 };
    const stocked = { ...pen, lo: 300, hi: 550, asked };
    expect(verdict({ ec25UsPerCm: [ppm(340)] }, [stocked]).state).toBe('act');
    expect(verdict({ ec25UsPerCm: [ppm(250)] }, [stocked]).state).toBe('settled');
    expect(verdict({ ec25UsPerCm: [ppm(340)] }, [stocked]).reason.facts.asked).toBeUndefined();
    expect(verdict({ ec25UsPerCm: [ppm(280)] }, [{ ...stocked, hi: 390 }]).reason.facts.asked).toEqual(asked);
    // The same water read in microsiemens cannot be told from such a band.
    expect(verdict({ ec25UsPerCm: [reading(340 / 0.7, 340 / 0.5)] }, [pen]).state).toBe('unknown');
    // A band in microsiemens is nobody's ppm.
    expect(verdict({ ec25UsPerCm: [ppm(250)] }, [band('ec25UsPerCm', 300, 450)]).state).toBe('unknown');
  });
  it('judges ammonia by its toxic part: 2 mg/L at pH 8 is urgent, at pH 6 it is not (Emerson)', () => {
    const at = (ph: number) =>
      verdict({ tanMgPerL: [reading(1.5, 3)], ph: [reading(ph, ph)], tempC: [reading(25, 25)] }, []);
    expect([at(8).state, at(8).urgent, at(8).nextStep.kind]).toEqual(['act', true, 'change-now']);
    expect(at(6).state).toBe('settled');
    expect(verdict({ tanMgPerL: [reading(1.5, 3)] }, []).reason.id).toBe('needs-others');
  });
  it('a resting tank has nothing due', () => {
    expect(verdict({}, bands, true).state).toBe('resting');
  });
});

describe('the round', () => {
  const visit = (name: string, roundOrder: number, over: Partial<Visit> = {}): Visit => ({
    tankId: name,
    name,
    rack: '',
    roundOrder,
    purpose: 'display',
    doubtful: false,
    state: 'settled',
    ...over,
  });
  it('goes healthy, doubtful, quarantine; within a group by the keeper’s order (common practice)', () => {
    const groups = roundOf([
      visit('q', 1, { purpose: 'quarantine' }),
      visit('b', 20),
      visit('d', 5, { doubtful: true }),
      visit('a', 10),
    ]);
    expect(groups.map((g) => [g.id, g.visits.map((v) => v.name)])).toEqual([
      ['healthy', ['a', 'b']],
      ['doubtful', ['d']],
      ['quarantine', ['q']],
    ]);
  });
});

describe('practices', () => {
  const practice = (bands: BandLine[]): Practice => ({
    id: 'p',
    version: 1,
    livestock: '',
    name: '',
    reason: '',
    bands,
  });
  it('a pen band without a factor is 214-300 µS/cm at its widest for 150 ppm', () => {
    expect(penBand({ loPpmCount: 150, hiPpmCount: 150 })).toEqual({ lo: 214, hi: 300, surely: { lo: 300, hi: 214 } });
    expect(
      hangsOnFactor({
        line: { ...band('ec25UsPerCm', 200, 600), surely: { lo: 300, hi: 500 } },
        reading: { lo: 350, hi: 351 },
      }),
    ).toBeFalse();
    expect(
      hangsOnFactor({
        line: { ...band('ec25UsPerCm', 200, 600), surely: { lo: 300, hi: 500 } },
        reading: { lo: 250, hi: 251 },
      }),
    ).toBeTrue();
  });
  it('the lakes’ own figures close only in part; an impossible one never closes (common practice)', () => {
    expect(
      practiceConsistency(
        practice([band('ghDegrees', 5, 7), band('khDegrees', 4, 6), band('ec25UsPerCm', 107, 175)]),
      )[0]?.closes,
    ).toBe('in-part');
    expect(practiceConsistency(practice([band('ghDegrees', 12, 14), band('ec25UsPerCm', 80, 90)]))[0]?.closes).toBe(
      'never',
    );
    expect(practiceConsistency(practice([band('ghDegrees', 4, 6), band('ec25UsPerCm', 150, 300)]))).toEqual([]);
  });
  it('KH 2-5 in air stands above pH 7.5: the practice needs help to close', () => {
    expect(practiceConsistency(practice([band('ph', 6.8, 7.5), band('khDegrees', 2, 5)]))[0]?.closes).toBe('needs');
  });
  it('the keeper’s own line is laid over the practice’s, and the practice’s over the safety line', () => {
    const laid = bandsInForce({
      practice: practice([band('ph', 6, 7)]),
      safety: [band('ph', 5, 9), band('no2MgPerL', 0, 0.25)],
      overrides: [band('ph', 6.2, 6.4)],
    });
    expect(laid.map((l) => [l.parameter, l.lo])).toEqual([
      ['ph', 6.2],
      ['no2MgPerL', 0],
    ]);
  });
});
