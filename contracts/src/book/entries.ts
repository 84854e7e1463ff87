import * as v from 'valibot';
import { day, instant, parameterId, plainText, uuid, within } from '#contracts/shapes';
import { kindIds, newEntry, writtenKindIds } from './kinds';

export const writeRequest = v.strictObject({
  entries: v.pipe(
    v.array(newEntry),
    v.minLength(1, 'must hold at least one entry'),
    v.maxLength(200, 'holds more than 200 entries'),
  ),
});
export const writeResponse = v.object({
  nowAt: instant,
  entries: v.array(v.object({ id: uuid, sequence: v.number(), nightOn: day, repeated: v.boolean() })),
});
export type WriteResponse = v.InferOutput<typeof writeResponse>;

export const bookEntry = v.object({
  id: uuid,
  sequence: v.number(),
  kind: v.picklist(kindIds),
  kindVersion: v.number(),
  subjectId: uuid,
  subjectName: v.string(),
  happenedAt: instant,
  nightOn: day,
  writtenAt: instant,
  by: v.string(),
  /** One line in plain words, made by the kind's printer. */
  line: v.string(),
  struck: v.nullable(v.object({ entryId: uuid, reason: v.string(), parameters: v.array(parameterId) })),
  payload: v.unknown(),
});
export type BookEntry = v.InferOutput<typeof bookEntry>;
export const bookPage = v.object({ nowAt: instant, entries: v.array(bookEntry), olderThan: v.nullable(v.string()) });
export type BookPage = v.InferOutput<typeof bookPage>;

export const exportedEntry = v.object({
  id: uuid,
  sequence: v.pipe(within(1, Number.MAX_SAFE_INTEGER), v.integer('must be a whole number')),
  kind: v.picklist(writtenKindIds),
  kindVersion: v.number(),
  subjectId: uuid,
  happenedAt: instant,
  zone: plainText(60),
  nightOn: day,
  writtenAt: instant,
  by: plainText(60),
  payloadHash: plainText(64),
  payload: v.unknown(),
});
export const exportedBook = v.object({
  format: v.literal('night-ledger-book'),
  version: v.literal(1),
  exportedAt: instant,
  house: v.string(),
  entries: v.array(exportedEntry),
});

export const keptPhoto = v.object({ photoHash: v.string(), widthPx: v.number(), heightPx: v.number() });
export const importReport = v.object({
  dryRun: v.boolean(),
  house: v.string(),
  rowCount: v.number(),
  newCount: v.number(),
  /** In the book already, with the same content. */
  knownCount: v.number(),
  /** Photos that came with it, and those that its entries name and nobody has. */
  photosCount: v.number(),
  missingPhotosCount: v.number(),
  written: v.boolean(),
  faultCount: v.number(),
  /** Its rows are whole and as they were written, but hold what would not be taken today: they may be kept openly. */
  mayKeep: v.boolean(),
  faults: v.array(v.object({ rowIndex: v.number(), message: v.string() })),
});
export type ImportReport = v.InferOutput<typeof importReport>;
