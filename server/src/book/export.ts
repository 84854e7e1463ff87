import Papa from 'papaparse';
import type * as v from 'valibot';
import { namedIn, type exportedBook } from '#contracts/book';
import { lineWords } from '#words/book';
import type { Speech } from '#words/units';
import { pageBySequence, readSubjects, type EntryRow } from './book-repo';
import type { BookDeps } from './book-service';

const pageSize = 2000;

/** The whole book as JSON, a page of it at a time: a long one is never held in memory whole. */
export async function* bookAsJson(deps: BookDeps): AsyncGenerator<string> {
  const head = {
    format: 'night-ledger-book',
    version: 1,
    exportedAt: new Date(deps.house.clock.nowEpochMs()).toISOString(),
    house: deps.house.row.name,
  };
  yield `${JSON.stringify(head).slice(0, -1)},"entries":[`;
  let first = true;
  for await (const row of wholeBook(deps)) {
    yield (first ? '' : ',') + JSON.stringify(exported(row));
    first = false;
  }
  yield ']}\n';
}

const columns = [
  { name: 'sequence', type: 'integer', description: 'Order of writing' },
  { name: 'id', type: 'string', format: 'uuid', description: 'Of the entry; the same in every export' },
  { name: 'nightOn', type: 'date', description: 'The evening it belongs to: nights run from noon to noon' },
  { name: 'happenedAt', type: 'datetime', description: 'When it happened, UTC' },
  { name: 'writtenAt', type: 'datetime', description: 'When it was written, UTC' },
  { name: 'by', type: 'string', description: 'Who wrote it' },
  { name: 'kind', type: 'string', description: 'Kind of entry, as in the JSON schema of the book' },
  { name: 'subject', type: 'string', description: 'Tank, source, kit or supply, by its name now' },
  { name: 'line', type: 'string', description: 'The entry in plain words' },
  { name: 'payload', type: 'object', description: 'All of the entry, as JSON; units stand in the names of the fields' },
] as const;

/** Describes the CSV in the open form of a Table Schema, so that other programs know what a column is. */
export const bookTableSchema = {
  $schema: 'https://specs.frictionlessdata.io/schemas/table-schema.json',
  fields: columns.map((c) => ({ ...c, constraints: { required: true } })),
  primaryKey: 'id',
  missingValues: [''],
};

export async function* bookAsCsv(deps: BookDeps, speech: Speech): AsyncGenerator<string> {
  yield `${columns.map((c) => c.name).join(',')}\r\n`;
  const names = new Map<string, string>();
  for await (const row of wholeBook(deps)) {
    const { kind } = row;
    const read = deps.kinds.read(kind, row.kindVersion, row.payload);
    await learnNames(deps, names, [row.subjectId, ...namedIn(kind, read)]);
    const line = lineWords(speech, kind, read as never, (id) => names.get(id) ?? id);
    const cells = [
      row.sequence,
      row.id,
      row.nightOn,
      row.happenedAt.toISOString(),
      row.writtenAt.toISOString(),
      row.writtenBy,
      kind,
      names.get(row.subjectId) ?? row.subjectId,
      line,
      JSON.stringify(row.payload),
    ];
    yield `${Papa.unparse([cells], { escapeFormulae: true })}\r\n`;
  }
}

async function* wholeBook({ db }: BookDeps): AsyncGenerator<EntryRow> {
  let afterSequence = 0;
  for (;;) {
    const rows = await pageBySequence(db, { afterSequence, limit: pageSize });
    yield* rows;
    const last = rows.at(-1);
    if (!last || rows.length < pageSize) return;
    afterSequence = last.sequence;
  }
}

async function learnNames({ db }: BookDeps, names: Map<string, string>, ids: readonly string[]): Promise<void> {
  const wanted = ids.filter((id) => !names.has(id));
  for (const subject of await readSubjects(db, wanted)) names.set(subject.id, subject.name);
}

function exported(row: EntryRow): v.InferOutput<typeof exportedBook>['entries'][number] {
  const { id, sequence, kindVersion, subjectId, zone, nightOn, payloadHash, payload } = row;
  return {
    id,
    sequence,
    kind: row.writtenKind as never,
    kindVersion,
    subjectId,
    happenedAt: row.happenedAt.toISOString(),
    zone,
    nightOn,
    writtenAt: row.writtenAt.toISOString(),
    by: row.writtenBy,
    payloadHash,
    payload,
  };
}
