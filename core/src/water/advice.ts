import { silent, type Explained, type Recorder } from '#core/explain';
import { parameterIds, type ParameterId, type Water } from '#core/readings';
import { because, ok, refuse, type NoFacts, type ReasonOf, type Result } from '#core/result';
import { toxicAmmoniaOf } from './ammonia';
import { changeEffect } from './change';

export type Bearing = 'robust' | 'usual' | 'delicate';
export const bearings: readonly Bearing[] = ['robust', 'usual', 'delicate'];
export type EvidenceGrade = 'published' | 'common-practice' | 'single-observation' | 'ours';

/** One line of the limits table: how far a parameter may move in a stocked tank, by bearing class. */
export interface StepLimit {
  id: string;
  parameter: ParameterId;
  per: 'change' | 'day';
  /** `value` in the parameter's unit, or a fraction of the tank's level. */
  measure: 'value' | 'fraction';
  byBearing: Record<Bearing, { value: number; grade: EvidenceGrade }>;
  note: string;
  sourceIds: readonly string[];
}

export interface StepAdvice {
  parameter: ParameterId;
  beforeValue: number;
  afterValue: number;
  /** Movement in the parameter's unit, with its sign. */
  stepValue: number;
  limitValue: number;
  per: 'change' | 'day';
  within: boolean;
  ruleId: string;
  grade: EvidenceGrade;
}

/** From what an emergency was concluded; `told` is in the words of whoever said so. */
export type EmergencyReason = ReasonOf<{
  'toxic-ammonia': { nh3AsNMgPerL: number; urgentMgPerL: number };
  nitrite: { no2MgPerL: number; urgentMgPerL: number };
  chlorine: { cl2MgPerL: number; urgentMgPerL: number };
  gasping: NoFacts;
  contamination: NoFacts;
  told: { text: string };
}>;
/** What makes waiting worse than the step, and from what it was concluded. */
export interface Emergency {
  kind: 'ammonia' | 'nitrite' | 'chlorine' | 'contamination' | 'gasping' | 'declared';
  why: EmergencyReason;
}

/** Why a step is judged as it is: what is over its limit, and whether waiting would do harm. */
export type AdviceReason = ReasonOf<{
  within: NoFacts;
  'within-and-urgent': { emergency: EmergencyReason };
  'lesser-harm': { parameters: ParameterId[]; emergency: EmergencyReason };
  'too-large': { parameters: ParameterId[] };
  'too-large-no-relief': { parameters: ParameterId[] };
}>;
/** What to do so that a step harms least. */
export type AdviceCondition = 'match-temperature' | 'no-chlorine' | 'air' | 'test-again' | 'less-or-drip';

export type Advice = 'wise' | 'too-large' | 'lesser-harm';
export interface ChangeAdvice {
  advice: Advice;
  reason: AdviceReason;
  parameters: StepAdvice[];
  /** Moved, but no limit is known for it. */
  unlimited: ParameterId[];
  emergency: Emergency | null;
  /** What to do so that the step harms least; shown with `lesser-harm` and `too-large`. */
  conditions: AdviceCondition[];
}

/** Thresholds with their sources are in the almanac; these are handed in so that the core holds no knowledge of its own. */
export interface EmergencyThresholds {
  nh3AsNMgPerL: number;
  no2MgPerL: number;
  /** At this mass ratio of chloride to nitrite ion and above, nitrite is no emergency. */
  chlorideToNitriteRatio: number;
  cl2MgPerL: number;
}

