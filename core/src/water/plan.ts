import { recorder, type Explained } from '#core/explain';
import { middle, parameterIds, type Interval, type ParameterId, type Water } from '#core/readings';
import { ok, type Result } from '#core/result';
import {
  changeAdvice,
  emergencyIn,
  largestWiseFraction,
  oneClassLower,
  type Bearing,
  type ChangeAdvice,
  type Emergency,
  type EmergencyThresholds,
  type StepLimit,
} from './advice';
import { mostInEmergencyFraction, reliefOf, type Relief } from './relief';
import { changeEffect, changeEffectSpan, type ChangeEffect, type WaterSpan } from './change';

export interface PlanInput {
  netVolumeL: number;
  changeFraction: number;
  tank: WaterSpan;
  source: WaterSpan;
  /** Temperature of the new water as it goes in; the tank's own where it is left out. */
  newWaterC?: number | undefined;
  bearing: Bearing;
  /** Animals that came within the last month count one class lower. */
  newArrivals: boolean;
  limits: readonly StepLimit[];
  thresholds: EmergencyThresholds;
  /** Said by the keeper, or concluded from a verdict; otherwise looked for in the tank's readings. */
  emergency?: Emergency | null | undefined;
  movedToday?: Water | undefined;
}

export interface ChangePlan {
  effect: Explained<ChangeEffect>;
  afterSpans: WaterSpan;
  advice: Explained<ChangeAdvice>;
  before: Water;
  source: Water;
  bearing: Bearing;
  /** By the limits of what was measured; no more than half unless waiting would do harm. */
  largestWiseFraction: number;
  /** Why it is not larger: a limit; beyond half too much changes that nobody measures; animals and heater need water to stay in. */
  largestBy: 'limits' | 'half' | 'stays-wet';
  /** In an emergency: how much brings what is dangerous down; null where these changes do not, and where there is none. */
  relief: Relief | null;
  /** What these animals have a limit for and nobody has tested, in the tank or in the new water. */
  untested: ParameterId[];
}

/**
 * The most of a stocked tank at once where no measured value sets a limit: the rest of the water (other ions, humic
 * matter, what has no kit) changes with it. Common practice; more is for small bowls and for emergencies.
 */
const mostAtOnceFraction = 0.5;

/** A span whose low end is open begins at nothing; one whose high end is open has no middle and is left out. */
function pointsOf(spans: WaterSpan): Water {
  const water: Water = {};
  for (const id of parameterIds) {
    const span = spans[id];
    if (span && span.hi !== null) water[id] = middle({ lo: span.lo ?? 0, hi: span.hi });
  }
  return water;
}
const closedBelow = (spans: WaterSpan): WaterSpan =>
  Object.fromEntries(Object.entries(spans).map(([id, s]: [string, Interval]) => [id, { lo: s.lo ?? 0, hi: s.hi }]));

/**
 * One change of one tank, thought through: the water after it (as spans and at their middles), whether it is wise for
 * these animals, and the largest single change that would be. Steps are judged at the middles of the readings.
 * Refuses what `changeEffect` and `changeAdvice` refuse.
 */
export function planChange(input: PlanInput): Result<ChangePlan> {
  const before = pointsOf(input.tank);
  const newWaterC = input.newWaterC ?? before.tempC;
  const source: Water = { ...pointsOf(input.source), ...(newWaterC === undefined ? {} : { tempC: newWaterC }) };
  const bearing = input.newArrivals ? oneClassLower(input.bearing) : input.bearing;
  const effect = changeEffect(
    { netVolumeL: input.netVolumeL, changeFraction: input.changeFraction, tank: before, source },
    recorder(),
  );
  if (!effect.ok) return effect;
  const emergency =
    input.emergency === undefined ? emergencyIn({ water: before, thresholds: input.thresholds }) : input.emergency;
  const advice = changeAdvice(
    { bearing, before, after: effect.value.value.after, limits: input.limits, emergency, movedToday: input.movedToday },
    recorder(),
  );
  if (!advice.ok) return advice;
  const largest = largestWiseFraction({
    tank: before,
    source,
    bearing,
    limits: input.limits,
    ...(input.movedToday ? { movedToday: input.movedToday } : {}),
  });
  if (!largest.ok) return largest;
  const sourceSpans = {
    ...closedBelow(input.source),
    ...(newWaterC === undefined ? {} : { tempC: { lo: newWaterC, hi: newWaterC } }),
  };
  const afterSpans = changeEffectSpan({
    changeFraction: input.changeFraction,
    tank: closedBelow(input.tank),
    source: sourceSpans,
  });
  return ok({
    effect: effect.value,
    afterSpans,
    advice: advice.value,
    before,
    source,
    bearing,
    ...largestOf(largest.value.changeFraction, emergency !== null),
    relief: emergency && reliefOf({ tank: before, source, emergency, thresholds: input.thresholds }),
    untested: [...new Set(input.limits.map((l) => l.parameter))].filter(
      (id) => before[id] === undefined || effect.value.value.after[id] === undefined,
    ),
  });
}

function largestOf(
  byLimitsFraction: number,
  emergency: boolean,
): Pick<ChangePlan, 'largestWiseFraction' | 'largestBy'> {
  if (byLimitsFraction <= mostAtOnceFraction) return { largestWiseFraction: byLimitsFraction, largestBy: 'limits' };
  if (!emergency) return { largestWiseFraction: mostAtOnceFraction, largestBy: 'half' };
  return byLimitsFraction < mostInEmergencyFraction
    ? { largestWiseFraction: byLimitsFraction, largestBy: 'limits' }
    : { largestWiseFraction: mostInEmergencyFraction, largestBy: 'stays-wet' };
}
