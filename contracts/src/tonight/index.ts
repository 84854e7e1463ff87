import * as v from 'valibot';
import { purposes } from '#core/tonight';
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

export const house = v.object({
  nowAt: instant,
  nightOn: day,
  name: v.string(),
  zone: v.string(),
  demo: v.boolean(),
  frozen: v.boolean(),
  almanacVersion: v.number(),
  preferences: v.record(v.string(), v.union([v.string(), v.boolean(), v.number()])),
});
export type House = v.InferOutput<typeof house>;
export const preferences = v.strictObject({
  lamp: v.optional(v.picklist(['lit', 'out'])),
  shortcuts: v.optional(v.boolean()),
  volumeUnit: v.optional(v.picklist(['L', 'US gal', 'imp gal'])),
  temperatureUnit: v.optional(v.picklist(['°C', '°F'])),
});
export type Preferences = v.InferOutput<typeof preferences>;