/** Toxic ammonia, nitrite without chloride, or chlorine in the tank: reasons that make waiting the greater harm. */
export function emergencyIn({
  water,
  thresholds,
}: {
  water: Water;
  thresholds: EmergencyThresholds;
}): Emergency | null {
  const { no2MgPerL, clMgPerL, cl2MgPerL } = water;
  const toxicMgPerL = toxicAmmoniaOf(water) ?? 0;
  if (toxicMgPerL > 0 && toxicMgPerL >= thresholds.nh3AsNMgPerL)
    return {
      kind: 'ammonia',
      why: {
        id: 'toxic-ammonia',
        facts: { nh3AsNMgPerL: toxicMgPerL, urgentMgPerL: thresholds.nh3AsNMgPerL },
      },
    };
  const guarded =
    clMgPerL !== undefined && no2MgPerL !== undefined && clMgPerL >= thresholds.chlorideToNitriteRatio * no2MgPerL;
  if (no2MgPerL !== undefined && no2MgPerL >= thresholds.no2MgPerL && !guarded)
    return {
      kind: 'nitrite',
      why: { id: 'nitrite', facts: { no2MgPerL, urgentMgPerL: thresholds.no2MgPerL } },
    };
  if (cl2MgPerL !== undefined && cl2MgPerL >= thresholds.cl2MgPerL)
    return {
      kind: 'chlorine',
      why: { id: 'chlorine', facts: { cl2MgPerL, urgentMgPerL: thresholds.cl2MgPerL } },
    };
  return null;
}

/** New or imported animals count one class lower. */
export const oneClassLower = (bearing: Bearing): Bearing => (bearing === 'robust' ? 'usual' : 'delicate');

const slackFraction = 1e-9;

function stepOf({
  rule,
  bearing,
  beforeValue,
  afterValue,
  movedValue,
}: {
  rule: StepLimit;
  bearing: Bearing;
  beforeValue: number;
  afterValue: number;
  movedValue: number;
}): StepAdvice {
  const { value, grade } = rule.byBearing[bearing];
  const limitValue = rule.measure === 'fraction' ? value * beforeValue : value;
  const stepValue = afterValue - beforeValue;
  const total = Math.abs(stepValue + (rule.per === 'day' ? movedValue : 0));
  return {
    parameter: rule.parameter,
    beforeValue,
    afterValue,
    stepValue,
    limitValue,
    per: rule.per,
    within: total <= limitValue * (1 + slackFraction) + slackFraction,
    ruleId: rule.id,
    grade,
  };
}

export interface AdviceInput {
  bearing: Bearing;
  before: Water;
  after: Water;
  limits: readonly StepLimit[];
  emergency?: Emergency | null | undefined;
  /** Movement already made in the last 24 hours, by parameter; per-day limits count it. */
  movedToday?: Water | undefined;
}

/**
 * Is this step wise for this livestock? Each movement is held against the limit for the bearing class.
 *
 * `wise`: every step within its limit. `too-large`: at least one is not. `lesser-harm`: a step is too large, but an
 * emergency makes waiting the greater harm and the change helps. Limits advise; they never forbid.
 * Units: canonical. Refuses a bearing that does not exist and an empty comparison. Evidence grade on every line.
 * @example changeAdvice({ bearing: 'delicate', before: { tempC: 25 }, after: { tempC: 22 }, limits }) // 'too-large'
 */
export function changeAdvice(
  { bearing, before, after, limits, emergency = null, movedToday = {} }: AdviceInput,
  note: Recorder = silent,
): Result<Explained<ChangeAdvice>> {
  note.by('water.change-advice', 1);
  if (!bearings.includes(bearing))
    return refuse({ kind: 'unknown-name', field: 'bearing', text: bearing, known: [...bearings] });
  const known = parameterIds.filter((id) => before[id] !== undefined && after[id] !== undefined);
  if (known.length === 0) return refuse({ kind: 'missing', field: 'before', why: because('known-on-one-side') });
  const bad = known.find((id) => !Number.isFinite(before[id]) || !Number.isFinite(after[id]));
  if (bad) return refuse({ kind: 'not-a-number', field: bad, text: String(before[bad]) });
  note.fact({ id: 'bearing', label: 'Bearing class', value: bearing, unit: '', origin: 'entered' });
  const parameters: StepAdvice[] = [];
  const unlimited: ParameterId[] = [];
  for (const id of known) {
    const rules = limits.filter((rule) => rule.parameter === id);
    if (rules.length === 0 && before[id] !== after[id]) unlimited.push(id);
    for (const rule of rules) {
      const step = stepOf({
        rule,
        bearing,
        beforeValue: before[id] ?? 0,
        afterValue: after[id] ?? 0,
        movedValue: movedToday[id] ?? 0,
      });
      parameters.push(step);
      note.step({
        id: rule.id,
        label: `Step a ${rule.per}, limit ${Number(step.limitValue.toPrecision(3))} (${step.grade})`,
        unit: id,
        formula: 'after − before',
        terms: { after: step.afterValue, before: step.beforeValue },
        by: (x) => x.after - x.before,
      });
      note.source(...rule.sourceIds);
    }
  }
  note.limit('limits-advise');
  return ok(note.explained(weighed({ parameters, unlimited, emergency, before, after })));
}

