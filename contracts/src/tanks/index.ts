import * as v from 'valibot';
import {
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
import { tonightTank } from '#contracts/tonight';

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
});
export const parameterLine = v.object({
  parameter: parameterId,
  state: v.picklist(['settled', 'drifting', 'act', 'unknown', 'resting']),
  reasonId: v.string(),
  reason: v.string(),
  direction: v.picklist(['rising', 'falling', 'steady', 'unknown']),
  band: v.nullable(bandLine),
  latest: v.nullable(datedReading),
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
export const folio = v.object({
  nowAt: instant,
  nightOn: day,
  tank: tonightTank,
  setUp: setUpPayload,
  netVolumeL: v.number(),
  setUpEntryId: uuid,
  startedOn: day,
  lines: v.array(parameterLine),
  history: byParameter(v.array(datedReading)),
  changes: v.array(datedChange),
  /** Movement by changes in the last 24 hours, by parameter. */
  movedToday: waterOf,
  entries: v.array(bookEntry),
});
export type Folio = v.InferOutput<typeof folio>;
export type ParameterLine = v.InferOutput<typeof parameterLine>;
export type FolioReading = v.InferOutput<typeof datedReading>;
export type FolioChange = v.InferOutput<typeof datedChange>;
