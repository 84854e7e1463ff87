import { strToU8, Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import type { Speech } from '#words/units';
import type { BookDeps } from './book-service';
import { bookAsCsv, bookAsJson, bookTableSchema } from './export';
import { photoBytes, photoHashes } from './photo-repo';

/** The whole book with its photos, and beside it the same as CSV with its schema: one open file. */
export async function* bookAsZip(deps: BookDeps, speech: Speech): AsyncGenerator<Uint8Array> {
  let ready: Uint8Array[] = [];
  const zip = new Zip((error, chunk) => {
    if (error) throw error;
    ready.push(chunk);
  });
  const taken = (): Uint8Array[] => {
    const chunks = ready;
    ready = [];
    return chunks;
  };
  for (const [name, texts] of [
    ['book.json', bookAsJson(deps)],
    ['book.csv', bookAsCsv(deps, speech)],
  ] as const) {
    const file = new ZipDeflate(name, { level: 6 });
    zip.add(file);
    for await (const text of texts) {
      file.push(strToU8(text));
      yield* taken();
    }
    file.push(new Uint8Array(), true);
  }
  const schema = new ZipDeflate('book-table-schema.json');
  zip.add(schema);
  schema.push(strToU8(JSON.stringify(bookTableSchema, null, 2)), true);
  for (const photoHash of await photoHashes(deps.db)) {
    const bytes = await photoBytes(deps.db, { photoHash, small: false });
    if (!bytes) continue;
    // JPEG does not get smaller.
    const file = new ZipPassThrough(`photos/${photoHash}.jpg`);
    zip.add(file);
    file.push(bytes, true);
    yield* taken();
  }
  zip.end();
  yield* taken();
}
