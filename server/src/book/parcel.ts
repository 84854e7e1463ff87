import { strFromU8, strToU8, unzipSync, Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import { badRequest } from '../problems';
import type { BookDeps } from './book-service';
import { bookAsCsv, bookAsJson, bookTableSchema } from './export';
import { photoBytes, photoHashes } from './photo-repo';

/** What a parcel may unfold to, whatever its head says: a bomb is refused before it is unfolded. */
const mostBytes = 400 * 1024 * 1024;
const mostFilesCount = 20_000;
const photoName = /^photos\/([0-9a-f]{64})\.jpg$/;

/** The whole book with its photos, and beside it the same as CSV with its schema: one open file. */
export async function* bookParcel(deps: BookDeps): AsyncGenerator<Uint8Array> {
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
    ['book.csv', bookAsCsv(deps)],
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

/** Book and photos out of a parcel; anything else in it is left alone. */
export function unpacked(bytes: Uint8Array): { book: unknown; photos: Map<string, Uint8Array> } {
  const refuse = (message: string): never => {
    throw badRequest([{ field: 'parcel', message }]);
  };
  let [sumBytes, filesCount] = [0, 0];
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        if (name !== 'book.json' && !photoName.test(name)) return false;
        sumBytes += originalSize;
        filesCount += 1;
        return sumBytes <= mostBytes && filesCount <= mostFilesCount;
      },
    });
  } catch {
    return refuse('is no zip file that can be read');
  }
  if (sumBytes > mostBytes) return refuse(`unfolds to more than ${mostBytes / 1024 / 1024} MB`);
  if (filesCount > mostFilesCount) return refuse(`holds more than ${mostFilesCount} files`);
  const text = files['book.json'];
  if (!text) return refuse('holds no book.json');
  const photos = new Map(
    Object.entries(files).flatMap(([name, file]) => {
      const hash = photoName.exec(name)?.[1];
      return hash === undefined ? [] : [[hash, file] as const];
    }),
  );
  try {
    return { book: JSON.parse(strFromU8(text)) as unknown, photos };
  } catch {
    return refuse('holds a book.json that is no JSON');
  }
}
