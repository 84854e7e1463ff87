import type { BandLine } from '#core/almanac';
import { hangsOnFactor } from '#core/almanac';
import { silent, type Recorder } from '#core/explain';
import {
  directionOf,
  intervalText,
  judgeReading,
  middle,
  type DatedReading,
  type Direction,
  type Interval,
  type Judgement,
  type Parameter,
  type ParameterId,
  type Water,
} from '#core/readings';
import { unionisedAmmonia, type EmergencyThresholds } from '#core/water';

/** `unknown` is shown as "cannot tell". */
export type TankStateId = 'settled' | 'drifting' | 'act' | 'unknown' | 'resting';

export interface TankChange {
  atEpochMs: number;
  changeFraction: number;
  source: Water;
}
export interface TankHistory {
  /** Newest first, per parameter. */
  readings: Partial<Record<ParameterId, readonly DatedReading[]>>;
  changes: readonly TankChange[];
}

export type ReasonId =
  | 'outside'
  | 'toxic-ammonia'
  | 'straddles'
  | 'stale'
  | 'never-tested'
  | 'needs-others'
  | 'heading-out'
  | 'in-band'
  | 'no-band';

export interface ParameterVerdict {
  parameter: ParameterId;
  state: TankStateId;
  reasonId: ReasonId;
  reason: string;
  latest: DatedReading | null;
  band: BandLine | null;
  judgement: Judgement | null;
  /** Where it heads by itself, net of the changes. */
  direction: Direction;
  /** Where the readings have gone with the changes in: what the routine makes of it. */
  actual: Direction;
  hangsOnFactor: boolean;
  /** Toxic share, where the parameter is total ammonia and it could be worked out. */
  nh3AsN?: Interval;
  urgent: boolean;
}

export interface NextStep {
  kind: 'leave' | 'change-now' | 'change' | 'test' | 'look' | 'none';
  text: string;
}
export interface TankVerdict {
  state: TankStateId;
  reasonId: ReasonId | 'resting';
  reason: string;
  deciding: ParameterId | null;
  urgent: boolean;
  nextStep: NextStep;
  lines: ParameterVerdict[];
}

export interface VerdictInput {
  catalogue: readonly Parameter[];
  bands: readonly BandLine[];
  history: TankHistory;
  thresholds: EmergencyThresholds;
  /** From here on toxic ammonia is a concern; urgent from `thresholds`. mg/L as N. */
  chronicNh3AsNMgPerL: number;
  nowEpochMs: number;
  resting: boolean;
}

const dayMs = 86_400_000;
/** A settled tank is tested every month or so (common practice); half as long again, and we no longer know. */
export const staleAfterDays = 45;

const parameterOf = (catalogue: readonly Parameter[], id: ParameterId): Parameter | undefined =>
  catalogue.find((p) => p.id === id);

/**
 * What a tank's readings say tonight: per parameter, and the one that decides.
 *
 * Order: act, then cannot tell, then drifting, then settled. A reading whose span crosses its limit cannot tell; one
 * older than 45 days no longer counts. Ammonia is judged by its toxic part. At most one next step is given.
 */
export function tankVerdict(input: VerdictInput, note: Recorder = silent): TankVerdict {
  if (input.resting)
    return {
      state: 'resting',
      reasonId: 'resting',
      reason: 'No animals in it.',
      deciding: null,
      urgent: false,
      nextStep: { kind: 'none', text: 'Nothing due.' },
      lines: [],
    };
  const ids = new Set<ParameterId>([
    ...input.bands.map((b) => b.parameter),
    ...(Object.keys(input.history.readings) as ParameterId[]),
  ]);
  const lines = input.catalogue.filter((p) => ids.has(p.id)).map((p) => parameterVerdict(input, p, note));
  return { ...decided(lines, input.catalogue), lines };
}

