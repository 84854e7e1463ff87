import { silent, type Recorder } from '#core/explain';
import { directionOf, middle, type Parameter, type ParameterId } from '#core/readings';
import {
  dayMs,
  judgedVerdict,
  readText,
  staleAfterDays,
  tooFast,
  type ParameterVerdict,
  type ReasonId,
  type TankStateId,
  type VerdictInput,
} from './parameter-verdict';
import { ammoniaVerdict, computedCo2, heatText, nitriteVerdict, oxygenText } from './special-verdicts';

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
  const lines = input.catalogue.filter((p) => ids.has(p.id)).flatMap((p) => lineOf(input, p, note));
  return { ...decided(lines, input.catalogue), lines };
}

/** One parameter, judged by its band and by what else is known of it. */
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
  if (parameter.id === 'no2MgPerL') return nitriteVerdict({ input, base: { ...base, latest }, parameter, note });
  if (!band)
    return {
      ...base,
      state: 'settled',
      reasonId: 'no-band',
      reason: `${parameter.label} ${readText(parameter, latest)}; this practice sets no band for it.`,
    };
  const judged = judgedVerdict({ base: { ...base, latest, band }, parameter, note });
  const more =
    parameter.id === 'tempC' ? heatText(judged) : parameter.id === 'o2MgPerL' ? oxygenText(input, judged) : '';
  const perDay = input.perDay?.[parameter.id];
  return tooFast({ ...judged, reason: `${judged.reason}${more}` }, { readings, perDay, parameter });
}

/** These are asked for only when something is off: untested they are no news. */
const askedWhenOff: readonly ParameterId[] = ['o2MgPerL', 'co2MgPerL'];

function lineOf(input: VerdictInput, parameter: Parameter, note: Recorder): ParameterVerdict[] {
  const line = parameterVerdict(input, parameter, note);
  const untested = line.reasonId === 'never-tested' || line.reasonId === 'stale';
  if (!untested || !askedWhenOff.includes(parameter.id)) return [line];
  const computed = parameter.id === 'co2MgPerL' ? computedCo2(input, parameter, note) : null;
  return computed ? [computed] : [];
}

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
  const unclear = tested.find((l) => l.state === 'unknown' && !l.computed);
  if (unclear)
    return as(unclear, 'unknown', {
      kind: 'test',
      text:
        unclear.reasonId === 'needs-others'
          ? 'Test pH and temperature tonight.'
          : unclear.reasonId === 'unusual'
            ? `Test ${label(unclear)} once more before you believe it.`
            : `Test ${label(unclear)} again, finer.`,
    });
  const drifting = tested.find((l) => l.state === 'drifting');
  if (drifting)
    return as(
      drifting,
      'drifting',
      drifting.reasonId === 'fast'
        ? { kind: 'look', text: 'Look at the animals, and find out what moved it before anything is put right.' }
        : { kind: 'test', text: `Test ${label(drifting)} again within the week.` },
    );
  const telling = tested.filter((l) => !l.computed).sort((a, b) => tightness(b) - tightness(a))[0];
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
  if (line.parameter === 'co2MgPerL')
    return { kind: 'look', text: 'Turn the gas down and move the surface; look whether anybody gasps.' };
  if (line.parameter === 'o2MgPerL')
    return { kind: 'look', text: 'Move the surface and add air now; then find out why.' };
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
