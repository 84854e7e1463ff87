import * as v from 'valibot';
import { tankShapes } from '#core/tanks';
import { purposes } from '#core/tonight';
import { bearing, day, finiteNumber, parameterId, textUpTo, uuid, within } from '#contracts/shapes';

const cm = within(0, 1000);
export const geometry = v.strictObject({
  /** A rectangle where nothing is said. */
  shape: v.optional(v.picklist(tankShapes, 'is not a known shape')),
  lengthCm: within(1, 1000),
  widthCm: v.optional(within(1, 1000)),
  bowCm: v.optional(within(1, 1000)),
  heightCm: within(1, 1000),
  glassMm: within(0, 100),
  waterBelowRimCm: cm,
  bedDepthCm: v.optional(cm),
  bedBackCm: v.optional(cm),
  bedSolidFraction: v.optional(within(0, 1)),
  rockKg: v.optional(within(0, 10000)),
  rockDensityKgPerL: v.optional(within(0.5, 10)),
  rockL: v.optional(within(0, 10000)),
  woodL: v.optional(within(0, 10000)),
  woodKg: v.optional(within(0, 10000)),
  woodDensityKgPerL: v.optional(within(0.3, 10)),
  sumpL: v.optional(within(0, 10000)),
});
export const bedKinds = ['none', 'inert', 'active'] as const;
export const bed = v.strictObject({
  kind: v.picklist(bedKinds, 'must be none, inert or active'),
  grainMm: v.optional(within(0.05, 50)),
  /** An active bed wears out: since when it lies there. */
  laidOn: v.optional(day),
});

export const setUpPayload = v.strictObject({
  name: textUpTo(60),
  rack: v.optional(v.pipe(v.string(), v.maxLength(60)), ''),
  roundOrder: v.pipe(within(0, 100000), v.integer('must be a whole number')),
  purpose: v.picklist(purposes, 'is not a known purpose'),
  practiceId: textUpTo(60),
  bearing,
  /** The keeper keeps to it, whatever the practice and those who live there ask. */
  bearingKept: v.optional(v.boolean()),
  /** Animals that came lately count one bearing class lower for a month. */
  newArrivalsOn: v.optional(day),
  startedOn: day,
  labelL: v.optional(within(0.1, 100000)),
  /** Outside size, or the litres it took to fill; one of the two. */
  geometry: v.optional(geometry),
  measuredFillL: v.optional(within(0.1, 100000)),
  bed: v.optional(bed),
  /** What the shelf it stands on is rated for. */
  shelfRatedKg: v.optional(within(1, 100000)),
  overrides: v.optional(
    v.pipe(
      v.array(
        v.strictObject({
          parameter: parameterId,
          lo: v.nullable(finiteNumber),
          hi: v.nullable(finiteNumber),
          reason: textUpTo(500),
        }),
      ),
      v.maxLength(40),
    ),
    [],
  ),
});

export const sourceStates = ['tap-straight', 'tap-aged', 'softened', 'ro', 'rodi', 'rain', 'batch'] as const;
export const sourcePayload = v.strictObject({
  name: textUpTo(60),
  state: v.picklist(sourceStates, 'is not a known kind of source'),
  chlorine: v.picklist(['none', 'chlorine', 'chloramine', 'unknown'], 'must be none, chlorine, chloramine or unknown'),
  startedOn: day,
  copperPipe: v.optional(v.boolean()),
  /** What a mixed batch is made of. */
  parts: v.optional(v.pipe(v.array(v.strictObject({ sourceId: uuid, partL: within(0.01, 100000) })), v.maxLength(12))),
});
export type SetUpPayload = v.InferOutput<typeof setUpPayload>;
export type SourcePayload = v.InferOutput<typeof sourcePayload>;
