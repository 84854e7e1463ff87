import type { Note } from '#core/explain';
import * as v from 'valibot';
import { parameterId } from '#contracts/shapes';
import { bandLine } from '#contracts/tanks';

const limitValue = v.object({ value: v.number(), grade: v.string() });
export const almanacView = v.object({
  version: v.number(),
  practices: v.array(
    v.object({
      id: v.string(),
      version: v.number(),
      livestock: v.string(),
      name: v.string(),
      reason: v.string(),
      bands: v.array(bandLine),
      clashes: v.array(v.object({ practiceId: v.string(), why: v.string() })),
    }),
  ),
  limits: v.array(
    v.object({
      id: v.string(),
      parameter: parameterId,
      per: v.string(),
      measure: v.string(),
      byBearing: v.object({ delicate: limitValue, usual: limitValue, robust: limitValue }),
      note: v.string(),
      sourceIds: v.array(v.string()),
    }),
  ),
  sources: v.array(v.object({ id: v.string(), kind: v.string(), title: v.string(), detail: v.string() })),
  findings: v.array(
    v.object({
      practiceId: v.string(),
      closes: v.picklist(['never', 'in-part', 'needs']),
      parameters: v.array(parameterId),
      why: v.string(),
    }),
  ),
});
export type AlmanacView = v.InferOutput<typeof almanacView>;

/** The working of one number, made on demand by the same code with its recorder on. */
const origin = v.picklist(['measured', 'entered', 'default', 'estimated', 'almanac']);
/** A supposition or a limit by its id; its sentence is made in `words`. */
const note = v.object({ id: v.string(), facts: v.record(v.string(), v.unknown()) }) as unknown as v.GenericSchema<Note>;
export const working = v.object({
  method: v.object({ id: v.string(), version: v.number() }),
  inputs: v.array(
    v.object({
      id: v.string(),
      label: v.string(),
      value: v.nullable(v.union([v.number(), v.string()])),
      unit: v.string(),
      origin,
      entryId: v.optional(v.string()),
      atEpochMs: v.optional(v.number()),
    }),
  ),
  steps: v.array(
    v.object({
      id: v.string(),
      label: v.string(),
      formula: v.string(),
      terms: v.record(v.string(), v.number()),
      value: v.number(),
      unit: v.string(),
    }),
  ),
  assumptions: v.array(note),
  limits: v.array(note),
  sourceIds: v.array(v.string()),
});
