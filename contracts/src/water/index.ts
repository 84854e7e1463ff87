import * as v from 'valibot';
import { batchFates } from '#core/water';
import { batchPayload, worksPayload } from '#contracts/book';
import { byParameter, instant, interval, parameterId, uuid, waterOf } from '#contracts/shapes';

const at = v.number();
/** A batch with what happened to it, what it is now, and where it went. */
export const batchView = v.object({
  batchId: uuid,
  sourceId: uuid,
  sourceName: v.string(),
  code: v.string(),
  madeEpochMs: at,
  made: batchPayload,
  steps: v.array(v.object({ entryId: uuid, atEpochMs: at, payload: v.unknown() })),
  uses: v.array(
    v.object({ changeEntryId: uuid, tankId: uuid, tankName: v.string(), usedL: v.number(), atEpochMs: at }),
  ),
  fate: v.picklist(batchFates),
  leftL: v.number(),
  ageDays: v.number(),
  readyEpochMs: at,
  usable: v.boolean(),
  why: v.string(),
  water: byParameter(interval),
  off: v.array(
    v.object({
      parameter: parameterId,
      value: v.number(),
      toleranceValue: v.number(),
      measured: interval,
      side: v.picklist(['high', 'low']),
    }),
  ),
  unmeasured: v.array(parameterId),
});
export const batchList = v.object({ nowAt: instant, batches: v.array(batchView) });
export type BatchView = v.InferOutput<typeof batchView>;
export type BatchList = v.InferOutput<typeof batchList>;

const plannedChange = v.object({ tankId: uuid, name: v.string(), waterId: uuid, changeL: v.number(), why: v.string() });
export const eveningTank = v.object({
  tankId: uuid,
  name: v.string(),
  waterId: uuid,
  changeL: v.number(),
  changeFraction: v.number(),
  dueDays: v.number(),
  everyDays: v.number(),
  changeMinutes: v.number(),
  leavesAtDay: v.nullable(v.number()),
  leavesParameter: v.nullable(parameterId),
  urgent: v.boolean(),
  how: v.picklist(['poured', 'dripped']),
  /** The keeper's word, or read from the last changes. */
  routineBy: v.picklist(['keeper', 'habit']),
  sequence: v.nullable(v.object({ sequenceId: uuid, stepIndex: v.number(), stepsCount: v.number() })),
});
export const waterKind = v.object({
  waterId: uuid,
  name: v.string(),
  roFraction: v.number(),
  saltGPerL: v.number(),
  leadHours: v.number(),
  stirred: v.boolean(),
  mixMinutes: v.number(),
  readyL: v.number(),
  /** Batches that still stand or are stirred: litres that can be used from so many days on. */
  standing: v.array(v.object({ readyAtDay: v.number(), volumeL: v.number() })),
  /** What a litre costs as far as prices are known, and what has no price. */
  cost: v.object({ perLValue: v.number(), unpriced: v.array(v.string()) }),
});
export const works = v.object({
  ...worksPayload.entries,
  /** With the day from tonight on which a drum that is taken is free again, and what stands in it. */
  drums: v.array(
    v.object({
      name: v.string(),
      volumeL: v.number(),
      freeAtDay: v.optional(v.number()),
      holds: v.optional(v.string()),
    }),
  ),
  known: v.boolean(),
});
/** Everything that the evening's water is made of; the plan itself is made by the core. */
export const eveningView = v.object({
  nowAt: instant,
  weekdayIndex: v.number(),
  untilHours: v.number(),
  tanks: v.array(eveningTank),
  waters: v.array(waterKind),
  works,
  /** The water whose unit makes the pure water; null where there is none. */
  unitSourceId: v.nullable(uuid),
  /** Tanks without a routine that anybody has said or done. */
  without: v.array(v.object({ tankId: uuid, name: v.string() })),
});
export type EveningView = v.InferOutput<typeof eveningView>;
export type EveningTankView = v.InferOutput<typeof eveningTank>;

export const fortnightView = v.object({
  nowAt: instant,
  by: v.picklist(['integer-programme', 'search', 'greedy']),
  nights: v.array(
    v.object({
      nightIndex: v.number(),
      evening: v.boolean(),
      changes: v.array(plannedChange),
      roL: v.number(),
      minutes: v.number(),
      mixes: v.array(v.string()),
    }),
  ),
  costValue: v.number(),
  boundValue: v.number(),
  gapFraction: v.number(),
  finished: v.boolean(),
  greedyCostValue: v.number(),
  tookMs: v.number(),
});
export type FortnightView = v.InferOutput<typeof fortnightView>;

const fan80 = v.object({ lo80: v.number(), mean: v.number(), hi80: v.number() });
/** What builds up or is used up in each tank, with the limits it is held to: the keeper's own before the band's. */
export const buildUpView = v.object({
  nowAt: instant,
  tanks: v.array(
    v.object({
      tankId: uuid,
      name: v.string(),
      netVolumeL: v.number(),
      /** False where the model of this tank is still being made. */
      ready: v.boolean(),
      lines: v.array(
        v.object({
          parameter: parameterId,
          level: fan80,
          productionPerDay: fan80,
          /** Of the water it was given so far; null where nobody measured it. */
          sourceValue: v.nullable(v.number()),
          floor: v.nullable(v.number()),
          ceiling: v.nullable(v.number()),
          limitBy: v.picklist(['keeper', 'band', 'none']),
          /** What the levels after the last changes say of the routine; null under four changes. */
          ratchet: v.nullable(v.picklist(['holds', 'loses', 'falls'])),
        }),
      ),
    }),
  ),
});
export type BuildUpView = v.InferOutput<typeof buildUpView>;

/** Predicted against measured after each change of a tank. */
export const learntView = v.object({
  nowAt: instant,
  outcomes: v.array(
    v.object({
      entryId: uuid,
      atEpochMs: at,
      changeFraction: v.number(),
      changeL: v.number(),
      sourceId: uuid,
      before: waterOf,
      source: waterOf,
      predicted: waterOf,
      measured: byParameter(interval),
    }),
  ),
});
export type LearntView = v.InferOutput<typeof learntView>;
