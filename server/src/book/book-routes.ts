import { once } from 'node:events';
import type { Response } from 'express';
import type * as v from 'valibot';
import { toJsonSchema } from '@valibot/to-json-schema';
import { exportedBook, writeRequest } from '#contracts/book';
import { parameterNamed } from '#core/readings';
import { instantMs } from '#core/units';
import { shippedAlmanac } from '#almanac/shelf';
import { routes } from '#contracts/api';
import type { Speech } from '#words/units';
import { bookAnswers } from '#words/book';
import type { RouteServer } from '../house';
import { badRequest, notFound, parsed } from '../problems';
import { bookAsCsv, bookAsJson, bookTableSchema } from './export';
import { bookAsZip } from './book-as-zip';
import type { UploadReader } from './upload-reader';
import { photoBytes } from './photo-repo';
import type { PhotoRoom } from './photo-service';
import { importBook } from './import';
import { readPage, writeEntries, type BookDeps } from './book-service';

/** The routes of the book. */
export function serveBook(
  server: RouteServer,
  deps: BookDeps,
  { photos, uploads }: { photos: PhotoRoom; uploads: UploadReader },
): void {
  server.answer(routes.writeEntries, async (_asked, request, response) => {
    parsed(writeRequest, request.body);
    // What was sent is what is kept and hashed; defaults are filled in when it is read.
    response.status(201).json(await writeEntries(deps, (request.body as v.InferInput<typeof writeRequest>).entries));
  });
  server.serveKept(routes.entries, ({ query }, visit) => {
    const limit = Math.min(Number(query.limit ?? 100), 500);
    if (limit < 1) throw badRequest([{ field: 'limit', message: bookAnswers.mustBeAtLeast1 }]);
    const before =
      query.before === undefined
        ? undefined
        : { happenedAt: new Date(instantMs(query.before) ?? NaN), sequence: Number(query.beforeSequence ?? 0) };
    const asked = {
      subjectId: query.subject,
      words: query.words === undefined ? undefined : searchWords(query.words),
      kinds: query.kind === undefined || query.kind === '' ? undefined : query.kind.split(','),
      fromOn: query.from,
      toOn: query.to,
      struckOnly: query.struck === 'only',
      animal: query.animal,
      before,
      limit,
    };
    return readPage(deps, asked, visit.speech);
  });
  server.answer(routes.importBook, async ({ query: { dryRun, oldFaults }, visit }, request, response) => {
    if (!Buffer.isBuffer(request.body)) throw badRequest([{ field: 'book', message: bookAnswers.mustBeABookAs }]);
    const zip = request.is('application/zip') !== false;
    const { book, photos: brought } = await uploads.opened(new Uint8Array(request.body), { zip });
    response.json(
      await importBook(deps, {
        dryRun: dryRun !== 'no',
        keepOldFaults: oldFaults === 'keep',
        book,
        photos: brought,
        room: photos,
        visit: await visit(),
      }),
    );
  });
  server.serve(routes.bookSchema, () => toJsonSchema(exportedBook, { target: 'draft-2020-12', errorMode: 'ignore' }));
  server.serve(routes.tableSchema, () => bookTableSchema);
  const exports = [
    { route: routes.exportJson, of: (_speech: Speech) => bookAsJson(deps) },
    { route: routes.exportCsv, of: (speech: Speech) => bookAsCsv(deps, speech) },
    { route: routes.exportZip, of: (speech: Speech) => bookAsZip(deps, speech) },
  ];
  for (const { route, of } of exports)
    server.answer(route, async ({ visit }, _request, response) => {
      const { speech } = await visit();
      const name = route.path.replace('/api/book/export', 'night-ledger-book');
      response.type(name).attachment(name);
      for await (const part of of(speech)) await sent(response, part);
      response.end();
    });
  server.answer(routes.keepPhoto, async (_asked, request, response) => {
    if (!Buffer.isBuffer(request.body)) throw badRequest([{ field: 'photo', message: bookAnswers.mustBeAJpegOr }]);
    response.status(201).json(await photos.takeIn(new Uint8Array(request.body)));
  });
  server.answer(routes.photo, async ({ params: { photoHash }, query: { size } }, _request, response) => {
    const bytes = await photoBytes(deps.db, { photoHash, small: size === 'small' });
    if (!bytes) throw notFound('photo', 'photoHash');
    // The name is its content: it never changes.
    response.setHeader('Cache-Control', 'private, max-age=31536000, immutable');
    response.type('image/jpeg').send(Buffer.from(bytes));
  });
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
async function sent(response: Response, part: string | Uint8Array): Promise<void> {
  if (!response.write(part)) await once(response, 'drain');
}