function parameterVerdict(input: VerdictInput, parameter: Parameter, note: Recorder): ParameterVerdict {
  const readings = input.history.readings[parameter.id] ?? [];
  const latest = readings[0] ?? null;
  const band = input.bands.find((b) => b.parameter === parameter.id) ?? null;
  // pH does not mix by volume, so its changes cannot be taken out by it.
  const changes =
    parameter.mixes === 'by-chemistry'
      ? []
      : input.history.changes.map((c) => ({ ...c, sourceValue: c.source[parameter.id] ?? null }));
  const direction = directionOf({ readings, changes });
  const moves = direction === 'rising' || direction === 'falling';
  const base = {
    parameter: parameter.id,
    latest,
    band,
    judgement: null,
    direction,
    actual: moves && changes.length > 0 ? directionOf({ readings, changes: [] }) : direction,
    hangsOnFactor: false,
    urgent: false,
  };
  if (!latest)
    return { ...base, state: 'unknown', reasonId: 'never-tested', reason: `${parameter.label} has not been tested.` };
  const ageDays = (input.nowEpochMs - latest.atEpochMs) / dayMs;
  if (ageDays > staleAfterDays)
    return {
      ...base,
      state: 'unknown',
      reasonId: 'stale',
      reason: `${parameter.label} was last tested ${Math.round(ageDays)} days ago.`,
    };
  if (parameter.id === 'tanMgPerL') return ammoniaVerdict({ input, base: { ...base, latest }, parameter, note });
  if (!band)
    return {
      ...base,
      state: 'settled',
      reasonId: 'no-band',
      reason: `${parameter.label} ${readText(parameter, latest)}; this practice sets no band for it.`,
    };
  return judgedVerdict({ base: { ...base, latest, band }, parameter, note });
}

type Base = Omit<ParameterVerdict, 'state' | 'reasonId' | 'reason' | 'latest' | 'band'> & {
  latest: DatedReading;
  band: BandLine | null;
};

const readText = (parameter: Parameter, reading: Interval): string =>
  `reads ${intervalText(reading, parameter.decimalsCount)}${parameter.unit ? ` ${parameter.unit}` : ''}`;

function bandText(parameter: Parameter, band: Interval): string {
  const shown = (value: number): string => String(Number(value.toFixed(parameter.decimalsCount)));
  if (band.lo !== null && band.hi !== null && band.lo > 0) return `band ${shown(band.lo)}–${shown(band.hi)}`;
  return band.hi === null ? `floor ${shown(band.lo ?? 0)}` : `ceiling ${shown(band.hi)}`;
}

function judgedVerdict({
  base,
  parameter,
  note,
}: {
  base: Base & { band: BandLine };
  parameter: Parameter;
  note: Recorder;
}): ParameterVerdict {
  const { latest, band } = base;
  const result = judgeReading({ reading: latest, band }, note);
  if (!result.ok)
    return { ...base, state: 'unknown', reasonId: 'straddles', reason: `${parameter.label} cannot be judged.` };
  const judgement = result.value.value;
  const text = `${parameter.label} ${readText(parameter, latest)}, ${bandText(parameter, band)}`;
  const hangs = judgement.verdict === 'inside' && hangsOnFactor({ line: band, reading: latest });
  const full = { ...base, judgement, hangsOnFactor: hangs };
  note.source(...band.sourceIds);
  if (hangs)
    note.limit('The band was given in pen ppm without a factor; with another factor this reading could lie outside.');
  if (judgement.verdict === 'outside')
    return {
      ...full,
      state: 'act',
      reasonId: 'outside',
      reason: `${text}: ${judgement.side === 'above' ? 'above' : 'below'} it.`,
    };
  if (judgement.verdict === 'unknown')
    return {
      ...full,
      state: 'unknown',
      reasonId: 'straddles',
      reason: `${text}: the reading crosses the limit. ${capital(parameter.finerTest)} would tell.`,
    };
  const trend = trendText(base);
  const doubt = hangs ? ' The band hangs on the pen’s factor.' : '';
  if (headingOut({ ...base, reading: latest, band }))
    return { ...full, state: 'drifting', reasonId: 'heading-out', reason: `${text}${trend}.${doubt}` };
  return { ...full, state: 'settled', reasonId: 'in-band', reason: `${text}${trend}.${doubt}` };
}

