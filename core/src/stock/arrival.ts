import { doorFault } from '#core/units';
import { silent, type Explained, type Recorder } from '#core/explain';
import { middle, rankedBy, type Interval, type RankedBy } from '#core/readings';
import { because, guarded, ok, refuse, type NoFacts, type ReasonOf, type Result } from '#core/result';
import { dropsPerMlRatio, type Bearing } from '#core/water';
import type { WaterKnown } from './suits';

export const acclimationMethods = ['float', 'drip', 'direct', 'match'] as const;
export type AcclimationMethod = (typeof acclimationMethods)[number];
/** What progress is measured by. Equal conductivity of different salts is not equal water. */
export const acclimationParameters = rankedBy('dripRank');
export type AcclimationParameter = RankedBy<'dripRank'>;

type Compared = AcclimationParameter | 'ph';
/** Why this way of bringing animals over. */
export type MethodReason = ReasonOf<{
  /** Ammonia in the bag, measured or to be expected after so many hours. */
  foul: { measured: boolean; transportHours: number; hardnessDiffers: boolean };
  /** The same, and the tank's water is so far from the bag's, or so little known, that going straight over is a shock of its own. */
  'foul-and-apart': { measured: boolean; transportHours: number; known: boolean };
  differs: { parameters: Compared[] };
  unknown: NoFacts;
  close: NoFacts;
}>;
export type ArrivalCaution = ReasonOf<{
  'bag-water': NoFacts;
  'dim-and-covered': NoFacts;
  'not-known': { parameters: AcclimationParameter[] };
}>;
export interface MethodAdvice {
  method: AcclimationMethod;
  reason: MethodReason;
  differences: readonly {
    parameter: AcclimationParameter | 'ph';
    fromValue: number;
    toValue: number;
    large: boolean;
  }[];
  unknown: readonly AcclimationParameter[];
  cautions: readonly ArrivalCaution[];
}

/** Differences that one bearing class takes at once; twice that is large for the next (our own estimate, from the change limits). */
const takenAtOnce: Record<Bearing, Record<AcclimationParameter | 'ph', number>> = {
  delicate: { ec25UsPerCm: 30, ghDegrees: 1, khDegrees: 0.5, tempC: 1, ph: 0.2 },
  usual: { ec25UsPerCm: 60, ghDegrees: 2, khDegrees: 1, tempC: 2, ph: 0.4 },
  robust: { ec25UsPerCm: 150, ghDegrees: 4, khDegrees: 2, tempC: 3, ph: 0.6 },
};
/** From so many times what they take at once on, going straight over is a shock (our own estimate). */
const shockRatio = 2;
/** Hours in a closed bag after which ammonia has gathered while CO2 kept it harmless (common practice). */
const longTransportHours = 8;

/**
 * How to bring animals over, chosen by how far the waters differ.
 *
 * Float where temperature alone differs or nothing is large; drip where hardness, conductivity or pH differ by more than
 * this class takes at once; direct, into water of the same temperature, after a long transport with ammonia: opening the
 * bag lets CO2 out, pH rises and turns ammonium into ammonia within minutes, so dripping in that water is the greater
 * harm (common practice; the chemistry of ammonia is Emerson et al. 1975). Where that water is far from the bag's, or
 * nobody measured it, neither is right: a tub is mixed to the bag's own water, and brought to the tank's over days.
 * @example acclimationMethod({ bag: { ghDegrees: { lo: 4, hi: 4 } }, tank: { ghDegrees: { lo: 12, hi: 12 } }, bearing: 'usual', transportHours: 1 }).method // 'drip'
 */
