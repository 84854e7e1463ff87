import * as v from 'valibot';
import { bookKinds } from '#almanac/kinds';
import { ok, refuse, type Result } from '#core/result';
import { analysisReport, blendOf } from '#core/sources';
import {
  acclimationProgress,
  ammoniaDose,
  cheapestRemedy,
  dripPlan,
  fitOf,
  nitrifierPace,
  nitrogenOf,
  poissonTail,
  type StockKind,
} from '#core/stock';
import { tankShapes, tankWeight } from '#core/tanks';
import { parameterIds } from '#core/readings';
import { bearings } from '#core/water';
import { calculation, explainedBy, type Calculation } from './calculation';

const n = v.number();
const optional = v.optional(n);
const end = v.nullable(n);
const spans = v.strictObject(
  Object.fromEntries(parameterIds.map((id) => [id, v.optional(v.strictObject({ lo: end, hi: end }))])),
);
const bearing = v.picklist(bearings);
const withKind = <T>(id: string, use: (kind: StockKind) => T): Result<T> => {
  const kind = bookKinds.find((k) => k.id === id);
  return kind
    ? ok(use(kind))
    : refuse({ kind: 'unknown-name', field: 'kindId', text: id, known: bookKinds.map((k) => k.id) });
};

/** What concerns tanks, sources and stock, for scripts and for checks from outside. */
export const stockCalculations: readonly Calculation[] = [
  calculation(
    'tanks.weight',
    'weight of a tank filled and drained to the bed',
    v.strictObject({
      geometry: v.strictObject({
        shape: v.optional(v.picklist(tankShapes)),
        lengthCm: n,
        widthCm: optional,
        bowCm: optional,
        heightCm: n,
        glassMm: n,
        waterBelowRimCm: n,
        bedDepthCm: optional,
        rockKg: optional,
        woodL: optional,
      }),
      bed: v.picklist(['none', 'inert', 'active']),
      ratedKg: optional,
    }),
    {
      geometry: { lengthCm: 60, widthCm: 30, heightCm: 36, glassMm: 6, waterBelowRimCm: 3 },
      bed: 'inert',
      ratedKg: 120,
    },
    tankWeight,
  ),
  calculation(
    'sources.consistency',
    'whether an analysis can be true, and which value is likeliest wrong',
    v.strictObject({ analysis: spans }),
    { analysis: { ghDegrees: { lo: 8, hi: 9 }, ec25UsPerCm: { lo: 300, hi: 310 } } },
    ({ analysis }, note) => ok(note.explained(analysisReport(analysis))),
  ),
  calculation(
    'sources.blend',
    'what a mixed batch should read by its parts',
    v.strictObject({ parts: v.array(v.strictObject({ partL: n, analysis: spans })) }),
    {
      parts: [
        { partL: 10, analysis: { ghDegrees: { lo: 8, hi: 9 } } },
        { partL: 30, analysis: { ghDegrees: { lo: 0, hi: 0.5 } } },
      ],
    },
    ({ parts }, note) => ok(note.explained(blendOf(parts))),
  ),
  calculation(
    'stock.fit',
    'whether a kind fits a water',
    v.strictObject({ kindId: v.string(), water: spans }),
    { kindId: 'cherry-shrimp', water: { ghDegrees: { lo: 6, hi: 8 } } },
    ({ kindId, water }, note) =>
      explainedBy(
        note,
        withKind(kindId, (kind) => fitOf({ kind, water })),
      ),
  ),
  calculation(
    'stock.remedy',
    'the cheapest change after which a kind can live in a source',
    v.strictObject({ kindId: v.string(), source: spans }),
    { kindId: 'cherry-shrimp', source: { ghDegrees: { lo: 21, hi: 22 }, khDegrees: { lo: 5, hi: 6 } } },
    ({ kindId, source }, note) =>
      explainedBy(
        note,
        withKind(kindId, (kind) => cheapestRemedy({ kind, source })),
      ),
  ),
  calculation(
    'stock.ammonia-dose',
    'ammonia to a target in the net volume',
    v.strictObject({
      netVolumeL: n,
      tanMgPerL: n,
      source: v.variant('kind', [
        v.strictObject({ kind: v.literal('salt') }),
        v.strictObject({ kind: v.literal('solution'), nh3Percent: n, densityGPerMl: n }),
      ]),
    }),
    { netVolumeL: 50, tanMgPerL: 2, source: { kind: 'solution', nh3Percent: 9.5, densityGPerMl: 0.96 } },
    ammoniaDose,
  ),
  calculation(
    'stock.nitrifier-pace',
    'growth of nitrifiers by temperature and pH',
    v.strictObject({ tempC: n, ph: n }),
    { tempC: 25, ph: 7.2 },
    (input, note) => explainedBy(note, nitrifierPace(input)),
  ),
  calculation(
    'stock.drip-plan',
    'litres, minutes and drops a second of an acclimation',
    v.strictObject({ bagL: n, boxL: n, bearing, targetFraction: v.optional(n, 0.9) }),
    { bagL: 0.5, boxL: 3, bearing: 'usual' },
    dripPlan,
  ),
  calculation(
    'stock.acclimation-progress',
    'the share of each difference that is covered',
    v.strictObject({ bag: spans, now: spans, tank: spans, bearing }),
    {
      bag: { ghDegrees: { lo: 12, hi: 12 } },
      now: { ghDegrees: { lo: 8, hi: 8 } },
      tank: { ghDegrees: { lo: 6, hi: 6 } },
      bearing: 'usual',
    },
    (input, note) => ok(note.explained(acclimationProgress(input))),
  ),
  calculation(
    'stock.nitrogen',
    'nitrogen and nitrate that a ration brings',
    v.strictObject({ foodG: n, proteinFraction: n, netVolumeL: n }),
    { foodG: 1, proteinFraction: 0.4, netVolumeL: 100 },
    nitrogenOf,
  ),
  calculation(
    'stock.poisson-tail',
    'the chance of at least so many where so many are expected',
    v.strictObject({
      seenCount: v.pipe(n, v.integer(), v.minValue(0)),
      expectedCount: v.pipe(n, v.minValue(0), v.maxValue(700)),
    }),
    { seenCount: 3, expectedCount: 0.5 },
    (input, note) => ok(note.explained({ chanceFraction: poissonTail(input) })),
  ),
];
