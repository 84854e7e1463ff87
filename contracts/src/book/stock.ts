import * as v from 'valibot';
import {
  acclimationMethods,
  bedNeeds,
  kindParameters,
  plantHabits,
  preys,
  stockEvents,
  stockGroups,
  stockSigns,
  temperaments,
  trimOpens,
  type KindParameter,
} from '#core/stock';
import { supplyCategories, supplyUnits } from '#core/supplies';
import { saltIds } from '#core/water';
import { bearing, byParameter, day, finiteNumber, grade, interval, textUpTo, uuid, within } from '#contracts/shapes';
import { courseLabel } from './care';

const whole = v.pipe(within(0, 100000), v.integer('must be a whole number'));
/** How many, as a span; an open top is "or more". */
export const headCount = v.strictObject({ lo: whole, hi: v.nullable(whole) });
const strain = v.optional(v.pipe(v.string(), v.maxLength(40)), '');
const kindId = textUpTo(60);

export const stockPayload = v.strictObject({
  event: v.picklist(stockEvents, 'is not a known event'),
  kindId,
  strain,
  count: v.nullable(headCount),
  sign: v.optional(v.picklist(stockSigns, 'is not a known sign')),
  /** The other tank of a move. */
  otherTankId: v.optional(uuid),
  /** Why they move in although something in that water would harm them. */
  overrideReason: v.optional(textUpTo(500)),
});

const waterSpans = byParameter(interval);
export const arrivalPayload = v.strictObject({
  kindId,
  strain,
  count: headCount,
  deadOnArrivalCount: v.optional(whole),
  from: v.optional(v.pipe(v.string(), v.maxLength(80)), ''),
  /** Bred or kept in water like ours, as far as was said. */
  localWater: v.picklist(['yes', 'no', 'unknown'], 'must be yes, no or unknown'),
  bag: waterSpans,
  transportHours: within(0, 240),
  method: v.picklist(acclimationMethods, 'is not a known method'),
  /** What spoke against it when it was decided, word for word, and why it was done all the same. */
  warnings: v.optional(v.pipe(v.array(textUpTo(500)), v.maxLength(20)), []),
  overrideReason: v.optional(textUpTo(500)),
});
export const acclimationPayload = v.variant('step', [
  v.strictObject({
    step: v.literal('started'),
    arrivalId: uuid,
    bagL: within(0.05, 200),
    boxL: within(0.1, 500),
    rateLPerH: within(0.01, 100),
    durationMinutes: within(1, 2880),
    bag: waterSpans,
    tank: waterSpans,
    bearing,
  }),
  v.strictObject({ step: v.literal('measured'), arrivalId: uuid, now: waterSpans }),
  v.strictObject({ step: v.literal('ended'), arrivalId: uuid, done: v.boolean() }),
]);

export const cyclingPayload = v.variant('step', [
  v.strictObject({ step: v.literal('started'), school: v.picklist(['ammonia', 'food', 'seeded', 'plants']) }),
  v.strictObject({ step: v.literal('dosed'), tanMgPerL: within(0.01, 10) }),
  v.strictObject({ step: v.literal('seeded'), fromTankId: v.optional(uuid) }),
]);

export const fedPayload = v.strictObject({
  foodId: textUpTo(60),
  foodG: within(0.001, 10000),
  school: v.picklist(['mass', 'clearance', 'few']),
  /** Minutes until it was gone; null where some was left; left out while nobody has looked. */
  clearedMinutes: v.optional(v.nullable(within(0, 2880))),
});
export const clearedPayload = v.strictObject({ fedEntryId: uuid, clearedMinutes: v.nullable(within(0, 2880)) });
/** A plant that was cut: how long it took, how many tops went back in, what it opened, where cuttings went. */
export const trimPayload = v.strictObject({
  kindId,
  workMinutes: v.optional(within(0, 1440)),
  topsCount: v.optional(v.pipe(within(0, 10000), v.integer('must be a whole number'))),
  opens: v.optional(
    v.pipe(v.array(v.picklist(trimOpens, 'is nothing that a trim opens')), v.maxLength(trimOpens.length)),
    [],
  ),
  /** A tank of the house that got cuttings: a contact. */
  toTankId: v.optional(uuid),
});
export const dosePayload = v.strictObject({
  product: textUpTo(80),
  amountMl: within(0, 100000),
  /** What it added to the water, as far as the label was known when it was written; 0 where nobody worked it out. */
  no3MgPerL: v.optional(within(0, 1000), 0),
  po4MgPerL: v.optional(within(0, 1000), 0),
  kMgPerL: v.optional(within(0, 1000), 0),
});