export function acclimationMethod({
  bag,
  tank,
  bearing,
  transportHours,
}: {
  bag: WaterKnown;
  tank: WaterKnown;
  bearing: Bearing;
  transportHours: number;
}): MethodAdvice {
  const differences = ([...acclimationParameters, 'ph'] as const).flatMap((parameter) => {
    const [from, to] = [bag[parameter], tank[parameter]];
    if (!from || !to) return [];
    const [fromValue, toValue] = [middle(from), middle(to)];
    return [{ parameter, fromValue, toValue, large: Math.abs(toValue - fromValue) > takenAtOnce[bearing][parameter] }];
  });
  const unknown = acclimationParameters.filter((p) => !bag[p] || !tank[p]);
  const tan = bag.tanMgPerL;
  const foul = (tan !== undefined && middle(tan) >= 1) || transportHours >= longTransportHours;
  const large = differences.filter((d) => d.large && d.parameter !== 'tempC');
  const cautions: ArrivalCaution[] = [
    { id: 'bag-water', facts: {} },
    { id: 'dim-and-covered', facts: {} },
    ...(unknown.length > 0 ? [{ id: 'not-known' as const, facts: { parameters: unknown } }] : []),
  ];
  const advice = (method: AcclimationMethod, reason: MethodReason): MethodAdvice => ({
    method,
    reason,
    differences,
    unknown,
    cautions,
  });
  if (foul) {
    const facts = { measured: tan !== undefined && middle(tan) >= 1, transportHours };
    const known = !(unknown.includes('ghDegrees') && unknown.includes('ec25UsPerCm'));
    const apart = large.some(
      ({ parameter, fromValue, toValue }) =>
        parameter !== 'ph' && Math.abs(toValue - fromValue) > shockRatio * takenAtOnce[bearing][parameter],
    );
    return apart || !known
      ? advice('match', { id: 'foul-and-apart', facts: { ...facts, known } })
      : advice('direct', { id: 'foul', facts: { ...facts, hardnessDiffers: large.length > 0 } });
  }
  if (large.length > 0) return advice('drip', { id: 'differs', facts: { parameters: large.map((d) => d.parameter) } });
  if (unknown.includes('ghDegrees') && unknown.includes('ec25UsPerCm'))
    return advice('drip', { id: 'unknown', facts: {} });
  return advice('float', { id: 'close', facts: {} });
}
const dripHours: Record<Bearing, number> = { robust: 0.5, usual: 1, delicate: 2.5 };

export interface DripPlan {
  /** Tank water that goes through the box. */
  addedL: number;
  durationMinutes: number;
  rateLPerH: number;
  dropsPerS: number;
  /** How often the box is poured back to the first volume on the way. */
  pourOffCount: number;
  endFraction: number;
}

/**
 * How to drip: litres, minutes and drops a second, for the share of the difference to be covered.
 *
 * The box starts with the bag's water and is filled to its capacity; then poured back to the first volume, until the
 * share is covered: each filling leaves V0 / capacity of the difference. Time by bearing class (half an hour, an hour,
 * two and a half; ours) and never faster. 20 drops a millilitre.
 * @example dripPlan({ bagL: 1, boxL: 4, bearing: 'usual', targetFraction: 0.9 }) // 6 L in 60 min, 33 drops a second
 */
export function dripPlan(
  {
    bagL,
    boxL,
    bearing,
    targetFraction = 0.9,
  }: { bagL: number; boxL: number; bearing: Bearing; targetFraction?: number },
  note: Recorder = silent,
): Result<Explained<DripPlan>> {
  note.by('stock.drip-plan', 1);
  const guards = [
    { field: 'bagL', value: bagL, range: { lo: 0.05, hi: 200, unit: 'L' } },
    { field: 'boxL', value: boxL, range: { lo: 0.1, hi: 500, unit: 'L' } },
    { field: 'targetFraction', value: targetFraction, range: { lo: 0.5, hi: 0.99, unit: '' } },
  ];
  return guarded(guards, () => {
    if (boxL < 1.5 * bagL)
      return refuse({
        kind: 'contradiction',
        fields: ['boxL', 'bagL'],
        why: because('box-too-small'),
      });
    note.assume('drops-a-millilitre');
    note.assume('drip-hours');
    const perFill = bagL / boxL;
    const fillCount = Math.max(1, Math.ceil(Math.log(1 - targetFraction) / Math.log(perFill) - 1e-9));
    const lastLeft = (1 - targetFraction) / perFill ** (fillCount - 1);
    const addedL = note.step({
      id: 'added',
      label: 'Tank water through the box',
      unit: 'L',
      formula: '(fillings − 1) × (box − bag) + bag × (1 / what the last leaves − 1)',
      terms: { fillings: fillCount, box: boxL, bag: bagL, lastLeft },
      by: (x) => (x.fillings - 1) * (x.box - x.bag) + x.bag * (1 / x.lastLeft - 1),
    });
    const durationMinutes = dripHours[bearing] * 60;
    const rateLPerH = note.step({
      id: 'rate',
      label: 'Rate',
      unit: 'L/h',
      formula: 'litres / hours',
      terms: { litres: addedL, hours: durationMinutes / 60 },
      by: (x) => x.litres / x.hours,
    });
    const dropsPerS = note.step({
      id: 'drops',
      label: 'Drops a second',
      unit: '1/s',
      formula: 'L/h × 1000 × drops a mL / 3600',
      terms: { rate: rateLPerH, drops: dropsPerMlRatio },
      by: (x) => (x.rate * 1000 * x.drops) / 3600,
    });
    return ok(
      note.explained({
        addedL,
        durationMinutes,
        rateLPerH,
        dropsPerS,
        pourOffCount: fillCount - 1,
        endFraction: targetFraction,
      }),
    );
  });
}

