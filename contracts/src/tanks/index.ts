import * as v from 'valibot';
import {
  bearing,
  byParameter,
  day,
  finiteNumber,
  grade,
  instant,
  interval,
  parameterId,
  uuid,
  waterOf,
} from '#contracts/shapes';
import { bookEntry, setUpPayload } from '#contracts/book';
import { plannedTest, tonightTank } from '#contracts/tonight';

export const datedReading = v.object({
  ...interval.entries,
  atEpochMs: v.number(),
  entryId: uuid,
  text: v.string(),
  insisted: v.boolean(),
});
export const bandLine = v.object({
  parameter: parameterId,
  lo: v.nullable(finiteNumber),
  hi: v.nullable(finiteNumber),
  grade,
  sourceIds: v.array(v.string()),
  note: v.optional(v.string()),
  surely: v.optional(interval),
  /** Kinds of the tank that set it, and what its practice alone says. */
  asked: v.optional(
    v.object({
      names: v.array(v.string()),
      practice: v.nullable(interval),
      unsure: v.boolean(),
      widthValue: v.nullable(v.number()),
    }),
  ),
  clash: v.optional(v.object({ names: v.array(v.string()), range: interval })),
});
export const parameterLine = v.object({
  parameter: parameterId,
  state: v.picklist(['settled', 'drifting', 'act', 'unknown', 'resting']),
  reasonId: v.string(),
  reason: v.string(),
  direction: v.picklist(['rising', 'falling', 'steady', 'unknown']),
  band: v.nullable(bandLine),
  latest: v.nullable(datedReading),
  /** Worked out from other readings of the tank; nobody read it. */
  computed: v.optional(v.boolean()),
  earlier: v.array(datedReading),
});
export const datedChange = v.object({
  entryId: uuid,
  atEpochMs: v.number(),
  changeFraction: finiteNumber,
  changeL: finiteNumber,
  sourceName: v.string(),
  how: v.string(),
  water: waterOf,
});
const fan = v.object({ mean: v.number(), lo80: v.number(), hi80: v.number() });
/** What the build-up model says of one parameter tonight. Days are days from now. */
export const outlook = v.object({
  parameter: parameterId,
  level: fan,
  productionPerDay: fan,
  routine: v.nullable(v.object({ everyDays: v.number(), changeFraction: v.number(), sourceValue: v.number() })),
  settles: v.nullable(v.object({ peak: fan, trough: fan })),
  forecast: v.array(v.object({ day: v.number(), ...fan.entries })),
  /** How level, production and readings scatter in this tank, as the model fitted it. */
  traits: v.object({
    wanderValue: v.number(),
    driftPerDay: v.number(),
    usualProductionPerDay: v.number(),
    returnPerDay: v.number(),
    readingValue: v.number(),
    readingFraction: v.number(),
    misreadFraction: v.number(),
    jumpFraction: v.number(),
    jumpValue: v.number(),
    stepPerDay: v.number(),
    stepValue: v.number(),
    mostPerDay: v.number(),
  }),
  leaves: v.nullable(
    v.object({ side: v.picklist(['above', 'below']), lo: v.number(), hi: v.nullable(v.number()), text: v.string() }),
  ),
  /** What it usually reads in this tank. */
  normal: v.nullable(v.object({ lo: v.number(), hi: v.number(), medianValue: v.number(), readingCount: v.number() })),
  /** How the last reading changed what was believed. */
  mind: v.nullable(v.string()),
  mindId: v.nullable(v.picklist(['hardly-believed', 'stepped', 'changed-nothing', 'moved'])),
  /** What the levels after the last changes say. */
  ratchet: v.nullable(v.string()),
  ratchetId: v.nullable(v.picklist(['holds', 'loses', 'falls'])),
});
export const folio = v.object({
  nowAt: instant,
  nightOn: day,
  tank: tonightTank,
  setUp: setUpPayload,
  /** What it bears, and which kinds (or `practice`) ask for more care than its set-up says. */
  bears: v.object({ bearing, askedBy: v.array(v.string()) }),
  netVolumeL: v.number(),
  setUpEntryId: uuid,
  startedOn: day,
  lines: v.array(parameterLine),
  history: byParameter(v.array(datedReading)),
  changes: v.array(datedChange),
  /** Bands as they were in force, oldest first: practices change. */
  bandsByDate: v.array(v.object({ fromEpochMs: v.number(), practiceId: v.string(), bands: byParameter(interval) })),
  /** Movement by changes in the last 24 hours, by parameter. */
  movedToday: waterOf,
  entries: v.array(bookEntry),
  outlooks: v.array(outlook),
  plan: v.object({ state: v.string(), why: v.string(), tests: v.array(plannedTest) }),
});
export type FolioOutlook = v.InferOutput<typeof outlook>;
export type Folio = v.InferOutput<typeof folio>;
export type ParameterLine = v.InferOutput<typeof parameterLine>;
export type FolioReading = v.InferOutput<typeof datedReading>;
export type FolioChange = v.InferOutput<typeof datedChange>;
