import { dayMs } from '#core/units';
import { silent, type Recorder } from '#core/explain';
import { directionOf, middle, type Parameter, type ParameterId } from '#core/readings';
import {
  judgedVerdict,
  staleAfterDays,
  tooFast,
  type ParameterVerdict,
  type TankStateId,
  type VerdictInput,
} from './parameter-verdict';
import type { NextStep, NextStepId, VerdictReason } from './reasons';
import { ammoniaVerdict, computedCo2, heatFacts, nitriteVerdict, oxygenFacts } from './special-verdicts';

export interface TankVerdict {
  state: TankStateId;
  reason: VerdictReason;
  deciding: ParameterId | null;
  urgent: boolean;
  nextStep: NextStep;
  lines: ParameterVerdict[];
}

/**
 * What a tank's readings say tonight: per parameter, and the one that decides.
 *
 * Order: act, then cannot tell, then drifting, then settled. A reading whose span crosses its limit cannot tell; one
 * older than 45 days no longer counts. Ammonia is judged by its toxic part. At most one next step is given.
 */
export function tankVerdict(input: VerdictInput, note: Recorder = silent): TankVerdict {
  note.by('tonight.verdict', 1);
  if (input.resting)
    return {
      state: 'resting',
      reason: { id: 'resting', facts: { parameter: null } },
      deciding: null,
      urgent: false,
      nextStep: step('none', 'nothing-due'),
      lines: [],
    };
  const ids = new Set<ParameterId>([
    ...input.bands.map((b) => b.parameter),
    ...(Object.keys(input.history.readings) as ParameterId[]),
  ]);
  const lines = input.catalogue.filter((p) => ids.has(p.id)).flatMap((p) => lineOf(input, p, note));
  return { ...decided(lines), lines };
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
  if (!latest) return { ...base, state: 'unknown', reason: { id: 'never-tested', facts: { parameter: parameter.id } } };
  const ageDays = (input.nowEpochMs - latest.atEpochMs) / dayMs;
  if (ageDays > staleAfterDays)
    return {
      ...base,
      state: 'unknown',
      reason: { id: 'stale', facts: { parameter: parameter.id, ageDays } },
    };
  if (parameter.id === 'tanMgPerL') return ammoniaVerdict({ input, base: { ...base, latest }, parameter, note });
  if (parameter.id === 'no2MgPerL') return nitriteVerdict({ input, base: { ...base, latest }, parameter, note });
  if (!band)
    return {
      ...base,
      state: 'settled',
      reason: { id: 'no-band', facts: { parameter: parameter.id, reading: { lo: latest.lo, hi: latest.hi } } },
    };
  const judged = judgedVerdict({ base: { ...base, latest, band }, parameter, note });
  const more =
    parameter.id === 'tempC' ? heatFacts(judged) : parameter.id === 'o2MgPerL' ? oxygenFacts(input, judged) : {};
  const { id, facts } = judged.reason;
  const perDay = input.perDay?.[parameter.id];
  return tooFast({ ...judged, reason: { id, facts: { ...facts, ...more } } }, { readings, perDay });
}

function lineOf(input: VerdictInput, parameter: Parameter, note: Recorder): ParameterVerdict[] {
  const line = parameterVerdict(input, parameter, note);
  const untested = line.reason.id === 'never-tested' || line.reason.id === 'stale';
  // What only the animals ask for is judged where it was tested; their practice says what to test.
  if (line.reason.id === 'never-tested' && line.band?.asked?.practice === null) return [];
  if (!untested || parameter.untestedIsNews) return [line];
  const computed = parameter.id === 'co2MgPerL' ? computedCo2(input, parameter, note) : null;
  return computed ? [computed] : [];
}

const step = (kind: NextStep['kind'], id: NextStepId, parameter: ParameterId | null = null): NextStep => ({
  kind,
  reason: { id, facts: { parameter } },
});
const nothingTested: Omit<TankVerdict, 'lines'> = {
  state: 'unknown',
  reason: { id: 'nothing-tested', facts: { parameter: null } },
  deciding: null,
  urgent: false,
  nextStep: step('test', 'test-it'),
};

/** The line that decides, and the one next step. */
export function decided(lines: readonly ParameterVerdict[]): Omit<TankVerdict, 'lines'> {
  const as = (line: ParameterVerdict, state: TankStateId, nextStep: NextStep): Omit<TankVerdict, 'lines'> => ({
    state,
    reason: line.reason,
    deciding: line.parameter,
    urgent: line.urgent,
    nextStep,
  });
  const acting = lines.find((l) => l.urgent) ?? lines.find((l) => l.state === 'act');
  if (acting) return as(acting, 'act', stepFor(acting));
  const tested = lines.filter((l) => l.reason.id !== 'never-tested' && l.reason.id !== 'stale');
  const untested = lines.find((l) => l.reason.id === 'stale') ?? lines.find((l) => l.reason.id === 'never-tested');
  if (tested.length === 0)
    return untested ? as(untested, 'unknown', step('test', 'test-first', untested.parameter)) : nothingTested;
  const unclear = tested.find((l) => l.state === 'unknown' && !l.computed);
  if (unclear) {
    const { id } = unclear.reason;
    const again: NextStepId =
      id === 'needs-others' ? 'test-companions' : id === 'unusual' ? 'test-once-more' : 'test-finer';
    return as(unclear, 'unknown', step('test', again, unclear.parameter));
  }
  const drifting = tested.find((l) => l.state === 'drifting');
  if (drifting)
    return as(
      drifting,
      'drifting',
      drifting.reason.id === 'fast'
        ? step('look', 'look-before', drifting.parameter)
        : drifting.reason.id === 'outside'
          ? step('change', 'bring-slowly', drifting.parameter)
          : step('test', 'test-this-week', drifting.parameter),
    );
  const telling = tested.filter((l) => !l.computed).sort((a, b) => tightness(b) - tightness(a))[0];
  return telling ? as(telling, 'settled', step('leave', 'leave')) : nothingTested;
}

/** How near the reading stands to a limit, 0-1: the line that tells most about a settled tank. */
function tightness(line: ParameterVerdict): number {
  if (!line.band || !line.latest || line.reason.id === 'no-band') return -1;
  // What the practice speaks of tells more than what only the animals ask.
  if (line.band.asked?.practice === null) return -0.5;
  const at = middle(line.latest);
  const { lo, hi } = line.band;
  if (hi === null) return 0;
  const half = (hi - (lo ?? 0)) / 2;
  return half <= 0 ? 0 : Math.min(1, Math.abs(at - (hi - half)) / half);
}

function stepFor(line: ParameterVerdict): NextStep {
  const { parameter } = line;
  if (line.urgent) return step('change-now', 'change-now', parameter);
  if (parameter === 'co2MgPerL') return step('look', 'gas-down', parameter);
  if (parameter === 'o2MgPerL') return step('look', 'air', parameter);
  if (parameter === 'tempC') return step('look', 'heater', parameter);
  // Nothing is chased that the kit could not see corrected.
  if (correctionUnseen(line)) return step('test', 'test-unseen', parameter);
  return step('change', 'plan-change', parameter);
}

/** Whether what is over the limit is less than one step of what it was read with. */
function correctionUnseen({ latest, band }: ParameterVerdict): boolean {
  if (latest?.lo == null || latest.hi === null || !band) return false;
  const beyond =
    band.hi !== null && latest.lo > band.hi ? latest.lo - band.hi : band.lo !== null ? band.lo - latest.hi : 0;
  return beyond >= 0 && beyond < 0.25 * (latest.hi - latest.lo);
}
