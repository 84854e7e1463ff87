import Papa from 'papaparse';
import type * as v from 'valibot';
import { namedIn, type exportedBook } from '#contracts/book';
import { lineWords, bookAnswers } from '#words/book';
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
  { name: 'sequence', type: 'integer', description: bookAnswers.orderOfWriting },
  { name: 'id', type: 'string', format: 'uuid', description: bookAnswers.ofTheEntryTheSame },
  { name: 'nightOn', type: 'date', description: bookAnswers.theEveningItBelongsTo },
  { name: 'happenedAt', type: 'datetime', description: bookAnswers.whenItHappenedUtc },
  { name: 'writtenAt', type: 'datetime', description: bookAnswers.whenItWasWrittenUtc },
  { name: 'by', type: 'string', description: bookAnswers.whoWroteIt },
  { name: 'kind', type: 'string', description: bookAnswers.kindOfEntryAsIn },
  { name: 'subject', type: 'string', description: bookAnswers.tankSourceKitOrSupply },
  { name: 'line', type: 'string', description: bookAnswers.theEntryInPlainWords },
  { name: 'payload', type: 'object', description: bookAnswers.allOfTheEntryAs },
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
