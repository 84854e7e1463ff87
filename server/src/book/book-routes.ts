import { once } from 'node:events';
import { Router, type Request, type RequestHandler, type Response } from 'express';
import type * as v from 'valibot';
import { toJsonSchema } from '@valibot/to-json-schema';
import { exportedBook, writeRequest } from '#contracts/book';
import { parameterNamed } from '#core/readings';
import { instantMs } from '#core/units';
import { shippedAlmanac } from '#almanac/shelf';
import { routes } from '#contracts/api';
import type { Speech } from '#words/units';
import { visitOf, type Visit } from '../house';
import { badRequest, notFound, parsed } from '../problems';
import { bookAsCsv, bookAsJson, bookTableSchema } from './export';
import { bookParcel } from './parcel';
import type { ParcelRoom } from './parcel-room';
import { photoBytes } from './photo-repo';
import type { PhotoRoom } from './photo-service';
import { importBook } from './import';
import { readPage, writeEntries, type BookDeps } from './book-service';

/** Gives an answer again as long as nobody has written anything. */
type KnownRoute = <T extends { nowAt: string }>(make: (request: Request, visit: Visit) => Promise<T>) => RequestHandler;

export function bookRouter(
  deps: BookDeps,
  { photos, parcels, known }: { photos: PhotoRoom; parcels: ParcelRoom; known: KnownRoute },
): Router {
  const router = Router();
  router.post('/entries', async (request, response) => {
    parsed(writeRequest, request.body);
    // What was sent is what is kept and hashed; defaults are filled in when it is read.
    response.status(201).json(await writeEntries(deps, (request.body as v.InferInput<typeof writeRequest>).entries));
  });
  router.get(
    '/entries',
    known((request, visit) => {
      const query = parsed(routes.entries.query, request.query);
      const limit = Math.min(Number(query.limit ?? 100), 500);
      if (limit < 1) throw badRequest([{ field: 'limit', message: 'must be at least 1' }]);
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
    }),
  );
  router.post('/book/import', async (request, response) => {
    const { dryRun, oldFaults } = parsed(routes.importBook.query, request.query);
    if (!Buffer.isBuffer(request.body)) throw badRequest([{ field: 'book', message: 'must be a book as JSON or zip' }]);
    const zip = request.is('application/zip') !== false;
    const { book, photos: brought } = await parcels.opened(new Uint8Array(request.body), { zip });
    response.json(
      await importBook(deps, {
        dryRun: dryRun !== 'no',
        keepOldFaults: oldFaults === 'keep',
        book,
        photos: brought,
        room: photos,
        visit: await visitOf(deps),
      }),
    );
  });
  router.get('/book/schema.json', (_request, response) => {
    response.json(toJsonSchema(exportedBook, { target: 'draft-2020-12', errorMode: 'ignore' }));
  });
  router.get('/book/table-schema.json', (_request, response) => void response.json(bookTableSchema));
  const exports = {
    json: { type: 'application/json', of: (_speech: Speech) => bookAsJson(deps) },
    csv: { type: 'text/csv', of: (speech: Speech) => bookAsCsv(deps, speech) },
    zip: { type: 'application/zip', of: (speech: Speech) => bookParcel(deps, speech) },
  } as const;
  for (const [ending, { type, of }] of Object.entries(exports))
    router.get(`/book/export.${ending}`, async (_request, response) => {
      const { speech } = await visitOf(deps);
      response.type(type).attachment(`night-ledger-book.${ending}`);
      for await (const part of of(speech)) await sent(response, part);
      response.end();
    });
  router.post('/photos', async (request, response) => {
    if (!Buffer.isBuffer(request.body))
      throw badRequest([{ field: 'photo', message: 'must be a JPEG or PNG picture' }]);
    response.status(201).json(await photos.takeIn(new Uint8Array(request.body)));
  });
  router.get('/photos/:photoHash', async (request, response) => {
    const { photoHash } = parsed(routes.photo.params, request.params);
    const { size } = parsed(routes.photo.query, request.query);
    const bytes = await photoBytes(deps.db, { photoHash, small: size === 'small' });
    if (!bytes) throw notFound('photo', 'photoHash');
    // The name is its content: it never changes.
    response.setHeader('Cache-Control', 'private, max-age=31536000, immutable');
    response.type('image/jpeg').send(Buffer.from(bytes));
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
async function sent(response: Response, part: string | Uint8Array): Promise<void> {
  if (!response.write(part)) await once(response, 'drain');
}
