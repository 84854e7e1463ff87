import { once } from 'node:events';
import { Router, type Response } from 'express';
import Papa from 'papaparse';
import type * as v from 'valibot';
import { toJsonSchema } from '@valibot/to-json-schema';
import { exportedBook, writeRequest } from '#contracts/book';
import { parameterNamed } from '#core/readings';
import { shippedAlmanac } from '#almanac/shelf';
import { routes } from '#contracts/api';
import { badRequest, parsed } from '../app';
import { bookIn, importBook } from './import';
import { pageBySequence, readSubjects, type EntryRow } from './book-repo';
import { readPage, subjectsNamedIn, writeEntries, type BookDeps } from './book-service';

const pageSize = 2000;

export function bookRouter(deps: BookDeps): Router {
  const router = Router();
  router.post('/entries', async (request, response) => {
    parsed(writeRequest, request.body);
    // What was sent is what is kept and hashed; defaults are filled in when it is read.
    response.status(201).json(await writeEntries(deps, (request.body as v.InferInput<typeof writeRequest>).entries));
  });
  router.get('/entries', async (request, response) => {
    const query = parsed(routes.entries.query, request.query);
    const limit = Math.min(Number(query.limit ?? 100), 500);
    if (limit < 1) throw badRequest([{ field: 'limit', message: 'must be at least 1' }]);
    const before =
      query.before === undefined
        ? undefined
        : { happenedAt: new Date(query.before), sequence: Number(query.beforeSequence ?? 0) };
    response.json(
      await readPage(deps, {
        subjectId: query.subject,
        words: query.words === undefined ? undefined : searchWords(query.words),
        kinds: query.kind === undefined || query.kind === '' ? undefined : query.kind.split(','),
        fromOn: query.from,
        toOn: query.to,
        struckOnly: query.struck === 'only',
        before,
        limit,
      }),
    );
  });
  router.post('/book/import', async (request, response) => {
    const { dryRun } = parsed(routes.importBook.query, request.query);
    response.json(await importBook(deps, { dryRun: dryRun !== 'no', book: bookIn(request.body) }));
  });
  router.get('/book/schema.json', (_request, response) => {
    response.json(toJsonSchema(exportedBook, { target: 'draft-2020-12', errorMode: 'ignore' }));
  });
  router.get('/book/export.json', async (_request, response) => {
    response.type('application/json').attachment('night-ledger-book.json');
    const head = {
      format: 'night-ledger-book',
      version: 1,
      exportedAt: new Date(deps.house.clock.nowEpochMs()).toISOString(),
      house: deps.house.row.name,
    };
    response.write(`${JSON.stringify(head).slice(0, -1)},"entries":[`);
    let first = true;
    for await (const row of wholeBook(deps)) {
      await sent(response, (first ? '' : ',') + JSON.stringify(exported(row)));
      first = false;
    }
    response.end(']}\n');
  });
  router.get('/book/export.csv', async (_request, response) => {
    response.type('text/csv').attachment('night-ledger-book.csv');
    response.write('sequence,id,nightOn,happenedAt,writtenAt,by,kind,subject,line,payload\r\n');
    const names = new Map<string, string>();
    for await (const row of wholeBook(deps)) {
      await learnNames(deps, names, row);
      const line = deps.kinds
        .of(row.kind)
        .print(deps.kinds.of(row.kind).read(row.payload, row.kindVersion), (id) => names.get(id) ?? id);
      await sent(
        response,
        `${Papa.unparse([[row.sequence, row.id, row.nightOn, row.happenedAt.toISOString(), row.writtenAt.toISOString(), row.writtenBy, row.kind, names.get(row.subjectId) ?? row.subjectId, line, JSON.stringify(row.payload)]], { escapeFormulae: true })}\r\n`,
      );
    }
    response.end();
  });
  return router;
}

/** Words of a search; the name of a parameter also finds readings of it. */
function searchWords(text: string): string[][] {
  return text
    .split(/\s+/)
    .filter((w) => w !== '')
    .slice(0, 12)
    .map((word) => {
      const parameter = parameterNamed({ catalogue: shippedAlmanac.parameters, name: word });
      return parameter.ok ? [word, parameter.value.id] : [word];
    });
}

/** Waits for a slow reader, so that a long book is never held in memory whole. */
async function sent(response: Response, text: string): Promise<void> {
  if (!response.write(text)) await once(response, 'drain');
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

async function learnNames({ db }: BookDeps, names: Map<string, string>, row: EntryRow): Promise<void> {
  const wanted = [row.subjectId, ...subjectsNamedIn(row.payload)].filter((id) => !names.has(id));
  for (const subject of await readSubjects(db, wanted)) names.set(subject.id, subject.name);
}

function exported(row: EntryRow): v.InferOutput<typeof exportedBook>['entries'][number] {
  const { id, sequence, kindVersion, subjectId, zone, nightOn, payloadHash, payload } = row;
  return {
    id,
    sequence,
    kind: row.kind as never,
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
