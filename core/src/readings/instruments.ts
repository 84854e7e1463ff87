import { dayMs } from '#core/units';
import type { NoFacts, ReasonOf } from '#core/result';
import type { Fan } from './build-up-filter';
import { middle, type Interval } from './interval';
import { medianOf } from './own-normal';
import { traitsOf, type ParameterId } from './parameter';
import type { ReadBy } from './parameter-table';

export const instrumentTypes = [
  'drop-test',
  'colour-chart',
  'strip',
  'pen',
  'probe',
  'thermometer',
  'scale',
  'level-sensor',
] as const;
export type InstrumentType = (typeof instrumentTypes)[number];
/** Something that wears, breaks or runs out while it still gives figures. */
export interface Instrument {
  id: string;
  name: string;
  type: InstrumentType;
  parameters: readonly ParameterId[];
  /** Colours of a chart or strip, in the parameter's unit as the kit reports it. */
  steps: readonly number[];
  /** One drop, or the last digit of a pen. */
  resolutionValue: number;
  /** Twice the sample: a drop counts half. */
  doubleSample: boolean;
  /** What a pen multiplies conductivity by; null where it shows conductivity itself. */
  penFactor: number | null;
  /** It shows ppm by a factor that nobody knows: what it reads is a span. */
  penFactorUnknown?: boolean | undefined;
  reportsAsElement: boolean;
  compensatesTemperature: boolean;
  expiresOn: string | null;
  calibrateEveryDays: number | null;
  /** The device on the wire that feeds it. */
  deviceId?: string | undefined;
}
export interface Calibration {
  on: string;
  parameter: ParameterId;
  standardValue: number;
  shownValue: number;
}
export type InstrumentReason = ReasonOf<{
  expired: { expiresOn: string };
  'expires-soon': { expiresOn: string };
  /** Never, as far as the book knows, where the age is null. */
  'calibration-due': { ageDays: number | null; everyDays: number };
  'not-zero-in-air': { shownValue: number };
  'off-at-standard': { shownValue: number; standardValue: number; on: string };
  'factor-unknown': NoFacts;
  'not-compensated': NoFacts;
  'as-element': NoFacts;
  strip: NoFacts;
}>;
export type InstrumentWarning = InstrumentReason & {
  /** Whether readings taken with it are marked. */
  doubtful: boolean;
};

/**
 * How a reading with this instrument is understood: colours of its chart, or its drop (half with a double sample).
 * @example readByInstrument({ type: 'drop-test', resolutionValue: 1, doubleSample: true, ... }) // resolution 0.5
 */
export function readByInstrument(
  instrument: Pick<Instrument, 'type' | 'steps' | 'resolutionValue' | 'doubleSample'>,
): ReadBy {
  if ((instrument.type === 'colour-chart' || instrument.type === 'strip') && instrument.steps.length > 1)
    return { kind: 'chart', steps: instrument.steps };
  const share = instrument.type === 'drop-test' && instrument.doubleSample ? 0.5 : 1;
  return { kind: 'resolution', resolution: instrument.resolutionValue * share };
}

/**
 * The unit in which an instrument shows a parameter, where it is not the usual one: a pen in ppm, a kit that reports the
 * element. Empty where figures are taken as they are.
 * @example unitShownBy({ penFactor: 0.5, reportsAsElement: false }, 'ec25UsPerCm') // 'ppm (0.5)'
 */
export function unitShownBy(
  {
    penFactor,
    penFactorUnknown,
    reportsAsElement,
  }: Pick<Instrument, 'penFactor' | 'penFactorUnknown' | 'reportsAsElement'>,
  parameter: ParameterId,
): string {
  if (parameter === 'ec25UsPerCm') return penFactorUnknown ? 'ppm' : penFactor === null ? '' : `ppm (${penFactor})`;
  if (!reportsAsElement) return '';
  const { reportedAs } = traitsOf(parameter);
  return reportedAs === null ? '' : `as ${reportedAs}`;
}

const daysBetween = (from: string, to: string): number => (Date.parse(to) - Date.parse(from)) / dayMs;

/** How far a pen or probe may be off its standard before its figures are doubted: the larger of a share and a step (ours). */
const allowance = { shareFraction: 0.05, ph: 0.1 };