/** The value by which an emergency is measured; contamination and gasping have none. */
const measuredBy: Partial<Record<Emergency['kind'], ParameterId>> = {
  ammonia: 'tanMgPerL',
  nitrite: 'no2MgPerL',
  chlorine: 'cl2MgPerL',
};

function weighed({
  parameters,
  unlimited,
  emergency,
  before,
  after,
}: {
  parameters: StepAdvice[];
  unlimited: ParameterId[];
  emergency: Emergency | null;
  before: Water;
  after: Water;
}): ChangeAdvice {
  const over = parameters.filter((p) => !p.within);
  const base = { parameters, unlimited, emergency };
  const helps = emergency !== null && emergencyFalls(emergency, before, after);
  if (over.length === 0)
    return {
      ...base,
      advice: 'wise',
      reason: helps ? { id: 'within-and-urgent', facts: { emergency: emergency.why } } : { id: 'within', facts: {} },
      // Even water they bear is free of chlorine, brought with air, and tested after.
      conditions: helps ? conditionsFor([], true) : [],
    };
  const which = over.map((p) => p.parameter);
  if (helps)
    return {
      ...base,
      advice: 'lesser-harm',
      reason: { id: 'lesser-harm', facts: { parameters: which, emergency: emergency.why } },
      conditions: conditionsFor(which, true),
    };
  return {
    ...base,
    advice: 'too-large',
    reason: { id: emergency ? 'too-large-no-relief' : 'too-large', facts: { parameters: which } },
    conditions: conditionsFor(which, false),
  };
}

function emergencyFalls(emergency: Emergency, before: Water, after: Water): boolean {
  const [toxicBefore, toxicAfter] = [toxicAmmoniaOf(before), toxicAmmoniaOf(after)];
  // Less ammonia at a higher pH can be more of the toxic kind.
  if (emergency.kind === 'ammonia' && toxicBefore !== null && toxicAfter !== null) return toxicAfter < toxicBefore;
  const id = measuredBy[emergency.kind];
  if (!id || before[id] === undefined || after[id] === undefined) return true;
  return (after[id] ?? 0) < (before[id] ?? 0);
}

const conditionsFor = (which: ParameterId[], emergency: boolean): AdviceCondition[] => [
  ...(which.includes('tempC') ? (['match-temperature'] as const) : []),
  ...(emergency ? (['no-chlorine', 'air', 'test-again'] as const) : (['less-or-drip'] as const)),
];

/**
 * The largest single change of this tank with this source that stays wise, as a fraction of the net volume.
 * Bisection: every step grows with the fraction. 0 where even a trace is too much, 1 where anything goes.
 */
export function largestWiseFraction({
  tank,
  source,
  bearing,
  limits,
  movedToday,
}: {
  tank: Water;
  source: Water;
  bearing: Bearing;
  limits: readonly StepLimit[];
  movedToday?: Water;
}): Result<{ changeFraction: number }> {
  const wiseAt = (changeFraction: number): Result<boolean> => {
    const effect = changeEffect({ netVolumeL: 1, changeFraction, tank, source });
    if (!effect.ok) return effect;
    const advice = changeAdvice({ bearing, before: tank, after: effect.value.value.after, limits, movedToday });
    return advice.ok ? ok(advice.value.value.advice === 'wise') : advice;
  };
  const whole = wiseAt(1);
  if (!whole.ok) return whole;
  if (whole.value) return ok({ changeFraction: 1 });
  let [low, high] = [0, 1];
  for (let i = 0; i < 24; i++) {
    const middle = (low + high) / 2;
    const wise = wiseAt(middle);
    if (!wise.ok) return wise;
    if (wise.value) low = middle;
    else high = middle;
  }
  return ok({ changeFraction: low });
}
