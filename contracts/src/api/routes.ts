import { gateKinds } from '#core/gate';
import * as v from 'valibot';
import { almanacView, working } from '#contracts/almanac';
import { careWater } from '#contracts/care';
import { handsFound } from '#contracts/hands';
import { bookPage, exportedBook, importReport, isKind, keptPhoto, writeRequest, writeResponse } from '#contracts/book';
import { gateView } from '#contracts/gate';
import { bench, deviceHistory, devices } from '#contracts/readings';
import { sourceHistory, sourceList } from '#contracts/sources';
import { diary, stockView } from '#contracts/stock';
import { folio } from '#contracts/tanks';
import { house, houseChange, houseKey, housesView, preferences, tonight } from '#contracts/tonight';
import { doingView } from '#contracts/doing';
import { batchList, buildUpView, eveningView, fortnightView, learntView } from '#contracts/water';
import { day, deviceId, instant, parameterId, plainText, uuid } from '#contracts/shapes';

export interface Route {
  method: 'get' | 'post' | 'put';
  /** OpenAPI style: `/api/tanks/{tankId}/folio`. */
  path: string;
  summary: string;
  params?: v.ObjectSchema<v.ObjectEntries, undefined>;
  query?: v.ObjectSchema<v.ObjectEntries, undefined>;
  body?: v.GenericSchema;
  response: v.GenericSchema;
  /** Where it is not JSON. */
  mediaType?: string;
}

/** Kinds of entries, joined by commas; nothing is all of them. */
const namesKinds = (text: string): boolean => text === '' || text.split(',').every(isKind);
const digits = v.pipe(v.string(), v.regex(/^\d{1,12}$/, 'must be a whole number'));

/** The house that a device looks at, and the one that a request is about: `own` or `demo`. */
export const houseCookie = 'night-ledger-house';
export const houseHeader = 'x-night-ledger-house';
/** A mark that a page gives with each question and the house gives back: an answer with another mark was kept. */
export const askedHeader = 'X-Asked';