/** What speaks against believing this instrument on a date: expiry, overdue or failed calibration, missing factor. */
export function instrumentWarnings(
  instrument: Instrument,
  { on, calibrations }: { on: string; calibrations: readonly Calibration[] },
): InstrumentWarning[] {
  const warnings: InstrumentWarning[] = [];
  const warn = (reason: InstrumentReason, doubtful: boolean): void => void warnings.push({ ...reason, doubtful });
  const { expiresOn, calibrateEveryDays, type } = instrument;
  if (expiresOn !== null && expiresOn < on) warn({ id: 'expired', facts: { expiresOn } }, true);
  else if (expiresOn !== null && daysBetween(on, expiresOn) <= 60)
    warn({ id: 'expires-soon', facts: { expiresOn } }, false);
  const newest = [...calibrations].sort((a, b) => b.on.localeCompare(a.on))[0];
  if (calibrateEveryDays !== null) {
    const ageDays = newest ? daysBetween(newest.on, on) : null;
    if (ageDays === null || ageDays > calibrateEveryDays)
      warn(
        { id: 'calibration-due', facts: { ageDays, everyDays: calibrateEveryDays } },
        ageDays !== null && ageDays > 2 * calibrateEveryDays,
      );
  }
  if (newest) {
    const { shownValue, standardValue } = newest;
    const room =
      newest.parameter === 'ph'
        ? allowance.ph
        : Math.max(instrument.resolutionValue, allowance.shareFraction * standardValue);
    if (standardValue === 0 && newest.parameter === 'ec25UsPerCm') {
      if (shownValue > Math.max(2, instrument.resolutionValue))
        warn({ id: 'not-zero-in-air', facts: { shownValue } }, true);
    } else if (Math.abs(shownValue - standardValue) > room)
      warn({ id: 'off-at-standard', facts: { shownValue, standardValue, on: newest.on } }, true);
  }
  if ((type === 'pen' || type === 'probe') && instrument.parameters.includes('ec25UsPerCm')) {
    if (instrument.penFactorUnknown) warn({ id: 'factor-unknown', facts: {} }, false);
    if (!instrument.compensatesTemperature) warn({ id: 'not-compensated', facts: {} }, false);
  }
  if (instrument.reportsAsElement) warn({ id: 'as-element', facts: {} }, false);
  if (type === 'strip') warn({ id: 'strip', facts: {} }, false);
  return warnings;
}

export interface NightReading {
  tankId: string;
  instrumentId: string;
  parameter: ParameterId;
  reading: Interval;
  expected: Fan;
}
export interface SharedFault {
  instrumentId: string;
  parameter: ParameterId;
  tankCount: number;
  /** Reading over expectation, the middle of all tanks; for pH a difference. */
  offValue: number;
}
/**
 * An instrument that is off by the same factor in every tank of one night is the likelier fault than three tanks that
 * moved together. Needs three tanks; the common part must be over 8 % (0.2 in pH) and three times their scatter
 * (median absolute deviation). Thresholds are our own.
 */
export function sharedFaults(readings: readonly NightReading[]): SharedFault[] {
  const groups = new Map<string, NightReading[]>();
  for (const r of readings) {
    const key = `${r.instrumentId} ${r.parameter}`;
    groups.set(key, [...(groups.get(key) ?? []), r]);
  }
  return [...groups.values()].flatMap((group): SharedFault[] => {
    const [first] = group;
    const tankCount = new Set(group.map((r) => r.tankId)).size;
    if (!first || tankCount < 3) return [];
    const ph = first.parameter === 'ph' || first.parameter === 'tempC';
    const usable = group.filter((r) => ph || r.expected.mean > 0);
    const offs = usable.map((r) =>
      ph ? middle(r.reading) - r.expected.mean : Math.log(Math.max(1e-9, middle(r.reading)) / r.expected.mean),
    );
    const off = medianOf(offs);
    const scatter = medianOf(offs.map((o) => Math.abs(o - off)));
    if (Math.abs(off) < (first.parameter === 'tempC' ? 1 : ph ? 0.2 : Math.log(1.08)) || Math.abs(off) < 3 * scatter)
      return [];
    const offValue = ph ? off : Math.exp(off);
    return [
      {
        instrumentId: first.instrumentId,
        parameter: first.parameter,
        tankCount,
        offValue,
      },
    ];
  });
}

/**
 * What a pen showed, in its ppm, where a conductivity was read in ppm and nobody knows the factor: its span was made with
 * 0.7 at the low end and 0.5 at the high. Null for every other reading.
 * @example penPpmOf({ parameter: 'ec25UsPerCm', lo: 485.7, hi: 680, enteredUnit: 'ppm' }) // 340 at both ends
 */
export function penPpmOf({
  parameter,
  lo,
  hi,
  enteredUnit,
  penFactor,
}: Interval & { parameter: ParameterId; enteredUnit: string; penFactor?: number | undefined }): Interval | null {
  if (parameter !== 'ec25UsPerCm' || enteredUnit !== 'ppm' || penFactor !== undefined) return null;
  return { lo: lo === null ? null : lo * 0.7, hi: hi === null ? null : hi * 0.5 };
}