/** A tank whose changes hold what rises by itself is steady; one whose routine loses says so. */
function trendText({ direction, actual }: { direction: Direction; actual: Direction }): string {
  if (direction === 'unknown') return '';
  if (direction === 'steady') return ', steady';
  return actual === direction ? `, ${direction}` : `, ${direction} by itself but held by the changes`;
}

/** Drifting: by itself and in spite of the changes toward the edge on whose side of the band it stands. */
function headingOut({
  direction,
  actual,
  reading,
  band,
}: {
  direction: Direction;
  actual: Direction;
  reading: Interval;
  band: Interval;
}): boolean {
  if (actual !== direction) return false;
  const at = middle(reading);
  const centre = band.lo !== null && band.hi !== null ? (band.lo + band.hi) / 2 : null;
  if (direction === 'rising') return band.hi !== null && at >= (centre ?? band.hi / 2);
  if (direction === 'falling') return band.lo !== null && band.lo > 0 && at <= (centre ?? band.lo * 1.5);
  return false;
}

function ammoniaVerdict({
  input,
  base,
  parameter,
  note,
}: {
  input: VerdictInput;
  base: Omit<Base, 'band'> & { band: BandLine | null };
  parameter: Parameter;
  note: Recorder;
}): ParameterVerdict {
  const ph = input.history.readings.ph?.[0];
  const temp = input.history.readings.tempC?.[0];
  if (!ph || !temp)
    return {
      ...base,
      state: 'unknown',
      reasonId: 'needs-others',
      reason: 'Ammonia is judged by its toxic part, which needs pH and temperature too.',
    };
  const nh3AsN = toxicSpan({ tan: base.latest, ph, temp }, note);
  if (!nh3AsN)
    return {
      ...base,
      state: 'unknown',
      reasonId: 'needs-others',
      reason: 'The toxic part of ammonia cannot be worked out from these readings.',
    };
  const judged = judgeReading({ reading: nh3AsN, band: { lo: 0, hi: input.chronicNh3AsNMgPerL } }, note);
  const text = `Toxic ammonia is ${intervalText(nh3AsN, 3)} mg/L as N, of concern from ${input.chronicNh3AsNMgPerL}`;
  const full = { ...base, nh3AsN, judgement: judged.ok ? judged.value.value : null };
  if (!judged.ok || judged.value.value.verdict === 'unknown')
    return {
      ...full,
      state: 'unknown',
      reasonId: 'straddles',
      reason: `${text}: the reading crosses the limit. ${capital(parameter.finerTest)} would tell.`,
    };
  if (judged.value.value.verdict === 'inside')
    return { ...full, state: 'settled', reasonId: 'in-band', reason: `${text}.` };
  const urgent = (nh3AsN.hi ?? 0) >= input.thresholds.nh3AsNMgPerL;
  return {
    ...full,
    state: 'act',
    reasonId: 'toxic-ammonia',
    reason: `${text}${urgent ? `, urgent from ${input.thresholds.nh3AsNMgPerL}` : ''}.`,
    urgent,
  };
}

