import * as v from 'valibot';
import { purposes } from '#core/tonight';
import { unitChoices } from '#core/units';
import { day, instant, interval, parameterId, uuid } from '#contracts/shapes';

export const stateId = v.picklist(['settled', 'drifting', 'act', 'unknown', 'resting']);
export const lastDone = v.object({
  kind: v.picklist(['looked', 'change', 'readings', 'note', 'stock', 'fed']),
  at: instant,
  text: v.string(),
});

/** A reason as data: its id is stable, its facts carry their units; the sentence beside it is made of them. */
const reasonData = v.object({ id: v.string(), facts: v.unknown() });
/**
 * What a slice has to say of a tank tonight, most needed first. A page shows these and knows no slice: what runs out is
 * `due`, what floods or kills meanwhile is `loud`, `begins` says where it is seen to.
 */
export const contribution = v.object({
  id: v.string(),
  severity: v.picklist(['act', 'watch', 'note']),
  reason: reasonData,
  text: v.string(),
  /** The same in about five words. */
  short: v.string(),
  evidence: v.array(v.string()),
  nextStep: v.nullable(v.string()),
  sinceEpochMs: v.nullable(v.number()),
  dueEpochMs: v.nullable(v.number()),
  loud: v.boolean(),
  begins: v.nullable(v.object({ path: v.string(), query: v.record(v.string(), v.string()) })),
});
export const plannedTest = v.object({
  parameter: parameterId,
  dueInDays: v.number(),
  tellsFraction: v.number(),
  why: v.string(),
});
export const tonightTank = v.object({
  tankId: uuid,
  name: v.string(),
  rack: v.string(),
  roundOrder: v.number(),
  purpose: v.picklist(purposes),
  doubtful: v.boolean(),
  netVolumeL: v.number(),
  state: stateId,
  reasonId: v.string(),
  reason: v.string(),
  /** What the sentence was made of. */
  reasonFacts: v.unknown(),
  /** The contribution that decides the state; null where the water does. */
  decidedBy: v.nullable(v.string()),
  /** What the water alone says. */
  water: v.object({
    state: stateId,
    reason: v.string(),
    /** The same in about five words. */
    short: v.string(),
    deciding: v.nullable(parameterId),
    /** What it reads against its band, to be drawn; null where there is no such thing. */
    mark: v.nullable(v.object({ reading: interval, band: interval })),
  }),
  deciding: v.nullable(parameterId),
  urgent: v.boolean(),
  nextStep: v.object({
    kind: v.picklist(['leave', 'change-now', 'change', 'test', 'look', 'none']),
    text: v.string(),
    short: v.string(),
    reason: reasonData,
  }),
  lookedTonight: v.boolean(),
  lastDone: v.array(lastDone),
  contributions: v.array(contribution),
});
export const tonight = v.object({
  nowAt: instant,
  nightOn: day,
  house: v.string(),
  /** Of how many tanks the forecasts are ready; the others follow within seconds. */
  foreseen: v.object({ readyCount: v.number(), tanksCount: v.number() }),
  tanks: v.array(tonightTank),
});
export type Tonight = v.InferOutput<typeof tonight>;
export type TonightTank = v.InferOutput<typeof tonightTank>;
export type ShownContribution = v.InferOutput<typeof contribution>;
export type StateId = v.InferOutput<typeof stateId>;

const timeOfDay = v.pipe(v.string(), v.regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'is no time of day, such as 22:30'));
export const dateForms = ['day-month', 'month-day', 'year-month-day'] as const;
export const densities = ['close', 'roomy'] as const;
const keepersUnits = v.strictObject({
  volume: v.picklist(unitChoices.volume),
  temperature: v.picklist(unitChoices.temperature),
  length: v.picklist(unitChoices.length),
  hardness: v.picklist(unitChoices.hardness),
  ammonia: v.picklist(unitChoices.ammonia),
  nitrogen: v.picklist(unitChoices.nitrogen),
  conductivity: v.picklist(unitChoices.conductivity),
});

export const preferences = v.strictObject({
  lamp: v.optional(v.picklist(['lit', 'out'])),
  shortcuts: v.optional(v.boolean()),
  /** By hand the lamp stays as it was put; by the clock it goes out and on at these times of the house. */
  lampBy: v.optional(v.picklist(['hand', 'clock'])),
  lampOutAt: v.optional(timeOfDay),
  lampLitAt: v.optional(timeOfDay),
  /** Of those that are not named the ones chosen before hold, or the book's own. */
  units: v.optional(v.partial(keepersUnits)),
  dateForm: v.optional(v.picklist(dateForms)),
  density: v.optional(v.picklist(densities)),
});
export type Preferences = v.InferOutput<typeof preferences>;

/** The keeper's own house, and the demo house to look round in: apart in everything. */
export const houseKey = v.picklist(['own', 'demo']);
export type HouseKey = v.InferOutput<typeof houseKey>;

export const house = v.object({
  key: houseKey,
  nowAt: instant,
  nightOn: day,
  name: v.string(),
  zone: v.string(),
  demo: v.boolean(),
  frozen: v.boolean(),
  almanacVersion: v.number(),
  preferences: preferences,
});
export type House = v.InferOutput<typeof house>;

function isZone(zone: string): boolean {
  try {
    return new Intl.DateTimeFormat('en', { timeZone: zone }).resolvedOptions().timeZone !== '';
  } catch {
    return false;
  }
}

export const housesView = v.object({
  /** The one that this device sees. */
  open: houseKey,
  houses: v.array(
    v.object({
      key: houseKey,
      name: v.nullable(v.string()),
      ready: v.boolean(),
      /** How much of it is made, while it is being made. */
      makingFraction: v.nullable(v.number()),
      fault: v.nullable(v.string()),
    }),
  ),
});
export type HousesView = v.InferOutput<typeof housesView>;

/** What a keeper may say anew of the house; a zone holds from tonight on, past nights keep theirs. */
export const houseChange = v.pipe(
  v.strictObject({
    name: v.optional(v.pipe(v.string(), v.regex(/\S/, 'is empty'), v.maxLength(60))),
    zone: v.optional(v.pipe(v.string(), v.minLength(1), v.maxLength(60), v.check(isZone, 'is no time zone we know'))),
  }),
  v.check((change) => Object.keys(change).length > 0, 'nothing is said anew'),
);
export type HouseChange = v.InferOutput<typeof houseChange>;