const end = v.nullable(finiteNumber);
const kindRange = v.strictObject({
  lo: end,
  hi: end,
  grade,
  sourceIds: v.pipe(v.array(textUpTo(60)), v.maxLength(6)),
  confidence: v.picklist(['high', 'middle', 'low']),
});
const spanOf = (lo: number, hi: number) => v.strictObject({ lo: within(lo, hi), hi: within(lo, hi) });
/** A kind as the almanac holds it; the keeper's own have the same shape. */
export const stockKind = v.strictObject({
  id: kindId,
  group: v.picklist(stockGroups, 'is not a known group'),
  scientificName: v.pipe(v.string(), v.maxLength(80)),
  commonName: textUpTo(80),
  strains: v.pipe(v.array(textUpTo(40)), v.maxLength(40)),
  adultCm: within(0.1, 300),
  ranges: v.strictObject(
    Object.fromEntries(kindParameters.map((p) => [p, v.optional(kindRange)])) as Record<
      KindParameter,
      v.OptionalSchema<typeof kindRange, undefined>
    >,
  ),
  bearing,
  salt: v.picklist(['bears', 'little', 'none']),
  copper: v.picklist(['sensitive', 'usual']),
  scaleless: v.boolean(),
  medicineNote: v.pipe(v.string(), v.maxLength(300)),
  note: v.pipe(v.string(), v.maxLength(300)),
  animal: v.nullable(
    v.strictObject({
      groupCount: v.strictObject({ lo: within(1, 1000), hi: v.nullable(within(1, 1000)) }),
      sexRatio: v.pipe(v.string(), v.maxLength(120)),
      food: v.picklist(['grazer', 'omnivore', 'carnivore', 'herbivore', 'filter-feeder']),
      lifespanYears: spanOf(0.1, 100),
      maturityDays: within(1, 5000),
      temperament: v.picklist(temperaments),
      preysOn: v.pipe(v.array(v.picklist(preys)), v.maxLength(preys.length)),
      eatsPlants: v.boolean(),
      digs: v.boolean(),
      jumps: v.boolean(),
      slow: v.optional(v.boolean()),
      bed: v.picklist(bedNeeds),
      crossGroup: v.nullable(textUpTo(40)),
      brood: v.nullable(
        v.strictObject({
          mode: v.picklist([
            'livebearer',
            'egg-scatterer',
            'egg-layer',
            'mouthbrooder',
            'carries-eggs',
            'larval',
            'snail-eggs',
          ]),
          days: spanOf(0.5, 1000),
          atC: within(0, 40),
          youngCount: spanOf(0, 100000),
        }),
      ),
      leastL: within(0, 100000),
      leastLengthCm: within(0, 1000),
      start: v.picklist(['hardy', 'usual', 'late']),
      biofilm: v.boolean(),
    }),
  ),
  plant: v.nullable(
    v.strictObject({
      habit: v.picklist(plantHabits),
      light: v.picklist(['low', 'middle', 'high']),
      co2: v.picklist(['none', 'helps', 'needed']),
      trimDays: spanOf(1, 2000),
      carbonSensitive: v.boolean(),
    }),
  ),
});
/** The breeder's or keeper's own figures for a kind; they outrank the book's of the same id. */
export const ownKindPayload = v.strictObject({
  baseId: v.nullable(kindId),
  kind: stockKind,
  from: v.optional(v.pipe(v.string(), v.maxLength(120)), ''),
  startedOn: day,
});

export const supplyPayload = v.strictObject({
  name: textUpTo(60),
  category: v.picklist(supplyCategories, 'is not a known category'),
  unit: v.picklist(supplyUnits, 'must be g, mL or pieces'),
  expiresOn: v.optional(day),
  leadDays: v.optional(within(0, 365), 7),
  /** Which plain salt it is, and how pure: then recipes reckon with it. */
  saltId: v.optional(v.picklist(saltIds, 'is not a salt of the shelf')),
  purityFraction: v.optional(within(0.01, 1)),
  /** What a pack holds, in the supply's unit, and what it costs, in the keeper's money. */
  pack: v.optional(v.strictObject({ packValue: within(0.001, 1_000_000), costValue: within(0, 1_000_000) })),
  /** A medicine of the keeper's own, as its label has it: which agents, how much of it treats what, on which days. */
  medicine: v.optional(
    v.strictObject({
      agentIds: v.pipe(
        v.array(v.pipe(v.string(), v.regex(/^D\d\d$/, 'is no agent'))),
        v.minLength(1, 'names an agent at least'),
        v.maxLength(4),
      ),
      /** So much of it, in the supply's unit, treats what the label says. */
      doseValue: within(0.001, 1_000_000),
      label: courseLabel,
      /** What it says of kinds it harms, in its own words. */
      kinds: v.optional(v.pipe(v.string(), v.maxLength(300)), ''),
    }),
  ),
  startedOn: day,
});
export const supplyLogPayload = v.strictObject({
  event: v.picklist(['bought', 'used', 'left', 'thrown-away'], 'is not a known event'),
  value: within(0, 1_000_000),
});

export type StockPayload = v.InferOutput<typeof stockPayload>;
export type ArrivalPayload = v.InferOutput<typeof arrivalPayload>;
export type AcclimationPayload = v.InferOutput<typeof acclimationPayload>;
export type CyclingPayload = v.InferOutput<typeof cyclingPayload>;
export type FedPayload = v.InferOutput<typeof fedPayload>;
export type ClearedPayload = v.InferOutput<typeof clearedPayload>;
export type TrimPayload = v.InferOutput<typeof trimPayload>;
export type DosePayload = v.InferOutput<typeof dosePayload>;
export type OwnKindPayload = v.InferOutput<typeof ownKindPayload>;
export type SupplyPayload = v.InferOutput<typeof supplyPayload>;
export type SupplyLogPayload = v.InferOutput<typeof supplyLogPayload>;
