import * as v from 'valibot';
import { purposes } from '#core/tonight';
import { day, instant, parameterId, uuid } from '#contracts/shapes';

export const stateId = v.picklist(['settled', 'drifting', 'act', 'unknown', 'resting']);
export const lastDone = v.object({
  kind: v.picklist(['looked', 'change', 'readings', 'note', 'stock', 'fed']),
  at: instant,
  text: v.string(),
});

/** What came into the tank lately, and when. */
export const newThing = v.object({ what: v.string(), name: v.string(), atEpochMs: v.number() });
/** Something running that must be ended: a drip, food that must come out. */
export const runningTimer = v.object({
  kind: v.picklist(['drip', 'leftover']),
  id: uuid,
  text: v.string(),
  startedEpochMs: v.number(),
  dueEpochMs: v.number(),
});
export const stockAlarm = v.object({
  id: v.string(),
  severity: v.picklist(['act', 'watch', 'note']),
  text: v.string(),
});
export const slowFinding = v.object({
  id: v.string(),
  severity: v.picklist(['act', 'watch']),
  title: v.string(),
  evidence: v.array(v.string()),
  parameters: v.array(parameterId),
  nextStep: v.string(),
  grade: v.string(),
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
  deciding: v.nullable(parameterId),
  urgent: v.boolean(),
  nextStep: v.object({ kind: v.picklist(['leave', 'change-now', 'change', 'test', 'look', 'none']), text: v.string() }),
  lookedTonight: v.boolean(),
  lastDone: v.array(lastDone),
  isNew: v.array(newThing),
  timers: v.array(runningTimer),
  alarms: v.array(stockAlarm),
  /** Harm that comes slowly, each with its evidence. */
  findings: v.array(slowFinding),
  /** What should be tested tonight, and why. */
  tests: v.object({ state: v.string(), why: v.string(), due: v.array(plannedTest) }),
  /** Parameters that will leave their band within the horizon, and when. */
  leaves: v.array(v.object({ parameter: parameterId, side: v.picklist(['above', 'below']), text: v.string() })),
  /** The change of the last day, until somebody has said what was seen after it. */
  watch: v.nullable(v.object({ changeEntryId: uuid, atEpochMs: v.number(), said: v.boolean() })),
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