/** The share of the difference that dripping should have covered by now, by the plan's own filling and pouring. */
export function plannedFraction({
  bagL,
  boxL,
  rateLPerH,
  elapsedMinutes,
}: {
  bagL: number;
  boxL: number;
  rateLPerH: number;
  elapsedMinutes: number;
}): number {
  // A box no larger than the bag takes nothing in.
  const perFillL = boxL - bagL;
  if (!(perFillL > 0) || !(bagL > 0) || doorFault({ bagL, boxL, rateLPerH, elapsedMinutes })) return 0;
  const addedL = (rateLPerH * Math.max(0, elapsedMinutes)) / 60;
  // Each time the box is full it is drawn down to the bag again; what has just filled it has not been drawn down yet.
  const drawnCount = Math.max(0, Math.ceil(addedL / perFillL) - 1);
  const left = (bagL / boxL) ** drawnCount;
  return 1 - left * (bagL / (bagL + addedL - drawnCount * perFillL));
}

export interface AcclimationProgress {
  /** The least of the shares that could be told; null where none could. */
  coveredFraction: number | null;
  byParameter: readonly { parameter: AcclimationParameter; coveredFraction: number | null }[];
  done: boolean;
  /** What must be measured before it can be called done. */
  needs: readonly AcclimationParameter[];
}

/**
 * How far animals have been brought over: for conductivity, hardness and temperature each the share of its own
 * difference, and the least of them counts. Where a value was never measured in bag or tank, it cannot be called done.
 * A difference smaller than the class takes at once counts as covered.
 * @example acclimationProgress({ bag: { ec25UsPerCm: at(200) }, now: { ec25UsPerCm: at(250) }, tank: { ec25UsPerCm: at(300) }, bearing: 'usual' }) // half way
 */
export function acclimationProgress({
  bag,
  now,
  tank,
  bearing,
  doneFraction = 0.9,
}: {
  bag: WaterKnown;
  now: WaterKnown;
  tank: WaterKnown;
  bearing: Bearing;
  doneFraction?: number;
}): AcclimationProgress {
  const byParameter = acclimationParameters.map((parameter) => ({
    parameter,
    coveredFraction: share({
      from: bag[parameter],
      at: now[parameter],
      to: tank[parameter],
      smallValue: takenAtOnce[bearing][parameter] / 2,
    }),
  }));
  const told = byParameter.flatMap((p) => (p.coveredFraction === null ? [] : [p.coveredFraction]));
  const needs = byParameter.flatMap((p) =>
    p.coveredFraction === null && p.parameter !== 'khDegrees' ? [p.parameter] : [],
  );
  const coveredFraction = told.length === 0 ? null : Math.min(...told);
  return {
    coveredFraction,
    byParameter,
    needs,
    done: needs.length === 0 && coveredFraction !== null && coveredFraction >= doneFraction - 1e-9,
  };
}

function share({
  from,
  at,
  to,
  smallValue,
}: {
  from: Interval | undefined;
  at: Interval | undefined;
  to: Interval | undefined;
  smallValue: number;
}): number | null {
  if (!from || !to) return null;
  const whole = middle(to) - middle(from);
  const current = at ? middle(at) : null;
  if (Math.abs(whole) <= smallValue) return 1;
  return current === null ? null : Math.min(1, Math.max(0, (current - middle(from)) / whole));
}

/**
 * What to expect of the first fortnight, said beforehand: a loss or two, or one in ten, is no alarm (common practice).
 * @example expectedFirstLosses({ arrivedCount: 15 }) // { upToCount: 2 }
 */
export const expectedFirstLosses = ({
  arrivedCount,
}: {
  arrivedCount: number;
}): { upToCount: number; days: number } => ({
  upToCount: arrivedCount <= 2 ? 1 : Math.max(2, Math.round(arrivedCount * 0.1)),
  days: 14,
});
