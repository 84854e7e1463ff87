import * as v from 'valibot';
import { shippedAlmanac } from '#almanac/shelf';
import { practiceConsistency } from '#core/almanac';
import {
  directionOf,
  judgeReading,
  lineReadings,
  parameterNamed,
  parseReading,
  plausibility,
  type Parameter,
  type ReadBy,
  type Water,
} from '#core/readings';
import { because, ok, refuse, type Result } from '#core/result';
import { netVolume, tankShapes } from '#core/tanks';
import { convert, knownZone, nightOn } from '#core/units';
import {
  aeratedPh,
  changeAdvice,
  changeEffect,
  conductivityAt25,
  consistentHardness,
  emergencyIn,
  freeCo2,
  largestWiseFraction,
  leastConductivity,
  neededFraction,
  residual,
  unionisedAmmonia,
  type Bearing,
  type Emergency,
} from '#core/water';
import { calculation, explainedBy, type Calculation } from './calculation';
import { careCalculations } from './care-calculations';
import { handsCalculations } from './hands-calculations';
import { readingsCalculations } from './readings-calculations';
import { stockCalculations } from './stock-calculations';
import { troubleCalculations } from './trouble-calculations';
import { namedWater, waterCalculations } from './water-calculations';

const n = v.number();
const optional = v.optional(n);
const end = v.nullable(n);
const interval = v.strictObject({ lo: end, hi: end });
const waterMap = v.record(v.string(), n);
const bearing = v.string();
const emergencyKinds = ['ammonia', 'nitrite', 'chlorine', 'contamination', 'gasping', 'declared'] as const;
const emergencyInput = v.optional(
  v.nullable(
    v.union([v.boolean(), v.string(), v.looseObject({ kind: v.optional(v.string()), why: v.optional(v.string()) })]),
  ),
);

const catalogue = shippedAlmanac.parameters;
const withParameter = <T>(name: string, use: (parameter: Parameter) => Result<T>): Result<T> => {
  const found = parameterNamed({ catalogue, name });
  return found.ok ? use(found.value) : found;
};

function both<T>(
  a: Record<string, number>,
  b: Record<string, number>,
  use: (a: Water, b: Water) => Result<T>,
): Result<T> {
  const [first, second] = [namedWater(a), namedWater(b)];
  if (!first.ok) return first;
  return second.ok ? use(first.value, second.value) : second;
}

function emergencyOf(given: v.InferOutput<typeof emergencyInput>, before: Water): Emergency | null {
  if (given === undefined) return emergencyIn({ water: before, thresholds: shippedAlmanac.thresholds });
  if (given === null || given === false) return null;
  const said = typeof given === 'object' ? given.kind : given === true ? 'declared' : given;
  const kind = emergencyKinds.find((k) => k === said) ?? 'declared';
  return {
    kind,
    why:
      kind === 'gasping' || kind === 'contamination'
        ? { id: kind, facts: {} }
        : { id: 'told', facts: { text: typeof given === 'object' && given.why ? given.why : `${kind} was declared` } },
  };
}

function readByOf(given: number | number[] | undefined): Result<ReadBy | undefined> {
  if (given === undefined) return ok(undefined);
  if (typeof given === 'number')
    return given > 0
      ? ok({ kind: 'resolution', resolution: given })
      : refuse({ kind: 'out-of-range', field: 'stepsOrResolution', value: given, lo: 0, hi: 1e300, unit: '' });
  const rising = given.length > 1 && given.every((s, i) => i === 0 || s > (given[i - 1] ?? 0));
  return rising
    ? ok({ kind: 'chart', steps: given })
    : refuse({ kind: 'malformed', field: 'stepsOrResolution', why: because('chart-steps-rise') });
}