function toxicSpan(
  { tan, ph, temp }: { tan: Interval; ph: Interval; temp: Interval },
  note: Recorder,
): Interval | null {
  const at = (end: 'lo' | 'hi', recorder: Recorder): number | null => {
    const [tanMgPerL, phEnd, tempC] = [tan[end] ?? (end === 'lo' ? 0 : null), ph[end], temp[end]];
    if (tanMgPerL === null || phEnd === null || tempC === null) return null;
    const toxic = unionisedAmmonia({ ph: phEnd, tempC, tanMgPerL }, recorder);
    return toxic.ok ? (toxic.value.value.nh3AsNMgPerL ?? null) : null;
  };
  const [lo, hi] = [at('lo', silent), at('hi', note)];
  return lo === null || hi === null ? null : { lo, hi };
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** The line that decides, and the one next step. */
export function decided(lines: ParameterVerdict[], catalogue: readonly Parameter[]): Omit<TankVerdict, 'lines'> {
  const label = (line: ParameterVerdict): string =>
    parameterOf(catalogue, line.parameter)?.label.toLowerCase() ?? line.parameter;
  const as = (line: ParameterVerdict, state: TankStateId, nextStep: NextStep): Omit<TankVerdict, 'lines'> => ({
    state,
    reasonId: line.reasonId,
    reason: line.reason,
    deciding: line.parameter,
    urgent: line.urgent,
    nextStep,
  });
  const acting = lines.find((l) => l.urgent) ?? lines.find((l) => l.state === 'act');
  if (acting) return as(acting, 'act', stepFor(acting, label(acting)));
  const tested = lines.filter((l) => l.reasonId !== 'never-tested' && l.reasonId !== 'stale');
  const untested = lines.find((l) => l.reasonId === 'stale') ?? lines.find((l) => l.reasonId === 'never-tested');
  if (tested.length === 0)
    return untested
      ? as(untested, 'unknown', { kind: 'test', text: `Test ${label(untested)} tonight.` })
      : {
          state: 'unknown',
          reasonId: 'never-tested',
          reason: 'Nothing has been tested yet.',
          deciding: null,
          urgent: false,
          nextStep: { kind: 'test', text: 'Test it tonight.' },
        };
  const unclear = tested.find((l) => l.state === 'unknown');
  if (unclear)
    return as(unclear, 'unknown', {
      kind: 'test',
      text:
        unclear.reasonId === 'needs-others'
          ? 'Test pH and temperature tonight.'
          : `Test ${label(unclear)} again, finer.`,
    });
  const drifting = tested.find((l) => l.state === 'drifting');
  if (drifting)
    return as(drifting, 'drifting', { kind: 'test', text: `Test ${label(drifting)} again within the week.` });
  const telling = [...tested].sort((a, b) => tightness(b) - tightness(a))[0];
  return telling
    ? as(telling, 'settled', { kind: 'leave', text: 'Leave it alone.' })
    : {
        state: 'unknown',
        reasonId: 'never-tested',
        reason: 'Nothing has been tested yet.',
        deciding: null,
        urgent: false,
        nextStep: { kind: 'test', text: 'Test it tonight.' },
      };
}

/** How near the reading stands to a limit, 0-1: the line that tells most about a settled tank. */
function tightness(line: ParameterVerdict): number {
  if (!line.band || !line.latest || line.reasonId === 'no-band') return -1;
  const at = middle(line.latest);
  const { lo, hi } = line.band;
  if (hi === null) return 0;
  const half = (hi - (lo ?? 0)) / 2;
  return half <= 0 ? 0 : Math.min(1, Math.abs(at - (hi - half)) / half);
}

function stepFor(line: ParameterVerdict, label: string): NextStep {
  if (line.urgent)
    return { kind: 'change-now', text: 'Change water now, matched and free of chlorine; waiting is the greater harm.' };
  if (line.parameter === 'tempC')
    return { kind: 'look', text: 'Check the heater and a second thermometer; bring it back slowly.' };
  // Nothing is chased that the kit could not see corrected.
  if (correctionUnseen(line))
    return { kind: 'test', text: `Test ${label} again: the correction would be smaller than the kit’s step.` };
  return { kind: 'change', text: `Plan a change against ${label}, in steps these animals bear.` };
}

/** Whether what is over the limit is less than one step of what it was read with. */
function correctionUnseen({ latest, band }: ParameterVerdict): boolean {
  if (latest?.lo == null || latest.hi === null || !band) return false;
  const beyond =
    band.hi !== null && latest.lo > band.hi ? latest.lo - band.hi : band.lo !== null ? band.lo - latest.hi : 0;
  return beyond >= 0 && beyond < 0.25 * (latest.hi - latest.lo);
}
