import { instrumentWarnings, readByInstrument, sharedFaults, type Instrument, type NightReading } from './instruments';
import { parseReading } from './parse';
import { ghCase, phCase } from './parameters.cases';
import { unwrap } from '#core/result';

const pen: Instrument = {
  id: 'i',
  name: 'Pen',
  type: 'pen',
  parameters: ['ec25UsPerCm'],
  steps: [],
  resolutionValue: 1,
  doubleSample: false,
  penFactor: 0.5,
  reportsAsElement: false,
  compensatesTemperature: true,
  expiresOn: null,
  calibrateEveryDays: 30,
};
const ids = (
  instrument: Instrument,
  calibrations: Parameters<typeof instrumentWarnings>[1]['calibrations'],
  on = '2026-03-14',
): string[] => instrumentWarnings(instrument, { on, calibrations }).map((w) => w.id);

describe('an instrument', () => {
  it('reads a drop as a degree, and as half a degree with a double sample (common practice)', () => {
    const span = (doubleSample: boolean): number => {
      const { lo, hi } = unwrap(
        parseReading({
          parameter: ghCase,
          text: '6',
          readBy: readByInstrument({ ...pen, type: 'drop-test', doubleSample }),
        }),
      );
      return (hi ?? 0) - (lo ?? 0);
    };
    expect([span(false), span(true)]).toEqual([1, 0.5]);
  });
  it('reads a strip by its colours', () => {
    const readBy = readByInstrument({ ...pen, type: 'strip', steps: [6, 6.5, 7, 7.5] });
    const { lo, hi } = unwrap(parseReading({ parameter: phCase, text: '6.5', readBy }));
    expect([lo, hi]).toEqual([6.25, 6.75]);
  });
  it('is doubted past its date, announced two months before', () => {
    expect(ids({ ...pen, calibrateEveryDays: null, expiresOn: '2026-03-13' }, [])).toEqual(['expired']);
    expect(ids({ ...pen, calibrateEveryDays: null, expiresOn: '2026-05-01' }, [])).toEqual(['expires-soon']);
    expect(ids({ ...pen, calibrateEveryDays: null, expiresOn: '2026-09-01' }, [])).toEqual([]);
  });
  it('wants calibration, reads 0 in air, and is doubted 5 % off its standard', () => {
    expect(ids(pen, [])).toEqual(['calibration-due']);
    const at = (on: string, standardValue: number, shownValue: number) => ({
      on,
      parameter: 'ec25UsPerCm' as const,
      standardValue,
      shownValue,
    });
    expect(ids(pen, [at('2026-03-10', 1413, 1400)])).toEqual([]);
    expect(ids(pen, [at('2026-03-10', 1413, 1300)])).toEqual(['off-at-standard']);
    expect(ids(pen, [at('2026-03-10', 0, 12)])).toEqual(['not-zero-in-air']);
    expect(ids(pen, [at('2026-01-10', 1413, 1413)])).toEqual(['calibration-due']);
  });
  it('says that it reports the element and that a strip is a first look', () => {
    expect(
      ids({ ...pen, type: 'strip', parameters: ['no3MgPerL'], reportsAsElement: true, calibrateEveryDays: null }, []),
    ).toEqual(['as-element', 'strip']);
  });
});

describe('an instrument that is off by the same factor tonight', () => {
  const night = (factors: readonly number[]): NightReading[] =>
    factors.map((f, i) => ({
      tankId: String(i),
      instrumentId: 'i',
      parameter: 'ec25UsPerCm',
      reading: { lo: 200 * (i + 1) * f - 1, hi: 200 * (i + 1) * f + 1 },
      expected: { mean: 200 * (i + 1), lo80: 190 * (i + 1), hi80: 210 * (i + 1) },
    }));
  it('is found in three tanks that all read 20 % high', () => {
    const [fault] = sharedFaults(night([1.2, 1.21, 1.19]));
    expect(fault?.tankCount).toBe(3);
    expect(fault?.offValue).toBeCloseTo(1.2, 1);
  });
  it('is not blamed for two tanks, for small errors, or where only one tank moved', () => {
    expect(sharedFaults(night([1.2, 1.2]))).toEqual([]);
    expect(sharedFaults(night([1.04, 1.05, 1.04]))).toEqual([]);
    expect(sharedFaults(night([1, 1.01, 1.6]))).toEqual([]);
    expect(sharedFaults(night([0.8, 1.4, 1.1]))).toEqual([]);
  });
});