export const calculations: readonly Calculation[] = [
  calculation(
    'units.convert',
    'a value from one unit of a quantity to another',
    v.strictObject({ quantity: v.string(), value: n, from: v.string(), to: v.string() }),
    { quantity: 'volume', value: 10, from: 'US gal', to: 'L' },
    (input, note) => explainedBy(note, convert(input, note)),
  ),
  calculation(
    'units.conductivity-at-25',
    'conductivity brought to 25 °C',
    v.strictObject({ ecUsPerCm: n, tempC: n, coefficientPerK: optional }),
    { ecUsPerCm: 300, tempC: 20 },
    (input, note) =>
      explainedBy(
        note,
        conductivityAt25({
          ecUsPerCm: input.ecUsPerCm,
          tempC: input.tempC,
          ...(input.coefficientPerK === undefined ? {} : { coefficientPerK: input.coefficientPerK }),
        }),
      ),
  ),
  calculation(
    'water.unionised-ammonia',
    'the toxic share of total ammonia',
    v.strictObject({ ph: n, tempC: n, tanMgPerL: optional }),
    { ph: 8, tempC: 25, tanMgPerL: 1 },
    unionisedAmmonia,
  ),
  calculation(
    'water.free-co2',
    'free CO2 from pH, KH and temperature',
    v.strictObject({ ph: n, khDegrees: n, tempC: n }),
    { ph: 6.8, khDegrees: 4, tempC: 24 },
    freeCo2,
  ),
  calculation(
    'water.aerated-ph',
    'pH of water in balance with air',
    v.strictObject({
      khDegrees: v.pipe(n, v.minValue(0), v.maxValue(60)),
      tempC: v.pipe(n, v.minValue(0), v.maxValue(40)),
      airCo2Fraction: v.optional(v.pipe(n, v.minValue(1e-5), v.maxValue(0.1))),
    }),
    { khDegrees: 4, tempC: 24 },
    (input, note) =>
      ok(
        note.explained({
          ph: aeratedPh({
            khDegrees: input.khDegrees,
            tempC: input.tempC,
            ...(input.airCo2Fraction === undefined ? {} : { airCo2Fraction: input.airCo2Fraction }),
          }),
        }),
      ),
  ),
  calculation(
    'water.least-conductivity',
    'the least conductivity that a hardness pair can have',
    v.strictObject({ ghDegrees: n, khDegrees: n }),
    { ghDegrees: 8, khDegrees: 4 },
    (input, note) => explainedBy(note, leastConductivity(input)),
  ),
  calculation(
    'water.consistent-hardness',
    'whether hardness and conductivity can be of one water',
    v.strictObject({ ghDegrees: n, khDegrees: n, ec25UsPerCm: n }),
    { ghDegrees: 8, khDegrees: 4, ec25UsPerCm: 300 },
    (input, note) => explainedBy(note, consistentHardness(input)),
  ),
  calculation(
    'water.change-effect',
    'the water after a change',
    v.strictObject({ netVolumeL: n, changeL: optional, changeFraction: optional, tank: waterMap, source: waterMap }),
    { netVolumeL: 100, changeL: 20, tank: { nitrate: 40 }, source: { nitrate: 5 } },
    ({ tank, source, ...size }, note) =>
      both(tank, source, (t, s) => changeEffect({ ...size, tank: t, source: s }, note)),
  ),
  calculation(
    'water.residual',
    'what remains after n changes',
    v.strictObject({ changeFraction: n, changeCount: n }),
    { changeFraction: 0.25, changeCount: 2 },
    residual,
  ),
  calculation(
    'water.needed-fraction',
    'the fraction that brings a value to its target',
    v.strictObject({ nowValue: n, targetValue: n, sourceValue: n }),
    { nowValue: 40, targetValue: 20, sourceValue: 5 },
    (input, note) => explainedBy(note, neededFraction(input)),
  ),
  calculation(
    'water.change-advice',
    'whether a step is wise for a bearing class',
    v.strictObject({
      bearing,
      before: waterMap,
      after: waterMap,
      emergency: emergencyInput,
      movedToday: v.optional(waterMap),
    }),
    { bearing: 'usual', before: { ghDegrees: 8 }, after: { ghDegrees: 7.5 } },
    (input, note) =>
      both(input.before, input.after, (before, after) => {
        const moved = namedWater(input.movedToday ?? {});
        return moved.ok
          ? changeAdvice(
              {
                bearing: input.bearing as Bearing,
                before,
                after,
                limits: shippedAlmanac.limits,
                emergency: emergencyOf(input.emergency, before),
                movedToday: moved.value,
              },
              note,
            )
          : moved;
      }),
  ),
  calculation(
    'water.largest-wise-fraction',
    'the largest single change that stays wise',
    v.strictObject({ bearing, tank: waterMap, source: waterMap }),
    { bearing: 'usual', tank: { ghDegrees: 8 }, source: { ghDegrees: 2 } },
    (input, note) =>
      both(input.tank, input.source, (tank, source) =>
        explainedBy(
          note,
          largestWiseFraction({ bearing: input.bearing as Bearing, tank, source, limits: shippedAlmanac.limits }),
        ),
      ),
  ),
  calculation(
    'tanks.net-volume',
    'gross and net volume of a tank of a common shape',
    v.strictObject({
      lengthCm: n,
      shape: v.optional(v.picklist(tankShapes)),
      widthCm: optional,
      bowCm: optional,
      heightCm: n,
      glassMm: n,
      waterBelowRimCm: n,
      bedDepthCm: optional,
      bedBackCm: optional,
      bedSolidFraction: optional,
      rockKg: optional,
      rockDensityKgPerL: optional,
      rockL: optional,
      woodL: optional,
      woodKg: optional,
      woodDensityKgPerL: optional,
      sumpL: optional,
    }),
    { lengthCm: 60, widthCm: 30, heightCm: 36, glassMm: 6, waterBelowRimCm: 3 },
    netVolume,
  ),
  calculation(
    'readings.parse',
    'a written reading as the interval it deserves',
    v.strictObject({
      parameter: v.string(),
      text: v.string(),
      stepsOrResolution: v.optional(v.union([n, v.array(n)])),
    }),
    { parameter: 'nitrate', text: '20-40' },
    (input, note) =>
      withParameter(input.parameter, (parameter) => {
        const readBy = readByOf(input.stepsOrResolution);
        return readBy.ok
          ? explainedBy(note, parseReading({ parameter, text: input.text, readBy: readBy.value }, note))
          : readBy;
      }),
  ),
  calculation(
    'readings.judge',
    'a reading against a band',
    v.strictObject({ parameter: v.string(), reading: interval, band: interval }),
    { parameter: 'nitrate', reading: { lo: 20, hi: 40 }, band: { lo: 0, hi: 30 } },
    (input, note) => withParameter(input.parameter, () => judgeReading(input, note)),
  ),
  calculation(
    'readings.plausibility',
    'whether a reading should be asked about',
    v.strictObject({ parameter: v.string(), reading: interval, last: v.optional(interval) }),
    { parameter: 'ph', reading: { lo: 6.8, hi: 7 }, last: { lo: 6.8, hi: 6.9 } },
    (input, note) =>
      withParameter(input.parameter, (parameter) =>
        ok(note.explained(plausibility({ parameter, reading: input.reading, last: input.last }))),
      ),
  ),
  calculation(
    'readings.line',
    'a ledger line',
    v.strictObject({
      line: v.string(),
      tanks: v.optional(v.array(v.strictObject({ id: v.string(), name: v.string() })), []),
    }),
    { line: 'library ph 6,1', tanks: [{ id: 'a', name: 'Library' }] },
    (input, note) => ok(note.explained(lineReadings({ line: input.line, catalogue, tanks: input.tanks }))),
  ),
  calculation(
    'readings.direction',
    'which way a parameter heads, net of the changes',
    v.strictObject({
      readings: v.array(v.strictObject({ lo: end, hi: end, atEpochMs: n })),
      changes: v.optional(v.array(v.strictObject({ atEpochMs: n, changeFraction: n, sourceValue: end })), []),
    }),
    {
      readings: [
        { lo: 10, hi: 11, atEpochMs: 3e8 },
        { lo: 8, hi: 9, atEpochMs: 2e8 },
        { lo: 6, hi: 7, atEpochMs: 1e8 },
        { lo: 4, hi: 5, atEpochMs: 0 },
      ],
    },
    (input, note) => ok(note.explained({ direction: directionOf(input) })),
  ),
  calculation(
    'tonight.night-on',
    'the evening an instant belongs to',
    v.strictObject({ atEpochMs: v.pipe(n, v.minValue(-8.64e15), v.maxValue(8.64e15)), zone: v.string() }),
    { atEpochMs: 1_773_500_000_000, zone: 'UTC' },
    (input, note) =>
      knownZone(input.zone)
        ? ok(note.explained({ nightOn: nightOn(input) }))
        : refuse({ kind: 'unknown-name', field: 'zone', text: input.zone, known: ['UTC', 'Europe/London'] }),
  ),
  calculation(
    'almanac.consistency',
    'whether a practice can be true of one water',
    v.strictObject({ practiceId: v.string() }),
    { practiceId: 'neocaridina-wide' },
    (input, note) => {
      const practice = shippedAlmanac.practices.find((p) => p.id === input.practiceId);
      return practice
        ? ok(note.explained({ findings: practiceConsistency(practice) }))
        : refuse({
            kind: 'unknown-name',
            field: 'practiceId',
            text: input.practiceId,
            known: shippedAlmanac.practices.map((p) => p.id),
          });
    },
  ),
  ...readingsCalculations,
  ...stockCalculations,
  ...waterCalculations,
  ...troubleCalculations,
  ...careCalculations,
  ...handsCalculations,
];