/** One table that server, client and OpenAPI share. Additive changes only. */
export const routes = {
  health: {
    method: 'get',
    path: '/api/health',
    summary: 'Whether the server and the database behind it answer (503 while they do not)',
    response: v.object({ ok: v.literal(true), version: v.string(), databaseMs: v.pipe(v.number(), v.minValue(0)) }),
  },
  openApi: {
    method: 'get',
    path: '/api/openapi.json',
    summary: 'This description',
    response: v.looseObject({}),
  },
  house: { method: 'get', path: '/api/house', summary: 'The house: its clock, night and preferences', response: house },
  houses: {
    method: 'get',
    path: '/api/houses',
    summary: 'The own house and the demo house: which is open on this device, which are there',
    response: housesView,
  },
  openHouse: {
    method: 'post',
    path: '/api/houses/{houseKey}',
    summary: 'Open a house, making it first where it is not there yet; ask /api/houses how far it is',
    params: v.object({ houseKey }),
    response: housesView,
  },
  putHouse: {
    method: 'put',
    path: '/api/house',
    summary: 'Name the house anew, or move it to another time zone from tonight on',
    body: houseChange,
    response: house,
  },
  putPreferences: {
    method: 'put',
    path: '/api/preferences',
    summary: 'Change how this keeper sees things',
    body: preferences,
    response: preferences,
  },
  tonight: {
    method: 'get',
    path: '/api/tonight',
    summary: 'Every tank with its verdict, in no order',
    response: tonight,
  },
  calendar: {
    method: 'get',
    path: '/api/tonight.ics',
    summary: 'What is due, as an iCalendar feed',
    response: v.string(),
    mediaType: 'text/calendar',
  },
  careCalendar: {
    method: 'get',
    path: '/api/care/{entryId}.ics',
    summary: 'One course or quarantine, as an iCalendar file',
    params: v.object({ entryId: uuid }),
    response: v.string(),
    mediaType: 'text/calendar',
  },
  careWater: {
    method: 'get',
    path: '/api/care/water',
    summary: 'Changes of treated tanks, and tanks that one hose linked',
    response: careWater,
  },
  endedTanks: {
    method: 'get',
    path: '/api/tanks/ended',
    summary: 'Tanks that have ended and were not begun anew, the last one first',
    response: v.object({
      tanks: v.array(v.object({ tankId: uuid, name: v.string(), endedAt: instant })),
    }),
  },
  gate: {
    method: 'get',
    path: '/api/gate',
    summary: 'What bears on an entry of a kind in a tank, so that a page can ask the gate while one types',
    query: v.object({ tank: uuid, kind: v.picklist(gateKinds) }),
    response: gateView,
  },
  handsFound: {
    method: 'get',
    path: '/api/hands/found',
    summary: 'What absences and moves did, beside what was foreseen',
    response: handsFound,
  },
  folio: {
    method: 'get',
    path: '/api/tanks/{tankId}/folio',
    summary: 'One tank: verdict per parameter, history, changes, entries',
    params: v.object({ tankId: uuid }),
    query: v.object({ days: v.optional(digits) }),
    response: folio,
  },
  verdictWorking: {
    method: 'get',
    path: '/api/tanks/{tankId}/working/{parameter}',
    summary: 'How the verdict on one parameter was reached',
    params: v.object({ tankId: uuid, parameter: parameterId }),
    response: working,
  },
  bench: {
    method: 'get',
    path: '/api/readings/bench',
    summary: 'Tanks in round order with band, last value and expectation of every parameter',
    response: bench,
  },
  devices: {
    method: 'get',
    path: '/api/readings/devices',
    summary: 'Devices on the wire: live values, whether they are steady, and their health',
    response: devices,
  },
  deviceHistory: {
    method: 'get',
    path: '/api/readings/devices/{deviceId}/history',
    summary: 'Continuous data of one device, in the finest grain that still reaches so far back',
    params: v.object({ deviceId }),
    query: v.object({ days: v.optional(digits) }),
    response: deviceHistory,
  },
  live: {
    method: 'get',
    path: '/api/readings/live',
    summary: 'The devices again whenever something was heard, as server-sent events',
    response: devices,
    mediaType: 'text/event-stream',
  },
  sources: {
    method: 'get',
    path: '/api/sources',
    summary: 'Water sources with their last analysis',
    response: sourceList,
  },
  sourceHistory: {
    method: 'get',
    path: '/api/sources/{sourceId}/history',
    summary: 'Every analysis of one source',
    params: v.object({ sourceId: uuid }),
    query: v.object({ days: v.optional(digits) }),
    response: sourceHistory,
  },
  stock: {
    method: 'get',
    path: '/api/stock',
    summary: 'Tanks with their water, set-up and what happened to their animals; and the keeper’s own kinds',
    query: v.object({ tank: v.optional(uuid) }),
    response: stockView,
  },
  diary: {
    method: 'get',
    path: '/api/diary',
    summary: 'Entries of some kinds, oldest first, struck ones left out',
    query: v.object({ kinds: plainText(400), subject: v.optional(uuid), days: v.optional(digits) }),
    response: diary,
  },
  batches: {
    method: 'get',
    path: '/api/water/batches',
    summary: 'Batches of mixed water with what became of them, newest first',
    query: v.object({ days: v.optional(digits) }),
    response: batchList,
  },
  evening: {
    method: 'get',
    path: '/api/water/evening',
    summary: 'What the evening’s water is made of: tanks with their routine and forecast, waters, works',
    response: eveningView,
  },
  fortnight: {
    method: 'get',
    path: '/api/water/fortnight',
    summary: 'Which tank is changed on which of the next fourteen nights, by an integer programme with a time limit',
    query: v.object({ seconds: v.optional(digits) }),
    response: fortnightView,
  },
  buildUp: {
    method: 'get',
    path: '/api/water/build-up',
    summary: 'What builds up in each tank, how fast, and what it is held to',
    response: buildUpView,
  },
  doing: {
    method: 'get',
    path: '/api/water/doing',
    summary: 'Changes being done and timers running',
    response: doingView,
  },
  learnt: {
    method: 'get',
    path: '/api/water/learnt/{tankId}',
    summary: 'What the changes of a tank should have made of it, and what was measured after them',
    params: v.object({ tankId: uuid }),
    response: learntView,
  },
  writeEntries: {
    method: 'post',
    path: '/api/entries',
    summary: 'Write entries into the book: all or none, each once',
    body: writeRequest,
    response: writeResponse,
  },
  entries: {
    method: 'get',
    path: '/api/entries',
    summary: 'Read the book, newest first',
    query: v.object({
      subject: v.optional(uuid),
      /** Words that must all stand in the entry: notes, products, kinds, parameters; each may be the start of a word. */
      words: v.optional(plainText(200)),
      kind: v.optional(v.pipe(plainText(400), v.check(namesKinds, 'names no kind of entry'))),
      from: v.optional(day),
      to: v.optional(day),
      struck: v.optional(v.picklist(['only'])),
      /** Only what happened to this kind of animal or plant, by its id. */
      animal: v.optional(plainText(60)),
      before: v.optional(instant),
      beforeSequence: v.optional(digits),
      limit: v.optional(digits),
    }),
    response: bookPage,
  },
  almanac: { method: 'get', path: '/api/almanac', summary: 'Practices, limits and sources', response: almanacView },
  exportJson: { method: 'get', path: '/api/book/export.json', summary: 'The whole book', response: exportedBook },
  exportCsv: {
    method: 'get',
    path: '/api/book/export.csv',
    summary: 'The whole book, one line an entry',
    response: v.string(),
    mediaType: 'text/csv',
  },
  exportZip: {
    method: 'get',
    path: '/api/book/export.zip',
    summary: 'The whole book as JSON and CSV, with its photos',
    response: v.string(),
    mediaType: 'application/zip',
  },
  tableSchema: {
    method: 'get',
    path: '/api/book/table-schema.json',
    summary: 'Table Schema of the CSV export',
    response: v.looseObject({}),
  },
  keepPhoto: {
    method: 'post',
    path: '/api/photos',
    summary: 'Hand in a photo (JPEG or PNG, up to 16 MB): written anew, without anything hidden in it',
    response: keptPhoto,
  },
  photo: {
    method: 'get',
    path: '/api/photos/{photoHash}',
    summary: 'A photo by its hash',
    params: v.object({ photoHash: v.pipe(v.string(), v.regex(/^[0-9a-f]{64}$/, 'must be a hash')) }),
    query: v.object({ size: v.optional(v.picklist(['small'])) }),
    response: v.string(),
    mediaType: 'image/jpeg',
  },
  importBook: {
    method: 'post',
    path: '/api/book/import',
    summary:
      'Take an exported book in: all or nothing; a dry run writes nothing; oldFaults=keep takes rows that would be refused today',
    query: v.object({ dryRun: v.optional(v.picklist(['yes', 'no'])), oldFaults: v.optional(v.picklist(['keep'])) }),
    body: exportedBook,
    response: importReport,
  },
  bookSchema: {
    method: 'get',
    path: '/api/book/schema.json',
    summary: 'JSON Schema of the export',
    response: v.unknown(),
  },
} as const satisfies Record<string, Route>;
export type RouteName = keyof typeof routes;

/** The path of a route with its parameters filled in and its query attached. */
export function apiPath(
  path: string,
  params: Record<string, string> = {},
  query: Record<string, string | undefined> = {},
): string {
  const filled = path.replace(/\{(\w+)\}/g, (_, name: string) => encodeURIComponent(params[name] ?? ''));
  const asked = Object.entries(query).filter((pair): pair is [string, string] => pair[1] !== undefined);
  return asked.length === 0
    ? filled
    : `${filled}?${asked.map(([k, value]) => `${k}=${encodeURIComponent(value)}`).join('&')}`;
}
